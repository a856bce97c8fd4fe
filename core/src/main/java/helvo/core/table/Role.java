package helvo.core.table;

/// The role of a column in the figure: x, y, or error bars of these.
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
