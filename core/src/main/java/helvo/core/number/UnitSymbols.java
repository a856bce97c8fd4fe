package helvo.core.number;

import helvo.core.unit.Unit;
import java.util.Set;
import java.util.regex.Pattern;

/// The units of daily use in laboratories, as they stand behind numbers: "N/mm²", "mg/L", "°C".
public final class UnitSymbols {
    /// These stand behind numbers as units do, and are none that could be told for sure: "37 C", "10 x".
    private static final Set<String> FURTHER = Set.of("C", "x", "ppt", "₹");
    private static final Pattern BETWEEN = Pattern.compile("[/·⋅* ]");
    private static final String SIGNS = "[\\p{L}°%‰′″'€$£¥₹₽₩Ωµ.]";
    /// An exponent: a raised one, or digits behind "^" or a minus, or one digit from 2 on.
    private static final String EXPONENT = "(?:\\^?[-\u2212]?[1-9]|[⁻]?[¹²³⁴⁵⁶⁷⁸⁹])";
    private static final Pattern COMPONENT = Pattern.compile("(" + SIGNS + "+?)" + EXPONENT + "?");
    /// As [#COMPONENT], but a bare 1 is no exponent: "2010m1" is a code.
    private static final Pattern WRITTEN =
            Pattern.compile(SIGNS + "+(?:\\^[-\u2212]?[1-9]|[-\u2212][1-9]|[2-9]|[⁻]?[¹²³⁴⁵⁶⁷⁸⁹])?");

    private UnitSymbols() {}

    /// Whether a text is written as units are: letters and signs with exponents. "T000000" and "M100US" are
    /// not.
    public static boolean isWrittenAsUnit(String text) {
        if (isKnownSymbol(text)) {
            return true;
        }
        for (String part : BETWEEN.split(text, -1)) {
            if (!WRITTEN.matcher(part).matches() && !part.equals("1") || endsInDigit(part) && !isKnown(part)) {
                return false;
            }
        }
        return true;
    }

    /// "mm2" is a unit, "Q2" the second quarter.
    private static boolean endsInDigit(String part) {
        int last = part.length() - 1;
        return last > 0
                && part.charAt(last) >= '2'
                && part.charAt(last) <= '9'
                && Character.isLetter(part.charAt(last - 1));
    }

    /// Whether all parts of a unit are symbols of daily use, with or without a prefix and an exponent.
    public static boolean isKnown(String unit) {
        if (unit.isEmpty()) {
            return false;
        }
        for (String part : BETWEEN.split(unit, -1)) {
            var component = COMPONENT.matcher(part);
            String symbol = component.matches() ? component.group(1) : part;
            if (!isKnownSymbol(symbol) && !isKnownSymbol(part) && !part.equals("1")) {
                return false;
            }
        }
        return true;
    }

    private static boolean isKnownSymbol(String symbol) {
        return FURTHER.contains(symbol) || Unit.isSymbol(symbol);
    }
}
