package helvo.files.study;

import helvo.core.study.Study;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Table;
import helvo.files.json.StudyJson;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/// A study told by how it differs from an earlier one: all of it but the cells, and of the cells those that
/// changed. It grows with the changes, not with the tables.
final class StatePatch {
    private static final JsonMapper JSON = StudyJson.mapper();

    private StatePatch() {}

    static ObjectNode of(Study base, Study now) {
        ObjectNode patch = JSON.createObjectNode();
        patch.set("study", JSON.valueToTree(StudyWriter.withCells(now, _ -> Cells.NONE)));
        ArrayNode tables = patch.putArray("cells");
        for (Table table : now.tables()) {
            ArrayNode columns = tables.addArray();
            Optional<Table> old = base.tables().stream()
                    .filter(each -> each.id() == table.id())
                    .findFirst();
            for (Column column : table.columns()) {
                columns.add(cellsPatch(
                        old.flatMap(each -> each.columns().stream()
                                        .filter(like -> like.id() == column.id())
                                        .findFirst())
                                .map(Column::cells),
                        column.cells()));
            }
        }
        return patch;
    }

    private static ObjectNode cellsPatch(Optional<Cells> old, Cells now) {
        ObjectNode told = JSON.createObjectNode();
        Optional<List<Integer>> changed = old.flatMap(each -> changed(each, now));
        if (changed.isEmpty()) {
            told.set("all", JSON.valueToTree(now));
            return told;
        }
        told.put("rows", now.size());
        ArrayNode rows = told.putArray("changed");
        ArrayNode to = told.putArray("to");
        changed.get().forEach(row -> {
            rows.add(row);
            to.add(JSON.<JsonNode>valueToTree(now.cell(row)));
        });
        return told;
    }

    /// The rows in which two columns differ.
    ///
    /// @return empty when so many do that all cells are told more shortly
    private static Optional<List<Integer>> changed(Cells old, Cells now) {
        var rows = new ArrayList<Integer>();
        for (int row = 0; row < now.size(); row++) {
            if (now.sharesBlock(old, row)) {
                row = now.blockEnd(row) - 1;
            } else if (!now.cell(row).equals(old.cell(row))) {
                rows.add(row);
                if (rows.size() > now.size() / 2) {
                    return Optional.empty();
                }
            }
        }
        return Optional.of(rows);
    }

    /// The study that a patch of an earlier one tells.
    ///
    /// @throws IllegalArgumentException when it is no patch of that
    static Study apply(Study base, JsonNode patch) {
        Study bare = JSON.treeToValue(patch.get("study"), Study.class);
        var tables = new ArrayList<Table>();
        for (int t = 0; t < bare.tables().size(); t++) {
            Table table = bare.tables().get(t);
            var columns = new ArrayList<Column>();
            for (int c = 0; c < table.columns().size(); c++) {
                Column column = table.columns().get(c);
                JsonNode told = patch.get("cells").get(t).get(c);
                columns.add(column.withCells(
                        told.has("all")
                                ? JSON.treeToValue(told.get("all"), Cells.class)
                                : patchedCells(
                                        base.table(table.id())
                                                .column(column.id())
                                                .cells(),
                                        told)));
            }
            tables.add(table.withColumns(columns));
        }
        return bare.withTables(tables);
    }

    private static Cells patchedCells(Cells old, JsonNode told) {
        int rows = told.get("rows").asInt();
        Cells sized = old.withSize(rows);
        int[] changed = new int[told.get("changed").size()];
        for (int i = 0; i < changed.length; i++) {
            changed[i] = told.get("changed").get(i).asInt();
        }
        int[] next = {0};
        return sized.withRows(changed, _ -> JSON.treeToValue(told.get("to").get(next[0]++), Cell.class));
    }
}
