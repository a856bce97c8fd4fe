package helvo.core.table;

import helvo.core.Require;

/// One error-bar length or percentage for all values of a column.
///
/// @param size    half length, in units of the column or in percent of each value; 0 for none
public record UniformBarLength(double size, boolean percent) {
    public static final UniformBarLength NONE = new UniformBarLength(0, false);

    public UniformBarLength {
        Require.require(size >= 0 && Double.isFinite(size), "size=%s must be 0 or more", size);
    }

    public boolean isNone() {
        return size == 0;
    }

    /// Half the length of the bar at a value.
    public double at(double value) {
        return percent ? Math.abs(value) * size / 100 : size;
    }
}
