package helvo.core.numeric;

import java.util.Optional;
import org.apache.commons.numbers.core.DD;

/// A small symmetric positive definite system in double-double arithmetic, solved by Cholesky's method after its
/// rows and columns are scaled to a diagonal of about ones, by powers of two. Björck 1996, Numerical Methods for
/// Least Squares Problems, §2.2.
public final class SymmetricSystem {
    /// A pivot that has lost this much of its diagonal is rounding, not data: double-double keeps about 2^-104.
    public static final double MIN_PIVOT = 0x1p-92;
    /// The same of sums of powers, whose products are exact.
    private static final double MIN_PIVOT_OF_POWERS = 0x1p-96;

    private final DD[][] lower;
    private final double[] scale;

    private SymmetricSystem(DD[][] lower, double[] scale) {
        this.lower = lower;
        this.scale = scale;
    }

    /// @param minPivot the least share of its diagonal that a pivot keeps
    /// @return empty where the matrix is not positive definite
    public static Optional<SymmetricSystem> of(DD[][] matrix, double minPivot) {
        int n = matrix.length;
        double[] scale = new double[n];
        DD[][] lower = new DD[n][n];
        for (int row = 0; row < n; row++) {
            double diagonal = matrix[row][row].hi();
            if (!(diagonal > 0) || !Double.isFinite(diagonal)) {
                return Optional.empty();
            }
            scale[row] = Math.scalb(1.0, -(int) Math.rint(Math.getExponent(diagonal) / 2.0));
        }
        for (int row = 0; row < n; row++) {
            double own = matrix[row][row].hi() * scale[row] * scale[row];
            for (int column = 0; column <= row; column++) {
                DD sum = matrix[row][column].multiply(scale[row]).multiply(scale[column]);
                for (int k = 0; k < column; k++) {
                    sum = sum.subtract(lower[row][k].multiply(lower[column][k]));
                }
                if (row > column) {
                    lower[row][column] = sum.divide(lower[column][column]);
                } else if (sum.hi() > minPivot * own) {
                    lower[row][row] = sum.sqrt();
                } else {
                    return Optional.empty();
                }
            }
        }
        return Optional.of(new SymmetricSystem(lower, scale));
    }

    /// The normal equations of the powers `lowest` to `degree` of t.
    ///
    /// @return empty where the system is singular to working precision
    public static Optional<SymmetricSystem> ofPowers(DD[] powerSums, int lowest, int degree) {
        int size = degree - lowest + 1;
        DD[][] matrix = new DD[size][size];
        for (int row = 0; row < size; row++) {
            for (int column = 0; column < size; column++) {
                matrix[row][column] = powerSums[row + column + 2 * lowest];
            }
        }
        return of(matrix, MIN_PIVOT_OF_POWERS);
    }

    public int size() {
        return lower.length;
    }

    public DD[] solve(DD[] right) {
        DD[] z = forward(right);
        for (int row = size() - 1; row >= 0; row--) {
            DD sum = z[row];
            for (int k = row + 1; k < size(); k++) {
                sum = sum.subtract(lower[k][row].multiply(z[k]));
            }
            z[row] = sum.divide(lower[row][row]);
        }
        for (int row = 0; row < size(); row++) {
            z[row] = z[row].multiply(scale[row]);
        }
        return z;
    }

    public double[][] inverse() {
        int n = size();
        double[][] inverse = new double[n][n];
        for (int column = 0; column < n; column++) {
            DD[] unit = new DD[n];
            for (int row = 0; row < n; row++) {
                unit[row] = row == column ? DD.ONE : DD.ZERO;
            }
            DD[] solved = solve(unit);
            for (int row = 0; row < n; row++) {
                inverse[row][column] = solved[row].hi();
            }
        }
        return inverse;
    }

    /// vᵀ N⁻¹ v, as the squared length of L⁻¹ v: a sum of squares, so nothing cancels.
    public DD quadraticForm(DD[] v) {
        DD sum = DD.ZERO;
        for (DD z : forward(v)) {
            sum = sum.add(z.square());
        }
        return sum;
    }

    /// vᵀ N⁻¹ w.
    public DD bilinearForm(DD[] v, DD[] w) {
        DD[] left = forward(v);
        DD[] right = forward(w);
        DD sum = DD.ZERO;
        for (int k = 0; k < left.length; k++) {
            sum = sum.add(left[k].multiply(right[k]));
        }
        return sum;
    }

    private DD[] forward(DD[] right) {
        DD[] z = new DD[size()];
        for (int row = 0; row < z.length; row++) {
            DD sum = right[row].multiply(scale[row]);
            for (int k = 0; k < row; k++) {
                sum = sum.subtract(lower[row][k].multiply(z[k]));
            }
            z[row] = sum.divide(lower[row][row]);
        }
        return z;
    }
}
