package helvo.files.json;

import helvo.core.number.DecimalMark;
import helvo.core.quality.AmbiguousColumn;
import helvo.core.quality.Problem;
import helvo.core.quality.Problems;
import helvo.core.table.Column;
import helvo.core.table.ImportReport;
import helvo.core.table.Table;
import helvo.core.unit.Unit;
import helvo.files.table.TableReading;
import java.util.List;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/// The JSON of how a table was read: `readAs` and `warnings` of every report, and the whole of `helvo check
/// --json`. Rows are counted from 1.
public final class ReadingJson {
    private static final JsonMapper MAPPER =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    private ReadingJson() {}

    /// A file that was checked.
    ///
    /// @param warnings what a careful person wants to know of the reading
    /// @param readings of the file between which a person must choose
    public record Checked(
            String file, Table table, List<String> warnings, List<TableReading> readings, Problems problems) {}

    /// Adds `readAs` and `warnings` to a report.
    static void put(ObjectNode report, Table table, List<String> warnings) {
        ObjectNode readAs = report.putObject("readAs");
        readAs.put("layout", table.importReport().map(ImportReport::layout).orElse(""));
        readAs.put("decimal", table.decimalMark() == DecimalMark.POINT ? "point" : "comma");
        ArrayNode columns = readAs.putArray("columns");
        for (Column column : table.columns()) {
            columns.addObject()
                    .put("name", column.name())
                    .put("unit", column.unit())
                    .put("ucum", Unit.code(column.unit()).orElse(null))
                    .put("holds", column.holds())
                    .put("role", column.role().tag());
        }
        ArrayNode remarks = readAs.putArray("decisions");
        table.importReport().ifPresent(how -> how.remarks().forEach(remark -> {
            ObjectNode each = remarks.addObject();
            if (remark.column().isEmpty()) {
                each.putNull("column");
            } else {
                each.put("column", remark.column());
            }
            each.put("says", remark.sentence());
        }));
        ArrayNode aside = readAs.putArray("excluded");
        table.excluded()
                .reasons()
                .forEach((row, reason) -> aside.addObject().put("row", row + 1).put("why", reason));
        ArrayNode notes = readAs.putArray("notes");
        table.importReport().ifPresent(how -> how.notes().forEach(notes::add));
        ArrayNode said = report.putArray("warnings");
        warnings.forEach(said::add);
    }

    /// Of one file an object, of several an array of them.
    public static String checked(List<Checked> files) {
        List<ObjectNode> nodes = files.stream().map(ReadingJson::node).toList();
        return MAPPER.writeValueAsString(
                nodes.size() == 1
                        ? nodes.getFirst()
                        : JsonNodeFactory.instance.arrayNode().addAll(nodes));
    }

    private static ObjectNode node(Checked checked) {
        ObjectNode node =
                JsonNodeFactory.instance.objectNode().put("file", checked.file).put("rows", checked.table.rows());
        put(node, checked.table, checked.warnings);
        ArrayNode questions = node.putArray("questions");
        for (AmbiguousColumn question : checked.problems.questions()) {
            ObjectNode each = questions
                    .addObject()
                    .put("column", checked.table.column(question.column()).name())
                    .put("says", question.sentence(checked.table));
            ArrayNode ways = each.putArray("ways");
            question.ways().forEach(way -> ways.add(way.words()));
        }
        if (!checked.readings.isEmpty()) {
            ObjectNode each = questions
                    .addObject()
                    .putNull("column")
                    .put(
                            "says",
                            checked.table
                                    .importReport()
                                    .flatMap(ImportReport::question)
                                    .orElse(""));
            ArrayNode ways = each.putArray("ways");
            checked.readings.forEach(reading -> ways.add(reading.name()));
        }
        ArrayNode looks = node.putArray("needsALook");
        for (Problem problem : checked.problems.groups()) {
            ObjectNode each = looks.addObject();
            problem.in(checked.table)
                    .ifPresentOrElse(column -> each.put("column", column.name()), () -> each.putNull("column"));
            ArrayNode rows = each.putArray("rows");
            for (int row : problem.rows()) {
                rows.add(row + 1);
            }
            each.put("why", problem.why(checked.table));
        }
        return node;
    }
}
