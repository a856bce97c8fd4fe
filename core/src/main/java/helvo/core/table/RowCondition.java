package helvo.core.table;

import helvo.core.WordList;
import java.util.List;
import java.util.Set;
import java.util.function.IntPredicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/// A condition on rows, by the value of a column.
public sealed interface RowCondition {
    /// The column's id.
    int column();

    /// Whether a row meets it; 0 is the first row.
    IntPredicate in(Table table);

    /// "Load is 10 to 40", "Cord is dry or wet".
    String sentence(Table table);

    /// The cell says this: the same number, or the same text without regard to blanks around it.
    record Is(int column, Cell value) implements RowCondition {
        @Override
        public IntPredicate in(Table table) {
            Cells cells = table.column(column).cells();
            return row -> cells.cell(row).equals(value);
        }

        @Override
        public String sentence(Table table) {
            return table.column(column).name() + " is " + text(table, column, value);
        }
    }

    /// The cell says something, and something else than this.
    record IsNot(int column, Cell value) implements RowCondition {
        @Override
        public IntPredicate in(Table table) {
            Cells cells = table.column(column).cells();
            return row ->
                    !(cells.cell(row) instanceof Cell.Empty) && !cells.cell(row).equals(value);
        }

        @Override
        public String sentence(Table table) {
            return table.column(column).name() + " is not " + text(table, column, value);
        }
    }

    /// The cell is a number above a limit, or below it, and not the limit itself.
    record Beyond(int column, double limit, boolean above) implements RowCondition {
        @Override
        public IntPredicate in(Table table) {
            Cells cells = table.column(column).cells();
            return row -> above ? cells.number(row) > limit : cells.number(row) < limit;
        }

        @Override
        public String sentence(Table table) {
            return table.column(column).name()
                    + (above ? " is above " : " is below ")
                    + text(table, column, new Cell.Number(limit));
        }
    }

    /// The cell says one of these.
    record OneOf(int column, List<Cell> values) implements RowCondition {
        /// More values than these are counted in a sentence, not named.
        private static final int NAMED = 4;

        public OneOf {
            values = List.copyOf(values);
        }

        @Override
        public IntPredicate in(Table table) {
            Cells cells = table.column(column).cells();
            Set<Cell> wanted = Set.copyOf(values);
            return row -> wanted.contains(cells.cell(row));
        }

        @Override
        public String sentence(Table table) {
            String name = table.column(column).name();
            if (values.isEmpty()) {
                return name + " is none of its values";
            }
            if (values.size() > NAMED) {
                return name + " is one of " + values.size() + " values";
            }
            List<String> texts =
                    values.stream().map(value -> text(table, column, value)).toList();
            return name + " is " + WordList.or(texts);
        }
    }

    /// The cell is a number from `low` to `high`, ends included; an infinite end is open.
    record Between(int column, double low, double high) implements RowCondition {
        @Override
        public IntPredicate in(Table table) {
            Cells cells = table.column(column).cells();
            return row -> cells.number(row) >= low && cells.number(row) <= high;
        }

        @Override
        public String sentence(Table table) {
            String name = table.column(column).name();
            String from = Double.isInfinite(low) ? "" : text(table, column, new Cell.Number(low));
            String to = Double.isInfinite(high) ? "" : text(table, column, new Cell.Number(high));
            return from.isEmpty() && to.isEmpty()
                    ? name + " is a number"
                    : from.isEmpty()
                            ? name + " is at most " + to
                            : to.isEmpty() ? name + " is at least " + from : name + " is " + from + " to " + to;
        }
    }

    /// "Cord is dry and Load is 10 to 40".
    static String sentence(List<RowCondition> conditions, Table table) {
        return known(conditions, table)
                .map(condition -> condition.sentence(table))
                .collect(Collectors.joining(" and "));
    }

    /// Rows that meet all conditions; one about a column that is gone counts as met.
    static IntPredicate all(List<RowCondition> conditions, Table table) {
        return known(conditions, table).map(condition -> condition.in(table)).reduce(_ -> true, IntPredicate::and);
    }

    private static Stream<RowCondition> known(List<RowCondition> conditions, Table table) {
        Set<Integer> columns = table.columns().stream().map(Column::id).collect(Collectors.toSet());
        return conditions.stream().filter(condition -> columns.contains(condition.column()));
    }

    /// A cell as the table shows it; "empty" for one without anything.
    static String text(Table table, int column, Cell cell) {
        return switch (cell) {
            case Cell.Number(double value) -> table.column(column).format().shown(value, table.decimalMark());
            case Cell.Text(String text) -> text;
            case Cell.Empty _ -> "empty";
        };
    }
}
