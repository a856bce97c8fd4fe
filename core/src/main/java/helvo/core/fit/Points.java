package helvo.core.fit;

import helvo.core.Require;
import java.util.Arrays;

/// The points that a fit uses: finite x and y, and where each came from.
///
/// The arrays are shared, not copied: nobody changes them.
///
/// @param x    abscissae
/// @param y    ordinates, as many
/// @param rows the table row of each point, 0 is the first
/// @param xBar half length of each point's bar in x, NaN where it has none; empty when no point has one
/// @param yBar likewise in y
public record Points(double[] x, double[] y, int[] rows, double[] xBar, double[] yBar) {
    private static final double[] NO_BARS = {};
    private static final int DIGIT_BITS = 11;
    private static final int DIGITS = 6;

    public Points {
        Require.require(x.length == y.length && x.length == rows.length, "%s x, %s y, %s rows", x.length, y.length, rows.length);
        Require.require(xBar.length == 0 || xBar.length == x.length, "%s bars in x for %s points", xBar.length, x.length);
        Require.require(yBar.length == 0 || yBar.length == x.length, "%s bars in y for %s points", yBar.length, x.length);
    }

    /// Points without bars, in the rows of a table of their own.
    public static Points of(double[] x, double[] y) {
        int[] rows = new int[x.length];
        Arrays.setAll(rows, i -> i);
        return new Points(x, y, rows, NO_BARS, NO_BARS);
    }

    public int size() {
        return x.length;
    }

    /// How many different x there are, counted up to `enough`.
    public int distinctX(int enough) {
        double[] seen = new double[enough];
        int count = 0;
        for (int i = 0; i < x.length && count < enough; i++) {
            boolean known = false;
            for (int k = 0; k < count && !known; k++) {
                known = seen[k] == x[i];
            }
            if (!known) {
                seen[count++] = x[i];
            }
        }
        return count;
    }

    /// The positions of the points in order of rising x; points at the same x in their own order.
    public int[] orderByX() {
        int n = x.length;
        int[] order = new int[n];
        Arrays.setAll(order, i -> i);
        if (rises(x)) {
            return order;
        }
        long[] keys = new long[n];
        int[][] counts = new int[DIGITS][1 << DIGIT_BITS];
        for (int i = 0; i < n; i++) {
            long bits = Double.doubleToRawLongBits(x[i] + 0.0);
            long key = bits < 0 ? ~bits : bits ^ Long.MIN_VALUE;
            keys[i] = key;
            for (int digit = 0; digit < DIGITS; digit++) {
                counts[digit][digit(key, digit)]++;
            }
        }
        return sorted(keys, order, counts);
    }

    /// Sorts by one digit of the keys after the other, lowest first; a digit that all have in common costs nothing.
    private static int[] sorted(long[] keys, int[] order, int[][] counts) {
        int n = keys.length;
        long[] toKeys = new long[n];
        int[] toOrder = new int[n];
        for (int digit = 0; digit < DIGITS; digit++) {
            int[] next = counts[digit];
            if (next[digit(keys[0], digit)] == n) {
                continue;
            }
            int sum = 0;
            for (int value = 0; value < next.length; value++) {
                int count = next[value];
                next[value] = sum;
                sum += count;
            }
            for (int i = 0; i < n; i++) {
                int place = next[digit(keys[i], digit)]++;
                toKeys[place] = keys[i];
                toOrder[place] = order[i];
            }
            long[] emptied = keys;
            keys = toKeys;
            toKeys = emptied;
            int[] free = order;
            order = toOrder;
            toOrder = free;
        }
        return order;
    }

    private static int digit(long key, int digit) {
        return (int) (key >>> digit * DIGIT_BITS) & (1 << DIGIT_BITS) - 1;
    }

    private static boolean rises(double[] values) {
        for (int i = 1; i < values.length; i++) {
            if (values[i] < values[i - 1]) {
                return false;
            }
        }
        return true;
    }
}
