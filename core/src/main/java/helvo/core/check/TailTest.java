package helvo.core.check;

import helvo.core.numeric.SmallMatrix;
import java.util.Arrays;
import org.apache.commons.statistics.distribution.TDistribution;

/// Comparison of two explanations of points far out: a heavy-tailed distribution, or a few outliers among normal
/// scatter. The first has a normal distribution for the others and lets the strange ones lie anywhere in a wide
/// range, any of the points being such; the second is Student's t of the likeliest degrees of freedom about the
/// curve that fits best by it (Lange, Little & Taylor 1989, J. Am. Stat. Assoc. 84:881).
final class TailTest {
    /// Strange points lie anywhere within so many standard deviations of the others.
    private static final double OUTLIER_RANGE = 30;
    private static final double[] DEGREES_OF_FREEDOM = {2, 3, 4, 5, 7, 10, 15, 25};
    private static final int SCALE_STEPS = 30;
    /// Of fewer points tails cannot be told.
    private static final int MIN_POINTS = 12;

    private TailTest() {}

    /// @param odd the points that might be strange
    static boolean areHeavy(OrthogonalResiduals scatter, int[] odd) {
        int n = scatter.size();
        if (n < MIN_POINTS) {
            return false;
        }
        double strange = strange(scatter, odd);
        return Arrays.stream(DEGREES_OF_FREEDOM)
                        .map(freedom -> student(scatter, freedom))
                        .max()
                        .orElseThrow()
                > strange;
    }

    private static double strange(OrthogonalResiduals scatter, int[] odd) {
        int n = scatter.size();
        double left = scatter.squares() - OutlierTest.taken(scatter, odd);
        double variance = Math.max(left, OrthogonalResiduals.ROUNDING_SHARE * scatter.squares()) / (n - odd.length);
        double choices = 0;
        for (int k = 0; k < odd.length; k++) {
            choices += Math.log((double) (n - k) / (k + 1));
        }
        return -(n - odd.length) / 2.0 * (Math.log(2 * Math.PI * variance) + 1)
                - odd.length * (Math.log(OUTLIER_RANGE) + Math.log(variance) / 2)
                - choices;
    }

    /// The greatest log likelihood.
    private static double student(OrthogonalResiduals scatter, double freedom) {
        int n = scatter.size();
        double[] e = scatter.e().clone();
        double variance = scatter.squares() / n;
        int p = scatter.q().length;
        for (int step = 0; step < SCALE_STEPS; step++) {
            double[] weights = new double[n];
            double[][] normal = new double[p][p];
            double[] right = new double[p];
            for (int i = 0; i < n; i++) {
                weights[i] = (freedom + 1) / (freedom + e[i] * e[i] / variance);
                for (int a = 0; a < p; a++) {
                    double along = weights[i] * scatter.q()[a][i];
                    right[a] += along * e[i];
                    for (int b = 0; b < p; b++) {
                        normal[a][b] += along * scatter.q()[b][i];
                    }
                }
            }
            double[] by = SmallMatrix.solve(normal, right);
            double sum = 0;
            for (int i = 0; i < n; i++) {
                for (int a = 0; a < p && by != null; a++) {
                    e[i] -= by[a] * scatter.q()[a][i];
                }
                sum += weights[i] * e[i] * e[i];
            }
            variance = Math.max(sum / n, OrthogonalResiduals.ROUNDING_SHARE * scatter.squares());
        }
        var student = TDistribution.of(freedom);
        double deviation = Math.sqrt(variance);
        double likelihood = -n * Math.log(deviation);
        for (double each : e) {
            likelihood += student.logDensity(each / deviation);
        }
        return likelihood;
    }
}
