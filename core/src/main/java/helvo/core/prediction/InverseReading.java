package helvo.core.prediction;

import helvo.core.fit.Curve;
import helvo.core.fit.Fit;
import helvo.core.fit.Mean;
import helvo.core.numeric.Range;
import helvo.core.numeric.RootFinder;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.DoubleStream;

/// An x at which a curve reaches a given y, with its limits.
///
/// Its limits enclose every x around it whose mean may be that y, with 95 % confidence: |f(x) − y| ≤ t s √h(x) (of
/// the normal distribution instead of t where bars weigh as stated), or, where y is the mean of m measurements of
/// an unknown, t s √(h(x) + 1/m), its own scatter being that of the points. For a line these are Fieller's limits
/// (1954, J. R. Stat. Soc. B 16:175) in closed form, for other forms that are linear in their coefficients those by
/// profile. For exponential, power and logistic curves the profile itself is taken, SSR(x) ≤ SSR (1 + t²/ν) with
/// SSR(x) the least of curves through (x, y), the unknown's mean being one point more, of weight m; above 20,000
/// points the first form, which is the same there to more digits than anybody reads.
///
/// @param low95         empty where there is no scatter to judge by, or no limit on that side
/// @param beyondPercent how far it lies beyond the data, in percent of their span; 0 inside
public record InverseReading(double value, OptionalDouble low95, OptionalDouble high95, double beyondPercent) {
    /// Looked for as far beyond the data as they span, on either side; for a straight line anywhere.
    private static final double SPANS_BEYOND_DATA = 1;
    private static final int MAX_DOUBLINGS = 60;
    /// So many halvings are all that a double has.
    private static final int MAX_HALVINGS = 2200;
    private static final int MAX_PROFILED = 20_000;

    /// Every x in reach where the curve is at y, rising; none where it never is.
    public static List<InverseReading> at(Fit fit, Points points, double y) {
        return at(fit, points, y, 0);
    }

    /// @param measured how many measurements of an unknown y is the mean of; 0 for a y that is exact
    public static List<InverseReading> at(Fit fit, Points points, double y, int measured) {
        double low = DoubleStream.of(points.x()).min().orElse(0);
        double high = DoubleStream.of(points.x()).max().orElse(1);
        double span = high > low ? high - low : 1;
        DoubleUnaryOperator above = x -> fit.function().at(x) - y;
        var solutions = new ArrayList<InverseReading>();
        if (fit.curve() instanceof Mean) {
            return List.of();
        }
        if (fit.curve().degree() == 1) {
            // From the middle, where the line keeps its digits.
            double middle = low / 2 + high / 2;
            double slope = fit.function().slope(middle);
            double x = middle - above.applyAsDouble(middle) / slope;
            if (Double.isFinite(x)) {
                solutions.add(around(fit, points, new Unknown(y, measured), x, low, high, span));
            }
            return solutions;
        }
        for (double x : places(fit.curve(), above, low - SPANS_BEYOND_DATA * span, high + SPANS_BEYOND_DATA * span)) {
            solutions.add(around(fit, points, new Unknown(y, measured), x, low, high, span));
        }
        return List.copyOf(solutions);
    }

    /// Where a curve has no values at 0 and below, in steps of ln x: near 0 all happens in a small part of the
    /// span.
    private static List<Double> places(Curve curve, DoubleUnaryOperator above, double from, double to) {
        return curve.accepts(0, 1) || !(to > 0)
                ? RootFinder.in(above, from, to)
                : RootFinder.in(
                                u -> above.applyAsDouble(Math.exp(u)),
                                Math.log(Math.max(from, Double.MIN_NORMAL)),
                                Math.log(to))
                        .stream()
                        .map(Math::exp)
                        .toList();
    }

    /// Where two curves meet, from one x to another.
    public static List<Double> crossings(Fit one, Fit other, double from, double to) {
        return RootFinder.in(x -> one.function().at(x) - other.function().at(x), from, to);
    }

    /// What is sought: a y, and how many measurements it is the mean of.
    private record Unknown(double y, int measured) {
        /// What its own scatter adds, in units of the residual variance.
        double variance() {
            return measured == 0 ? 0 : 1.0 / measured;
        }
    }

    private static InverseReading around(
            Fit fit, Points points, Unknown unknown, double x, double low, double high, double span) {
        double beyond = 100 * Math.max(0, Math.max(low - x, x - high)) / span;
        OptionalDouble half = fit.quality().half95();
        OptionalDouble s = fit.quality().scale();
        // Where bars weigh it is not known how an unknown scatters.
        boolean unsure = unknown.measured > 0 && fit.quality().weighting() != Weighting.UNWEIGHTED;
        if (half.isEmpty() || s.isEmpty() || fit.curve().fittedOn() != Curve.FittedOn.Y || unsure) {
            return new InverseReading(x, OptionalDouble.empty(), OptionalDouble.empty(), beyond);
        }
        double scale = half.getAsDouble() * s.getAsDouble();
        if (fit.curve().degree() == 1) {
            return byFieller(fit, unknown, x, new Range(low, high), scale, beyond);
        }
        Points used = fit.used(points);
        DoubleUnaryOperator byBand = at -> Math.abs(fit.function().at(at) - unknown.y)
                - scale * Math.sqrt(fit.function().leverage(at) + unknown.variance());
        Optional<ConstrainedFit> profile =
                used.size() > MAX_PROFILED || fit.quality().perfect()
                        ? Optional.empty()
                        : ConstrainedFit.of(fit, used, unknown.y, unknown.measured);
        DoubleUnaryOperator outside = profile.<DoubleUnaryOperator>map(
                        of -> at -> fit.curve().accepts(at, unknown.y)
                                ? of.squares(at) - fit.quality().residualSumOfSquares() - scale * scale
                                : Double.NaN)
                .orElse(byBand);
        return new InverseReading(x, limit(outside, x, -span), limit(outside, x, span), beyond);
    }

    /// For a straight line the set of x is where a quadratic is not above 0: (f − y)² − t²s² (h + 1/m), Fieller
    /// 1954. It is an interval, all of x, or, where the slope may be 0, what lies outside of a gap; then the part
    /// that x lies in counts.
    private static InverseReading byFieller(
            Fit fit, Unknown unknown, double x, Range range, double scale, double beyond) {
        if (scale == 0) {
            return new InverseReading(x, OptionalDouble.of(x), OptionalDouble.of(x), beyond);
        }
        double middle = range.midpoint();
        double half = range.halfWidth() > 0 ? range.halfWidth() : 1;
        double level = fit.function().at(middle) - unknown.y;
        double slope = fit.function().slope(middle) * half;
        double leverage = fit.function().leverage(middle);
        double below = fit.function().leverage(middle - half);
        double above = fit.function().leverage(middle + half);
        double unit = Math.max(Math.abs(level), Math.max(Math.abs(slope), scale * Math.sqrt(leverage)));
        double square = scale / unit * (scale / unit);
        double a = slope / unit * (slope / unit) - square * ((above + below) / 2 - leverage);
        double b = level / unit * (slope / unit) - square * (above - below) / 4;
        double c = level / unit * (level / unit) - square * (leverage + unknown.variance());
        double discriminant = b * b - a * c;
        if (!(discriminant > 0) || a == 0) {
            return new InverseReading(x, OptionalDouble.empty(), OptionalDouble.empty(), beyond);
        }
        // The root whose terms do not cancel, and the other by their product.
        double large = -(b + Math.copySign(Math.sqrt(discriminant), b));
        double one = middle + half * (large / a);
        double other = middle + half * (c / large);
        OptionalDouble least = OptionalDouble.of(Math.min(one, other));
        OptionalDouble greatest = OptionalDouble.of(Math.max(one, other));
        return a > 0
                ? new InverseReading(x, least, greatest, beyond)
                : x <= least.getAsDouble()
                        ? new InverseReading(x, OptionalDouble.empty(), least, beyond)
                        : new InverseReading(x, greatest, OptionalDouble.empty(), beyond);
    }

    /// The nearest place on one side where y is just outside the interval.
    private static OptionalDouble limit(DoubleUnaryOperator outside, double x, double span) {
        double inside = x;
        double step = span / 4096;
        boolean ends = false;
        for (int doubling = 0; doubling < (ends ? MAX_HALVINGS : MAX_DOUBLINGS); doubling++) {
            double at = inside + step;
            double value = outside.applyAsDouble(at);
            if (value >= 0) {
                return OptionalDouble.of(RootFinder.between(outside, inside, at));
            }
            if (Double.isNaN(value)) {
                // Beyond where the curve has values: nearer to the end of these.
                ends = true;
                step /= 2;
            } else if (!Double.isFinite(value) || !ends && doubling > 40) {
                return OptionalDouble.empty();
            } else {
                inside = at;
                step *= ends ? 1 : doubling < 16 ? 1.3 : 2;
            }
        }
        return OptionalDouble.empty();
    }
}
