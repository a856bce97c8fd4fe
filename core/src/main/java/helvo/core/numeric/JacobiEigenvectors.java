package helvo.core.numeric;

/// Eigenvectors of a small symmetric matrix, by Jacobi's rotations (Golub and Van Loan 2013, Matrix Computations,
/// §8.5).
final class JacobiEigenvectors {
    private static final int MOST_SWEEPS = 60;

    private JacobiEigenvectors() {}

    /// That of the least eigenvalue.
    static double[] ofLeast(double[][] matrix) {
        int n = matrix.length;
        double[][] a = new double[n][];
        double[][] v = new double[n][n];
        for (int i = 0; i < n; i++) {
            a[i] = matrix[i].clone();
            v[i][i] = 1;
        }
        for (int sweep = 0; sweep < MOST_SWEEPS; sweep++) {
            for (int p = 0; p < n; p++) {
                for (int q = p + 1; q < n; q++) {
                    if (a[p][q] != 0) {
                        rotate(a, v, p, q);
                    }
                }
            }
        }
        int least = 0;
        for (int i = 1; i < n; i++) {
            least = a[i][i] < a[least][least] ? i : least;
        }
        double[] vector = new double[n];
        for (int i = 0; i < n; i++) {
            vector[i] = v[i][least];
        }
        return vector;
    }

    private static void rotate(double[][] a, double[][] v, int p, int q) {
        int n = a.length;
        double theta = (a[q][q] - a[p][p]) / (2 * a[p][q]);
        double t = (theta < 0 ? -1 : 1) / (Math.abs(theta) + Math.hypot(theta, 1));
        double c = 1 / Math.hypot(t, 1);
        double s = t * c;
        for (int k = 0; k < n; k++) {
            double one = a[k][p];
            double other = a[k][q];
            a[k][p] = c * one - s * other;
            a[k][q] = s * one + c * other;
        }
        for (int k = 0; k < n; k++) {
            double one = a[p][k];
            double other = a[q][k];
            a[p][k] = c * one - s * other;
            a[q][k] = s * one + c * other;
            double left = v[k][p];
            double right = v[k][q];
            v[k][p] = c * left - s * right;
            v[k][q] = s * left + c * right;
        }
    }
}
