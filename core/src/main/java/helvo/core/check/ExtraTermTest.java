package helvo.core.check;

import helvo.core.Progress;
import helvo.core.fit.Curve;
import helvo.core.fit.FitQuality;
import helvo.core.fit.Residuals;
import helvo.core.numeric.Range;
import helvo.core.task.BlockParallel;
import java.util.Optional;

/// Test of whether the next term of a curve takes anything out of its residuals. Draper & Smith 1998, Applied
/// Regression Analysis, §6.1 (extra sum of squares).
///
/// @param test    F with 1 and n − p − 1 degrees of freedom
/// @param term    the direction of the term beside those of the fit, of length 1
/// @param along   how far the residuals go in that direction
/// @param largest contribution of the term to any point, above 0 where the middle of the residuals is high: an arch
/// @param relativeSize  the same over the scatter that is left
/// @param left    the residuals beside the term
record ExtraTermTest(
        FitQuality.F test, double[] term, double along, double largest, double relativeSize, OrthogonalResiduals left) {
    static Optional<ExtraTermTest> of(Residuals residuals, OrthogonalResiduals scatter) {
        int freedom = scatter.freedom() - 1;
        double[] z = term(residuals.fit().curve(), scatter);
        return freedom < 1 || z.length == 0
                ? Optional.empty()
                : scatter.with(z).flatMap(left -> {
                    double along = OrthogonalResiduals.dot(z, scatter.e());
                    double rest = Math.max(left.squares(), OrthogonalResiduals.ROUNDING_SHARE * scatter.squares());
                    double s = Math.sqrt(rest / freedom);
                    if (!(s > 0) || !Double.isFinite(s)) {
                        return Optional.empty();
                    }
                    FitQuality.F test = FitQuality.F.of(along * along / (s * s), 1, freedom);
                    return Optional.of(new ExtraTermTest(
                            new FitQuality.F(test.value(), Math.max(test.p(), scatter.chanceByBars(along * along))),
                            z,
                            along,
                            -along * largest(z, scatter),
                            Math.abs(along) * Range.of(z).maxAbs() / s,
                            left));
                });
    }

    private static double largest(double[] z, OrthogonalResiduals scatter) {
        return BlockParallel.reduce(
                z.length,
                Progress.none(),
                (from, to) -> {
                    double most = 0;
                    for (int k = from; k < to; k++) {
                        most = Math.max(most, Math.abs(z[k] / scatter.root(k)));
                    }
                    return most;
                },
                Math::max);
    }

    /// What the term takes out at each point, in y units.
    double[] contribution() {
        double[] taken = new double[term.length];
        for (int k = 0; k < taken.length; k++) {
            taken[k] = along * term[k] / left.root(k);
        }
        return taken;
    }

    /// The term at the points of a scatter, of size 1 or less times their weights' roots; none where all x are
    /// equal.
    private static double[] term(Curve curve, OrthogonalResiduals scatter) {
        Range all = Range.of(scatter.x());
        if (!(all.low() < all.high())) {
            return new double[0];
        }
        boolean fromZero = !curve.coefficientNames().contains("a") && curve.degree() == 1;
        double middle = fromZero ? 0 : all.midpoint();
        double half = fromZero ? all.maxAbs() : all.halfWidth();
        int power = curve.nextPower();
        double[] term = new double[scatter.size()];
        BlockParallel.forEach(term.length, (from, to) -> {
            for (int k = from; k < to; k++) {
                double at = (scatter.x()[k] - middle) / half;
                double product = at * scatter.root(k);
                for (int times = 1; times < power; times++) {
                    product *= at;
                }
                term[k] = product;
            }
        });
        return term;
    }
}
