package helvo.core.nonlinear;

import helvo.core.Progress;
import helvo.core.points.ScaledPoints;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/// The least sum of squares of a shape, from starts that are given.
public final class ShapeSearch {
    /// So many points show where the least is, if not exactly.
    private static final int MAX_SAMPLE = 2000;
    private static final int MOST_STEPS = 400;
    /// Places that are no farther apart than this part of their coefficients are one.
    private static final double SAME_PLACE = 1e-3;
    private static final int[] HEIGHT = {0};

    private final Shape shape;
    private final ScaledPoints points;
    private final Progress progress;
    private final Predicate<double[]> wanted;

    /// Where the sum of squares is least.
    ///
    /// @param p       coefficients
    /// @param sum     of squared residuals
    /// @param largest residual
    /// @param inverse of the normal equations' matrix
    public record Minimum(double[] p, double sum, double largest, double[][] inverse) {}

    /// @param wanted what coefficients make sense
    public ShapeSearch(Shape shape, ScaledPoints points, Progress progress, Predicate<double[]> wanted) {
        this.shape = shape;
        this.points = points;
        this.progress = progress;
        this.wanted = wanted;
    }

    /// The best of what is reached from several starts. With many points, a part of them shows which start that is
    /// and brings it near.
    ///
    /// @return empty where none settles there
    public Optional<Minimum> least(List<double[]> starts) {
        LocalSearch whole = over(points);
        ScaledPoints some = points.sample(MAX_SAMPLE);
        LocalSearch sample = over(some);
        double times = points.areAlike() ? (double) points.size() / some.size() : 1;
        Optional<LocalSearch.Minimum> near =
                some == points ? Optional.empty() : settled(sample, starts).findFirst();
        return near.flatMap(each -> whole.polished(each, sample, times))
                .filter(each -> wanted.test(each.p()))
                .or(() -> settled(whole, starts).findFirst())
                .map(least -> new Minimum(least.p(), least.squares(), least.largest(), least.inverse()));
    }

    /// Where the searches from several starts end, the least first, each place once.
    public List<double[]> reached(List<double[]> starts, int most) {
        LocalSearch search = over(points);
        var places = new ArrayList<double[]>();
        settled(search, starts).map(LocalSearch.Minimum::p).forEach(p -> {
            boolean known = places.stream().anyMatch(other -> IntStream.range(0, p.length)
                    .allMatch(k -> search.parts(p, other, k) < SAME_PLACE));
            if (!known && places.size() < most) {
                places.add(p);
            }
        });
        return places;
    }

    private LocalSearch over(ScaledPoints some) {
        return new LocalSearch(
                new ShapeResiduals(shape, some, progress),
                Collections.nCopies(shape.size(), CoefficientSetting.FREE),
                IntStream.range(0, shape.size()).toArray(),
                HEIGHT);
    }

    private Stream<LocalSearch.Minimum> settled(LocalSearch search, List<double[]> starts) {
        return starts.stream()
                .flatMap(start -> search.again(start).stream())
                .map(place -> search.improved(place, MOST_STEPS))
                .flatMap(place -> search.polished(place.p()).stream())
                .filter(least -> wanted.test(least.p()))
                .sorted(Comparator.comparingDouble(LocalSearch.Minimum::squares));
    }
}
