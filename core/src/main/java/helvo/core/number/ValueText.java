package helvo.core.number;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.OptionalDouble;

/// Values as a person reads them: rounded to their uncertainty, with a true minus sign and a raised
/// power of ten. Copied and exported numbers do not come from here; see [NumberText#shortest].
public final class ValueText {
    private static final String MINUS = "\u2212";
    private static final String RAISED = "\u2070\u00b9\u00b2\u00b3\u2074\u2075\u2076\u2077\u2078\u2079";
    /// Plain notation is kept for values from 10^-4 to below 10^6, the usual span of laboratory tables.
    private static final int LEAST_PLAIN = -4;
    private static final int MOST_PLAIN = 5;
    private static final int EXACT_DIGITS = 12;

    private ValueText() {}

    /// Six significant digits, without trailing zeros.
    public static String plain(double value) {
        return significant(value, 6);
    }

    /// So many significant digits, without trailing zeros.
    public static String significant(double value, int digits) {
        if (value == 0) {
            return "0";
        }
        BigDecimal rounded = new BigDecimal(value).round(new MathContext(digits, RoundingMode.HALF_EVEN)).stripTrailingZeros();
        int power = power(rounded);
        if (power >= LEAST_PLAIN && power <= MOST_PLAIN) {
            return sign(rounded.toPlainString());
        }
        return sign(rounded.scaleByPowerOfTen(-power).toPlainString()) + times(power);
    }

    /// The value alone, rounded to its uncertainty; six digits when there is none to round to, and no more than twelve for one that
    /// is but the rounding of doubles.
    public static String rounded(double value, OptionalDouble uncertainty) {
        if (!roundable(uncertainty)) {
            return plain(value);
        }
        if (isRoundingNoise(value, uncertainty.getAsDouble())) {
            return significant(value, EXACT_DIGITS);
        }
        BigDecimal u = uncertainty(uncertainty.getAsDouble());
        return one(new BigDecimal(value), u.scale(), shift(value, u));
    }

    /// "0.2044 ± 0.0023", "(1.31 ± 0.04) × 10⁻⁵"; the value alone when there is no uncertainty.
    ///
    /// The uncertainty keeps two digits when they lie between 10 and 29 and one otherwise; the value is
    /// rounded to the same place.
    public static String withUncertainty(double value, OptionalDouble uncertainty) {
        if (!roundable(uncertainty)) {
            return plain(value);
        }
        if (isRoundingNoise(value, uncertainty.getAsDouble())) {
            return significant(value, EXACT_DIGITS) + " ± " + significant(uncertainty.getAsDouble(), 1);
        }
        BigDecimal u = uncertainty(uncertainty.getAsDouble());
        int shift = shift(value, u);
        String pair = digits(new BigDecimal(value), u.scale(), shift) + " ± " + digits(u, u.scale(), shift);
        return shift == 0 ? pair : "(" + pair + ")" + times(shift);
    }

    /// A share such as R² or r: four decimals, or as many as keep it from looking like 1 when it is not.
    public static String share(double value) {
        if (Math.abs(value) == 1 || value == 0) {
            return plain(value);
        }
        for (int decimals = 4; decimals < 17; decimals++) {
            BigDecimal rounded = BigDecimal.valueOf(value).setScale(decimals, RoundingMode.HALF_EVEN);
            if (rounded.abs().compareTo(BigDecimal.ONE) != 0) {
                return sign(rounded.toPlainString());
            }
        }
        return sign(NumberText.shortest(value));
    }

    /// "p = 0.0023", "p = 3 × 10⁻⁷" or "p < 10⁻¹²".
    public static String p(double p) {
        if (p < 1e-12) {
            return "p < 10" + raised(-12);
        }
        return "p = " + significant(p, p >= 0.001 ? 2 : 1);
    }

    /// A whole number in raised digits.
    public static String raised(int power) {
        var text = new StringBuilder(power < 0 ? "\u207b" : "");
        for (char c : Integer.toString(Math.abs(power)).toCharArray()) {
            text.append(RAISED.charAt(c - '0'));
        }
        return text.toString();
    }

    /// The text with every hyphen-minus made a true minus sign.
    public static String sign(String number) {
        return number.replace("-", MINUS);
    }

    private static boolean isRoundingNoise(double value, double uncertainty) {
        return uncertainty < 1e-12 * Math.abs(value);
    }

    private static boolean roundable(OptionalDouble uncertainty) {
        return uncertainty.isPresent() && uncertainty.getAsDouble() > 0 && Double.isFinite(uncertainty.getAsDouble());
    }

    /// Rounded to two digits from 10 to 29, else to one.
    private static BigDecimal uncertainty(double uncertainty) {
        BigDecimal exact = new BigDecimal(uncertainty);
        BigDecimal two = exact.round(new MathContext(2, RoundingMode.HALF_UP));
        two = two.setScale(two.scale() + 2 - two.precision(), RoundingMode.UNNECESSARY);
        if (two.unscaledValue().intValueExact() <= 29) {
            return two;
        }
        BigDecimal one = exact.round(new MathContext(1, RoundingMode.HALF_UP));
        boolean carried = power(one) > power(exact);
        return one.setScale(-power(one) + (carried ? 1 : 0), RoundingMode.UNNECESSARY);
    }

    /// The power of ten to take out of a value and its uncertainty; 0 for plain notation.
    private static int shift(double value, BigDecimal u) {
        int power = value == 0 ? power(u) : Math.max(power(new BigDecimal(value)), power(u));
        boolean plain = power >= LEAST_PLAIN && power <= MOST_PLAIN && u.scale() >= 0 && u.scale() <= 8;
        return plain ? 0 : power;
    }

    private static String one(BigDecimal value, int scale, int shift) {
        String digits = digits(value, scale, shift);
        return shift == 0 ? digits : digits + times(shift);
    }

    private static String digits(BigDecimal value, int scale, int shift) {
        BigDecimal rounded = value.setScale(scale, RoundingMode.HALF_EVEN).scaleByPowerOfTen(-shift);
        return sign(rounded.toPlainString());
    }

    private static String times(int power) {
        return power == 0 ? "" : " × 10" + raised(power);
    }

    private static int power(BigDecimal value) {
        return value.signum() == 0 ? 0 : value.precision() - value.scale() - 1;
    }
}
