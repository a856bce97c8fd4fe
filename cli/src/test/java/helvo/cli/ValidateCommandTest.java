package helvo.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.ResourceLock;
import org.junit.jupiter.api.parallel.Resources;

/// With the reference values of the project, on the program as it is built.
@ResourceLock(Resources.SYSTEM_PROPERTIES)
class ValidateCommandTest {
    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();

    @TempDir
    private Path folder;

    @BeforeEach
    void isInstalled() {
        System.setProperty(
                "helvo.home", Path.of("..").toAbsolutePath().normalize().toString());
    }

    @AfterEach
    void isNotAnyMore() {
        System.clearProperty("helvo.home");
    }

    private int run(String... words) {
        return Helvo.run(new PrintWriter(out, true), new PrintWriter(err, true), Helvo.NO_WINDOW, words);
    }

    @Tag("thorough")
    @Test
    void theQuickOnePasses() throws IOException {
        Path page = folder.resolve("p.html");
        assertThat(run("validate", "--quick", "--out", page.toString(), "--person", "J. Tern"))
                .as(() -> out.toString())
                .isZero();
        assertThat(out.toString()).contains("Linear regression: 39 of 39", "values and steps are as they must be");
        assertThat(err.toString()).contains("Validating: 50 %");
        assertThat(Files.readString(page)).contains("Name: J. Tern", "This was the quick validation");
    }

    @Test
    @Tag("thorough")
    void theWholePasses() {
        assertThat(run("validate", "--quiet")).as(() -> out.toString()).isZero();
        assertThat(out.toString()).contains("Nonlinear regression: 150 of 150");
    }

    @Test
    void aSwappedValueIsTold() throws IOException {
        Path home = folder.resolve("home");
        try (var all = Files.walk(Path.of("../reference"))) {
            for (Path each : all.toList()) {
                Path to = home.resolve("reference")
                        .resolve(Path.of("../reference").relativize(each));
                Files.createDirectories(to.getParent());
                if (Files.isRegularFile(each)) {
                    Files.copy(each, to);
                }
            }
        }
        Path expected = home.resolve("reference/expected.json");
        Files.writeString(expected, Files.readString(expected).replaceFirst("1\\.0021168180204", "1.0021168180214"));
        System.setProperty("helvo.home", home.toString());
        assertThat(run("validate", "--quick", "--quiet")).isEqualTo(1);
        assertThat(out.toString())
                .contains(
                        "NOT AS IT MUST BE: Norris: line, coefficient b: expected 1.0021168180214",
                        "1 of 125 values and steps is NOT as it must be.",
                        "Do not use this installation");
    }

    @Test
    void whereItCannotBeWrittenNothingIsRun() {
        assertThat(run("validate", "--out", folder.resolve("none/p.html").toString()))
                .isEqualTo(1);
        assertThat(err.toString()).contains("its folder does not exist").doesNotContain("Validating");
        assertThat(run("validate", "--out", "p.txt")).isEqualTo(2);
        assertThat(err.toString()).contains("must end in .html, .pdf or .json");
    }

    @Test
    void whereItIsNotKnownWhereItIsNothingIsSaidToBeRight() {
        System.clearProperty("helvo.home");
        assertThat(run("validate")).isEqualTo(1);
        assertThat(err.toString()).contains("does not know where it is installed");
    }
}
