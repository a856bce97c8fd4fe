package helvo.core.points;

import helvo.core.numeric.Range;
import java.util.stream.IntStream;

/// A shift and a power-of-two scale that bring points into about −1 … 1. The scale factors are powers of two, so
/// scaling rounds nothing.
///
/// @param centre what is taken from x
/// @param xPower then x is multiplied by 2^-xPower
/// @param offset what is taken from y
/// @param yPower then y is multiplied by 2^-yPower
public record Scaling(double centre, int xPower, double offset, int yPower) {
    /// 2^1000 keeps factors, and the products that two-product makes, away from overflow.
    private static final int MAX_POWER = 1000;
    private static final int MIN_POINTS_TO_SAMPLE = 100_000;
    private static final int SAMPLE_SIZE = 1_000;

    /// Centred on the middle of x; of many points, on that of a sample, so that they need not be gone through once
    /// more.
    public static Scaling sampled(Points points) {
        int n = points.size();
        if (n < MIN_POINTS_TO_SAMPLE) {
            return centred(points);
        }
        int[] places = IntStream.range(0, SAMPLE_SIZE)
                .map(i -> (int) ((long) i * (n - 1) / (SAMPLE_SIZE - 1)))
                .toArray();
        double[] x = IntStream.of(places).mapToDouble(i -> points.x()[i]).toArray();
        double[] y = IntStream.of(places).mapToDouble(i -> points.y()[i]).toArray();
        Range some = Range.of(x);
        double largest = Range.of(y).maxAbs();
        return some.low() < some.high() && largest > 0 ? of(some, largest) : centred(points);
    }

    /// Centred on the middle of x.
    public static Scaling centred(Points points) {
        return of(Range.of(points.x()), Range.of(points.y()).maxAbs());
    }

    private static Scaling of(Range x, double largestY) {
        return new Scaling(x.midpoint(), power(x.halfWidth()), 0, power(largestY / 2));
    }

    /// With x measured from zero and y from a held intercept.
    public static Scaling fromIntercept(Points points, double intercept) {
        return new Scaling(0, power(largest(points.x(), 0)), intercept, power(largest(points.y(), intercept)));
    }

    public double xFactor() {
        return Math.scalb(1.0, -xPower);
    }

    public double yFactor() {
        return Math.scalb(1.0, -yPower);
    }

    private static double largest(double[] values, double offset) {
        double largest = 0;
        for (double value : values) {
            largest = Math.max(largest, Math.abs(value / 2 - offset / 2));
        }
        return largest;
    }

    /// The least power of two above twice this half span.
    private static int power(double half) {
        return half == 0 ? 0 : Math.clamp(Math.getExponent(half) + 1, -MAX_POWER, MAX_POWER);
    }
}
