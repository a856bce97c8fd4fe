package helvo.files.json;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.History;
import helvo.core.table.Column;
import helvo.core.table.Table;
import java.util.List;
import java.util.stream.Stream;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/// The JSON of `helvo show`: what a study holds, with its results.
public final class StudySummaryJson {
    private StudySummaryJson() {}

    /// @param figures those that are told
    public static ObjectNode of(String file, String version, History history, List<FigureAnalysis> figures) {
        ObjectNode whole = JsonNodeFactory.instance
                .objectNode()
                .put("file", file)
                .put("version", version)
                .put("study", history.study().name());
        ArrayNode tables = whole.putArray("tables");
        history.study().tables().forEach(table -> tables.add(table(table)));
        ArrayNode reports = whole.putArray("figures");
        figures.forEach(figure -> reports.add((figure.missing().isPresent()
                        ? JsonNodeFactory.instance
                                .objectNode()
                                .put("missing", figure.missing().get())
                        : FitJson.reportOf(file, figure))
                .put("id", figure.figure().id())
                .put("title", figure.title())));
        ArrayNode steps = whole.putArray("history");
        steps(history)
                .forEach(step ->
                        steps.addObject().put("at", step.at().toString()).put("says", step.sentence()));
        return whole;
    }

    private static ObjectNode table(Table table) {
        ObjectNode node = JsonNodeFactory.instance
                .objectNode()
                .put("id", table.id())
                .put("name", table.name())
                .put("rows", table.rows());
        ArrayNode columns = node.putArray("columns");
        for (Column column : table.columns()) {
            columns.addObject()
                    .put("id", column.id())
                    .put("name", column.name())
                    .put("unit", column.unit())
                    .put("holds", column.holds())
                    .put("role", column.role().tag());
        }
        ArrayNode excluded = node.putArray("excluded");
        table.excluded().reasons().keySet().forEach(row -> excluded.add(row + 1));
        return node;
    }

    /// All that was done and not undone, oldest first.
    public static List<History.Logged> steps(History history) {
        return Stream.concat(
                        history.earlier().stream(),
                        history.steps().stream().map(step -> new History.Logged(step.at(), step.sentence())))
                .toList();
    }
}
