package helvo.core.nonlinear;

import helvo.core.Progress;
import helvo.core.formula.CurveFormula;
import helvo.core.numeric.Convergence;
import helvo.core.numeric.LeastSquares;
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
    /// Of more than twice as many, so many show which places are worth going on from.
    private static final int SOME = 300;
    private static final int MANY = 3000;
    /// Of very many, so many show first whether they determine what the few do.
    private static final int VERY_MANY = 50_000;
    private static final int MOST_STARTS = 12;
    private static final int MOST_REFINED = 4;
    private static final int MOST_AMONG_MANY = 2;
    private static final int FEW_STEPS = 40;
    private static final int SOME_STEPS = 60;
    private static final int ALL_STEPS = 300;
    /// From the least of some of the points to that of many.
    private static final int LAST_STEPS = 20;
    /// So many points next to a corner of the curve are tried as its place.
    private static final int MOST_CORNERS = 4;
    /// Sums of squares that differ by less than this part of them are those of one place.
    static final double SAME = 1e-6;
    /// The same after few steps.
    static final double NEARLY_SAME = 1e-3;

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
    public record Found(
            double[] coefficients,
            double squares,
            double largest,
            double[][] inverse,
            int[] determined,
            Convergence convergence)
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
        return new Search(points, progress).outcome();
    }

    /// One search: among few points for places worth going on from, from the best of them through more points to
    /// all.
    private final class Search {
        private final ScaledPoints points;
        private final Progress progress;
        private final StartValues starts;
        private final LeastSquares whole;
        private final LeastSquares many;
        /// Where few points ended the searches, least first.
        private final List<LeastSquares.Place> near;

        Search(ScaledPoints points, Progress progress) {
            this.points = points;
            this.progress = progress;
            starts = new StartValues(formula, settings, others, points);
            whole = new LeastSquares(curve(points), CoefficientSetting.limits(settings), free, linear);
            many = over(isOscillating() ? points.sample(MANY) : points.averaged(MANY));
            LeastSquares few = over(isOscillating() ? points.scattered(FEW_OF_OSCILLATIONS) : points.averaged(FEW));
            near = begun(few).stream()
                    .map(each -> few.improved(each, FEW_STEPS))
                    .sorted(Comparator.comparingDouble(LeastSquares.Place::squares))
                    .toList();
        }

        private List<LeastSquares.Place> begun(LeastSquares few) {
            var begun = new ArrayList<LeastSquares.Place>();
            if (Arrays.stream(free).anyMatch(k -> settings.get(k).start().isPresent())) {
                few.completed(starts.base()).or(() -> few.valued(starts.base())).ifPresent(begun::add);
            }
            begun.addAll(starts.best(few, MOST_STARTS));
            return begun;
        }

        Outcome outcome() {
            if (near.isEmpty()) {
                return new NoValue();
            }
            List<LeastSquares.Place> nearest = points.size() <= (isOscillating() ? MANY : 2 * SOME)
                    ? refined(near, MOST_REFINED, many, ALL_STEPS)
                    : refined(refined(near, MOST_REFINED, over(some()), ALL_STEPS), MOST_AMONG_MANY, many, LAST_STEPS);
            Optional<LeastSquares.Minimum> least =
                    least(nearest).or(() -> nearest.isEmpty() ? Optional.empty() : atCorner(nearest.getFirst()));
            return least.<Outcome>map(this::found)
                    .orElseGet(() ->
                            new Undetermined(open(many, nearest.isEmpty() ? near.getFirst() : nearest.getFirst())));
        }

        private Found found(LeastSquares.Minimum least) {
            return new Found(
                    least.p(),
                    least.squares(),
                    least.largest(),
                    least.inverse(),
                    least.moving(),
                    least.convergence(near, near.getFirst().squares(), NEARLY_SAME));
        }

        /// The least of all points, from the least places of many of them.
        private Optional<LeastSquares.Minimum> least(List<LeastSquares.Place> nearest) {
            for (LeastSquares.Place each : nearest) {
                if (each.squares() > nearest.getFirst().squares() * (1 + SAME)) {
                    break;
                }
                double[] ordered = starts.inOrder(many, each.p(), each.squares());
                if (points.size() <= MANY) {
                    Optional<LeastSquares.Minimum> least = many.polished(ordered);
                    if (least.isPresent()) {
                        return least;
                    }
                } else {
                    Optional<LeastSquares.Minimum> ofMany = many.polishedOfSample(ordered);
                    if (ofMany.isPresent()) {
                        return ofAll(ofMany.get());
                    }
                }
            }
            return Optional.empty();
        }

        /// What few of very many points determine of an oscillation is looked for among more of them first.
        private Optional<LeastSquares.Minimum> ofAll(LeastSquares.Minimum ofMany) {
            if (!isOscillating() || points.size() <= VERY_MANY) {
                return throughMore(whole, many, ofMany);
            }
            LeastSquares more = over(points.sample(VERY_MANY));
            return throughMore(more, many, ofMany).flatMap(least -> throughMore(whole, more, least));
        }

        private Optional<LeastSquares.Minimum> throughMore(
                LeastSquares more, LeastSquares sample, LeastSquares.Minimum from) {
            boolean isOfOnes = isOscillating() && points.areAlike();
            return more.polished(from, sample, isOfOnes ? (double) more.size() / sample.size() : 1);
        }

        private ScaledPoints some() {
            return isOscillating() ? points.scattered(SOME) : points.averaged(SOME);
        }

        private boolean isOscillating() {
            return !formula.inSines().isEmpty();
        }

        /// The least where a corner of the curve lies at a point, and the sum of squares has one too (Hudson 1966,
        /// J. Am. Stat. Assoc. 61:1097): the corner stays there, and has no standard error.
        private Optional<LeastSquares.Minimum> atCorner(LeastSquares.Place near) {
            double squares =
                    whole.again(near.p()).map(LeastSquares.Place::squares).orElse(near.squares());
            for (int corner : formula.corners()) {
                if (settings.get(corner).isHeld()) {
                    continue;
                }
                LeastSquares held = whole.holding(corner);
                Optional<LeastSquares.Minimum> least = nearest(points.x(), near.p()[corner])
                        .mapToObj(i -> {
                            double[] start = near.p().clone();
                            start[corner] = points.x()[i];
                            return start;
                        })
                        .flatMap(start -> held.again(start).stream())
                        .flatMap(place ->
                                held.polished(held.improved(place, ALL_STEPS).p()).stream())
                        .filter(minimum -> minimum.squares() <= squares * (1 + SAME))
                        .min(Comparator.comparingDouble(LeastSquares.Minimum::squares));
                if (least.isPresent()) {
                    return least;
                }
            }
            return Optional.empty();
        }

        private FittedCurve curve(ScaledPoints of) {
            return new FittedCurve(formula.program(), of, CoefficientGroups.one(of.size(), settings.size()), progress);
        }

        private LeastSquares over(ScaledPoints sample) {
            return sample == points ? whole : whole.with(curve(sample));
        }
    }

    /// The least sums about some places, least first. Where the points do not determine a curve, each of them sinks
    /// without end: of those behind the first only one that passes it is followed on.
    ///
    /// @param most  so many of the places, the first of those that are alike
    /// @param steps at most
    private static List<LeastSquares.Place> refined(
            List<LeastSquares.Place> places, int most, LeastSquares search, int steps) {
        List<LeastSquares.Place> begun = distinct(places).stream()
                .limit(most)
                .flatMap(each -> search.again(each.p()).stream())
                .toList();
        var refined = new ArrayList<LeastSquares.Place>();
        double least = Double.POSITIVE_INFINITY;
        for (LeastSquares.Place each : begun) {
            LeastSquares.Place soon = search.improved(each, refined.isEmpty() ? steps : Math.min(steps, SOME_STEPS));
            LeastSquares.Place last = soon.ended() || soon.squares() >= least ? soon : search.improved(soon, steps);
            refined.add(last);
            least = Math.min(least, last.squares());
        }
        refined.sort(Comparator.comparingDouble(LeastSquares.Place::squares));
        return refined;
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

    /// Each place once.
    private static List<LeastSquares.Place> distinct(List<LeastSquares.Place> all) {
        var once = new ArrayList<LeastSquares.Place>();
        for (LeastSquares.Place each : all) {
            if (once.stream().noneMatch(other -> isOne(each, other))) {
                once.add(each);
            }
        }
        return once;
    }

    private static boolean isOne(LeastSquares.Place one, LeastSquares.Place other) {
        return IntStream.range(0, one.p().length)
                .allMatch(k -> Math.abs(one.p()[k] - other.p()[k]) <= SAME * Math.abs(other.p()[k]));
    }

    /// The coefficients that can change most without the sum of squares telling it.
    private List<String> open(LeastSquares search, LeastSquares.Place place) {
        return search.open(place.p()).stream().map(formula.coefficients()::get).toList();
    }
}
