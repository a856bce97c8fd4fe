package helvo.core.bounds;

import helvo.core.IntList;
import helvo.core.Progress;
import helvo.core.fit.Fit;
import helvo.core.numeric.FittedFunction;
import helvo.core.numeric.RootFinder;
import helvo.core.points.Points;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;

/// The error bars that a fitted curve meets, and those that it misses.
///
/// @param bars   how many take part
/// @param missed rows of bars that the curve does not pass through
/// @param factor by which all bars must be multiplied for this curve to pass through them all; infinite when it
///     misses a point that has a bar of 0
/// @param worst  row of the bar that needs it
public record BarCoverage(int bars, int[] missed, double factor, int worst) {
    private static final double RELATIVE_ROUNDING = 1e-12;
    private static final int SEARCH_STEPS = 96;
    private static final double STEP_GROWTH = 1.05;
    private static final double MAX_FACTOR = 1e9;

    /// @param points those that the curve was fitted to
    /// @return empty where none has a bar
    public static Optional<BarCoverage> of(Fit fit, Points points, Progress progress) {
        if (points.xBars().isNone() && points.yBars().isNone()) {
            return Optional.empty();
        }
        BarBoxes boxes = BarBoxes.of(points);
        if (boxes.size() == 0) {
            return Optional.empty();
        }
        var missed = new IntList();
        double most = -1;
        int worst = 0;
        boolean straight = fit.curve().degree() == 1;
        for (int i = 0; i < boxes.size(); i++) {
            if ((i & 0xffff) == 0) {
                progress.reached((double) i / boxes.size());
            }
            double factor = factor(fit.function(), boxes, i, straight);
            if (factor > 1 + RELATIVE_ROUNDING) {
                missed.add(boxes.row(i));
            }
            if (factor > most) {
                most = factor;
                worst = boxes.row(i);
            }
        }
        return Optional.of(new BarCoverage(boxes.size(), missed.toArray(), most, worst));
    }

    public int passes() {
        return bars - missed.length;
    }

    private static double factor(FittedFunction curve, BarBoxes boxes, int i, boolean straight) {
        double above = -curve.residual(boxes.x()[i], boxes.y()[i]);
        double factor = boxes.factor(i, above, straight ? curve.slope(boxes.x()[i]) : 0);
        return straight || above == 0 ? factor : sideways(curve, boxes, i, factor);
    }

    /// The least factor at which the curve meets the grown box on either side of its point.
    private static double sideways(FittedFunction curve, BarBoxes boxes, int i, double alone) {
        double x = boxes.x()[i];
        double y = boxes.y()[i];
        boolean above = curve.at(x) > y;
        double best = alone;
        for (double half : new double[] {-boxes.left()[i], boxes.right()[i]}) {
            DoubleUnaryOperator gap = k -> above
                    ? curve.at(x + k * half) - (y + k * boxes.up()[i])
                    : y - k * boxes.down()[i] - curve.at(x + k * half);
            if (half != 0) {
                best = Math.min(best, firstMeeting(gap, best));
            }
        }
        return best;
    }

    /// The least factor up to a limit at which a gap closes; infinite where it stays open or is no number.
    private static double firstMeeting(DoubleUnaryOperator gap, double limit) {
        double low = 0;
        double high = Double.isInfinite(limit) ? 1.0 / SEARCH_STEPS : limit / SEARCH_STEPS;
        while (gap.applyAsDouble(high) > 0) {
            low = high;
            high = Double.isInfinite(limit) ? high * STEP_GROWTH : high + limit / SEARCH_STEPS;
            if (high > Math.min(limit, MAX_FACTOR)) {
                return Double.POSITIVE_INFINITY;
            }
        }
        if (Double.isNaN(gap.applyAsDouble(high))) {
            return Double.POSITIVE_INFINITY;
        }
        return RootFinder.between(gap, low, high);
    }
}
