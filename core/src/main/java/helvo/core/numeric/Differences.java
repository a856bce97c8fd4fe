package helvo.core.numeric;

import java.util.function.BiFunction;

/// Derivatives by the difference of what stands a little to both sides of some coefficients.
public final class Differences {
    private static final double STEP = 1e-5;

    private Differences() {}

    /// @param sum        whose coefficients they are
    /// @param of         the places of the coefficients that are moved, one after the other
    /// @param difference what differs between the coefficients moved up and moved down
    public static double[][] of(
            SumOfSquares sum, double[] p, int[] of, BiFunction<double[], double[], double[]> difference) {
        double[][] derivatives = new double[of.length][];
        for (int k = 0; k < of.length; k++) {
            double step = STEP * sum.size(p, of[k]);
            double[] up = p.clone();
            double[] down = p.clone();
            up[of[k]] += step;
            down[of[k]] -= step;
            double apart = up[of[k]] - down[of[k]];
            derivatives[k] = difference.apply(up, down).clone();
            for (int i = 0; i < derivatives[k].length; i++) {
                derivatives[k][i] /= apart;
            }
        }
        return derivatives;
    }
}
