package helvo.core.table;

/// What a column is for: the x or a y of the figure, the half length of their error bars, that half
/// towards smaller values where it differs, the column that splits the rows into groups, or nothing.
public enum Role {
    X("x"),
    Y("y"),
    X_BAR("± x"),
    Y_BAR("± y"),
    X_DOWN("− x"),
    Y_DOWN("− y"),
    BY("by"),
    NONE("none");

    private final String tag;

    Role(String tag) {
        this.tag = tag;
    }

    /// As the tag in a column's heading says it.
    public String tag() {
        return tag;
    }

    /// Whether it gives the length of bars.
    public boolean isBar() {
        return this == X_BAR || this == Y_BAR || this == X_DOWN || this == Y_DOWN;
    }
}
