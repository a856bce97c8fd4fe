package helvo.core.look;

import static helvo.core.Require.require;

import java.util.Optional;

/// How a series' error bars look.
///
/// @param shown  whether they are drawn
/// @param cap    width of the strokes at their ends, 1 for the usual, 0 for none
/// @param weight of their lines, in points
/// @param color  as "#1F5F8B"; empty for that of the points
public record BarLook(boolean shown, double cap, double weight, Optional<String> color) {
    public static final double MOST_CAP = 5;
    public static final double MOST_WEIGHT = 5;
    public static final BarLook USUAL = new BarLook(true, 1, 0.8, Optional.empty());

    public BarLook {
        require(cap >= 0 && cap <= MOST_CAP, "cap=%s must be 0 to %s", cap, MOST_CAP);
        require(weight > 0 && weight <= MOST_WEIGHT, "weight=%s must be above 0 and at most %s", weight, MOST_WEIGHT);
        require(color.isEmpty() || color.get().matches("#[0-9A-Fa-f]{6}"), "color=%s is no color", color);
    }

    public BarLook shown(boolean drawn) {
        return new BarLook(drawn, cap, weight, color);
    }

    public BarLook withCap(double newCap) {
        return new BarLook(shown, newCap, weight, color);
    }

    public BarLook withWeight(double newWeight) {
        return new BarLook(shown, cap, newWeight, color);
    }

    public BarLook withColor(Optional<String> newColor) {
        return new BarLook(shown, cap, weight, newColor);
    }
}
