package helvo.core.derive;

import helvo.core.IntList;
import helvo.core.table.BarMeaning;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
import helvo.core.table.Decision;
import helvo.core.table.Derivation;
import helvo.core.table.DerivedTable;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Statistic;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;

/// Tables of statistics of groups of another table's rows, which follow that table.
public final class Summaries {
    private Summaries() {}

    /// A new summary. The first grouping column of numbers is its x (or, where a text column groups too, that is
    /// its `by`), the first middle its y, and a spread of the same column the bars of that.
    ///
    /// @param id         of the new table
    /// @param by         columns of the source to group by
    /// @param of         columns of the source to summarise
    /// @param statistics of each of them
    public static Table of(
            int id, String name, Table source, List<Integer> by, List<Integer> of, List<Statistic> statistics) {
        var columns = new ArrayList<Column>();
        for (int group : by) {
            Column column = source.column(group);
            Role role = column.kind() == Kind.TEXT ? Role.BY : Role.X;
            Role free = columns.stream().anyMatch(each -> each.role() == role) ? Role.NONE : role;
            columns.add(new Column(
                    columns.size() + 1,
                    column.heading(),
                    column.kind(),
                    free,
                    column.format(),
                    column.barMeaning(),
                    Optional.of(new Derivation.Group(group)),
                    Cells.NONE));
        }
        for (int value : of) {
            boolean hasMiddle = false;
            for (Statistic statistic : statistics) {
                Role role = statistic.isSpread()
                        ? columns.getLast().role() == Role.Y ? Role.Y_BAR : Role.NONE
                        : value == of.getFirst() && !hasMiddle && statistic != Statistic.COUNT ? Role.Y : Role.NONE;
                hasMiddle |= role == Role.Y;
                columns.add(column(columns.size() + 1, source.column(value), statistic, role));
            }
        }
        var empty = new Table(
                id,
                name,
                source.decimalMark(),
                Optional.empty(),
                columns,
                ExcludedRows.NONE,
                List.of(),
                Optional.of(new DerivedTable(source.id(), by, DerivedTable.Form.GROUPS, List.of())),
                false,
                Optional.empty());
        return refreshed(empty, source);
    }

    private static Column column(int id, Column of, Statistic statistic, Role role) {
        BarMeaning meaning = statistic.isSpread() ? statistic.barMeaning() : of.barMeaning();
        ColumnFormat format = statistic == Statistic.COUNT
                ? new ColumnFormat.AsWritten(0)
                : new ColumnFormat.Significant(statistic.isSpread() ? 3 : 6);
        return new Column(
                id,
                statistic.heading(of.heading()),
                Kind.NUMBER,
                role,
                format,
                meaning,
                Optional.of(new Derivation.GroupStatistic(statistic, of.id())),
                Cells.NONE);
    }

    /// The summary computed again of its source; excluded rows stay so by their group. Columns of a source column
    /// that is gone keep their values and follow no more.
    public static Table refreshed(Table summary, Table source) {
        if (summary.summary().orElseThrow().form() != DerivedTable.Form.GROUPS) {
            return Reshaping.refreshed(summary, source);
        }
        List<Integer> by = summary.summary().orElseThrow().by();
        boolean whole = by.stream().allMatch(id -> has(source, id));
        if (!whole) {
            return detached(summary);
        }
        Map<List<Cell>, IntList> groups = groups(source, by);
        Table fresh = summary.withColumns(summary.columns().stream()
                .map(column -> switch (column.derivation().orElse(null)) {
                    case Derivation.Group(int of) ->
                        has(source, of)
                                ? column.withCells(keys(groups, by.indexOf(of)))
                                : column.withDerivation(Optional.empty());
                    case Derivation.GroupStatistic(Statistic statistic, int of) ->
                        has(source, of)
                                ? column.withCells(
                                        values(groups, source.column(of).cells(), statistic))
                                : column.withDerivation(Optional.empty());
                    case null, default -> column;
                })
                .toList());
        return keepingRows(summary, fresh, (table, row) -> key(table, row, by));
    }

    /// The same values as a table of its own.
    public static Table detached(Table summary) {
        return summary.withSummary(Optional.empty())
                .withColumns(summary.columns().stream()
                        .map(column -> column.derivation().orElse(null) instanceof Derivation.Group
                                        || column.derivation().orElse(null) instanceof Derivation.GroupStatistic
                                        || column.derivation().orElse(null) instanceof Derivation.Reshaped
                                ? column.withDerivation(Optional.empty())
                                : column)
                        .toList());
    }

    private static boolean has(Table table, int column) {
        return table.columns().stream().anyMatch(each -> each.id() == column);
    }

    /// Rows that are not excluded and whose grouping cells are not all empty, by those cells.
    private static Map<List<Cell>, IntList> groups(Table source, List<Integer> by) {
        List<Cells> keys = by.stream().map(id -> source.column(id).cells()).toList();
        var groups = new LinkedHashMap<List<Cell>, IntList>();
        for (int row = 0; row < source.rows(); row++) {
            int at = row;
            List<Cell> key = keys.stream().map(cells -> cells.cell(at)).toList();
            if (!source.excluded().has(row) && !key.stream().allMatch(Cell.Empty.class::isInstance)) {
                groups.computeIfAbsent(key, _ -> new IntList()).add(row);
            }
        }
        return groups;
    }

    private static Cells keys(Map<List<Cell>, IntList> groups, int place) {
        return Cells.of(groups.keySet().stream().map(key -> key.get(place)).toList());
    }

    private static Cells values(Map<List<Cell>, IntList> groups, Cells of, Statistic statistic) {
        return Cells.of(groups.values().stream()
                .map(rows -> {
                    double value = statistic.of(Arrays.stream(rows.toArray())
                            .mapToDouble(of::number)
                            .filter(Double::isFinite)
                            .toArray());
                    return Double.isFinite(value) ? new Cell.Number(value) : Cell.EMPTY;
                })
                .toList());
    }

    /// The table worked out again with what was said of rows of the old one, told by what names them.
    static Table keepingRows(Table old, Table fresh, BiFunction<Table, Integer, List<Cell>> key) {
        if (old.excluded().reasons().isEmpty() && old.decisions().isEmpty()) {
            return fresh;
        }
        Map<List<Cell>, Integer> places = new HashMap<>();
        for (int row = 0; row < fresh.rows(); row++) {
            places.putIfAbsent(key.apply(fresh, row), row);
        }
        var aside = new HashMap<Integer, String>();
        old.excluded().reasons().forEach((row, reason) -> Optional.ofNullable(places.get(key.apply(old, row)))
                .ifPresent(place -> aside.put(place, reason)));
        List<Decision> decisions = old.decisions().stream()
                .flatMap(decision -> Optional.ofNullable(places.get(key.apply(old, decision.row())))
                        .map(place -> new Decision(
                                place, decision.column(), decision.original(), decision.problem(), decision.choice()))
                        .stream())
                .toList();
        return fresh.withExcluded(ExcludedRows.of(aside)).withDecisions(decisions);
    }

    private static List<Cell> key(Table summary, int row, List<Integer> by) {
        return by.stream()
                .map(id -> summary.columns().stream()
                        .filter(column -> column.derivation().equals(Optional.of(new Derivation.Group(id))))
                        .findFirst()
                        .map(column -> column.cells().cell(row))
                        .orElse(Cell.EMPTY))
                .toList();
    }
}
