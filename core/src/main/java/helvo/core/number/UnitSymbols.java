package helvo.core.number;

import java.util.Set;
import java.util.regex.Pattern;

/// The units of daily use in laboratories, as they stand behind numbers: "N/mm²", "mg/L", "°C".
public final class UnitSymbols {
    private static final Set<String> WITH_PREFIX = Set.of(
            "m", "g", "s", "A", "K", "mol", "cd", "Hz", "N", "Pa", "J", "W", "C", "V", "F", "\u03a9", "\u2126", "ohm",
            "Ohm", "S", "Wb", "T", "H", "lm", "lx", "Bq", "Gy", "Sv", "kat", "L", "l", "eV", "bar", "M", "cal", "Wh",
            "Ah", "VA", "B", "bit", "byte", "u", "Da", "pc", "t", "rad");
    private static final Set<String> WITHOUT_PREFIX = Set.of(
            "%",
            "‰", "°", "°C", "°F", "degC", "degF", "deg", "′", "″", "'", "h", "hr", "hrs", "min", "mins", "sec", "secs",
            "d", "day", "days", "wk", "week", "weeks", "mo", "month", "months", "yr", "yrs", "year", "years", "a", "in",
            "ft", "yd", "mi", "lb", "lbs", "oz", "psi", "ksi", "lbf", "kgf", "mmHg", "inHg", "mmH2O", "cmH2O", "inH2O",
            "atm", "Torr", "torr", "ppm", "ppb", "ppt", "rpm", "dB", "dBm", "dBA", "AU", "a.u.", "cps", "cpm", "counts",
            "count", "cts", "ha", "gal", "kn", "mph", "kph", "IU", "U", "sr", "Å", "€", "$", "£", "¥", "x", "F", "C",
            "lux", "molar", "mOsm", "mEq", "cells", "pcs", "px");
    private static final Set<String> PREFIXES =
            Set.of("Y", "Z", "E", "P", "T", "G", "M", "k", "K", "h", "da", "d", "c", "m", "µ", "u", "n", "p", "f", "a");
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
        if (WITHOUT_PREFIX.contains(text)) {
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
        return WITHOUT_PREFIX.contains(symbol)
                || WITH_PREFIX.contains(symbol)
                || PREFIXES.stream()
                        .anyMatch(prefix ->
                                symbol.startsWith(prefix) && WITH_PREFIX.contains(symbol.substring(prefix.length())));
    }
}
