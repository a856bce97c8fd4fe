package helvo.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.cli.Helvo;
import java.io.PrintWriter;
import java.io.StringWriter;
import org.junit.jupiter.api.Test;

class ProgramTest {
    @Test
    void theWindowsCommandsAreAmongTheOthers() {
        var out = new StringWriter();
        var err = new StringWriter();
        assertThat(Helvo.run(new PrintWriter(out, true), new PrintWriter(err, true), new Program(), "--help")).isZero();
        assertThat(out.toString()).contains("  demo", "  open", "  fit", "  check");
        assertThat(Helvo.run(new PrintWriter(out, true), new PrintWriter(err, true), new Program(), "demo", "--size", "large"))
                .isEqualTo(2);
        assertThat(err.toString()).contains("write it as 1280x800").doesNotContain("Exception");
    }
}
