package helvo.core.number;

import helvo.core.RootLocale;
import java.time.Duration;
import java.time.format.DateTimeParseException;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// Lengths of time as people and clocks write them, kept in seconds.
public final class DurationText {
    private static final Pattern HOURS_MINUTES_SECONDS = Pattern.compile(
            "([+\u2212-]?)(?:(\\d{1,5}) ?(?:d|days?|Tage?|\\.),? ?)?(\\d{1,6}):(\\d{2}):(\\d{2}(?:[.,]\\d{1,9})?)");
    private static final Pattern TWO_PARTS = Pattern.compile("([+\u2212-]?)(\\d{1,6}):(\\d{2}(?:[.,]\\d{1,9})?)");
    private static final Pattern WORDS = Pattern.compile(
            "(?:(\\d{1,5}) ?(?:d|days?))?,? ?(?:(\\d{1,6}) ?(?:h|hrs?|hours?|std))?,? ?"
                    + "(?:(\\d{1,6}) ?(?:m|min|mins|minutes?))?,? ?(?:(\\d{1,6}(?:[.,]\\d{1,9})?) "
                    + "?(?:s|sec|secs|seconds?|sek))?",
            Pattern.CASE_INSENSITIVE);
    private static final int MAX_CHARS = 40;

    private DurationText() {}

    /// What the two parts of "12:34" are.
    public enum TwoParts {
        HOURS_MINUTES,
        MINUTES_SECONDS
    }

    /// A length that was read.
    ///
    /// @param either whether it is of two parts that could be hours and minutes as well as minutes and seconds
    /// @param beyond whether no clock shows it: more than 23 hours, a fraction behind minutes
    public record Length(double seconds, boolean either, boolean beyond) {}

    /// Reads "30:15:00", "12:34.5", "1 d 02:03:04", "PT1H30M", "1 h 30 min".
    ///
    /// @param parts of a text of two parts that leaves it open; a fraction settles it
    public static Optional<Length> read(String text, TwoParts parts) {
        String line = text.strip();
        if (line.isEmpty() || line.length() > MAX_CHARS) {
            return Optional.empty();
        }
        Matcher match = HOURS_MINUTES_SECONDS.matcher(line);
        if (match.matches() && Integer.parseInt(match.group(4)) < 60 && seconds(match.group(5)) < 60) {
            double days = match.group(2) == null ? 0 : Integer.parseInt(match.group(2));
            int hours = Integer.parseInt(match.group(3));
            double seconds =
                    days * 86_400 + hours * 3600.0 + Integer.parseInt(match.group(4)) * 60 + seconds(match.group(5));
            return Optional.of(new Length(
                    signed(match, seconds),
                    false,
                    hours > 23 || match.group(2) != null || !match.group(1).isEmpty()));
        }
        match = TWO_PARTS.matcher(line);
        if (match.matches() && seconds(match.group(3)) < 60) {
            int first = Integer.parseInt(match.group(2));
            boolean fraction = match.group(3).length() > 2;
            boolean minutes = fraction || parts == TwoParts.MINUTES_SECONDS;
            double seconds = first * (minutes ? 60.0 : 3600.0) + seconds(match.group(3)) * (minutes ? 1 : 60);
            return Optional.of(new Length(
                    signed(match, seconds),
                    !fraction,
                    fraction || first > 23 || !match.group(1).isEmpty()));
        }
        return line.charAt(0) == 'P' ? iso(line) : words(line);
    }

    private static double signed(Matcher match, double seconds) {
        return match.group(1).isEmpty() || match.group(1).equals("+") ? seconds : -seconds;
    }

    private static double seconds(String text) {
        return Double.parseDouble(text.replace(',', '.'));
    }

    private static Optional<Length> iso(String line) {
        try {
            Duration read = Duration.parse(line);
            return Optional.of(new Length(read.getSeconds() + read.getNano() / 1e9, false, true));
        } catch (DateTimeParseException | ArithmeticException none) {
            return Optional.empty();
        }
    }

    /// At least two units: "90 min" is a number with its unit.
    private static Optional<Length> words(String line) {
        Matcher match = WORDS.matcher(line);
        if (!match.matches()) {
            return Optional.empty();
        }
        double[] factors = {86_400, 3600, 60, 1};
        double seconds = 0;
        int units = 0;
        for (int i = 0; i < factors.length; i++) {
            if (match.group(i + 1) != null) {
                seconds += factors[i] * seconds(match.group(i + 1));
                units++;
            }
        }
        return units < 2 ? Optional.empty() : Optional.of(new Length(seconds, false, true));
    }

    /// As hours, minutes and seconds: "30:15:00", "0:00:12.5".
    public static String shown(double seconds) {
        double size = Math.abs(seconds);
        long whole = (long) Math.floor(size);
        long nanos = Math.round((size - whole) * 1e9);
        whole += nanos == 1_000_000_000 ? 1 : 0;
        String fraction = nanos % 1_000_000_000 == 0
                ? ""
                : String.format(Locale.ROOT, ".%09d", nanos).replaceAll("0+$", "");
        return (seconds < 0 ? "−" : "")
                + RootLocale.format("%d:%02d:%02d", whole / 3600, whole / 60 % 60, whole % 60)
                + fraction;
    }
}
