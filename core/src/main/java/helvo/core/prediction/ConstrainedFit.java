package helvo.core.prediction;

import helvo.core.fit.AmplitudeForm;
import helvo.core.fit.Fit;
import helvo.core.numeric.RateMinima;
import helvo.core.numeric.SmallMatrix;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Optional;
import java.util.stream.DoubleStream;
import org.jspecify.annotations.Nullable;

/// The least sum of squares, over the other coefficients, of a curve y = A g(x; θ) that must reach a given y at a
/// given x (a profile; Bates & Watts 1988, Nonlinear Regression Analysis, §6.1). Where y is the mean of m
/// measurements of an unknown, it is one point more, of weight m, and the curve's own value there is one
/// coefficient more.
///
/// Of few points the search goes over all rates; of more, from the coefficients of the free fit, by Gauss and
/// Newton with Marquardt's damping.
final class ConstrainedFit {
    private static final int MAX_STEPS = 60;
    private static final int MAX_DAMPINGS = 12;
    private static final double CONVERGENCE_TOLERANCE = 1e-11;
    /// Of more points the curve is too sure for another least nearby.
    private static final int MAX_POINTS_FOR_ALL_RATES = 200;
    private static final double[] RATES = {0.25, 0.6, 1.6, 4, 12, 60, 400};
    private static final int MAX_STARTS = 6;
    private static final double RATE_RATIO = 1.4;
    private static final int SETTLED_RATES = 2;

    private final Fit fit;
    private final AmplitudeForm form;
    private final double[] start;
    private final double[] x;
    private final double[] y;
    private final double[] weights;
    private final double level;
    private final int measured;
    private final double low;
    private final double high;

    private ConstrainedFit(Fit fit, AmplitudeForm form, Points points, double level, int measured) {
        this.fit = fit;
        this.form = form;
        this.level = level;
        this.measured = measured;
        start = form.others().stream()
                .mapToDouble(name -> fit.coefficient(name).value())
                .toArray();
        x = points.x();
        y = points.y();
        low = Arrays.stream(x).min().orElse(0);
        high = Arrays.stream(x).max().orElse(0);
        weights = new double[x.length];
        for (int i = 0; i < x.length; i++) {
            weights[i] = points.weighting() == Weighting.UNWEIGHTED ? 1 : 1 / (points.ySigma()[i] * points.ySigma()[i]);
        }
    }

    /// @param points   that the fit used
    /// @param level    y to be reached
    /// @param measured how many measurements it is the mean of; 0 for one that is exact
    /// @return empty for a curve whose band already is that of the profile
    static Optional<ConstrainedFit> of(Fit fit, Points points, double level, int measured) {
        return fit.curve().amplitudeForm().map(form -> new ConstrainedFit(fit, form, points, level, measured));
    }

    /// The least sum of squares of a curve that reaches the level at x0; infinite where none is found.
    double squares(double x0) {
        double least = settled(x0, start);
        if (measured > 0) {
            // The fitted curve itself is one of them.
            double apart = level - fit.function().at(x0);
            least = Math.min(least, fit.quality().residualSumOfSquares() + measured * apart * apart);
        }
        if (x.length > MAX_POINTS_FOR_ALL_RATES) {
            return least;
        }
        if (start.length == 1) {
            double[] u = Arrays.stream(x)
                    .map(form.over())
                    .filter(Double::isFinite)
                    .sorted()
                    .distinct()
                    .toArray();
            double unit = 2 / (u[u.length - 1] - u[0]);
            // Beyond the steepest nothing is left of the curve one point farther than an end.
            double gap = Math.min(u[1] - u[0], u[u.length - 1] - u[u.length - 2]);
            double steepest =
                    Math.clamp(RateMinima.steepest(gap * unit), RateMinima.steepest(1), 1 / CONVERGENCE_TOLERANCE);
            return RateMinima.of(rate -> squares(new double[] {rate * unit}, x0), steepest, RATE_RATIO, SETTLED_RATES)
                    .stream()
                    .mapToDouble(RateMinima.Minimum::value)
                    .reduce(least, Math::min);
        }
        // Of many places those that leave least are followed.
        return Arrays.stream(RATES)
                .boxed()
                .flatMap(rate -> DoubleStream.of(start[1], x0, low, high)
                        .mapToObj(middle -> new double[] {rate * start[0], middle}))
                .sorted(Comparator.comparingDouble(theta -> squares(theta, x0)))
                .limit(MAX_STARTS)
                .mapToDouble(theta -> settled(x0, theta))
                .reduce(least, Math::min);
    }

    /// At given θ, with the best value at x0 where that is free.
    private double squares(double[] theta, double x0) {
        double[] gradient = new double[theta.length];
        double[] ratios = new double[x.length];
        double cross = measured * level;
        double own = measured;
        for (int i = 0; i < x.length; i++) {
            ratios[i] = form.ratio().at(theta, x[i], x0, gradient);
            cross += weights[i] * ratios[i] * y[i];
            own += weights[i] * ratios[i] * ratios[i];
        }
        double value = measured == 0 ? level : cross / own;
        double sum = measured * (level - value) * (level - value);
        for (int i = 0; i < x.length; i++) {
            double left = y[i] - value * ratios[i];
            sum += weights[i] * left * left;
        }
        return Double.isNaN(sum) ? Double.POSITIVE_INFINITY : sum;
    }

    /// From given θ to where it is least nearby.
    private double settled(double x0, double[] theta) {
        double[] p = measured == 0 ? theta.clone() : Arrays.copyOf(theta, theta.length + 1);
        if (measured > 0) {
            p[theta.length] = fit.function().at(x0);
        }
        Sums sums = new Sums(p, x0);
        double lambda = 1e-4;
        for (int step = 0; step < MAX_STEPS; step++) {
            boolean better = false;
            double moved = 0;
            for (int damping = 0; damping < MAX_DAMPINGS && !better; damping++) {
                double @Nullable [] by = sums.step(lambda);
                if (by == null) {
                    lambda *= 10;
                    continue;
                }
                double[] next = p.clone();
                moved = 0;
                for (int k = 0; k < p.length; k++) {
                    next[k] += by[k];
                    moved = Math.max(moved, Math.abs(by[k]) / (Math.abs(p[k]) + 1e-12));
                }
                Sums tried = new Sums(next, x0);
                better = tried.squares <= sums.squares;
                if (better) {
                    p = next;
                    sums = tried;
                    lambda /= 10;
                } else {
                    lambda *= 10;
                }
            }
            if (!better || moved < CONVERGENCE_TOLERANCE) {
                break;
            }
        }
        return Double.isNaN(sums.squares) ? Double.POSITIVE_INFINITY : sums.squares;
    }

    /// The sum of squares, the right-hand side and the matrix of the normal equations, for θ and, where it is free,
    /// the value at x0.
    private final class Sums {
        private final double[][] matrix;
        private final double[] right;
        private double squares;

        Sums(double[] p, double x0) {
            int n = p.length;
            int ofTheta = measured == 0 ? n : n - 1;
            double value = measured == 0 ? level : p[ofTheta];
            matrix = new double[n][n];
            right = new double[n];
            double[] theta = measured == 0 ? p : Arrays.copyOf(p, ofTheta);
            double[] ofRatio = new double[ofTheta];
            double[] gradient = new double[n];
            for (int i = 0; i < x.length; i++) {
                double ratio = form.ratio().at(theta, x[i], x0, ofRatio);
                for (int k = 0; k < ofTheta; k++) {
                    gradient[k] = value * ofRatio[k];
                }
                if (ofTheta < n) {
                    gradient[ofTheta] = ratio;
                }
                add(gradient, y[i] - value * ratio, weights[i]);
            }
            if (measured > 0) {
                Arrays.fill(gradient, 0);
                gradient[ofTheta] = 1;
                add(gradient, level - value, measured);
            }
        }

        private void add(double[] gradient, double left, double weight) {
            squares += weight * left * left;
            for (int a = 0; a < gradient.length; a++) {
                right[a] += weight * gradient[a] * left;
                for (int b = 0; b < gradient.length; b++) {
                    matrix[a][b] += weight * gradient[a] * gradient[b];
                }
            }
        }

        double @Nullable [] step(double lambda) {
            if (right.length == 1) {
                return new double[] {right[0] / (matrix[0][0] * (1 + lambda))};
            }
            if (right.length == 2) {
                double first = matrix[0][0] * (1 + lambda);
                double second = matrix[1][1] * (1 + lambda);
                double determinant = first * second - matrix[0][1] * matrix[0][1];
                return new double[] {
                    (right[0] * second - right[1] * matrix[0][1]) / determinant,
                    (right[1] * first - right[0] * matrix[0][1]) / determinant
                };
            }
            double[][] damped = Arrays.stream(matrix).map(double[]::clone).toArray(double[][]::new);
            for (int a = 0; a < damped.length; a++) {
                damped[a][a] *= 1 + lambda;
            }
            return SmallMatrix.solve(damped, right);
        }
    }
}
