package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.nonlinear.GroupedLeastSquares;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.ScaledPoints;
import helvo.core.points.Weighting;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/// One fit of a curve to several groups of points that have some of its coefficients in common.
///
/// The scatter and the degrees of freedom are those of all groups, R² is that of each. Whether the groups may share
/// is told by the F test of what separate curves leave less (Draper & Smith 1998, §14; Bates & Watts 1988, §3.9).
public final class SharedFit {
    private SharedFit() {}

    /// @param groups the points of each
    /// @return what became of each, in their order
    public static List<FitOutcome> of(FormulaCurve curve, List<Points> groups, Progress progress) {
        List<Points> usable = groups.stream().map(curve::usable).toList();
        Optional<FitFailureReason> none = refusal(curve, usable);
        if (none.isPresent()) {
            return groups.stream()
                    .<FitOutcome>map(_ -> new FitOutcome.NotFitted(curve, none.get()))
                    .toList();
        }
        Points whole = joined(usable);
        int[] ends = new int[usable.size()];
        for (int g = 0; g < ends.length; g++) {
            ends[g] = (g == 0 ? 0 : ends[g - 1]) + usable.get(g).size();
        }
        ScaledPoints scaled = ScaledPoints.of(whole.x(), whole);
        var search = new GroupedLeastSquares(curve.formula(), curve.settings(), scaled, ends);
        if (whole.size() < search.fitted()) {
            return groups.stream()
                    .<FitOutcome>map(_ -> new FitOutcome.NotFitted(
                            curve, new FitFailureReason.TooFewPoints(whole.size(), search.fitted())))
                    .toList();
        }
        return search.find(progress)
                .map(found -> fitted(curve, usable, scaled, found, progress))
                .orElseGet(() -> groups.stream()
                        .<FitOutcome>map(_ -> new FitOutcome.NotFitted(
                                curve,
                                new FitFailureReason.NoneFits(
                                        "curve with common coefficients",
                                        "the points of all groups do not determine it")))
                        .toList());
    }

    private static Optional<FitFailureReason> refusal(FormulaCurve curve, List<Points> groups) {
        if (groups.stream().anyMatch(Points::weighedInBoth)) {
            return Optional.of(new FitFailureReason.NoneFits(
                    "curve with common coefficients",
                    "bars in x do not weigh in one fit over several groups; let y weigh alone"));
        }
        return groups.stream()
                .filter(each -> each.size() == 0)
                .findFirst()
                .map(empty -> FitFailureReason.noneOf(empty, curve));
    }

    private static Points joined(List<Points> groups) {
        boolean weighs = groups.getFirst().weighting() != Weighting.UNWEIGHTED;
        double[] none = {};
        return new Points(
                groups.stream().flatMapToDouble(each -> Arrays.stream(each.x())).toArray(),
                groups.stream().flatMapToDouble(each -> Arrays.stream(each.y())).toArray(),
                groups.stream().flatMapToInt(each -> Arrays.stream(each.rows())).toArray(),
                ErrorBars.NONE,
                ErrorBars.NONE,
                groups.getFirst().weighting(),
                none,
                weighs
                        ? groups.stream()
                                .flatMapToDouble(each -> Arrays.stream(each.ySigma()))
                                .toArray()
                        : none);
    }

    private static List<FitOutcome> fitted(
            FormulaCurve curve,
            List<Points> groups,
            ScaledPoints scaled,
            GroupedLeastSquares.Found found,
            Progress progress) {
        int size = found.inverse().length;
        ScaledQuality whole = ScaledQuality.of(scaled, size, found.largest(), found.squares());
        List<FitOutcome> alone = groups.stream()
                .map(each -> curve.unshared().fit(each, progress))
                .toList();
        Optional<Fit.SharingTest> test = test(whole.quality(), alone);
        double weight = scaled.areAlike() ? 1 : Math.scalb(1.0, scaled.rootPower());
        double variance = weight * weight / scaled.unit() / scaled.unit();
        var outcomes = new ArrayList<FitOutcome>();
        for (int g = 0; g < groups.size(); g++) {
            int[] at = found.determined()[g];
            int[] determined =
                    IntStream.range(0, at.length).filter(k -> at[k] >= 0).toArray();
            double[][] inverse = new double[determined.length][determined.length];
            for (int a = 0; a < determined.length; a++) {
                for (int b = 0; b < determined.length; b++) {
                    inverse[a][b] = found.inverse()[at[determined[a]]][at[determined[b]]];
                }
            }
            double[] p = found.coefficients()[g];
            var function = new FittedFormula(curve.formula(), p, inverse, determined, variance);
            FitQuality quality = whole.quality().ofPart(groups.get(g), function);
            var shared = new Fit.Shared(
                    groups.size(), groups.get(g).size(), whole.quality().r2(), test, alone.get(g));
            outcomes.add(FormulaFit.coefficients(
                            curve,
                            curve.formula(),
                            p,
                            inverse,
                            determined,
                            whole.scale(),
                            quality,
                            scaled.size() > size)
                    .<FitOutcome>map(
                            of -> new FitOutcome.Fitted(new Fit(curve, of.values(), of.covariance(), function, quality)
                                    .withConvergence(Optional.of(found.convergence()))
                                    .withShared(Optional.of(shared))))
                    .orElseGet(() -> new FitOutcome.NotFitted(curve, new FitFailureReason.OutOfRange())));
        }
        return outcomes;
    }

    /// Whether curves of each group's own leave significantly less.
    private static Optional<Fit.SharingTest> test(FitQuality shared, List<FitOutcome> alone) {
        double squares = 0;
        int freedom = 0;
        for (FitOutcome each : alone) {
            if (!(each instanceof FitOutcome.Fitted(Fit fit))) {
                return Optional.empty();
            }
            squares += fit.quality().residualSumOfSquares();
            freedom += fit.quality().degreesOfFreedom();
        }
        int further = shared.degreesOfFreedom() - freedom;
        if (further <= 0 || freedom <= 0 || squares <= 0) {
            return Optional.empty();
        }
        double less = shared.residualSumOfSquares() - squares;
        return Optional.of(new Fit.SharingTest(
                further,
                freedom,
                shared.weighting() == Weighting.STATED
                        ? FitQuality.F.ofKnownScatter(less, further)
                        : FitQuality.F.of(less / further / (squares / freedom), further, freedom)));
    }
}
