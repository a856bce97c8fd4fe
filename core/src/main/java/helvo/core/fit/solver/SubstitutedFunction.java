package helvo.core.fit.solver;

import helvo.core.numeric.FittedFunction;
import java.util.function.DoubleUnaryOperator;

/// A fitted function of t, as a function of x.
///
/// @param t      of x
/// @param change dt/dx at x
public record SubstitutedFunction(FittedFunction function, DoubleUnaryOperator t, DoubleUnaryOperator change)
        implements FittedFunction {
    @Override
    public double at(double x) {
        return function.at(t.applyAsDouble(x));
    }

    @Override
    public double slope(double x) {
        return function.slope(t.applyAsDouble(x)) * change.applyAsDouble(x);
    }

    @Override
    public double residual(double x, double y) {
        return function.residual(t.applyAsDouble(x), y);
    }

    @Override
    public double leverage(double x) {
        return function.leverage(t.applyAsDouble(x));
    }

    @Override
    public double[] basis(double x) {
        return function.basis(t.applyAsDouble(x));
    }
}
