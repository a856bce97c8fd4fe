package helvo.core.reading;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleUnaryOperator;

/// Where a function of one variable is zero: sought in equal steps, settled by bisection to the last digit of a double.
public final class Roots {
    private static final int STEPS = 2000;

    private Roots() {}

    /// Every place of a range where the function changes its sign or is zero, in the order from its beginning to its end.
    ///
    /// @param to may be less than `from`
    public static List<Double> in(DoubleUnaryOperator f, double from, double to) {
        var roots = new ArrayList<Double>();
        double before = Double.NaN;
        double valueBefore = Double.NaN;
        for (int i = 0; i <= STEPS; i++) {
            double x = from + (to - from) * i / STEPS;
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

    /// The zero between two places where the function has different signs.
    static double between(DoubleUnaryOperator f, double from, double to) {
        double low = Math.min(from, to);
        double high = Math.max(from, to);
        boolean rising = f.applyAsDouble(low) < 0;
        while (true) {
            double middle = low / 2 + high / 2;
            if (!(middle > low && middle < high)) {
                return Math.abs(f.applyAsDouble(low)) <= Math.abs(f.applyAsDouble(high)) ? low : high;
            }
            if (f.applyAsDouble(middle) < 0 == rising) {
                low = middle;
            } else {
                high = middle;
            }
        }
    }
}
