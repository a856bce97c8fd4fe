package helvo.core.check;

import java.util.Optional;
import java.util.function.Supplier;
import org.apache.commons.statistics.distribution.BetaDistribution;
import org.apache.commons.statistics.distribution.NormalDistribution;

/// The Durbin–Watson test of whether residuals that follow one another are alike: d = Σ (rᵢ − rᵢ₋₁)² / Σ rᵢ², about
/// 2 when they are independent. Durbin & Watson 1950, Biometrika 37:409. Its distribution is that of four times a
/// beta variable with the moments that d has for these x (Durbin & Watson 1971, Biometrika 58:1).
///
/// @param p two-sided
record DurbinWatson(double statistic, double p) {
    /// With more points d is normally distributed about 2 with a variance of 4/n, to more digits than anybody
    /// reads.
    private static final int MAX_POINTS_FOR_BETA = 5_000;

    /// @param e residuals in their order
    /// @param p how many coefficients the fit has
    /// @param directions in which the fit has left none, asked for where they are not too many
    static Optional<DurbinWatson> of(double[] e, int p, Supplier<double[][]> directions) {
        int n = e.length;
        double squares = OrthogonalResiduals.dot(e, e);
        if (n < p + 2 || n < 4 || !(squares > 0)) {
            return Optional.empty();
        }
        double steps = 0;
        for (int k = 1; k < n; k++) {
            double step = e[k] - e[k - 1];
            steps += step * step;
        }
        double d = steps / squares;
        return Optional.of(new DurbinWatson(
                d,
                n > MAX_POINTS_FOR_BETA
                        ? 2 * NormalDistribution.of(0, 1).survivalProbability(Math.abs(d - 2) * Math.sqrt(n) / 2)
                        : p(d, directions.get(), n, p)));
    }

    /// From the first two moments of d: traces of M A and (M A)², where A takes second differences and M leaves
    /// residuals.
    private static double p(double d, double[][] q, int n, int p) {
        double trace = 0;
        double traceOfSquares = 0;
        double[][] applied = new double[p][];
        for (int c = 0; c < p; c++) {
            applied[c] = secondDifferences(q[c]);
            trace += OrthogonalResiduals.dot(q[c], applied[c]);
            traceOfSquares += OrthogonalResiduals.dot(applied[c], applied[c]);
        }
        double square = 0;
        for (int a = 0; a < p; a++) {
            for (int b = 0; b < p; b++) {
                double each = OrthogonalResiduals.dot(q[a], applied[b]);
                square += each * each;
            }
        }
        int freedom = n - p;
        double first = 2.0 * (n - 1) - trace;
        double second = 2.0 * (3.0 * n - 4) - 2 * traceOfSquares + square;
        double mean = first / freedom;
        double variance = 2 * (second - first * mean) / ((double) freedom * (freedom + 2));
        double m = mean / 4;
        double v = variance / 16;
        double sum = m * (1 - m) / v - 1;
        if (!(v > 0) || !(sum > 0)) {
            return 1;
        }
        var beta = BetaDistribution.of(m * sum, (1 - m) * sum);
        double at = Math.clamp(d / 4, 0, 1);
        return Math.min(1, 2 * Math.min(beta.cumulativeProbability(at), beta.survivalProbability(at)));
    }

    private static double[] secondDifferences(double[] v) {
        int n = v.length;
        double[] result = new double[n];
        for (int i = 0; i < n; i++) {
            double before = i > 0 ? v[i] - v[i - 1] : 0;
            double after = i < n - 1 ? v[i + 1] - v[i] : 0;
            result[i] = before - after;
        }
        return result;
    }
}
