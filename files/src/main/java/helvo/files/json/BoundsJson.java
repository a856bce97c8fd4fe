package helvo.files.json;

import helvo.core.analysis.Diagnostics;
import helvo.core.bounds.BarCoverage;
import helvo.core.bounds.ErrorBarLines;
import helvo.core.bounds.MinimaxPolynomial;
import helvo.core.numeric.Range;
import java.util.Optional;
import java.util.OptionalDouble;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/// The error-bar bounds in the report of `helvo fit --json`. Rows are counted from 1.
final class BoundsJson {
    private BoundsJson() {}

    static ObjectNode of(ErrorBarLines bounds, Diagnostics diagnostics) {
        ObjectNode node = JsonNodeFactory.instance.objectNode();
        node.put("exists", bounds.exist()).put("bars", bounds.bars());
        rows(node, "withoutBars", bounds.without());
        limit(node, "steepest", bounds.steepest());
        limit(node, "shallowest", bounds.shallowest());
        node.put("slopeUnlimited", bounds.upright());
        FitJson.put(node, "slope", bounds.slope());
        FitJson.put(node, "slopeHalfRange", bounds.slopeHalfRange());
        range(node, "intercept", bounds.intercepts());
        node.put("originInside", bounds.proportional().isPresent());
        range(node, "proportionalSlope", bounds.proportional());
        FitJson.put(node, "leastFactor", OptionalDouble.of(bounds.least().factor()));
        limit(node, "leastLine", bounds.least().line());
        FitJson.put(
                node,
                "leastEqualBar",
                bounds.equalBar().isPresent()
                        ? OptionalDouble.of(
                                bounds.equalBar().getAsDouble() * bounds.least().factor())
                        : OptionalDouble.empty());
        rows(node, "inTheWay", bounds.obstacles());
        Optional<BarCoverage> passing = diagnostics.passing();
        FitJson.put(
                node,
                "fittedLineFactor",
                passing.map(each -> OptionalDouble.of(each.factor())).orElse(OptionalDouble.empty()));
        passing.ifPresentOrElse(
                each -> {
                    node.put("fittedLinePasses", each.passes());
                    rows(node, "fittedLineMisses", each.missed());
                },
                () -> node.putNull("fittedLinePasses").putNull("fittedLineMisses"));
        FitJson.put(
                node,
                "leastPolynomialFactor",
                diagnostics
                        .minimax()
                        .map(MinimaxPolynomial::factor)
                        .map(OptionalDouble::of)
                        .orElse(OptionalDouble.empty()));
        bounds.ends()
                .ifPresentOrElse(
                        ends -> {
                            ObjectNode each = node.putObject("endsMethod");
                            limit(each, "steep", Optional.of(ends.steep()));
                            limit(each, "shallow", Optional.of(ends.shallow()));
                            rows(each, "steepMisses", ends.steepMisses());
                            rows(each, "shallowMisses", ends.shallowMisses());
                        },
                        () -> node.putNull("endsMethod"));
        return node;
    }

    private static void limit(ObjectNode node, String key, Optional<ErrorBarLines.Limit> limit) {
        limit.ifPresentOrElse(
                line -> rows(
                        node.putObject(key).put("slope", line.slope()).put("intercept", line.intercept()),
                        "rows",
                        line.rows()),
                () -> node.putNull(key));
    }

    private static void range(ObjectNode node, String key, Optional<Range> range) {
        FitJson.put(
                node,
                key + "Low",
                range.map(each -> OptionalDouble.of(each.low())).orElse(OptionalDouble.empty()));
        FitJson.put(
                node,
                key + "High",
                range.map(each -> OptionalDouble.of(each.high())).orElse(OptionalDouble.empty()));
    }

    private static void rows(ObjectNode node, String key, int[] rows) {
        ArrayNode all = node.putArray(key);
        for (int row : rows) {
            all.add(row + 1);
        }
    }
}
