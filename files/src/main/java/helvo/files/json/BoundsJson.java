package helvo.files.json;

import helvo.core.analysis.Diagnostics;
import helvo.core.bounds.BarCoverage;
import helvo.core.bounds.ErrorBarLines;
import helvo.core.bounds.MinimaxPolynomial;
import helvo.core.numeric.Range;
import java.util.Optional;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/// The error-bar bounds in the report of `helvo fit --json`. Rows are counted from 1.
final class BoundsJson {
    private BoundsJson() {}

    static ObjectNode of(ErrorBarLines bounds, Diagnostics diagnostics) {
        ObjectNode node = JsonNodeFactory.instance.objectNode();
        node.put("exists", bounds.exist()).put("bars", bounds.bars());
        JsonFields.putRows(node, "withoutBars", bounds.without());
        JsonFields.putObject(node, "steepest", bounds.steepest(), BoundsJson::limit);
        JsonFields.putObject(node, "shallowest", bounds.shallowest(), BoundsJson::limit);
        node.put("slopeUnlimited", bounds.upright());
        JsonFields.put(node, "slope", bounds.slope());
        JsonFields.put(node, "slopeHalfRange", bounds.slopeHalfRange());
        range(node, "intercept", bounds.intercepts());
        node.put("originInside", bounds.proportional().isPresent());
        range(node, "proportionalSlope", bounds.proportional());
        double factor = bounds.least().factor();
        JsonFields.put(node, "leastFactor", factor);
        JsonFields.putObject(node, "leastLine", bounds.least().line(), BoundsJson::limit);
        JsonFields.put(node, "leastEqualBar", bounds.equalBar().orElse(Double.NaN) * factor);
        JsonFields.putRows(node, "inTheWay", bounds.obstacles());
        Optional<BarCoverage> passing = diagnostics.passing();
        JsonFields.put(node, "fittedLineFactor", passing, BarCoverage::factor);
        passing.ifPresentOrElse(
                each -> {
                    node.put("fittedLinePasses", each.passes());
                    JsonFields.putRows(node, "fittedLineMisses", each.missed());
                },
                () -> node.putNull("fittedLinePasses").putNull("fittedLineMisses"));
        JsonFields.put(node, "leastPolynomialFactor", diagnostics.minimax(), MinimaxPolynomial::factor);
        JsonFields.putObject(node, "endsMethod", bounds.ends(), (each, ends) -> {
            limit(each.putObject("steep"), ends.steep());
            limit(each.putObject("shallow"), ends.shallow());
            JsonFields.putRows(each, "steepMisses", ends.steepMisses());
            JsonFields.putRows(each, "shallowMisses", ends.shallowMisses());
        });
        return node;
    }

    private static void limit(ObjectNode node, ErrorBarLines.Limit line) {
        JsonFields.putRows(node.put("slope", line.slope()).put("intercept", line.intercept()), "rows", line.rows());
    }

    private static void range(ObjectNode node, String key, Optional<Range> range) {
        JsonFields.put(node, key + "Low", range, Range::low);
        JsonFields.put(node, key + "High", range, Range::high);
    }
}
