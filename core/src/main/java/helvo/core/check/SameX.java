package helvo.core.check;

import helvo.core.fit.Residuals;
import helvo.core.number.RisingOrder;
import java.util.Arrays;

/// The points of a scatter in order of rising x, those at the same x together.
///
/// @param order   of the points
/// @param from    where each group begins in that order, and behind the last one their number
/// @param weights of each group, that of its points together
/// @param means   of each group's residuals, by weight
record SameX(int[] order, int[] from, double[] weights, double[] means) {
    static SameX of(Residuals residuals, Scatter scatter) {
        int[] places = scatter.places();
        double[] x = new double[places.length];
        for (int k = 0; k < x.length; k++) {
            x[k] = residuals.points().x()[places[k]];
        }
        int[] order = RisingOrder.of(x);
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
            int i = places[order[k]];
            double root = residuals.rootWeight(i);
            weights[group] += root * root;
            means[group] += (residuals.raw()[i] - means[group]) * (root * root) / weights[group];
        }
        int groups = group + 1;
        from[groups] = order.length;
        return new SameX(order, Arrays.copyOf(from, groups + 1), Arrays.copyOf(weights, groups), Arrays.copyOf(means, groups));
    }

    /// How many different x there are.
    int count() {
        return means.length;
    }

    /// The sum of squares of the residuals about their group's mean, by weight.
    double within(Residuals residuals, Scatter scatter) {
        double sum = 0;
        for (int group = 0; group < count(); group++) {
            for (int k = from[group]; from[group + 1] - from[group] > 1 && k < from[group + 1]; k++) {
                int i = scatter.places()[order[k]];
                double away = (residuals.raw()[i] - means[group]) * residuals.rootWeight(i);
                sum += away * away;
            }
        }
        return sum;
    }

    /// One point for each group, with their mean residual and their joint weight: the residuals of the same fit to the means.
    Scatter ofMeans(Residuals residuals, Scatter scatter) {
        double[] e = new double[count()];
        double[][] q = new double[scatter.q().length][count()];
        int[] places = new int[count()];
        for (int group = 0; group < count(); group++) {
            int first = order[from[group]];
            double joint = Math.sqrt(weights[group]);
            places[group] = scatter.places()[first];
            e[group] = means[group] * joint;
            for (int c = 0; c < q.length; c++) {
                q[c][group] = scatter.q()[c][first] / residuals.rootWeight(places[group]) * joint;
            }
        }
        return new Scatter(e, q, places);
    }
}
