package helvo.core.check;

import helvo.core.fit.Curve;
import helvo.core.fit.Quality;
import helvo.core.fit.Residuals;
import java.util.Optional;

/// Whether the term that would extend a curve takes anything out of its residuals: the next power of x for a line or a polynomial, x² for
/// another shape. Draper & Smith 1998, Applied Regression Analysis, §6.1 (extra sum of squares).
///
/// @param test    F with 1 and n − p − 1 degrees of freedom
/// @param taken   what the term takes out at each point, in y units
/// @param largest the largest of these, above 0 where the middle of the residuals is high: an arch
/// @param shares  the same over the scatter that is left
/// @param left    the residuals beside the term
record NextTerm(Quality.F test, double[] taken, double largest, double shares, Scatter left) {
    static Optional<NextTerm> of(Residuals residuals, Scatter scatter) {
        int freedom = scatter.freedom() - 1;
        double[] x = residuals.points().x();
        double[] z = term(residuals.fit().curve(), x, scatter.places());
        if (freedom < 1 || z.length == 0) {
            return Optional.empty();
        }
        for (int k = 0; k < z.length; k++) {
            z[k] *= residuals.rootWeight(scatter.places()[k]);
        }
        return scatter.with(z).flatMap(left -> {
            double along = Scatter.dot(z, scatter.e());
            double rest = Math.max(left.squares(), Scatter.ROUNDING * scatter.squares());
            double s = Math.sqrt(rest / freedom);
            if (!(s > 0) || !Double.isFinite(s)) {
                return Optional.empty();
            }
            double[] taken = new double[z.length];
            double most = 0;
            double shares = 0;
            for (int k = 0; k < z.length; k++) {
                taken[k] = along * z[k] / residuals.rootWeight(scatter.places()[k]);
                most = Math.max(most, Math.abs(taken[k]));
                shares = Math.max(shares, Math.abs(along * z[k]) / s);
            }
            return Optional.of(new NextTerm(Quality.F.of(along * along / (s * s), 1, freedom), taken, -Math.signum(along) * most,
                    shares, left));
        });
    }

    /// The term at these points, of size 1 or less; none where all x are equal.
    private static double[] term(Curve curve, double[] x, int[] places) {
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (int i : places) {
            low = Math.min(low, x[i]);
            high = Math.max(high, x[i]);
        }
        if (!(low < high)) {
            return new double[0];
        }
        boolean fromZero = !curve.coefficientNames().contains("a") && curve.degree() == 1;
        double middle = fromZero ? 0 : low / 2 + high / 2;
        double half = fromZero ? Math.max(Math.abs(low), Math.abs(high)) : high / 2 - low / 2;
        int power = Math.max(1, curve.degree()) + 1;
        double[] term = new double[places.length];
        for (int k = 0; k < term.length; k++) {
            double at = (x[places[k]] - middle) / half;
            term[k] = at;
            for (int times = 1; times < power; times++) {
                term[k] *= at;
            }
        }
        return term;
    }
}
