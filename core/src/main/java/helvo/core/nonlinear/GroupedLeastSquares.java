package helvo.core.nonlinear;

import helvo.core.Progress;
import helvo.core.formula.CurveFormula;
import helvo.core.numeric.Convergence;
import helvo.core.numeric.LeastSquares;
import helvo.core.points.ScaledPoints;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/// One fit over several groups of points, whose curves have some coefficients in common: the least sum of squares of
/// all, found without starting values.
public final class GroupedLeastSquares {
    private static final int MOST_STEPS = 300;
    /// So many groups say at what values of the common coefficients the search begins.
    private static final int MOST_STARTS = 5;

    private final CurveFormula formula;
    private final List<CoefficientSetting> settings;
    private final List<ScaledPoints> groups;
    private final ScaledPoints whole;
    private final CoefficientGroups places;
    private final List<CoefficientSetting> all;

    /// The least of all that was found.
    ///
    /// @param coefficients of each group, in the formula's order
    /// @param squares    the sum of weighted squares, in units of the scaled y
    /// @param largest    the largest residual, in the same units
    /// @param inverse    of JᵀJ in units of the scaled y, for the coefficients that are determined
    /// @param determined of each group, in the formula's order: where each coefficient stands in that; −1 for none
    public record Found(
            double[][] coefficients,
            double squares,
            double largest,
            double[][] inverse,
            int[][] determined,
            Convergence convergence) {}

    /// @param settings one for each coefficient of the formula
    /// @param whole    the points of all groups, one after the other
    /// @param ends     behind the last point of each
    public GroupedLeastSquares(
            CurveFormula formula, List<CoefficientSetting> settings, ScaledPoints whole, int[] ends) {
        this.formula = formula;
        this.settings = settings;
        this.whole = whole;
        groups = IntStream.range(0, ends.length)
                .mapToObj(g -> whole.part(g == 0 ? 0 : ends[g - 1], ends[g]))
                .toList();
        all = new ArrayList<>();
        int[][] of = new int[ends.length][settings.size()];
        for (int k = 0; k < settings.size(); k++) {
            for (int g = 0; g < ends.length; g++) {
                boolean isNew = g == 0 || isOwn(k);
                of[g][k] = isNew ? all.size() : of[0][k];
                if (isNew) {
                    all.add(settings.get(k));
                }
            }
        }
        places = new CoefficientGroups(ends, of);
    }

    private boolean isOwn(int k) {
        return !settings.get(k).isShared() && !settings.get(k).isHeld();
    }

    /// How many coefficients are fitted in all.
    public int fitted() {
        return (int) all.stream().filter(each -> !each.isHeld()).count();
    }

    /// @return empty where no start leads to a least, or the points do not determine all coefficients
    public Optional<Found> find(Progress progress) {
        LeastSquares search = search(progress);
        List<LeastSquares.Place> ended = starts(progress).stream()
                .flatMap(start -> search.valued(start).stream())
                .map(place -> search.improved(place, MOST_STEPS))
                .sorted(Comparator.comparingDouble(LeastSquares.Place::squares))
                .toList();
        for (LeastSquares.Place place : ended) {
            Optional<LeastSquares.Minimum> least = search.polished(place.p());
            if (least.isPresent()) {
                return Optional.of(found(
                        least.get(), least.get().convergence(ended, place.squares(), NonlinearLeastSquares.SAME)));
            }
        }
        return Optional.empty();
    }

    private LeastSquares search(Progress progress) {
        int[] free =
                IntStream.range(0, all.size()).filter(i -> !all.get(i).isHeld()).toArray();
        int[] linear = NonlinearLeastSquares.linear(formula, settings);
        int[] linearOfAll = Arrays.stream(linear)
                .flatMap(k -> Arrays.stream(places.places()).mapToInt(of -> of[k]))
                .distinct()
                .sorted()
                .toArray();
        return new LeastSquares(
                new FittedCurve(formula.program(), whole, places, progress),
                CoefficientSetting.limits(all),
                free,
                linearOfAll);
    }

    /// The coefficients of all groups, with the common ones as each of some groups has them.
    private List<double[]> starts(Progress progress) {
        var starts = new ArrayList<double[]>();
        var alone = new NonlinearLeastSquares(formula, settings);
        int step = (groups.size() + MOST_STARTS - 1) / MOST_STARTS;
        for (int g = 0; g < groups.size(); g += step) {
            if (alone.of(groups.get(g), progress) instanceof NonlinearLeastSquares.Found found) {
                completed(found.coefficients(), progress).ifPresent(starts::add);
            }
        }
        if (alone.of(whole, progress) instanceof NonlinearLeastSquares.Found found) {
            completed(found.coefficients(), progress).ifPresent(starts::add);
        }
        return starts;
    }

    /// With the best of each group's own coefficients beside those that all have in common.
    private Optional<double[]> completed(double[] common, Progress progress) {
        double[] start = new double[all.size()];
        List<CoefficientSetting> held = IntStream.range(0, settings.size())
                .mapToObj(k -> settings.get(k).isShared() ? settings.get(k).withHeld(common[k]) : settings.get(k))
                .toList();
        boolean isAllHeld = held.stream().allMatch(CoefficientSetting::isHeld);
        for (int g = 0; g < groups.size(); g++) {
            double[] own = common;
            if (!isAllHeld) {
                if (!(new NonlinearLeastSquares(formula, held).of(groups.get(g), progress)
                        instanceof NonlinearLeastSquares.Found found)) {
                    return Optional.empty();
                }
                own = found.coefficients();
            }
            for (int k = 0; k < own.length; k++) {
                start[places.places()[g][k]] = own[k];
            }
        }
        return Optional.of(start);
    }

    private Found found(LeastSquares.Minimum least, Convergence convergence) {
        int count = groups.size();
        double[][] coefficients = new double[count][];
        int[][] determined = new int[count][];
        for (int g = 0; g < count; g++) {
            coefficients[g] = places.select(least.p(), g);
            determined[g] = Arrays.stream(places.places()[g])
                    .map(place -> Math.max(-1, Arrays.binarySearch(least.moving(), place)))
                    .toArray();
        }
        return new Found(coefficients, least.squares(), least.largest(), least.inverse(), determined, convergence);
    }
}
