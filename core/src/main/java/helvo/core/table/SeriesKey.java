package helvo.core.table;

import static helvo.core.Require.require;

/// The identity of a series in a figure: its y column, its rows, and its curve.
///
/// @param group the text of the cells that split the rows; empty unless `rows` is GROUP
/// @param curve 0 for the series itself with its curve, 1 and more for further curves through the same points or a
///     part of them
public record SeriesKey(int yColumn, Rows rows, String group, int curve) {
    /// A figure tells so many series apart.
    public static final int MAX_SERIES = 64;

    /// Which rows of the y column.
    public enum Rows {
        /// All, since no column splits them.
        WHOLE,
        /// Those of one group.
        GROUP,
        /// Those of all groups at once.
        POOLED
    }

    public SeriesKey {
        require(rows == Rows.GROUP || group.isEmpty(), "group=%s of rows=%s", group, rows);
        require(curve >= 0, "curve=%s", curve);
    }

    /// Written out, as `hashCode` is: both are asked for at every start, and those that the compiler leaves to the
    /// runtime to make take longer than a fit.
    @Override
    public boolean equals(Object other) {
        return other instanceof SeriesKey that
                && yColumn == that.yColumn
                && rows == that.rows
                && curve == that.curve
                && group.equals(that.group);
    }

    @Override
    public int hashCode() {
        return 31 * (31 * (31 * yColumn + rows.ordinal()) + group.hashCode()) + curve;
    }

    public static SeriesKey whole(int yColumn) {
        return new SeriesKey(yColumn, Rows.WHOLE, "", 0);
    }

    /// @param group the cell's text; empty for rows whose cell is blank
    public static SeriesKey group(int yColumn, String group) {
        return new SeriesKey(yColumn, Rows.GROUP, group, 0);
    }

    public static SeriesKey pooled(int yColumn) {
        return new SeriesKey(yColumn, Rows.POOLED, "", 0);
    }

    public boolean isPooled() {
        return rows == Rows.POOLED;
    }

    /// Whether it is a curve besides that of the series itself.
    public boolean isFurther() {
        return curve > 0;
    }

    /// Whether its points are shown as its own; those of a pooled or a further curve are other series'.
    public boolean hasOwnPoints() {
        return !isPooled() && !isFurther();
    }

    /// The same rows of another y column.
    public SeriesKey withColumn(int y) {
        return new SeriesKey(y, rows, group, curve);
    }

    /// The series itself.
    public SeriesKey own() {
        return further(0);
    }

    /// A further curve of the same series.
    public SeriesKey further(int number) {
        return new SeriesKey(yColumn, rows, group, number);
    }

    /// In a sentence: the group, or the column where nothing splits its rows.
    public String words(String column) {
        return (isFurther() ? "a further curve of " : "")
                + switch (rows) {
                    case WHOLE -> column;
                    case GROUP -> group.isEmpty() ? "the rows of no group" : group;
                    case POOLED -> "all groups";
                };
    }
}
