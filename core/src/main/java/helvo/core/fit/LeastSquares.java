package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.numeric.FittedFunction;
import helvo.core.numeric.RoundingError;
import helvo.core.numeric.SmallMatrix;
import helvo.core.points.ScaledPoints;
import helvo.core.task.BlockParallel;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/// Non-linear least squares of a shape with few coefficients: Levenberg–Marquardt with analytic derivatives
/// (Marquardt 1963, J. SIAM 11:431) in scaled coefficients, then Newton, its sums carried to about twice a
/// double's digits.
final class LeastSquares {
    private static final int MAX_STEPS = 400;
    /// Dampings that are tried for one step, each ten times the one before.
    private static final int MAX_DAMPINGS = 40;
    /// Steps are measured in parts of the coefficients. Below these the search has ended: with exact sums, and
    /// with sums that keep no rounding errors.
    private static final double SMALLEST_STEP = 1e-13;
    private static final double SMALLEST_QUICK_STEP = 1e-11;
    /// So short a step that makes nothing better says that the sum of squares cannot tell places apart any more.
    private static final double INDISTINCT_STEP = 1e-10;
    private static final double INDISTINCT_QUICK_STEP = 1e-8;
    /// So short a step may leave the sum of squares as it is, and below the second the search has ended there.
    private static final double FLAT_STEP = 1e-7;
    private static final double SMALLEST_FLAT_STEP = 1e-9;
    /// What a sum of squares may grow by its own rounding.
    private static final double SUM_ROUNDING = 1e-15;
    /// Newton's steps begin where the first is smaller than this part of the coefficients, and end where they no
    /// longer shrink.
    private static final double MAX_NEWTON_LENGTH = 1;
    private static final double ROUNDED_STEP = 1e-8;
    /// After a step of this size the second derivatives are the same.
    private static final double STEADY_STEP = 1e-3;
    /// Of the differences by which second derivatives are taken.
    private static final double DIFFERENCE_STEP = 1e-5;
    private static final int MAX_NEWTON_STEPS = 40;
    /// Marquardt's λ, in parts of the equations' diagonal: at first, at least after a step that failed, and where
    /// the search begins beside the least.
    private static final double FIRST_DAMPING = 1e-4;
    private static final double LEAST_DAMPING_AFTER_FAILURE = 1e-8;
    private static final double NO_DAMPING = 1e-15;
    private static final double DAMPING_FACTOR = 10;
    /// Rates and places in scaled x are told apart down to this part of the span; nearer to zero, a step counts
    /// absolutely.
    private static final double MIN_RATE = 0.05;
    /// Likewise for the first coefficient, in parts of the largest y.
    private static final double MIN_AMPLITUDE = 1e-8;
    /// So many points show where the least is, if not exactly.
    private static final int MAX_SAMPLE = 2000;

    private final Shape shape;
    private final ScaledPoints points;
    private final double[] x;
    private final double[] y;
    private final double[] roots;
    private final Progress progress;

    /// A function of x and of scaled coefficients.
    interface Shape {
        int size();

        /// @param gradient is given the derivatives by the coefficients
        double at(double[] p, double x, double[] gradient);

        /// Its derivative by x.
        double slope(double[] p, double x);
    }

    /// Where the sum of squares is least.
    ///
    /// @param p        scaled coefficients
    /// @param sum      of squared residuals
    /// @param inverse  of the normal equations' matrix
    /// @param settled  whether the last step was below rounding
    record Minimum(double[] p, double sum, double largest, double[][] inverse, boolean settled) {}

    LeastSquares(Shape shape, ScaledPoints points, Progress progress) {
        this.shape = shape;
        this.points = points;
        this.progress = progress;
        x = points.x();
        y = points.y();
        roots = points.roots();
    }

    /// The best of what is reached from several starts. With many points, a part of them shows which start that is
    /// and brings it near.
    ///
    /// @param wanted what coefficients make sense
    /// @return empty where none settles there
    Optional<Minimum> multiStart(List<double[]> starts, Predicate<double[]> wanted) {
        if (x.length <= MAX_SAMPLE) {
            return best(starts, wanted);
        }
        Optional<Minimum> near = new LeastSquares(shape, points.sample(MAX_SAMPLE), progress).best(starts, wanted);
        Optional<Minimum> nearer =
                near.flatMap(each -> from(each.p, false, NO_DAMPING)).filter(each -> wanted.test(each.p));
        return nearer.flatMap(each -> each.settled ? polished(each.p) : from(each.p, true, NO_DAMPING))
                .filter(each -> each.settled && wanted.test(each.p))
                .or(() -> settled(starts, wanted, false)
                        .flatMap(each -> polished(each.p).stream())
                        .filter(each -> each.settled && wanted.test(each.p))
                        .min(Comparator.comparingDouble(Minimum::sum)));
    }

    private Optional<Minimum> best(List<double[]> starts, Predicate<double[]> wanted) {
        return settled(starts, wanted, true).min(Comparator.comparingDouble(Minimum::sum));
    }

    /// Where the searches from several starts end, the least first, each place once.
    List<double[]> reached(List<double[]> starts, Predicate<double[]> wanted, int most) {
        var places = new ArrayList<double[]>();
        settled(starts, wanted, true)
                .sorted(Comparator.comparingDouble(Minimum::sum))
                .map(Minimum::p)
                .forEach(p -> {
                    boolean known = places.stream()
                            .anyMatch(other -> relative(
                                            IntStream.range(0, p.length)
                                                    .mapToDouble(k -> p[k] - other[k])
                                                    .toArray(),
                                            p)
                                    < STEADY_STEP);
                    if (!known && places.size() < most) {
                        places.add(p);
                    }
                });
        return places;
    }

    private Stream<Minimum> settled(List<double[]> starts, Predicate<double[]> wanted, boolean exact) {
        return starts.stream()
                .flatMap(start -> from(start, exact, FIRST_DAMPING).stream())
                .filter(each -> each.settled && wanted.test(each.p));
    }

    /// @param exact whether sums carry their rounding errors along; without, the last digits are not reached, in a
    ///     third of the time
    /// @return empty where the equations have no single solution
    private Optional<Minimum> from(double[] start, boolean exact, double damping) {
        double[] p = start.clone();
        int n = shape.size();
        Sums sums = Sums.at(this, p, exact);
        double smallest = exact ? SMALLEST_STEP : SMALLEST_QUICK_STEP;
        double lambda = damping;
        boolean settled = false;
        for (int step = 0; step < MAX_STEPS && !settled; step++) {
            double[][] normal = sums.matrix();
            double[] right = sums.gradient();
            double current = sums.squares();
            boolean better = false;
            for (int attempt = 0; attempt < MAX_DAMPINGS && !better; attempt++) {
                double[][] damped = damped(normal, lambda);
                double @Nullable [] by = SmallMatrix.solve(damped, right);
                if (by == null) {
                    lambda = Math.max(lambda * DAMPING_FACTOR, LEAST_DAMPING_AFTER_FAILURE);
                    continue;
                }
                double[] next = p.clone();
                double largest = 0;
                for (int k = 0; k < n; k++) {
                    next[k] += by[k];
                    largest = Math.max(largest, Math.abs(by[k]) / size(p, k));
                }
                if (largest < smallest) {
                    settled = true;
                    break;
                }
                Sums tried = Sums.at(this, next, exact);
                if (tried.squares() <= current * (1 + SUM_ROUNDING) && Double.isFinite(tried.squares())) {
                    better = tried.squares() < current || largest < FLAT_STEP;
                    p = next;
                    sums = tried;
                    lambda = Math.max(lambda / DAMPING_FACTOR, NO_DAMPING);
                    if (!better) {
                        settled = largest < SMALLEST_FLAT_STEP;
                        break;
                    }
                } else if (largest < (exact ? INDISTINCT_STEP : INDISTINCT_QUICK_STEP)) {
                    settled = true;
                    break;
                } else {
                    lambda = Math.max(lambda * DAMPING_FACTOR, LEAST_DAMPING_AFTER_FAILURE);
                }
            }
            if (!better && !settled) {
                break;
            }
        }
        return exact ? polished(p) : least(p, sums, settled);
    }

    /// From near the least to its last digits, and whether it is one: Newton's steps on the gradient, which keeps
    /// its digits where the sum of squares no longer tells one place from another. Its derivatives are taken by
    /// differences, so that residuals count in them.
    private Optional<Minimum> polished(double[] start) {
        double[] p = start.clone();
        Sums sums = Sums.at(this, p, true);
        double @Nullable [][] curvature = null;
        double before = MAX_NEWTON_LENGTH;
        boolean settled = false;
        for (int step = 0; step < MAX_NEWTON_STEPS && !settled; step++) {
            if (curvature == null || before > STEADY_STEP) {
                curvature = curvature(p);
            }
            double @Nullable [] by = isConvex(curvature) ? SmallMatrix.solve(curvature, sums.gradient()) : null;
            double largest = by == null ? Double.NaN : relative(by, p);
            if (by == null || !(largest < before)) {
                // No nearer: what is left is rounding, or there is no least here.
                settled = before < ROUNDED_STEP;
                break;
            }
            for (int k = 0; k < p.length; k++) {
                p[k] += by[k];
            }
            sums = Sums.at(this, p, true);
            settled = largest < SMALLEST_STEP;
            before = largest;
        }
        return least(p, sums, settled || before < ROUNDED_STEP);
    }

    private static double relative(double[] by, double[] p) {
        return IntStream.range(0, p.length)
                .mapToDouble(k -> Math.abs(by[k]) / size(p, k))
                .max()
                .orElseThrow();
    }

    private static double size(double[] p, int k) {
        return Math.max(Math.abs(p[k]), k == 0 ? MIN_AMPLITUDE : MIN_RATE);
    }

    /// Half the second derivatives of the sum of squares.
    private double[][] curvature(double[] p) {
        int n = p.length;
        boolean exact = x.length <= MAX_SAMPLE;
        double[][] curvature = new double[n][];
        for (int k = 0; k < n; k++) {
            double[] up = p.clone();
            double[] down = p.clone();
            up[k] += DIFFERENCE_STEP * size(p, k);
            down[k] -= DIFFERENCE_STEP * size(p, k);
            double[] above = Sums.at(this, up, exact).gradient();
            double[] below = Sums.at(this, down, exact).gradient();
            double apart = up[k] - down[k];
            curvature[k] = IntStream.range(0, n)
                    .mapToDouble(i -> (below[i] - above[i]) / apart)
                    .toArray();
        }
        for (int i = 0; i < n; i++) {
            for (int k = 0; k < i; k++) {
                curvature[i][k] = (curvature[i][k] + curvature[k][i]) / 2;
                curvature[k][i] = curvature[i][k];
            }
        }
        return curvature;
    }

    /// Whether all leading minors are above 0 (Sylvester).
    private static boolean isConvex(double[][] matrix) {
        int n = matrix.length;
        double[][] a = Arrays.stream(matrix).map(double[]::clone).toArray(double[][]::new);
        for (int k = 0; k < n; k++) {
            if (!(a[k][k] > 0)) {
                return false;
            }
            for (int i = k + 1; i < n; i++) {
                double factor = a[i][k] / a[k][k];
                for (int j = k; j < n; j++) {
                    a[i][j] -= factor * a[k][j];
                }
            }
        }
        return true;
    }

    private static Optional<Minimum> least(double[] p, Sums sums, boolean settled) {
        double @Nullable [][] inverse = SmallMatrix.inverse(sums.matrix());
        return inverse == null || !Double.isFinite(sums.squares())
                ? Optional.empty()
                : Optional.of(new Minimum(p, sums.squares(), sums.largest, inverse, settled));
    }

    private static double[][] damped(double[][] normal, double lambda) {
        double[][] damped = new double[normal.length][];
        for (int i = 0; i < normal.length; i++) {
            damped[i] = normal[i].clone();
            damped[i][i] *= 1 + lambda;
        }
        return damped;
    }

    /// Sums over points, each with its rounding error carried along (two-sum, two-product).
    private static final class Sums {
        private final int n;
        private final double[] high;
        private final double[] low;
        private double largest;

        private Sums(int n) {
            this.n = n;
            high = new double[n * (n + 1) / 2 + n + 1];
            low = new double[high.length];
        }

        static Sums at(LeastSquares of, double[] p, boolean exact) {
            return BlockParallel.reduce(
                    of.x.length,
                    _ -> of.progress.reached(Double.NaN),
                    (from, to) -> {
                        var sums = new Sums(of.shape.size());
                        if (exact) {
                            sums.add(of, p, from, to);
                        } else {
                            sums.addQuickly(of, p, from, to);
                        }
                        return sums;
                    },
                    Sums::plus);
        }

        private Sums plus(Sums other) {
            var sum = new Sums(n);
            for (int i = 0; i < high.length; i++) {
                double total = high[i] + other.high[i];
                sum.low[i] = low[i] + other.low[i] + RoundingError.ofSum(high[i], other.high[i], total);
                sum.high[i] = total;
            }
            sum.largest = Math.max(largest, other.largest);
            return sum;
        }

        private void add(LeastSquares of, double[] p, int from, int to) {
            double[] g = new double[n + 1];
            for (int i = from; i < to; i++) {
                g[n] = of.y[i] - of.shape.at(p, of.x[i], g);
                largest = Math.max(largest, Math.abs(g[n]));
                if (of.roots.length > 0) {
                    for (int a = 0; a <= n; a++) {
                        g[a] *= of.roots[i];
                    }
                }
                int at = 0;
                for (int a = 0; a <= n; a++) {
                    for (int b = a; b <= n; b++) {
                        double product = g[a] * g[b];
                        double sum = high[at] + product;
                        low[at] += RoundingError.ofSum(high[at], product, sum)
                                + RoundingError.ofProduct(g[a], g[b], product);
                        high[at++] = sum;
                    }
                }
            }
        }

        private void addQuickly(LeastSquares of, double[] p, int from, int to) {
            switch (n) {
                case 2 -> addTwoQuickly(of, p, from, to);
                case 3 -> addThreeQuickly(of, p, from, to);
                default -> throw new IllegalStateException("sums of " + n + " coefficients are not made quickly");
            }
        }

        /// Sums in registers.
        private void addTwoQuickly(LeastSquares of, double[] p, int from, int to) {
            double[] g = new double[2];
            double aa = 0;
            double ab = 0;
            double ar = 0;
            double bb = 0;
            double br = 0;
            double rr = 0;
            for (int i = from; i < to; i++) {
                double r = of.y[i] - of.shape.at(p, of.x[i], g);
                double weight = of.points.weight(i);
                double wa = g[0] * weight;
                double wb = g[1] * weight;
                aa += wa * g[0];
                ab += wa * g[1];
                ar += wa * r;
                bb += wb * g[1];
                br += wb * r;
                rr += r * r * weight;
            }
            put(aa, ab, ar, bb, br, rr);
        }

        private void addThreeQuickly(LeastSquares of, double[] p, int from, int to) {
            double[] g = new double[3];
            double aa = 0;
            double ab = 0;
            double ac = 0;
            double ar = 0;
            double bb = 0;
            double bc = 0;
            double br = 0;
            double cc = 0;
            double cr = 0;
            double rr = 0;
            for (int i = from; i < to; i++) {
                double r = of.y[i] - of.shape.at(p, of.x[i], g);
                double weight = of.points.weight(i);
                double wa = g[0] * weight;
                double wb = g[1] * weight;
                double wc = g[2] * weight;
                aa += wa * g[0];
                ab += wa * g[1];
                ac += wa * g[2];
                ar += wa * r;
                bb += wb * g[1];
                bc += wb * g[2];
                br += wb * r;
                cc += wc * g[2];
                cr += wc * r;
                rr += r * r * weight;
            }
            put(aa, ab, ac, ar, bb, bc, br, cc, cr, rr);
        }

        private void put(double... sums) {
            System.arraycopy(sums, 0, high, 0, sums.length);
        }

        private double sum(int a, int b) {
            int at = a * (n + 1) - a * (a - 1) / 2 + (b - a);
            return high[at] + low[at];
        }

        double[][] matrix() {
            double[][] matrix = new double[n][n];
            for (int a = 0; a < n; a++) {
                for (int b = a; b < n; b++) {
                    matrix[a][b] = sum(a, b);
                    matrix[b][a] = matrix[a][b];
                }
            }
            return matrix;
        }

        double[] gradient() {
            double[] right = new double[n];
            for (int a = 0; a < n; a++) {
                right[a] = sum(a, n);
            }
            return right;
        }

        double squares() {
            return sum(n, n);
        }
    }

    /// What a person reads of the least squares.
    ///
    /// @param values   the coefficients as the curve's form has them, the first in units of `unit`
    /// @param jacobian of those by the scaled ones
    FitOutcome report(Curve curve, Minimum least, double[] values, double[][] jacobian) {
        int n = x.length;
        int size = shape.size();
        double unit = points.unit();
        ScaledQuality scaled = ScaledQuality.of(points, size, least.largest, least.sum);
        double scale = scaled.scale();
        boolean allZero = points.squares() == 0;
        var coefficients = new ArrayList<Coefficient>();
        List<String> names = curve.coefficientNames();
        for (int k = 0; k < values.length; k++) {
            double in = k == 0 ? unit : 1;
            double value = values[k] * in;
            double se = scale * Math.sqrt(quadratic(least.inverse, jacobian[k])) * in;
            boolean lost = k == 0 && !allZero && Math.abs(value) < Double.MIN_NORMAL;
            if (!Double.isFinite(value) || !Double.isFinite(se) || lost) {
                return new FitOutcome.NotFitted(curve, new FitFailureReason.OutOfRange());
            }
            coefficients.add(scaled.quality().estimated(names.get(k), value, se));
        }
        double[][] covariance = n <= size ? Fit.UNKNOWN : new double[size][size];
        for (int k = 0; k < covariance.length; k++) {
            for (int m = 0; m < size; m++) {
                covariance[k][m] = scale
                        * scale
                        * bilinear(jacobian[k], least.inverse, jacobian[m])
                        * (k == 0 ? unit : 1)
                        * (m == 0 ? unit : 1);
            }
        }
        return new FitOutcome.Fitted(new Fit(curve, coefficients, covariance, new Found(least), scaled.quality()));
    }

    /// The curve at the minimum.
    private final class Found implements FittedFunction {
        private final double[] p;
        private final double[][] inverse;
        private final double weightUnit = points.areAlike() ? 1 : Math.scalb(1.0, 2 * points.rootPower());

        Found(Minimum least) {
            p = least.p;
            inverse = least.inverse;
        }

        @Override
        public double at(double at) {
            return shape.at(p, at, new double[shape.size()]) * points.unit();
        }

        @Override
        public double slope(double at) {
            return shape.slope(p, at) * points.unit();
        }

        @Override
        public double residual(double at, double measured) {
            return (measured / points.unit() - shape.at(p, at, new double[shape.size()])) * points.unit();
        }

        @Override
        public double[] basis(double at) {
            double[] gradient = new double[shape.size()];
            shape.at(p, at, gradient);
            return gradient;
        }

        @Override
        public double leverage(double at) {
            return quadratic(inverse, basis(at)) * weightUnit;
        }
    }

    private static double quadratic(double[][] matrix, double[] vector) {
        return Math.max(0, bilinear(vector, matrix, vector));
    }

    private static double bilinear(double[] left, double[][] matrix, double[] right) {
        double sum = 0;
        for (int i = 0; i < left.length; i++) {
            for (int j = 0; j < right.length; j++) {
                sum += left[i] * matrix[i][j] * right[j];
            }
        }
        return sum;
    }
}
