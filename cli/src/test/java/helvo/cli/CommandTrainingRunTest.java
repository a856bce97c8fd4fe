package helvo.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/// A training run that fails teaches the virtual machine how to fail: what it runs must work, and say nothing.
@Tag("thorough")
class CommandTrainingRunTest {
    @TempDir
    private Path folder;

    /// @return what was said on either output
    private String trained() throws IOException {
        PrintStream out = System.out;
        PrintStream err = System.err;
        var said = new ByteArrayOutputStream();
        try (var kept = new PrintStream(said, true, StandardCharsets.UTF_8)) {
            System.setOut(kept);
            System.setErr(kept);
            CommandTrainingRun.main(new String[] {folder.toString()});
        } finally {
            System.setOut(out);
            System.setErr(err);
        }
        return said.toString(StandardCharsets.UTF_8);
    }

    @Test
    void whatIsAskedIsAnsweredAndSaysNothing() throws IOException {
        assertThat(trained()).isEmpty();
        for (String name : List.of("cords.svg", "cords.png", "cords.pdf", "sample.helvo")) {
            assertThat(folder.resolve(name)).isNotEmptyFile();
        }
        Path table = folder.resolve("cords.csv");
        assertThat(Files.readAllLines(table)).hasSize(21);
        for (String[] words : new String[][] {
            {"fit", table.toString(), "--x", "Load", "--y", "Stretch", "--json", "--by", "Cord", "--quiet"},
            {"curves", table.toString(), "--x", "Load", "--y", "Stretch", "--quiet"},
            {"check", table.toString()},
            {"show", folder.resolve("sample.helvo").toString()}
        }) {
            var run = new CommandLineRun();
            assertThat(run.helvo(words)).as(String.join(" ", words)).isZero();
            assertThat(run.err.toString()).isEmpty();
            assertThat(run.out.toString()).contains("Stretch");
        }
    }
}
