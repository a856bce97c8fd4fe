package helvo.core.nonlinear;

import helvo.core.Progress;
import helvo.core.formula.CurveFormula;
import helvo.core.points.ScaledPoints;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.PriorityQueue;
import java.util.Set;
import java.util.stream.IntStream;

/// The least sum of squares of any smooth curve, found without starting values.
public final class NonlinearLeastSquares {
    /// Points that show where to look.
    private static final int FEW = 60;
    /// The same for curves that oscillate.
    private static final int FEW_OF_OSCILLATIONS = 150;
    /// Of more than MANY, so many show which places are worth going on from.
    private static final int SOME = 300;
    private static final int MANY = 3000;
    /// Of very many, so many show first whether they determine what the few do.
    private static final int VERY_MANY = 50_000;
    private static final int MOST_STARTS = 12;
    private static final int MOST_REFINED = 4;
    private static final int MOST_AMONG_MANY = 2;
    private static final int FEW_STEPS = 40;
    private static final int STEPS_WITH_ALL = 8;
    private static final int SOME_STEPS = 60;
    private static final int ALL_STEPS = 300;
    /// So many points next to a corner of the curve are tried as its place.
    private static final int MOST_CORNERS = 4;
    /// Sums of squares that differ by less than this part of them are those of one place.
    static final double SAME = 1e-6;
    /// The same after few steps.
    private static final double NEARLY_SAME = 1e-3;

    private final CurveFormula formula;
    private final List<CoefficientSetting> settings;
    private final int[] free;
    private final int[] linear;
    private final int[] others;

    /// How the search went, and where it ended.
    public sealed interface Outcome {}

    /// The least of all that was found.
    ///
    /// @param coefficients of the formula, in its order, those that are held too
    /// @param squares  the sum of weighted squares, in units of the scaled y
    /// @param largest  the largest residual, in the same units
    /// @param inverse  of JᵀJ in units of the scaled y, for the coefficients that are determined
    /// @param determined places of those: fitted, and at no limit
    /// @param starts   how many searches began
    /// @param ended    how many of them ended here
    public record Found(
            double[] coefficients,
            double squares,
            double largest,
            double[][] inverse,
            int[] determined,
            int starts,
            int ended)
            implements Outcome {}

    /// The points do not tell the coefficients.
    ///
    /// @param names of those that they leave open
    public record Undetermined(List<String> names) implements Outcome {}

    /// The formula has no value at some points, for whichever coefficients were tried.
    public record NoValue() implements Outcome {}

    /// @param settings one for each coefficient of the formula
    public NonlinearLeastSquares(CurveFormula formula, List<CoefficientSetting> settings) {
        this.formula = formula;
        this.settings = settings;
        free = IntStream.range(0, settings.size())
                .filter(k -> !settings.get(k).isHeld())
                .toArray();
        linear = linear(formula, settings);
        others = Arrays.stream(free)
                .filter(k -> Arrays.stream(linear).noneMatch(each -> each == k))
                .toArray();
    }

    /// The places of the coefficients that are fitted, have no limits, and in which the formula is linear.
    static int[] linear(CurveFormula formula, List<CoefficientSetting> settings) {
        Set<Integer> unlimited = new HashSet<>();
        for (int k = 0; k < settings.size(); k++) {
            if (!settings.get(k).isHeld() && !settings.get(k).isLimited()) {
                unlimited.add(k);
            }
        }
        return formula.linear(unlimited).stream()
                .mapToInt(Integer::intValue)
                .sorted()
                .toArray();
    }

    public Outcome of(ScaledPoints points, Progress progress) {
        var whole = new LocalSearch(curve(points, progress), settings, free, linear);
        LocalSearch few = formula.inSines().isEmpty()
                ? over(whole, points, FEW, progress)
                : over(whole, points, points.scattered(FEW_OF_OSCILLATIONS), progress);
        var starts = new StartValues(formula, settings, others, points);
        List<LocalSearch.Place> begun = new ArrayList<>();
        if (Arrays.stream(free).anyMatch(k -> settings.get(k).start().isPresent())) {
            few.completed(starts.base()).or(() -> few.valued(starts.base())).ifPresent(begun::add);
        }
        begun.addAll(starts.best(few, MOST_STARTS));
        if (begun.isEmpty()) {
            return new NoValue();
        }
        List<LocalSearch.Place> near = begun.stream()
                .map(each -> few.improved(each, FEW_STEPS))
                .sorted(Comparator.comparingDouble(LocalSearch.Place::squares))
                .toList();
        double least = near.getFirst().squares();
        int ended = (int) near.stream()
                .filter(each -> each.squares() <= least * (1 + NEARLY_SAME) + Double.MIN_NORMAL)
                .count();
        LocalSearch many = over(whole, points, MANY, progress);
        List<LocalSearch.Place> nearest = points.size() <= MANY
                ? refined(near, MOST_REFINED, many, ALL_STEPS)
                : refined(
                        refined(near, MOST_REFINED, over(whole, points, points.scattered(SOME), progress), ALL_STEPS),
                        MOST_AMONG_MANY,
                        many,
                        SOME_STEPS);
        for (LocalSearch.Place each : nearest) {
            if (each.squares() > nearest.getFirst().squares() * (1 + SAME)) {
                break;
            }
            double[] ordered = starts.inOrder(many, each.p(), each.squares());
            Optional<LocalSearch.Minimum> minimum =
                    points.size() > MANY ? many.polishedOfSample(ordered) : many.polished(ordered);
            if (minimum.isPresent() && points.size() > MANY) {
                LocalSearch more = over(whole, points, VERY_MANY, progress);
                minimum = throughMore(more, many, minimum.get(), points);
                if (more != whole) {
                    minimum = minimum.flatMap(of -> throughMore(whole, more, of, points));
                }
                if (minimum.isEmpty()) {
                    break;
                }
            }
            if (minimum.isPresent()) {
                LocalSearch.Minimum found = minimum.get();
                return new Found(
                        found.p(),
                        found.squares(),
                        found.largest(),
                        found.inverse(),
                        found.moving(),
                        begun.size(),
                        ended);
            }
        }
        Optional<Found> atCorner =
                nearest.isEmpty() ? Optional.empty() : atCorner(whole, points, nearest.getFirst(), begun.size(), ended);
        if (atCorner.isPresent()) {
            return atCorner.get();
        }
        return new Undetermined(open(many, nearest.isEmpty() ? near.getFirst() : nearest.getFirst()));
    }

    /// The least sums about some places, least first. Where the points do not determine a curve, each of them sinks
    /// without end: of those behind the first only one that passes it is followed on.
    ///
    /// @param most  so many of the places, the first of those that are alike
    /// @param steps at most
    private static List<LocalSearch.Place> refined(
            List<LocalSearch.Place> places, int most, LocalSearch search, int steps) {
        List<LocalSearch.Place> begun = distinct(places).stream()
                .limit(most)
                .flatMap(each -> search.again(each.p()).stream())
                .toList();
        var refined = new ArrayList<LocalSearch.Place>();
        double least = Double.POSITIVE_INFINITY;
        for (LocalSearch.Place each : begun) {
            LocalSearch.Place soon = search.improved(each, refined.isEmpty() ? steps : SOME_STEPS);
            LocalSearch.Place last = soon.ended() || soon.squares() >= least ? soon : search.improved(soon, steps);
            refined.add(last);
            least = Math.min(least, last.squares());
        }
        refined.sort(Comparator.comparingDouble(LocalSearch.Place::squares));
        return refined;
    }

    /// From the least of a sample, which tells the bend well enough; what that does not determine is not looked for
    /// among more points.
    private static Optional<LocalSearch.Minimum> throughMore(
            LocalSearch more, LocalSearch sample, LocalSearch.Minimum from, ScaledPoints points) {
        LocalSearch.Bend bend = sample.bend(points.areAlike() ? (double) more.size() / sample.size() : 1);
        return more.polished(from.p(), bend).or(() -> more.again(from.p())
                .map(place -> more.improved(place, STEPS_WITH_ALL))
                .flatMap(place -> more.polished(place.p(), bend)));
    }

    /// The least where a corner of the curve lies at a point, and the sum of squares has one too (Hudson 1966, J.
    /// Am. Stat. Assoc. 61:1097): the corner stays there, and has no standard error.
    private Optional<Found> atCorner(
            LocalSearch whole, ScaledPoints points, LocalSearch.Place near, int starts, int ended) {
        for (int corner : formula.corners()) {
            if (settings.get(corner).isHeld()) {
                continue;
            }
            LocalSearch held = whole.holding(corner);
            Optional<LocalSearch.Minimum> least = nearest(points.x(), near.p()[corner])
                    .mapToObj(i -> {
                        double[] start = near.p().clone();
                        start[corner] = points.x()[i];
                        return start;
                    })
                    .flatMap(start -> held.again(start).stream())
                    .flatMap(place ->
                            held.polished(held.improved(place, ALL_STEPS).p()).stream())
                    .filter(minimum -> minimum.squares() <= near.squares() * (1 + SAME))
                    .min(Comparator.comparingDouble(LocalSearch.Minimum::squares));
            if (least.isPresent()) {
                LocalSearch.Minimum found = least.get();
                return Optional.of(new Found(
                        found.p(), found.squares(), found.largest(), found.inverse(), found.moving(), starts, ended));
            }
        }
        return Optional.empty();
    }

    /// The places of the points next to an x.
    private static IntStream nearest(double[] x, double to) {
        var nearest = new PriorityQueue<Integer>(
                Comparator.comparingDouble((Integer i) -> Math.abs(x[i] - to)).reversed());
        for (int i = 0; i < x.length; i++) {
            nearest.add(i);
            if (nearest.size() > MOST_CORNERS) {
                nearest.remove();
            }
        }
        return nearest.stream().mapToInt(Integer::intValue).sorted();
    }

    private FittedCurve curve(ScaledPoints points, Progress progress) {
        return new FittedCurve(
                formula.program(), points, CoefficientGroups.one(points.size(), settings.size()), progress);
    }

    private LocalSearch over(LocalSearch whole, ScaledPoints points, int most, Progress progress) {
        return over(whole, points, points.sample(most), progress);
    }

    private LocalSearch over(LocalSearch whole, ScaledPoints points, ScaledPoints sample, Progress progress) {
        return sample == points ? whole : whole.with(curve(sample, progress));
    }

    /// Each place once.
    private static List<LocalSearch.Place> distinct(List<LocalSearch.Place> all) {
        var once = new ArrayList<LocalSearch.Place>();
        for (LocalSearch.Place each : all) {
            if (once.stream().noneMatch(other -> isOne(each, other))) {
                once.add(each);
            }
        }
        return once;
    }

    private static boolean isOne(LocalSearch.Place one, LocalSearch.Place other) {
        return IntStream.range(0, one.p().length)
                .allMatch(k -> Math.abs(one.p()[k] - other.p()[k]) <= SAME * Math.abs(other.p()[k]));
    }

    /// The coefficients that can change most without the sum of squares telling it.
    private List<String> open(LocalSearch search, LocalSearch.Place place) {
        return search.open(place.p()).stream().map(formula.coefficients()::get).toList();
    }
}
