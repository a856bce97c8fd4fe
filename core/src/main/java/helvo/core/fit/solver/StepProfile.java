package helvo.core.fit.solver;

import helvo.core.numeric.RisingOrder;
import helvo.core.points.ScaledPoints;

/// The sums of squares of all step functions on some points: 0 on one side of an x, one level on the other. They
/// are what a logistic curve becomes as it grows steeper without end.
public final class StepProfile {
    private StepProfile() {}

    /// The weighted sum of squares that the best of all steps leaves.
    public static double leastSquares(ScaledPoints points) {
        int[] order = RisingOrder.of(points.x());
        int[] falling = new int[order.length];
        for (int i = 0; i < order.length; i++) {
            falling[i] = order[order.length - 1 - i];
        }
        return Math.min(leastOfRising(points, order), leastOfRising(points, falling));
    }

    /// Of those that are 0 before an x, the points taken in an order along it. What a step takes off the sum about
    /// 0 is W m² of the points behind it, with their weight W and mean m; a point on it that lies between 0 and m
    /// is met.
    private static double leastOfRising(ScaledPoints points, int[] order) {
        double weight = 0;
        double mean = 0;
        double most = 0;
        int i = order.length - 1;
        while (i >= 0) {
            double x = points.x()[order[i]];
            double ownWeight = 0;
            double own = 0;
            for (; i >= 0 && points.x()[order[i]] == x; i--) {
                double each = points.weight(order[i]);
                ownWeight += each;
                own += each / ownWeight * (points.y()[order[i]] - own);
            }
            if (weight > 0 && Math.signum(own) == Math.signum(mean) && Math.abs(own) < Math.abs(mean)) {
                most = Math.max(most, weight * mean * mean + ownWeight * own * own);
            }
            weight += ownWeight;
            mean += ownWeight / weight * (own - mean);
            most = Math.max(most, weight * mean * mean);
        }
        return points.squares() - most;
    }
}
