package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.curve.Curve;
import helvo.core.fit.Quality.About;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import org.apache.commons.numbers.core.DD;
import org.apache.commons.statistics.distribution.FDistribution;

/// Least squares of a polynomial, to the last digits of a double.
///
/// x is centred on its middle and scaled by a power of two; the normal equations are summed, factored and
/// expanded to powers of x in double-double arithmetic. Tested on NIST StRD and on worse sets.
public final class PolynomialFit {
    /// Residuals below this part of the terms they are the difference of are the arithmetic's own rounding:
    /// double-double keeps about 2^-104, less what a few dozen operations lose.
    private static final double ROUNDING = 0x1p-90;

    private final Curve curve;
    private final int lowest;
    private final int degree;
    private final double intercept;

    private PolynomialFit(Curve curve, int lowest, int degree, double intercept) {
        this.curve = curve;
        this.lowest = lowest;
        this.degree = degree;
        this.intercept = intercept;
    }

    /// y = c0 + c1 x + … up to this degree.
    public static PolynomialFit ofDegree(Curve curve, int degree) {
        return new PolynomialFit(curve, 0, degree, 0);
    }

    /// y = intercept + b x.
    public static PolynomialFit ofSlope(Curve curve, double intercept) {
        return new PolynomialFit(curve, 1, 1, intercept);
    }

    /// @param names of the coefficients, lowest power first
    public FitOutcome fit(Points points, List<String> names, Progress progress) {
        Optional<Reason> reason = tooLittle(points);
        if (reason.isPresent()) {
            return new FitOutcome.NotFitted(curve, reason.get());
        }
        Scaling scaling = lowest == 0 ? Scaling.centred(points) : Scaling.fromIntercept(points, intercept);
        PowerSums sums = PowerSums.of(points, scaling, degree, progress.part(0, 0.7));
        Optional<NormalEquations> normal = NormalEquations.of(sums.powers(), lowest, degree);
        if (normal.isEmpty()) {
            return notFitted(new Reason.OutOfRange());
        }
        DD[] right = java.util.Arrays.copyOfRange(sums.cross(), lowest, degree + 1);
        DD[] scaled = normal.get().solve(right);
        var function = new ScaledPolynomial(scaling, lowest, scaled, normal.get());
        DD mean = sums.cross()[0].divide(sums.powers()[0]);
        var squares = function.sumsOfSquares(points, mean, progress.part(0.7, 1));
        boolean perfect = squares.largestResidual() <= ROUNDING * function.sizeOfTerms();
        DD residuals = perfect ? DD.ZERO : squares.ofResiduals();
        return assemble(points, names, scaling, scaled, normal.get(), function, residuals, squares);
    }

    private Optional<Reason> tooLittle(Points points) {
        int p = degree - lowest + 1;
        if (points.size() == 0) {
            return Optional.of(new Reason.NoPoints());
        }
        if (points.size() < p) {
            return Optional.of(new Reason.TooFewPoints(points.size(), p));
        }
        if (lowest == 1) {
            boolean allZero = java.util.Arrays.stream(points.x()).allMatch(x -> x == 0);
            return allZero ? Optional.of(new Reason.AllXEqual(0)) : Optional.empty();
        }
        int distinct = points.distinctX(p);
        if (distinct == 1) {
            return Optional.of(new Reason.AllXEqual(points.x()[0]));
        }
        return distinct < p ? Optional.of(new Reason.TooFewDistinctX(distinct, p)) : Optional.empty();
    }

    private FitOutcome assemble(Points points, List<String> names, Scaling scaling, DD[] scaled, NormalEquations normal,
            ScaledPolynomial function, DD residuals, ScaledPolynomial.SumsOfSquares squares) {
        int n = points.size();
        int p = scaled.length;
        DD variance = n > p ? residuals.divide(DD.of(n - p)) : DD.ZERO;
        var coefficients = new ArrayList<Coefficient>();
        for (int k = lowest; k <= degree; k++) {
            DD[] row = expansion(scaling, k);
            DD value = sum(row, scaled);
            DD error = normal.quadraticForm(row).multiply(variance).sqrt();
            int power = scaling.yPower() - scaling.xPower() * k;
            double c = value.scalb(power).doubleValue();
            double se = error.scalb(power).doubleValue();
            if (lost(value, c) || lost(error, se)) {
                return notFitted(new Reason.OutOfRange());
            }
            coefficients.add(Coefficient.of(names.get(k - lowest), c, se, n - p));
        }
        return new FitOutcome.Fitted(new Fit(curve, coefficients, function, quality(n, p, scaling, residuals, squares)));
    }

    /// Zero where the terms cancel but for the arithmetic's own rounding.
    private static DD sum(DD[] row, DD[] scaled) {
        DD value = DD.ZERO;
        double largest = 0;
        for (int j = 0; j < scaled.length; j++) {
            DD term = row[j].multiply(scaled[j]);
            value = value.add(term);
            largest = Math.max(largest, Math.abs(term.hi()));
        }
        return Math.abs(value.hi()) <= ROUNDING * largest ? DD.ZERO : value;
    }

    /// What each scaled coefficient gives to the coefficient of xᵏ, times 2^(k·xPower):
    /// Σ bⱼ (τ − κ)ʲ with τ = x · 2^-xPower and κ = centre · 2^-xPower.
    private DD[] expansion(Scaling scaling, int k) {
        DD[] row = new DD[degree - lowest + 1];
        DD minusCentre = DD.of(-scaling.centre()).scalb(-scaling.xPower());
        DD term = DD.ONE;
        for (int j = lowest; j <= degree; j++) {
            if (j < k) {
                row[j - lowest] = DD.ZERO;
            } else {
                row[j - lowest] = term;
                term = term.multiply(minusCentre).multiply(DD.of(j + 1)).divide(DD.of(j + 1 - k));
            }
        }
        return row;
    }

    /// Nothing, infinite or with fewer digits than a double has, where there was a number.
    private static boolean lost(DD scaled, double value) {
        return !Double.isFinite(value) || scaled.hi() != 0 && Math.abs(value) < Double.MIN_NORMAL;
    }

    private Quality quality(int n, int p, Scaling scaling, DD residuals, ScaledPolynomial.SumsOfSquares squares) {
        boolean aboutZero = lowest == 1 && intercept == 0;
        DD total = aboutZero ? squares.aboutZero() : squares.aboutMean();
        boolean varies = total.hi() > ROUNDING * ROUNDING * n;
        int totalFreedom = aboutZero ? n : n - 1;
        double scale = Math.scalb(1.0, scaling.yPower());
        double ssr = residuals.scalb(2 * scaling.yPower()).doubleValue();
        OptionalDouble s = n > p
                ? OptionalDouble.of(residuals.divide(DD.of(n - p)).sqrt().doubleValue() * scale) : OptionalDouble.empty();
        OptionalDouble r2 = varies ? OptionalDouble.of(oneMinus(residuals.divide(total))) : OptionalDouble.empty();
        OptionalDouble adjusted = varies && n > p
                ? OptionalDouble.of(oneMinus(residuals.divide(total).multiply(DD.of(totalFreedom)).divide(DD.of(n - p))))
                : OptionalDouble.empty();
        boolean testable = varies && n > p && residuals.hi() > 0 && (lowest == 0 || intercept == 0);
        Optional<Quality.F> f = testable ? Optional.of(overall(residuals, total, totalFreedom, n - p)) : Optional.empty();
        return new Quality(n, p, ssr, aboutZero ? About.ZERO : About.MEAN, r2, adjusted, s, f, aicc(n, p, residuals, scaling));
    }

    private static Quality.F overall(DD residuals, DD total, int totalFreedom, int freedom) {
        int explained = totalFreedom - freedom;
        double f = total.subtract(residuals).divide(DD.of(explained)).divide(residuals.divide(DD.of(freedom))).doubleValue();
        f = Math.max(0, f);
        return new Quality.F(f, FDistribution.of(explained, freedom).survivalProbability(f));
    }

    private static OptionalDouble aicc(int n, int p, DD residuals, Scaling scaling) {
        return residuals.hi() <= 0 ? OptionalDouble.empty() : Quality.aicc(n, p, Math.log(residuals.hi() / n) + 2 * scaling.yPower() * Math.log(2));
    }

    private static double oneMinus(DD part) {
        return DD.ONE.subtract(part).doubleValue();
    }

    private FitOutcome notFitted(Reason reason) {
        return new FitOutcome.NotFitted(curve, reason);
    }
}
