package helvo.core.fit;

import helvo.core.numeric.Range;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/// Akaike weights: the share of the evidence for each of several curves fitted to the same points, from AICc.
/// Burnham & Anderson 2002, §2.9.
public final class EvidenceWeights {
    /// With fewer points AICc does not tell shapes apart: its correction for few points outweighs what they say.
    public static final int FEWEST_POINTS = 7;
    /// Of y and of the curve together, as a part of the largest y.
    private static final double RELATIVE_ROUNDING = 4e-16;
    private static final double SIGNIFICANCE_LEVEL = 0.05;
    /// R² below this is worse than the mean's, which is 0 but for rounding.
    private static final double WORSE_THAN_MEAN = -1e-9;

    private EvidenceWeights() {}

    /// One weight for each outcome; empty for one without a fit, with too few points to judge, fitted to fewer
    /// points than others or with other weights, or [#isRefuted], and for all where fewer than two can be
    /// judged or there are [#tooFew] points. When curves fit perfectly with points to spare, the one with the
    /// fewest coefficients has it all.
    ///
    /// @param points that all were fitted to, as far as each shape takes them
    public static List<OptionalDouble> of(List<FitOutcome> outcomes, Points points) {
        Optional<Fit> perfect = perfect(outcomes, points).stream()
                .min(Comparator.comparingInt(fit -> fit.quality().coefficients()));
        if (perfect.isPresent()) {
            return outcomes.stream()
                    .map(o -> o instanceof FitOutcome.Fitted(Fit fit)
                            ? OptionalDouble.of(fit == perfect.get() ? 1 : 0)
                            : OptionalDouble.empty())
                    .toList();
        }
        List<OptionalDouble> aicc = aicc(outcomes, points);
        if (aicc.stream().filter(OptionalDouble::isPresent).count() < 2 || tooFew(outcomes, points)) {
            return outcomes.stream().map(_ -> OptionalDouble.empty()).toList();
        }
        double best = aicc.stream()
                .filter(OptionalDouble::isPresent)
                .mapToDouble(OptionalDouble::getAsDouble)
                .min()
                .orElse(0);
        double sum = aicc.stream()
                .filter(OptionalDouble::isPresent)
                .mapToDouble(a -> Math.exp((best - a.getAsDouble()) / 2))
                .sum();
        return aicc.stream()
                .map(a -> a.isEmpty() ? a : OptionalDouble.of(Math.exp((best - a.getAsDouble()) / 2) / sum))
                .toList();
    }

    /// Of those that can be compared.
    private static List<OptionalDouble> aicc(List<FitOutcome> outcomes, Points points) {
        return outcomes.stream()
                .map(outcome -> comparable(outcome, outcomes, points)
                        .filter(fit -> !isRefuted(fit, outcomes))
                        .map(fit -> fit.quality().aicc())
                        .orElse(OptionalDouble.empty()))
                .toList();
    }

    /// The fit, where it is to as many points as any and weighs them as the others do.
    private static Optional<Fit> comparable(FitOutcome outcome, List<FitOutcome> outcomes, Points points) {
        return outcome instanceof FitOutcome.Fitted(Fit fit)
                        && fit.shared().isEmpty()
                        && fit.quality().points() == mostPoints(outcomes)
                        && fit.curve().fittedOn() == Curve.FittedOn.Y
                        && (!points.weighedInBoth() || fit.curve().weighsBoth() || fit.curve() instanceof Mean)
                ? Optional.of(fit)
                : Optional.empty();
    }

    private static int mostPoints(List<FitOutcome> outcomes) {
        return outcomes.stream()
                .mapToInt(o ->
                        o instanceof FitOutcome.Fitted(Fit fit) && fit.shared().isEmpty()
                                ? fit.quality().points()
                                : 0)
                .max()
                .orElse(0);
    }

    /// Whether the points are too few to tell shapes apart by AICc: fewer than [#FEWEST_POINTS], or such that a
    /// shape that it cannot judge, with n − k − 2 < 1, is better than the best that it can (F test of its further
    /// coefficients, 5 %). A perfect fit needs no AICc.
    public static boolean tooFew(List<FitOutcome> outcomes, Points points) {
        int most = mostPoints(outcomes);
        if (most == 0 || !perfect(outcomes, points).isEmpty()) {
            return false;
        }
        List<OptionalDouble> aicc = aicc(outcomes, points);
        Optional<Fit> best = IntStream.range(0, outcomes.size())
                .filter(i -> aicc.get(i).isPresent())
                .boxed()
                .min(Comparator.comparingDouble(i -> aicc.get(i).getAsDouble()))
                .map(i -> ((FitOutcome.Fitted) outcomes.get(i)).fit());
        return most < FEWEST_POINTS
                || best.isPresent()
                        && outcomes.stream()
                                .map(each -> comparable(each, outcomes, points))
                                .flatMap(Optional::stream)
                                .anyMatch(fit -> fit.quality().aicc().isEmpty() && isBetter(fit, best.get()));
    }

    private static boolean isBetter(Fit further, Fit best) {
        FitQuality quality = further.quality();
        int more = quality.coefficients() - best.quality().coefficients();
        int freedom = quality.degreesOfFreedom();
        double explained = best.quality().residualSumOfSquares() - quality.residualSumOfSquares();
        return more > 0
                && freedom > 0
                && explained > 0
                && FitQuality.F
                                .of(explained / more / (quality.residualSumOfSquares() / freedom), more, freedom)
                                .p()
                        < SIGNIFICANCE_LEVEL;
    }

    /// Whether a shape is none to be ranked: it fits worse than the mean alone, or it holds an intercept from
    /// which that of the line differs (p < 0.05).
    public static boolean isRefuted(Fit fit, List<FitOutcome> outcomes) {
        boolean worse = fit.quality().r2AboutMean().orElse(0) < WORSE_THAN_MEAN;
        return worse
                || fit.curve() instanceof FixedInterceptLine held
                        && outcomes.stream()
                                .anyMatch(each -> each instanceof FitOutcome.Fitted(Fit line)
                                        && line.curve().equals(new Line())
                                        && line.intercept()
                                                .uncertainty()
                                                .filter(known -> held.fixedIntercept() < known.low95()
                                                        || held.fixedIntercept() > known.high95())
                                                .isPresent());
    }

    /// The curves that with points to spare leave no more than the rounding of the numbers they were fitted to: 0.1,
    /// 0.2 and 0.3 lie on a line as decimals, and not quite as doubles.
    public static List<Fit> perfect(List<FitOutcome> outcomes, Points points) {
        double rounding = RELATIVE_ROUNDING * Range.of(points.y()).maxAbs();
        return outcomes.stream()
                .flatMap(each -> each instanceof FitOutcome.Fitted(Fit fit) ? Stream.of(fit) : Stream.empty())
                .filter(fit -> isPerfect(fit, rounding))
                .toList();
    }

    private static boolean isPerfect(Fit fit, double rounding) {
        FitQuality quality = fit.quality();
        boolean isInY =
                quality.weighting() == Weighting.UNWEIGHTED && fit.curve().fittedOn() == Curve.FittedOn.Y;
        return quality.degreesOfFreedom() > 0
                && (quality.perfect()
                        || isInY && Math.sqrt(quality.residualSumOfSquares() / quality.points()) <= rounding);
    }
}
