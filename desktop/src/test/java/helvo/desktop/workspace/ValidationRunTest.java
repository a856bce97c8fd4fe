package helvo.desktop.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Test;

/// Of what the command says; that it computes rightly is the command's own test.
class ValidationRunTest {
    private static List<String> says(String script) {
        return List.of("sh", "-c", script);
    }

    @Test
    void theVerdictIsSaidAndProgressIsSeen() throws IOException {
        var reached = new ArrayList<Double>();
        assertThat(ValidationRun.of(
                        says("echo 'Validating: 50 %' >&2; echo 'Lines: 1 of 2'; echo 'NOT AS IT MUST BE: x';"
                                + "echo '1 of 2 values and steps is NOT as it must be.';"
                                + "echo 'Do not use it.'; exit 1"),
                        reached::add))
                .isEqualTo(new ValidationRun.Verdict(
                        false, "1 of 2 values and steps is NOT as it must be. Do not use it."));
        assertThat(reached).containsExactly(0.5);
    }

    @Test
    void whatDidNotRunIsNoVerdict() {
        assertThatThrownBy(() -> ValidationRun.of(says("echo 'no such folder' >&2; exit 1"), _ -> {}))
                .isInstanceOf(IOException.class)
                .hasMessage("The installation was not validated: no such folder");
        assertThatThrownBy(() -> ValidationRun.of(says("echo 'values and steps'; exit 134"), _ -> {}))
                .isInstanceOf(IOException.class);
    }

    @Test
    void itIsStopped() {
        assertThatThrownBy(() -> ValidationRun.of(says("echo 'Validating: 10 %' >&2; sleep 60"), _ -> {
                    throw new CancellationException();
                }))
                .isInstanceOf(CancellationException.class);
    }
}
