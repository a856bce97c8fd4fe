package helvo.core.points;

import helvo.core.Require;
import java.util.Arrays;
import java.util.stream.IntStream;

/// The lengths of error bars in one direction, one or two for each point.
///
/// @param down half length towards smaller values, one for each point; NaN where a point has none; the same array
///     as `up` where both ways are alike
/// @param up   half length towards greater values
public record ErrorBars(double[] down, double[] up) {
    public static final ErrorBars NONE = new ErrorBars(new double[0], new double[0]);

    public ErrorBars {
        Require.require(down.length == up.length, "%s bars down and %s up", down.length, up.length);
    }

    /// As long one way as the other.
    public static ErrorBars even(double[] half) {
        return half.length == 0 ? NONE : new ErrorBars(half, half);
    }

    /// No point has one.
    public boolean isNone() {
        return up.length == 0;
    }

    /// Whether a point has a bar; one of length 0 is a bar.
    public boolean has(int i) {
        return up.length > 0
                && up[i] >= 0
                && down[i] >= 0
                && up[i] < Double.POSITIVE_INFINITY
                && down[i] < Double.POSITIVE_INFINITY;
    }

    /// Whether each point's bar is as long one way as the other.
    public boolean isEven() {
        return down == up || Arrays.equals(down, up);
    }

    /// Half of the whole length of each point's bar.
    public double[] half() {
        return down == up
                ? up
                : IntStream.range(0, up.length)
                        .mapToDouble(i -> (down[i] + up[i]) / 2)
                        .toArray();
    }

    public ErrorBars at(int[] places) {
        double[] kept = kept(up, places);
        return isNone() ? this : new ErrorBars(down == up ? kept : kept(down, places), kept);
    }

    private static double[] kept(double[] values, int[] places) {
        return values.length == 0
                ? values
                : Arrays.stream(places).mapToDouble(i -> values[i]).toArray();
    }
}
