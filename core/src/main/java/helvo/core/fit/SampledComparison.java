package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.points.Points;
import helvo.core.task.ForkedTask;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;

/// Shapes that take long to search for, compared with others through very many points: some of the points tell which
/// of them are far behind, and only the others are fitted to all.
public final class SampledComparison {
    /// With more points shapes are compared by some of them first.
    public static final int MOST_SEARCHED = 20_000;

    private static final int SAMPLE = 1000;
    /// A shape with less of the evidence in the sample is not looked for among all points, where it would have less.
    private static final double LEAST_WEIGHT = 1e-6;

    private SampledComparison() {}

    /// What fitting each of some shapes gives, in their order.
    public static List<FitOutcome> of(List<Curve> shapes, Points points, Progress progress) {
        if (points.size() <= MOST_SEARCHED) {
            return fitted(shapes, points, progress);
        }
        int step = (points.size() + SAMPLE - 1) / SAMPLE;
        int[] order = points.orderByX();
        boolean[] taken = new boolean[points.size()];
        for (int i = 0; i < order.length; i += step) {
            taken[order[i]] = true;
        }
        Points sample = points.where(i -> taken[i]);
        List<Curve> all = new ArrayList<>(shapes);
        Curves.offered().stream().filter(rival -> !shapes.contains(rival)).forEach(all::add);
        List<FitOutcome> sampled = fitted(all, sample, progress.part(0, 0.5));
        List<OptionalDouble> weights = EvidenceWeights.of(sampled, sample);
        return ForkedTask.all(
                shapes.size(),
                i -> !isSearched(shapes.get(i))
                        ? shapes.get(i).fit(points, progress.part(0.5, 1))
                        : sampled.get(i) instanceof FitOutcome.Fitted(Fit fit)
                                ? weights.get(i).orElse(0) < LEAST_WEIGHT
                                        ? new FitOutcome.NotFitted(fit.curve(), farBehind(fit))
                                        : fit.curve().fit(points, progress.part(0.5, 1))
                                : sampled.get(i));
    }

    /// Whether it is found by steps, not by one system of equations.
    private static boolean isSearched(Curve shape) {
        return switch (shape) {
            case Mean _, Line _, FixedInterceptLine _, Polynomial _, Logarithmic _ -> false;
            case Exponential _, Power _, Logistic _, FormulaCurve _ -> true;
        };
    }

    private static FitFailureReason farBehind(Fit fit) {
        return new FitFailureReason.FarBehind(
                fit.quality().points(), fit.quality().r2AboutMean().orElse(0));
    }

    private static List<FitOutcome> fitted(List<Curve> shapes, Points points, Progress progress) {
        return ForkedTask.all(shapes.size(), i -> shapes.get(i).fit(points, progress));
    }
}
