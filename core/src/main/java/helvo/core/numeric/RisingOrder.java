package helvo.core.numeric;

import java.util.Arrays;
import java.util.Comparator;
import java.util.stream.IntStream;

/// Doubles, or their positions, from the least to the greatest; NaN last, and both zeros one.
public final class RisingOrder {
    private RisingOrder() {}

    /// A copy of the values.
    public static double[] sorted(double[] values) {
        double[] sorted = values.clone();
        Arrays.parallelSort(sorted);
        return sorted;
    }

    /// The positions of the values; equal ones keep their order.
    public static int[] of(double[] values) {
        int n = values.length;
        if (rises(values)) {
            return IntStream.range(0, n).toArray();
        }
        long least = Long.MAX_VALUE;
        long greatest = Long.MIN_VALUE;
        for (double value : values) {
            least = Math.min(least, key(value));
            greatest = Math.max(greatest, key(value));
        }
        // The foremost bits of each value, and its position behind them, in one number that is not negative.
        int ofPosition = Integer.SIZE - Integer.numberOfLeadingZeros(n);
        int ofKey = Long.SIZE - Long.numberOfLeadingZeros(greatest - least);
        int dropped = Math.max(0, ofKey + ofPosition - Long.SIZE + 1);
        long[] packed = new long[n];
        for (int i = 0; i < n; i++) {
            packed[i] = (key(values[i]) - least >>> dropped) << ofPosition | i;
        }
        Arrays.parallelSort(packed);
        int[] order = new int[n];
        for (int i = 0; i < n; i++) {
            order[i] = (int) packed[i] & (1 << ofPosition) - 1;
        }
        for (int from = 0, to; from < n && dropped > 0; from = to) {
            to = from + 1;
            while (to < n && packed[to] >>> ofPosition == packed[from] >>> ofPosition) {
                to++;
            }
            sortAlike(order, values, from, to);
        }
        return order;
    }

    /// Those whose foremost bits are the same.
    private static void sortAlike(int[] order, double[] values, int from, int to) {
        boolean rises = true;
        for (int i = from + 1; i < to; i++) {
            rises &= key(values[order[i - 1]]) <= key(values[order[i]]);
        }
        if (!rises) {
            int[] sorted = Arrays.stream(order, from, to)
                    .boxed()
                    .sorted(Comparator.comparingLong(position -> key(values[position])))
                    .mapToInt(Integer::intValue)
                    .toArray();
            System.arraycopy(sorted, 0, order, from, sorted.length);
        }
    }

    private static boolean rises(double[] values) {
        for (int i = 1; i < values.length; i++) {
            if (!(values[i] >= values[i - 1])) {
                return false;
            }
        }
        return true;
    }

    /// A number that rises as the values do.
    private static long key(double value) {
        long bits = Double.doubleToLongBits(value + 0.0);
        return bits < 0 ? bits ^ Long.MAX_VALUE : bits;
    }
}
