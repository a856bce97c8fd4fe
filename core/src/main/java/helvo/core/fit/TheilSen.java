package helvo.core.fit;

import helvo.core.points.Points;
import java.util.Arrays;
import java.util.Optional;
import java.util.OptionalDouble;
import org.apache.commons.statistics.distribution.NormalDistribution;

/// The Theil–Sen line, a second opinion that few outliers cannot turn: its slope is the median of the slopes
/// between all pairs of points (Sen 1968, J. Am. Stat. Assoc. 63:1379), its intercept the median of what is
/// left of y.
///
/// @param low95  of the slope, by the ranks of the pairs' slopes with Kendall's variance, equal x and equal y
///     allowed for (Sen 1968, eq. 2.6); empty where there are too few pairs, like `high95`
public record TheilSen(double slope, double intercept, OptionalDouble low95, OptionalDouble high95) {
    /// So many points have two million pairs.
    public static final int MAX_POINTS = 2000;

    /// @return empty for more points, and where no two have different x
    public static Optional<TheilSen> of(Points points) {
        int n = points.size();
        if (n > MAX_POINTS) {
            return Optional.empty();
        }
        double[] x = points.x();
        double[] y = points.y();
        double[] slopes = new double[n * (n - 1) / 2];
        int pairs = 0;
        for (int i = 0; i < n; i++) {
            for (int k = 0; k < i; k++) {
                double slope = (y[i] - y[k]) / (x[i] - x[k]);
                if (x[i] != x[k] && Double.isFinite(slope)) {
                    slopes[pairs++] = slope;
                }
            }
        }
        if (pairs == 0) {
            return Optional.empty();
        }
        double[] sorted = Arrays.copyOf(slopes, pairs);
        Arrays.sort(sorted);
        double slope = median(sorted);
        double[] left = new double[n];
        for (int i = 0; i < n; i++) {
            left[i] = y[i] - slope * x[i];
        }
        Arrays.sort(left);
        double reach = NormalDistribution.of(0, 1).inverseSurvivalProbability(0.025) * Math.sqrt(variance(x, y));
        int low = (int) Math.rint((pairs - reach) / 2);
        int high = (int) Math.rint((pairs + reach) / 2);
        boolean within = low >= 1 && high < pairs;
        return Optional.of(new TheilSen(
                slope,
                median(left),
                within ? OptionalDouble.of(sorted[low - 1]) : OptionalDouble.empty(),
                within ? OptionalDouble.of(sorted[high]) : OptionalDouble.empty()));
    }

    private static double median(double[] sorted) {
        int middle = sorted.length / 2;
        return sorted.length % 2 == 1 ? sorted[middle] : sorted[middle - 1] / 2 + sorted[middle] / 2;
    }

    /// Of Kendall's score.
    private static double variance(double[] x, double[] y) {
        double n = x.length;
        return (n * (n - 1) * (2 * n + 5) - ties(x) - ties(y)) / 18;
    }

    private static double ties(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        double sum = 0;
        int from = 0;
        while (from < sorted.length) {
            int to = from;
            while (to < sorted.length && sorted[to] == sorted[from]) {
                to++;
            }
            double t = to - from;
            sum += t * (t - 1) * (2 * t + 5);
            from = to;
        }
        return sum;
    }
}
