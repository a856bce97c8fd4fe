package helvo.core.bounds;

import java.util.Arrays;
import org.apache.commons.numbers.core.DD;

/// One side of a convex hull: its corners in order of x. Andrew 1979, Information Processing Letters 9:216
/// (monotone chain). Coordinates are unevaluated sums of two doubles, so that the end of a bar is exact; turns are
/// judged in doubles where their rounding cannot matter, else in double-double.
final class HullChain {
    /// Three differences and a product each, of doubles: below this part of its terms a turn is judged again.
    private static final double TURN_ROUNDING = 8 * 0x1p-53;

    private final double[] x;
    private final double[] xLow;
    private final double[] y;
    private final double[] yLow;
    private final int sign;
    private final int[] corners;
    private int size;

    /// @param sign 1 for the lower side, −1 for the upper
    private HullChain(double[] x, double[] xLow, double[] y, double[] yLow, int sign) {
        this.x = x;
        this.xLow = xLow;
        this.y = y;
        this.yLow = yLow;
        this.sign = sign;
        corners = new int[x.length];
    }

    static int[] lower(int[] order, double[] x, double[] xLow, double[] y, double[] yLow) {
        return new HullChain(x, xLow, y, yLow, 1).of(order);
    }

    static int[] upper(int[] order, double[] x, double[] xLow, double[] y, double[] yLow) {
        return new HullChain(x, xLow, y, yLow, -1).of(order);
    }

    private int[] of(int[] order) {
        for (int next : order) {
            if (size > 0 && x[corners[size - 1]] == x[next] && xLow[corners[size - 1]] == xLow[next]) {
                // Of points above one another only the outermost counts.
                double higher = y[next] - y[corners[size - 1]];
                if (sign * (higher == 0 ? yLow[next] - yLow[corners[size - 1]] : higher) >= 0) {
                    continue;
                }
                size--;
            }
            while (size >= 2 && sign * turn(corners[size - 2], corners[size - 1], next) <= 0) {
                size--;
            }
            corners[size++] = next;
        }
        return Arrays.copyOf(corners, size);
    }

    /// Above 0 where the way from a over b to c turns left.
    private double turn(int a, int b, int c) {
        double first = (x[b] - x[a]) * (y[c] - y[a]);
        double second = (y[b] - y[a]) * (x[c] - x[a]);
        double turn = first - second;
        double scale =
                (Math.abs(x[a]) + Math.abs(x[b]) + Math.abs(x[c])) * (Math.abs(y[a]) + Math.abs(y[b]) + Math.abs(y[c]));
        if (Math.abs(turn) > TURN_ROUNDING * scale && Math.abs(turn) < Double.POSITIVE_INFINITY) {
            return turn;
        }
        return exactly(x, xLow, b, a)
                .multiply(exactly(y, yLow, c, a))
                .subtract(exactly(y, yLow, b, a).multiply(exactly(x, xLow, c, a)))
                .hi();
    }

    private static DD exactly(double[] high, double[] low, int of, int from) {
        return DD.ofSum(high[of], low[of]).subtract(DD.ofSum(high[from], low[from]));
    }
}
