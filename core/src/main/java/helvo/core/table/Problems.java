package helvo.core.table;

import helvo.core.number.NumberText;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/// The cells of a table that are not what their column says.
///
/// @param count how many there are
/// @param first the first of them, column by column and row by row; [#LISTED] at most
public record Problems(int count, List<Problem> first) {
    /// A person looks at hundreds of cells one by one, not at more.
    public static final int LISTED = 500;

    /// Rows set aside are decided already and not counted.
    public static Problems in(Table table) {
        var found = new ArrayList<Problem>();
        int count = 0;
        for (Column column : table.columns()) {
            if (column.kind() == Kind.NUMBER) {
                count += collect(column, table.setAside(), found);
            }
        }
        found.sort(Comparator.comparingInt(Problem::row));
        return new Problems(count, List.copyOf(found));
    }

    private static int collect(Column column, SetAside setAside, List<Problem> found) {
        Cells cells = column.cells();
        int count = 0;
        int row = 0;
        while (row < cells.size()) {
            if (cells.blockIsNumbersOnly(row)) {
                row = cells.blockEnd(row);
                continue;
            }
            if (cells.cell(row) instanceof Cell.Text(String text) && !setAside.has(row)) {
                count++;
                if (found.size() < LISTED) {
                    found.add(new Problem(row, column, text, NumberText.numberInside(text)));
                }
            }
            row++;
        }
        return count;
    }
}
