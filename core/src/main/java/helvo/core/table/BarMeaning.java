package helvo.core.table;

import java.util.regex.Pattern;

/// The meaning of an error bar's length.
public enum BarMeaning {
    HALF_RANGE("half range", "the true value lies within"),
    STANDARD_DEVIATION("one standard deviation", "two in three lie within"),
    STANDARD_ERROR("one standard error", "of a mean; two in three such means lie within"),
    INTERVAL_95("95 % interval", "19 in 20 lie within");

    private static final Pattern DEVIATION = Pattern.compile(
            ".*(\\b(sd|std|stdev|sigma|standard deviation( of)?)\\b|σ|u\\().*", Pattern.CASE_INSENSITIVE);
    private static final Pattern ERROR =
            Pattern.compile(".*\\b(se|sem|standard error( of)?)\\b.*", Pattern.CASE_INSENSITIVE);
    private static final Pattern INTERVAL = Pattern.compile(".*(95 ?%|\\bci\\b).*", Pattern.CASE_INSENSITIVE);
    /// Of a normal distribution, 95 % lie within so many standard deviations.
    private static final double WIDTH_95 = 1.959963984540054;

    private final String words;
    private final String meaning;

    BarMeaning(String words, String meaning) {
        this.words = words;
        this.meaning = meaning;
    }

    public String words() {
        return words;
    }

    public String meaning() {
        return meaning;
    }

    /// The standard deviation for a bar of length 1: a half range as of a uniform distribution, 1/√3 (JCGM
    /// 100:2008, 4.3.7).
    public double standardDeviation() {
        return switch (this) {
            case HALF_RANGE -> 1 / Math.sqrt(3);
            case STANDARD_DEVIATION, STANDARD_ERROR -> 1;
            case INTERVAL_95 -> 1 / WIDTH_95;
        };
    }

    /// Told by a column's name; a bar that says nothing is a half range, as one reads off an instrument.
    public static BarMeaning guessed(String name) {
        return INTERVAL.matcher(name).matches()
                ? INTERVAL_95
                : ERROR.matcher(name).matches()
                        ? STANDARD_ERROR
                        : DEVIATION.matcher(name).matches() ? STANDARD_DEVIATION : HALF_RANGE;
    }
}
