package helvo.core.check;

import helvo.core.fit.Residuals;
import java.util.Optional;
import org.apache.commons.statistics.distribution.ChiSquaredDistribution;

/// Whether the spread of the residuals changes along x: n times the R² of their squares against x, a χ² of one degree of freedom
/// where it does not.
/// Breusch & Pagan 1979, Econometrica 47:1287, in Koenker's form that needs no normal distribution (1981, J. Econometrics 17:107).
///
/// @param growth the spread at the largest x over that at the smallest, by that line through the squares; at most 10
record BreuschPagan(double statistic, double p, double growth) {
    private static final int FEWEST = 5;
    private static final double MOST_GROWTH = 10;

    static Optional<BreuschPagan> of(Residuals residuals, Scatter scatter) {
        double[] x = residuals.points().x();
        int n = scatter.size();
        double mean = scatter.squares() / n;
        if (n < FEWEST || !(mean > 0)) {
            return Optional.empty();
        }
        double meanX = 0;
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (int k = 0; k < n; k++) {
            double at = x[scatter.places()[k]];
            meanX += (at - meanX) / (k + 1);
            low = Math.min(low, at);
            high = Math.max(high, at);
        }
        double xx = 0;
        double xs = 0;
        double ss = 0;
        for (int k = 0; k < n; k++) {
            double dx = (x[scatter.places()[k]] - meanX) / (high - low);
            double ds = scatter.e()[k] * scatter.e()[k] / mean - 1;
            xx += dx * dx;
            xs += dx * ds;
            ss += ds * ds;
        }
        double statistic = n * xs / xx * xs / ss;
        double least = Math.max(0, 1 + xs / xx * (low - meanX) / (high - low));
        double most = Math.max(0, 1 + xs / xx * (high - meanX) / (high - low));
        return Double.isFinite(statistic) ? Optional.of(new BreuschPagan(statistic,
                ChiSquaredDistribution.of(1).survivalProbability(statistic),
                Math.clamp(Math.sqrt(most / least), 1 / MOST_GROWTH, MOST_GROWTH))) : Optional.empty();
    }
}
