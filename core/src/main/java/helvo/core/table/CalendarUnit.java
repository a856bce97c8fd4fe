package helvo.core.table;

import java.util.Arrays;
import java.util.Optional;

/// A unit that time over dates is counted in. A month is the twelfth part of a year, a year the mean one of the
/// Gregorian calendar (365.2425 days; ISO 80000-3, annex).
public enum CalendarUnit {
    SECOND("second", "s", 1),
    MINUTE("minute", "min", 60),
    HOUR("hour", "h", 3600),
    DAY("day", "d", 86_400),
    MONTH("month", "month", 365.2425 / 12 * 86_400),
    YEAR("year", "year", 365.2425 * 86_400);

    private final String word;
    private final String symbol;
    private final double seconds;

    CalendarUnit(String word, String symbol, double seconds) {
        this.word = word;
        this.symbol = symbol;
        this.seconds = seconds;
    }

    public String word() {
        return word;
    }

    /// As it stands in units: "mm/d".
    public String symbol() {
        return symbol;
    }

    public double seconds() {
        return seconds;
    }

    /// @return empty for another symbol
    public static Optional<CalendarUnit> of(String symbol) {
        return Arrays.stream(values())
                .filter(unit -> unit.symbol.equals(symbol))
                .findFirst();
    }

    /// The one in which a span reads as a number of two or three digits.
    public static CalendarUnit fitting(double span) {
        return span <= 600
                ? SECOND
                : span <= 6 * 3600
                        ? MINUTE
                        : span <= 4 * 86_400
                                ? HOUR
                                : span <= 400 * 86_400.0 ? DAY : span <= 12 * 366 * 86_400.0 ? MONTH : YEAR;
    }
}
