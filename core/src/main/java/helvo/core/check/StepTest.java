package helvo.core.check;

import helvo.core.fit.FitQuality;
import java.util.Optional;

/// Test of a change of level at one x beside the curve: of all places that leave two different x at least on either
/// side, the one that takes most out of the residuals (the largest of the tests of two phases; Quandt 1960, J. Am.
/// Stat. Assoc. 55:324).
///
/// @param statistic F of the step at that place
/// @param p         how often the largest of all places would be as large
/// @param from      the last x before it
/// @param to        the first x behind it
/// @param height    of the step, in y units where all points count alike
record StepTest(double statistic, double p, double from, double to, double height) {
    /// Of many x so many places are tried.
    private static final int MOST_PLACES = 60;
    /// Below it the bound by all places is as good.
    private static final double MIN_SIMULATED_P = 1e-4;
    /// Of which the curve leaves less is no step of its own.
    private static final double MIN_REMAINING_SHARE = 1e-9;

    /// Where a step may be, and how much of it the curve leaves.
    ///
    /// @param ends     points before each place, in order of x
    /// @param leftOver the square of the step's direction beside the curve's
    private record Places(int[] order, int[] ends, double[] leftOver) {
        static Places of(OrthogonalResiduals scatter, Replicates byX) {
            int groups = byX.count();
            int stride = 1 + Math.max(0, groups - 4) / MOST_PLACES;
            int count = groups < 4 ? 0 : (groups - 4) / stride + 1;
            int[] ends = new int[count];
            for (int k = 0; k < count; k++) {
                ends[k] = byX.from()[2 + k * stride];
            }
            double[] left = new double[count];
            double own = 0;
            double[] along = new double[scatter.q().length];
            int at = 0;
            for (int k = 0; k < count; k++) {
                for (; at < ends[k]; at++) {
                    int point = byX.order()[at];
                    double root = scatter.root(point);
                    own += root * root;
                    for (int c = 0; c < along.length; c++) {
                        along[c] += root * scatter.q()[c][point];
                    }
                }
                left[k] = own;
                for (double each : along) {
                    left[k] -= each * each;
                }
            }
            return new Places(byX.order(), ends, left);
        }

        /// The place where the step takes most out, and the share of all squares that it takes.
        double[] best(OrthogonalResiduals scatter, double[] e) {
            double sum = 0;
            double most = 0;
            int best = -1;
            int at = 0;
            for (int k = 0; k < ends.length; k++) {
                for (; at < ends[k]; at++) {
                    sum += scatter.root(order[at]) * e[order[at]];
                }
                double taken = leftOver[k] > MIN_REMAINING_SHARE * ends[k] ? sum * sum / leftOver[k] : 0;
                if (taken > most) {
                    most = taken;
                    best = k;
                }
            }
            return new double[] {best, most / OrthogonalResiduals.dot(e, e)};
        }
    }

    static Optional<StepTest> of(OrthogonalResiduals scatter, Replicates byX) {
        int freedom = scatter.freedom() - 1;
        Places places = Places.of(scatter, byX);
        if (freedom < 1 || places.ends.length == 0) {
            return Optional.empty();
        }
        double[] best = places.best(scatter, scatter.e());
        if (best[0] < 0) {
            return Optional.empty();
        }
        FitQuality.F test = FitQuality.F.of(
                best[1] / Math.max(1 - best[1], OrthogonalResiduals.ROUNDING_SHARE) * freedom, 1, freedom);
        double most = Math.min(1, test.p() * places.ends.length);
        double p = most < MIN_SIMULATED_P
                        || test.p() > Check.SIGNIFICANCE_LEVEL
                        || scatter.size() > SimulatedSignificance.MAX_POINTS
                ? most
                : Math.clamp(
                        SimulatedSignificance.of(scatter, drawn -> places.best(scatter, drawn)[1], best[1]),
                        test.p(),
                        most);
        double byBars = Math.min(1, scatter.chanceByBars(best[1] * scatter.squares()) * places.ends.length);
        int k = (int) best[0];
        double sum = 0;
        for (int at = 0; at < places.ends[k]; at++) {
            sum += scatter.root(places.order[at]) * scatter.e()[places.order[at]];
        }
        return Optional.of(new StepTest(
                test.value(),
                Math.max(p, byBars),
                scatter.x()[places.order[places.ends[k] - 1]],
                scatter.x()[places.order[places.ends[k]]],
                -sum / places.leftOver[k]));
    }
}
