package helvo.core.numeric;

import helvo.core.task.BlockParallel;
import java.util.stream.IntStream;
import org.apache.commons.numbers.core.DD;

/// The natural logarithm to about 26 digits, so that a fit over logarithms loses none of a double's.
///
/// x = 2ᵏ m with m in 1 … 2; a fraction c of 256ths lies so near to 1/m that mc − 1 = r is exact and at most 2^-7;
/// then ln x = k ln 2 − ln c + ln(1 + r). The logarithms of the fractions are tabulated in double-double, and the
/// first four terms of the series in r are summed in it. Tang 1990 (ACM Transactions on Mathematical Software 16),
/// with longer sums.
public final class DoubleDoubleLog {
    private static final int TABLE_SIZE = 256;
    private static final DD[] OF_RECIPROCALS = IntStream.rangeClosed(0, TABLE_SIZE)
            .mapToObj(k -> k < TABLE_SIZE / 2 ? DD.ZERO : ofReciprocal(k))
            .toArray(DD[]::new);
    private static final DD OF_TWO = OF_RECIPROCALS[TABLE_SIZE / 2];
    private static final DD THIRD = DD.ONE.divide(DD.of(3));
    /// Of the series' terms that doubles suffice for, from r⁵ on.
    private static final double[] FURTHER = IntStream.rangeClosed(5, 14)
            .mapToDouble(k -> (k % 2 == 0 ? -1.0 : 1.0) / k)
            .toArray();

    private DoubleDoubleLog() {}

    /// Logarithms as sums of two doubles.
    public record Doubled(double[] high, double[] low) {
        /// @param x above 0
        public static Doubled of(double[] x) {
            var logs = new Doubled(new double[x.length], new double[x.length]);
            BlockParallel.forEach(x.length, (from, to) -> {
                for (int i = from; i < to; i++) {
                    DD log = DoubleDoubleLog.of(x[i]);
                    logs.high[i] = log.hi();
                    logs.low[i] = log.lo();
                }
            });
            return logs;
        }
    }

    /// @param x above 0 and finite
    public static DD of(double x) {
        double normal = x < Double.MIN_NORMAL ? x * 0x1p54 : x;
        int power = Math.getExponent(normal);
        double m = Math.scalb(normal, -power);
        if (x < Double.MIN_NORMAL) {
            power -= 54;
        }
        int part = (int) Math.rint(TABLE_SIZE / m);
        double r = Math.fma(m, (double) part / TABLE_SIZE, -1);
        double further = 0;
        for (int k = FURTHER.length - 1; k >= 0; k--) {
            further = further * r + FURTHER[k];
        }
        DD square = DD.ofProduct(r, r);
        DD series = square.multiply(square)
                .multiply(-0.25)
                .add(r * r * r * r * r * further)
                .add(square.multiply(THIRD).multiply(r))
                .add(square.multiply(-0.5))
                .add(r);
        return OF_TWO.multiply(power).add(OF_RECIPROCALS[part]).add(series);
    }

    /// ln(256/k) = 2 artanh((256 − k)/(256 + k)).
    private static DD ofReciprocal(int k) {
        DD z = DD.of(TABLE_SIZE - k).divide(DD.of(TABLE_SIZE + k));
        DD square = z.multiply(z);
        DD sum = DD.ZERO;
        DD power = z;
        for (int i = 1; i < 80; i += 2) {
            sum = sum.add(power.divide(DD.of(i)));
            power = power.multiply(square);
        }
        return sum.multiply(2);
    }
}
