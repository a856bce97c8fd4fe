package helvo.core.reading;

import helvo.core.fit.AmplitudeForm;
import helvo.core.fit.Fit;
import helvo.core.fit.Points;
import helvo.core.fit.Weighting;
import java.util.Optional;

/// How much worse a curve fits that must reach a given y at a given x: its sum of squares over the other coefficients, least over them
/// (a profile; Bates & Watts 1988, Nonlinear Regression Analysis, §6.1), for curves y = A g(x; θ), where the condition gives A.
///
/// Least squares over θ by Gauss and Newton with Marquardt's damping, from the coefficients of the free fit.
final class Profile {
    private static final int MAX_STEPS = 60;
    private static final int MAX_DAMPINGS = 12;
    /// Of more points the curve is too sure for another least nearby.
    private static final int FEW = 500;
    private static final double[] RATES = {0.25, 0.6, 1.6, 4, 12};

    private final AmplitudeForm.Ratio ratio;
    private final double[] start;
    private final double[] x;
    private final double[] y;
    private final double[] weights;
    private final double level;
    private final double low;
    private final double high;

    private Profile(AmplitudeForm.Ratio ratio, double[] start, Points points, double level) {
        this.ratio = ratio;
        this.start = start;
        this.level = level;
        x = points.x();
        y = points.y();
        low = java.util.Arrays.stream(x).min().orElse(0);
        high = java.util.Arrays.stream(x).max().orElse(0);
        weights = new double[x.length];
        for (int i = 0; i < x.length; i++) {
            weights[i] = points.weighting() == Weighting.UNWEIGHTED ? 1 : 1 / (points.ySigma()[i] * points.ySigma()[i]);
        }
    }

    /// @param points that the fit used
    /// @param level  y to be reached
    /// @return empty for a curve whose band already is that of the profile
    static Optional<Profile> of(Fit fit, Points points, double level) {
        return fit.curve().amplitudeForm().map(form -> new Profile(form.ratio(),
                form.others().stream().mapToDouble(name -> fit.coefficient(name).value()).toArray(), points, level));
    }

    /// The least sum of squares of a curve through (x0, level); infinite where none is found. Of a curve with two further coefficients
    /// there can be several that are least about themselves: those from other rates and middles are tried too.
    double squares(double x0) {
        double least = squares(x0, start);
        if (start.length == 2 && x.length <= FEW) {
            for (double rate : RATES) {
                for (double middle : new double[] {start[1], x0, low, high}) {
                    least = Math.min(least, squares(x0, new double[] {rate * start[0], middle}));
                }
            }
        }
        return least;
    }

    private double squares(double x0, double[] from) {
        double[] theta = from.clone();
        int p = theta.length;
        double[] sums = sums(theta, x0);
        double lambda = 1e-4;
        for (int step = 0; step < MAX_STEPS; step++) {
            boolean better = false;
            double moved = 0;
            for (int damping = 0; damping < MAX_DAMPINGS && !better; damping++) {
                double[] by = solve(sums, p, lambda);
                double[] next = theta.clone();
                moved = 0;
                for (int k = 0; k < p; k++) {
                    next[k] += by[k];
                    moved = Math.max(moved, Math.abs(by[k]) / (Math.abs(theta[k]) + 1e-12));
                }
                double[] tried = sums(next, x0);
                better = tried[0] <= sums[0];
                if (better) {
                    theta = next;
                    sums = tried;
                    lambda /= 10;
                } else {
                    lambda *= 10;
                }
            }
            if (!better || moved < 1e-11) {
                break;
            }
        }
        return Double.isNaN(sums[0]) ? Double.POSITIVE_INFINITY : sums[0];
    }

    /// The sum of squares, the right-hand side and the upper triangle of the normal equations.
    private double[] sums(double[] theta, double x0) {
        int p = theta.length;
        double[] sums = new double[1 + p + p * (p + 1) / 2];
        double[] gradient = new double[p];
        for (int i = 0; i < x.length; i++) {
            double left = y[i] - level * ratio.at(theta, x[i], x0, gradient);
            double weight = weights[i];
            sums[0] += weight * left * left;
            int at = 1 + p;
            for (int a = 0; a < p; a++) {
                sums[1 + a] += weight * level * gradient[a] * left;
                for (int b = a; b < p; b++) {
                    sums[at++] += weight * level * level * gradient[a] * gradient[b];
                }
            }
        }
        return sums;
    }

    private static double[] solve(double[] sums, int p, double lambda) {
        if (p == 1) {
            return new double[] {sums[1] / (sums[2] * (1 + lambda))};
        }
        double aa = sums[3] * (1 + lambda);
        double ab = sums[4];
        double bb = sums[5] * (1 + lambda);
        double determinant = aa * bb - ab * ab;
        return new double[] {(sums[1] * bb - sums[2] * ab) / determinant, (sums[2] * aa - sums[1] * ab) / determinant};
    }
}
