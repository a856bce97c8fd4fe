package helvo.report.validation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// What a validation says of an installation that is made for it, by commands that answer as the test wants.
class ValidationTest {
    private static final String CASES = """
            {"cases": [{"area": "Lines", "what": "a line", "source": "by hand", "quick": true,
              "command": ["fit", "a.csv"],
              "values": [{"what": "slope", "at": "/fits/0/coefficients/b/value", "expected": "2.5", "digits": 12},
                         {"what": "nothing", "at": "/fits/0/none", "expected": "1", "digits": 12}]}]}
            """;

    @TempDir
    private Path home;

    @BeforeEach
    void install() throws IOException {
        for (String folder : List.of("lib", "bin", "reference")) {
            Files.createDirectory(home.resolve(folder));
        }
        Files.writeString(home.resolve("lib/helvo.jar"), "archive");
        Files.writeString(home.resolve("bin/helvo"), "script");
        Files.writeString(home.resolve("reference/expected.json"), CASES);
        var list = new StringBuilder();
        for (String file : List.of("bin/helvo", "lib/helvo.jar", "reference/expected.json")) {
            list.append(Installation.sha256(home.resolve(file)))
                    .append("  ")
                    .append(file)
                    .append('\n');
        }
        Files.writeString(home.resolve("lib/checksums.sha256"), list);
    }

    private Installation installation() {
        return new Installation(home, home.resolve("lib/helvo.jar"));
    }

    private static Commands.Answer answer(String slope) {
        return new Commands.Answer(
                0,
                "{\"fits\": [{\"coefficients\": [{\"name\": \"a\", \"value\": 1}, {\"name\": \"b\", \"value\": " + slope
                        + "}]}]}",
                "");
    }

    private List<Finding> ofCase(String slope) throws IOException {
        return ReferenceCase.read(home.resolve("reference")).getFirst().run(home, words -> {
            assertThat(words).containsExactly("fit", home.resolve("a.csv").toString(), "--json", "--quiet");
            return answer(slope);
        });
    }

    @Test
    void aValueIsFoundByNameAndItsDigitsAreCounted() throws IOException {
        Finding slope = ofCase("2.50000000000001").getFirst();
        assertThat(slope.passed()).isTrue();
        assertThat(slope.digits().orElseThrow()).isCloseTo(14.4, within(0.05));
        assertThat(ofCase("2.5000000001").getFirst().passed()).isFalse();
        Finding missing = ofCase("2.5").get(1);
        assertThat(missing.passed()).isFalse();
        assertThat(missing.found()).isEqualTo("no such value in the answer");
    }

    @Test
    void aCommandThatFailsIsNoValue() throws IOException {
        Finding slope = ReferenceCase.read(home.resolve("reference"))
                .getFirst()
                .run(home, _ -> new Commands.Answer(1, "", "“a.csv” is not there.\n"))
                .getFirst();
        assertThat(slope.passed()).isFalse();
        assertThat(slope.found()).isEqualTo("no answer: “a.csv” is not there.");
    }

    @ParameterizedTest
    @CsvSource({"1, 1, 16", "1, 1.001, 3", "1000, 1001, 3", "0, 0.01, 2", "0, 0, 16", "-2, 2, 0", "1e-30, 1.1e-30, 1"})
    void digitsThatAgree(BigDecimal expected, BigDecimal found, double digits) {
        assertThat(ReferenceCase.digits(expected, found)).isCloseTo(digits, within(1e-6));
    }

    @Test
    void filesAreThoseThatWereShipped() throws IOException {
        assertThat(installation().files()).singleElement().matches(Finding::passed);
        Files.writeString(home.resolve("lib/helvo.jar"), "Archive");
        Files.writeString(home.resolve("lib/more.jar"), "more");
        Files.delete(home.resolve("bin/helvo"));
        assertThat(installation().files())
                .filteredOn(each -> !each.passed())
                .extracting(Finding::what, each -> each.found().length() == 64 ? "another" : each.found())
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple("bin/helvo", "missing"),
                        org.assertj.core.groups.Tuple.tuple("lib/helvo.jar", "another"),
                        org.assertj.core.groups.Tuple.tuple("lib/more.jar", "is there"),
                        org.assertj.core.groups.Tuple.tuple("files as they were shipped", "1"));
    }

    @Test
    void withoutReferenceValuesNothingIsSaidToBeRight() throws IOException {
        Files.delete(home.resolve("reference/expected.json"));
        assertThatThrownBy(() -> Validation.of(installation(), _ -> answer("2.5"), true, Progress.none()))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("reference values cannot be read");
        Files.writeString(home.resolve("reference/expected.json"), "{\"cases\": []}");
        assertThatThrownBy(() -> ReferenceCase.read(home.resolve("reference"))).hasMessageContaining("it has no cases");
    }

    private static Validation found(boolean passed) {
        return new Validation(
                List.of(new Finding(
                        "Lines",
                        "a line",
                        "by hand",
                        "slope",
                        "2.5",
                        passed ? "2.5" : "2.6",
                        java.util.OptionalDouble.of(passed ? 16 : 1.4),
                        passed)),
                Map.of("Program", "Helvo 9"),
                false,
                true);
    }

    @Test
    void failingIsLoudInEachForm() throws IOException {
        var failed = new Protocol(found(false), "2026-01-01", "J. <Tern>");
        assertThat(failed.verdict()).isEqualTo("1 of 1 values and steps is NOT as it must be.");
        String page = new String(failed.bytes(Protocol.Form.HTML), StandardCharsets.UTF_8);
        assertThat(page)
                .contains(
                        "NOT as it must be", "Do not use this installation", "<strong>NO</strong>", "J. &lt;Tern&gt;");
        assertThat(new String(failed.bytes(Protocol.Form.JSON), StandardCharsets.UTF_8))
                .contains("\"passed\" : false", "\"digits\" : 1.4", "Do not use");
        var passed = new Protocol(found(true), "2026-01-01", "");
        assertThat(passed.verdict()).isEqualTo("All 1 values and steps are as they must be.");
        assertThat(new String(passed.bytes(Protocol.Form.HTML), StandardCharsets.UTF_8))
                .doesNotContain("Do not use", "NO</strong>")
                .contains("Name: ____");
        assertThat(passed.bytes(Protocol.Form.PDF)).isEqualTo(passed.bytes(Protocol.Form.PDF));
    }
}
