package helvo.core.fit;

import helvo.core.Progress;
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
record PowerSums(DD[] powers, DD[] cross, DD square) {
    private static final int BLOCK = 1 << 14;

    /// Block by block, on all processors when there are many; the blocks are added up in their order.
    static PowerSums of(Points points, Scaling scaling, int degree, Progress progress) {
        int n = points.size();
        int blocks = Math.max(1, (n + BLOCK - 1) / BLOCK);
        int sigmaPower = points.sigmaPower();
        Running sums = IntStream.range(0, blocks).parallel().mapToObj(block -> {
            progress.reached((double) block / blocks);
            var running = new Running(degree);
            if (degree == 1 && points.weighting() == Weighting.ALIKE) {
                running.addLine(points, block * BLOCK, Math.min(n, (block + 1) * BLOCK), scaling);
            } else {
                running.add(points, block * BLOCK, Math.min(n, (block + 1) * BLOCK), scaling, sigmaPower);
            }
            return running;
        }).reduce(Running::plus).orElseThrow();
        int powers = 2 * degree + 1;
        DD[] all = sums.together();
        return new PowerSums(java.util.Arrays.copyOf(all, powers), java.util.Arrays.copyOfRange(all, powers, all.length - 1), all[all.length - 1]);
    }

    /// Sums over some of the points: the powers, the products with u, and the square.
    private static final class Running {
        private final int degree;
        private final double[] high;
        private final double[] low;

        Running(int degree) {
            this.degree = degree;
            high = new double[3 * degree + 3];
            low = new double[high.length];
        }

        Running plus(Running other) {
            var sum = new Running(degree);
            for (int i = 0; i < high.length; i++) {
                sum.high[i] = high[i] + other.high[i];
                sum.low[i] = low[i] + other.low[i] + errorOfSum(high[i], other.high[i], sum.high[i]);
            }
            return sum;
        }

        DD[] together() {
            return IntStream.range(0, high.length).mapToObj(i -> DD.ofSum(high[i], low[i])).toArray(DD[]::new);
        }

        private void add(Points points, int from, int to, Scaling scaling, int sigmaPower) {
            double[] x = points.x();
            double[] y = points.y();
            double[] sigma = points.weighting() == Weighting.ALIKE ? null : points.ySigma();
            int highest = 2 * degree;
            int ofCross = highest + 1;
            int ofSquare = ofCross + degree + 1;
            double centre = scaling.centre();
            double offset = scaling.offset();
            double xFactor = scaling.xFactor();
            double yFactor = scaling.yFactor();
            for (int i = from; i < to; i++) {
                double th = x[i] - centre;
                double tl = Scaling.errorOfDifference(x[i], centre, th) * xFactor;
                th *= xFactor;
                double uh = y[i] - offset;
                double ul = Scaling.errorOfDifference(y[i], offset, uh) * yFactor;
                uh *= yFactor;
                double ph = 1;
                double pl = 0;
                if (sigma != null) {
                    double s = Math.scalb(sigma[i], -sigmaPower);
                    ph = weight(s);
                    pl = restOfWeight(s, ph);
                }
                double first = ph * uh;
                double firstRest = Math.fma(ph, uh, -first) + (ph * ul + pl * uh);
                add(ofSquare, first * uh, Math.fma(first, uh, -(first * uh)) + (first * ul + firstRest * uh));
                for (int k = 0; ; k++) {
                    add(k, ph, pl);
                    if (k <= degree) {
                        double product = ph * uh;
                        add(ofCross + k, product, Math.fma(ph, uh, -product) + (ph * ul + pl * uh));
                    }
                    if (k == highest) {
                        break;
                    }
                    double next = ph * th;
                    double rest = Math.fma(ph, th, -next) + (ph * tl + pl * th);
                    ph = next + rest;
                    pl = rest - (ph - next);
                }
            }
        }

        /// What `add` does, for a line through points that count alike: with its sums in registers it takes a third of the time.
        private void addLine(Points points, int from, int to, Scaling scaling) {
            double[] x = points.x();
            double[] y = points.y();
            double centre = scaling.centre();
            double offset = scaling.offset();
            double xFactor = scaling.xFactor();
            double yFactor = scaling.yFactor();
            double t1 = 0;
            double t1Low = 0;
            double t2 = 0;
            double t2Low = 0;
            double u1 = 0;
            double u1Low = 0;
            double tu = 0;
            double tuLow = 0;
            double u2 = 0;
            double u2Low = 0;
            for (int i = from; i < to; i++) {
                double th = x[i] - centre;
                double tl = Scaling.errorOfDifference(x[i], centre, th) * xFactor;
                th *= xFactor;
                double uh = y[i] - offset;
                double ul = Scaling.errorOfDifference(y[i], offset, uh) * yFactor;
                uh *= yFactor;
                double sum = t1 + th;
                t1Low += errorOfSum(t1, th, sum) + tl;
                t1 = sum;
                sum = u1 + uh;
                u1Low += errorOfSum(u1, uh, sum) + ul;
                u1 = sum;
                double product = th * th;
                sum = t2 + product;
                t2Low += errorOfSum(t2, product, sum) + (Math.fma(th, th, -product) + 2 * th * tl);
                t2 = sum;
                product = th * uh;
                sum = tu + product;
                tuLow += errorOfSum(tu, product, sum) + (Math.fma(th, uh, -product) + (th * ul + tl * uh));
                tu = sum;
                product = uh * uh;
                sum = u2 + product;
                u2Low += errorOfSum(u2, product, sum) + (Math.fma(uh, uh, -product) + 2 * uh * ul);
                u2 = sum;
            }
            add(0, to - from, 0);
            add(1, t1, t1Low);
            add(2, t2, t2Low);
            add(3, u1, u1Low);
            add(4, tu, tuLow);
            add(5, u2, u2Low);
        }

        private void add(int to, double value, double rest) {
            double before = high[to];
            double sum = before + value;
            low[to] += errorOfSum(before, value, sum) + rest;
            high[to] = sum;
        }
    }

    /// 1/σ², rounded.
    static double weight(double sigma) {
        return 1 / (sigma * sigma);
    }

    /// What `weight` lost in rounding.
    static double restOfWeight(double sigma, double weight) {
        double square = sigma * sigma;
        double lost = Math.fma(sigma, sigma, -square);
        return Math.fma(-weight, lost, Math.fma(-weight, square, 1)) * weight;
    }

    /// What a + b lost in rounding to `sum`; exact. Knuth's two-sum.
    private static double errorOfSum(double a, double b, double sum) {
        double bPart = sum - a;
        return (a - (sum - bPart)) + (b - bPart);
    }
}
