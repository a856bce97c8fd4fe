package helvo.core.analysis;

import helvo.core.fit.ErrorBars;
import helvo.core.table.BarMeaning;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.OwnBars;
import helvo.core.table.Table;
import java.util.Optional;

/// Where the bars of an x or y come from: a column of half lengths, two columns (up and down), or one length or percentage for all.
///
/// @param of      what they are the bars of
/// @param up      half lengths, both ways where `down` is empty
/// @param down    those towards smaller values
/// @param own     where no column gives any
/// @param meaning what the length says
public record BarSource(Coordinate of, Optional<Column> up, Optional<Column> down, Optional<OwnBars> own, BarMeaning meaning) {
    public static BarSource of(Table table, Coordinate coordinate) {
        Column column = coordinate.column();
        Optional<Column> up = table.barOf(column);
        Optional<Column> down = table.downOf(column);
        return new BarSource(coordinate, up, down, column.ownBars(), up.or(() -> down).orElse(column).barMeaning());
    }

    public boolean isNone() {
        return up.isEmpty() && down.isEmpty() && own.isEmpty();
    }

    /// The standard deviation for a bar of length 1.
    double sigma() {
        return meaning.standardDeviation();
    }

    /// The bars of the values in these rows. A cell that is no number, or negative, gives none.
    ErrorBars of(double[] values, int[] rows) {
        if (up.isEmpty() && down.isEmpty()) {
            return own.map(bars -> ErrorBars.even(each(values, bars))).orElse(ErrorBars.NONE);
        }
        double[] above = up.map(column -> lengths(column, rows)).orElseGet(() -> new double[rows.length]);
        double[] below = down.map(column -> lengths(column, rows)).orElse(above);
        boolean any = false;
        for (int i = 0; i < rows.length && !any; i++) {
            any = above[i] >= 0 || below[i] >= 0;
        }
        return any ? new ErrorBars(below, above) : ErrorBars.NONE;
    }

    private double[] each(double[] values, OwnBars bars) {
        double[] lengths = new double[values.length];
        for (int i = 0; i < values.length; i++) {
            lengths[i] = bars.at(values[i]);
        }
        return lengths;
    }

    private double[] lengths(Column column, int[] rows) {
        Cells cells = column.cells();
        double[] lengths = new double[rows.length];
        for (int i = 0; i < rows.length; i++) {
            double length = cells.number(rows[i]);
            lengths[i] = length >= 0 ? length : Double.NaN;
        }
        return lengths;
    }
}
