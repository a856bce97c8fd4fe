package helvo.core.check;

import java.util.Optional;
import org.apache.commons.statistics.distribution.TDistribution;

/// The point that lies furthest from the curve that the others make: the largest externally studentised residual.
/// Cook & Weisberg 1982, Residuals and Influence in Regression, §2.2.2.
///
/// @param place       of the point in the scatter
/// @param studentised its residual over its standard deviation, worked out without it
/// @param p           how often the furthest of so many points would be as far, at most (Bonferroni)
record OddPoint(int place, double studentised, double p) {
    /// A point that a curve must pass through has no residual to speak of.
    private static final double FREE = 1e-10;

    static Optional<OddPoint> of(Scatter scatter) {
        int freedom = scatter.freedom() - 1;
        if (freedom < 1) {
            return Optional.empty();
        }
        double squares = scatter.squares();
        int at = -1;
        double most = 0;
        int free = 0;
        for (int k = 0; k < scatter.size(); k++) {
            double rest = 1 - scatter.leverage(k);
            if (rest > FREE) {
                free++;
                double square = scatter.e()[k] * scatter.e()[k] / rest;
                if (square > most) {
                    most = square;
                    at = k;
                }
            }
        }
        double without = Math.max(squares - most, Scatter.ROUNDING * squares) / freedom;
        if (at < 0 || !(squares > 0)) {
            return Optional.empty();
        }
        double t = Math.sqrt(most / without);
        double p = 2 * TDistribution.of(freedom).survivalProbability(t);
        return Optional.of(new OddPoint(at, Math.copySign(t, scatter.e()[at]), Math.min(1, p * free)));
    }
}
