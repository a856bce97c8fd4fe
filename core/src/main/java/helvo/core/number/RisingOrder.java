package helvo.core.number;

import java.util.Arrays;

/// The order of numbers by size, equal ones in their own order, by a radix sort of their bits.
public final class RisingOrder {
    private static final int DIGIT_BITS = 11;
    private static final int DIGITS = 6;

    private RisingOrder() {}

    /// @return the positions of the values from the least to the greatest; those of NaN last
    public static int[] of(double[] values) {
        int n = values.length;
        int[] order = new int[n];
        Arrays.setAll(order, i -> i);
        if (rises(values)) {
            return order;
        }
        long[] keys = new long[n];
        int[][] counts = new int[DIGITS][1 << DIGIT_BITS];
        for (int i = 0; i < n; i++) {
            long bits = Double.doubleToLongBits(values[i] + 0.0);
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
            if (!(values[i] >= values[i - 1])) {
                return false;
            }
        }
        return true;
    }
}
