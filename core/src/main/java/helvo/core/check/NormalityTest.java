package helvo.core.check;

import helvo.core.task.BlockParallel;
import java.util.Arrays;
import java.util.Optional;
import org.apache.commons.statistics.distribution.NormalDistribution;

/// The test whether residuals are spread like a normal distribution: Shapiro and Wilk's W up to 5,000 of them
/// (Royston 1995, Applied Statistics 44:547, algorithm AS R94), Anderson and Darling's A² beyond (Stephens 1986, in
/// D'Agostino & Stephens, Goodness-of-Fit Techniques, table 4.9).
record NormalityTest(Check.Kind kind, double statistic, double p) {
    private static final int MAX_SHAPIRO = 5000;
    /// Below it two terms of the series of ln(1 − t) leave no more than 1 − t loses in rounding.
    private static final double SERIES_LIMIT = 1e-5;
    private static final NormalDistribution NORMAL = NormalDistribution.of(0, 1);

    /// @param sorted the residuals from the least to the greatest
    static Optional<NormalityTest> of(double[] sorted) {
        int n = sorted.length;
        if (n < 3 || !(sorted[n - 1] > sorted[0])) {
            return Optional.empty();
        }
        return Optional.of(n <= MAX_SHAPIRO ? shapiroWilk(sorted) : andersonDarling(sorted));
    }

    private static NormalityTest shapiroWilk(double[] sorted) {
        int n = sorted.length;
        double[] a = weights(n);
        double mean = Arrays.stream(sorted).average().orElseThrow();
        double range = sorted[n - 1] - sorted[0];
        double along = 0;
        double squares = 0;
        for (int i = 0; i < n; i++) {
            double from = (sorted[i] - mean) / range;
            along += a[i] * from;
            squares += from * from;
        }
        double w = Math.min(1, along * along / squares);
        return new NormalityTest(Check.Kind.SHAPIRO_WILK, w, Math.clamp(p(w, n), 0, 1));
    }

    /// Royston's approximate weights, antisymmetric and of unit length.
    private static double[] weights(int n) {
        double[] a = new double[n];
        if (n == 3) {
            a[0] = -Math.sqrt(0.5);
            a[2] = Math.sqrt(0.5);
            return a;
        }
        double[] m = new double[n];
        double squares = 0;
        for (int i = 0; i < n; i++) {
            m[i] = NormalScores.at(i, n);
            squares += m[i] * m[i];
        }
        double root = 1 / Math.sqrt(n);
        double last =
                polynomial(root, m[n - 1] / Math.sqrt(squares), 0.221157, -0.147981, -2.07119, 4.434685, -2.706056);
        boolean two = n > 5;
        double beforeLast = two
                ? polynomial(root, m[n - 2] / Math.sqrt(squares), 0.042981, -0.293762, -1.752461, 5.682633, -3.582633)
                : 0;
        double left = squares - 2 * m[n - 1] * m[n - 1] - (two ? 2 * m[n - 2] * m[n - 2] : 0);
        double scale = Math.sqrt(left / (1 - 2 * last * last - (two ? 2 * beforeLast * beforeLast : 0)));
        for (int i = 0; i < n; i++) {
            a[i] = m[i] / scale;
        }
        a[n - 1] = last;
        a[0] = -last;
        if (two) {
            a[n - 2] = beforeLast;
            a[1] = -beforeLast;
        }
        return a;
    }

    private static double p(double w, int n) {
        if (n == 3) {
            return 6 / Math.PI * (Math.asin(Math.sqrt(w)) - Math.asin(Math.sqrt(0.75)));
        }
        double y = Math.log(1 - w);
        double log = Math.log(n);
        double mean;
        double deviation;
        if (n <= 11) {
            double gamma = polynomial(n, -2.273, 0.459);
            if (y >= gamma) {
                return 1e-99;
            }
            y = -Math.log(gamma - y);
            mean = polynomial(n, 0.544, -0.39978, 0.025054, -6.714e-4);
            deviation = Math.exp(polynomial(n, 1.3822, -0.77857, 0.062767, -0.0020322));
        } else {
            mean = polynomial(log, -1.5861, -0.31082, -0.083751, 0.0038915);
            deviation = Math.exp(polynomial(log, -0.4803, -0.082676, 0.0030302));
        }
        return NORMAL.survivalProbability((y - mean) / deviation);
    }

    private static NormalityTest andersonDarling(double[] sorted) {
        int n = sorted.length;
        double mean = BlockParallel.sum(n, (from, to) -> {
                    double some = 0;
                    double lost = 0;
                    for (int i = from; i < to; i++) {
                        double each = sorted[i] - lost;
                        double next = some + each;
                        lost = next - some - each;
                        some = next;
                    }
                    return some;
                })
                / n;
        double squares = BlockParallel.sum(n, (from, to) -> {
            double some = 0;
            for (int i = from; i < to; i++) {
                some += (sorted[i] - mean) * (sorted[i] - mean);
            }
            return some;
        });
        double deviation = Math.sqrt(squares / (n - 1));
        double sum = BlockParallel.sum(n, (from, to) -> {
            double some = 0;
            for (int i = from; i < to; i++) {
                double z = (sorted[i] - mean) / deviation;
                double tail = NORMAL.survivalProbability(Math.abs(z));
                double logTail = Math.log(Math.max(tail, Double.MIN_NORMAL));
                double logRest = tail < SERIES_LIMIT ? -tail - tail * tail / 2 : Math.log(1 - tail);
                // Each value counts with its place from below where ln F stands, and from above for ln(1 − F).
                some += (2.0 * i + 1) * (z < 0 ? logTail : logRest)
                        + (2.0 * (n - 1 - i) + 1) * (z < 0 ? logRest : logTail);
            }
            return some;
        });
        double square = -n - sum / n;
        double a = square * (1 + 0.75 / n + 2.25 / ((double) n * n));
        double p = a < 0.2
                ? 1 - Math.exp(-13.436 + 101.14 * a - 223.73 * a * a)
                : a < 0.34
                        ? 1 - Math.exp(-8.318 + 42.796 * a - 59.938 * a * a)
                        : a < 0.6
                                ? Math.exp(0.9177 - 4.279 * a - 1.38 * a * a)
                                : Math.exp(1.2937 - 5.709 * a + 0.0186 * a * a);
        return new NormalityTest(Check.Kind.ANDERSON_DARLING, square, a > 13 ? 0 : Math.clamp(p, 0, 1));
    }

    /// c0 + c1 x + c2 x² + …
    private static double polynomial(double x, double... c) {
        double value = 0;
        for (int k = c.length - 1; k >= 0; k--) {
            value = value * x + c[k];
        }
        return value;
    }
}
