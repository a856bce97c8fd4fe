package helvo.core.table;

/// What a column is for: the x or a y of the figure, the length of their error bars, the column that
/// splits the rows into groups, or nothing.
public enum Role {
    X("x"), Y("y"), X_BAR("± x"), Y_BAR("± y"), BY("by"), NONE("none");

    private final String tag;

    Role(String tag) {
        this.tag = tag;
    }

    /// As the tag in a column's heading says it.
    public String tag() {
        return tag;
    }
}
