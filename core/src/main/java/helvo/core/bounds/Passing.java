package helvo.core.bounds;

import helvo.core.Progress;
import helvo.core.fit.Fit;
import helvo.core.fit.FittedFunction;
import helvo.core.fit.Points;
import helvo.core.table.RowList;
import java.util.Optional;

/// How a fitted curve meets the error bars of its points.
///
/// @param bars   how many take part
/// @param missed rows of bars that the curve does not pass through
/// @param factor by which all bars must be multiplied for this curve to pass through them all; infinite when it misses a point that has a
/// bar of 0
/// @param worst  row of the bar that needs it
public record Passing(int bars, int[] missed, double factor, int worst) {
    private static final double ROUNDING = 1e-12;
    private static final int STEPS = 24;

    /// @param points those that the curve was fitted to
    /// @return empty where none has a bar
    public static Optional<Passing> of(Fit fit, Points points, Progress progress) {
        if (points.xBars().isNone() && points.yBars().isNone()) {
            return Optional.empty();
        }
        Boxes boxes = Boxes.of(points);
        if (boxes.size() == 0) {
            return Optional.empty();
        }
        var missed = new RowList();
        double most = -1;
        int worst = 0;
        boolean straight = fit.curve().degree() == 1;
        for (int i = 0; i < boxes.size(); i++) {
            if ((i & 0xffff) == 0) {
                progress.reached((double) i / boxes.size());
            }
            double factor = factor(fit.function(), boxes, i, straight);
            if (factor > 1 + ROUNDING) {
                missed.add(boxes.row(i));
            }
            if (factor > most) {
                most = factor;
                worst = boxes.row(i);
            }
        }
        return Optional.of(new Passing(boxes.size(), missed.toArray(), most, worst));
    }

    public int passes() {
        return bars - missed.length;
    }

    private static double factor(FittedFunction curve, Boxes boxes, int i, boolean straight) {
        double above = -curve.residual(boxes.x()[i], boxes.y()[i]);
        double inY = above > 0 ? boxes.up()[i] : boxes.down()[i];
        if (above == 0) {
            return 0;
        }
        if (straight) {
            double slope = curve.slope(boxes.x()[i]);
            double inX = above > 0 == slope >= 0 ? boxes.left()[i] : boxes.right()[i];
            double half = inY + Math.abs(slope) * inX;
            return half == 0 ? Double.POSITIVE_INFINITY : Math.abs(above) / half;
        }
        double alone = inY == 0 ? Double.POSITIVE_INFINITY : Math.abs(above) / inY;
        return boxes.left()[i] == 0 && boxes.right()[i] == 0 ? alone : Math.min(alone, sideways(curve, boxes, i, alone));
    }

    /// The least factor at which the curve meets the grown box, with the place where it does: narrowed from a grid on either side of the
    /// point.
    private static double sideways(FittedFunction curve, Boxes boxes, int i, double alone) {
        double best = alone;
        for (int side = -1; side <= 1; side += 2) {
            double half = side < 0 ? boxes.left()[i] : boxes.right()[i];
            double reach = Double.isInfinite(alone) ? 64 : alone;
            double low = 0;
            double high = reach;
            for (int round = 0; round < 6 && half > 0; round++) {
                double at = low;
                double least = Double.POSITIVE_INFINITY;
                for (int step = 0; step <= STEPS; step++) {
                    double k = low + (high - low) * step / STEPS;
                    double factor = Math.max(k, inY(curve, boxes, i, boxes.x()[i] + side * k * half));
                    if (factor < least) {
                        least = factor;
                        at = k;
                    }
                }
                best = Math.min(best, least);
                double width = (high - low) / STEPS;
                low = Math.max(0, at - width);
                high = at + width;
            }
        }
        return best;
    }

    private static double inY(FittedFunction curve, Boxes boxes, int i, double x) {
        double above = curve.at(x) - boxes.y()[i];
        double half = above > 0 ? boxes.up()[i] : boxes.down()[i];
        return above == 0 ? 0 : half == 0 || Double.isNaN(above) ? Double.POSITIVE_INFINITY : Math.abs(above) / half;
    }
}
