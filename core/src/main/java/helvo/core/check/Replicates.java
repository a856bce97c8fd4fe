package helvo.core.check;

import helvo.core.numeric.RisingOrder;
import java.util.Arrays;

/// Points grouped by equal x, in rising order. Where all x are different there is nothing to average, and no
/// memory is taken for it.
///
/// @param order   of the points
/// @param from    where each group begins in that order, and behind the last one their number
/// @param weights of each group, that of its points together; none where all x are different
/// @param means   of each group's residuals, by weight; none where all x are different
record Replicates(int[] order, int[] from, double[] weights, double[] means) {
    static Replicates of(OrthogonalResiduals scatter) {
        double[] x = scatter.x();
        int[] order = RisingOrder.of(x);
        int[] from = new int[order.length + 1];
        int groups = 0;
        double before = Double.NaN;
        for (int k = 0; k < order.length; k++) {
            double at = x[order[k]];
            if (at != before) {
                from[groups++] = k;
                before = at;
            }
        }
        from[groups] = order.length;
        if (groups == order.length) {
            return new Replicates(order, from, new double[0], new double[0]);
        }
        double[] weights = new double[groups];
        double[] means = new double[groups];
        for (int group = 0; group < groups; group++) {
            for (int k = from[group]; k < from[group + 1]; k++) {
                double root = scatter.root(order[k]);
                weights[group] += root * root;
                // The share first: it is 1 for the first of a group, whose mean is then itself to the last digit.
                means[group] += (scatter.raw()[order[k]] - means[group]) * (root * root / weights[group]);
            }
        }
        return new Replicates(order, Arrays.copyOf(from, groups + 1), weights, means);
    }

    private boolean areDifferent() {
        return count() == order.length;
    }

    /// How many different x there are.
    int count() {
        return from.length - 1;
    }

    /// The sum of squares of the residuals about their group's mean, by weight.
    double within(OrthogonalResiduals scatter) {
        double sum = 0;
        for (int group = 0; group < means.length; group++) {
            for (int k = from[group]; from[group + 1] - from[group] > 1 && k < from[group + 1]; k++) {
                double away = (scatter.raw()[order[k]] - means[group]) * scatter.root(order[k]);
                sum += away * away;
            }
        }
        return sum;
    }

    /// The residuals of the same fit to the means: one for each group, by its joint weight.
    double[] meanResiduals(OrthogonalResiduals scatter) {
        if (areDifferent()) {
            return inOrder(scatter.e());
        }
        double[] e = new double[count()];
        for (int group = 0; group < e.length; group++) {
            e[group] = means[group] * Math.sqrt(weights[group]);
        }
        return e;
    }

    /// The directions in which that fit has left none.
    double[][] meanDirections(OrthogonalResiduals scatter) {
        if (areDifferent()) {
            return Arrays.stream(scatter.q()).map(this::inOrder).toArray(double[][]::new);
        }
        double[][] q = new double[scatter.q().length][count()];
        for (int group = 0; group < count(); group++) {
            int first = order[from[group]];
            for (int c = 0; c < q.length; c++) {
                q[c][group] = scatter.q()[c][first] / scatter.root(first) * Math.sqrt(weights[group]);
            }
        }
        return q;
    }

    private double[] inOrder(double[] values) {
        if (isAsMeasured()) {
            return values;
        }
        double[] rising = new double[order.length];
        for (int k = 0; k < order.length; k++) {
            rising[k] = values[order[k]];
        }
        return rising;
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
