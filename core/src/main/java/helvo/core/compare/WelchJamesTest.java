package helvo.core.compare;

import helvo.core.fit.FitQuality;
import helvo.core.numeric.SmallMatrix;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/// Test of whether estimates of several groups, each with its own scatter, are equal. Johansen 1980, Biometrika
/// 67:85, eqs. 3 and 6 (for one quantity Welch 1951, Biometrika 38:330).
final class WelchJamesTest {
    private WelchJamesTest() {}

    /// What is known of a group.
    ///
    /// @param values   of one or two quantities
    /// @param variance of these, and covariance
    /// @param freedom  of the scatter that they come from
    record Estimate(double[] values, double[][] variance, int freedom) {
        static Estimate ofSlope(GroupComparison.Group group) {
            double error = group.slope()
                    .uncertainty()
                    .map(known -> known.standardError())
                    .orElse(0.0);
            return new Estimate(
                    new double[] {group.slope().value()}, new double[][] {{error * error}}, group.freedom());
        }
    }

    /// @return empty where a group leaves no scatter to judge by
    static Optional<FitQuality.F> of(List<Estimate> all) {
        int quantities = all.getFirst().values.length;
        double[][] total = new double[quantities][quantities];
        double[] sum = new double[quantities];
        double[][][] weights = new double[all.size()][][];
        for (int i = 0; i < weights.length; i++) {
            weights[i] = all.get(i).freedom > 0 ? SmallMatrix.inverse(all.get(i).variance) : null;
            if (weights[i] == null) {
                return Optional.empty();
            }
            double[] weighted = times(weights[i], all.get(i).values);
            for (int a = 0; a < quantities; a++) {
                sum[a] += weighted[a];
                for (int b = 0; b < quantities; b++) {
                    total[a][b] += weights[i][a][b];
                }
            }
        }
        double[][] inverse = SmallMatrix.inverse(total);
        if (inverse == null) {
            return Optional.empty();
        }
        double[] mean = times(inverse, sum);
        double statistic = 0;
        double correction = 0;
        for (int i = 0; i < weights.length; i++) {
            double[] away = new double[quantities];
            for (int a = 0; a < quantities; a++) {
                away[a] = all.get(i).values[a] - mean[a];
            }
            double[] weighted = times(weights[i], away);
            double[][] rest = new double[quantities][quantities];
            double trace = 0;
            for (int a = 0; a < quantities; a++) {
                statistic += away[a] * weighted[a];
                for (int b = 0; b < quantities; b++) {
                    rest[a][b] = a == b ? 1 : 0;
                    for (int c = 0; c < quantities; c++) {
                        rest[a][b] -= inverse[a][c] * weights[i][c][b];
                    }
                }
                trace += rest[a][a];
            }
            double ofSquare = 0;
            for (int a = 0; a < quantities; a++) {
                for (int b = 0; b < quantities; b++) {
                    ofSquare += rest[a][b] * rest[b][a];
                }
            }
            correction += (ofSquare + trace * trace) / (2 * all.get(i).freedom);
        }
        int q = quantities * (all.size() - 1);
        double scale = q + 2 * correction - 6 * correction / (q + 2);
        return Double.isFinite(statistic)
                ? Optional.of(FitQuality.F.of(statistic / scale, q, q * (q + 2) / (3 * correction)))
                : Optional.empty();
    }

    private static double[] times(double[][] matrix, double[] vector) {
        return Arrays.stream(matrix)
                .mapToDouble(row -> IntStream.range(0, vector.length)
                        .mapToDouble(b -> row[b] * vector[b])
                        .sum())
                .toArray();
    }
}
