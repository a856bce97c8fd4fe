package helvo.core.number;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// Numbers as people type them, read with a known decimal mark. No grouping signs, no units, no words: what has
/// those is text.
public final class NumberText {
    static final Pattern INSIDE =
            Pattern.compile("(?<![\\p{L}\\p{N}_#.,])(?<![\\p{L}\\p{N}_#][-+\u2212.,])[+\\-\u2212]?(\\d+([.,]\\d+)"
                    + "?|[.,]\\d+)([eE][+\\-]?\\d+)?");

    private static final Pattern WHOLE_WITH_POWER = Pattern.compile("\\d+[eE]\\d+");

    /// Every decimal of so many digits is a double of its own.
    private static final int DIGITS_OF_DOUBLES = 15;

    private static final int MIN_PLAIN = -4;

    private NumberText() {}

    /// The number that a whole cell says.
    ///
    /// @return empty when the text is not a number, or one too large for a double
    public static OptionalDouble number(String text, DecimalMark mark) {
        String plain = plain(text.strip(), mark);
        if (plain.isEmpty()) {
            return OptionalDouble.empty();
        }
        double value = Double.parseDouble(plain);
        return Double.isFinite(value) ? OptionalDouble.of(value) : OptionalDouble.empty();
    }

    /// Whether a text is a whole number with a power of ten and no sign, as "3E8": it could as well be a code.
    public static boolean isWholeWithPower(CharSequence text) {
        return WHOLE_WITH_POWER.matcher(text).matches();
    }

    /// The one number that stands among words, as in "about 7.6" or "over 400"; a comma or a point between digits
    /// both count as the decimal mark. A number that is part of a word or a code ("A-5"), or stands beside a word
    /// for an error, is none.
    ///
    /// @return empty when there is none, or more than one
    public static OptionalDouble numberInside(String text) {
        Matcher found = INSIDE.matcher(text);
        if (MissingText.namesError(text) || !found.find()) {
            return OptionalDouble.empty();
        }
        String first = found.group();
        if (found.find()) {
            return OptionalDouble.empty();
        }
        return number(first.replace(',', '.'), DecimalMark.POINT);
    }

    /// How many digits stand behind the decimal mark; 0 for a number with a power of ten.
    public static int decimals(CharSequence text, DecimalMark mark) {
        int at = -1;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c == 'e' || c == 'E') {
                return 0;
            }
            if (c == mark.sign()) {
                at = i;
            }
        }
        return at < 0 ? 0 : text.length() - at - 1;
    }

    /// The shortest text that reads back as the same double, without a trailing ".0"; with a power of ten only
    /// where zeros could not be counted.
    public static String shortest(double value) {
        String text = Double.toString(value);
        if (text.indexOf('E') >= 0) {
            BigDecimal exact = new BigDecimal(text);
            int power = NumberNotation.power(exact);
            if (power >= MIN_PLAIN && power <= DIGITS_OF_DOUBLES) {
                return exact.stripTrailingZeros().toPlainString();
            }
        }
        return text.endsWith(".0") ? text.substring(0, text.length() - 2) : text.replace(".0E", "E");
    }

    /// With this many decimals if that is still the same number, else the shortest text.
    public static String withDecimals(double value, int decimals) {
        BigDecimal exact = new BigDecimal(Double.toString(value)).stripTrailingZeros();
        if (exact.scale() > decimals || Math.abs(value) >= 1e15) {
            return shortest(value);
        }
        return exact.setScale(decimals).toPlainString();
    }

    /// The same without the last digits where they are plainly the rounding of a computed number: 4.199999999999999
    /// is 4.2.
    public static double withoutRounding(double value) {
        BigDecimal exact = new BigDecimal(Double.toString(value)).stripTrailingZeros();
        BigDecimal near = exact.round(new MathContext(DIGITS_OF_DOUBLES)).stripTrailingZeros();
        return exact.precision() > DIGITS_OF_DOUBLES && near.precision() <= DIGITS_OF_DOUBLES - 4
                ? near.doubleValue()
                : value;
    }

    /// a − b as the decimals that they stand for: 0.3 − 0.2 is 0.1.
    public static double difference(double a, double b) {
        return BigDecimal.valueOf(a).subtract(BigDecimal.valueOf(b)).doubleValue();
    }

    /// The text in the grammar of `Double.parseDouble`, or empty when it is not a number.
    private static String plain(String text, DecimalMark mark) {
        var plain = new StringBuilder(text.length());
        int digits = 0;
        boolean marked = false;
        int i = 0;
        for (; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c >= '0' && c <= '9') {
                digits++;
                plain.append(c);
            } else if (i == 0 && (c == '+' || c == '-' || c == '\u2212')) {
                plain.append(c == '+' ? '+' : '-');
            } else if (c == mark.sign() && !marked) {
                marked = true;
                plain.append('.');
            } else {
                break;
            }
        }
        if (digits == 0) {
            return "";
        }
        return i == text.length() ? plain.toString() : withPower(plain, text.substring(i));
    }

    private static String withPower(StringBuilder plain, String power) {
        String ascii = power.replace('\u2212', '-');
        return ascii.matches("[eE][+\\-]?\\d{1,5}") ? plain.append(ascii).toString() : "";
    }
}
