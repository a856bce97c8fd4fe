package helvo.core.nonlinear;

import helvo.core.Progress;
import helvo.core.formula.CurveFormula;
import helvo.core.numeric.Convergence;
import helvo.core.numeric.LeastSquares;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/// The least sum of squared distances in x and y, each in its standard deviations, from starts that are given.
public final class OrthogonalLeastSquares {
    private static final int MOST_STEPS = 300;
    /// Of more points about so many show where the least is.
    private static final int MANY = 3000;
    private static final int STEPS_WITH_ALL = 8;
    private static final int[] NONE = {};

    private OrthogonalLeastSquares() {}

    /// @param coefficients of the formula, in its order, those that are held too
    /// @param chiSquare    the sum of squared distances
    /// @param inverse      of the normal equations, for the coefficients that are determined
    /// @param determined   places of those: fitted, and at no limit
    /// @param weights      of each point: 1/(σy² + f′²σx²) at its place on the curve
    public record Found(
            double[] coefficients,
            double chiSquare,
            double[][] inverse,
            int[] determined,
            double[] weights,
            Convergence convergence) {}

    /// @param settings one for each coefficient of the formula
    /// @param xSigma   standard deviation of each x, 0 where it is exact
    /// @param ySigma   likewise of y; no point is exact in both
    /// @param starts   coefficients that the search begins at
    /// @return empty where none of the starts leads to a least, or the points do not determine the coefficients
    public static Optional<Found> of(
            CurveFormula formula,
            List<CoefficientSetting> settings,
            double[] x,
            double[] y,
            double[] xSigma,
            double[] ySigma,
            List<double[]> starts,
            Progress progress) {
        int[] free = IntStream.range(0, settings.size())
                .filter(k -> !settings.get(k).isHeld())
                .toArray();
        var distances = new OrthogonalDistances(formula.program(), x, y, xSigma, ySigma, progress);
        var search = new LeastSquares(distances, CoefficientSetting.limits(settings), free, NONE);
        LeastSquares some = x.length <= MANY ? search : search.with(distances.every((x.length - 1) / MANY + 1));
        List<LeastSquares.Place> near = starts.stream()
                .flatMap(start -> some.valued(start).stream())
                .map(place -> some.improved(place, MOST_STEPS))
                .sorted(Comparator.comparingDouble(LeastSquares.Place::squares))
                .toList();
        return near.stream()
                .flatMap(place -> some == search ? Stream.of(place) : search.valued(place.p()).stream())
                .map(place -> some == search ? place : search.improved(place, STEPS_WITH_ALL))
                .flatMap(place -> search.polished(place.p()).stream())
                .map(least -> new Found(
                        least.p(),
                        least.squares(),
                        least.inverse(),
                        least.moving(),
                        distances.weights(least.p()),
                        least.convergence(near, near.getFirst().squares(), NonlinearLeastSquares.NEARLY_SAME)))
                .findFirst();
    }
}
