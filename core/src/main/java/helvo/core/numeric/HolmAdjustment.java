package helvo.core.numeric;

import java.util.Arrays;
import java.util.Comparator;
import java.util.stream.IntStream;

/// Holm's adjustment of several p values, so that all tests together err as often as one may (Holm 1979, Scand. J.
/// Stat. 6:65-70, §4).
public final class HolmAdjustment {
    private HolmAdjustment() {}

    /// Each test has an equal share of the error.
    public static double[] adjusted(double[] p) {
        double[] weights = new double[p.length];
        Arrays.fill(weights, 1);
        return adjusted(p, weights);
    }

    /// @param weights shares of the error
    public static double[] adjusted(double[] p, double[] weights) {
        int[] order = IntStream.range(0, p.length)
                .boxed()
                .sorted(Comparator.comparingDouble(i -> p[i] / weights[i]))
                .mapToInt(Integer::intValue)
                .toArray();
        double[] adjusted = new double[p.length];
        double before = 0;
        for (int k = 0; k < order.length; k++) {
            double left = Arrays.stream(order, k, order.length)
                    .mapToDouble(i -> weights[i])
                    .sum();
            before = Math.clamp(p[order[k]] / weights[order[k]] * left, before, 1);
            adjusted[order[k]] = before;
        }
        return adjusted;
    }
}
