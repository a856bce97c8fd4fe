package helvo.core.numeric;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleUnaryOperator;
import org.apache.commons.numbers.rootfinder.BrentSolver;

/// A search for the zeros of a function of one variable: sought in equal steps, settled by Brent's method (Brent
/// 1973, Algorithms for Minimization without Derivatives, ch. 4).
public final class RootFinder {
    private static final int SEARCH_STEPS = 2000;
    /// Two units in the last place.
    private static final double RELATIVE_TOLERANCE = 2 * Math.ulp(1.0);
    private static final double ABSOLUTE_TOLERANCE = Double.MIN_NORMAL;

    private RootFinder() {}

    /// Every place of a range where the function changes its sign or is zero, in the order from its beginning to
    /// its end.
    ///
    /// @param to may be less than `from`
    public static List<Double> in(DoubleUnaryOperator f, double from, double to) {
        var roots = new ArrayList<Double>();
        double before = Double.NaN;
        double valueBefore = Double.NaN;
        for (int i = 0; i <= SEARCH_STEPS; i++) {
            double x = from + (to - from) * i / SEARCH_STEPS;
            double value = f.applyAsDouble(x);
            if (value == 0) {
                roots.add(x);
            } else if (valueBefore < 0 && value > 0 || valueBefore > 0 && value < 0) {
                roots.add(between(f, before, x));
            }
            before = x;
            valueBefore = value;
        }
        return roots;
    }

    /// The zero between two places where the function has different signs, to the last digits of a double; where
    /// rounding gives both one sign, the place that is nearer to zero.
    public static double between(DoubleUnaryOperator f, double from, double to) {
        double atFrom = f.applyAsDouble(from);
        double atTo = f.applyAsDouble(to);
        if (Math.signum(atFrom) == Math.signum(atTo)) {
            return Math.abs(atFrom) <= Math.abs(atTo) ? from : to;
        }
        return new BrentSolver(RELATIVE_TOLERANCE, ABSOLUTE_TOLERANCE, 0)
                .findRoot(f, Math.min(from, to), Math.max(from, to));
    }
}
