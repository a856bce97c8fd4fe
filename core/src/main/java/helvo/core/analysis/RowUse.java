package helvo.core.analysis;

import helvo.core.table.Cell;
import helvo.core.table.Column;

/// What became of a series' rows. Rows are counted from 0.
///
/// @param given    rows of the series
/// @param setAside those set aside
/// @param unusable those without a number as x or y
/// @param x        the column that gave x
/// @param y        the column that gave y
public record RowUse(int given, int[] setAside, int[] unusable, Column x, Column y) {
    public int used() {
        return given - setAside.length - unusable.length;
    }

    /// Why one of the unusable rows has no point: "Stretch: “about 7.6” is not a number".
    public String why(int row) {
        Column column = Double.isNaN(x.cells().number(row)) ? x : y;
        return switch (column.cells().cell(row)) {
            case Cell.Text(String text) -> "“" + text + "” is not a number";
            case Cell.Empty _ -> column.name() + " is empty";
            case Cell.Number _ -> throw new IllegalArgumentException("row " + row + " is usable");
        };
    }
}
