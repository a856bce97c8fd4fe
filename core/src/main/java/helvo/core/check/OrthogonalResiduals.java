package helvo.core.check;

import helvo.core.fit.Residuals;
import helvo.core.points.Weighting;
import helvo.core.task.BlockParallel;
import java.util.Arrays;
import java.util.Optional;
import org.apache.commons.statistics.distribution.ChiSquaredDistribution;

/// Residuals in units of their standard deviation, with an orthonormal basis of the directions in which the fit
/// could still move. For a curve that is linear in its coefficients all that is worked out of it is exact.
///
/// @param x     of each
/// @param raw   residuals in y units
/// @param e     residuals
/// @param roots what each was multiplied with; empty where all points count alike
/// @param q     orthonormal directions, one array for each
/// @param step  every so-manieth point of the fit is one of these
/// @param known whether the bars say what the scatter is: that of e is 1 then
record OrthogonalResiduals(
        double[] x, double[] raw, double[] e, double[] roots, double[][] q, int step, boolean known) {
    /// Of more numbers than these only every so-manieth point is judged, so that they fit into the memory.
    private static final int MOST_NUMBERS = 1 << 23;
    /// A direction that the others leave less of than this is none of its own.
    private static final double MIN_REMAINING_SHARE = 1e-12;
    /// The share of a sum of squares that is its own rounding: what a perfect fit leaves.
    static final double ROUNDING_SHARE = 1e-30;

    /// @return empty where the directions are not different at these points
    static Optional<OrthogonalResiduals> of(Residuals residuals) {
        int n = residuals.raw().length;
        int p = residuals.fit().quality().coefficients();
        int step = 1 + (int) ((long) n * (p + 1) / MOST_NUMBERS);
        int size = (n - 1) / step + 1;
        double[] x = every(step, residuals.points().x());
        double[] raw = every(step, residuals.raw());
        double[] roots = new double[residuals.points().weighting() == Weighting.UNWEIGHTED ? 0 : size];
        double[] e = roots.length == 0 ? raw : raw.clone();
        double[][] q = new double[p][size];
        var scatter = new OrthogonalResiduals(
                x, raw, e, roots, q, step, residuals.points().weighting() == Weighting.STATED);
        BlockParallel.forEach(size, (from, to) -> {
            for (int k = from; k < to; k++) {
                if (roots.length > 0) {
                    roots[k] = residuals.rootWeight(scatter.place(k));
                    e[k] *= roots[k];
                }
                double[] basis = residuals.fit().function().basis(x[k]);
                for (int c = 0; c < p; c++) {
                    q[c][k] = basis[c] * scatter.root(k);
                }
            }
        });
        for (int c = 0; c < p; c++) {
            if (!orthogonalise(q, c, q[c])) {
                return Optional.empty();
            }
        }
        return Optional.of(scatter);
    }

    private static double[] every(int step, double[] values) {
        if (step == 1) {
            return values;
        }
        double[] some = new double[(values.length - 1) / step + 1];
        for (int k = 0; k < some.length; k++) {
            some[k] = values[k * step];
        }
        return some;
    }

    /// Which of the fit's points this is.
    int place(int k) {
        return k * step;
    }

    /// What its residual was multiplied with.
    double root(int k) {
        return roots.length == 0 ? 1 : roots[k];
    }

    /// What is left of a direction beside the first so many others, of length 1. By Gram and Schmidt, twice.
    ///
    /// @return whether anything is left
    private static boolean orthogonalise(double[][] q, int count, double[] z) {
        double before = Math.sqrt(dot(z, z));
        double along = dot(z, count == 0 ? z : q[0]);
        for (int step = 0; step < 2 * count; step++) {
            // Beside the next one, or at last itself, at the same time: to fetch so many numbers takes longer than
            // to reckon with them.
            along = add(z, -along, q[step % count], step == 2 * count - 1 ? z : q[(step + 1) % count]);
        }
        double length = Math.sqrt(along);
        if (!(length > MIN_REMAINING_SHARE * before)) {
            return false;
        }
        BlockParallel.forEach(z.length, (from, to) -> {
            for (int i = from; i < to; i++) {
                z[i] /= length;
            }
        });
        return true;
    }

    static double dot(double[] a, double[] b) {
        return BlockParallel.sum(a.length, (from, to) -> {
            double sum = 0;
            for (int i = from; i < to; i++) {
                sum += a[i] * b[i];
            }
            return sum;
        });
    }

    /// @return the dot product of the result and another
    private static double add(double[] to, double factor, double[] direction, double[] other) {
        return BlockParallel.sum(to.length, (first, end) -> {
            double sum = 0;
            for (int i = first; i < end; i++) {
                to[i] += factor * direction[i];
                sum += to[i] * other[i];
            }
            return sum;
        });
    }

    /// What the fit would leave of other values.
    ///
    /// @param values are changed
    void orthogonalise(double[] values) {
        for (double[] each : q) {
            double along = 0;
            for (int i = 0; i < values.length; i++) {
                along += each[i] * values[i];
            }
            for (int i = 0; i < values.length; i++) {
                values[i] -= along * each[i];
            }
        }
    }

    int size() {
        return e.length;
    }

    /// How often scatter that is just as the bars say would let one more coefficient take out so much; 0 where they
    /// do not say it. It must not be taken to be less than they say because some points happen to lie close.
    double chanceByBars(double taken) {
        return known ? ChiSquaredDistribution.of(1).survivalProbability(taken) : 0;
    }

    /// The variance of a residual of weight 1, estimated from what others leave.
    double variance(double estimated) {
        return known ? Math.max(1, estimated) : estimated;
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
    Optional<OrthogonalResiduals> with(double[] z) {
        if (!orthogonalise(q, q.length, z)) {
            return Optional.empty();
        }
        double[] left = e.clone();
        add(left, -dot(z, e), z, z);
        double[][] more = Arrays.copyOf(q, q.length + 1);
        more[q.length] = z;
        return Optional.of(new OrthogonalResiduals(x, raw, left, roots, more, step, known));
    }
}
