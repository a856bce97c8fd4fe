package helvo.files.fuzz;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/// What the fuzzer has found worth keeping, once more: `docs/fuzz` adds to it.
@Tag("thorough")
class CorpusTest {
    private static final Map<String, FuzzTarget> TARGETS = Map.of(
            "text",
            new TextFuzz(),
            "xlsx",
            new XlsxFuzz(),
            "ods",
            new OdsFuzz(),
            "study",
            new StudyFuzz(),
            "journal",
            new JournalFuzz(),
            "formula",
            new FormulaFuzz(),
            "edit",
            new EditFuzz());

    static Stream<String> targets() {
        return TARGETS.keySet().stream().sorted();
    }

    @ParameterizedTest
    @MethodSource("targets")
    void everyInputGivesAResultOrARefusalSoon(String name) throws IOException {
        FuzzTarget target = TARGETS.get(name);
        assertThat(FuzzTarget.corpus(name)).isNotEmpty();
        for (Path input : FuzzTarget.corpus(name)) {
            byte[] bytes = Files.readAllBytes(input);
            assertTimeoutPreemptively(Duration.ofSeconds(20), () -> assertThatCode(() -> target.run(bytes))
                    .as(input.toString())
                    .doesNotThrowAnyException());
        }
    }
}
