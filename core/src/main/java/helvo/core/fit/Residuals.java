package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.fit.solver.PowerSums;
import helvo.core.numeric.Range;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import helvo.core.task.BlockParallel;
import java.util.OptionalDouble;

/// The residuals of a fit at its own points, in their order.
public final class Residuals {
    private final Fit fit;
    private final Points points;
    private final double[] raw;
    private final double greatest;

    private Residuals(Fit fit, Points points, double[] raw, double greatest) {
        this.fit = fit;
        this.points = points;
        this.raw = raw;
        this.greatest = greatest;
    }

    public static Residuals of(Fit fit, Points points, Progress progress) {
        double[] raw = new double[points.size()];
        if (!fit.quality().perfect()) {
            BlockParallel.forEach(raw.length, progress, (from, to) -> {
                for (int i = from; i < to; i++) {
                    raw[i] = fit.function().residual(points.x()[i], points.y()[i]);
                }
            });
        }
        return new Residuals(fit, points, raw, Range.of(raw).maxAbs());
    }

    public Fit fit() {
        return fit;
    }

    public Points points() {
        return points;
    }

    /// y − fitted y, in y units. Shared, not to be changed.
    public double[] raw() {
        return raw;
    }

    /// The size of the largest one.
    public double greatest() {
        return greatest;
    }

    public double fitted(int i) {
        return fit.function().at(points.x()[i]);
    }

    /// In y units, also of a curve that was fitted on ln y.
    private double inY(int i) {
        return fit.curve().fittedOn() == Curve.FittedOn.Y ? raw[i] : points.y()[i] - fitted(i);
    }

    /// As a person asks for it; empty where there is no such value.
    public OptionalDouble in(ResidualMeasure measure, int i) {
        return switch (measure) {
            case RAW -> OptionalDouble.of(raw[i]);
            case PERCENT_OF_FITTED -> percentOfFitted(i);
            case PERCENT_OF_MEASURED -> percentOfMeasured(i);
            case STANDARDISED -> standardised(i);
        };
    }

    /// What one unit of a raw residual is in another measure, at a point; NaN where there is no such value.
    public double unit(ResidualMeasure measure, int i) {
        return switch (measure) {
            case RAW -> 1;
            case PERCENT_OF_FITTED -> 100 / fitted(i);
            case PERCENT_OF_MEASURED -> 100 / points.y()[i];
            case STANDARDISED ->
                1 / (fit.quality().scale().orElse(Double.NaN) / rootWeight(i) * Math.sqrt(1 - leverage(i)));
        };
    }

    /// In percent of the fitted value; empty where that is 0.
    public OptionalDouble percentOfFitted(int i) {
        double percent = 100 * inY(i) / fitted(i);
        return Double.isFinite(percent) ? OptionalDouble.of(percent) : OptionalDouble.empty();
    }

    /// In percent of the measured value; empty where that is 0.
    public OptionalDouble percentOfMeasured(int i) {
        double percent = 100 * inY(i) / points.y()[i];
        return Double.isFinite(percent) ? OptionalDouble.of(percent) : OptionalDouble.empty();
    }

    /// What its residual is to be multiplied with where bars weigh: one over the standard deviation that its bar
    /// says; else 1.
    public double rootWeight(int i) {
        return points.weighting() == Weighting.UNWEIGHTED ? 1 : 1 / fit.sigma(points, i);
    }

    /// The share of this point in its own fitted value, 0 to 1.
    public double leverage(int i) {
        double weight = points.weighting() == Weighting.UNWEIGHTED ? 1 : PowerSums.weight(fit.sigma(points, i));
        return Math.min(1, fit.function().leverage(points.x()[i]) * weight);
    }

    /// Internally studentised: r / (s √(1 − h)); empty without scatter, or where the curve must pass through the
    /// point.
    public OptionalDouble standardised(int i) {
        double scale = fit.quality().scale().orElse(0) / rootWeight(i) * Math.sqrt(1 - leverage(i));
        return scale > 0 && 1 - leverage(i) > 1e-12 ? OptionalDouble.of(raw[i] / scale) : OptionalDouble.empty();
    }

    /// Externally studentised: r / (s₍ᵢ₎ √(1 − h)), where s₍ᵢ₎ is worked out without this point. Cook & Weisberg
    /// 1982, §2.2. Empty where `standardised` is, or where no scatter is left without it.
    public OptionalDouble studentised(int i) {
        OptionalDouble inner = standardised(i);
        OptionalDouble s = fit.quality().residualStandardDeviation();
        int freedom = fit.quality().degreesOfFreedom() - 1;
        if (inner.isEmpty() || s.isEmpty() || freedom < 1) {
            return OptionalDouble.empty();
        }
        double t = inner.getAsDouble() * fit.quality().scale().orElse(0) / s.getAsDouble();
        double rest = freedom + 1 - t * t;
        return rest > 0 ? OptionalDouble.of(t * Math.sqrt(freedom / rest)) : OptionalDouble.empty();
    }

    /// How far all fitted values move when this point is left out. Cook 1977, eq. 6; empty where `standardised`
    /// is.
    public OptionalDouble cooksDistance(int i) {
        OptionalDouble t = standardised(i);
        double h = leverage(i);
        return t.isEmpty()
                ? t
                : OptionalDouble.of(
                        t.getAsDouble() * t.getAsDouble() / fit.quality().coefficients() * h / (1 - h));
    }
}
