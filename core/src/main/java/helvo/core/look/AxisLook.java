package helvo.core.look;

import static helvo.core.Require.require;

import java.util.Optional;

/// What a person chose for an axis. What is empty the program chooses by itself.
///
/// @param low         lower limit, in the axis' units (as the points are counted, for dates)
/// @param high        upper limit
/// @param step        between labelled ticks
/// @param minor       parts that a step is divided into by short ticks; 1 for none
/// @param title       in place of "Name (unit)"
/// @param decimals    of the labels
/// @param withZero    zero lies on the axis, also where it is far
/// @param logarithmic steps are powers of ten
/// @param reversed    the greatest value stands first
/// @param otherSide   at the top, or at the right
/// @param dates       how dates are written along an axis of dates
public record AxisLook(Optional<Double> low, Optional<Double> high, Optional<Double> step, Optional<Integer> minor, Optional<String> title,
        Optional<Integer> decimals, Ticks ticks, Grid grid, boolean withZero, boolean logarithmic, boolean reversed, boolean otherSide,
        DateLabels dates) {
    public static final AxisLook USUAL = new AxisLook(Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty(),
            Optional.empty(),
            Optional.empty(), Ticks.OUTSIDE, Grid.MAJOR, false, false, false, false, DateLabels.OWN);
    /// More parts of a step could not be told apart.
    public static final int MOST_PARTS = 20;
    public static final int MOST_DECIMALS = 12;
    /// Axes with more steps than this would be black.
    public static final int MOST_STEPS = 200;

    /// How a date is written: as the steps ask for, "2026", "Mar 2026", "5 Mar 2026", "2026-03-05", "14:30".
    public enum DateLabels { OWN, YEAR, MONTH, DAY, NUMERIC, TIME }

    /// Where ticks point.
    public enum Ticks { OUTSIDE, INSIDE, NONE }

    /// Which lines run behind the points.
    public enum Grid { NONE, MAJOR, MINOR }

    public AxisLook {
        require(low.isEmpty() || high.isEmpty() || low.get() < high.get(), "low=%s must be less than high=%s", low, high);
        require(!logarithmic || low.isEmpty() || low.get() > 0, "a logarithmic axis cannot begin at %s", low);
        require(step.isEmpty() || step.get() > 0, "step=%s must be > 0", step);
        require(step.isEmpty() || low.isEmpty() || high.isEmpty() || (high.get() - low.get()) / step.get() <= MOST_STEPS,
                "step=%s makes too many steps", step);
        require(minor.isEmpty() || minor.get() >= 1 && minor.get() <= MOST_PARTS, "minor=%s must be 1 to %s", minor, MOST_PARTS);
        require(decimals.isEmpty() || decimals.get() >= 0 && decimals.get() <= MOST_DECIMALS, "decimals=%s must be 0 to %s", decimals,
                MOST_DECIMALS);
    }

    public AxisLook withLimits(Optional<Double> newLow, Optional<Double> newHigh) {
        return new AxisLook(newLow, newHigh, step, minor, title, decimals, ticks, grid, withZero, logarithmic, reversed, otherSide, dates);
    }

    public AxisLook withStep(Optional<Double> newStep) {
        return new AxisLook(low, high, newStep, minor, title, decimals, ticks, grid, withZero, logarithmic, reversed, otherSide, dates);
    }

    public AxisLook withMinor(Optional<Integer> parts) {
        return new AxisLook(low, high, step, parts, title, decimals, ticks, grid, withZero, logarithmic, reversed, otherSide, dates);
    }

    public AxisLook withTitle(Optional<String> newTitle) {
        return new AxisLook(low, high, step, minor, newTitle, decimals, ticks, grid, withZero, logarithmic, reversed, otherSide, dates);
    }

    public AxisLook withDecimals(Optional<Integer> newDecimals) {
        return new AxisLook(low, high, step, minor, title, newDecimals, ticks, grid, withZero, logarithmic, reversed, otherSide, dates);
    }

    public AxisLook with(Ticks newTicks) {
        return new AxisLook(low, high, step, minor, title, decimals, newTicks, grid, withZero, logarithmic, reversed, otherSide, dates);
    }

    public AxisLook with(Grid newGrid) {
        return new AxisLook(low, high, step, minor, title, decimals, ticks, newGrid, withZero, logarithmic, reversed, otherSide, dates);
    }

    public AxisLook withZero(boolean zero) {
        return new AxisLook(low, high, step, minor, title, decimals, ticks, grid, zero, logarithmic, reversed, otherSide, dates);
    }

    /// Limits and steps of the other kind of axis make no sense on this one and go.
    public AxisLook logarithmic(boolean powers) {
        return powers == logarithmic ? this
                : new AxisLook(low.filter(value -> !powers || value > 0), high.filter(value -> !powers || value > 0), Optional.empty(),
                        Optional.empty(), title, decimals,
                        ticks, grid, withZero, powers, reversed, otherSide, dates);
    }

    public AxisLook reversed(boolean backwards) {
        return new AxisLook(low, high, step, minor, title, decimals, ticks, grid, withZero, logarithmic, backwards, otherSide, dates);
    }

    public AxisLook onOtherSide(boolean other) {
        return new AxisLook(low, high, step, minor, title, decimals, ticks, grid, withZero, logarithmic, reversed, other, dates);
    }

    public AxisLook with(DateLabels form) {
        return new AxisLook(low, high, step, minor, title, decimals, ticks, grid, withZero, logarithmic, reversed, otherSide, form);
    }
}
