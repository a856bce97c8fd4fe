package helvo.core.fit;

import static helvo.core.Require.require;

import helvo.core.numeric.Convergence;
import helvo.core.numeric.FittedFunction;
import helvo.core.points.Points;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/// A curve fitted to points by least squares.
///
/// @param coefficients in the order of the curve's own form
/// @param covariance   of the coefficients, in their order and units; empty where no scatter is left to judge by.
///     It is the inverse of the normal equations' matrix times the residual variance, for a shape that is not
///     linear in its coefficients to first order
/// @param function     the fitted curve
/// @param takesZero    whether points at x = 0 take part although the shape has no value there in general: a power
///     curve that surely rises is 0
/// @param origin     x₀ where the coefficients are those of the curve written about it (see [Curve#sourceOfFile]),
///     since no double holds those about x = 0; empty where they are of x itself
/// @param lesser     what leaves less than this curve, which is the least only about itself; empty where it is the
///     least of all
/// @param convergence how the least was found; empty where it is worked out directly
/// @param shared     of one fit over several groups, of which this is the curve of one: its scatter and degrees of
///     freedom are those of all
@RecordBuilder
public record Fit(
        Curve curve,
        List<Coefficient> coefficients,
        double[][] covariance,
        FittedFunction function,
        FitQuality quality,
        boolean takesZero,
        Optional<BigDecimal> origin,
        Optional<Lesser> lesser,
        Optional<Convergence> convergence,
        Optional<Shared> shared)
        implements FitBuilder.With {
    /// One fit over several groups.
    ///
    /// @param groups how many there are
    /// @param points of this one
    /// @param r2     of all groups
    /// @param test   whether curves of their own would leave less; empty where there is nothing to test it by
    /// @param alone  the curve of this group alone
    public record Shared(int groups, int points, OptionalDouble r2, Optional<SharingTest> test, FitOutcome alone) {}

    /// The test that nothing is lost by sharing coefficients.
    ///
    /// @param further how many coefficients more curves of their own have
    /// @param freedom degrees of freedom of these
    public record SharingTest(int further, int freedom, FitQuality.F f) {}

    /// What a curve becomes as a coefficient grows without end, where that leaves a smaller sum of squares.
    ///
    /// @param share the sum of squares that it leaves, as a part of that of the curve
    public record Lesser(Limit limit, double share) {}

    /// What a logistic curve becomes.
    public enum Limit {
        /// As steep as can be.
        STEP,
        /// Where it never levels off.
        EXPONENTIAL
    }

    static final double[][] UNKNOWN = {};

    Fit(
            Curve curve,
            List<Coefficient> coefficients,
            double[][] covariance,
            FittedFunction function,
            FitQuality quality) {
        this(
                curve,
                coefficients,
                covariance,
                function,
                quality,
                false,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
    }

    /// The same coefficients as those of another shape, its curve a function of another x.
    Fit withCurve(Curve other, FittedFunction ofX) {
        return withCurve(other).withFunction(ofX);
    }

    /// Whether a point takes part in this fit as far as its shape is concerned.
    public boolean uses(double x, double y) {
        return curve.accepts(x, y) || takesZero && x == 0;
    }

    /// Those of some points that take part in this fit.
    public Points used(Points all) {
        return takesZero ? curve.usable(all, i -> uses(all.x()[i], all.y()[i])) : curve.usable(all);
    }

    /// The standard deviation that a point's distance from the curve has by its bars: in what the curve was fitted
    /// on, and in x as far as the curve slopes there.
    double sigma(Points points, int i) {
        if (curve.onLogScale()) {
            return points.sigmaOfLnY(i);
        }
        double inY = points.ySigma()[i] > 0 ? points.ySigma()[i] : 0;
        return curve.weighsBoth() && points.xSigma().length > 0
                ? Math.hypot(inY, points.xSigma()[i] > 0 ? points.xSigma()[i] * function.slope(points.x()[i]) : 0)
                : inY;
    }

    public Fit {
        coefficients = List.copyOf(coefficients);
    }

    /// @throws IllegalArgumentException when the curve has no coefficient of this name
    public Coefficient coefficient(String name) {
        return coefficients.stream()
                .filter(c -> c.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException(curve.name() + " has no coefficient " + name));
    }

    /// The slope of a straight line.
    ///
    /// @throws IllegalArgumentException for another curve
    public Coefficient slope() {
        return ofLine("b");
    }

    /// The fitted intercept of a straight line.
    ///
    /// @throws IllegalArgumentException for another curve
    public Coefficient intercept() {
        return ofLine("a");
    }

    private Coefficient ofLine(String name) {
        require(curve.degree() == 1, "%s is not a straight line", curve.name());
        return coefficient(name);
    }
}
