package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.fit.solver.SubstitutedFunction;
import helvo.core.formula.CurveFormula;
import helvo.core.nonlinear.NonlinearLeastSquares;
import helvo.core.number.RoundNumber;
import helvo.core.numeric.Range;
import helvo.core.points.Points;
import helvo.core.points.ScaledPoints;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/// The least-squares fit of a curve that is written as a formula.
final class FormulaFit {
    private FormulaFit() {}

    static FitOutcome of(FormulaCurve curve, Points all, Progress progress) {
        Points points = curve.usable(all);
        int n = points.size();
        int p = curve.coefficientNames().size();
        if (n < p || points.distinctX(p) < p) {
            return new FitOutcome.NotFitted(curve, tooFew(curve, all, points, p));
        }
        Range ofX = Range.of(points.x());
        double low = ofX.low();
        double high = ofX.high();
        boolean zeroIsFar = low > high - low || -high > high - low;
        if (!curve.isMovable() || !zeroIsFar) {
            return of(curve, ScaledPoints.of(points.x(), points), progress);
        }
        BigDecimal origin = RoundNumber.amid(low, high);
        double x0 = origin.doubleValue();
        double[] from = Arrays.stream(points.x()).map(x -> x - x0).toArray();
        return of(curve, ScaledPoints.of(from, points), progress) instanceof FitOutcome.Fitted(Fit fit)
                ? new FitOutcome.Fitted(
                        fit.withCurve(curve, new SubstitutedFunction(fit.function(), x -> x - x0, _ -> 1))
                                .withOrigin(Optional.of(origin)))
                : of(curve, ScaledPoints.of(points.x(), points), progress);
    }

    private static FitOutcome of(FormulaCurve curve, ScaledPoints scaled, Progress progress) {
        return switch (new NonlinearLeastSquares(curve.formula(), curve.settings()).of(scaled, progress)) {
            case NonlinearLeastSquares.Found found -> fitted(curve, scaled, found);
            case NonlinearLeastSquares.Undetermined(List<String> names) ->
                new FitOutcome.NotFitted(curve, new FitFailureReason.Undetermined(names));
            case NonlinearLeastSquares.NoValue() ->
                new FitOutcome.NotFitted(
                        curve,
                        new FitFailureReason.NoneFits(
                                "curve of this formula", "it has no value there, whichever coefficients are tried"));
        };
    }

    private static FittedFormula function(
            CurveFormula formula, ScaledPoints points, NonlinearLeastSquares.Found found) {
        // The inverse is of derivatives in units of the scaled y, and of scaled weights.
        double weight = points.areAlike() ? 1 : Math.scalb(1.0, points.rootPower());
        return new FittedFormula(
                formula,
                found.coefficients(),
                found.inverse(),
                found.determined(),
                weight * weight / points.unit() / points.unit());
    }

    static FitFailureReason tooFew(Curve curve, Points all, Points points, int p) {
        int n = points.size();
        return n == 0
                ? FitFailureReason.noneOf(all, curve)
                : n < p
                        ? new FitFailureReason.TooFewPoints(n, p)
                        : points.distinctX(2) < 2
                                ? new FitFailureReason.AllXEqual(points.x()[0])
                                : new FitFailureReason.TooFewDistinctX(points.distinctX(p), p);
    }

    private static FitOutcome fitted(FormulaCurve curve, ScaledPoints points, NonlinearLeastSquares.Found found) {
        int[] determined = found.determined();
        ScaledQuality scaled = ScaledQuality.of(points, determined.length, found.largest(), found.squares())
                .withCorners(curve.furtherForCorners(determined));
        return coefficients(
                        curve,
                        curve.formula(),
                        found.coefficients(),
                        found.inverse(),
                        determined,
                        scaled.scale(),
                        scaled.quality(),
                        points.size() > determined.length)
                .<FitOutcome>map(of -> new FitOutcome.Fitted(new Fit(
                                curve,
                                of.values(),
                                of.covariance(),
                                function(curve.formula(), points, found),
                                scaled.quality())
                        .withConvergence(Optional.of(found.convergence()))))
                .orElseGet(() -> new FitOutcome.NotFitted(curve, new FitFailureReason.OutOfRange()));
    }

    /// Fitted coefficients, and how they vary together.
    record Estimates(List<Coefficient> values, double[][] covariance) {}

    /// @param p          of the formula, in its order
    /// @param inverse    of the normal equations' matrix, for the coefficients that are determined
    /// @param determined places of those, rising: a coefficient at its limit is not estimated
    /// @param scale      of the standard errors: what a root of the inverse is multiplied with
    /// @param isKnown    whether scatter is left to judge by
    /// @return empty where one is not finite
    static Optional<Estimates> coefficients(
            Curve curve,
            CurveFormula formula,
            double[] p,
            double[][] inverse,
            int[] determined,
            double scale,
            FitQuality quality,
            boolean isKnown) {
        List<String> names = curve.coefficientNames();
        var coefficients = new ArrayList<Coefficient>();
        double[][] covariance = !isKnown ? Fit.UNKNOWN : new double[names.size()][names.size()];
        for (int k = 0; k < names.size(); k++) {
            int place = formula.coefficients().indexOf(names.get(k));
            int at = Arrays.binarySearch(determined, place);
            double se = at < 0 ? 0 : scale * Math.sqrt(Math.max(0, inverse[at][at]));
            if (!Double.isFinite(p[place]) || !Double.isFinite(se)) {
                return Optional.empty();
            }
            coefficients.add(
                    at < 0
                            ? new Coefficient(names.get(k), p[place], Optional.empty())
                            : quality.estimated(names.get(k), p[place], se));
            for (int other = 0; other < covariance.length && at >= 0; other++) {
                int with =
                        Arrays.binarySearch(determined, formula.coefficients().indexOf(names.get(other)));
                covariance[k][other] = with < 0 ? 0 : scale * scale * inverse[at][with];
            }
        }
        return Optional.of(new Estimates(coefficients, covariance));
    }
}
