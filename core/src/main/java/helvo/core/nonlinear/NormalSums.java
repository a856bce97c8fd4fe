package helvo.core.nonlinear;

import helvo.core.formula.CurveProgram;
import helvo.core.numeric.RoundingError;
import helvo.core.points.ScaledPoints;
import helvo.core.task.BlockParallel;
import java.util.Arrays;
import org.apache.commons.numbers.core.DD;

/// The normal equations of a curve about given coefficients: the sums of products of its derivatives and residuals
/// over all points, in units of the scaled y.
final class NormalSums {
    private final int n;
    /// Of the upper triangle, the residual as the last column; each a sum of two doubles.
    private final double[] high;
    private final double[] low;
    private double largest;

    private NormalSums(int n) {
        this.n = n;
        high = new double[(n + 1) * (n + 2) / 2];
        low = new double[high.length];
    }

    /// How the sums are taken.
    enum Digits {
        /// In doubles, block by block.
        SINGLE,
        /// Each product and sum with its rounding error.
        DOUBLED,
        /// Residuals too: the curve is worked out to 30 digits.
        RESIDUALS_DOUBLED
    }

    /// @param free which coefficients are counted, in this order
    static NormalSums at(FittedCurve curve, double[] p, int[] free, Digits digits) {
        return at(curve, Arrays.stream(p).mapToObj(DD::of).toArray(DD[]::new), free, digits);
    }

    static NormalSums at(FittedCurve curve, DD[] doubled, int[] free, Digits digits) {
        double[] p = Arrays.stream(doubled).mapToDouble(DD::hi).toArray();
        return BlockParallel.reduce(
                curve.points().size(),
                curve.progress(),
                (from, to) -> {
                    var sums = new NormalSums(free.length);
                    CurveProgram.Evaluation evaluation = curve.program().evaluation(to - from);
                    for (int at = from; at < to; at += evaluation.most()) {
                        sums.add(curve, evaluation, p, doubled, free, digits, at, Math.min(to, at + evaluation.most()));
                    }
                    return sums;
                },
                NormalSums::plus);
    }

    private void add(
            FittedCurve curve,
            CurveProgram.Evaluation evaluation,
            double[] p,
            DD[] doubled,
            int[] free,
            Digits digits,
            int from,
            int to) {
        int count = to - from;
        ScaledPoints points = curve.points();
        double[] fitted = evaluation.values(p, points.x(), from, count);
        double[][] columns = new double[n + 1][];
        columns[n] = new double[count];
        for (int i = 0; i < count; i++) {
            columns[n][i] = digits == Digits.RESIDUALS_DOUBLED
                    ? curve.residual(doubled, from + i)
                    : points.y()[from + i] - fitted[i] / points.unit();
        }
        double[][] gradient = evaluation.gradient(count);
        for (int k = 0; k < n; k++) {
            columns[k] = gradient[free[k]];
            for (int i = 0; i < count; i++) {
                columns[k][i] /= points.unit();
            }
        }
        for (int i = 0; i < count; i++) {
            largest = Math.max(largest, Math.abs(columns[n][i]));
        }
        if (!points.areAlike()) {
            for (double[] column : columns) {
                for (int i = 0; i < count; i++) {
                    column[i] *= points.roots()[from + i];
                }
            }
        }
        int at = 0;
        for (int a = 0; a <= n; a++) {
            for (int b = a; b <= n; b++) {
                if (digits == Digits.SINGLE) {
                    add(at++, dot(columns[a], columns[b], count), 0);
                } else {
                    addEach(at++, columns[a], columns[b], count);
                }
            }
        }
    }

    private static double dot(double[] a, double[] b, int count) {
        double even = 0;
        double odd = 0;
        int i = 0;
        for (; i + 1 < count; i += 2) {
            even += a[i] * b[i];
            odd += a[i + 1] * b[i + 1];
        }
        return i < count ? even + odd + a[i] * b[i] : even + odd;
    }

    private void addEach(int at, double[] a, double[] b, int count) {
        for (int i = 0; i < count; i++) {
            double product = a[i] * b[i];
            add(at, product, RoundingError.ofProduct(a[i], b[i], product));
        }
    }

    private void add(int at, double value, double rest) {
        double sum = high[at] + value;
        low[at] += RoundingError.ofSum(high[at], value, sum) + rest;
        high[at] = sum;
    }

    private NormalSums plus(NormalSums other) {
        var sum = new NormalSums(n);
        for (int i = 0; i < high.length; i++) {
            sum.add(i, high[i], low[i]);
            sum.add(i, other.high[i], other.low[i]);
        }
        sum.largest = Math.max(largest, other.largest);
        return sum;
    }

    private DD sum(int a, int b) {
        int first = Math.min(a, b);
        int at = first * (n + 1) - first * (first - 1) / 2 + Math.abs(a - b);
        return DD.ofSum(high[at], low[at]);
    }

    /// JᵀJ.
    DD[][] matrix() {
        DD[][] matrix = new DD[n][n];
        for (int a = 0; a < n; a++) {
            for (int b = 0; b < n; b++) {
                matrix[a][b] = sum(a, b);
            }
        }
        return matrix;
    }

    /// Jᵀr: half of what the sum of squares falls by for each coefficient.
    DD[] gradient() {
        DD[] right = new DD[n];
        for (int a = 0; a < n; a++) {
            right[a] = sum(a, n);
        }
        return right;
    }

    /// The sum of squared residuals.
    double squares() {
        return sum(n, n).hi();
    }

    /// The largest residual, without its weight.
    double largest() {
        return largest;
    }

    boolean isFinite() {
        for (double each : high) {
            if (!Double.isFinite(each)) {
                return false;
            }
        }
        return true;
    }
}
