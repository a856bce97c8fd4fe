package helvo.core.reading;

import helvo.core.fit.Curve;
import helvo.core.fit.Fit;
import helvo.core.fit.Mean;
import helvo.core.fit.Points;
import helvo.core.fit.Weighting;
import helvo.core.number.Roots;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.DoubleStream;
import org.apache.commons.statistics.distribution.TDistribution;

/// An x at which a curve reaches a y.
///
/// Its limits enclose every x around it whose mean may be that y, with 95 % confidence: |f(x) − y| ≤ t s √h(x), or, where y is the
/// mean of m measurements of an unknown, t s √(h(x) + 1/m), its own scatter being that of the points. For a line these are
/// Fieller's limits (1954, J. R. Stat. Soc. B 16:175), for other forms that are linear in their coefficients those by profile. For
/// exponential, power and logistic curves the profile itself is taken, SSR(x) ≤ SSR (1 + t²/ν) with SSR(x) the least of curves through
/// (x, y), the unknown's mean being one point more, of weight m; above 20,000 points, of an unknown above 500, the first form, which is
/// the same there to more
/// digits than anybody reads.
///
/// @param low95         empty where there is no scatter to judge by, or no limit on that side
/// @param beyondPercent how far it lies beyond the data, in percent of their span; 0 inside
public record Solution(double value, OptionalDouble low95, OptionalDouble high95, double beyondPercent) {
    /// Looked for as far beyond the data as they span, on either side; for a straight line anywhere.
    private static final double REACH = 1;
    private static final int MAX_DOUBLINGS = 60;
    /// So many halvings are all that a double has.
    private static final int MAX_HALVINGS = 2200;
    private static final int MAX_PROFILED = 20_000;
    private static final int MAX_PROFILED_UNKNOWN = 500;
    private static final int NARROWINGS = 60;
    private static final double GOLDEN = (Math.sqrt(5) - 1) / 2;

    /// Every x in reach where the curve is at y, rising; none where it never is.
    public static List<Solution> at(Fit fit, Points points, double y) {
        return at(fit, points, y, 0);
    }

    /// @param measured how many measurements of an unknown y is the mean of; 0 for a y that is exact
    public static List<Solution> at(Fit fit, Points points, double y, int measured) {
        double low = DoubleStream.of(points.x()).min().orElse(0);
        double high = DoubleStream.of(points.x()).max().orElse(1);
        double span = high > low ? high - low : 1;
        DoubleUnaryOperator above = x -> fit.function().at(x) - y;
        var solutions = new ArrayList<Solution>();
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
        for (double x : places(fit.curve(), above, low - REACH * span, high + REACH * span)) {
            solutions.add(around(fit, points, new Unknown(y, measured), x, low, high, span));
        }
        return List.copyOf(solutions);
    }

    /// Where a curve has no values at 0 and below, in steps of ln x: near 0 all happens in a small part of the span.
    private static List<Double> places(Curve curve, DoubleUnaryOperator above, double from, double to) {
        return curve.accepts(0, 1) || !(to > 0) ? Roots.in(above, from, to)
                : Roots.in(u -> above.applyAsDouble(Math.exp(u)), Math.log(Math.max(from, Double.MIN_NORMAL)), Math.log(to)).stream()
                        .map(Math::exp).toList();
    }

    /// Where two curves meet, from one x to another.
    public static List<Double> crossings(Fit one, Fit other, double from, double to) {
        return Roots.in(x -> one.function().at(x) - other.function().at(x), from, to);
    }

    /// What is sought: a y, and how many measurements it is the mean of.
    private record Unknown(double y, int measured) {
        /// What its own scatter adds, in units of the residual variance.
        double variance() {
            return measured == 0 ? 0 : 1.0 / measured;
        }
    }

    private static Solution around(Fit fit, Points points, Unknown unknown, double x, double low, double high, double span) {
        double beyond = 100 * Math.max(0, Math.max(low - x, x - high)) / span;
        int freedom = fit.quality().degreesOfFreedom();
        OptionalDouble s = fit.quality().scale();
        // Where bars weigh it is not known how an unknown scatters.
        boolean unsure = unknown.measured > 0 && fit.quality().weighting() != Weighting.UNWEIGHTED;
        if (freedom <= 0 || s.isEmpty() || fit.curve().fittedOn() != Curve.FittedOn.Y || unsure) {
            return new Solution(x, OptionalDouble.empty(), OptionalDouble.empty(), beyond);
        }
        double scale = TDistribution.of(freedom).inverseSurvivalProbability(0.025) * s.getAsDouble();
        Points used = points.usedBy(fit);
        DoubleUnaryOperator byBand = at -> Math.abs(fit.function().at(at) - unknown.y)
                - scale * Math.sqrt(fit.function().leverage(at) + unknown.variance());
        boolean many = used.size() > (unknown.measured == 0 ? MAX_PROFILED : MAX_PROFILED_UNKNOWN);
        DoubleUnaryOperator outside = many || fit.quality().perfect() || fit.curve().amplitudeForm().isEmpty() ? byBand
                : at -> fit.curve().accepts(at, unknown.y) ? squares(fit, used, unknown, at) - fit.quality().residualSumOfSquares()
                        - scale * scale : Double.NaN;
        return new Solution(x, limit(outside, x, -span), limit(outside, x, span), beyond);
    }

    /// The least sum of squares of curves through (x, y); of an unknown, of its own mean's square too, whose true y lies between that and
    /// the curve.
    private static double squares(Fit fit, Points used, Unknown unknown, double x) {
        if (unknown.measured == 0) {
            return through(fit, used, x, unknown.y);
        }
        DoubleUnaryOperator both = y -> through(fit, used, x, y) + unknown.measured * (unknown.y - y) * (unknown.y - y);
        double a = unknown.y;
        double b = fit.function().at(x);
        for (int i = 0; i < NARROWINGS; i++) {
            double nearer = b - GOLDEN * (b - a);
            double farther = a + GOLDEN * (b - a);
            if (both.applyAsDouble(nearer) < both.applyAsDouble(farther)) {
                b = farther;
            } else {
                a = nearer;
            }
        }
        return both.applyAsDouble(a / 2 + b / 2);
    }

    private static double through(Fit fit, Points used, double x, double y) {
        return Profile.of(fit, used, y).orElseThrow().squares(x);
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
                return OptionalDouble.of(Roots.between(outside, inside, at));
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
