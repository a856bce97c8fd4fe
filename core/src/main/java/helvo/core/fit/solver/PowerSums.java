package helvo.core.fit.solver;

import helvo.core.Progress;
import helvo.core.numeric.RoundingError;
import helvo.core.points.LowParts;
import helvo.core.points.Points;
import helvo.core.points.Scaling;
import helvo.core.points.Weighting;
import helvo.core.task.BlockParallel;
import java.util.stream.IntStream;
import org.apache.commons.numbers.core.DD;

/// The sums that the normal equations of a polynomial need, of t = (x − centre) · 2^-xPower and
/// u = (y − offset) · 2^-yPower, each summed to about twice a double's digits; where bars weigh, each term times
/// w = 2^(2 sigmaPower) / σ².
///
/// Every product and sum carries its rounding error along (two-sum, and two-product by fused multiply-add);
/// Dekker 1971.
///
/// @param powers Σ w tᵏ, from k = 0
/// @param cross  Σ w tᵏ u, from k = 0
/// @param square Σ w u²
/// @param maxAbs  the largest |t| or |u|
public record PowerSums(DD[] powers, DD[] cross, DD square, double maxAbs) {
    public static PowerSums of(Points points, LowParts rests, Scaling scaling, int degree, Progress progress) {
        double sigmaFactor = Math.scalb(1.0, -points.sigmaPower());
        Sums sums = BlockParallel.reduce(
                points.size(),
                progress,
                (from, to) -> new Lanes(points, rests, scaling, sigmaFactor, degree).over(from, to),
                Sums::plus);
        int powers = 2 * degree + 1;
        DD[] all = sums.together();
        return new PowerSums(
                java.util.Arrays.copyOf(all, powers),
                java.util.Arrays.copyOfRange(all, powers, all.length - 1),
                all[all.length - 1],
                sums.reach);
    }

    /// Sums over some of the points: the powers, the products with u, and the square.
    private record Sums(double[] high, double[] low, double reach) {
        Sums plus(Sums other) {
            var sum = new Sums(high.clone(), low.clone(), Math.max(reach, other.reach));
            for (int i = 0; i < high.length; i++) {
                sum.add(i, other.high[i], other.low[i]);
            }
            return sum;
        }

        void add(int to, double value, double rest) {
            double before = high[to];
            double sum = before + value;
            low[to] += RoundingError.ofSum(before, value, sum) + rest;
            high[to] = sum;
        }

        DD[] together() {
            return IntStream.range(0, high.length)
                    .mapToObj(i -> DD.ofSum(high[i], low[i]))
                    .toArray(DD[]::new);
        }
    }

    /// Sums over every so-manieth point, side by side. Each step is a loop over the lanes that depends on nothing
    /// but its own lane, which the compiler turns into instructions for several at a time.
    private static final class Lanes {
        private static final int MAX_LANES = 128;

        private final Points points;
        private final LowParts rests;
        private final Scaling scaling;
        private final double sigmaFactor;
        private final int degree;
        private double[][] high;
        private double[][] low;
        private double[] t;
        private double[] tRest;
        private double[] u;
        private double[] uRest;
        private double[] power;
        private double[] powerRest;
        private double[] reach;

        @SuppressWarnings("NullAway.Init") // set before they are read
        Lanes(Points points, LowParts rests, Scaling scaling, double sigmaFactor, int degree) {
            this.points = points;
            this.rests = rests;
            this.scaling = scaling;
            this.sigmaFactor = sigmaFactor;
            this.degree = degree;
        }

        Sums over(int from, int to) {
            int lanes = Math.min(MAX_LANES, to - from);
            int sums = 3 * degree + 3;
            high = new double[sums][lanes];
            low = new double[sums][lanes];
            t = new double[lanes];
            tRest = new double[lanes];
            u = new double[lanes];
            uRest = new double[lanes];
            power = new double[lanes];
            powerRest = new double[lanes];
            reach = new double[lanes];
            for (int at = from; at < to; at += lanes) {
                take(at, Math.min(lanes, to - at));
            }
            var all = new Sums(
                    new double[sums],
                    new double[sums],
                    java.util.Arrays.stream(reach).max().orElse(0));
            for (int sum = 0; sum < sums; sum++) {
                for (int lane = 0; lane < lanes; lane++) {
                    all.add(sum, high[sum][lane], low[sum][lane]);
                }
            }
            return all;
        }

        private void take(int from, int count) {
            int cross = 2 * degree + 1;
            int square = 3 * degree + 2;
            moved(points.x(), from, scaling.centre(), scaling.xFactor(), rests.x(), t, tRest, count);
            moved(points.y(), from, scaling.offset(), scaling.yFactor(), rests.y(), u, uRest, count);
            reach(t, u, reach, count);
            boolean alike = points.weighting() == Weighting.UNWEIGHTED;
            if (alike) {
                high[0][0] += count;
                add(high[cross], low[cross], u, uRest, count);
                addProduct(high[square], low[square], u, uRest, u, uRest, count);
            } else {
                weights(points.ySigma(), from, sigmaFactor, power, powerRest, count);
                add(high[0], low[0], power, powerRest, count);
                addProduct(high[cross], low[cross], power, powerRest, u, uRest, count);
                addSquare(high[square], low[square], power, powerRest, u, uRest, count);
            }
            for (int k = 1; k < cross; k++) {
                if (k == cross - 1 && k > 1) {
                    addProduct(high[k], low[k], power, powerRest, t, tRest, count);
                    break;
                }
                if (k == 1 && alike) {
                    System.arraycopy(t, 0, power, 0, count);
                    System.arraycopy(tRest, 0, powerRest, 0, count);
                } else {
                    times(power, powerRest, t, tRest, count);
                }
                add(high[k], low[k], power, powerRest, count);
                if (k <= degree) {
                    addProduct(high[cross + k], low[cross + k], power, powerRest, u, uRest, count);
                }
            }
        }

        /// (values − centre) · factor, with what that lost in rounding.
        private static void moved(
                double[] values,
                int from,
                double centre,
                double factor,
                double[] lost,
                double[] moved,
                double[] rest,
                int count) {
            // Copied first: the compiler makes lanes only of loops whose arrays all go by the same index.
            System.arraycopy(values, from, moved, 0, count);
            for (int i = 0; i < count; i++) {
                double value = moved[i];
                double difference = value - centre;
                double part = difference - value;
                rest[i] = ((value - (difference - part)) - (centre + part)) * factor;
                moved[i] = difference * factor;
            }
            for (int i = 0; i < count && lost.length > 0; i++) {
                rest[i] += lost[from + i] * factor;
            }
        }

        private static void reach(double[] t, double[] u, double[] reach, int count) {
            for (int i = 0; i < count; i++) {
                reach[i] = Math.max(reach[i], Math.max(Math.abs(t[i]), Math.abs(u[i])));
            }
        }

        private static void weights(
                double[] sigma, int from, double factor, double[] weight, double[] rest, int count) {
            System.arraycopy(sigma, from, weight, 0, count);
            for (int i = 0; i < count; i++) {
                double s = weight[i] * factor;
                double w = weight(s);
                weight[i] = w;
                rest[i] = restOfWeight(s, w);
            }
        }

        /// Adds values to sums. Knuth's two-sum.
        private static void add(double[] sums, double[] low, double[] values, double[] rests, int count) {
            for (int i = 0; i < count; i++) {
                double before = sums[i];
                double value = values[i];
                double sum = before + value;
                low[i] += RoundingError.ofSum(before, value, sum) + rests[i];
                sums[i] = sum;
            }
        }

        /// Adds products to sums.
        private static void addProduct(
                double[] sums, double[] low, double[] a, double[] aRest, double[] b, double[] bRest, int count) {
            for (int i = 0; i < count; i++) {
                double before = sums[i];
                double product = a[i] * b[i];
                double rest = RoundingError.ofProduct(a[i], b[i], product) + (a[i] * bRest[i] + aRest[i] * b[i]);
                double sum = before + product;
                low[i] += RoundingError.ofSum(before, product, sum) + rest;
                sums[i] = sum;
            }
        }

        /// Adds w u² to sums.
        private static void addSquare(
                double[] sums, double[] low, double[] w, double[] wRest, double[] u, double[] uRest, int count) {
            for (int i = 0; i < count; i++) {
                double before = sums[i];
                double first = w[i] * u[i];
                double firstRest = RoundingError.ofProduct(w[i], u[i], first) + (w[i] * uRest[i] + wRest[i] * u[i]);
                double product = first * u[i];
                double rest = RoundingError.ofProduct(first, u[i], product) + (first * uRest[i] + firstRest * u[i]);
                double sum = before + product;
                low[i] += RoundingError.ofSum(before, product, sum) + rest;
                sums[i] = sum;
            }
        }

        /// Multiplies values by factors.
        private static void times(double[] values, double[] rests, double[] factors, double[] factorRests, int count) {
            for (int i = 0; i < count; i++) {
                double value = values[i];
                double factor = factors[i];
                double product = value * factor;
                double rest =
                        RoundingError.ofProduct(value, factor, product) + (value * factorRests[i] + rests[i] * factor);
                double sum = product + rest;
                rests[i] = rest - (sum - product);
                values[i] = sum;
            }
        }
    }

    /// 1/σ², rounded.
    public static double weight(double sigma) {
        return 1 / (sigma * sigma);
    }

    /// What `weight` lost in rounding.
    static double restOfWeight(double sigma, double weight) {
        double square = sigma * sigma;
        double lost = RoundingError.ofProduct(sigma, sigma, square);
        return Math.fma(-weight, lost, Math.fma(-weight, square, 1)) * weight;
    }
}
