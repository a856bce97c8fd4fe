package helvo.core.table;

/// Which rows to use, by the value of a column.
public sealed interface RowCondition {
    /// @param row 0 is the first
    boolean holds(Table table, int row);

    /// The cell says this: the same number, or the same text without regard to blanks around it.
    record Is(int column, Cell value) implements RowCondition {
        @Override
        public boolean holds(Table table, int row) {
            return table.column(column).cells().cell(row).equals(value);
        }
    }

    /// The cell is a number from `low` to `high`, ends included.
    record Between(int column, double low, double high) implements RowCondition {
        @Override
        public boolean holds(Table table, int row) {
            double number = table.column(column).cells().number(row);
            return number >= low && number <= high;
        }
    }
}
