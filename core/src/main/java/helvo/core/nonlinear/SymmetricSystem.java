package helvo.core.nonlinear;

import java.util.Optional;
import org.apache.commons.numbers.core.DD;

/// A small symmetric system, solved by Cholesky's method in doubled digits after its rows and columns are
/// scaled to a diagonal of ones (Björck 1996, Numerical Methods for Least Squares Problems, §2.2).
final class SymmetricSystem {
    /// A pivot that has lost this much of its diagonal is rounding.
    private static final double MIN_PIVOT = 0x1p-92;

    private final DD[][] lower;
    private final double[] scale;

    private SymmetricSystem(DD[][] lower, double[] scale) {
        this.lower = lower;
        this.scale = scale;
    }

    /// @return empty where the matrix is not positive definite
    static Optional<SymmetricSystem> of(DD[][] matrix) {
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
                } else if (sum.hi() > MIN_PIVOT * own) {
                    lower[row][row] = sum.sqrt();
                } else {
                    return Optional.empty();
                }
            }
        }
        return Optional.of(new SymmetricSystem(lower, scale));
    }

    DD[] solve(DD[] right) {
        int n = lower.length;
        DD[] z = new DD[n];
        for (int row = 0; row < n; row++) {
            DD sum = right[row].multiply(scale[row]);
            for (int k = 0; k < row; k++) {
                sum = sum.subtract(lower[row][k].multiply(z[k]));
            }
            z[row] = sum.divide(lower[row][row]);
        }
        for (int row = n - 1; row >= 0; row--) {
            DD sum = z[row];
            for (int k = row + 1; k < n; k++) {
                sum = sum.subtract(lower[k][row].multiply(z[k]));
            }
            z[row] = sum.divide(lower[row][row]);
        }
        for (int row = 0; row < n; row++) {
            z[row] = z[row].multiply(scale[row]);
        }
        return z;
    }

    double[][] inverse() {
        int n = lower.length;
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
}
