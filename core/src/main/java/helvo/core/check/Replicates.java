package helvo.core.check;

import helvo.core.numeric.RadixSort;
import java.util.Arrays;

/// Points grouped by equal x, in rising order.
///
/// @param order   of the points
/// @param from    where each group begins in that order, and behind the last one their number
/// @param weights of each group, that of its points together
/// @param means   of each group's residuals, by weight
record Replicates(int[] order, int[] from, double[] weights, double[] means) {
    static Replicates of(OrthogonalResiduals scatter) {
        double[] x = scatter.x();
        int[] order = RadixSort.of(x);
        int[] from = new int[order.length + 1];
        double[] weights = new double[order.length];
        double[] means = new double[order.length];
        int group = -1;
        double before = Double.NaN;
        for (int k = 0; k < order.length; k++) {
            double at = x[order[k]];
            if (at != before) {
                from[++group] = k;
                before = at;
            }
            double root = scatter.root(order[k]);
            weights[group] += root * root;
            // The share first: it is 1 for the first of a group, whose mean is then itself to the last digit.
            means[group] += (scatter.raw()[order[k]] - means[group]) * (root * root / weights[group]);
        }
        int groups = group + 1;
        from[groups] = order.length;
        return groups == order.length
                ? new Replicates(order, from, weights, means)
                : new Replicates(
                        order,
                        Arrays.copyOf(from, groups + 1),
                        Arrays.copyOf(weights, groups),
                        Arrays.copyOf(means, groups));
    }

    /// How many different x there are.
    int count() {
        return means.length;
    }

    /// The sum of squares of the residuals about their group's mean, by weight.
    double within(OrthogonalResiduals scatter) {
        double sum = 0;
        for (int group = 0; group < count(); group++) {
            for (int k = from[group]; from[group + 1] - from[group] > 1 && k < from[group + 1]; k++) {
                double away = (scatter.raw()[order[k]] - means[group]) * scatter.root(order[k]);
                sum += away * away;
            }
        }
        return sum;
    }

    /// The residuals of the same fit to the means: one for each group, by its joint weight.
    double[] meanResiduals() {
        double[] e = new double[count()];
        for (int group = 0; group < e.length; group++) {
            e[group] = means[group] * Math.sqrt(weights[group]);
        }
        return e;
    }

    /// The directions in which that fit has left none.
    double[][] meanDirections(OrthogonalResiduals scatter) {
        double[][] q = new double[scatter.q().length][count()];
        for (int group = 0; group < count(); group++) {
            int first = order[from[group]];
            for (int c = 0; c < q.length; c++) {
                q[c][group] = scatter.q()[c][first] / scatter.root(first) * Math.sqrt(weights[group]);
            }
        }
        return q;
    }

    /// Whether the points stand in order of rising x already.
    boolean isAsMeasured() {
        for (int k = 0; k < order.length; k++) {
            if (order[k] != k) {
                return false;
            }
        }
        return true;
    }
}
