package helvo.core.numeric;

import org.apache.commons.numbers.core.DD;

/// Double-double numbers in a row. By loops: a search makes some at each of its thousands of sums, and streams were
/// a sixth of the time in which the curves of the trade are compared through few points.
public final class DoubleDoubleVectors {
    private DoubleDoubleVectors() {}

    public static DD[] of(double[] values) {
        DD[] doubled = new DD[values.length];
        for (int i = 0; i < values.length; i++) {
            doubled[i] = DD.of(values[i]);
        }
        return doubled;
    }

    /// The doubles nearest to them.
    public static double[] nearest(DD[] doubled) {
        double[] values = new double[doubled.length];
        for (int i = 0; i < doubled.length; i++) {
            values[i] = doubled[i].hi();
        }
        return values;
    }
}
