package helvo.core.numeric;

import java.util.Optional;
import org.apache.commons.numbers.core.DD;

/// A symmetric positive definite system in double-double arithmetic, solved by Cholesky's method. Björck 1996,
/// §2.2.
public final class NormalEquations {
    /// A pivot that has lost this much of its diagonal is rounding, not data: double-double keeps about 2^-104.
    private static final double MIN_PIVOT = 0x1p-96;

    private final DD[][] lower;

    private NormalEquations(DD[][] lower) {
        this.lower = lower;
    }

    /// The normal equations of the powers `lowest` to `degree` of t.
    ///
    /// @return empty when the system is singular to working precision
    public static Optional<NormalEquations> of(DD[] powerSums, int lowest, int degree) {
        int size = degree - lowest + 1;
        DD[][] lower = new DD[size][size];
        for (int row = 0; row < size; row++) {
            for (int column = 0; column <= row; column++) {
                DD sum = powerSums[row + column + 2 * lowest];
                for (int k = 0; k < column; k++) {
                    sum = sum.subtract(lower[row][k].multiply(lower[column][k]));
                }
                if (row > column) {
                    lower[row][column] = sum.divide(lower[column][column]);
                } else if (sum.hi() > MIN_PIVOT * powerSums[2 * (row + lowest)].hi()) {
                    lower[row][row] = sum.sqrt();
                } else {
                    return Optional.empty();
                }
            }
        }
        return Optional.of(new NormalEquations(lower));
    }

    public int size() {
        return lower.length;
    }

    public DD[] solve(DD[] right) {
        int size = size();
        DD[] z = forward(right);
        for (int row = size - 1; row >= 0; row--) {
            DD sum = z[row];
            for (int k = row + 1; k < size; k++) {
                sum = sum.subtract(lower[k][row].multiply(z[k]));
            }
            z[row] = sum.divide(lower[row][row]);
        }
        return z;
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
            DD sum = right[row];
            for (int k = 0; k < row; k++) {
                sum = sum.subtract(lower[row][k].multiply(z[k]));
            }
            z[row] = sum.divide(lower[row][row]);
        }
        return z;
    }
}
