package helvo.core.numeric;

import helvo.core.Progress;
import helvo.core.task.BlockParallel;
import java.util.Arrays;
import org.apache.commons.numbers.core.DD;

/// What a search makes least.
public interface SumOfSquares {
    /// With more points all is worked out in doubles: the roundings of so many cancel, and what they leave is far
    /// below a standard error.
    int MOST_DOUBLED = 3000;

    /// How many points there are.
    int size();

    /// Told how far a pass through all points is.
    Progress progress();

    /// The derivatives and residuals of all points about given coefficients.
    ///
    /// @param of the places of the coefficients that are counted, in this order
    NormalSums.Columns columns(DD[] p, int[] of, NormalSums.Digits digits);

    /// The normal equations about given coefficients.
    ///
    /// @param of the places of the coefficients that are counted, in this order
    default NormalSums sums(DD[] p, int[] of, NormalSums.Digits digits) {
        return NormalSums.of(size(), progress(), of.length, digits, columns(p, of, digits));
    }

    /// What the residuals and the curve's bend make of half the second derivatives of the sum of squares: these
    /// are JᵀJ less this. By differences of the curve's derivatives: the residuals being small, so is the error of
    /// that.
    default double[][] bend(double[] p, int[] of) {
        NormalSums.Columns here = columns(p, new int[0]);
        return Differences.of(this, p, of, (up, down) -> {
            NormalSums.Columns above = columns(up, of);
            NormalSums.Columns below = columns(down, of);
            return BlockParallel.reduce(
                    size(),
                    progress(),
                    (first, end) -> {
                        double[] residuals = new double[end - first];
                        double[] sums = new double[of.length];
                        here.each(first, end, (columns, roots, from, count) -> {
                            for (int i = 0; i < count; i++) {
                                double root = roots.length > 0 ? roots[from + i] : 1;
                                residuals[from - first + i] = columns[0][i] * root * root;
                            }
                        });
                        above.each(first, end, added(sums, residuals, first, 1));
                        below.each(first, end, added(sums, residuals, first, -1));
                        return sums;
                    },
                    (one, other) -> {
                        Arrays.setAll(one, k -> one[k] + other[k]);
                        return one;
                    });
        });
    }

    /// Adds each residual times the derivatives at its point, or takes it away.
    private static NormalSums.Block added(double[] sums, double[] residuals, int first, int sign) {
        return (columns, _, from, count) -> {
            for (int k = 0; k < sums.length; k++) {
                for (int i = 0; i < count; i++) {
                    sums[k] += sign * residuals[from - first + i] * columns[k][i];
                }
            }
        };
    }

    private NormalSums.Columns columns(double[] p, int[] of) {
        return columns(DoubleDoubleVectors.of(p), of, NormalSums.Digits.SINGLE);
    }

    /// With what digits steps are made.
    default NormalSums.Digits digits() {
        return NormalSums.Digits.SINGLE;
    }

    /// With what digits the last steps are made.
    default NormalSums.Digits lastDigits() {
        return size() <= MOST_DOUBLED ? NormalSums.Digits.RESIDUALS_DOUBLED : NormalSums.Digits.SINGLE;
    }

    /// What changes of a coefficient are parts of.
    default double size(double[] p, int k) {
        return Math.max(Math.abs(p[k]), Double.MIN_NORMAL);
    }
}
