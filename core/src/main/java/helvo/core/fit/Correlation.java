package helvo.core.fit;

import helvo.core.Progress;
import java.util.Optional;
import java.util.OptionalDouble;

/// How closely y follows x, apart from any curve; where bars in y weigh, with the same weights.
///
/// @param pearsonR signed; its square is the line's R²
/// @param pearsonP two-sided p of r = 0; empty with fewer than three points, 0 when they lie exactly on a line
public record Correlation(double pearsonR, OptionalDouble pearsonP) {
    /// @return empty where no line can be fitted or y does not vary
    public static Optional<Correlation> of(Points points) {
        return of(new Line().fit(points.alike(), Progress.none()));
    }

    /// @param line the outcome of fitting [Line] to the points
    public static Optional<Correlation> of(FitOutcome line) {
        if (!(line instanceof FitOutcome.Fitted(Fit fit)) || fit.quality().r2().isEmpty()) {
            return Optional.empty();
        }
        Coefficient slope = fit.slope();
        double r = Math.copySign(Math.sqrt(Math.max(0, fit.quality().r2().getAsDouble())), slope.value());
        // Where bars weigh as stated the slope is judged by them, but r by the scatter.
        OptionalDouble p = slope.uncertainty().isEmpty() ? OptionalDouble.empty()
                : OptionalDouble.of(fit.quality().weighting() == Weighting.STATED ? fit.quality().overall().map(Quality.F::p).orElse(0.0)
                        : slope.uncertainty().get().test().map(Coefficient.Test::p).orElse(0.0));
        return Optional.of(new Correlation(r, p));
    }

    /// Spearman's ρ: Pearson's r of the ranks, equal values sharing their mean rank.
    ///
    /// @return empty where x or y does not vary
    public static OptionalDouble spearmanRho(Points points) {
        if (points.size() < 2) {
            return OptionalDouble.empty();
        }
        double[] x = ranks(points);
        double[] y = ranks(new Points(points.y(), points.x(), points.rows(), ErrorBars.NONE, ErrorBars.NONE));
        return of(Points.of(x, y)).map(c -> OptionalDouble.of(c.pearsonR())).orElse(OptionalDouble.empty());
    }

    private static double[] ranks(Points points) {
        int[] order = points.orderByX();
        double[] ranks = new double[order.length];
        int from = 0;
        while (from < order.length) {
            int to = from;
            while (to < order.length && points.x()[order[to]] == points.x()[order[from]]) {
                to++;
            }
            for (int i = from; i < to; i++) {
                ranks[order[i]] = (from + to + 1) / 2.0;
            }
            from = to;
        }
        return ranks;
    }
}
