package helvo.core.numeric;

import helvo.core.Progress;
import helvo.core.task.BlockParallel;
import org.apache.commons.numbers.core.DD;

/// The normal equations of a curve about given coefficients: the sums of products of its derivatives and residuals
/// over all points, in units of the scaled y.
public final class NormalSums {
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
    public enum Digits {
        /// In doubles, block by block.
        SINGLE(1e-11, SymmetricSystem.MIN_PIVOT),
        /// Each product and sum with its rounding error.
        DOUBLED(1e-13, 1e-15),
        /// Residuals too: the curve is worked out to 30 digits.
        RESIDUALS_DOUBLED(1e-17, SymmetricSystem.MIN_PIVOT);

        private final double lastStep;
        private final double minPivot;

        /// @param lastStep the part of the coefficients below which Newton's last step is
        /// @param minPivot the share of its diagonal that each pivot keeps where the points determine all
        Digits(double lastStep, double minPivot) {
            this.lastStep = lastStep;
            this.minPivot = minPivot;
        }

        double lastStep() {
            return lastStep;
        }

        double minPivot() {
            return minPivot;
        }
    }

    /// Columns of derivatives and, last, residuals of some points, in units of the scaled y.
    public interface Block {
        /// @param columns of the derivatives and the residuals
        /// @param roots   what each point's are to be multiplied with, from `from` on; empty where alike
        void add(double[][] columns, double[] roots, int from, int count);
    }

    /// What works out the columns of some points, block by block.
    public interface Columns {
        void each(int from, int to, Block block);
    }

    /// @param count of coefficients
    public static NormalSums of(int points, Progress progress, int count, Digits digits, Columns columns) {
        return BlockParallel.reduce(
                points,
                progress,
                (from, to) -> {
                    var sums = new NormalSums(count);
                    columns.each(from, to, (block, roots, at, size) -> sums.add(block, roots, at, size, digits));
                    return sums;
                },
                NormalSums::plus);
    }

    private void add(double[][] columns, double[] roots, int from, int count, Digits digits) {
        for (int i = 0; i < count; i++) {
            largest = Math.max(largest, Math.abs(columns[n][i]));
        }
        if (roots.length > 0) {
            for (double[] column : columns) {
                for (int i = 0; i < count; i++) {
                    column[i] *= roots[from + i];
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
    public DD[][] matrix() {
        DD[][] matrix = new DD[n][n];
        for (int a = 0; a < n; a++) {
            for (int b = 0; b < n; b++) {
                matrix[a][b] = sum(a, b);
            }
        }
        return matrix;
    }

    /// Jᵀr: half of what the sum of squares falls by for each coefficient.
    public DD[] gradient() {
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
