package helvo.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.io.InputStream;
import java.io.StringWriter;
import java.net.URISyntaxException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/// Tables as instruments, offices and colleagues write them. Each was written without this program, and what its
/// line is was worked out in exact fractions from the numbers that its writer meant: `tables/expected.json`. A
/// table that leaves open what it says is refused with a question.
@InManyLanguages
class RealTablesTest {
    private static final double SECONDS_OF_A_DAY = 86_400;
    private final CommandLineRun run = new CommandLineRun();
    private final StringWriter out = run.out;
    private final StringWriter err = run.err;

    private int helvo(List<String> arguments) {
        return run.helvo(arguments.toArray(String[]::new));
    }

    static Stream<Arguments> tables() throws IOException {
        try (InputStream in = RealTablesTest.class.getResourceAsStream("tables/expected.json")) {
            var cases = new ArrayList<Arguments>();
            new JsonMapper()
                    .readTree(in)
                    .forEach(each -> cases.add(Arguments.of(
                            each.get("file").asString()
                                    + String.join(
                                            " ",
                                            each.get("args")
                                                    .valueStream()
                                                    .map(JsonNode::asString)
                                                    .toList()),
                            each)));
            return cases.stream();
        }
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("tables")
    void givesTheLineThatItsWriterMeantOrAsks(String name, JsonNode expected) throws URISyntaxException {
        Path file = Path.of(RealTablesTest.class
                .getResource("tables/" + expected.get("file").asString())
                .toURI());
        var arguments = new ArrayList<>(List.of(
                "fit",
                file.toString(),
                "--x",
                expected.get("x").asString(),
                "--y",
                expected.get("y").asString(),
                "--json"));
        expected.get("args").forEach(each -> arguments.add(each.asString()));
        int code = helvo(arguments);
        if (expected.has("refused")) {
            assertThat(code).as(out.toString()).isEqualTo(Helvo.DATA_DO_NOT_ALLOW);
            expected.get("refused").forEach(words -> assertThat(err.toString()).contains(words.asString()));
            assertThat(new JsonMapper()
                            .readTree(out.toString())
                            .at("/error/says")
                            .asString())
                    .isEqualTo(err.toString().strip());
            return;
        }
        assertThat(code).as(err.toString()).isEqualTo(Helvo.DONE);
        expected.get("says").forEach(words -> assertThat(err.toString()).contains(words.asString()));
        JsonNode report = new JsonMapper().readTree(out.toString());
        JsonNode fit = report.get("fits").get(0);
        assertThat(fit.get("rows").get("used").asInt())
                .as("rows used")
                .isEqualTo(expected.get("n").asInt());
        double slope = fit.get("coefficients").get(1).get("value").asDouble();
        if (expected.has("perDay")) {
            double perDay = slope
                    * SECONDS_OF_A_DAY
                    / seconds(report.get("time").get("per").asString());
            assertThat(perDay).isCloseTo(expected.get("perDay").asDouble(), near(expected.get("perDay")));
        } else {
            assertThat(slope).isCloseTo(expected.get("slope").asDouble(), near(expected.get("slope")));
            double intercept = fit.get("coefficients").get(0).get("value").asDouble();
            assertThat(intercept).isCloseTo(expected.get("intercept").asDouble(), near(expected.get("intercept")));
        }
    }

    private static org.assertj.core.data.Offset<Double> near(JsonNode number) {
        return within(1e-11 * Math.max(1e-3, Math.abs(number.asDouble())));
    }

    /// In the Gregorian calendar's mean.
    private static double seconds(String unit) {
        return switch (unit) {
            case "second" -> 1;
            case "minute" -> 60;
            case "hour" -> 3600;
            case "day" -> SECONDS_OF_A_DAY;
            case "month" -> 365.2425 / 12 * SECONDS_OF_A_DAY;
            default -> 365.2425 * SECONDS_OF_A_DAY;
        };
    }
}
