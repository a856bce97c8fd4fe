package helvo.core.number;

import java.math.BigDecimal;
import java.util.Optional;
import java.util.OptionalDouble;
import org.jspecify.annotations.Nullable;

/// A number read from a cell as people, offices and instruments write it.
///
/// @param value    as it stands before its unit: "5 %" is 5
/// @param decimals digits behind the decimal mark; 0 with a power of ten
/// @param grouping the sign between its thousands; [#NONE] where none stands
/// @param unit     what is written beside it; empty for a bare number
/// @param bar      its uncertainty, in the same unit
/// @param fraction whether it is written as one: "1 1/2"
public record ParsedNumber(
        double value, int decimals, char grouping, String unit, OptionalDouble bar, boolean fraction) {
    public static final char NONE = 0;
    /// No number with all its dressing is longer.
    private static final int MAX_CHARS = 60;
    private static final int LONGEST_UNIT = 12;
    private static final String MINUS = "-\u2212\u2013\u2010\u2011\ufe63\uff0d";
    private static final String BLANK = " \u00a0\u2009\u202f\u2007";
    private static final String CURRENCY = "€$£¥₹₽₩";
    /// Codes of ISO 4217 that stand before amounts; other three capitals before digits are a name.
    private static final java.util.Set<String> CURRENCY_CODES = java.util.Set.of(
            "USD", "EUR", "GBP", "JPY", "CHF", "CNY", "SEK", "NOK", "DKK", "CAD", "AUD", "NZD", "PLN", "CZK", "HUF",
            "INR", "KRW", "BRL", "MXN", "ZAR", "SGD", "HKD", "TRY", "ILS", "THB", "RUB");
    private static final String SUPERSCRIPTS = "⁰¹²³⁴⁵⁶⁷⁸⁹";
    private static final String FRACTIONS = "½⅓¼⅕⅙⅛⅔⅖¾⅗⅜⅘⅚⅝⅞";
    private static final double[] FRACTION_VALUES = {
        1 / 2.0, 1 / 3.0, 1 / 4.0, 1 / 5.0, 1 / 6.0, 1 / 8.0, 2 / 3.0, 2 / 5.0, 3 / 4.0, 3 / 5.0, 3 / 8.0, 4 / 5.0,
        5 / 6.0, 5 / 8.0, 7 / 8.0
    };
    private static final int MOST_PARTS = 64;

    /// The number that a whole cell says where `mark` parts the whole from the broken part.
    ///
    /// @return empty for what is no number written so
    public static Optional<ParsedNumber> read(String text, DecimalMark mark) {
        String line = text.strip();
        if (line.length() > MAX_CHARS || !hasDigit(line)) {
            return Optional.empty();
        }
        return Optional.ofNullable(new Scan(line, mark).cell())
                .filter(read -> Double.isFinite(read.value) && read.bar.stream().allMatch(Double::isFinite));
    }

    private static boolean hasDigit(String line) {
        for (int i = 0; i < line.length(); i++) {
            char c = line.charAt(i);
            if (c >= '0' && c <= '9' || FRACTIONS.indexOf(c) >= 0) {
                return true;
            }
        }
        return false;
    }

    /// One pass from left to right.
    private static final class Scan {
        private final String line;
        private final DecimalMark mark;
        private int at;
        private final StringBuilder digits = new StringBuilder();
        private int decimals;
        private char grouping = NONE;
        private boolean fraction;
        private double fractionValue;
        private int power;

        Scan(String line, DecimalMark mark) {
            this.line = line;
            this.mark = mark;
        }

        /// Null for what is none.
        @Nullable
        ParsedNumber cell() {
            boolean bracket = take('(');
            blanks();
            boolean negative = minus();
            String unit = currency();
            negative = !unit.isEmpty() && !negative ? minus() : negative;
            if (!mantissa()) {
                return null;
            }
            OptionalDouble within = concise();
            unit = unit.isEmpty() && bracket ? unit() : unit;
            within = within.isPresent() ? within : plusMinus(unit);
            if (bracket && !closes() || !power()) {
                return null;
            }
            OptionalDouble bar = within.isEmpty() ? within : OptionalDouble.of(raised(within.getAsDouble()));
            boolean behind = !negative && !bracket && at == line.length() - 1 && MINUS.indexOf(line.charAt(at)) >= 0;
            at += behind ? 1 : 0;
            unit = unit.isEmpty() ? unit() : unit;
            bar = bar.isPresent() || at == line.length() ? bar : plusMinus(unit);
            boolean accountants = bracket && bar.isEmpty();
            if (at < line.length() || accountants && negative) {
                return null;
            }
            return new ParsedNumber(
                    negative || behind || accountants ? -size() : size(),
                    power == 0 ? decimals : 0,
                    grouping,
                    unit,
                    bar,
                    fraction);
        }

        private double size() {
            return fraction
                    ? (digits.isEmpty() ? 0 : Double.parseDouble(digits.toString())) + fractionValue
                    : Double.parseDouble(digits + "e" + power);
        }

        private double raised(double number) {
            return power == 0
                    ? number
                    : new BigDecimal(Double.toString(number))
                            .scaleByPowerOfTen(power)
                            .doubleValue();
        }

        private boolean take(char c) {
            boolean there = at < line.length() && line.charAt(at) == c;
            at += there ? 1 : 0;
            return there;
        }

        private void blanks() {
            while (at < line.length() && BLANK.indexOf(line.charAt(at)) >= 0) {
                at++;
            }
        }

        private boolean minus() {
            if (at >= line.length() || line.charAt(at) != '+' && MINUS.indexOf(line.charAt(at)) < 0) {
                return false;
            }
            boolean negative = line.charAt(at++) != '+';
            blanks();
            return negative;
        }

        private String currency() {
            int from = at;
            while (at < line.length() && Character.isUpperCase(line.charAt(at)) && at - from < 3) {
                at++;
            }
            boolean code = at - from == 3 && CURRENCY_CODES.contains(line.substring(from, at));
            at = code ? at : from;
            if (!code && at < line.length() && CURRENCY.indexOf(line.charAt(at)) >= 0) {
                at++;
            }
            String found = line.substring(from, at);
            blanks();
            return found;
        }

        private boolean digit() {
            return at < line.length() && line.charAt(at) >= '0' && line.charAt(at) <= '9';
        }

        private String digitRun() {
            int from = at;
            while (digit()) {
                at++;
            }
            return line.substring(from, at);
        }

        /// The whole part, grouped or not, and the broken part.
        private boolean mantissa() {
            String whole = digitRun();
            if (whole.isEmpty() && vulgar()) {
                return true;
            }
            digits.append(whole);
            if (!groups(whole)) {
                return false;
            }
            if (grouping == NONE && parts()) {
                return true;
            }
            if (take(mark.sign())) {
                String broken = digitRun();
                if (broken.isEmpty() && whole.isEmpty()) {
                    return false;
                }
                digits.append('.').append(broken);
                decimals = broken.length();
            }
            return !digits.isEmpty();
        }

        private boolean isGrouping(char c) {
            return c != mark.sign() && (c == ',' || c == '.' || c == '\'' || c == '’' || BLANK.indexOf(c) >= 0);
        }

        /// Groups of three, or in the Indian way of two before the last three.
        private boolean groups(String first) {
            if (first.isEmpty() || first.length() > 3 || at >= line.length() || !isGrouping(line.charAt(at))) {
                return true;
            }
            char sign = line.charAt(at);
            int end = at;
            int twos = 0;
            int groups = 0;
            int last = 0;
            while (end < line.length() && line.charAt(end) == sign) {
                int digit = end + 1;
                while (digit < line.length() && line.charAt(digit) >= '0' && line.charAt(digit) <= '9') {
                    digit++;
                }
                last = digit - end - 1;
                if (last == 0) {
                    break;
                }
                groups++;
                twos += last == 2 ? 1 : 0;
                if (last != 3 && !(last == 2 && sign == ',' && first.length() <= 2)) {
                    return blank(sign);
                }
                end = digit;
            }
            boolean indian = twos > 0 && twos == groups - 1;
            if (groups == 0 || last != 3 || twos > 0 && !indian || first.charAt(0) == '0') {
                return blank(sign);
            }
            for (int i = at; i < end; i++) {
                if (line.charAt(i) != sign) {
                    digits.append(line.charAt(i));
                }
            }
            grouping = BLANK.indexOf(sign) >= 0 ? ' ' : sign == '’' ? '\'' : sign;
            at = end;
            return true;
        }

        /// What follows a blank may be a unit; behind any other sign it would have to be a group.
        private static boolean blank(char sign) {
            return BLANK.indexOf(sign) >= 0;
        }

        private boolean vulgar() {
            int which = at < line.length() ? FRACTIONS.indexOf(line.charAt(at)) : -1;
            if (which < 0) {
                return false;
            }
            at++;
            fraction = true;
            fractionValue = FRACTION_VALUES[which];
            return true;
        }

        /// "1 1/2", "3/4", "1½".
        private boolean parts() {
            int before = at;
            blanks();
            if (vulgar()) {
                return true;
            }
            boolean mixed = at > before;
            String over = mixed ? digitRun() : digits.toString();
            if (!over.isEmpty() && over.length() <= 2 && (take('/') || take('⁄'))) {
                String under = digitRun();
                if (!under.isEmpty() && under.length() <= 2) {
                    int parts = Integer.parseInt(under);
                    int of = Integer.parseInt(over);
                    if (parts >= 2 && parts <= MOST_PARTS && (of < parts || !mixed)) {
                        digits.setLength(mixed ? digits.length() : 0);
                        fraction = true;
                        fractionValue = (double) of / parts;
                        return true;
                    }
                }
            }
            at = before;
            return false;
        }

        /// "(5)" behind 1.23 is 0.05, "(0.05)" what it says (JCGM 100:2008, 7.2.2).
        private OptionalDouble concise() {
            int before = at;
            if (take('(')) {
                int from = at;
                while (at < line.length() && (digit() || line.charAt(at) == mark.sign())) {
                    at++;
                }
                String inside = line.substring(from, at);
                if (!inside.isEmpty() && take(')')) {
                    OptionalDouble number = NumberText.number(inside, mark);
                    boolean counted = inside.indexOf(mark.sign()) < 0;
                    return number.isEmpty()
                            ? number
                            : OptionalDouble.of(
                                    counted ? Double.parseDouble(inside + "e" + -decimals) : number.getAsDouble());
                }
            }
            at = before;
            return OptionalDouble.empty();
        }

        /// What stands behind "±", in the same unit or in percent of the value.
        private OptionalDouble plusMinus(String unit) {
            int before = at;
            blanks();
            if (plusMinusSign()) {
                blanks();
                int from = at;
                while (at < line.length()
                        && (digit() || line.charAt(at) == mark.sign() || at > from && isOfPower(at))) {
                    at++;
                }
                OptionalDouble number = NumberText.number(line.substring(from, at), mark);
                if (number.isPresent()) {
                    return ended(number.getAsDouble(), unit);
                }
            }
            at = before;
            return OptionalDouble.empty();
        }

        private boolean isOfPower(int place) {
            char c = line.charAt(place);
            return (c | 32) == 'e' || (c == '-' || c == '+') && (line.charAt(place - 1) | 32) == 'e';
        }

        private boolean plusMinusSign() {
            if (take('±')) {
                return true;
            }
            int before = at;
            if (take('+')) {
                take('/');
                if (at < line.length() && MINUS.indexOf(line.charAt(at)) >= 0) {
                    at++;
                    return true;
                }
            }
            at = before;
            return false;
        }

        private OptionalDouble ended(double number, String unit) {
            int before = at;
            blanks();
            if (!unit.equals("%") && take('%')) {
                return OptionalDouble.of(size() * number / 100);
            }
            if (!unit.isEmpty() && line.startsWith(unit, at)) {
                at += unit.length();
            } else {
                at = before;
            }
            return OptionalDouble.of(number);
        }

        private boolean closes() {
            blanks();
            return take(')');
        }

        /// A power of ten: "e-3", "D+03", "×10⁻³", "x 10^-3", "·10^3".
        ///
        /// @return false for half of one
        private boolean power() {
            int before = at;
            if (at < line.length() && "eEdD".indexOf(line.charAt(at)) >= 0) {
                at++;
                int sign = sign();
                String digits = digitRun();
                if (!digits.isEmpty() && digits.length() <= 5) {
                    power = sign * Integer.parseInt(digits);
                    return true;
                }
                at = before;
                return true;
            }
            blanks();
            if (at < line.length() && "x×·*⋅∙".indexOf(line.charAt(at)) >= 0) {
                at++;
                blanks();
                return take('1') && take('0') && exponent();
            }
            at = before;
            return true;
        }

        private int sign() {
            if (at < line.length() && (line.charAt(at) == '+' || MINUS.indexOf(line.charAt(at)) >= 0)) {
                return line.charAt(at++) == '+' ? 1 : -1;
            }
            return 1;
        }

        private boolean exponent() {
            if (take('^')) {
                boolean bracket = take('(') || take('{');
                int sign = sign();
                String digits = digitRun();
                power = digits.isEmpty() || digits.length() > 4 ? 0 : sign * Integer.parseInt(digits);
                return !digits.isEmpty() && digits.length() <= 4 && (!bracket || take(')') || take('}'));
            }
            int sign = take('⁻') ? -1 : 1;
            int from = at;
            while (at < line.length() && SUPERSCRIPTS.indexOf(line.charAt(at)) >= 0 && at - from < 4) {
                power = 10 * power + SUPERSCRIPTS.indexOf(line.charAt(at++));
            }
            power *= sign;
            return at > from;
        }

        private String unit() {
            int before = at;
            blanks();
            int from = at;
            while (at < line.length() && isOfUnit(line.charAt(at), at == from)) {
                at++;
            }
            String told = line.substring(from, at);
            boolean known = at > from
                    && at - from <= LONGEST_UNIT
                    && !told.equalsIgnoreCase("e")
                    && UnitSymbols.isWrittenAsUnit(told)
                    && !isHalfOfDay(told);
            if (!known) {
                at = before;
                return "";
            }
            return told.replace('\u03bc', 'µ');
        }

        /// "2 pm" is a time of day; "125 pm" is a length.
        private boolean isHalfOfDay(String told) {
            return (told.equalsIgnoreCase("am") || told.equalsIgnoreCase("pm"))
                    && decimals == 0
                    && power == 0
                    && size() >= 1
                    && size() <= 12;
        }

        private static boolean isOfUnit(char c, boolean first) {
            if (first) {
                return Character.isLetter(c) || "%‰°′″".indexOf(c) >= 0 || CURRENCY.indexOf(c) >= 0;
            }
            return Character.isLetterOrDigit(c) || "%°/·⋅^*⁻¹²³.".indexOf(c) >= 0 || c == '-';
        }
    }

    /// A prefix of a unit as a power of ten (SI Brochure, 9th edition, table 7): "kN" beside "N".
    ///
    /// @return empty where the unit has none that is in daily use
    public static Optional<Integer> prefix(String unit) {
        return unit.isEmpty()
                ? Optional.empty()
                : switch (unit.charAt(0)) {
                    case 'p' -> Optional.of(-12);
                    case 'n' -> Optional.of(-9);
                    case 'µ', 'u' -> Optional.of(-6);
                    case 'm' -> Optional.of(-3);
                    case 'k', 'K' -> Optional.of(3);
                    case 'M' -> Optional.of(6);
                    case 'G' -> Optional.of(9);
                    case 'T' -> Optional.of(12);
                    default -> Optional.empty();
                };
    }

    /// A sign between thousands in words.
    public static String words(char grouping) {
        return switch (grouping) {
            case ',' -> "commas";
            case '.' -> "points";
            case '\'' -> "apostrophes";
            case ' ' -> "blanks";
            default -> "“" + grouping + "”";
        };
    }
}
