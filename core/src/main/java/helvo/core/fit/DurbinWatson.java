package helvo.core.fit;

import java.util.Optional;
import org.apache.commons.statistics.distribution.BetaDistribution;
import org.apache.commons.statistics.distribution.NormalDistribution;

/// Whether residuals next to one another in order of x are alike: d = Σ (rᵢ − rᵢ₋₁)² / Σ rᵢ², about 2 when they are
/// independent.
/// Durbin & Watson 1950, Biometrika 37:409. Its distribution is that of four times a beta variable with the moments that d has for
/// these x (Durbin & Watson 1971, Biometrika 58:1).
///
/// @param p two-sided
record DurbinWatson(double statistic, double p) {
    /// With more points d is normally distributed about 2 with a variance of 4/n, to more digits than anybody reads.
    private static final int MANY = 5_000;

    /// @param order of rising x
    static Optional<DurbinWatson> of(Residuals residuals, int[] order) {
        int n = order.length;
        int p = residuals.fit().quality().coefficients();
        if (n < p + 2 || n < 4) {
            return Optional.empty();
        }
        double[] scaled = new double[n];
        boolean many = n > MANY;
        double[][] q = new double[many ? 0 : p][n];
        for (int k = 0; k < n; k++) {
            int i = order[k];
            double weight = residuals.points().weighting() == Weighting.UNWEIGHTED ? 1 : 1 / residuals.points().sigma(i, residuals.fit());
            scaled[k] = residuals.raw()[i] * weight;
            if (many) {
                continue;
            }
            double[] basis = residuals.fit().function().basis(residuals.points().x()[i]);
            for (int c = 0; c < p; c++) {
                q[c][k] = basis[c] * weight;
            }
        }
        double squares = 0;
        double steps = 0;
        for (int k = 0; k < n; k++) {
            squares += scaled[k] * scaled[k];
            steps += k == 0 ? 0 : (scaled[k] - scaled[k - 1]) * (scaled[k] - scaled[k - 1]);
        }
        if (!(squares > 0) || !orthonormal(q)) {
            return Optional.empty();
        }
        double d = steps / squares;
        return Optional.of(new DurbinWatson(d, many ? 2 * NormalDistribution.of(0, 1)
                .survivalProbability(Math.abs(d - 2) * Math.sqrt(n) / 2) : p(d, q, n, p)));
    }

    /// By Gram and Schmidt, twice.
    private static boolean orthonormal(double[][] q) {
        for (int c = 0; c < q.length; c++) {
            double before = Math.sqrt(dot(q[c], q[c]));
            for (int twice = 0; twice < 2; twice++) {
                for (int b = 0; b < c; b++) {
                    double along = dot(q[c], q[b]);
                    for (int i = 0; i < q[c].length; i++) {
                        q[c][i] -= along * q[b][i];
                    }
                }
            }
            double length = Math.sqrt(dot(q[c], q[c]));
            if (!(length > 1e-12 * before)) {
                return false;
            }
            for (int i = 0; i < q[c].length; i++) {
                q[c][i] /= length;
            }
        }
        return true;
    }

    private static double dot(double[] a, double[] b) {
        double sum = 0;
        for (int i = 0; i < a.length; i++) {
            sum += a[i] * b[i];
        }
        return sum;
    }

    /// From the first two moments of d: traces of M A and (M A)², where A takes second differences and M leaves residuals.
    private static double p(double d, double[][] q, int n, int p) {
        double trace = 0;
        double traceOfSquares = 0;
        double[][] applied = new double[p][];
        for (int c = 0; c < p; c++) {
            applied[c] = secondDifferences(q[c]);
            trace += dot(q[c], applied[c]);
            traceOfSquares += dot(applied[c], applied[c]);
        }
        double square = 0;
        for (int a = 0; a < p; a++) {
            for (int b = 0; b < p; b++) {
                double each = dot(q[a], applied[b]);
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
