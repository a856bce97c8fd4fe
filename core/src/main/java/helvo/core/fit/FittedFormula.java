package helvo.core.fit;

import helvo.core.Require;
import helvo.core.formula.CurveFormula;
import helvo.core.formula.CurveProgram;
import helvo.core.numeric.FittedFunction;
import java.util.Arrays;
import java.util.stream.IntStream;
import org.apache.commons.numbers.core.DD;

/// A fitted formula as a function of x.
final class FittedFormula implements FittedFunction {
    private final CurveFormula formula;
    private final double[] p;
    private final double[][] inverse;
    private final int[] determined;
    private final double variance;
    private final ThreadLocal<CurveProgram.Evaluation> evaluations;

    /// @param p          all coefficients of the formula
    /// @param inverse    of the normal equations' matrix, for the coefficients that are determined
    /// @param determined places of those, rising
    /// @param variance   what the inverse is to be multiplied with
    FittedFormula(CurveFormula formula, double[] p, double[][] inverse, int[] determined, double variance) {
        this.formula = formula;
        this.p = p;
        this.inverse = inverse;
        this.determined = determined;
        this.variance = variance;
        CurveProgram program = formula.program();
        evaluations = ThreadLocal.withInitial(() -> program.evaluation(1));
    }

    @Override
    public double at(double x) {
        return formula.value(p, x);
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

    /// Of a polynomial that is written by falling powers.
    @Override
    public double[] about(double origin, int degree) {
        Require.require(p.length == degree + 1, "a formula of %s coefficients has no degree", p.length);
        DD[] shifted = IntStream.rangeClosed(0, degree)
                .mapToObj(k -> DD.of(p[degree - k]))
                .toArray(DD[]::new);
        for (int from = 0; from < degree; from++) {
            for (int k = degree - 1; k >= from; k--) {
                shifted[k] = shifted[k].add(shifted[k + 1].multiply(origin));
            }
        }
        return Arrays.stream(shifted).mapToDouble(DD::hi).toArray();
    }
}
