package helvo.core.check;

import helvo.core.fit.Residuals;
import helvo.core.number.RisingOrder;
import java.util.Arrays;

/// The points of a scatter in order of rising x, those at the same x together.
///
/// @param order of the points
/// @param from  where each group begins in that order, and behind the last one their number
record SameX(int[] order, int[] from) {
    static SameX of(Residuals residuals, Scatter scatter) {
        double[] x = Arrays.stream(scatter.places()).mapToDouble(i -> residuals.points().x()[i]).toArray();
        int[] order = RisingOrder.of(x);
        int[] from = new int[order.length + 1];
        int groups = 0;
        for (int k = 0; k < order.length; k++) {
            if (k == 0 || x[order[k]] != x[order[k - 1]]) {
                from[groups++] = k;
            }
        }
        from[groups] = order.length;
        return new SameX(order, Arrays.copyOf(from, groups + 1));
    }

    /// How many different x there are.
    int count() {
        return from.length - 1;
    }

    /// The sum of squares of the residuals about their group's mean, by weight.
    double within(Residuals residuals, Scatter scatter) {
        double sum = 0;
        for (int group = 0; group < count(); group++) {
            double mean = mean(residuals, scatter, group);
            for (int k = from[group]; k < from[group + 1]; k++) {
                int i = scatter.places()[order[k]];
                double away = (residuals.raw()[i] - mean) * residuals.rootWeight(i);
                sum += from[group + 1] - from[group] > 1 ? away * away : 0;
            }
        }
        return sum;
    }

    private double mean(Residuals residuals, Scatter scatter, int group) {
        double weights = 0;
        double mean = 0;
        for (int k = from[group]; k < from[group + 1]; k++) {
            int i = scatter.places()[order[k]];
            double weight = residuals.rootWeight(i) * residuals.rootWeight(i);
            weights += weight;
            mean += (residuals.raw()[i] - mean) * weight / weights;
        }
        return mean;
    }

    /// One point for each group, with their mean residual and their joint weight: the residuals of the same fit to the means.
    Scatter means(Residuals residuals, Scatter scatter) {
        double[] e = new double[count()];
        double[][] q = new double[scatter.q().length][count()];
        int[] places = new int[count()];
        for (int group = 0; group < count(); group++) {
            double weights = 0;
            for (int k = from[group]; k < from[group + 1]; k++) {
                double root = residuals.rootWeight(scatter.places()[order[k]]);
                weights += root * root;
            }
            int first = order[from[group]];
            double joint = Math.sqrt(weights);
            places[group] = scatter.places()[first];
            e[group] = mean(residuals, scatter, group) * joint;
            for (int c = 0; c < q.length; c++) {
                q[c][group] = scatter.q()[c][first] / residuals.rootWeight(places[group]) * joint;
            }
        }
        return new Scatter(e, q, places);
    }
}
