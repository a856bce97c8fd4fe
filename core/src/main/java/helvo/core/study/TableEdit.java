package helvo.core.study;

import helvo.core.Require;
import helvo.core.RootLocale;
import helvo.core.number.NumberText;
import helvo.core.numeric.RisingOrder;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Decision;
import helvo.core.table.RowCondition;
import helvo.core.table.Table;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/// Changes of a table's cells and rows. Cells of derived columns follow their sources and are left alone.
public sealed interface TableEdit extends TableChange {
    /// Rows without anything that an edit may leave behind the last one, or put between others.
    int MOST_BLANK_ROWS = 1 << 20;

    private static void requireNear(int row, Table before) {
        Require.require(
                row >= 0 && row <= before.rows() + MOST_BLANK_ROWS,
                "row %s lies too far behind the last one, %s",
                row + 1L,
                before.rows());
    }

    /// Types a text into a cell.
    ///
    /// @param row   0 is the first
    /// @param text as the person typed it; blank empties the cell
    record SetCell(int table, int column, int row, String text) implements TableEdit {
        @Override
        public Table change(Table before) {
            if (before.column(column).isDerived()) {
                return before;
            }
            Cell cell = before.column(column).typed(text, before.decimalMark());
            int decimals = cell instanceof Cell.Number ? NumberText.decimals(text.strip(), before.decimalMark()) : 0;
            requireNear(row, before);
            return DecisionEdit.undecided(before, each -> each.column() == column && each.row() == row)
                    .withColumn(column, old -> {
                        Column changed = old.withCells(old.cells().withCell(row, cell));
                        return old.cells().size() == 0 ? changed.withDecimals(decimals) : changed.showing(text);
                    });
        }

        @Override
        public String sentenceOfTable(Table before) {
            Column old = before.column(column);
            String place = "Row " + (row + 1) + ", " + old.name() + ": ";
            String shown = old.shown(row, before.decimalMark());
            String was = shown.isEmpty() ? "an empty cell" : "“" + shown + "”";
            return place + (text.isBlank() ? "empty" : "“" + text.strip() + "”") + " instead of " + was;
        }
    }

    /// @param rows 0 is the first
    record ExcludeRows(int table, List<Integer> rows, String reason) implements TableEdit {
        public ExcludeRows {
            rows = List.copyOf(rows);
        }

        @Override
        public Table change(Table before) {
            return before.withExcluded(before.excluded().with(rows, reason));
        }

        @Override
        public String sentenceOfTable(Table before) {
            return "Exclude " + named(rows) + (reason.isBlank() ? "" : ": " + reason);
        }
    }

    /// Excludes every row that meets the conditions.
    record ExcludeWhere(int table, List<RowCondition> conditions, String reason) implements TableEdit {
        public ExcludeWhere {
            conditions = List.copyOf(conditions);
        }

        @Override
        public Table change(Table before) {
            var meets = RowCondition.all(conditions, before);
            return before.withExcluded(before.excluded()
                    .with(
                            IntStream.range(0, before.rows())
                                    .filter(meets)
                                    .boxed()
                                    .toList(),
                            reason));
        }

        @Override
        public String sentenceOfTable(Table before) {
            return "Exclude rows where " + RowCondition.sentence(conditions, before)
                    + (reason.isBlank() ? "" : ": " + reason);
        }
    }

    record IncludeRows(int table, List<Integer> rows) implements TableEdit {
        public IncludeRows {
            rows = List.copyOf(rows);
        }

        @Override
        public Table change(Table before) {
            return before.withExcluded(before.excluded().without(rows));
        }

        @Override
        public String sentenceOfTable(Table before) {
            return "Include " + named(rows);
        }
    }

    /// Puts a block of texts, as pasted, over the cells from a place on; rows and columns beyond the end are added.
    ///
    /// @param row    of the block's upper left cell, 0 is the first
    /// @param column its place among the columns, 0 is the first
    /// @param cells  rows of texts as they were written
    record SetBlock(int table, int row, int column, List<List<String>> cells) implements TableEdit {
        public SetBlock {
            cells = cells.stream().map(List::copyOf).toList();
        }

        @Override
        public Table change(Table before) {
            int width = cells.stream().mapToInt(List::size).max().orElse(0);
            requireNear(row, before);
            Require.require(
                    column >= 0 && column <= Table.MOST_COLUMNS - width,
                    "a table has at most %s columns",
                    Table.MOST_COLUMNS);
            var columns = new ArrayList<>(before.columns());
            while (columns.size() < column + width) {
                columns.add(ColumnEdit.blank(before.withColumns(columns)));
            }
            for (int c = 0; c < width; c++) {
                if (!columns.get(column + c).isDerived()) {
                    columns.set(column + c, withTexts(columns.get(column + c), c, before));
                }
            }
            return DecisionEdit.undecided(before.withColumns(columns), each -> isOver(each, before));
        }

        private boolean isOver(Decision decision, Table before) {
            int line = decision.row() - row;
            int place = IntStream.range(0, before.columns().size())
                    .filter(c -> before.columns().get(c).id() == decision.column()
                            && !before.columns().get(c).isDerived())
                    .findFirst()
                    .orElse(-1);
            return line >= 0
                    && line < cells.size()
                    && place >= column
                    && place - column < cells.get(line).size();
        }

        private Column withTexts(Column old, int c, Table before) {
            int end = Math.max(old.cells().size(), row + cells.size());
            var builder = new Cells.Builder();
            int decimals = old.cells().size() == 0 ? 0 : old.decimals();
            for (int r = 0; r < end; r++) {
                List<String> line = r < row || r >= row + cells.size() ? List.of() : cells.get(r - row);
                if (c < line.size()) {
                    Cell cell = old.typed(line.get(c), before.decimalMark());
                    builder.add(cell);
                    decimals = cell instanceof Cell.Number
                            ? Math.max(decimals, NumberText.decimals(line.get(c).strip(), before.decimalMark()))
                            : decimals;
                } else {
                    builder.add(old.cells().cell(r));
                }
            }
            return old.withCells(builder.build()).withDecimals(decimals);
        }

        @Override
        public String sentenceOfTable(Table before) {
            return RootLocale.format(
                    "Paste %,d × %,d cells from row %,d on",
                    cells.size(), cells.stream().mapToInt(List::size).max().orElse(0), row + 1);
        }
    }

    /// Rows behind the last, as a file that grew has them.
    ///
    /// @param columns ids of those that get a cell
    /// @param cells   of each row, in the order of the columns
    record AppendRows(int table, List<Integer> columns, List<List<Cell>> cells) implements TableEdit {
        public AppendRows {
            columns = List.copyOf(columns);
            cells = cells.stream().map(List::copyOf).toList();
        }

        @Override
        public Table change(Table before) {
            int rows = before.rowsTyped();
            Table after = before;
            for (int c = 0; c < columns.size(); c++) {
                int place = c;
                after = after.withColumn(columns.get(c), old -> {
                    var longer = new Cells.Builder();
                    old.cells().withSize(rows).addTo(longer);
                    cells.forEach(row -> longer.add(row.get(place)));
                    return old.withCells(longer.build());
                });
            }
            return after;
        }

        @Override
        public String sentenceOfTable(Table before) {
            String source = before.source().map(each -> " of " + each.name()).orElse("");
            return cells.size() == 1
                    ? "1 row more" + source
                    : RootLocale.format("%,d rows more%s", cells.size(), source);
        }
    }

    /// Empty rows before a row.
    ///
    /// @param row 0 is the first; as many as there are rows to add at the end
    record InsertRows(int table, int row, int count) implements TableEdit {
        @Override
        public Table change(Table before) {
            int rows = before.rows();
            int at = Math.min(row, rows);
            Require.require(
                    row >= 0 && count >= 0 && count <= MOST_BLANK_ROWS,
                    "at most %s rows are inserted at a time",
                    MOST_BLANK_ROWS);
            return before.withRows(IntStream.range(0, rows + count)
                    .map(r -> r < at ? r : r < at + count ? -1 : r - count)
                    .toArray());
        }

        @Override
        public String sentenceOfTable(Table before) {
            return count == 1
                    ? RootLocale.format("Insert a row before row %,d", row + 1)
                    : RootLocale.format("Insert %,d rows before row %,d", count, row + 1);
        }
    }

    /// @param rows 0 is the first
    record RemoveRows(int table, List<Integer> rows) implements TableEdit {
        public RemoveRows {
            rows = List.copyOf(rows);
        }

        @Override
        public Table change(Table before) {
            Set<Integer> gone = new HashSet<>(rows);
            return before.withRows(IntStream.range(0, before.rows())
                    .filter(row -> !gone.contains(row))
                    .toArray());
        }

        @Override
        public String sentenceOfTable(Table before) {
            return "Remove " + named(rows);
        }
    }

    /// Moves a run of rows up or down past others.
    ///
    /// @param row   the first of them, 0 is the first
    /// @param count how many
    /// @param offset    places down; up where negative; no farther than the ends
    record MoveRows(int table, int row, int count, int offset) implements TableEdit {
        @Override
        public Table change(Table before) {
            int rows = before.rows();
            int n = Math.min(count, rows - row);
            int to = Math.clamp((long) row + offset, 0, Math.max(0, rows - n));
            var order = new ArrayList<>(IntStream.range(0, rows).boxed().toList());
            List<Integer> moved = new ArrayList<>(order.subList(row, row + n));
            order.subList(row, row + n).clear();
            order.addAll(to, moved);
            return before.withRows(order.stream().mapToInt(Integer::intValue).toArray());
        }

        @Override
        public String sentenceOfTable(Table before) {
            return "Move " + named(IntStream.range(row, row + count).boxed().toList()) + (offset < 0 ? " up" : " down");
        }
    }

    /// Sorts the rows by a column, equal ones keeping their order: numbers, then text, then empty cells.
    record Sort(int table, int column, boolean ascending) implements TableEdit {
        @Override
        public Table change(Table before) {
            Cells by = before.column(column).cells();
            double[] keys = IntStream.range(0, before.rows())
                    .mapToDouble(row -> ascending ? by.number(row) : -by.number(row))
                    .toArray();
            int[] order = RisingOrder.of(keys);
            int numbers =
                    (int) Arrays.stream(keys).filter(key -> !Double.isNaN(key)).count();
            Comparator<Integer> texts = Comparator.comparing(row -> by.cell(row).exactText());
            IntStream rest = Arrays.stream(order, numbers, order.length)
                    .boxed()
                    .sorted(Comparator.<Integer, Boolean>comparing(row -> by.cell(row) instanceof Cell.Empty)
                            .thenComparing(ascending ? texts : texts.reversed()))
                    .mapToInt(Integer::intValue);
            return before.withRows(
                    IntStream.concat(Arrays.stream(order, 0, numbers), rest).toArray());
        }

        @Override
        public String sentenceOfTable(Table before) {
            return "Sort the rows by " + before.column(column).name() + (ascending ? ", rising" : ", falling");
        }
    }

    /// Fills cells downwards with a regular series: first, first + step, first + 2 step …, each as the decimal it
    /// stands for.
    record FillSeries(int table, int column, int row, double first, double step, int count) implements TableEdit {
        /// As many rows as a table that one types into has use for.
        public static final int MAX = 1_000_000;

        public FillSeries {
            Require.require(
                    Double.isFinite(first) && Double.isFinite(step),
                    "first=%s and step=%s must be finite",
                    first,
                    step);
            Require.require(count >= 1 && count <= MAX, "count=%s must be 1 to %s", count, MAX);
        }

        @Override
        public Table change(Table before) {
            BigDecimal start = BigDecimal.valueOf(first);
            BigDecimal by = BigDecimal.valueOf(step);
            return before.column(column).isDerived()
                    ? before
                    : DecisionEdit.undecided(before, this::isOver).withColumn(column, old -> {
                        var builder = new Cells.Builder();
                        for (int r = 0; r < Math.max(old.cells().size(), row + count); r++) {
                            double value = start.add(by.multiply(BigDecimal.valueOf((long) r - row)))
                                    .doubleValue();
                            if (r >= row && r < row + count && Double.isFinite(value)) {
                                builder.addNumber(value);
                            } else {
                                builder.add(old.cells().cell(r));
                            }
                        }
                        int decimals = Math.clamp(
                                Math.max(
                                        start.stripTrailingZeros().scale(),
                                        by.stripTrailingZeros().scale()),
                                0,
                                10);
                        return old.withCells(builder.build())
                                .withDecimals(Math.max(decimals, old.cells().size() == 0 ? 0 : old.decimals()));
                    });
        }

        private boolean isOver(Decision decision) {
            return decision.column() == column && decision.row() >= row && decision.row() - row < count;
        }

        @Override
        public String sentenceOfTable(Table before) {
            return RootLocale.format(
                    "Fill %s with %s, %s … (%,d values)",
                    before.column(column).name(), NumberText.shortest(first), NumberText.shortest(first + step), count);
        }
    }

    /// "row 3", "rows 3, 5, 7 and 12 more".
    static String named(List<Integer> rows) {
        String numbers =
                rows.stream().limit(8).map(row -> Integer.toString(row + 1)).collect(Collectors.joining(", "));
        return (rows.size() == 1 ? "row " : "rows ")
                + numbers
                + (rows.size() > 8 ? " and " + (rows.size() - 8) + " more" : "");
    }
}
