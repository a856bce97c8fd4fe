package helvo.core.check;

import java.math.BigDecimal;
import java.util.Arrays;

/// Counts of values in bins of equal, round width with an edge at 0.
///
/// @param from   lower edge of the first bin
/// @param width  1, 2 or 5 times a power of ten, next to 2 IQR n^(−1/3) (Freedman & Diaconis 1981, Z.
///     Wahrscheinlichkeitstheorie 57:453)
/// @param counts of each bin; a value on an edge belongs to the bin above
public record Histogram(double from, double width, int[] counts) {
    private static final int MOST_BINS = 60;

    /// @param values finite, at least one
    public static Histogram of(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        int n = sorted.length;
        double low = sorted[0];
        double high = sorted[n - 1];
        double spread = sorted[(int) Math.floor(0.75 * (n - 1))] - sorted[(int) Math.ceil(0.25 * (n - 1))];
        double span = high - low;
        double wanted = Math.max(2 * spread / Math.cbrt(n), span / MOST_BINS);
        if (!(wanted > 0)) {
            wanted = high == 0 ? 1 : Math.abs(high);
        }
        double width = round(wanted);
        while (Math.floor(high / width) - Math.floor(low / width) >= MOST_BINS) {
            width = round(2.2 * width); // the next of 1, 2, 5, 10
        }
        long first = (long) Math.floor(low / width);
        long last = (long) Math.floor(high / width);
        int[] counts = new int[(int) (last - first) + 1];
        for (double value : sorted) {
            counts[(int) ((long) Math.floor(value / width) - first)]++;
        }
        return new Histogram(first * width, width, counts);
    }

    private static double round(double wanted) {
        int power = (int) Math.floor(Math.log10(wanted));
        double mantissa = wanted / Math.pow(10, power);
        return new BigDecimal(mantissa < 1.5 ? 1 : mantissa < 3.5 ? 2 : mantissa < 7.5 ? 5 : 10)
                .scaleByPowerOfTen(power)
                .doubleValue();
    }
}
