package helvo.core.check;

import helvo.core.fit.Residuals;
import java.util.Arrays;
import java.util.Optional;

/// Residuals, each in units of its own standard deviation where bars weigh, beside the directions in which a fit has left none: those of
/// its coefficients, at its solution. For a curve that is linear in its coefficients all that is worked out of it is exact.
///
/// @param e      residuals
/// @param q      orthonormal directions, one array for each
/// @param places of these points among those of the fit
record Scatter(double[] e, double[][] q, int[] places) {
    /// Of more numbers than these only every so-manieth point is judged, so that they fit into the memory.
    private static final int MOST_NUMBERS = 1 << 24;
    /// A direction that the others leave less of than this is none of its own.
    private static final double NOTHING = 1e-12;
    /// The share of a sum of squares that is its own rounding: what a perfect fit leaves.
    static final double ROUNDING = 1e-30;

    /// @return empty where the directions are not different at these points
    static Optional<Scatter> of(Residuals residuals) {
        int n = residuals.raw().length;
        int p = residuals.fit().quality().coefficients();
        int step = 1 + (int) ((long) n * (p + 1) / MOST_NUMBERS);
        int[] places = new int[(n - 1) / step + 1];
        for (int k = 0; k < places.length; k++) {
            places[k] = k * step;
        }
        double[] e = new double[places.length];
        double[][] q = new double[p][places.length];
        for (int k = 0; k < places.length; k++) {
            int i = places[k];
            double weight = residuals.rootWeight(i);
            e[k] = residuals.raw()[i] * weight;
            double[] basis = residuals.fit().function().basis(residuals.points().x()[i]);
            for (int c = 0; c < p; c++) {
                q[c][k] = basis[c] * weight;
            }
        }
        for (int c = 0; c < p; c++) {
            if (!takeOut(q, c, q[c])) {
                return Optional.empty();
            }
        }
        return Optional.of(new Scatter(e, q, places));
    }

    /// What is left of a direction beside the first so many others, of length 1. By Gram and Schmidt, twice.
    ///
    /// @return whether anything is left
    private static boolean takeOut(double[][] q, int count, double[] z) {
        double before = Math.sqrt(dot(z, z));
        for (int twice = 0; twice < 2; twice++) {
            for (int b = 0; b < count; b++) {
                double along = dot(z, q[b]);
                for (int i = 0; i < z.length; i++) {
                    z[i] -= along * q[b][i];
                }
            }
        }
        double length = Math.sqrt(dot(z, z));
        if (!(length > NOTHING * before)) {
            return false;
        }
        for (int i = 0; i < z.length; i++) {
            z[i] /= length;
        }
        return true;
    }

    static double dot(double[] a, double[] b) {
        double sum = 0;
        for (int i = 0; i < a.length; i++) {
            sum += a[i] * b[i];
        }
        return sum;
    }

    int size() {
        return e.length;
    }

    int freedom() {
        return e.length - q.length;
    }

    double squares() {
        return dot(e, e);
    }

    /// The share of a point in its own fitted value.
    double leverage(int k) {
        double sum = 0;
        for (double[] each : q) {
            sum += each[k] * each[k];
        }
        return Math.min(1, sum);
    }

    /// The residuals that a further coefficient, with this direction, would leave.
    ///
    /// @param z is changed
    /// @return empty where the fit has this direction already
    Optional<Scatter> with(double[] z) {
        if (!takeOut(q, q.length, z)) {
            return Optional.empty();
        }
        double along = dot(z, e);
        double[] left = new double[e.length];
        for (int i = 0; i < left.length; i++) {
            left[i] = e[i] - along * z[i];
        }
        double[][] more = Arrays.copyOf(q, q.length + 1);
        more[q.length] = z;
        return Optional.of(new Scatter(left, more, places));
    }
}
