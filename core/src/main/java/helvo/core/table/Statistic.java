package helvo.core.table;

import java.util.Arrays;

/// A statistic of repeated measurements.
public enum Statistic {
    MEAN("mean"),
    MEDIAN("median"),
    SUM("sum of"),
    COUNT("number of"),
    LEAST("least"),
    GREATEST("greatest"),
    STANDARD_DEVIATION("standard deviation of"),
    STANDARD_ERROR("standard error of"),
    RANGE("range of"),
    HALF_RANGE("half range of");

    private final String words;

    Statistic(String words) {
        this.words = words;
    }

    /// "mean", "standard deviation of": to stand before a column's name.
    public String words() {
        return words;
    }

    /// "mean Force": the heading says which statistic it is.
    public Heading heading(Heading of) {
        return new Heading(words + " " + of.name(), this == COUNT ? "" : of.unit());
    }

    /// What a bar of this length means; it can be one only where it measures a spread.
    public BarMeaning barMeaning() {
        return isSpread() && this != HALF_RANGE ? BarMeaning.STANDARD_DEVIATION : BarMeaning.HALF_RANGE;
    }

    /// What bars beside a mean of repeats mean. In summaries a standard error counts as a deviation, which weighs
    /// the same: the steps of older studies are done again as they were.
    public BarMeaning barMeaningOfRepeats() {
        return this == STANDARD_ERROR ? BarMeaning.STANDARD_ERROR : barMeaning();
    }

    /// Whether it can serve as the half length of a bar.
    public boolean isSpread() {
        return this == STANDARD_DEVIATION || this == STANDARD_ERROR || this == HALF_RANGE;
    }

    /// The mean is corrected by the mean of its residuals, and the deviation taken about it (two-pass; Chan, Golub
    /// & LeVeque 1983, Am. Stat. 37:242, eq. 1.7).
    ///
    /// @param values finite
    /// @return NaN where it has no value: of no values, and a spread of fewer than two
    public double of(double[] values) {
        int n = values.length;
        if (this == COUNT) {
            return n;
        }
        if (n == 0 || n < 2 && (isSpread() || this == RANGE)) {
            return Double.NaN;
        }
        return switch (this) {
            case MEAN -> mean(values);
            case MEDIAN -> median(values);
            case SUM -> sum(values);
            case COUNT -> n;
            case LEAST -> Arrays.stream(values).min().orElseThrow();
            case GREATEST -> Arrays.stream(values).max().orElseThrow();
            case STANDARD_DEVIATION -> deviation(values);
            case STANDARD_ERROR -> deviation(values) / Math.sqrt(n);
            case RANGE -> GREATEST.of(values) - LEAST.of(values);
            case HALF_RANGE -> GREATEST.of(values) / 2 - LEAST.of(values) / 2;
        };
    }

    /// Neumaier 1974, Z. Angew. Math. Mech. 54:39: the compensation also keeps the digits of a term larger than the
    /// sum.
    private static double sum(double[] values) {
        double sum = 0;
        double lost = 0;
        for (double value : values) {
            double next = sum + value;
            lost += Math.abs(sum) >= Math.abs(value) ? sum - next + value : value - next + sum;
            sum = next;
        }
        return sum + lost;
    }

    private static double mean(double[] values) {
        double first = sum(values) / values.length;
        return first + sum(Arrays.stream(values).map(value -> value - first).toArray()) / values.length;
    }

    private static double median(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        int middle = sorted.length / 2;
        return sorted.length % 2 == 1 ? sorted[middle] : sorted[middle - 1] / 2 + sorted[middle] / 2;
    }

    private static double deviation(double[] values) {
        double mean = mean(values);
        double off = sum(Arrays.stream(values).map(value -> value - mean).toArray());
        double squares = sum(Arrays.stream(values)
                .map(value -> (value - mean) * (value - mean))
                .toArray());
        return Math.sqrt(Math.max(0, squares - off * off / values.length) / (values.length - 1));
    }
}
