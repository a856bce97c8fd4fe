package helvo.figure.scale;

import helvo.core.points.ErrorBars;

/// The least and the greatest of the values seen so far.
public final class Extent {
    private double least = Double.POSITIVE_INFINITY;
    private double greatest = Double.NEGATIVE_INFINITY;

    public void include(double value) {
        least = Math.min(least, value);
        greatest = Math.max(greatest, value);
    }

    private void includeAll(double[] values) {
        double low = least;
        double high = greatest;
        for (double value : values) {
            low = value < low ? value : low;
            high = value > high ? value : high;
        }
        least = low;
        greatest = high;
    }

    /// The values and the ends of their bars; a point may have none.
    public void take(double[] values, ErrorBars bars) {
        if (bars.isNone()) {
            includeAll(values);
            return;
        }
        for (int i = 0; i < values.length; i++) {
            boolean has = bars.has(i);
            include(has ? values[i] - bars.down()[i] : values[i]);
            include(has ? values[i] + bars.up()[i] : values[i]);
        }
    }

    /// Values that belong to what was taken so far, such as a curve through it: those that lie far from it, as
    /// where a high polynomial swings away, are taken no farther than a third of its span.
    public void takeNearby(double[] values) {
        double room = (greatest - least) / 3;
        double low = least - room;
        double high = greatest + room;
        for (double value : values) {
            if (low <= high) {
                include(Math.clamp(value, low, high));
            }
        }
    }

    /// The value at a fraction of the way from the least to the greatest.
    double at(double fraction) {
        return least * (1 - fraction) + greatest * fraction;
    }

    public double least() {
        return least;
    }

    public double greatest() {
        return greatest;
    }
}
