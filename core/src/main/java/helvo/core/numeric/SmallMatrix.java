package helvo.core.numeric;

import org.jspecify.annotations.Nullable;

/// Solves small symmetric systems by elimination with pivots.
public final class SmallMatrix {
    private SmallMatrix() {}

    /// Null where the matrix is singular.
    public static double @Nullable [] solve(double[][] matrix, double[] right) {
        double @Nullable [][] inverse = inverse(matrix);
        if (inverse == null) {
            return null;
        }
        double[] solution = new double[right.length];
        for (int i = 0; i < right.length; i++) {
            for (int j = 0; j < right.length; j++) {
                solution[i] += inverse[i][j] * right[j];
            }
        }
        return solution;
    }

    /// Null where it is singular.
    public static double @Nullable [][] inverse(double[][] matrix) {
        int n = matrix.length;
        double[] scale = new double[n];
        double[][] a = new double[n][2 * n];
        for (int i = 0; i < n; i++) {
            scale[i] = 1 / Math.sqrt(matrix[i][i]);
            if (!Double.isFinite(scale[i])) {
                return null;
            }
        }
        for (int i = 0; i < n; i++) {
            for (int j = 0; j < n; j++) {
                a[i][j] = matrix[i][j] * scale[i] * scale[j];
            }
            a[i][n + i] = 1;
        }
        for (int k = 0; k < n; k++) {
            int pivot = k;
            for (int i = k + 1; i < n; i++) {
                pivot = Math.abs(a[i][k]) > Math.abs(a[pivot][k]) ? i : pivot;
            }
            double[] swapped = a[k];
            a[k] = a[pivot];
            a[pivot] = swapped;
            if (!(Math.abs(a[k][k]) > 1e-15)) {
                return null;
            }
            for (int i = 0; i < n; i++) {
                double factor = i == k ? 0 : a[i][k] / a[k][k];
                for (int j = k; j < 2 * n && factor != 0; j++) {
                    a[i][j] -= factor * a[k][j];
                }
            }
        }
        double[][] inverse = new double[n][n];
        for (int i = 0; i < n; i++) {
            for (int j = 0; j < n; j++) {
                inverse[i][j] = a[i][n + j] / a[i][i] * scale[i] * scale[j];
            }
        }
        return inverse;
    }
}
