package helvo.core.nonlinear;

import helvo.core.Progress;
import helvo.core.numeric.Convergence;
import helvo.core.numeric.LeastSquares;
import helvo.core.numeric.Range;
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

    /// The least sum of squares that was found.
    public record Found(LeastSquares.Minimum least, Convergence convergence) {}

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
    public Optional<Found> least(List<double[]> starts) {
        LeastSquares whole = over(points);
        ScaledPoints some = points.sample(MAX_SAMPLE);
        LeastSquares sample = over(some);
        double times = points.areAlike() ? (double) points.size() / some.size() : 1;
        List<LeastSquares.Place> near = some == points ? List.of() : improved(sample, starts);
        return settled(sample, near)
                .findFirst()
                .flatMap(each -> whole.polished(each, sample, times))
                .filter(each -> wanted.test(each.p()))
                .map(least -> found(least, near))
                .or(() -> {
                    List<LeastSquares.Place> places = improved(whole, starts);
                    return settled(whole, places).findFirst().map(least -> found(least, places));
                });
    }

    private static Found found(LeastSquares.Minimum least, List<LeastSquares.Place> searches) {
        return new Found(least, least.convergence(searches, searches.getFirst().squares(), NonlinearLeastSquares.SAME));
    }

    /// Where the searches from several starts end, the least first, each place once.
    public List<double[]> reached(List<double[]> starts, int most) {
        LeastSquares search = over(points);
        var places = new ArrayList<double[]>();
        settled(search, improved(search, starts)).map(LeastSquares.Minimum::p).forEach(p -> {
            boolean known = places.stream().anyMatch(other -> IntStream.range(0, p.length)
                    .allMatch(k -> search.parts(p, other, k) < SAME_PLACE));
            if (!known && places.size() < most) {
                places.add(p);
            }
        });
        return places;
    }

    private LeastSquares over(ScaledPoints some) {
        return new LeastSquares(
                new ShapeResiduals(shape, some, progress),
                Collections.nCopies(shape.size(), Range.UNLIMITED),
                IntStream.range(0, shape.size()).toArray(),
                HEIGHT);
    }

    private static List<LeastSquares.Place> improved(LeastSquares search, List<double[]> starts) {
        return starts.stream()
                .flatMap(start -> search.again(start).stream())
                .map(place -> search.improved(place, MOST_STEPS))
                .sorted(Comparator.comparingDouble(LeastSquares.Place::squares))
                .toList();
    }

    private Stream<LeastSquares.Minimum> settled(LeastSquares search, List<LeastSquares.Place> places) {
        return places.stream()
                .flatMap(place -> search.polished(place.p()).stream())
                .filter(least -> wanted.test(least.p()))
                .sorted(Comparator.comparingDouble(LeastSquares.Minimum::squares));
    }
}
