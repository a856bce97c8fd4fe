package helvo.core.nonlinear;

import helvo.core.Progress;
import helvo.core.formula.CurveProgram;
import helvo.core.numeric.Differences;
import helvo.core.numeric.DoubleDoubleVectors;
import helvo.core.numeric.NormalSums;
import helvo.core.numeric.SumOfSquares;
import java.util.Arrays;
import java.util.stream.IntStream;
import org.apache.commons.numbers.core.DD;

/// A curve and points with standard deviations in x and in y, by their distances from it in both: for each point
/// the least of (Δy/σy)² + (Δx/σx)² over all places of the curve (Boggs, Byrd and Schnabel 1987, SIAM J. Sci.
/// Stat. Comput. 8:1052, eq. 1.3), found anew for each set of coefficients, so that these alone are searched for.
///
/// With t = λ/√W of each point, W = 1/(σy² + f′² σx²) and λ = W (Δy + f′ Δx) at its place on the curve, the sum is
/// that of t², and the derivative of t by a coefficient is √W times that of the curve there.
///
/// @param xSigma standard deviations; 0 for what is known exactly, never both
record OrthogonalDistances(
        CurveProgram program, double[] x, double[] y, double[] xSigma, double[] ySigma, Progress progress)
        implements SumOfSquares {
    private static final double[] ALIKE = {};
    private static final int MOST_STEPS = 60;
    private static final int MOST_HALVINGS = 30;
    /// A place is found where a step is smaller than this part of x or of its standard deviation, or where one that
    /// is nearly so grows no smaller.
    private static final double ROUNDING_OF_X = 4e-16;
    private static final double SMALL_STEP = 1e-13;
    private static final double NEARLY_SMALL_STEP = 1e-8;
    /// A distance that is longer by less than this part is not.
    private static final double SAME_DISTANCE = 1e-10;

    /// Every so-manieth of the points.
    OrthogonalDistances every(int step) {
        return new OrthogonalDistances(
                program, every(x, step), every(y, step), every(xSigma, step), every(ySigma, step), progress);
    }

    private static double[] every(double[] all, int step) {
        return IntStream.range(0, (all.length - 1) / step + 1)
                .mapToDouble(i -> all[i * step])
                .toArray();
    }

    @Override
    public int size() {
        return x.length;
    }

    @Override
    public NormalSums sums(DD[] p, int[] of, NormalSums.Digits digits) {
        return NormalSums.of(size(), progress, of.length, NormalSums.Digits.DOUBLED, columns(p, of, digits));
    }

    private NormalSums single(double[] p, int[] of) {
        DD[] doubled = DoubleDoubleVectors.of(p);
        return SumOfSquares.super.sums(doubled, of, NormalSums.Digits.SINGLE);
    }

    @Override
    public NormalSums.Columns columns(DD[] doubled, int[] of, NormalSums.Digits digits) {
        double[] p = DoubleDoubleVectors.nearest(doubled);
        return (first, end, block) -> {
            CurveProgram.Evaluation evaluation = program.evaluation(end - first);
            var places = new Places(evaluation.most());
            double[][] columns = new double[of.length + 1][];
            for (int from = first; from < end; from += evaluation.most()) {
                int count = Math.min(end - from, evaluation.most());
                places.find(evaluation, p, from, count);
                double[][] gradient = evaluation.gradient(count);
                for (int k = 0; k < of.length; k++) {
                    columns[k] = gradient[of[k]].clone();
                }
                columns[of.length] = new double[count];
                places.weigh(evaluation.slope(count), columns, from, count);
                block.add(columns, ALIKE, from, count);
            }
        };
    }

    @Override
    public double[][] bend(double[] p, int[] of) {
        DD[][] matrix = single(p, of).matrix();
        double[][] ofGradient = Differences.of(this, p, of, (up, down) -> {
            double[] above = gradient(up, of);
            double[] below = gradient(down, of);
            for (int i = 0; i < above.length; i++) {
                above[i] -= below[i];
            }
            return above;
        });
        for (int a = 0; a < of.length; a++) {
            for (int b = 0; b < of.length; b++) {
                ofGradient[a][b] += matrix[a][b].hi();
            }
        }
        return ofGradient;
    }

    /// 1/(σy² + f′²σx²) of each point at its place on the curve.
    double[] weights(double[] p) {
        double[] weights = new double[size()];
        CurveProgram.Evaluation evaluation = program.evaluation(size());
        var places = new Places(evaluation.most());
        for (int from = 0; from < size(); from += evaluation.most()) {
            int count = Math.min(size() - from, evaluation.most());
            places.find(evaluation, p, from, count);
            double[] slope = evaluation.slope(count);
            for (int i = 0; i < count; i++) {
                double sigma = Math.hypot(ySigma[from + i], slope[i] * xSigma[from + i]);
                weights[from + i] = 1 / (sigma * sigma);
            }
        }
        return weights;
    }

    private double[] gradient(double[] p, int[] of) {
        return DoubleDoubleVectors.nearest(single(p, of).gradient());
    }

    /// The places of the curve that are nearest to a block of points, counted in standard deviations.
    private final class Places {
        /// How far each is from its point in x, the step before, and what that began at.
        private final double[] away;
        private final double[] step;
        private final double[] cost;
        private final double[] pull;
        private final double[] at;
        private final double[] left;
        private final int[] halvings;

        Places(int most) {
            away = new double[most];
            step = new double[most];
            cost = new double[most];
            pull = new double[most];
            at = new double[most];
            left = new double[most];
            halvings = new int[most];
        }

        /// Leaves the evaluation there.
        void find(CurveProgram.Evaluation evaluation, double[] p, int from, int count) {
            Arrays.fill(away, 0);
            Arrays.fill(step, 0);
            Arrays.fill(halvings, 0);
            Arrays.fill(cost, Double.POSITIVE_INFINITY);
            boolean moves = true;
            for (int round = 0; round < MOST_STEPS && moves; round++) {
                evaluate(evaluation, p, from, count);
                double[] slope = evaluation.slope(count);
                moves = false;
                for (int i = 0; i < count; i++) {
                    if (xSigma[from + i] > 0) {
                        moves |= move(i, from + i, slope[i]);
                    }
                }
            }
            evaluate(evaluation, p, from, count);
        }

        private void evaluate(CurveProgram.Evaluation evaluation, double[] p, int from, int count) {
            for (int i = 0; i < count; i++) {
                at[i] = x[from + i] + away[i];
            }
            double[] fitted = evaluation.values(p, at, 0, count);
            for (int i = 0; i < count; i++) {
                left[i] = y[from + i] - fitted[i];
            }
        }

        /// One step of a point's place: by the secant of what pulls at it, at first by the tangent of the curve;
        /// half of it back where it led farther off.
        private boolean move(int i, int point, double slope) {
            double varianceX = xSigma[point] * xSigma[point];
            double varianceY = ySigma[point] * ySigma[point];
            double now =
                    varianceY > 0 ? left[i] * left[i] / varianceY + away[i] * away[i] / varianceX : left[i] * left[i];
            boolean farther = !(now <= cost[i] * (1 + SAME_DISTANCE));
            if (farther && step[i] != 0 && halvings[i] < MOST_HALVINGS) {
                halvings[i]++;
                step[i] /= 2;
                away[i] -= step[i];
                return true;
            }
            if (farther || !Double.isFinite(slope)) {
                return false;
            }
            double pulled = away[i] * varianceY - left[i] * slope * varianceX;
            double stiffness = varianceY + slope * slope * varianceX;
            double secant = step[i] == 0 ? 0 : (pulled - pull[i]) / step[i];
            double next = -pulled / (secant > 0 ? secant : stiffness);
            cost[i] = now;
            pull[i] = pulled;
            halvings[i] = 0;
            double size = Math.abs(next);
            if (!(size > ROUNDING_OF_X * Math.abs(at[i]) + SMALL_STEP * xSigma[point])
                    || size < NEARLY_SMALL_STEP * xSigma[point] && size >= Math.abs(step[i])) {
                return false;
            }
            step[i] = next;
            away[i] += next;
            return true;
        }

        /// Gives each column the weights there, and the last one each point's distance.
        void weigh(double[] slope, double[][] columns, int from, int count) {
            double[] distances = columns[columns.length - 1];
            for (int i = 0; i < count; i++) {
                double inX = slope[i] * xSigma[from + i];
                double root = 1 / Math.hypot(ySigma[from + i], inX);
                // At the nearest place Δx = λ f′ σx² and Δy = λ σy².
                distances[i] = (left[i] + slope[i] * away[i]) * root;
                for (int k = 0; k < columns.length - 1; k++) {
                    columns[k][i] *= root;
                }
            }
        }
    }
}
