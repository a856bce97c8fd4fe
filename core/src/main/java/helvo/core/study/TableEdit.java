package helvo.core.study;

import helvo.core.Require;
import helvo.core.number.NumberText;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/// Changes of one table.
public sealed interface TableEdit extends Edit {
    /// The table's id.
    int table();

    Table change(Table before);

    String sentence(Table before);

    @Override
    default Study apply(Study study) {
        return study.withTable(table(), this::change);
    }

    @Override
    default String sentence(Study before) {
        return sentence(before.table(table()));
    }

    /// Types a text into a cell.
    ///
    /// @param row   0 is the first
    /// @param typed as the person typed it; blank empties the cell
    record SetCell(int table, int column, int row, String typed) implements TableEdit {
        @Override
        public Table change(Table before) {
            Cell cell = Cell.of(typed, before.mark());
            int decimals = cell instanceof Cell.Number ? NumberText.decimals(typed.strip(), before.mark()) : 0;
            return before.withColumn(column, old -> {
                Column changed = old.with(old.cells().with(row, cell));
                return old.cells().size() == 0 ? changed.withDecimals(decimals) : changed;
            });
        }

        @Override
        public String sentence(Table before) {
            Column old = before.column(column);
            String place = "Row " + (row + 1) + ", " + old.name() + ": ";
            String shown = old.shown(row, before.mark());
            String was = shown.isEmpty() ? "an empty cell" : "“" + shown + "”";
            return place + (typed.isBlank() ? "empty" : "“" + typed.strip() + "”") + " instead of " + was;
        }
    }

    /// Gives a column a role. Where only one column can have it, the one that had it gives it up; x and y change places.
    record SetRole(int table, int column, Role role) implements TableEdit {
        @Override
        public Table change(Table before) {
            Role was = before.column(column).role();
            boolean changePlaces = role == Role.X && was == Role.Y || role == Role.Y && was == Role.X && before.all(Role.Y).size() == 1;
            Role left = changePlaces ? was : Role.NONE;
            return before.with(before.columns().stream().map(each -> {
                if (each.id() == column) {
                    return needsNumbers() ? new Column(each.id(), each.heading(), Kind.NUMBER, role, each.decimals(), each.cells()) : each.with(role);
                }
                boolean givesUp = each.role() == role && (single() || role == Role.Y && changePlaces);
                return givesUp ? each.with(left) : each;
            }).toList());
        }

        private boolean needsNumbers() {
            return role != Role.BY && role != Role.NONE;
        }

        private boolean single() {
            return role == Role.X || role == Role.X_BAR || role == Role.BY;
        }

        @Override
        public String sentence(Table before) {
            String name = before.column(column).name();
            return role == Role.NONE ? "Take the role from " + name : "Use " + name + " as " + role.tag();
        }
    }

    record SetHeading(int table, int column, Heading heading) implements TableEdit {
        @Override
        public Table change(Table before) {
            return before.withColumn(column, old -> old.with(heading));
        }

        @Override
        public String sentence(Table before) {
            return "Call the column " + before.column(column).heading().text() + " “" + heading.text() + "”";
        }
    }

    /// @param rows 0 is the first
    record SetRowsAside(int table, List<Integer> rows, String reason) implements TableEdit {
        public SetRowsAside {
            rows = List.copyOf(rows);
        }

        @Override
        public Table change(Table before) {
            return before.with(before.setAside().with(rows, reason));
        }

        @Override
        public String sentence(Table before) {
            return "Set aside " + named(rows) + (reason.isBlank() ? "" : ": " + reason);
        }
    }

    record BringRowsBack(int table, List<Integer> rows) implements TableEdit {
        public BringRowsBack {
            rows = List.copyOf(rows);
        }

        @Override
        public Table change(Table before) {
            return before.with(before.setAside().without(rows));
        }

        @Override
        public String sentence(Table before) {
            return "Bring back " + named(rows);
        }
    }

    /// Puts a block of texts, as pasted, over the cells from a place on; rows and columns beyond the end are added.
    ///
    /// @param row    of the block's upper left cell, 0 is the first
    /// @param column its place among the columns, 0 is the first
    /// @param block  rows of texts as they were written
    record SetBlock(int table, int row, int column, List<List<String>> block) implements TableEdit {
        public SetBlock {
            block = block.stream().map(List::copyOf).toList();
        }

        @Override
        public Table change(Table before) {
            int width = block.stream().mapToInt(List::size).max().orElse(0);
            var columns = new ArrayList<>(before.columns());
            while (columns.size() < column + width) {
                columns.add(blank(before.with(columns)));
            }
            for (int c = 0; c < width; c++) {
                columns.set(column + c, withTexts(columns.get(column + c), c, before));
            }
            return before.with(columns);
        }

        private Column withTexts(Column old, int c, Table before) {
            int end = Math.max(old.cells().size(), row + block.size());
            var cells = new Cells.Builder();
            int decimals = old.cells().size() == 0 ? 0 : old.decimals();
            for (int r = 0; r < end; r++) {
                List<String> line = r < row || r >= row + block.size() ? List.of() : block.get(r - row);
                if (c < line.size()) {
                    Cell cell = Cell.of(line.get(c), before.mark());
                    cells.add(cell);
                    decimals = cell instanceof Cell.Number ? Math.max(decimals, NumberText.decimals(line.get(c).strip(), before.mark())) : decimals;
                } else {
                    cells.add(old.cells().cell(r));
                }
            }
            return old.with(cells.build()).withDecimals(decimals);
        }

        @Override
        public String sentence(Table before) {
            return "Paste %,d × %,d cells from row %,d on".formatted(block.size(), block.stream().mapToInt(List::size).max().orElse(0), row + 1);
        }
    }

    /// An empty column at the right end, without a role.
    record AddColumn(int table) implements TableEdit {
        @Override
        public Table change(Table before) {
            var columns = new ArrayList<>(before.columns());
            columns.add(blank(before));
            return before.with(columns);
        }

        @Override
        public String sentence(Table before) {
            return "Add a column";
        }
    }

    record RemoveColumn(int table, int column) implements TableEdit {
        @Override
        public Table change(Table before) {
            before.column(column);
            return before.with(before.columns().stream().filter(each -> each.id() != column).toList());
        }

        @Override
        public String sentence(Table before) {
            return "Remove the column " + before.column(column).name();
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
            return before.withRows(IntStream.range(0, rows + count).map(r -> r < at ? r : r < at + count ? -1 : r - count).toArray());
        }

        @Override
        public String sentence(Table before) {
            return count == 1 ? "Insert a row before row %,d".formatted(row + 1) : "Insert %,d rows before row %,d".formatted(count, row + 1);
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
            return before.withRows(IntStream.range(0, before.rows()).filter(row -> !gone.contains(row)).toArray());
        }

        @Override
        public String sentence(Table before) {
            return "Remove " + named(rows);
        }
    }

    /// Sorts the rows by a column, equal ones keeping their order: numbers, then text, then empty cells.
    record Sort(int table, int column, boolean rising) implements TableEdit {
        @Override
        public Table change(Table before) {
            Cells by = before.column(column).cells();
            Comparator<Integer> numbers = Comparator.comparingDouble(by::number);
            Comparator<Integer> texts = Comparator.comparing(row -> by.cell(row).exactText());
            Comparator<Integer> order = (a, b) -> {
                boolean numbersBoth = rank(by, a) == 0 && rank(by, b) == 0;
                int compared = numbersBoth ? numbers.compare(a, b) : rank(by, a) == rank(by, b) ? texts.compare(a, b) : 0;
                return rising ? compared : -compared;
            };
            return before.withRows(IntStream.range(0, before.rows()).boxed()
                    .sorted(Comparator.<Integer>comparingInt(row -> rank(by, row)).thenComparing(order)).mapToInt(Integer::intValue).toArray());
        }

        private static int rank(Cells by, int row) {
            return !Double.isNaN(by.number(row)) ? 0 : by.cell(row) instanceof Cell.Text ? 1 : 2;
        }

        @Override
        public String sentence(Table before) {
            return "Sort the rows by " + before.column(column).name() + (rising ? ", rising" : ", falling");
        }
    }

    /// Fills cells downwards with a regular series: first, first + step, first + 2 step …, each as the decimal it stands for.
    record FillSeries(int table, int column, int row, double first, double step, int count) implements TableEdit {
        /// As many rows as a table that one types into has use for.
        public static final int MOST = 1_000_000;

        public FillSeries {
            Require.require(Double.isFinite(first) && Double.isFinite(step), "first=%s and step=%s must be finite", first, step);
            Require.require(count >= 1 && count <= MOST, "count=%s must be 1 to %s", count, MOST);
        }

        @Override
        public Table change(Table before) {
            BigDecimal start = BigDecimal.valueOf(first);
            BigDecimal by = BigDecimal.valueOf(step);
            return before.withColumn(column, old -> {
                var cells = new Cells.Builder();
                for (int r = 0; r < Math.max(old.cells().size(), row + count); r++) {
                    double value = start.add(by.multiply(BigDecimal.valueOf((long) r - row))).doubleValue();
                    if (r >= row && r < row + count && Double.isFinite(value)) {
                        cells.addNumber(value);
                    } else {
                        cells.add(old.cells().cell(r));
                    }
                }
                int decimals = Math.clamp(Math.max(start.stripTrailingZeros().scale(), by.stripTrailingZeros().scale()), 0, 10);
                return old.with(cells.build()).withDecimals(Math.max(decimals, old.cells().size() == 0 ? 0 : old.decimals()));
            });
        }

        @Override
        public String sentence(Table before) {
            return "Fill %s with %s, %s … (%,d values)".formatted(before.column(column).name(), NumberText.shortest(first), NumberText.shortest(first + step), count);
        }
    }

    private static Column blank(Table table) {
        int id = table.nextColumnId();
        return new Column(id, new Heading("Column " + id, ""), Kind.NUMBER, Role.NONE, 0, Cells.NONE);
    }

    private static String named(List<Integer> rows) {
        String numbers = rows.stream().limit(8).map(row -> Integer.toString(row + 1)).collect(Collectors.joining(", "));
        return (rows.size() == 1 ? "row " : "rows ") + numbers + (rows.size() > 8 ? " and " + (rows.size() - 8) + " more" : "");
    }
}
