package helvo.core.numeric;

import java.util.Optional;
import org.apache.commons.numbers.core.DD;

/// Small dense matrices in double-double arithmetic.
public final class DoubleDoubleMatrix {
    private static final double SINGULAR_PIVOT = 1e-25;

    private DoubleDoubleMatrix() {}

    /// By Gauss and Jordan with pivots; empty where it is singular.
    public static Optional<DD[][]> inverse(DD[][] matrix) {
        int n = matrix.length;
        DD[][] a = new DD[n][2 * n];
        double largest = 0;
        for (int r = 0; r < n; r++) {
            for (int c = 0; c < n; c++) {
                a[r][c] = matrix[r][c];
                a[r][n + c] = r == c ? DD.ONE : DD.ZERO;
                largest = Math.max(largest, Math.abs(matrix[r][c].hi()));
            }
        }
        for (int k = 0; k < n; k++) {
            int pivot = k;
            for (int r = k + 1; r < n; r++) {
                pivot = Math.abs(a[r][k].hi()) > Math.abs(a[pivot][k].hi()) ? r : pivot;
            }
            if (!(Math.abs(a[pivot][k].hi()) > SINGULAR_PIVOT * largest)) {
                return Optional.empty();
            }
            DD[] swapped = a[k];
            a[k] = a[pivot];
            a[pivot] = swapped;
            DD by = a[k][k];
            for (int c = k; c < 2 * n; c++) {
                a[k][c] = a[k][c].divide(by);
            }
            for (int r = 0; r < n; r++) {
                DD factor = a[r][k];
                for (int c = k; c < 2 * n && r != k && !factor.isZero(); c++) {
                    a[r][c] = a[r][c].subtract(factor.multiply(a[k][c]));
                }
            }
        }
        DD[][] inverse = new DD[n][];
        for (int r = 0; r < n; r++) {
            inverse[r] = java.util.Arrays.copyOfRange(a[r], n, 2 * n);
        }
        return Optional.of(inverse);
    }

    public static DD[] times(DD[][] matrix, DD[] vector) {
        DD[] result = new DD[vector.length];
        for (int r = 0; r < result.length; r++) {
            result[r] = DD.ZERO;
            for (int c = 0; c < vector.length; c++) {
                result[r] = result[r].add(matrix[r][c].multiply(vector[c]));
            }
        }
        return result;
    }

    public static DD[] leftTimes(DD[] vector, DD[][] matrix) {
        DD[] result = new DD[vector.length];
        for (int c = 0; c < result.length; c++) {
            result[c] = DD.ZERO;
            for (int r = 0; r < vector.length; r++) {
                result[c] = result[c].add(vector[r].multiply(matrix[r][c]));
            }
        }
        return result;
    }
}
