package helvo.core.numeric;

/// Sorts doubles, or their indices, with a stable radix sort.
public final class RadixSort {
    private static final int DIGIT_BITS = 11;
    private static final int DIGIT_MASK = (1 << DIGIT_BITS) - 1;
    private static final int FOREMOST_BITS = 3 * DIGIT_BITS;
    /// Counting digits takes longer than putting each among those before it.
    private static final int MAX_INSERTION_SORT = 100;

    private RadixSort() {}

    /// @return the positions of the values from the least to the greatest; those of NaN last
    public static int[] of(double[] values) {
        return new Positions(values.length).of(values);
    }

    /// A copy of the values from the least to the greatest; NaN last.
    public static double[] sorted(double[] values) {
        Span span = Span.of(values);
        long[] rising = new Keys(values, span).sorted();
        double[] sorted = new double[values.length];
        for (int i = 0; i < sorted.length; i++) {
            long key = rising[i] + span.least;
            sorted[i] = Double.longBitsToDouble(key < 0 ? key ^ Long.MAX_VALUE : key);
        }
        return sorted;
    }

    /// Whether no value is less than the one before it, and none is NaN but the first.
    private static boolean rises(double[] values) {
        for (int i = 1; i < values.length; i++) {
            if (!(values[i] >= values[i - 1])) {
                return false;
            }
        }
        return true;
    }

    /// A number that rises as the values do; both zeros are one. Signed, so that one comparison finds the least.
    private static long key(double value) {
        long bits = Double.doubleToLongBits(value + 0.0);
        return bits < 0 ? bits ^ Long.MAX_VALUE : bits;
    }

    /// The least key, and how many bits the others have above it.
    private record Span(long least, int bits) {
        static Span of(double[] values) {
            long low = Long.MAX_VALUE;
            long high = Long.MIN_VALUE;
            for (double value : values) {
                long key = key(value);
                low = key < low ? key : low;
                high = key > high ? key : high;
            }
            return new Span(low, Long.SIZE - Long.numberOfLeadingZeros(high - low));
        }
    }

    /// Where the values of each digit begin, of these counts.
    private static void sum(int[] places) {
        int sum = 0;
        for (int digit = 0; digit < places.length; digit++) {
            int count = places[digit];
            places[digit] = sum;
            sum += count;
        }
    }

    /// Keys alone, from 0 for the least.
    private static final class Keys {
        private long[] keys;
        private long[] next;
        private final int bits;

        Keys(double[] values, Span span) {
            bits = span.bits;
            keys = new long[values.length];
            next = new long[values.length];
            for (int i = 0; i < keys.length; i++) {
                keys[i] = key(values[i]) - span.least;
            }
        }

        long[] sorted() {
            if (keys.length <= MAX_INSERTION_SORT) {
                insert(Long.MAX_VALUE);
                return keys;
            }
            int behind = Math.max(0, bits - FOREMOST_BITS);
            sort(behind);
            // Where many are alike in the foremost bits, that takes longer than to sort by all.
            if (behind > 0 && !insert(keys.length)) {
                sort(0);
            }
            return keys;
        }

        private void sort(int fromBit) {
            for (int shift = fromBit; shift < bits; shift += DIGIT_BITS) {
                sortBy(shift);
            }
        }

        /// Puts each among those before it.
        ///
        /// @return false where that took more moves than so many, and was given up
        private boolean insert(long most) {
            long moves = 0;
            for (int i = 1; i < keys.length; i++) {
                for (int at = i; at > 0 && Long.compareUnsigned(keys[at - 1], keys[at]) > 0; at--) {
                    long key = keys[at];
                    keys[at] = keys[at - 1];
                    keys[at - 1] = key;
                    if (++moves > most) {
                        return false;
                    }
                }
            }
            return true;
        }

        /// By one digit; one that all have in common costs little.
        private void sortBy(int shift) {
            // Kept at hand for the loops.
            long[] from = keys;
            long[] to = next;
            int[] places = new int[DIGIT_MASK + 1];
            for (long key : from) {
                places[(int) (key >>> shift) & DIGIT_MASK]++;
            }
            if (places[(int) (from[0] >>> shift) & DIGIT_MASK] == from.length) {
                return;
            }
            sum(places);
            for (long key : from) {
                to[places[(int) (key >>> shift) & DIGIT_MASK]++] = key;
            }
            keys = to;
            next = from;
        }
    }

    /// Positions by the size of their values, for one array after another in the same memory. Of a key only one
    /// half is held at a time, which is half the memory.
    public static final class Positions {
        private int[] order;
        private int[] nextOrder = {};
        /// A part of the key of each position.
        private int[] keys = {};
        private int[] nextKeys = {};
        private double[] values = {};
        private long least;
        private int bits;

        /// @param n how many values each array has
        public Positions(int n) {
            order = new int[n];
        }

        /// @return the positions from the least to the greatest, those of NaN last; they are those of the next
        ///     array once that is sorted
        public int[] of(double[] next) {
            values = next;
            for (int i = 0; i < order.length; i++) {
                order[i] = i;
            }
            if (!rises(next)) {
                Span span = Span.of(next);
                least = span.least;
                bits = span.bits;
                sort();
            }
            return order;
        }

        private void sort() {
            if (order.length <= MAX_INSERTION_SORT) {
                insert(Long.MAX_VALUE);
                return;
            }
            if (keys.length == 0) {
                keys = new int[order.length];
                nextKeys = new int[order.length];
                nextOrder = new int[order.length];
            }
            int behind = Math.max(0, bits - Integer.SIZE);
            sort(behind, bits);
            // Where many are alike in the foremost bits, that takes longer than to sort by all.
            if (behind > 0 && !insert(order.length)) {
                sort(0, behind);
                sort(behind, bits);
            }
        }

        private long key(int position) {
            return RadixSort.key(values[position]) - least;
        }

        /// By some bits of the keys, at most those of an int.
        private void sort(int fromBit, int toBit) {
            for (int i = 0; i < order.length; i++) {
                keys[i] = (int) (key(order[i]) >>> fromBit);
            }
            int count = toBit - fromBit;
            if (count < Integer.SIZE) {
                for (int i = 0; i < keys.length; i++) {
                    keys[i] &= (1 << count) - 1;
                }
            }
            for (int shift = 0; shift < count; shift += DIGIT_BITS) {
                sortBy(shift);
            }
        }

        /// Puts each among those before it.
        ///
        /// @return false where that took more moves than so many, and was given up
        private boolean insert(long most) {
            long moves = 0;
            for (int i = 1; i < order.length; i++) {
                for (int at = i; at > 0 && isBehind(at - 1); at--) {
                    int position = order[at];
                    order[at] = order[at - 1];
                    order[at - 1] = position;
                    if (++moves > most) {
                        return false;
                    }
                }
            }
            return true;
        }

        /// Whether a position belongs behind the next; those whose parts of the keys differ stand right.
        private boolean isBehind(int at) {
            return (order.length <= MAX_INSERTION_SORT || keys[at] == keys[at + 1])
                    && Long.compareUnsigned(key(order[at]), key(order[at + 1])) > 0;
        }

        /// By one digit; one that all have in common costs little.
        private void sortBy(int shift) {
            // Kept at hand for the loops.
            int[] from = keys;
            int[] to = nextKeys;
            int[] fromOrder = order;
            int[] toOrder = nextOrder;
            int[] places = new int[DIGIT_MASK + 1];
            for (int key : from) {
                places[key >>> shift & DIGIT_MASK]++;
            }
            if (places[from[0] >>> shift & DIGIT_MASK] == from.length) {
                return;
            }
            sum(places);
            for (int i = 0; i < from.length; i++) {
                int key = from[i];
                int place = places[key >>> shift & DIGIT_MASK]++;
                to[place] = key;
                toOrder[place] = fromOrder[i];
            }
            keys = to;
            nextKeys = from;
            order = toOrder;
            nextOrder = fromOrder;
        }
    }
}
