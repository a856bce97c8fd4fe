package helvo.core.check;

import java.util.Comparator;
import java.util.stream.IntStream;
import org.apache.commons.statistics.distribution.NormalDistribution;

/// The values that sorted residuals would have if they were normal: Φ⁻¹((i − 3/8)/(n + 1/4)) (Blom 1958).
public final class NormalScores {
    private static final NormalDistribution NORMAL = NormalDistribution.of(0, 1);

    private NormalScores() {}

    /// Of the i-th of n values in rising order, counted from 0.
    public static double at(int i, int n) {
        return NORMAL.inverseCumulativeProbability((i + 1 - 0.375) / (n + 0.25));
    }

    /// Each value's score, in the order of the values.
    public static double[] of(double[] values) {
        int[] order = IntStream.range(0, values.length)
                .boxed()
                .sorted(Comparator.comparingDouble(i -> values[i]))
                .mapToInt(Integer::intValue)
                .toArray();
        double[] scores = new double[values.length];
        for (int i = 0; i < order.length; i++) {
            scores[order[i]] = at(i, order.length);
        }
        return scores;
    }
}
