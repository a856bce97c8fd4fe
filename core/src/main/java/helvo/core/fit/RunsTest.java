package helvo.core.fit;

import java.util.Optional;
import org.apache.commons.numbers.combinatorics.LogBinomialCoefficient;
import org.apache.commons.statistics.distribution.NormalDistribution;

/// Whether the signs of the residuals, in order of x, change as often as chance would have it.
/// Wald & Wolfowitz 1940, Ann. Math. Stat. 11:147-162.
///
/// @param runs      stretches of residuals of one sign
/// @param statistic (runs − expected) / standard deviation; below 0 for too few, as when a curve bends away
/// @param p         two-sided: exact up to 60 residuals, normal beyond
public record RunsTest(int runs, double statistic, double p) {
    private static final int MAX_EXACT = 60;

    /// @return empty when the residuals are not of both signs, or fewer than four
    public static Optional<RunsTest> of(Residuals residuals) {
        return of(residuals, residuals.points().orderByX());
    }

    /// @param order of rising x
    static Optional<RunsTest> of(Residuals residuals, int[] order) {
        double[] raw = residuals.raw();
        int above = 0;
        int below = 0;
        int runs = 0;
        double last = 0;
        for (int i : order) {
            double sign = Math.signum(raw[i]);
            if (sign != 0) {
                above += sign > 0 ? 1 : 0;
                below += sign < 0 ? 1 : 0;
                runs += sign != last ? 1 : 0;
                last = sign;
            }
        }
        return above == 0 || below == 0 || above + below < 4 ? Optional.empty() : Optional.of(of(above, below, runs));
    }

    static RunsTest of(int above, int below, int runs) {
        double n = above + (double) below;
        double product = 2.0 * above * below;
        double expected = product / n + 1;
        double variance = product * (product - n) / (n * n * (n - 1));
        double z = (runs - expected) / Math.sqrt(variance);
        double p = n <= MAX_EXACT ? exact(above, below, runs)
                : 2 * NormalDistribution.of(0, 1).survivalProbability(Math.abs(z));
        return new RunsTest(runs, z, Math.min(1, p));
    }

    /// Twice the smaller tail of the exact distribution.
    private static double exact(int above, int below, int runs) {
        double fewer = 0;
        double more = 0;
        for (int r = 2; r <= above + below; r++) {
            double probability = probability(above, below, r);
            fewer += r <= runs ? probability : 0;
            more += r >= runs ? probability : 0;
        }
        return 2 * Math.min(fewer, more);
    }

    private static double probability(int above, int below, int runs) {
        int half = runs / 2;
        double ways = runs % 2 == 0
                ? 2 * ways(above, half) * ways(below, half)
                : ways(above, half) * ways(below, half + 1) + ways(above, half + 1) * ways(below, half);
        return ways / Math.exp(LogBinomialCoefficient.value(above + below, above));
    }

    /// Ways to cut `items` into so many stretches.
    private static double ways(int items, int stretches) {
        return stretches < 1 || stretches > items ? 0 : Math.exp(LogBinomialCoefficient.value(items - 1, stretches - 1));
    }

    /// In words, for beside the residuals.
    public String says() {
        if (p >= 0.05) {
            return "no pattern seen";
        }
        return statistic < 0 ? "pattern seen, another curve may fit better"
                : "signs change more often than by chance";
    }
}
