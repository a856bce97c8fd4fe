package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import helvo.core.task.ForkedTask;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.IntStream;

/// Shapes that take long to search for, compared with others through very many points: means of neighbouring
/// points tell which of them are far behind, and only the others are fitted to all. Of oscillations, which means
/// would smooth away, and of points that weigh differently some of the points tell.
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
        var rivals = new ArrayList<>(shapes);
        Curves.offered().stream().filter(rival -> !shapes.contains(rival)).forEach(rivals::add);
        List<Curve> smooth = points.weighting() == Weighting.UNWEIGHTED
                ? rivals.stream().filter(shape -> !oscillates(shape)).toList()
                : List.of();
        Comparison means = Comparison.of(smooth, points.averaged(SAMPLE), progress.part(0, 0.4));
        var others = new ArrayList<>(rivals);
        others.removeAll(smooth);
        means.best().ifPresent(others::add);
        Comparison some = Comparison.of(others, some(points), progress.part(0.4, 0.5));
        return ForkedTask.all(shapes.size(), i -> {
            Curve shape = shapes.get(i);
            boolean byMeans = smooth.contains(shape);
            FitOutcome sampled = (byMeans ? means : some).outcome(shape);
            return !isSearched(shape)
                    ? shape.fit(points, progress.part(0.5, 1))
                    : sampled instanceof FitOutcome.Fitted(Fit fit)
                            ? (byMeans ? means : some).weight(shape) < LEAST_WEIGHT
                                    ? new FitOutcome.NotFitted(shape, farBehind(fit, byMeans))
                                    : shape.fit(points, progress.part(0.5, 1))
                            : sampled;
        });
    }

    /// Shapes fitted to some points, and the evidence for each.
    private record Comparison(List<FitOutcome> outcomes, List<OptionalDouble> weights) {
        static Comparison of(List<Curve> shapes, Points points, Progress progress) {
            List<FitOutcome> outcomes = fitted(shapes, points, progress);
            return new Comparison(outcomes, EvidenceWeights.of(outcomes, points));
        }

        private int place(Curve shape) {
            return IntStream.range(0, outcomes.size())
                    .filter(i -> outcomes.get(i).curve().equals(shape))
                    .findFirst()
                    .orElseThrow();
        }

        FitOutcome outcome(Curve shape) {
            return outcomes.get(place(shape));
        }

        double weight(Curve shape) {
            return weights.get(place(shape)).orElse(0);
        }

        Optional<Curve> best() {
            return outcomes.stream().map(FitOutcome::curve).max(Comparator.comparingDouble(this::weight));
        }
    }

    private static Points some(Points points) {
        int step = (points.size() + SAMPLE - 1) / SAMPLE;
        int[] order = points.orderByX();
        boolean[] taken = new boolean[points.size()];
        for (int i = 0; i < order.length; i += step) {
            taken[order[i]] = true;
        }
        return points.where(i -> taken[i]);
    }

    private static boolean oscillates(Curve shape) {
        return shape instanceof FormulaCurve own && !own.formula().inSines().isEmpty();
    }

    /// Whether it is found by steps, not by one system of equations.
    private static boolean isSearched(Curve shape) {
        return switch (shape) {
            case Mean _, Line _, FixedInterceptLine _, Polynomial _, Logarithmic _ -> false;
            case Exponential _, Power _, Logistic _, FormulaCurve _ -> true;
        };
    }

    private static FitFailureReason farBehind(Fit fit, boolean byMeans) {
        return new FitFailureReason.FarBehind(
                fit.quality().points(), fit.quality().r2AboutMean().orElse(0), byMeans);
    }

    private static List<FitOutcome> fitted(List<Curve> shapes, Points points, Progress progress) {
        return ForkedTask.all(shapes.size(), i -> shapes.get(i).fit(points, progress));
    }
}
