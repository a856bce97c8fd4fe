package helvo.core.number;

/// The order of numbers by size, equal ones in their own order, by a radix sort of their bits.
public final class RisingOrder {
    private static final int DIGIT_BITS = 11;
    private static final int KEY_BITS = 64;
    private static final int DIGIT = (1 << DIGIT_BITS) - 1;
    /// Counting digits takes longer than putting each among those before it.
    private static final int FEW = 100;

    /// They rise as the values do.
    private long[] keys;
    private long[] nextKeys;
    /// The position of each key's value; empty where nobody asks.
    private int[] order;
    private int[] nextOrder;

    private RisingOrder(double[] values, int[] order) {
        int n = values.length;
        keys = new long[n];
        nextKeys = new long[n];
        this.order = order;
        nextOrder = new int[order.length];
        for (int i = 0; i < n; i++) {
            // Both zeros are one.
            long bits = Double.doubleToLongBits(values[i] + 0.0);
            keys[i] = bits < 0 ? ~bits : bits ^ Long.MIN_VALUE;
        }
        if (n <= FEW) {
            insert();
            return;
        }
        for (int shift = 0; shift < KEY_BITS; shift += DIGIT_BITS) {
            sortBy(shift);
        }
    }

    /// @return the positions of the values from the least to the greatest; those of NaN last
    public static int[] of(double[] values) {
        int[] order = new int[values.length];
        for (int i = 0; i < order.length; i++) {
            order[i] = i;
        }
        return rises(values) ? order : new RisingOrder(values, order).order;
    }

    /// A copy of the values from the least to the greatest; NaN last.
    public static double[] sorted(double[] values) {
        long[] keys = new RisingOrder(values, new int[0]).keys;
        double[] sorted = new double[keys.length];
        for (int i = 0; i < keys.length; i++) {
            sorted[i] = Double.longBitsToDouble(keys[i] < 0 ? keys[i] ^ Long.MIN_VALUE : ~keys[i]);
        }
        return sorted;
    }

    private void insert() {
        for (int i = 1; i < keys.length; i++) {
            long key = keys[i];
            int position = order.length == 0 ? 0 : order[i];
            int at = i;
            for (; at > 0 && Long.compareUnsigned(keys[at - 1], key) > 0; at--) {
                keys[at] = keys[at - 1];
                if (order.length > 0) {
                    order[at] = order[at - 1];
                }
            }
            keys[at] = key;
            if (order.length > 0) {
                order[at] = position;
            }
        }
    }

    /// Sorts by one digit of the keys; one that all have in common costs little.
    private void sortBy(int shift) {
        // Kept at hand for the loops.
        long[] from = keys;
        int[] places = new int[DIGIT + 1];
        for (long key : from) {
            places[(int) (key >>> shift) & DIGIT]++;
        }
        if (from.length == 0 || places[(int) (from[0] >>> shift) & DIGIT] == from.length) {
            return;
        }
        int sum = 0;
        for (int digit = 0; digit < places.length; digit++) {
            int count = places[digit];
            places[digit] = sum;
            sum += count;
        }
        long[] to = nextKeys;
        int[] fromOrder = order;
        int[] toOrder = nextOrder;
        boolean ordered = toOrder.length > 0;
        for (int i = 0; i < from.length; i++) {
            long key = from[i];
            int place = places[(int) (key >>> shift) & DIGIT]++;
            to[place] = key;
            if (ordered) {
                toOrder[place] = fromOrder[i];
            }
        }
        keys = to;
        nextKeys = from;
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
