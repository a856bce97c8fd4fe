package helvo.core.style;

import static helvo.core.Require.require;

import helvo.core.fit.PrintedEquation;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;

/// The style of a curve.
///
/// @param color    as "#1F5F8B"; empty for that of its points
/// @param width   of the line, in points
/// @param dash     empty for unbroken, or for the dash of its place in styles that tell curves apart by dashes
/// @param opacity 0 for invisible to 1 for full
/// @param from     where it begins; empty for the first point's x
/// @param to       where it ends
/// @param shown    whether it is drawn
/// @param label    what stands beside it while equations are shown
/// @param labelAt  where that stands, as fractions of the plot's width and height from its upper left; empty for
///     where no point lies
/// @param digits   of the coefficients in its equation; empty for as many as it takes to draw the curve
@RecordBuilder
public record CurveStyle(
        Optional<String> color,
        double width,
        Optional<Dash> dash,
        double opacity,
        Optional<Double> from,
        Optional<Double> to,
        boolean shown,
        Set<LabelPart> label,
        Optional<Spot> labelAt,
        Optional<Integer> digits)
        implements CurveStyleBuilder.With {
    public static final double MAX_WIDTH = 10;
    public static final CurveStyle DEFAULT = CurveStyleBuilder.builder()
            .width(1.5)
            .opacity(1)
            .shown(true)
            .label(EnumSet.of(LabelPart.EQUATION, LabelPart.R2))
            .build();

    public enum Dash {
        SOLID,
        DASHED,
        DOTTED,
        DASH_DOT
    }

    /// What a label beside a curve may hold.
    public enum LabelPart {
        NAME,
        EQUATION,
        R2,
        UNCERTAINTY,
        POINTS,
        BOUNDS
    }

    /// A place in the plot, as fractions of its width and height from its upper left corner.
    public record Spot(double across, double down) {}

    public CurveStyle {
        require(width > 0 && width <= MAX_WIDTH, "width=%s must be above 0 and at most %s", width, MAX_WIDTH);
        require(opacity >= 0 && opacity <= 1, "opacity=%s must be 0 to 1", opacity);
        require(color.isEmpty() || color.get().matches("#[0-9A-Fa-f]{6}"), "color=%s is not a colour", color);
        require(from.isEmpty() || to.isEmpty() || from.get() < to.get(), "from=%s must be less than to=%s", from, to);
        digits = digits == null ? Optional.empty() : digits;
        require(
                digits.isEmpty()
                        || digits.get() >= PrintedEquation.FEWEST_DIGITS && digits.get() <= PrintedEquation.MAX_DIGITS,
                "digits=%s must be %s to %s",
                digits,
                PrintedEquation.FEWEST_DIGITS,
                PrintedEquation.MAX_DIGITS);
        label = label.isEmpty() ? Set.of() : java.util.Collections.unmodifiableSet(EnumSet.copyOf(label));
    }

    public CurveStyle reaching(Optional<Double> newFrom, Optional<Double> newTo) {
        return with(change -> change.from(newFrom).to(newTo));
    }

    /// With a part in the label, or without it.
    public CurveStyle labelled(LabelPart part, boolean in) {
        var parts = EnumSet.noneOf(LabelPart.class);
        parts.addAll(label);
        if (in) {
            parts.add(part);
        } else {
            parts.remove(part);
        }
        return withLabel(parts);
    }
}
