package helvo.core.look;

import static helvo.core.Require.require;

import helvo.core.fit.PrintedEquation;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;

/// How a curve looks.
///
/// @param color    as "#1F5F8B"; empty for that of its points
/// @param weight   of the line, in points
/// @param dash     empty for unbroken, or for the dash of its place in looks that tell curves apart by dashes
/// @param strength 0 for invisible to 1 for full
/// @param from     where it begins; empty for the first point's x
/// @param to       where it ends
/// @param shown    whether it is drawn
/// @param label    what stands beside it while equations are shown
/// @param labelAt  where that stands, as fractions of the plot's width and height from its upper left; empty for where no point lies
/// @param digits   of the coefficients in its equation; empty for as many as it takes to draw the curve
public record CurveLook(Optional<String> color, double weight, Optional<Dash> dash, double strength, Optional<Double> from,
        Optional<Double> to, boolean shown,
        Set<LabelPart> label, Optional<Spot> labelAt, Optional<Integer> digits) {
    public static final double MOST_WEIGHT = 10;
    public static final CurveLook USUAL = new CurveLook(Optional.empty(), 1.5, Optional.empty(), 1, Optional.empty(), Optional.empty(),
            true,
            EnumSet.of(LabelPart.EQUATION, LabelPart.R2), Optional.empty(), Optional.empty());

    public enum Dash { SOLID, DASHED, DOTTED, DASH_DOT }

    /// What a label beside a curve may hold.
    public enum LabelPart { NAME, EQUATION, R2, UNCERTAINTY, POINTS, BOUNDS }

    /// A place in the plot, as fractions of its width and height from its upper left corner.
    public record Spot(double across, double down) {}

    public CurveLook {
        require(weight > 0 && weight <= MOST_WEIGHT, "weight=%s must be above 0 and at most %s", weight, MOST_WEIGHT);
        require(strength >= 0 && strength <= 1, "strength=%s must be 0 to 1", strength);
        require(color.isEmpty() || color.get().matches("#[0-9A-Fa-f]{6}"), "color=%s is no color", color);
        require(from.isEmpty() || to.isEmpty() || from.get() < to.get(), "from=%s must be less than to=%s", from, to);
        digits = digits == null ? Optional.empty() : digits;
        require(digits.isEmpty() || digits.get() >= PrintedEquation.FEWEST_DIGITS && digits.get() <= PrintedEquation.MOST_DIGITS,
                "digits=%s must be %s to %s", digits,
                PrintedEquation.FEWEST_DIGITS, PrintedEquation.MOST_DIGITS);
        label = label.isEmpty() ? Set.of() : java.util.Collections.unmodifiableSet(EnumSet.copyOf(label));
    }

    public CurveLook withColor(Optional<String> newColor) {
        return new CurveLook(newColor, weight, dash, strength, from, to, shown, label, labelAt, digits);
    }

    public CurveLook withWeight(double newWeight) {
        return new CurveLook(color, newWeight, dash, strength, from, to, shown, label, labelAt, digits);
    }

    public CurveLook with(Dash newDash) {
        return new CurveLook(color, weight, Optional.of(newDash), strength, from, to, shown, label, labelAt, digits);
    }

    public CurveLook withStrength(double newStrength) {
        return new CurveLook(color, weight, dash, newStrength, from, to, shown, label, labelAt, digits);
    }

    public CurveLook reaching(Optional<Double> newFrom, Optional<Double> newTo) {
        return new CurveLook(color, weight, dash, strength, newFrom, newTo, shown, label, labelAt, digits);
    }

    public CurveLook shown(boolean drawn) {
        return new CurveLook(color, weight, dash, strength, from, to, drawn, label, labelAt, digits);
    }

    public CurveLook withLabel(Set<LabelPart> parts) {
        return new CurveLook(color, weight, dash, strength, from, to, shown, parts, labelAt, digits);
    }

    public CurveLook withLabelAt(Optional<Spot> at) {
        return new CurveLook(color, weight, dash, strength, from, to, shown, label, at, digits);
    }

    public CurveLook withDigits(Optional<Integer> newDigits) {
        return new CurveLook(color, weight, dash, strength, from, to, shown, label, labelAt, newDigits);
    }
}
