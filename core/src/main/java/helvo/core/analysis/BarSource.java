package helvo.core.analysis;

import helvo.core.points.ErrorBars;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.TableEdit;
import helvo.core.table.BarMeaning;
import helvo.core.table.BarUnits;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Table;
import helvo.core.table.UniformBarLength;
import helvo.core.unit.Conversion;
import java.util.Optional;

/// The source of the error bars of an x or y: a column of half lengths, two columns (up and down), or one length or
/// percentage for all.
///
/// @param of      what they are the bars of
/// @param up      half lengths, both ways where `down` is empty
/// @param down    those towards smaller values
/// @param own     where no column gives any
/// @param meaning what the length says
public record BarSource(
        CoordinateColumn of,
        Optional<Column> up,
        Optional<Column> down,
        Optional<UniformBarLength> own,
        BarMeaning meaning) {
    public static BarSource of(Table table, CoordinateColumn coordinate) {
        Column column = coordinate.column();
        Optional<Column> up = table.barOf(column).filter(bar -> !BarUnits.areOther(column, bar));
        Optional<Column> down = table.downOf(column).filter(bar -> !BarUnits.areOther(column, bar));
        return new BarSource(
                coordinate,
                up,
                down,
                column.uniformBars(),
                up.or(() -> down).orElse(column).barMeaning());
    }

    public boolean isNone() {
        return up.isEmpty() && down.isEmpty() && own.isEmpty();
    }

    /// The standard deviation for a bar of length 1.
    double sigma() {
        return meaning.standardDeviation();
    }

    /// The bars of the values in these rows. A cell that is no number, negative, or too
    /// large to reckon with gives none.
    ErrorBars barsOf(double[] values, int[] rows) {
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

    private double[] each(double[] values, UniformBarLength bars) {
        double[] lengths = new double[values.length];
        for (int i = 0; i < values.length; i++) {
            lengths[i] = fitting(bars.at(values[i]));
        }
        return lengths;
    }

    private double[] lengths(Column column, int[] rows) {
        Cells cells = column.cells();
        Conversion conversion = BarUnits.conversion(of.column(), column);
        double[] lengths = new double[rows.length];
        for (int i = 0; i < rows.length; i++) {
            double length = conversion.difference(cells.number(rows[i]));
            lengths[i] = fitting(length);
        }
        return lengths;
    }

    private static double fitting(double length) {
        return length >= 0 && length <= CoordinateColumn.MAX_ABS ? length : Double.NaN;
    }

    /// What makes the bar of a row this long, rounded to the digits that can be seen: its cell, or the length or
    /// percentage that all have.
    ///
    /// @param value  that it is the bar of
    /// @param length its half length
    /// @param below  whether it is the half towards smaller values
    /// @return empty where the bars are computed from other columns
    public Optional<Edit> dragged(Table table, int row, double value, double length, boolean below) {
        Optional<Column> from = below ? down.or(() -> up) : up.or(() -> down);
        if (from.isPresent()) {
            return from.filter(column -> !column.isDerived())
                    .map(column -> new TableEdit.SetCell(
                            table.id(),
                            column.id(),
                            row,
                            rounded(length
                                            / BarUnits.conversion(of.column(), column)
                                                    .difference(1))
                                    .replace('.', table.decimalMark().sign())));
        }
        return own.map(bars -> new ColumnEdit.SetOwnBars(
                        table.id(),
                        of.column().id(),
                        new UniformBarLength(
                                Double.parseDouble(rounded(bars.percent() ? 100 * length / Math.abs(value) : length)),
                                bars.percent())))
                .map(Edit.class::cast);
    }

    private static String rounded(double length) {
        return length > 0
                ? new java.math.BigDecimal(length)
                        .round(new java.math.MathContext(2))
                        .toPlainString()
                : "0";
    }
}
