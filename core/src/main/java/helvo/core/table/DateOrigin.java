package helvo.core.table;

import java.util.OptionalDouble;

/// Where time over dates is counted from.
public final class DateOrigin {
    private DateOrigin() {}

    /// Midnight before the earliest date of columns, in seconds since 1970; empty where none holds a date.
    public static OptionalDouble of(Iterable<Column> columns) {
        double least = Double.POSITIVE_INFINITY;
        for (Column column : columns) {
            Cells cells = column.cells();
            for (int row = 0; column.kind() == Kind.DATE && row < cells.size(); row++) {
                double seconds = cells.number(row);
                least = seconds < least ? seconds : least;
            }
        }
        double day = CalendarUnit.DAY.seconds();
        return Double.isInfinite(least) ? OptionalDouble.empty() : OptionalDouble.of(Math.floor(least / day) * day);
    }
}
