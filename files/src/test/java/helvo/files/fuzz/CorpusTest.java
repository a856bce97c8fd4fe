package helvo.files.fuzz;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import java.io.IOException;
import java.net.URISyntaxException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/// What the fuzzer has found worth keeping, once more: `docs/fuzz` adds to it.
class CorpusTest {
    private static final Map<String, FuzzTarget> TARGETS = Map.of("text", new TextFuzz(), "xlsx", new XlsxFuzz(), "ods", new OdsFuzz(),
            "study", new StudyFuzz(), "journal", new JournalFuzz(), "formula", new FormulaFuzz(), "edit", new EditFuzz());

    static Stream<String> targets() {
        return TARGETS.keySet().stream().sorted();
    }

    @ParameterizedTest
    @MethodSource("targets")
    void everyInputGivesAResultOrARefusalSoon(String name) throws IOException, URISyntaxException {
        Path folder = Path.of(CorpusTest.class.getResource("corpus/" + name).toURI());
        List<Path> inputs;
        try (Stream<Path> files = Files.list(folder)) {
            inputs = files.sorted().toList();
        }
        assertThat(inputs).isNotEmpty();
        FuzzTarget target = TARGETS.get(name);
        for (Path input : inputs) {
            byte[] bytes = Files.readAllBytes(input);
            assertTimeoutPreemptively(Duration.ofSeconds(20), () -> assertThatCode(() -> target.run(bytes)).as(input.toString())
                    .doesNotThrowAnyException());
        }
    }
}
