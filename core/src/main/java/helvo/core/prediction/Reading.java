package helvo.core.prediction;

import helvo.core.fit.Curve;
import helvo.core.fit.Fit;
import helvo.core.numeric.Range;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.util.OptionalDouble;

/// A value read off a fitted curve at an x.
///
/// @param at             x
/// @param value          the fitted y there
/// @param meanHalf95     half the 95 % confidence interval of the mean; empty without scatter to judge by (n = p)
/// @param predictionHalf95 half the 95 % interval for one more measurement there; empty likewise, and where bars
///     weigh: what bar it would have is not known
/// @param slope          of the curve there
/// @param beyondPercent  how far x lies beyond the data, in percent of the span of x; 0 inside
public record Reading(
        double at,
        double value,
        OptionalDouble meanHalf95,
        OptionalDouble predictionHalf95,
        double slope,
        double beyondPercent) {
    /// @return empty where the value is too large for a double
    public static java.util.Optional<Reading> at(Fit fit, Points points, double x) {
        double value = fit.function().at(x);
        if (!Double.isFinite(value)) {
            return java.util.Optional.empty();
        }
        if (fit.curve().fittedOn() != Curve.FittedOn.Y) {
            // Its scatter is that of ln y, which gives no interval of equal halves.
            return java.util.Optional.of(new Reading(
                    x,
                    value,
                    OptionalDouble.empty(),
                    OptionalDouble.empty(),
                    fit.function().slope(x),
                    beyond(points.x(), x)));
        }
        double s = fit.quality().scale().orElse(Double.NaN);
        double leverage = fit.function().leverage(x);
        double t = fit.quality().half95().orElse(Double.NaN);
        return java.util.Optional.of(new Reading(
                x,
                value,
                finite(t * s * Math.sqrt(leverage)),
                fit.quality().weighting() == Weighting.UNWEIGHTED
                        ? finite(t * s * Math.sqrt(1 + leverage))
                        : OptionalDouble.empty(),
                fit.function().slope(x),
                beyond(points.x(), x)));
    }

    private static OptionalDouble finite(double value) {
        return Double.isFinite(value) ? OptionalDouble.of(value) : OptionalDouble.empty();
    }

    private static double beyond(double[] xs, double x) {
        Range all = Range.of(xs);
        double out = Math.max(0, Math.max(all.low() - x, x - all.high()));
        return out == 0 ? 0 : 100 * out / (all.high() - all.low());
    }
}
