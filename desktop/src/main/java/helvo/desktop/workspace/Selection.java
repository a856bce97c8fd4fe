package helvo.desktop.workspace;

import java.util.Arrays;

/// Rows of the table in view that are selected, in figure and table alike.
///
/// @param rows ascending
public record Selection(int[] rows) {
    public static final Selection NONE = new Selection(new int[0]);

    static Selection of(int... rows) {
        int[] sorted = Arrays.stream(rows).sorted().distinct().toArray();
        return sorted.length == 0 ? NONE : new Selection(sorted);
    }

    public boolean has(int row) {
        return Arrays.binarySearch(rows, row) >= 0;
    }

    public boolean isNone() {
        return rows.length == 0;
    }
}
