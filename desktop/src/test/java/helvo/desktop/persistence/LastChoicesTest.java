package helvo.desktop.persistence;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class LastChoicesTest {
    @TempDir
    private Path state;

    @Test
    void aLaterStartFindsThem() {
        var before = LastChoices.in(state.resolve("helvo"));
        assertThat(before.get()).isEqualTo(LastChoices.FIRST);
        before.keep(choices -> choices.withReporter("Marram Cordage Laboratory · Łódź"));
        before.keep(choices -> choices.withExportTab(1));
        before.keep(choices -> choices.withDpi(600));
        before.written().join();
        assertThat(LastChoices.in(state.resolve("helvo")).get())
                .isEqualTo(new LastChoices("Marram Cordage Laboratory · Łódź", 1, 600, LastChoices.Window.FIRST));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "{",
                "[]",
                "null",
                "{\"reporter\":null,\"handOver\":77,\"dpi\":1e300}",
                "{\"handOver\":-1,\"dpi\":\"NaN\"}"
            })
    void aFileThatSomebodySpoiltHarmsNothing(String text) throws IOException {
        Files.writeString(state.resolve("choices.json"), text);
        LastChoices choices = LastChoices.in(state).get();
        assertThat(choices.reporter()).isEmpty();
        assertThat(choices.exportTab()).isBetween(0, 3);
        assertThat(choices.dpi()).isBetween(30.0, 2400.0);
    }

    @Test
    void whereNothingCanBeWrittenTheyHoldForThisTime() throws IOException {
        var choices =
                LastChoices.in(Files.writeString(state.resolve("a file"), "").resolve("below"));
        choices.keep(each -> each.withDpi(150));
        choices.written().join();
        assertThat(choices.get().dpi()).isEqualTo(150);
    }
}
