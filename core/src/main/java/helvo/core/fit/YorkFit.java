package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.numeric.FittedFunction;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.util.List;

/// A straight line through points with standard deviations in both x and y, independent of one another.
/// York, Evensen, López Martínez, De Basabe Delgado 2004, Am. J. Phys. 72:367, eqs. 13a-e, with r = 0.
///
/// A point's weight is W = 1/(σy² + b² σx²), so that it depends on the slope that it helps to find: repeated until
/// the slope stays.
public final class YorkFit {
    private static final int MAX_STEPS = 500;
    private static final double SMALLEST_STEP = 4e-16;
    /// A step this small is the rounding of sums over points, when it grows no smaller.
    private static final double ROUNDING_STEP = 1e-13;

    private final double[] x;
    private final double[] y;
    private final double[] varianceX;
    private final double[] varianceY;
    private double centreX;
    private double centreY;
    private double weights;
    private double meanU;
    private double meanV;

    private YorkFit(Points points) {
        int n = points.size();
        centreX = mean(points.x());
        centreY = mean(points.y());
        x = new double[n];
        y = new double[n];
        varianceX = new double[n];
        varianceY = new double[n];
        for (int i = 0; i < n; i++) {
            x[i] = points.x()[i] - centreX;
            y[i] = points.y()[i] - centreY;
            varianceX[i] = squared(points.xSigma()[i]);
            varianceY[i] = squared(points.ySigma()[i]);
        }
    }

    private static double squared(double sigma) {
        return sigma > 0 ? sigma * sigma : 0;
    }

    private static double mean(double[] values) {
        double mean = 0;
        for (int i = 0; i < values.length; i++) {
            mean += (values[i] - mean) / (i + 1);
        }
        return mean;
    }

    /// Whether a curve with bars in x and y is fitted so.
    public static boolean fits(Curve curve) {
        return curve instanceof Line;
    }

    /// The search starts from the slope of the line with all points alike.
    ///
    /// @param all with `weighedInBoth`
    public static FitOutcome fit(Curve curve, Points all, Progress progress) {
        Points points = curve.usable(all);
        FitOutcome unweighed = curve.fitInY(points.alike(), progress);
        if (points.size() == 0) {
            return new FitOutcome.NotFitted(curve, FitFailureReason.noneOf(all, curve));
        }
        if (!(unweighed instanceof FitOutcome.Fitted(Fit start))) {
            return unweighed;
        }
        return new YorkFit(points).from(start.slope().value(), curve, points, progress);
    }

    private FitOutcome from(double start, Curve curve, Points points, Progress progress) {
        double b = start;
        double last = Double.POSITIVE_INFINITY;
        for (int step = 0; step < MAX_STEPS; step++) {
            progress.reached(Double.NaN);
            double next = improved(b);
            double moved = Math.abs(next - b) / Math.max(Math.abs(next), Double.MIN_NORMAL);
            b = next;
            if (!Double.isFinite(b)) {
                break;
            }
            if (moved <= SMALLEST_STEP || moved < ROUNDING_STEP && moved >= last) {
                return settled(b, curve, points);
            }
            last = moved;
        }
        return new FitOutcome.NotFitted(
                curve,
                new FitFailureReason.NoneFits(
                        "line with bars in x and y", "the search for its slope did not converge"));
    }

    private double weight(int i, double b) {
        return 1 / (varianceY[i] + b * b * varianceX[i]);
    }

    private void average(double b) {
        weights = 0;
        double u = 0;
        double v = 0;
        for (int i = 0; i < x.length; i++) {
            double weight = weight(i, b);
            weights += weight;
            u += weight * x[i];
            v += weight * y[i];
        }
        meanU = u / weights;
        meanV = v / weights;
    }

    private double beta(int i, double b) {
        return weight(i, b) * ((x[i] - meanU) * varianceY[i] + b * (y[i] - meanV) * varianceX[i]);
    }

    private double improved(double b) {
        average(b);
        double above = 0;
        double below = 0;
        for (int i = 0; i < x.length; i++) {
            double share = weight(i, b) * beta(i, b);
            above += share * (y[i] - meanV);
            below += share * (x[i] - meanU);
        }
        return above / below;
    }

    private double meanAdjusted(double b) {
        double mean = 0;
        for (int i = 0; i < x.length; i++) {
            mean += weight(i, b) * (meanU + beta(i, b)) / weights;
        }
        return mean;
    }

    private FitOutcome settled(double b, Curve curve, Points points) {
        average(b);
        int n = x.length;
        double meanAdjusted = meanAdjusted(b);
        double spread = 0;
        double chi = 0;
        double total = 0;
        for (int i = 0; i < n; i++) {
            double weight = weight(i, b);
            double u = meanU + beta(i, b) - meanAdjusted;
            spread += weight * u * u;
            double left = y[i] - meanV - b * (x[i] - meanU);
            chi += weight * left * left;
            total += weight * (y[i] - meanV) * (y[i] - meanV);
        }
        FitQuality quality = FitQuality.of(points.weighting(), n, 2, chi, total, 1);
        double scale = points.weighting() == Weighting.STATED ? 1 : n > 2 ? Math.sqrt(chi / (n - 2)) : 0;
        double perWeight = 1 / weights;
        double perSpread = 1 / spread;
        double middle = meanAdjusted;
        double level = meanV - b * meanU;
        double intercept = level + centreY - b * centreX;
        double originToMiddle = centreX + middle;
        if (!Double.isFinite(intercept) || !Double.isFinite(perSpread)) {
            return new FitOutcome.NotFitted(curve, new FitFailureReason.OutOfRange());
        }
        var coefficients = List.of(
                quality.estimated(
                        "a", intercept, scale * Math.sqrt(perWeight + originToMiddle * originToMiddle * perSpread)),
                quality.estimated("b", b, scale * Math.sqrt(perSpread)));
        return new FitOutcome.Fitted(new Fit(
                curve,
                coefficients,
                n == 2 ? Fit.UNKNOWN : covariance(scale * scale * perWeight, scale * scale * perSpread, originToMiddle),
                new FittedFunction() {
                    @Override
                    public double at(double at) {
                        return (at - centreX) * b + level + centreY;
                    }

                    @Override
                    public double slope(double at) {
                        return b;
                    }

                    @Override
                    public double residual(double at, double measured) {
                        return measured - centreY - level - (at - centreX) * b;
                    }

                    @Override
                    public double leverage(double at) {
                        double away = at - centreX - middle;
                        return perWeight + away * away * perSpread;
                    }

                    @Override
                    public double[] basis(double at) {
                        return new double[] {1, at - centreX - middle};
                    }
                },
                quality));
    }

    private static double[][] covariance(double ofMean, double ofSlope, double originToMiddle) {
        double both = -originToMiddle * ofSlope;
        return new double[][] {{ofMean - originToMiddle * both, both}, {both, ofSlope}};
    }
}
