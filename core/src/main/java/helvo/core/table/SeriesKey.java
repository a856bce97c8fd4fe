package helvo.core.table;

import static helvo.core.Require.require;

/// Which series of a figure: a y column, and which of its rows.
///
/// @param group the text of the cells that split the rows; empty unless `rows` is GROUP
public record SeriesKey(int yColumn, Rows rows, String group) {
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
    }

    public static SeriesKey whole(int yColumn) {
        return new SeriesKey(yColumn, Rows.WHOLE, "");
    }

    /// @param group the cell's text; empty for rows whose cell is blank
    public static SeriesKey group(int yColumn, String group) {
        return new SeriesKey(yColumn, Rows.GROUP, group);
    }

    public static SeriesKey pooled(int yColumn) {
        return new SeriesKey(yColumn, Rows.POOLED, "");
    }

    public boolean isPooled() {
        return rows == Rows.POOLED;
    }

    /// In a sentence: the group, or the column where nothing splits its rows.
    public String words(String column) {
        return switch (rows) {
            case WHOLE -> column;
            case GROUP -> group.isEmpty() ? "the rows of no group" : group;
            case POOLED -> "all groups";
        };
    }
}
