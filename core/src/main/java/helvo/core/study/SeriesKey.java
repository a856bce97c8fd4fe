package helvo.core.study;

/// Which series of a figure: a y column, and a group where a column splits the rows.
///
/// @param group the cell's text; empty when nothing splits the rows
public record SeriesKey(int yColumn, String group) {
    /// No cell can hold it: text from files and keyboards has no such character.
    private static final String ALL_GROUPS = "\u0000all";

    /// All groups of a y column together.
    public static SeriesKey together(int yColumn) {
        return new SeriesKey(yColumn, ALL_GROUPS);
    }

    public boolean isTogether() {
        return group.equals(ALL_GROUPS);
    }
}
