package helvo.core.nonlinear;

import helvo.core.Progress;
import helvo.core.numeric.DoubleDoubleVectors;
import helvo.core.numeric.NormalSums;
import helvo.core.numeric.SumOfSquares;
import helvo.core.points.ScaledPoints;
import org.apache.commons.numbers.core.DD;

/// A shape and the points that it is fitted to, by their distances in y.
record ShapeResiduals(Shape shape, ScaledPoints points, Progress progress) implements SumOfSquares {
    private static final int MOST_AT_ONCE = 256;
    /// Rates and places in scaled x are told apart down to this part of the span; nearer to zero, a step counts
    /// absolutely.
    private static final double MIN_RATE = 0.05;
    /// Likewise for the height, in parts of the largest y.
    private static final double MIN_HEIGHT = 1e-8;

    @Override
    public int size() {
        return points.size();
    }

    @Override
    public double size(double[] p, int k) {
        return Math.max(Math.abs(p[k]), k == 0 ? MIN_HEIGHT : MIN_RATE);
    }

    /// Where coefficients are hardly told apart, sums in doubles lead nowhere.
    @Override
    public NormalSums.Digits digits() {
        return size() <= MOST_DOUBLED ? NormalSums.Digits.DOUBLED : NormalSums.Digits.SINGLE;
    }

    @Override
    public NormalSums.Digits lastDigits() {
        return NormalSums.Digits.DOUBLED;
    }

    @Override
    public NormalSums.Columns columns(DD[] doubled, int[] of, NormalSums.Digits digits) {
        double[] p = DoubleDoubleVectors.nearest(doubled);
        return (first, end, block) -> {
            double[] gradient = new double[shape.size()];
            double[][] columns = new double[of.length + 1][Math.min(end - first, MOST_AT_ONCE)];
            double[] residuals = columns[of.length];
            for (int from = first; from < end; from += MOST_AT_ONCE) {
                int count = Math.min(end - from, MOST_AT_ONCE);
                for (int i = 0; i < count; i++) {
                    residuals[i] = points.y()[from + i] - shape.at(p, points.x()[from + i], gradient);
                    for (int k = 0; k < of.length; k++) {
                        columns[k][i] = gradient[of[k]];
                    }
                }
                block.add(columns, points.roots(), from, count);
            }
        };
    }
}
