package helvo.core.style;

import static helvo.core.Require.require;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.Optional;

/// The style of a series' error bars.
///
/// @param shown  whether they are drawn
/// @param cap    width of the strokes at their ends, 1 for the usual, 0 for none
/// @param width of their lines, in points
/// @param color  as "#1F5F8B"; empty for that of the points
@RecordBuilder
public record BarStyle(boolean shown, double cap, double width, Optional<String> color)
        implements BarStyleBuilder.With {
    public static final double MAX_CAP = 5;
    public static final double MAX_WIDTH = 5;
    public static final BarStyle DEFAULT = new BarStyle(true, 1, 0.8, Optional.empty());

    public BarStyle {
        require(cap >= 0 && cap <= MAX_CAP, "cap=%s must be 0 to %s", cap, MAX_CAP);
        require(width > 0 && width <= MAX_WIDTH, "width=%s must be above 0 and at most %s", width, MAX_WIDTH);
        require(color.isEmpty() || color.get().matches("#[0-9A-Fa-f]{6}"), "color=%s is not a colour", color);
    }
}
