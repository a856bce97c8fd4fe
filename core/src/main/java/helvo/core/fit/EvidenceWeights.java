package helvo.core.fit;

import helvo.core.Range;
import java.util.List;
import java.util.OptionalDouble;

/// The share of the evidence for each of several curves fitted to the same points: exp(−Δ/2) of the AICc
/// differences, adding up to 1. Burnham & Anderson 2002, §2.9.
public final class EvidenceWeights {
    /// Of y and of the curve together, as a part of the largest y.
    private static final double ROUNDING = 4e-16;

    private EvidenceWeights() {}

    /// One weight for each outcome; empty for one without a fit, with too few points to judge, or fitted to fewer points than others or
    /// with other weights, and for all where fewer than two can be judged. When curves fit perfectly with points to spare, the one with
    /// the fewest coefficients has it all.
    ///
    /// @param points that all were fitted to, as far as each shape takes them
    public static List<OptionalDouble> of(List<FitOutcome> outcomes, Points points) {
        boolean inBoth = points.weighedInBoth();
        var perfect = outcomes.stream().filter(o -> o instanceof FitOutcome.Fitted(Fit fit) && isPerfect(fit, points))
                .min(java.util.Comparator.comparingInt(o -> ((FitOutcome.Fitted) o).fit().quality().coefficients()));
        if (perfect.isPresent()) {
            return outcomes.stream().map(o -> o instanceof FitOutcome.Fitted
                    ? OptionalDouble.of(o == perfect.get() ? 1 : 0) : OptionalDouble.empty()).toList();
        }
        int most = outcomes.stream().mapToInt(o -> o instanceof FitOutcome.Fitted(Fit fit) ? fit.quality().points() : 0).max().orElse(0);
        List<OptionalDouble> aicc = outcomes.stream()
                .map(o -> o instanceof FitOutcome.Fitted(Fit fit) && fit.quality().points() == most
                        && fit.curve().fittedOn() == Curve.FittedOn.Y
                        && !(inBoth && fit.curve().weighsBoth()) ? fit.quality().aicc() : OptionalDouble.empty()).toList();
        if (aicc.stream().filter(OptionalDouble::isPresent).count() < 2) {
            return outcomes.stream().map(_ -> OptionalDouble.empty()).toList();
        }
        double best = aicc.stream().filter(OptionalDouble::isPresent).mapToDouble(OptionalDouble::getAsDouble).min().orElse(0);
        double sum = aicc.stream().filter(OptionalDouble::isPresent).mapToDouble(a -> Math.exp((best - a.getAsDouble()) / 2)).sum();
        return aicc.stream().map(a -> a.isEmpty() ? a : OptionalDouble.of(Math.exp((best - a.getAsDouble()) / 2) / sum)).toList();
    }

    /// Whether a curve with points to spare leaves no more than the rounding of the numbers it was fitted to: 0.1, 0.2 and 0.3 lie on a
    /// line
    /// as decimals, and not quite as doubles.
    public static boolean isPerfect(Fit fit, Points points) {
        Quality quality = fit.quality();
        if (quality.degreesOfFreedom() <= 0 || quality.perfect() || quality.weighting() != Weighting.UNWEIGHTED
                || fit.curve().fittedOn() != Curve.FittedOn.Y) {
            return quality.degreesOfFreedom() > 0 && quality.perfect();
        }
        return Math.sqrt(quality.residualSumOfSquares() / quality.points()) <= ROUNDING * Range.of(points.y()).largest();
    }
}
