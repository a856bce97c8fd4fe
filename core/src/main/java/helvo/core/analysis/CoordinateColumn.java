package helvo.core.analysis;

import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
import helvo.core.table.Kind;
import java.util.Optional;

/// A column as the x or y of points: its numbers, or the time since a date.
///
/// @param time how dates are counted; empty for numbers
public record CoordinateColumn(Column column, Optional<TimeAxis> time) {
    /// Squares of greater numbers, and sums of those, go beyond what a double holds: they are no coordinates.
    static final double MAX_ABS = 1e150;

    /// @param origin of the time axis where the column holds dates
    static CoordinateColumn of(Column column, double origin) {
        return new CoordinateColumn(
                column,
                column.kind() == Kind.DATE && column.format() instanceof ColumnFormat.Dates(var _, var _, var per)
                        ? Optional.of(new TimeAxis(origin, per))
                        : Optional.empty());
    }

    /// NaN where the cell is no number.
    public double at(int row) {
        double number = column.cells().number(row);
        return time.isPresent() ? time.get().coordinate(number) : number;
    }

    /// Whether each of so many rows has one.
    boolean isOfAll(int rows) {
        return column.cells().size() >= rows && column.cells().areNumbers();
    }

    /// Copies those of as many rows as there is room for; NaN where a cell is no number, and behind the last row.
    void copy(int from, double[] to) {
        column.cells().numbers(from, to);
        for (int i = 0; time.isPresent() && i < to.length; i++) {
            to[i] = time.get().coordinate(to[i]);
        }
    }

    /// As an equation names it: dates are "t".
    public String symbol() {
        return time.isPresent() ? "t" : column.name();
    }

    /// The unit of the points' numbers.
    public String unit() {
        return time.map(axis -> axis.per().symbol()).orElse(column.unit());
    }

    /// "Load in N", "t in days since 2026-01-05"; empty without a unit.
    public String unitSentence() {
        return time.map(axis -> "t in " + axis.per().word() + "s since " + axis.originText())
                .orElseGet(() -> column.unit().isEmpty() ? "" : column.name() + " in " + column.unit());
    }
}
