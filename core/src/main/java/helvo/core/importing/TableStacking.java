package helvo.core.importing;

import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/// Puts tables with the same columns under one another.
public final class TableStacking {
    private TableStacking() {}

    /// One table with the rows of all, in their order, and a first column that names the table each row comes from
    /// and splits the rows. Columns of the same name, whatever its case, are one; where a table has none, its cells
    /// are empty.
    ///
    /// @param tables at least one
    public static Table of(String name, String source, List<Table> tables) {
        Map<String, List<Optional<Column>>> byName = new LinkedHashMap<>();
        for (int t = 0; t < tables.size(); t++) {
            for (Column column : tables.get(t).columns()) {
                List<Optional<Column>> parts =
                        byName.computeIfAbsent(column.name().toLowerCase(Locale.ROOT), _ -> new ArrayList<>());
                while (parts.size() < t) {
                    parts.add(Optional.empty());
                }
                if (parts.size() == t) {
                    parts.add(Optional.of(column));
                }
            }
        }
        var columns = new ArrayList<Column>();
        var names = new Cells.Builder();
        tables.forEach(
                table -> java.util.stream.IntStream.range(0, table.rows()).forEach(_ -> names.addText(table.name())));
        columns.add(new Column(1, new Heading(source, ""), Kind.TEXT, Role.BY, 0, names.build()));
        for (List<Optional<Column>> parts : byName.values()) {
            columns.add(stacked(columns.size() + 1, parts, tables));
        }
        boolean split =
                columns.stream().filter(column -> column.role() == Role.BY).count() > 1;
        return new Table(
                0,
                name,
                tables.getFirst().decimalMark(),
                Optional.empty(),
                split
                        ? columns.stream()
                                .map(column -> column.id() > 1 && column.role() == Role.BY
                                        ? column.withRole(Role.NONE)
                                        : column)
                                .toList()
                        : columns,
                ExcludedRows.NONE);
    }

    private static Column stacked(int id, List<Optional<Column>> parts, List<Table> tables) {
        Column first = parts.stream().flatMap(Optional::stream).findFirst().orElseThrow();
        var cells = new Cells.Builder();
        int decimals = 0;
        for (int t = 0; t < tables.size(); t++) {
            Optional<Column> part = t < parts.size() ? parts.get(t) : Optional.empty();
            decimals = Math.max(decimals, part.map(Column::decimals).orElse(0));
            boolean otherKind = part.isPresent() && (part.get().kind() == Kind.DATE) != (first.kind() == Kind.DATE);
            for (int row = 0; row < tables.get(t).rows(); row++) {
                Cell cell = part.isPresent() ? part.get().cells().cell(row) : Cell.EMPTY;
                cells.add(
                        otherKind && !(cell instanceof Cell.Empty)
                                ? new Cell.Text(
                                        part.get().shown(row, tables.get(t).decimalMark()))
                                : cell);
            }
        }
        return first.withId(id).withCells(cells.build()).withDecimals(decimals);
    }
}
