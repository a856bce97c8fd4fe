package helvo.core.numeric;

/// Sorts indices by the size of their doubles with a stable radix sort.
public final class RadixSort {
    private static final int DIGIT_BITS = 11;
    private static final int DIGIT_MASK = (1 << DIGIT_BITS) - 1;
    private static final int FOREMOST_BITS = 3 * DIGIT_BITS;
    /// Counting digits takes longer than putting each among those before it.
    private static final int MAX_INSERTION_SORT = 100;

    /// They rise as the values do, from 0 for the least.
    private long[] keys;
    private long[] nextKeys;
    /// The position of each key's value; empty where nobody asks.
    private int[] order;
    private int[] nextOrder;
    private final long least;

    private RadixSort(double[] values, int[] order) {
        int n = values.length;
        keys = new long[n];
        nextKeys = new long[n];
        this.order = order;
        nextOrder = new int[order.length];
        // Signed, so that one comparison finds the least.
        long low = Long.MAX_VALUE;
        long high = Long.MIN_VALUE;
        for (int i = 0; i < n; i++) {
            // Both zeros are one.
            long bits = Double.doubleToLongBits(values[i] + 0.0);
            long key = bits < 0 ? bits ^ Long.MAX_VALUE : bits;
            keys[i] = key;
            low = key < low ? key : low;
            high = key > high ? key : high;
        }
        least = low;
        for (int i = 0; i < n; i++) {
            keys[i] -= low;
        }
        if (n <= MAX_INSERTION_SORT) {
            insert(Long.MAX_VALUE);
        } else {
            sort(Long.SIZE - Long.numberOfLeadingZeros(high - low));
        }
    }

    /// @return the positions of the values from the least to the greatest; those of NaN last
    public static int[] of(double[] values) {
        int[] order = new int[values.length];
        for (int i = 0; i < order.length; i++) {
            order[i] = i;
        }
        return rises(values) ? order : new RadixSort(values, order).order;
    }

    /// A copy of the values from the least to the greatest; NaN last.
    public static double[] sorted(double[] values) {
        var rising = new RadixSort(values, new int[0]);
        double[] sorted = new double[values.length];
        for (int i = 0; i < sorted.length; i++) {
            long key = rising.keys[i] + rising.least;
            sorted[i] = Double.longBitsToDouble(key < 0 ? key ^ Long.MAX_VALUE : key);
        }
        return sorted;
    }

    private void sort(int bits) {
        int behind = Math.max(0, bits - FOREMOST_BITS);
        sort(behind, bits);
        // Where many are alike in the foremost bits, that takes longer than to sort by all.
        if (behind > 0 && !insert(keys.length)) {
            sort(0, bits);
        }
    }

    private void sort(int fromBit, int toBit) {
        for (int shift = fromBit; shift < toBit; shift += DIGIT_BITS) {
            sortBy(shift);
        }
    }

    /// Puts each among those before it.
    ///
    /// @return false where that took more moves than so many, and was given up
    private boolean insert(long most) {
        long moves = 0;
        for (int i = 1; i < keys.length; i++) {
            int at = i;
            while (at > 0 && Long.compareUnsigned(keys[at - 1], keys[at]) > 0) {
                swap(at);
                at--;
                if (++moves > most) {
                    return false;
                }
            }
        }
        return true;
    }

    private void swap(int at) {
        long key = keys[at];
        keys[at] = keys[at - 1];
        keys[at - 1] = key;
        if (order.length > 0) {
            int position = order[at];
            order[at] = order[at - 1];
            order[at - 1] = position;
        }
    }

    /// Sorts by one digit of the keys; one that all have in common costs little.
    private void sortBy(int shift) {
        // Kept at hand for the loops.
        long[] from = keys;
        long[] to = nextKeys;
        int[] places = new int[DIGIT_MASK + 1];
        for (long key : from) {
            places[(int) (key >>> shift) & DIGIT_MASK]++;
        }
        if (places[(int) (from[0] >>> shift) & DIGIT_MASK] == from.length) {
            return;
        }
        int sum = 0;
        for (int digit = 0; digit < places.length; digit++) {
            int count = places[digit];
            places[digit] = sum;
            sum += count;
        }
        if (order.length == 0) {
            for (long key : from) {
                to[places[(int) (key >>> shift) & DIGIT_MASK]++] = key;
            }
        } else {
            moveAlong(from, to, shift, places);
        }
        keys = to;
        nextKeys = from;
    }

    /// With the positions.
    private void moveAlong(long[] from, long[] to, int shift, int[] places) {
        int[] fromOrder = order;
        int[] toOrder = nextOrder;
        for (int i = 0; i < from.length; i++) {
            long key = from[i];
            int place = places[(int) (key >>> shift) & DIGIT_MASK]++;
            to[place] = key;
            toOrder[place] = fromOrder[i];
        }
        order = toOrder;
        nextOrder = fromOrder;
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
