package helvo.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/// What a shell offers while a line is typed, asked of bash itself; and the help, as wide as the terminal.
class CompletionsTest {
    @TempDir
    private Path folder;

    private final CommandLineRun run = new CommandLineRun();

    /// The last word is being typed.
    private String offered(String... words) throws IOException, InterruptedException {
        run.out.getBuffer().setLength(0);
        assertThat(run.helvo("completions", "bash")).isZero();
        Path script = Files.writeString(folder.resolve("completions"), run.out.toString());
        String line = Arrays.stream(words).map(word -> "'" + word + "'").collect(Collectors.joining(" "));
        Process bash = new ProcessBuilder("bash", "-c", """
                        helvo() { printf '%s\\n' "asked:$*" Load 'Stretch mm'; }
                        source "$0"
                        COMP_WORDS=(helvo LINE)
                        COMP_CWORD=$((${#COMP_WORDS[@]} - 1))
                        _helvo
                        printf '%s\\n' "${COMPREPLY[@]}"
                        """.replace("LINE", line), script.toString())
                .redirectErrorStream(true)
                .start();
        String said = new String(bash.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(bash.waitFor()).as(said).isZero();
        return said.strip();
    }

    @Test
    void commandsOptionsAndTheirValuesAreOffered() throws IOException, InterruptedException {
        assertThat(offered("")).contains("check\nfit\ncurves").doesNotContain("values");
        assertThat(offered("f")).isEqualTo("fit");
        assertThat(offered("fit", "t.csv", "--cu")).isEqualTo("--curve");
        assertThat(offered("fit", "t.csv", "--weights", "")).isEqualTo("alike\nstated\nrelative");
        assertThat(offered("fit", "t.csv", "--weights", "=", "st")).isEqualTo("stated");
        assertThat(offered("fit", "t.csv", "--weights", "=")).isEqualTo("alike\nstated\nrelative");
        assertThat(offered("completions", "")).isEqualTo("bash\nzsh\nfish");
        assertThat(offered("fit", "")).as("files, by the shell").isEmpty();
        assertThat(offered("fit", "--dpi", "")).as("of another command").isEmpty();
    }

    /// Asked of the files of the line, and with what a shell must not take apart.
    @Test
    void valuesThatFilesHaveAreOffered() throws IOException, InterruptedException {
        assertThat(offered("fit", "t.csv", "--x", "L")).isEqualTo("Load");
        assertThat(offered("fit", "t.csv", "--x", "S")).isEqualTo("Stretch\\ mm");
        assertThat(offered("fit", "t.csv", "--x", "asked")).isEqualTo("asked:values\\ x\\ --\\ fit\\ t.csv\\ --x");
    }

    @Test
    void helpIsAsWideAsTheTerminal() {
        System.setProperty("helvo.columns", "100");
        try {
            assertThat(widest("fit")).isBetween(90, 100);
            System.setProperty("helvo.columns", "20");
            assertThat(widest("fit")).as("no narrower than can be read").isBetween(55, 60);
        } finally {
            System.clearProperty("helvo.columns");
        }
        assertThat(widest("fit")).isBetween(75, 80);
        assertThat(run.out.toString())
                .contains(
                        "\n      --x=COL",
                        "\n      --shared=NAME[,NAME...]\n",
                        "(default: alike).",
                        "\nExamples\n  helvo fit");
    }

    private int widest(String command) {
        run.out.getBuffer().setLength(0);
        assertThat(run.helvo(command, "--help")).isZero();
        return run.out
                .toString()
                .lines()
                .filter(line -> !line.startsWith("  helvo "))
                .mapToInt(String::length)
                .max()
                .orElseThrow();
    }
}
