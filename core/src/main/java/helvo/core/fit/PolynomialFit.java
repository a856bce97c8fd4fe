package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.fit.FitQuality.About;
import helvo.core.fit.solver.PowerSums;
import helvo.core.fit.solver.ScaledPolynomial;
import helvo.core.numeric.Range;
import helvo.core.numeric.SymmetricSystem;
import helvo.core.points.LowParts;
import helvo.core.points.Points;
import helvo.core.points.Scaling;
import helvo.core.points.Weighting;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import org.apache.commons.numbers.core.DD;

/// Least squares of a polynomial, to the last digits of a double.
///
/// x is centred on its middle and scaled by a power of two; the normal equations are summed, factored and
/// expanded to powers of x in double-double arithmetic. Tested on NIST StRD and on worse sets.
public final class PolynomialFit {
    /// Residuals below this part of the terms they are the difference of are the arithmetic's own rounding:
    /// double-double keeps about 2^-104, less what a few dozen operations lose.
    private static final double RELATIVE_ROUNDING = 0x1p-90;
    /// Of a double, relative to it.
    private static final double HALF_ULP = 0x1p-53;
    /// Above this part of the sum of squares of y, that of the residuals keeps its digits when it is taken as a
    /// difference.
    private static final double DIFFERENCE_STEP = 1e-8;

    /// A sample's scaling serves as long as no point lies farther out than this.
    private static final double MAX_SCALED_X = 4;

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
    public FitOutcome fit(Points all, List<String> names, Progress progress) {
        return fit(all, curve.usable(all), LowParts.NONE, names, progress);
    }

    /// @param points that take part, all with weights where weights count
    FitOutcome fit(Points points, LowParts rests, List<String> names, Progress progress) {
        return fit(points, points, rests, names, progress);
    }

    private FitOutcome fit(Points all, Points points, LowParts rests, List<String> names, Progress progress) {
        Optional<FitFailureReason> reason = tooLittle(all, points);
        if (reason.isPresent()) {
            return notFitted(reason.get());
        }
        Scaling scaling = lowest == 0 ? Scaling.sampled(points) : Scaling.fromIntercept(points, intercept);
        PowerSums sums = PowerSums.of(points, rests, scaling, degree, progress.part(0, 0.7));
        if (!(sums.maxAbs() <= MAX_SCALED_X)) {
            scaling = Scaling.centred(points);
            sums = PowerSums.of(points, rests, scaling, degree, progress.part(0, 0.7));
        }
        Optional<SymmetricSystem> normal = SymmetricSystem.ofPowers(sums.powers(), lowest, degree);
        if (normal.isEmpty()) {
            return notFitted(new FitFailureReason.OutOfRange());
        }
        DD[] right = Arrays.copyOfRange(sums.cross(), lowest, degree + 1);
        DD[] scaled = normal.get().solve(right);
        var function = new ScaledPolynomial(scaling, lowest, scaled, normal.get(), points);
        DD residuals = sums.square();
        for (int k = 0; k < scaled.length; k++) {
            residuals = residuals.subtract(scaled[k].multiply(right[k]));
        }
        DD mean = sums.cross()[0].divide(sums.powers()[0]);
        DD aboutMean = sums.square().subtract(mean.multiply(sums.cross()[0]));
        if (!(Math.min(residuals.hi(), aboutMean.hi())
                > DIFFERENCE_STEP * sums.square().hi())) {
            var squares = function.sumsOfSquares(points, rests, mean, progress.part(0.7, 1));
            boolean perfect = squares.largestResidual()
                    <= Math.max(
                            RELATIVE_ROUNDING * function.sizeOfTerms(),
                            roundingOfValues(points, scaling, scaled, sums.maxAbs()));
            residuals = perfect ? DD.ZERO : squares.ofResiduals();
            aboutMean = squares.aboutMean();
        }
        // Of the mean alone both are the same sum.
        return assemble(
                points,
                names,
                scaling,
                scaled,
                normal.get(),
                function,
                degree == 0 ? aboutMean : residuals,
                aboutMean,
                lowest == 1 && intercept == 0 ? sums.square() : aboutMean);
    }

    /// How far decimals that lie on the curve may lie off it as the doubles next to them: x and y are each off by
    /// half a unit in their last place. In scaled y.
    ///
    /// @param farthest the greatest distance of a scaled x from the centre
    private double roundingOfValues(Points points, Scaling scaling, DD[] scaled, double farthest) {
        double steepest = 0;
        for (int j = Math.max(1, lowest); j <= degree; j++) {
            steepest += j * Math.abs(scaled[j - lowest].hi()) * Math.pow(farthest, j - 1.0);
        }
        return HALF_ULP
                * (Math.scalb(Range.of(points.y()).maxAbs(), -scaling.yPower())
                        + steepest * Math.scalb(Range.of(points.x()).maxAbs(), -scaling.xPower()));
    }

    private Optional<FitFailureReason> tooLittle(Points all, Points points) {
        int p = degree - lowest + 1;
        if (points.size() == 0) {
            return Optional.of(FitFailureReason.noneOf(all, curve));
        }
        if (points.size() < p) {
            return Optional.of(new FitFailureReason.TooFewPoints(points.size(), p));
        }
        if (lowest == 1) {
            boolean allZero = Arrays.stream(points.x()).allMatch(x -> x == 0);
            return allZero ? Optional.of(new FitFailureReason.AllXEqual(0)) : Optional.empty();
        }
        int distinct = points.distinctX(p);
        if (distinct == 1 && p > 1) {
            return Optional.of(new FitFailureReason.AllXEqual(points.x()[0]));
        }
        return distinct < p ? Optional.of(new FitFailureReason.TooFewDistinctX(distinct, p)) : Optional.empty();
    }

    private FitOutcome assemble(
            Points points,
            List<String> names,
            Scaling scaling,
            DD[] scaled,
            SymmetricSystem normal,
            ScaledPolynomial function,
            DD residuals,
            DD aboutMean,
            DD total) {
        int n = points.size();
        int p = scaled.length;
        int squarePower = 2 * (scaling.yPower() - points.sigmaPower());
        DD variance = n <= p
                ? DD.ZERO
                : points.weighting() == Weighting.STATED ? DD.ONE.scalb(-squarePower) : residuals.divide(DD.of(n - p));
        FitQuality quality = quality(n, p, points.weighting(), squarePower, residuals, aboutMean, total);
        var coefficients = new ArrayList<Coefficient>();
        for (int k = lowest; k <= degree; k++) {
            DD[] row = expansion(scaling, k);
            DD value = sum(row, scaled);
            DD error = normal.quadraticForm(row).multiply(variance).sqrt();
            int power = scaling.yPower() - scaling.xPower() * k;
            double c = value.scalb(power).doubleValue();
            double se = error.scalb(power).doubleValue();
            if (lost(value, c) || lost(error, se)) {
                return notFitted(new FitFailureReason.OutOfRange());
            }
            coefficients.add(quality.estimated(names.get(k - lowest), c, se));
        }
        return new FitOutcome.Fitted(new Fit(
                curve, coefficients, n <= p ? Fit.UNKNOWN : covariance(scaling, normal, variance), function, quality));
    }

    private double[][] covariance(Scaling scaling, SymmetricSystem normal, DD variance) {
        int p = degree - lowest + 1;
        double[][] covariance = new double[p][p];
        for (int i = 0; i < p; i++) {
            for (int j = 0; j <= i; j++) {
                int power = 2 * scaling.yPower() - scaling.xPower() * (i + j + 2 * lowest);
                covariance[i][j] = normal.bilinearForm(expansion(scaling, i + lowest), expansion(scaling, j + lowest))
                        .multiply(variance)
                        .scalb(power)
                        .doubleValue();
                covariance[j][i] = covariance[i][j];
            }
        }
        return covariance;
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
        return Math.abs(value.hi()) <= RELATIVE_ROUNDING * largest ? DD.ZERO : value;
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

    /// @param squarePower one scaled square is worth two to this, in y units squared or in units of χ²
    private FitQuality quality(
            int n, int p, Weighting weighting, int squarePower, DD residuals, DD aboutMean, DD total) {
        boolean aboutZero = lowest == 1 && intercept == 0;
        boolean varies = varies(total, n);
        int totalFreedom = aboutZero ? n : n - 1;
        double ssr = residuals.scalb(squarePower).doubleValue();
        OptionalDouble s = n > p
                ? OptionalDouble.of(
                        residuals.divide(DD.of(n - p)).sqrt().doubleValue() * Math.scalb(1.0, squarePower / 2))
                : OptionalDouble.empty();
        OptionalDouble r2 = varies ? OptionalDouble.of(oneMinus(residuals.divide(total))) : OptionalDouble.empty();
        OptionalDouble adjusted = varies && n > p
                ? OptionalDouble.of(oneMinus(
                        residuals.divide(total).multiply(DD.of(totalFreedom)).divide(DD.of(n - p))))
                : OptionalDouble.empty();
        boolean testable = varies && n > p && degree > 0 && residuals.hi() > 0 && (lowest == 0 || intercept == 0);
        Optional<FitQuality.F> f = testable
                ? Optional.of(
                        weighting == Weighting.STATED
                                ? FitQuality.F.ofKnownScatter(
                                        total.subtract(residuals)
                                                .scalb(squarePower)
                                                .doubleValue(),
                                        totalFreedom - (n - p))
                                : overall(residuals, total, totalFreedom, n - p))
                : Optional.empty();
        OptionalDouble aicc = residuals.hi() <= 0
                ? OptionalDouble.empty()
                : FitQuality.aicc(weighting, n, p, Math.log(residuals.hi() / n) + squarePower * Math.log(2), ssr);
        return new FitQuality(
                n,
                p,
                ssr,
                aboutZero ? About.ZERO : About.MEAN,
                r2,
                varies(aboutMean, n)
                        ? OptionalDouble.of(oneMinus(residuals.divide(aboutMean)))
                        : OptionalDouble.empty(),
                adjusted,
                s,
                f,
                aicc,
                weighting,
                weighting == Weighting.UNWEIGHTED ? Optional.empty() : FitQuality.ChiSquare.of(ssr, n - p));
    }

    private static boolean varies(DD squares, int n) {
        return squares.hi() > RELATIVE_ROUNDING * RELATIVE_ROUNDING * n;
    }

    private static FitQuality.F overall(DD residuals, DD total, int totalFreedom, int freedom) {
        int explained = totalFreedom - freedom;
        return FitQuality.F.of(
                total.subtract(residuals)
                        .divide(DD.of(explained))
                        .divide(residuals.divide(DD.of(freedom)))
                        .doubleValue(),
                explained,
                freedom);
    }

    private static double oneMinus(DD part) {
        return DD.ONE.subtract(part).doubleValue();
    }

    private FitOutcome notFitted(FitFailureReason reason) {
        return new FitOutcome.NotFitted(curve, reason);
    }
}
