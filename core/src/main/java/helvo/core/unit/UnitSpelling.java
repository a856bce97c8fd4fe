package helvo.core.unit;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/// Reads units as people write them: "N/mm²", "m s⁻¹", "kg·m^-3", "AU/(mg/L)". Behind a slash all that is
/// multiplied belongs below it, as people mean it: "W/m²K" is W/(m²·K). Letter case matters where it decides.
final class UnitSpelling {
    private static final int MAX_CHARS = 60;
    private static final int MAX_EXPONENT = 9;
    private static final String SUPERSCRIPTS = "⁰¹²³⁴⁵⁶⁷⁸⁹";
    private static final String SIGNS_OF_PRODUCTS = "·⋅∙*× .";

    /// A symbol with its power.
    ///
    /// @param symbol as it is written, with its prefix
    /// @param halves twice the exponent: roots of units are units too
    record Factor(Symbol symbol, int halves) {}

    /// A symbol that was read.
    ///
    /// @param code   of its unit in the Unified Code for Units of Measure, with its prefix; empty for what
    ///     only stands for itself: counts, arbitrary units, currencies
    /// @param scale  that the code is multiplied with
    /// @param counts what it counts, where it stands for itself
    record Symbol(String spelling, String code, BigDecimal scale, String counts) {
        /// Whether both are one unit, however it is spelled.
        boolean isSame(Symbol other) {
            return code.equals(other.code) && counts.equals(other.counts) && scale.compareTo(other.scale) == 0;
        }
    }

    private final String text;
    private int at;
    private final List<Factor> factors = new ArrayList<>();

    private UnitSpelling(String text) {
        this.text = text;
    }

    /// @return empty for what is not known, or no unit
    static Optional<List<Factor>> read(String written) {
        String text = plain(written);
        if (text.isEmpty() || text.length() > MAX_CHARS) {
            return Optional.empty();
        }
        var spelling = new UnitSpelling(text);
        boolean read = spelling.product(2, false) && spelling.at == text.length();
        return read && !spelling.factors.isEmpty() ? Optional.of(List.copyOf(spelling.factors)) : Optional.empty();
    }

    /// With one sign for each thing, and one word for each unit of several.
    private static String plain(String written) {
        String text = written.strip()
                .replace('\u03bc', 'µ')
                .replace('\u2126', 'Ω')
                .replace("℃", "°C")
                .replace("℉", "°F")
                .replace('ℓ', 'L')
                .replace('\u2212', '-')
                .replace('\u207b', '⁻')
                .replace('\u00a0', ' ')
                .replace('\u2044', '/')
                .replaceAll("\\s+", " ")
                .replaceAll(" ?([/·⋅∙*×^]) ?", "$1")
                .replaceAll("(?i)^([o0]/[o0]{2}|per ?mil(le)?)$", "‰")
                .replaceAll("(?i) per ", "/")
                .replaceAll("(?i)^per ", "1/")
                .replaceAll("(?i)deg(rees?)?[ .]?([CF])(?![a-z])", "°$2")
                .replaceAll("° ([CF])(?!\\w)", "°$1")
                .replaceAll("(?i)^(a\\. ?u\\.?|arb\\.( ?u(nits?)?\\.?)?)", "arb")
                .replaceAll("(?i)fl\\.? oz", "floz")
                .replaceAll("(mm|cm|m|in) ?(Hg|H2O|H₂O)", "$1$2")
                .replace("H₂O", "H2O")
                .replace("W/mK", "W/(m·K)");
        boolean bracketed = text.length() > 2
                && (text.startsWith("(") && text.endsWith(")") || text.startsWith("[") && text.endsWith("]"))
                && text.indexOf(text.charAt(0), 1) < 0;
        return bracketed ? text.substring(1, text.length() - 1).strip() : text;
    }

    /// Factors one after the other; behind a slash with their exponents turned over.
    ///
    /// @param halves 2, −2 below a slash, and half as much under a root
    private boolean product(int halves, boolean inBrackets) {
        int now = halves;
        boolean first = true;
        while (at < text.length()) {
            char c = text.charAt(at);
            if (c == ')' && inBrackets) {
                return !first;
            }
            if (c == '/') {
                at++;
                now = -halves;
            } else if (!first && SIGNS_OF_PRODUCTS.indexOf(c) >= 0) {
                at++;
            }
            if (!factor(now)) {
                return false;
            }
            first = false;
        }
        return !inBrackets && !first;
    }

    private boolean factor(int halves) {
        if (at < text.length() && text.charAt(at) == '√' && halves % 2 == 0) {
            at++;
            return factor(halves / 2);
        }
        if (at < text.length() && text.charAt(at) == '(') {
            at++;
            if (!product(halves, true) || at >= text.length() || text.charAt(at) != ')') {
                return false;
            }
            at++;
            return true;
        }
        if (text.startsWith("1/", at)) {
            at++;
            return true;
        }
        int from = at;
        while (at < text.length() && isOfSymbol(text.charAt(at))) {
            at++;
        }
        Optional<Symbol> symbol = UnitTable.symbol(text.substring(from, at));
        // "mmH2O" has a digit in its symbol.
        for (int end = Math.min(text.length(), at + 2); symbol.isEmpty() && end > at; end--) {
            Optional<Symbol> longer = UnitTable.symbol(text.substring(from, end));
            if (longer.isPresent()) {
                symbol = longer;
                at = end;
            }
        }
        if (symbol.isEmpty()) {
            return false;
        }
        int exponent = exponent();
        if (exponent == 0) {
            return false;
        }
        factors.add(new Factor(symbol.get(), halves * exponent));
        return true;
    }

    private static boolean isOfSymbol(char c) {
        return Character.isLetter(c) || "%‰°′″'\"€$£¥_".indexOf(c) >= 0;
    }

    /// "²", "^-1", "^{-1}", "-1", "2"; 1 where there is none, 0 for what is none.
    private int exponent() {
        int from = at;
        boolean caret = at < text.length() && text.charAt(at) == '^';
        at += caret ? 1 : 0;
        char bracket = at < text.length() ? text.charAt(at) : ' ';
        boolean closes = caret && (bracket == '(' || bracket == '{');
        at += closes ? 1 : 0;
        int sign = at < text.length() && (text.charAt(at) == '-' || text.charAt(at) == '⁻') ? -1 : 1;
        at += sign < 0 ? 1 : 0;
        int digits = at;
        int power = 0;
        while (at < text.length() && digit(text.charAt(at)) >= 0 && at - digits < 2) {
            power = 10 * power + digit(text.charAt(at++));
        }
        if (closes) {
            boolean closed = at < text.length() && text.charAt(at) == (bracket == '(' ? ')' : '}');
            at += closed ? 1 : 0;
            return closed && power <= MAX_EXPONENT ? sign * power : 0;
        }
        if (at == digits) {
            at = from;
            return caret || sign < 0 ? 0 : 1;
        }
        return power <= MAX_EXPONENT ? sign * power : 0;
    }

    private static int digit(char c) {
        return c >= '0' && c <= '9' ? c - '0' : SUPERSCRIPTS.indexOf(c);
    }
}
