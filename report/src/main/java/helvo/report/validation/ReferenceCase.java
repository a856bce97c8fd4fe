package helvo.report.validation;

import java.io.IOException;
import java.math.BigDecimal;
import java.math.MathContext;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.StreamSupport;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/// A command with what it must answer, from `expected.json` of the reference folder.
///
/// @param quick whether it belongs to the quick validation
record ReferenceCase(
        String area, String what, String source, boolean quick, List<String> command, List<Expected> values) {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    /// More digits than a double has are told as these.
    private static final double MOST_DIGITS = 16;

    /// @param at     in the answer, as a JSON Pointer (RFC 6901) in which a name may stand for the member of that
    ///     name
    /// @param digits that must agree
    record Expected(String what, String at, BigDecimal value, double digits) {}

    /// @throws IOException with a sentence
    static List<ReferenceCase> read(Path reference) throws IOException {
        Path file = reference.resolve("expected.json");
        try {
            var cases = new ArrayList<ReferenceCase>();
            for (JsonNode each : JSON.readTree(Files.readString(file)).required("cases")) {
                cases.add(new ReferenceCase(
                        each.required("area").asString(),
                        each.required("what").asString(),
                        each.required("source").asString(),
                        each.required("quick").asBoolean(),
                        StreamSupport.stream(each.required("command").spliterator(), false)
                                .map(JsonNode::asString)
                                .toList(),
                        StreamSupport.stream(each.required("values").spliterator(), false)
                                .map(ReferenceCase::expected)
                                .toList()));
            }
            if (cases.isEmpty()) {
                throw new IOException("it has no cases");
            }
            return cases;
        } catch (IOException | JacksonException | IllegalArgumentException e) {
            throw new IOException(
                    "The reference values cannot be read from “" + file + "”: install Helvo anew. (" + e.getMessage()
                            + ")",
                    e);
        }
    }

    private static Expected expected(JsonNode node) {
        return new Expected(
                node.required("what").asString(),
                node.required("at").asString(),
                new BigDecimal(node.required("expected").asString()),
                node.required("digits").asDouble());
    }

    /// Runs the command and compares.
    List<Finding> run(Path reference, Commands commands) {
        var words = new ArrayList<>(command);
        words.set(1, reference.resolve(command.get(1)).toString());
        words.add("--json");
        words.add("--quiet");
        Commands.Answer answer = commands.run(words);
        Optional<JsonNode> json = json(answer);
        return values.stream()
                .map(value -> json.flatMap(whole -> found(whole, value.at))
                        .map(found -> compared(value, found))
                        .orElseGet(() -> finding(
                                value,
                                json.isPresent() ? "no such value in the answer" : refused(answer),
                                OptionalDouble.empty(),
                                false)))
                .toList();
    }

    private static Optional<JsonNode> json(Commands.Answer answer) {
        try {
            return answer.exitCode() == 0 ? Optional.of(JSON.readTree(answer.out())) : Optional.empty();
        } catch (JacksonException e) {
            return Optional.empty();
        }
    }

    private static String refused(Commands.Answer answer) {
        return "no answer: " + answer.err().strip().lines().findFirst().orElse("exit code " + answer.exitCode());
    }

    private Finding compared(Expected value, BigDecimal found) {
        double digits = digits(value.value, found);
        return finding(value, found.toString(), OptionalDouble.of(digits), digits >= value.digits);
    }

    private Finding finding(Expected value, String found, OptionalDouble digits, boolean passed) {
        return new Finding(area, what, source, value.what, value.value.toString(), found, digits, passed);
    }

    /// The logarithm of the relative error, or of the error itself where 0 is expected.
    static double digits(BigDecimal expected, BigDecimal found) {
        BigDecimal off = found.subtract(expected).abs();
        BigDecimal relative = expected.signum() == 0 ? off : off.divide(expected.abs(), MathContext.DECIMAL64);
        return relative.signum() == 0 ? MOST_DIGITS : Math.clamp(-Math.log10(relative.doubleValue()), 0, MOST_DIGITS);
    }

    private static Optional<BigDecimal> found(JsonNode whole, String at) {
        JsonNode node = whole;
        for (String step : at.substring(1).split("/")) {
            JsonNode next = node.isArray() && !step.matches("\\d+")
                    ? StreamSupport.stream(node.spliterator(), false)
                            .filter(each -> step.equals(each.path("name").asString(""))
                                    || step.equals(each.path("check").asString("")))
                            .findFirst()
                            .orElse(null)
                    : node.isArray() ? node.get(Integer.parseInt(step)) : node.get(step);
            if (next == null) {
                return Optional.empty();
            }
            node = next;
        }
        return node.isNumber() ? Optional.of(node.decimalValue()) : Optional.empty();
    }
}
