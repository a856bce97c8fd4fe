package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.fit.solver.SubstitutedFunction;
import helvo.core.formula.CurveFormula;
import helvo.core.nonlinear.OrthogonalLeastSquares;
import helvo.core.number.RoundNumber;
import helvo.core.numeric.Range;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/// The fit of a curve to points with bars in x and y that both weigh: weighted orthogonal distance regression
/// (Boggs, Byrd and Schnabel 1987, SIAM J. Sci. Stat. Comput. 8:1052). A straight line of this kind is York's.
final class OrthogonalFit {
    private static final double[] EXACT = {};

    private OrthogonalFit() {}

    /// @param all with `weighedInBoth`
    static FitOutcome of(Curve curve, Points all, Progress progress) {
        Points points = curve.usable(all);
        int p = curve.coefficientNames().size();
        if (points.size() < p || points.distinctX(p) < p) {
            return new FitOutcome.NotFitted(curve, FormulaFit.tooFew(curve, all, points, p));
        }
        Range reach = Range.of(points.x());
        double span = reach.high() - reach.low();
        if (!isMovable(curve) || !(reach.low() > span || -reach.high() > span)) {
            return about(curve, points, Optional.empty(), progress);
        }
        // Far from x = 0 it is fitted about an x₀ amid the points.
        return about(curve, points, Optional.of(RoundNumber.amid(reach.low(), reach.high())), progress);
    }

    private static boolean isMovable(Curve curve) {
        return switch (curve) {
            case Polynomial _, Exponential _, Logistic _ -> true;
            case FormulaCurve formula -> formula.isMovable();
            case Mean _, Line _, FixedInterceptLine _, Logarithmic _, Power _ -> false;
        };
    }

    private static FitOutcome about(Curve curve, Points points, Optional<BigDecimal> origin, Progress progress) {
        double x0 = origin.map(BigDecimal::doubleValue).orElse(0.0);
        double[] x = origin.isEmpty()
                ? points.x()
                : Arrays.stream(points.x()).map(each -> each - x0).toArray();
        var formula = CurveAsFormula.of(curve);
        double[] inX = known(points.xSigma(), points.size());
        double[] inY = known(points.ySigma(), points.size());
        List<double[]> starts = new ArrayList<>();
        Optional<FitOutcome.NotFitted> none = Optional.empty();
        for (Points each : List.of(
                points.over(x, points.y(), points.ySigma()), points.alike().over(x, points.y(), EXACT))) {
            switch (curve.fitInY(each, progress)) {
                case FitOutcome.Fitted(Fit fit) when fit.origin().isEmpty() -> starts.add(formula.coefficients(fit));
                case FitOutcome.Fitted _ -> {}
                case FitOutcome.NotFitted because -> none = Optional.of(because);
            }
        }
        if (starts.isEmpty() && none.isPresent()) {
            return none.get();
        }
        return OrthogonalLeastSquares.of(
                        formula.formula(), formula.settings(), x, points.y(), inX, inY, starts, progress)
                .map(found -> fitted(formula, points, found))
                .map(outcome -> outcome instanceof FitOutcome.Fitted(Fit fit) && origin.isPresent()
                        ? new FitOutcome.Fitted(
                                fit.withCurve(curve, new SubstitutedFunction(fit.function(), each -> each - x0, _ -> 1))
                                        .withOrigin(origin))
                        : outcome)
                .orElseGet(() -> new FitOutcome.NotFitted(
                        curve,
                        new FitFailureReason.NoneFits(
                                "curve with bars in x and y", "the search for it did not converge")));
    }

    /// Standard deviations, 0 for what has no bar.
    static double[] known(double[] sigma, int size) {
        double[] known = new double[size];
        for (int i = 0; i < sigma.length; i++) {
            known[i] = sigma[i] > 0 ? sigma[i] : 0;
        }
        return known;
    }

    private static FitOutcome fitted(CurveAsFormula of, Points points, OrthogonalLeastSquares.Found found) {
        Curve curve = of.curve();
        CurveFormula formula = of.formula();
        int n = points.size();
        int[] determined = found.determined();
        boolean aboutZero = curve instanceof FixedInterceptLine && curve.fixedIntercept() == 0;
        FitQuality quality = FitQuality.of(
                points.weighting(),
                n,
                determined.length,
                found.chiSquare(),
                total(points.y(), found.weights(), false),
                1);
        double scale = points.weighting() == Weighting.STATED
                ? 1
                : n > determined.length ? Math.sqrt(found.chiSquare() / (n - determined.length)) : 0;
        return FormulaFit.coefficients(
                        curve,
                        formula,
                        found.coefficients(),
                        found.inverse(),
                        determined,
                        scale,
                        quality,
                        n > determined.length)
                .<FitOutcome>map(estimates -> new FitOutcome.Fitted(new Fit(
                                curve,
                                estimates.values(),
                                estimates.covariance(),
                                new FittedFormula(formula, found.coefficients(), found.inverse(), determined, 1),
                                aboutZero ? quality.aboutZero(total(points.y(), found.weights(), true)) : quality)
                        .withConvergence(Optional.of(found.convergence()))))
                .orElseGet(() -> new FitOutcome.NotFitted(curve, new FitFailureReason.OutOfRange()));
    }

    /// The weighted sum of squares of y about its mean or about 0.
    private static double total(double[] y, double[] weights, boolean aboutZero) {
        double mean = 0;
        double sum = 0;
        for (int i = 0; i < y.length && !aboutZero; i++) {
            sum += weights[i];
            mean += (y[i] - mean) * weights[i] / sum;
        }
        double total = 0;
        for (int i = 0; i < y.length; i++) {
            total += weights[i] * (y[i] - mean) * (y[i] - mean);
        }
        return total;
    }
}
