package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.points.Points;
import helvo.core.task.ForkedTask;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.OptionalDouble;

/// Shapes that take long to search for, compared with others through very many points: samples of the points tell
/// which of them are far behind, and only the others are fitted to all.
public final class SampledComparison {
    /// With more points shapes are compared by some of them first.
    public static final int MOST_SEARCHED = 20_000;

    /// How many points the samples have, the smaller first: most shapes are far behind in it already.
    private static final int[] SAMPLES = {1000, 20_000};
    /// A sample of more than this part of the points saves little.
    private static final int LEAST_REDUCTION = 4;
    /// A shape with less of the evidence in the sample is not looked for among all points, where it would have less.
    private static final double LEAST_WEIGHT = 1e-6;

    private SampledComparison() {}

    /// What fitting each of some shapes gives, in their order.
    public static List<FitOutcome> of(List<Curve> shapes, Points points, Progress progress) {
        if (points.size() <= MOST_SEARCHED) {
            return fitted(shapes, points, progress);
        }
        List<Curve> rivals = new ArrayList<>(shapes);
        Curves.offered().stream().filter(rival -> !shapes.contains(rival)).forEach(rivals::add);
        var out = new HashMap<Curve, FitOutcome>();
        for (int size : SAMPLES) {
            if (size > points.size() / LEAST_REDUCTION) {
                break;
            }
            Points sample = sample(points, size);
            List<FitOutcome> sampled = fitted(rivals, sample, progress.part(0, 0.5));
            List<OptionalDouble> weights = EvidenceWeights.of(sampled, sample);
            var near = new ArrayList<Curve>();
            for (int i = 0; i < rivals.size(); i++) {
                if (sampled.get(i) instanceof FitOutcome.Fitted(Fit fit)
                        && weights.get(i).orElse(0) < LEAST_WEIGHT) {
                    out.put(rivals.get(i), new FitOutcome.NotFitted(fit.curve(), farBehind(fit)));
                } else if (sampled.get(i) instanceof FitOutcome.NotFitted && size == SAMPLES[0]) {
                    out.put(rivals.get(i), sampled.get(i));
                } else {
                    near.add(rivals.get(i));
                }
            }
            rivals = near;
        }
        return ForkedTask.all(shapes.size(), i -> {
            Curve shape = shapes.get(i);
            return isSearched(shape) && out.containsKey(shape)
                    ? out.get(shape)
                    : shape.fit(points, progress.part(0.5, 1));
        });
    }

    /// Evenly along x.
    private static Points sample(Points points, int most) {
        int step = (points.size() + most - 1) / most;
        int[] order = points.orderByX();
        boolean[] taken = new boolean[points.size()];
        for (int i = 0; i < order.length; i += step) {
            taken[order[i]] = true;
        }
        return points.where(i -> taken[i]);
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
