package helvo.core.nonlinear;

import helvo.core.Progress;
import helvo.core.formula.CurveFormula;
import helvo.core.numeric.LeastSquares;
import helvo.core.numeric.SumOfSquares;
import helvo.core.points.ScaledPoints;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.IntStream;

/// How far a coefficient can go from its value while the others follow, before the sum of squares has grown by so
/// much (Bates and Watts 1988, Nonlinear Regression Analysis and Its Applications, §6.1).
public final class ProfileSearch {
    private static final int MOST_STEPS = 60;
    private static final int MOST_DOUBLINGS = 12;
    private static final int MOST_HALVINGS = 40;
    private static final double SAME_PLACE = 1e-7;

    private final List<CoefficientSetting> settings;
    private final LeastSquares search;
    private final double[] p;
    private final double least;

    private ProfileSearch(
            CurveFormula formula, List<CoefficientSetting> settings, SumOfSquares sumOfSquares, double[] p) {
        this.settings = settings;
        this.p = p;
        int[] free = IntStream.range(0, settings.size())
                .filter(k -> !settings.get(k).isHeld())
                .toArray();
        int[] linear =
                sumOfSquares instanceof FittedCurve ? NonlinearLeastSquares.linear(formula, settings) : new int[0];
        search = new LeastSquares(sumOfSquares, CoefficientSetting.limits(settings), free, linear);
        least = search.valued(p).map(LeastSquares.Place::squares).orElse(Double.NaN);
    }

    /// By distances in y.
    ///
    /// @param p the coefficients of the least sum of squares, in the formula's order
    public static ProfileSearch of(
            CurveFormula formula,
            List<CoefficientSetting> settings,
            ScaledPoints points,
            double[] p,
            Progress progress) {
        var curve = new FittedCurve(
                formula.program(), points, CoefficientGroups.one(points.size(), settings.size()), progress);
        return new ProfileSearch(formula, settings, curve, p);
    }

    /// By distances in x and y.
    public static ProfileSearch of(
            CurveFormula formula,
            List<CoefficientSetting> settings,
            double[] x,
            double[] y,
            double[] xSigma,
            double[] ySigma,
            double[] p,
            Progress progress) {
        return new ProfileSearch(
                formula, settings, new OrthogonalDistances(formula.program(), x, y, xSigma, ySigma, progress), p);
    }

    /// Where the sum of squares has grown by so much; empty where it never does within its limits or a thousand
    /// standard errors, or before the curve has no value.
    ///
    /// @param k      which coefficient
    /// @param step   how far that would be if the sum grew with the square of the way: below 0 for the lower end
    /// @param growth of the sum, as a part of it
    public OptionalDouble end(int k, double step, double growth) {
        LeastSquares held = search.holding(k);
        double[] from = p.clone();
        double inner = 0;
        double innerRoot = -Math.sqrt(growth);
        double outer = within(k, step);
        for (int doubling = 0; doubling <= MOST_DOUBLINGS && outer != inner; doubling++) {
            Optional<LeastSquares.Place> there = at(held, from, k, outer);
            double root = there.map(place -> root(place, growth)).orElse(Double.POSITIVE_INFINITY);
            if (root >= 0) {
                return between(held, from, k, inner, innerRoot, outer, root, growth);
            }
            from = there.orElseThrow().p();
            inner = outer;
            innerRoot = root;
            outer = within(k, 2 * outer);
        }
        return OptionalDouble.empty();
    }

    private double within(int k, double away) {
        return settings.get(k).limits().nearest(p[k] + away) - p[k];
    }

    /// Below 0 where the sum has not grown enough; the root grows evenly with the way.
    private double root(LeastSquares.Place place, double growth) {
        return Math.sqrt(Math.max(0, place.squares() / least - 1)) - Math.sqrt(growth);
    }

    /// @return empty where the curve has no value, or doubles do not hold what the others are found by
    private Optional<LeastSquares.Place> at(LeastSquares held, double[] from, int k, double away) {
        double[] start = from.clone();
        start[k] = p[k] + away;
        return held.again(start).flatMap(place -> {
            LeastSquares.Place better = held.improved(place, MOST_STEPS);
            return better.ended() || better.squares() < place.squares() ? Optional.of(better) : Optional.empty();
        });
    }

    /// By false position that does not keep one end (Dowell and Jarratt 1971, BIT 11:168).
    private OptionalDouble between(
            LeastSquares held,
            double[] from,
            int k,
            double inner,
            double innerRoot,
            double outer,
            double outerRoot,
            double growth) {
        double low = inner;
        double lowRoot = innerRoot;
        double high = outer;
        double highRoot = outerRoot;
        for (int step = 0; step < MOST_HALVINGS; step++) {
            boolean isFinite = Double.isFinite(highRoot);
            double next = isFinite ? high - highRoot * (high - low) / (highRoot - lowRoot) : (low + high) / 2;
            double root =
                    at(held, from, k, next).map(place -> root(place, growth)).orElse(Double.POSITIVE_INFINITY);
            if (Math.abs(root) < SAME_PLACE * Math.sqrt(growth)) {
                return OptionalDouble.of(p[k] + next);
            }
            if (Math.abs(high - low) < SAME_PLACE * Math.abs(high)) {
                return isFinite ? OptionalDouble.of(p[k] + next) : OptionalDouble.empty();
            }
            if (root > 0) {
                high = next;
                highRoot = root;
                lowRoot /= 2;
            } else {
                low = next;
                lowRoot = root;
                highRoot = isFinite ? highRoot / 2 : highRoot;
            }
        }
        return Arrays.stream(new double[] {low, high, highRoot}).allMatch(Double::isFinite)
                ? OptionalDouble.of(p[k] + (low + high) / 2)
                : OptionalDouble.empty();
    }
}
