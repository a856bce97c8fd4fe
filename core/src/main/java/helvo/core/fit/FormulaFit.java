package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.fit.solver.SubstitutedFunction;
import helvo.core.formula.CurveProgram;
import helvo.core.nonlinear.NonlinearLeastSquares;
import helvo.core.number.RoundNumber;
import helvo.core.numeric.FittedFunction;
import helvo.core.points.Points;
import helvo.core.points.ScaledPoints;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

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
        double low = Arrays.stream(points.x()).min().orElse(0);
        double high = Arrays.stream(points.x()).max().orElse(0);
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
                                .withOrigin(origin))
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

    private static FitFailureReason tooFew(Curve curve, Points all, Points points, int p) {
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
        int n = points.size();
        int[] determined = found.determined();
        ScaledQuality scaled = ScaledQuality.of(points, determined.length, found.largest(), found.squares());
        List<String> names = curve.coefficientNames();
        var coefficients = new ArrayList<Coefficient>();
        double[][] covariance = n <= determined.length ? Fit.UNKNOWN : new double[names.size()][names.size()];
        for (int k = 0; k < names.size(); k++) {
            int place = curve.formula().coefficients().indexOf(names.get(k));
            double value = found.coefficients()[place];
            int at = Arrays.binarySearch(determined, place);
            double se = at < 0 ? 0 : scaled.scale() * Math.sqrt(Math.max(0, found.inverse()[at][at]));
            if (!Double.isFinite(value) || !Double.isFinite(se)) {
                return new FitOutcome.NotFitted(curve, new FitFailureReason.OutOfRange());
            }
            // A coefficient at its limit is not estimated.
            coefficients.add(
                    at < 0
                            ? new Coefficient(names.get(k), value, Optional.empty())
                            : scaled.quality().estimated(names.get(k), value, se));
            for (int other = 0; other < covariance.length && at >= 0; other++) {
                int with = Arrays.binarySearch(
                        determined, curve.formula().coefficients().indexOf(names.get(other)));
                covariance[k][other] = with < 0 ? 0 : scaled.scale() * scaled.scale() * found.inverse()[at][with];
            }
        }
        return new FitOutcome.Fitted(
                new Fit(curve, coefficients, covariance, new Function(curve, points, found), scaled.quality())
                        .withSearch(new Fit.Search(found.starts(), found.ended())));
    }

    /// The fitted curve.
    private static final class Function implements FittedFunction {
        private final FormulaCurve curve;
        private final double[] p;
        private final double[][] inverse;
        private final int[] determined;
        private final double variance;
        private final ThreadLocal<CurveProgram.Evaluation> evaluations;

        Function(FormulaCurve curve, ScaledPoints points, NonlinearLeastSquares.Found found) {
            this.curve = curve;
            p = found.coefficients();
            inverse = found.inverse();
            determined = found.determined();
            // The inverse is of derivatives in units of the scaled y, and of scaled weights.
            double weight = points.areAlike() ? 1 : Math.scalb(1.0, points.rootPower());
            variance = weight * weight / points.unit() / points.unit();
            CurveProgram program = curve.formula().program();
            evaluations = ThreadLocal.withInitial(() -> program.evaluation(1));
        }

        @Override
        public double at(double x) {
            return curve.formula().value(p, x);
        }

        @Override
        public double slope(double x) {
            CurveProgram.Evaluation evaluation = evaluations.get();
            evaluation.values(p, new double[] {x}, 0, 1);
            return evaluation.slope(1)[0];
        }

        @Override
        public double residual(double x, double y) {
            return y - at(x);
        }

        @Override
        public double[] basis(double x) {
            CurveProgram.Evaluation evaluation = evaluations.get();
            evaluation.values(p, new double[] {x}, 0, 1);
            double[][] gradient = evaluation.gradient(1);
            return IntStream.of(determined).mapToDouble(k -> gradient[k][0]).toArray();
        }

        @Override
        public double leverage(double x) {
            double[] basis = basis(x);
            double sum = 0;
            for (int i = 0; i < basis.length; i++) {
                for (int k = 0; k < basis.length; k++) {
                    sum += basis[i] * inverse[i][k] * basis[k];
                }
            }
            return Math.max(0, sum * variance);
        }
    }
}
