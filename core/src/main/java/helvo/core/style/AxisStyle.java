package helvo.core.style;

import static helvo.core.Require.require;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.Optional;

/// The style of an axis, as far as a person chose it. What is empty the program chooses by itself.
///
/// @param low         lower limit, in the axis' units (as the points are counted, for dates)
/// @param high        upper limit
/// @param step        between labelled ticks
/// @param minorIntervals       parts that a step is divided into by short ticks; 1 for none
/// @param title       in place of "Name (unit)"
/// @param decimals    of the labels
/// @param includesZero        it lies on the axis, also where it is far
/// @param logarithmic steps are powers of ten
/// @param reversed    the greatest value stands first
/// @param oppositeSide   at the top, or at the right
/// @param dateLabels       how dates are written along an axis of dates
@RecordBuilder
public record AxisStyle(
        Optional<Double> low,
        Optional<Double> high,
        Optional<Double> step,
        Optional<Integer> minorIntervals,
        Optional<String> title,
        Optional<Integer> decimals,
        Ticks ticks,
        Grid grid,
        boolean includesZero,
        boolean logarithmic,
        boolean reversed,
        boolean oppositeSide,
        DateLabels dateLabels)
        implements AxisStyleBuilder.With {
    public static final AxisStyle DEFAULT = AxisStyleBuilder.builder()
            .ticks(Ticks.OUTSIDE)
            .grid(Grid.MAJOR)
            .dateLabels(DateLabels.AUTOMATIC)
            .build();
    /// More parts of a step could not be told apart.
    public static final int MAX_PARTS = 20;
    public static final int MAX_DECIMALS = 12;
    /// Axes with more steps than this would be black.
    public static final int MAX_STEPS = 200;

    /// How a date is written: as the steps ask for, "2026", "Mar 2026", "5 Mar 2026", "2026-03-05", "14:30".
    public enum DateLabels {
        AUTOMATIC,
        YEAR,
        MONTH,
        DAY,
        NUMERIC,
        TIME
    }

    /// Where ticks point.
    public enum Ticks {
        OUTSIDE,
        INSIDE,
        NONE
    }

    /// Which lines run behind the points.
    public enum Grid {
        NONE,
        MAJOR,
        MINOR
    }

    public AxisStyle {
        require(
                low.isEmpty() || high.isEmpty() || low.get() < high.get(),
                "low=%s must be less than high=%s",
                low,
                high);
        require(!logarithmic || low.isEmpty() || low.get() > 0, "a logarithmic axis cannot begin at %s", low);
        require(step.isEmpty() || step.get() > 0, "step=%s must be > 0", step);
        require(
                step.isEmpty() || low.isEmpty() || high.isEmpty() || (high.get() - low.get()) / step.get() <= MAX_STEPS,
                "step=%s makes too many steps",
                step);
        require(
                minorIntervals.isEmpty() || minorIntervals.get() >= 1 && minorIntervals.get() <= MAX_PARTS,
                "minor=%s must be 1 to %s",
                minorIntervals,
                MAX_PARTS);
        require(
                decimals.isEmpty() || decimals.get() >= 0 && decimals.get() <= MAX_DECIMALS,
                "decimals=%s must be 0 to %s",
                decimals,
                MAX_DECIMALS);
    }

    public AxisStyle withLimits(Optional<Double> newLow, Optional<Double> newHigh) {
        return with(change -> change.low(newLow).high(newHigh));
    }

    /// Limits and steps of the other kind of axis make no sense on this one and go.
    @Override
    public AxisStyle withLogarithmic(boolean powers) {
        return powers == logarithmic
                ? this
                : with(change -> change.logarithmic(powers)
                        .low(low.filter(value -> !powers || value > 0))
                        .high(high.filter(value -> !powers || value > 0))
                        .step(Optional.empty())
                        .minorIntervals(Optional.empty()));
    }
}
