package helvo.core.fit;

import helvo.core.numeric.FittedFunction;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.Optional;
import java.util.OptionalDouble;
import org.apache.commons.statistics.distribution.ChiSquaredDistribution;
import org.apache.commons.statistics.distribution.ContinuousDistribution;
import org.apache.commons.statistics.distribution.FDistribution;
import org.apache.commons.statistics.distribution.NormalDistribution;
import org.apache.commons.statistics.distribution.TDistribution;

/// The measures of how well a fit describes its points.
///
/// @param points                    n
/// @param coefficients              p, those that were fitted
/// @param residualSumOfSquares      SSR, in y units squared; χ² where bars weigh
/// @param about                     what R² is measured about
/// @param r2                        1 − SSR/SST; 1 for a perfect fit; empty when y does not vary
/// @param r2AboutMean               the same about the mean whatever `about` is, so that it compares between
///     shapes; it can be below 0
/// @param adjustedR2                R² with both sums divided by their degrees of freedom; empty where R² is,
///     or n = p
/// @param residualStandardDeviation √(SSR/(n − p)), in y units; where bars weigh √(χ²/ν), a pure number; empty
///     when n = p
/// @param overall                   the F test that all coefficients but the intercept are zero; empty for a
///     perfect fit, n = p, y that does not vary, or an intercept held at another value than 0
/// @param aicc                      n ln(SSR/n) + 2K + 2K(K+1)/(n−K−1) with K = p + 1, Burnham & Anderson 2002,
///     §2.4; χ² + 2p + 2p(p+1)/(n−p−1) where bars weigh as stated, the scatter being known; empty when n ≤ K +
///     1 or the fit is perfect
/// @param chiSquare                 where bars weigh and n > p
@RecordBuilder
public record FitQuality(
        int points,
        int coefficients,
        double residualSumOfSquares,
        About about,
        OptionalDouble r2,
        OptionalDouble r2AboutMean,
        OptionalDouble adjustedR2,
        OptionalDouble residualStandardDeviation,
        Optional<F> overall,
        OptionalDouble aicc,
        Weighting weighting,
        Optional<ChiSquare> chiSquare)
        implements FitQualityBuilder.With {

    /// What the total sum of squares, and so R², is measured about: the mean of y, or zero for a fit whose
    /// intercept is held at 0 (as in NIST StRD NoInt1).
    public enum About {
        MEAN,
        ZERO
    }

    /// An F test.
    public record F(double value, double p) {
        /// @param explained degrees of freedom of what is tested
        /// @param freedom   those of the scatter it is tested against
        public static F of(double value, int explained, double freedom) {
            double f = Math.max(0, value);
            return new F(f, FDistribution.of(explained, freedom).survivalProbability(f));
        }

        /// Where the scatter is known, as with endless degrees of freedom of it: by χ².
        ///
        /// @param chiSquare of what is tested
        static F ofKnownScatter(double chiSquare, int explained) {
            double chi = Math.max(0, chiSquare);
            return new F(chi / explained, ChiSquaredDistribution.of(explained).survivalProbability(chi));
        }
    }

    /// The sum of squared residuals, each in units of its standard deviation, and the probability of one as large
    /// if the bars are right.
    public record ChiSquare(double value, double p) {
        static Optional<ChiSquare> of(double value, int freedom) {
            return freedom > 0 && Double.isFinite(value)
                    ? Optional.of(new ChiSquare(
                            value, ChiSquaredDistribution.of(freedom).survivalProbability(value)))
                    : Optional.empty();
        }
    }

    /// Of a fit whose sums are plain doubles, measured about the mean.
    ///
    /// @param unit what the root of one unit of `ssr` and `sst` is worth, in y units or, where bars weigh, in
    ///     standard deviations
    static FitQuality of(Weighting weighting, int n, int p, double ssr, double sst, double unit) {
        double square = unit * unit;
        int freedom = n - p;
        boolean varies = sst > 0;
        OptionalDouble r2 = varies ? OptionalDouble.of(1 - ssr / sst) : OptionalDouble.empty();
        boolean testable = varies && freedom > 0 && ssr > 0 && p > 1;
        return new FitQuality(
                n,
                p,
                ssr * square,
                About.MEAN,
                r2,
                r2,
                varies && freedom > 0 ? OptionalDouble.of(1 - ssr / sst * (n - 1) / freedom) : OptionalDouble.empty(),
                freedom > 0 ? OptionalDouble.of(Math.sqrt(ssr / freedom) * unit) : OptionalDouble.empty(),
                !testable
                        ? Optional.empty()
                        : Optional.of(
                                weighting == Weighting.STATED
                                        ? F.ofKnownScatter((sst - ssr) * square, p - 1)
                                        : F.of((sst - ssr) / (p - 1) / (ssr / freedom), p - 1, freedom)),
                ssr > 0
                        ? aicc(weighting, n, p, Math.log(ssr / n) + 2 * Math.log(unit), ssr * square)
                        : OptionalDouble.empty(),
                weighting,
                weighting == Weighting.UNWEIGHTED ? Optional.empty() : ChiSquare.of(ssr * square, freedom));
    }

    /// The same of a fit through 0, whose R² is measured about 0.
    ///
    /// @param total weighted sum of squares about 0
    FitQuality aboutZero(double total) {
        return new FitQuality(
                points,
                coefficients,
                residualSumOfSquares,
                About.ZERO,
                total > 0 ? OptionalDouble.of(1 - residualSumOfSquares / total) : OptionalDouble.empty(),
                r2AboutMean,
                total > 0 && degreesOfFreedom() > 0
                        ? OptionalDouble.of(1 - residualSumOfSquares / total * points / degreesOfFreedom())
                        : OptionalDouble.empty(),
                residualStandardDeviation,
                overall,
                aicc,
                weighting,
                chiSquare);
    }

    /// The same for one group of the points, with the R² of that.
    FitQuality ofPart(Points part, FittedFunction function) {
        double mean = 0;
        double weights = 0;
        double left = 0;
        for (int i = 0; i < part.size(); i++) {
            double weight = weight(part, i);
            weights += weight;
            mean += (part.y()[i] - mean) * weight / weights;
            double residual = function.residual(part.x()[i], part.y()[i]);
            left += weight * residual * residual;
        }
        double total = 0;
        for (int i = 0; i < part.size(); i++) {
            total += weight(part, i) * (part.y()[i] - mean) * (part.y()[i] - mean);
        }
        OptionalDouble own = total > 0 ? OptionalDouble.of(perfect() ? 1 : 1 - left / total) : OptionalDouble.empty();
        return with(change -> change.r2(own)
                .r2AboutMean(own)
                .adjustedR2(OptionalDouble.empty())
                .overall(Optional.empty()));
    }

    /// The same of a curve with corners at fitted places: by AICc each place counts as three coefficients, since
    /// of all places that there are the best is taken (Ninomiya 2015, Biometrika 102:635).
    ///
    /// @param further so many coefficients more than those that are counted
    FitQuality withCorners(int further) {
        double variance = residualSumOfSquares / points;
        return further == 0 || !(variance > 0)
                ? this
                : withAicc(aicc(weighting, points, coefficients + further, Math.log(variance), residualSumOfSquares));
    }

    private static double weight(Points points, int i) {
        return points.weighting() == Weighting.UNWEIGHTED ? 1 : 1 / (points.ySigma()[i] * points.ySigma()[i]);
    }

    /// The standard deviation of a point of weight 1: s, or 1 where bars weigh as stated.
    public OptionalDouble scale() {
        return weighting == Weighting.STATED ? OptionalDouble.of(1) : residualStandardDeviation;
    }

    /// How far from 0 a value over its standard error lies by chance alone: Student's t with n − p degrees of
    /// freedom; the normal distribution where bars weigh as stated, since the scatter is then known.
    private ContinuousDistribution ofEstimates() {
        return weighting == Weighting.STATED ? NormalDistribution.of(0, 1) : TDistribution.of(degreesOfFreedom());
    }

    /// Half the width of a 95 % interval in standard errors; empty when n = p.
    public OptionalDouble half95() {
        return degreesOfFreedom() > 0
                ? OptionalDouble.of(ofEstimates().inverseSurvivalProbability(0.025))
                : OptionalDouble.empty();
    }

    /// An estimated value, with what is known of it.
    ///
    /// @param se its standard error; unknown when n = p
    Coefficient estimated(String name, double value, double se) {
        OptionalDouble half = half95();
        if (half.isEmpty()) {
            return new Coefficient(name, value, Optional.empty());
        }
        Optional<Coefficient.Test> test = se == 0
                ? Optional.empty()
                : Optional.of(new Coefficient.Test(
                        value / se, Math.min(1, 2 * ofEstimates().survivalProbability(Math.abs(value / se)))));
        double reach = half.getAsDouble() * se;
        return new Coefficient(
                name, value, Optional.of(new Coefficient.Uncertainty(se, value - reach, value + reach, test)));
    }

    /// The mean of a fitted curve at an x, as a coefficient.
    Coefficient meanAt(FittedFunction function, String name, double x) {
        return estimated(name, function.at(x), scale().orElse(0) * Math.sqrt(function.leverage(x)));
    }

    public int degreesOfFreedom() {
        return points - coefficients;
    }

    /// Every point lies on the curve, to the rounding of the arithmetic.
    public boolean perfect() {
        return residualSumOfSquares == 0;
    }

    /// @param logVariance ln(SSR/n)
    /// @param chiSquare   where bars weigh
    static OptionalDouble aicc(Weighting weighting, int n, int p, double logVariance, double chiSquare) {
        boolean known = weighting == Weighting.STATED;
        int k = known ? p : p + 1;
        return n <= k + 1
                ? OptionalDouble.empty()
                : OptionalDouble.of((known ? chiSquare : n * logVariance) + 2 * k + 2.0 * k * (k + 1) / (n - k - 1));
    }
}
