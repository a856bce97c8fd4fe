package helvo.core.fit;

import helvo.core.points.ScaledPoints;
import helvo.core.points.Weighting;
import org.apache.commons.numbers.core.DD;

/// How well a curve describes scaled points.
///
/// @param scale of the standard errors: what a root of the inverse normal equations is multiplied with
record ScaledQuality(FitQuality quality, double scale) {
    /// A residual below this part of the largest y is the rounding of y and of the curve.
    private static final double RELATIVE_ROUNDING = 8e-16;

    /// @param size    how many coefficients were fitted
    /// @param largest residual
    /// @param squares the sum of weighted squared residuals
    static ScaledQuality of(ScaledPoints points, int size, double largest, double squares) {
        int n = points.size();
        double top = 0;
        double sum = 0;
        double mean = 0;
        for (int i = 0; i < n; i++) {
            double weight = points.weight(i);
            top = Math.max(top, Math.abs(points.y()[i]));
            sum += weight;
            mean += weight == 0 ? 0 : (points.y()[i] - mean) * weight / sum;
        }
        boolean perfect = largest <= RELATIVE_ROUNDING * top * 4;
        double ssr = perfect ? 0 : squares;
        // The root of one weighted square in the units of the points: of y, or a pure number where bars weigh.
        double unit = points.unit();
        double root = points.areAlike() ? unit : Math.scalb(unit, -points.rootPower());
        return new ScaledQuality(
                FitQuality.of(points.weighting(), n, size, ssr, aboutMean(points, mean, sum), root),
                points.weighting() == Weighting.STATED ? 1 / root : n > size ? Math.sqrt(ssr / (n - size)) : 0);
    }

    ScaledQuality withCorners(int further) {
        return new ScaledQuality(quality.withCorners(further), scale);
    }

    /// The sum of squares about the mean, which is taken to be near `mean`: what that lacks is taken out of the
    /// sum.
    private static double aboutMean(ScaledPoints points, double mean, double weights) {
        DD squares = DD.ZERO;
        DD off = DD.ZERO;
        for (int i = 0; i < points.size(); i++) {
            double d = points.y()[i] - mean;
            DD weighted = DD.ofProduct(points.weight(i), d);
            squares = squares.add(weighted.multiply(d));
            off = off.add(weighted);
        }
        return squares.subtract(off.square().divide(DD.of(weights))).doubleValue();
    }
}
