package helvo.core.bounds;

import helvo.core.fit.FitQuality;
import helvo.core.table.BarMeaning;
import org.apache.commons.statistics.distribution.BinomialDistribution;
import org.apache.commons.statistics.distribution.NormalDistribution;

/// The number of bars that a curve may be expected to miss where they are as long as they say, and the scatter is
/// normal: of n residuals with n − p degrees of freedom, each has on average the variance σ²(n − p)/n (Draper &
/// Smith 1998, §8.1).
///
/// @param mean    how many
/// @param tooMany whether more are missed than chance gives in one of twenty such sets
/// @param tooFew  whether fewer are
public record ExpectedMisses(double mean, boolean tooMany, boolean tooFew) {
    private static final double SIGNIFICANCE_LEVEL = 0.05;

    /// @param meaning of the bars; of a half range none is missed
    public static ExpectedMisses of(FitQuality quality, BarMeaning meaning, BarCoverage found) {
        double shrunk = Math.sqrt((double) quality.degreesOfFreedom() / quality.points());
        double half = 1 / meaning.standardDeviation() / shrunk;
        double chance = 2 * NormalDistribution.of(0, 1).survivalProbability(half);
        var misses = BinomialDistribution.of(found.bars(), chance);
        int missed = found.missed().length;
        return new ExpectedMisses(
                found.bars() * chance,
                misses.survivalProbability(missed - 1) < SIGNIFICANCE_LEVEL,
                misses.cumulativeProbability(missed) < SIGNIFICANCE_LEVEL);
    }
}
