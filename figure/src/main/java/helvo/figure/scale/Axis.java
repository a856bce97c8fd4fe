package helvo.figure.scale;

import helvo.core.number.NumberNotation;
import java.util.List;
import java.util.Optional;

/// An axis with its limits, ticks and labels, in the units of the points.
public sealed interface Axis permits AxisScale, DateScale, LogScale, AxisOverAnother {
    double low();

    double high();

    /// The labelled values, ascending.
    List<Double> ticks();

    /// Values with a short tick, those of labelled ones among them.
    List<Double> minorTicks();

    String label(double tick, NumberNotation numbers);

    /// What stands before the unit in the axis' title, such as a power of ten, or in its place; may be empty.
    String context();

    /// Between the lines of a fine grid, where `length` is that of the axis in points.
    List<Double> fineTicks(double length);

    /// Whether equal lengths are equal ratios.
    default boolean isLogarithmic() {
        return false;
    }

    /// The same axis with other steps.
    ///
    /// @param mostSteps along all of it
    Axis refined(int mostSteps);

    /// The equal step between labelled values; empty where steps are not equal.
    default Optional<Double> labelledStep() {
        return Optional.empty();
    }

    /// How many parts short ticks divide such a step into.
    default Optional<Integer> partsOfStep() {
        return Optional.empty();
    }

    /// Where a value lies between the limits, from 0 at the lower to 1 at the upper.
    default double fraction(double value) {
        return (value / 2 - low() / 2) / (high() / 2 - low() / 2);
    }

    /// The value at a fraction of the axis.
    default double value(double fraction) {
        return low() * (1 - fraction) + high() * fraction;
    }

    /// The least distance between labelled ticks, as a fraction of the axis; 1 when there is but one.
    default double leastApart() {
        List<Double> ticks = ticks();
        double least = 1;
        for (int i = 1; i < ticks.size(); i++) {
            least = Math.min(least, Math.abs(fraction(ticks.get(i)) - fraction(ticks.get(i - 1))));
        }
        return least;
    }
}
