package helvo.files.json;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.check.Check;
import helvo.core.fit.Fit;
import helvo.core.number.NumberNotation;
import helvo.core.results.ChecksResults;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/// The checks of a fit in the report of `helvo fit --json`. Rows are counted from 1.
final class ChecksJson {
    private ChecksJson() {}

    static void put(ObjectNode node, SeriesAnalysis series, Fit fit) {
        ArrayNode checks = node.putArray("checks");
        var words = new ChecksResults(series, fit, NumberNotation.POINT);
        for (Check check : series.judgement().checks()) {
            ObjectNode each = checks.addObject().put("check", check.kind().keyword());
            JsonFields.put(each, "statistic", check.statistic());
            JsonFields.put(each, "p", check.p());
            JsonFields.put(each, "adjustedP", check.adjusted());
            each.put("warns", check.isWarning());
            each.put("says", words.sentence(check));
            ArrayNode rows = each.putArray("rows");
            check.rows().forEach(row -> rows.add(row + 1));
        }
        ArrayNode shapes = node.putArray("patternless");
        series.judgement().adequateAlternatives().forEach(curve -> shapes.add(curve.name()));
    }
}
