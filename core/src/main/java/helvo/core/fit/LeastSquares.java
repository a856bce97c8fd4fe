package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.curve.Curve;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/// Direct least squares of a shape of few coefficients that is not linear in them: Levenberg-Marquardt with analytic derivatives
/// (Marquardt 1963, J. SIAM 11:431), in scaled coefficients, its sums carried to about twice a double's digits.
final class LeastSquares {
    private static final int MOST_STEPS = 400;
    private static final double SMALLEST_STEP = 1e-13;
    /// Rates and places in scaled x are told apart down to this part of the span; nearer to zero, a step counts absolutely.
    private static final double LEAST_RATE = 0.05;
    private static final int BLOCK = 1 << 16;
    /// A residual below this part of the largest y is the rounding of y and of the curve.
    private static final double ROUNDING = 8e-16;

    private final Shape shape;
    private final double[] x;
    private final double[] y;
    private final double unit;
    private final Progress progress;

    /// A function of x and of scaled coefficients.
    interface Shape {
        int size();

        double value(double[] p, double x);

        /// Derivatives by the coefficients.
        void gradient(double[] p, double x, double[] into);
    }

    /// Where the sum of squares is least.
    ///
    /// @param p        scaled coefficients
    /// @param sum      of squared residuals
    /// @param inverse  of the normal equations' matrix
    /// @param settled  whether the last step was below rounding
    record Least(double[] p, double sum, double largest, double[][] inverse, boolean settled) {}

    LeastSquares(Shape shape, double[] x, double[] y, Progress progress) {
        this.shape = shape;
        this.x = x;
        double top = 0;
        for (double each : y) {
            top = Math.max(top, Math.abs(each));
        }
        unit = top == 0 ? 1 : Math.scalb(1.0, Math.clamp(Math.getExponent(top), -1000, 1000));
        this.y = unit == 1 ? y : java.util.Arrays.stream(y).map(each -> each / unit).toArray();
        this.progress = progress;
    }

    /// y is counted in this power of two, so that no square of it overflows or vanishes.
    double unit() {
        return unit;
    }

    /// @return empty where the equations have no single solution
    Optional<Least> from(double[] start) {
        double[] p = start.clone();
        int n = shape.size();
        var sums = new Sums(n);
        sums.at(p);
        double lambda = 1e-4;
        boolean settled = false;
        for (int step = 0; step < MOST_STEPS && !settled; step++) {
            double[][] normal = sums.matrix();
            double[] right = sums.right();
            double current = sums.squares();
            boolean better = false;
            for (int attempt = 0; attempt < 40 && !better; attempt++) {
                double[][] damped = damped(normal, lambda);
                double[] by = solve(damped, right);
                if (by == null) {
                    lambda = Math.max(lambda * 10, 1e-8);
                    continue;
                }
                double[] next = p.clone();
                double largest = 0;
                for (int k = 0; k < n; k++) {
                    next[k] += by[k];
                    largest = Math.max(largest, Math.abs(by[k]) / Math.max(Math.abs(p[k]), k == 0 ? 1e-8 : LEAST_RATE));
                }
                if (largest < SMALLEST_STEP) {
                    settled = true;
                    break;
                }
                var tried = new Sums(n);
                tried.at(next);
                if (tried.squares() <= current * (1 + 1e-15) && Double.isFinite(tried.squares())) {
                    better = tried.squares() < current || largest < 1e-7;
                    p = next;
                    sums = tried;
                    lambda = Math.max(lambda / 10, 1e-15);
                    if (!better) {
                        settled = largest < 1e-9;
                        break;
                    }
                } else if (largest < 1e-10) {
                    settled = true;
                    break;
                } else {
                    lambda = Math.max(lambda * 10, 1e-8);
                }
            }
            if (!better && !settled) {
                break;
            }
        }
        double[][] inverse = inverse(sums.matrix());
        return inverse == null || !Double.isFinite(sums.squares()) ? Optional.empty() : Optional.of(new Least(p, sums.squares(), sums.largest, inverse, settled));
    }

    private static double[][] damped(double[][] normal, double lambda) {
        double[][] damped = new double[normal.length][];
        for (int i = 0; i < normal.length; i++) {
            damped[i] = normal[i].clone();
            damped[i][i] *= 1 + lambda;
        }
        return damped;
    }

    /// Sums over all points, each with its rounding error carried along (two-sum, two-product).
    private final class Sums {
        private final int n;
        private final double[] high;
        private final double[] low;
        private double largest;

        Sums(int n) {
            this.n = n;
            high = new double[n * (n + 1) / 2 + n + 1];
            low = new double[high.length];
        }

        void at(double[] p) {
            double[] g = new double[n + 1];
            double[] gradient = new double[n];
            for (int i = 0; i < x.length; i++) {
                if (i % BLOCK == 0) {
                    progress.reached(Double.NaN);
                }
                shape.gradient(p, x[i], gradient);
                System.arraycopy(gradient, 0, g, 0, n);
                g[n] = y[i] - shape.value(p, x[i]);
                largest = Math.max(largest, Math.abs(g[n]));
                int at = 0;
                for (int a = 0; a <= n; a++) {
                    for (int b = a; b <= n; b++) {
                        double product = g[a] * g[b];
                        double sum = high[at] + product;
                        double part = sum - high[at];
                        low[at] += (high[at] - (sum - part)) + (product - part) + Math.fma(g[a], g[b], -product);
                        high[at++] = sum;
                    }
                }
            }
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

        double[] right() {
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

    /// Gauss with pivots, the matrix scaled to a diagonal of ones; null where it is singular.
    static double[] solve(double[][] matrix, double[] right) {
        double[][] inverse = inverse(matrix);
        if (inverse == null) {
            return null;
        }
        double[] solution = new double[right.length];
        for (int i = 0; i < right.length; i++) {
            for (int j = 0; j < right.length; j++) {
                solution[i] += inverse[i][j] * right[j];
            }
        }
        return solution;
    }

    static double[][] inverse(double[][] matrix) {
        int n = matrix.length;
        double[] scale = new double[n];
        double[][] a = new double[n][2 * n];
        for (int i = 0; i < n; i++) {
            scale[i] = 1 / Math.sqrt(matrix[i][i]);
            if (!Double.isFinite(scale[i])) {
                return null;
            }
        }
        for (int i = 0; i < n; i++) {
            for (int j = 0; j < n; j++) {
                a[i][j] = matrix[i][j] * scale[i] * scale[j];
            }
            a[i][n + i] = 1;
        }
        for (int k = 0; k < n; k++) {
            int pivot = k;
            for (int i = k + 1; i < n; i++) {
                pivot = Math.abs(a[i][k]) > Math.abs(a[pivot][k]) ? i : pivot;
            }
            double[] swapped = a[k];
            a[k] = a[pivot];
            a[pivot] = swapped;
            if (!(Math.abs(a[k][k]) > 1e-15)) {
                return null;
            }
            for (int i = 0; i < n; i++) {
                double factor = i == k ? 0 : a[i][k] / a[k][k];
                for (int j = k; j < 2 * n && factor != 0; j++) {
                    a[i][j] -= factor * a[k][j];
                }
            }
        }
        double[][] inverse = new double[n][n];
        for (int i = 0; i < n; i++) {
            for (int j = 0; j < n; j++) {
                inverse[i][j] = a[i][n + j] / a[i][i] * scale[i] * scale[j];
            }
        }
        return inverse;
    }

    /// What a person reads of the least squares.
    ///
    /// @param values   the coefficients as the curve's form has them, the first in units of `unit`
    /// @param jacobian of those by the scaled ones
    FitOutcome report(Curve curve, Least least, double[] values, double[][] jacobian) {
        int n = x.length;
        int size = shape.size();
        double top = 0;
        double mean = 0;
        for (int i = 0; i < n; i++) {
            top = Math.max(top, Math.abs(y[i]));
            mean += (y[i] - mean) / (i + 1);
        }
        boolean perfect = least.largest <= ROUNDING * top * 4;
        double ssr = perfect ? 0 : least.sum;
        double sst = 0;
        for (double each : y) {
            sst += (each - mean) * (each - mean);
        }
        int freedom = n - size;
        double variance = freedom > 0 ? ssr / freedom : 0;
        var coefficients = new ArrayList<Coefficient>();
        List<String> names = curve.coefficientNames();
        for (int k = 0; k < values.length; k++) {
            double in = k == 0 ? unit : 1;
            double value = values[k] * in;
            double se = Math.sqrt(variance * quadratic(least.inverse, jacobian[k])) * in;
            if (!Double.isFinite(value) || !Double.isFinite(se) || value == 0 && k == 0 && top > 0) {
                return new FitOutcome.NotFitted(curve, new Reason.OutOfRange());
            }
            coefficients.add(Coefficient.of(names.get(k), value, se, freedom));
        }
        OptionalDouble r2 = sst > 0 ? OptionalDouble.of(1 - ssr / sst) : OptionalDouble.empty();
        OptionalDouble adjusted = sst > 0 && freedom > 0 ? OptionalDouble.of(1 - ssr / sst * (n - 1) / freedom) : OptionalDouble.empty();
        OptionalDouble s = freedom > 0 ? OptionalDouble.of(Math.sqrt(variance) * unit) : OptionalDouble.empty();
        var quality = new Quality(n, size, ssr * unit * unit, Quality.About.MEAN, r2, adjusted, s, Optional.empty(),
                ssr > 0 ? Quality.aicc(n, size, Math.log(ssr / n) + 2 * Math.log(unit)) : OptionalDouble.empty());
        double[] p = least.p;
        double[][] inverse = least.inverse;
        return new FitOutcome.Fitted(new Fit(curve, coefficients, new FittedFunction() {
            @Override
            public double at(double at) {
                return shape.value(p, at) * unit;
            }

            @Override
            public double residual(double at, double measured) {
                return (measured / unit - shape.value(p, at)) * unit;
            }

            @Override
            public double leverage(double at) {
                double[] gradient = new double[size];
                shape.gradient(p, at, gradient);
                return quadratic(inverse, gradient);
            }
        }, quality));
    }

    private static double quadratic(double[][] matrix, double[] vector) {
        double sum = 0;
        for (int i = 0; i < vector.length; i++) {
            for (int j = 0; j < vector.length; j++) {
                sum += vector[i] * matrix[i][j] * vector[j];
            }
        }
        return Math.max(0, sum);
    }

    /// At most so many of the points, evenly taken, for a first search.
    static int[] sample(int n, int most) {
        int step = Math.max(1, n / most);
        return java.util.stream.IntStream.iterate(0, i -> i < n, i -> i + step).toArray();
    }
}
