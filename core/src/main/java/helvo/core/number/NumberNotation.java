package helvo.core.number;

import helvo.core.Superscript;
import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.stream.Stream;

/// The way numbers are written for a person: decimal mark, thousands, digits.
///
/// Copied and exported numbers keep all their digits; see [#exactNumber].
///
/// @param decimalMark    between whole and decimal digits
/// @param grouped whether thousands are parted by a thin space, from 10 000 on
public record NumberNotation(DecimalMark decimalMark, boolean grouped) {
    /// With a decimal point and nothing between thousands: what does not depend on anybody's choice.
    public static final NumberNotation POINT = new NumberNotation(DecimalMark.POINT, false);
    /// Between thousands: a thin space that no line is broken at.
    public static final char THIN_SPACE = '\u202f';

    private static final String MINUS = "\u2212";
    /// Powers of ten appear below 10⁻⁴ and from 10⁶ on.
    private static final int MIN_PLAIN = -4;
    private static final int MAX_PLAIN = 5;
    private static final int UNCERTAIN_DIGITS = 2;
    private static final int SCREEN_DIGITS = 6;
    private static final int EXACT_DIGITS = 12;
    /// An uncertainty below this part of a value is the rounding of doubles.
    private static final double RELATIVE_ROUNDING = 2e-15;
    private static final int SHARE_DECIMALS = 4;
    private static final int MIN_GROUPED = 5;
    /// Decimals that a value of a column is given beyond its own.
    private static final int MOST_MORE = 2;

    public static NumberNotation of(DecimalMark mark) {
        return new NumberNotation(mark, false);
    }

    /// All that there are.
    public static Stream<NumberNotation> all() {
        return Arrays.stream(DecimalMark.values())
                .flatMap(mark -> Stream.of(new NumberNotation(mark, false), new NumberNotation(mark, true)));
    }

    /// Six significant digits, without trailing zeros.
    public String plain(double value) {
        return significant(value, SCREEN_DIGITS);
    }

    /// A number that somebody typed, with all its digits, but for those that only the rounding of doubles makes.
    public String typed(double value) {
        return significant(value, EXACT_DIGITS);
    }

    /// So many significant digits, without trailing zeros; whole digits are all written.
    public String significant(double value, int digits) {
        return text(significantDecimal(value, digits).stripTrailingZeros());
    }

    /// The decimal that a value with so many significant digits is; finer where whole digits would be lost.
    public static BigDecimal significantDecimal(double value, int digits) {
        BigDecimal exact = new BigDecimal(value);
        BigDecimal rounded = exact.round(new MathContext(digits, RoundingMode.HALF_EVEN));
        return rounded.scale() < 0 && power(rounded) <= MAX_PLAIN ? exact.setScale(0, RoundingMode.HALF_EVEN) : rounded;
    }

    /// The value alone, rounded to its uncertainty; six digits when there is none to round to, and no more than
    /// twelve for one that is but the rounding of doubles.
    public String rounded(double value, OptionalDouble uncertainty) {
        if (!roundable(uncertainty)) {
            return plain(value);
        }
        if (isRoundingNoise(value, uncertainty.getAsDouble())) {
            return significant(value, EXACT_DIGITS);
        }
        BigDecimal rounded = new BigDecimal(value)
                .setScale(uncertainty(uncertainty.getAsDouble()).scale(), RoundingMode.HALF_EVEN);
        return text(rounded);
    }

    /// "0.2044 ± 0.0023", "−360 ± 40", "(1.310 ± 0.040) × 10⁻⁵"; the value alone when there is no uncertainty.
    ///
    /// The uncertainty has two significant digits (JCGM 100:2008, 7.2.6); the value is rounded to the same place.
    public String withUncertainty(double value, OptionalDouble uncertainty) {
        if (!roundable(uncertainty)) {
            return plain(value);
        }
        if (isRoundingNoise(value, uncertainty.getAsDouble())) {
            return significant(value, EXACT_DIGITS) + " ± " + significant(uncertainty.getAsDouble(), 1);
        }
        BigDecimal u = uncertainty(uncertainty.getAsDouble());
        BigDecimal rounded = new BigDecimal(value).setScale(u.scale(), RoundingMode.HALF_EVEN);
        int power = rounded.signum() == 0 ? power(u) : Math.max(power(rounded), power(u));
        if (isPlain(power)) {
            return digits(rounded) + " ± " + digits(u);
        }
        return "(" + digits(rounded.scaleByPowerOfTen(-power)) + " ± " + digits(u.scaleByPowerOfTen(-power)) + ")"
                + times(power);
    }

    /// A value of a column with its uncertainty.
    public record Uncertain(double value, OptionalDouble uncertainty) {}

    /// The values of a column, as [#withUncertainty] has each, all with as many decimals as the one that has most:
    /// so digits that belong together stand below one another. Where uncertainties differ by more than a hundred
    /// times, or one has none, each keeps its own.
    public List<String> column(List<Uncertain> values) {
        List<OptionalInt> scales = values.stream().map(NumberNotation::decimals).toList();
        int most = scales.stream().flatMapToInt(OptionalInt::stream).max().orElse(0);
        int least = scales.stream().flatMapToInt(OptionalInt::stream).min().orElse(0);
        boolean isOne = scales.stream().allMatch(OptionalInt::isPresent) && most - least <= MOST_MORE;
        return values.stream()
                .map(each -> isOne
                        ? fixed(each.value, most) + " ± " + fixed(each.uncertainty.orElseThrow(), most)
                        : withUncertainty(each.value, each.uncertainty))
                .toList();
    }

    /// The values of a column, each with so many significant digits at least, and all with as many decimals.
    public List<String> column(List<Double> values, int digits) {
        List<Integer> powers = values.stream()
                .map(each -> power(significantDecimal(each, digits)))
                .toList();
        int most = powers.stream().mapToInt(Integer::intValue).max().orElse(0);
        int least = powers.stream().mapToInt(Integer::intValue).min().orElse(0);
        boolean isOne = powers.stream().allMatch(NumberNotation::isPlain) && most - least <= MOST_MORE;
        int decimals = Math.max(0, digits - 1 - least);
        return values.stream()
                .map(each -> isOne ? fixed(each, decimals) : significant(each, digits))
                .toList();
    }

    private String fixed(double value, int decimals) {
        return digits(new BigDecimal(value).setScale(decimals, RoundingMode.HALF_EVEN));
    }

    /// Of a value that is written without a power of ten, by its uncertainty.
    private static OptionalInt decimals(Uncertain of) {
        if (!roundable(of.uncertainty) || isRoundingNoise(of.value, of.uncertainty.getAsDouble())) {
            return OptionalInt.empty();
        }
        BigDecimal u = uncertainty(of.uncertainty.getAsDouble());
        BigDecimal rounded = new BigDecimal(of.value).setScale(u.scale(), RoundingMode.HALF_EVEN);
        int power = rounded.signum() == 0 ? power(u) : Math.max(power(rounded), power(u));
        return isPlain(power) && u.scale() >= 0 ? OptionalInt.of(u.scale()) : OptionalInt.empty();
    }

    /// An uncertainty alone, with its two digits.
    public String uncertaintyAlone(double uncertainty) {
        return uncertainty > 0 && Double.isFinite(uncertainty) ? text(uncertainty(uncertainty)) : plain(uncertainty);
    }

    /// A share such as R² or r: four decimals, or as many as keep it from looking like 1 when it is not.
    public String share(double value) {
        return text(shareDecimal(value));
    }

    /// The same share in percent, of the same digits.
    public String percent(double share) {
        return text(shareDecimal(share).movePointRight(2)) + " %";
    }

    private static BigDecimal shareDecimal(double value) {
        if (Math.abs(value) == 1 || value == 0) {
            return BigDecimal.valueOf((long) value);
        }
        BigDecimal exact = BigDecimal.valueOf(value);
        for (int decimals = SHARE_DECIMALS; decimals < 17; decimals++) {
            BigDecimal rounded = exact.setScale(decimals, RoundingMode.HALF_EVEN);
            if (rounded.signum() == 0) {
                return exact.round(new MathContext(UNCERTAIN_DIGITS, RoundingMode.HALF_EVEN));
            }
            if (rounded.abs().compareTo(BigDecimal.ONE) != 0) {
                return rounded;
            }
        }
        return exact;
    }

    /// "p = 0.0023", "p = 3 × 10⁻⁷" or "p < 10⁻¹²".
    public String p(double p) {
        if (p < 1e-12) {
            return "p < 10" + Superscript.of(-12);
        }
        return "p = " + significant(p, p >= 0.001 ? 2 : 1);
    }

    /// A decimal with all its digits, those behind the mark that are zero among them.
    public String text(BigDecimal value) {
        int power = power(value);
        return isPlain(power) ? digits(value) : digits(value.scaleByPowerOfTen(-power)) + times(power);
    }

    /// The shortest text that reads back as the same double, for copying; not grouped.
    public String exact(double value) {
        return NumberText.shortest(value).replace('.', decimalMark.sign());
    }

    /// A number as programs write it ("-12345.6") in this format.
    public String written(String number) {
        int point = number.indexOf('.');
        int end = point < 0 ? number.length() : point;
        int start = number.startsWith("-") || number.startsWith(MINUS) ? 1 : 0;
        var text = new StringBuilder(start == 0 ? "" : MINUS);
        boolean parted = grouped && end - start >= MIN_GROUPED;
        for (int i = start; i < end; i++) {
            text.append(number.charAt(i));
            if (parted && i < end - 1 && (end - 1 - i) % 3 == 0) {
                text.append(THIN_SPACE);
            }
        }
        return point < 0
                ? text.toString()
                : text.append(decimalMark.sign())
                        .append(number, point + 1, number.length())
                        .toString();
    }

    private static boolean isRoundingNoise(double value, double uncertainty) {
        return uncertainty < RELATIVE_ROUNDING * Math.abs(value);
    }

    private static boolean roundable(OptionalDouble uncertainty) {
        return uncertainty.isPresent() && uncertainty.getAsDouble() > 0 && Double.isFinite(uncertainty.getAsDouble());
    }

    /// Rounded to two significant digits, both written.
    private static BigDecimal uncertainty(double uncertainty) {
        BigDecimal two = new BigDecimal(uncertainty).round(new MathContext(UNCERTAIN_DIGITS, RoundingMode.HALF_UP));
        return two.setScale(two.scale() + UNCERTAIN_DIGITS - two.precision(), RoundingMode.UNNECESSARY);
    }

    private String digits(BigDecimal value) {
        return written(value.toPlainString());
    }

    /// Whether a number whose first digit stands for this power of ten is written without one.
    public static boolean isPlain(int power) {
        return power >= MIN_PLAIN && power <= MAX_PLAIN;
    }

    private static String times(int power) {
        return " × 10" + Superscript.of(power);
    }

    /// The power of ten of a decimal's first digit; 0 for zero.
    public static int power(BigDecimal value) {
        return value.signum() == 0 ? 0 : value.precision() - value.scale() - 1;
    }
}
