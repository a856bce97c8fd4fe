package helvo.core.numeric;

import helvo.core.Progress;
import helvo.core.task.BlockParallel;

/// The least and the greatest of some numbers.
public record Range(double low, double high) {
    /// All numbers.
    public static final Range UNLIMITED = new Range(Double.NEGATIVE_INFINITY, Double.POSITIVE_INFINITY);
    private static final Range NONE = new Range(Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY);

    public static Range of(double[] values) {
        return BlockParallel.reduce(values.length, Progress.none(), (from, to) -> of(values, from, to), Range::and);
    }

    /// Of the values from one place up to another.
    public static Range of(double[] values, int from, int to) {
        Range all = NONE;
        double low = all.low;
        double high = all.high;
        // Not Math.min and max, which look at the bits of each number.
        for (int i = from; i < to; i++) {
            low = values[i] < low ? values[i] : low;
            high = values[i] > high ? values[i] : high;
        }
        return new Range(low, high);
    }

    /// That of these numbers and of others.
    public Range and(Range other) {
        return new Range(Math.min(low, other.low), Math.max(high, other.high));
    }

    /// The size of the number farthest from 0; 0 of none.
    public double maxAbs() {
        return low > high ? 0 : Math.max(Math.abs(low), Math.abs(high));
    }

    /// Of what lies within, that nearest to a number.
    public double nearest(double value) {
        return Math.min(Math.max(value, low), high);
    }

    /// Halfway between.
    public double midpoint() {
        return low / 2 + high / 2;
    }

    /// Half of what lies between.
    public double halfWidth() {
        return high / 2 - low / 2;
    }
}
