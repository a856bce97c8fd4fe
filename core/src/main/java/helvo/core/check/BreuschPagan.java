package helvo.core.check;

import helvo.core.Progress;
import helvo.core.numeric.Range;
import helvo.core.task.BlockParallel;
import java.util.Optional;
import org.apache.commons.statistics.distribution.ChiSquaredDistribution;

/// The Breusch–Pagan test of whether the spread of the residuals changes along x: n times the R² of their squares
/// against x, a χ² of one degree of freedom where it does not. Breusch & Pagan 1979, Econometrica 47:1287, in
/// Koenker's form that needs no normal distribution (1981, J. Econometrics 17:107).
///
/// @param growth the spread at the largest x over that at the smallest, by that line through the squares; at most
///     10
record BreuschPagan(double statistic, double p, double growth) {
    private static final int MIN_POINTS = 5;
    private static final double MOST_GROWTH = 10;

    static Optional<BreuschPagan> of(OrthogonalResiduals scatter) {
        double[] x = scatter.x();
        int n = scatter.size();
        double mean = scatter.squares() / n;
        if (n < MIN_POINTS || !(mean > 0)) {
            return Optional.empty();
        }
        Range all = Range.of(x);
        double span = all.high() - all.low();
        double meanX = all.midpoint()
                + BlockParallel.sum(n, (from, to) -> {
                            double sum = 0;
                            for (int k = from; k < to; k++) {
                                sum += x[k] - all.midpoint();
                            }
                            return sum;
                        })
                        / n;
        double[] sums = BlockParallel.reduce(
                n,
                Progress.none(),
                (from, to) -> {
                    double xx = 0;
                    double xs = 0;
                    double ss = 0;
                    for (int k = from; k < to; k++) {
                        double dx = (x[k] - meanX) / span;
                        double ds = scatter.e()[k] * scatter.e()[k] / mean - 1;
                        xx += dx * dx;
                        xs += dx * ds;
                        ss += ds * ds;
                    }
                    return new double[] {xx, xs, ss};
                },
                (a, b) -> new double[] {a[0] + b[0], a[1] + b[1], a[2] + b[2]});
        double xx = sums[0];
        double xs = sums[1];
        double ss = sums[2];
        double statistic = n * xs / xx * xs / ss;
        double least = Math.max(0, 1 + xs / xx * (all.low() - meanX) / span);
        double most = Math.max(0, 1 + xs / xx * (all.high() - meanX) / span);
        return Double.isFinite(statistic)
                ? Optional.of(new BreuschPagan(
                        statistic,
                        ChiSquaredDistribution.of(1).survivalProbability(statistic),
                        Math.clamp(Math.sqrt(most / least), 1 / MOST_GROWTH, MOST_GROWTH)))
                : Optional.empty();
    }
}
