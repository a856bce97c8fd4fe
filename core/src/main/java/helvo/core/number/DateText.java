package helvo.core.number;

import helvo.core.Phrase;
import java.time.DateTimeException;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// Dates and times of day as people write them, kept as seconds since 1970-01-01 00:00 on the clock they were written by.
/// A time of day without a date is one of that first day. An offset ("+02:00", "Z") is read over: the clock counts.
public final class DateText {
    private static final String TIME = "(?:[T ,]+(\\d{1,2}):(\\d{2})(?::(\\d{2}(?:[.,]\\d{1,9})?))?\\s*(?:Z|[+-]\\d{2}:?\\d{2})?)?";
    private static final Pattern YEAR_FIRST = Pattern.compile("(\\d{4})[-/.](\\d{1,2})(?:[-/.](\\d{1,2})" + TIME + ")?");
    private static final Pattern YEAR_LAST = Pattern.compile("(\\d{1,2})([./-])(\\d{1,2})\\2(\\d{4}|\\d{2})" + TIME);
    private static final Pattern DAY_AND_NAME = Pattern.compile("(?:(\\d{1,2})\\.?[ -])?(\\p{L}{3,9})\\.?[ -](\\d{4})" + TIME);
    private static final Pattern NAME_AND_DAY = Pattern.compile("(\\p{L}{3,9})\\.? (\\d{1,2}),? (\\d{4})" + TIME);
    private static final Pattern TIME_OF_DAY = Pattern.compile("(\\d{1,2}):(\\d{2})(?::(\\d{2}(?:[.,]\\d{1,9})?))?");
    private static final List<String> MONTHS = List.of("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec");
    private static final List<String> FULL_MONTHS = List.of("january", "february", "march", "april", "may", "june", "july", "august",
            "september",
            "october", "november", "december");
    /// Two digits of a year are those of 1970 to 2069.
    private static final int FIRST_SHORT_YEAR = 70;

    private DateText() {}

    /// How much of a moment is written.
    public enum Form { YEAR, MONTH, DAY, MINUTE, SECOND, TIME, TIME_WITH_SECONDS;

        /// The form that writes both in full.
        public Form with(Form other) {
            if (this == other) {
                return this;
            }
            boolean times = ordinal() >= TIME.ordinal() && other.ordinal() >= TIME.ordinal();
            boolean dates = ordinal() < TIME.ordinal() && other.ordinal() < TIME.ordinal();
            return times || dates ? values()[Math.max(ordinal(), other.ordinal())] : SECOND;
        }
    }

    /// Which of two numbers before a year is the day.
    public enum Order { DAY_FIRST, MONTH_FIRST }

    /// A date that was read.
    ///
    /// @param seconds since 1970-01-01 00:00
    /// @param either  whether day and month could as well change places
    public record Moment(double seconds, Form form, boolean either) {}

    /// Reads "2026-03-05 14:30", "2026-03", "5.3.2026", "5/3/26", "5 Mar 2026", "March 5, 2026", "Mar 2026", "14:30:05".
    ///
    /// @param order of day and month where the text leaves it open; a number above 12 settles it
    public static Optional<Moment> read(String text, Order order) {
        String line = text.strip();
        if (line.length() < 4 || line.length() > 40) {
            return Optional.empty();
        }
        try {
            Matcher match = YEAR_FIRST.matcher(line);
            if (match.matches()) {
                boolean month = match.group(3) == null;
                return month ? day(number(match, 1), number(match, 2), 1, Form.MONTH)
                        : moment(number(match, 1), number(match, 2), number(match, 3), match, 4, false);
            }
            match = YEAR_LAST.matcher(line);
            if (match.matches()) {
                return yearLast(match, order);
            }
            match = DAY_AND_NAME.matcher(line);
            if (match.matches() && month(match.group(2)) > 0) {
                boolean month = match.group(1) == null;
                return month ? match.group(4) == null ? day(number(match, 3), month(match.group(2)), 1, Form.MONTH) : Optional.empty()
                        : moment(number(match, 3), month(match.group(2)), number(match, 1), match, 4, false);
            }
            match = NAME_AND_DAY.matcher(line);
            if (match.matches() && month(match.group(1)) > 0) {
                return moment(number(match, 3), month(match.group(1)), number(match, 2), match, 4, false);
            }
            match = TIME_OF_DAY.matcher(line);
            return match.matches() ? timeOfDay(match) : Optional.empty();
        } catch (DateTimeException impossible) {
            return Optional.empty();
        }
    }

    /// A year alone, as columns of years have it.
    public static Optional<Moment> year(double number) {
        boolean year = number == Math.rint(number) && number >= 1000 && number <= 2999;
        return year ? day((int) number, 1, 1, Form.YEAR) : Optional.empty();
    }

    /// In ISO 8601's order, with a blank before the time.
    public static String shown(double seconds, Form form) {
        LocalDateTime moment = moment(seconds);
        return switch (form) {
            case YEAR -> Phrase.of("%d", moment.getYear());
            case MONTH -> Phrase.of("%d-%02d", moment.getYear(), moment.getMonthValue());
            case DAY -> day(moment);
            case MINUTE -> day(moment) + Phrase.of(" %02d:%02d", moment.getHour(), moment.getMinute());
            case SECOND -> day(moment) + " " + time(moment);
            case TIME -> Phrase.of("%02d:%02d", moment.getHour(), moment.getMinute());
            case TIME_WITH_SECONDS -> time(moment);
        };
    }

    /// The same date with the numbers of day and month changed over, where both are 12 or less.
    public static double swapped(double seconds) {
        LocalDateTime moment = moment(seconds);
        return moment.getDayOfMonth() > 12 ? seconds
                : seconds(LocalDateTime.of(moment.getYear(), moment.getDayOfMonth(), moment.getMonthValue(), 0, 0))
                + (seconds - midnight(moment));
    }

    public static LocalDateTime moment(double seconds) {
        double whole = Math.floor(seconds);
        return LocalDateTime.ofEpochSecond((long) whole, (int) Math.min(999_999_999, Math.round((seconds - whole) * 1e9)), ZoneOffset.UTC);
    }

    public static double seconds(LocalDateTime moment) {
        return moment.toEpochSecond(ZoneOffset.UTC) + moment.getNano() / 1e9;
    }

    private static double midnight(LocalDateTime moment) {
        return seconds(moment.toLocalDate().atStartOfDay());
    }

    private static String day(LocalDateTime moment) {
        return Phrase.of("%d-%02d-%02d", moment.getYear(), moment.getMonthValue(), moment.getDayOfMonth());
    }

    private static String time(LocalDateTime moment) {
        String nanos = moment.getNano() == 0 ? "" : "." + Phrase.of("%09d", moment.getNano()).replaceAll("0+$", "");
        return Phrase.of("%02d:%02d:%02d", moment.getHour(), moment.getMinute(), moment.getSecond()) + nanos;
    }

    private static Optional<Moment> yearLast(Matcher match, Order order) {
        int first = number(match, 1);
        int second = number(match, 3);
        int written = number(match, 4);
        int year = match.group(4).length() == 4 ? written : written + (written >= FIRST_SHORT_YEAR ? 1900 : 2000);
        boolean points = match.group(2).equals(".");
        boolean either = !points && first <= 12 && second <= 12;
        boolean dayFirst = points || first > 12 || second <= 12 && order == Order.DAY_FIRST;
        return dayFirst ? moment(year, second, first, match, 5, either) : moment(year, first, second, match, 5, either);
    }

    private static Optional<Moment> timeOfDay(Matcher match) {
        if (number(match, 1) > 23 || number(match, 2) > 59) {
            return Optional.empty();
        }
        double seconds = match.group(3) == null ? 0 : Double.parseDouble(match.group(3).replace(',', '.'));
        return Optional.of(new Moment(number(match, 1) * 3600 + number(match, 2) * 60 + seconds,
                match.group(3) == null ? Form.TIME : Form.TIME_WITH_SECONDS, false));
    }

    private static Optional<Moment> day(int year, int month, int day, Form form) {
        return Optional.of(new Moment(seconds(LocalDateTime.of(year, month, day, 0, 0)), form, false));
    }

    /// @param time the group of the hour; minutes and seconds follow
    private static Optional<Moment> moment(int year, int month, int day, Matcher match, int time, boolean either) {
        if (match.group(time) == null) {
            return Optional.of(new Moment(seconds(LocalDateTime.of(year, month, day, 0, 0)), Form.DAY, either));
        }
        LocalDateTime minute = LocalDateTime.of(year, month, day, number(match, time), number(match, time + 1));
        String seconds = match.group(time + 2);
        return Optional.of(new Moment(seconds(minute) + (seconds == null ? 0 : Double.parseDouble(seconds.replace(',', '.'))),
                seconds == null ? Form.MINUTE : Form.SECOND, either));
    }

    private static int month(String name) {
        String low = name.toLowerCase(Locale.ROOT);
        int full = FULL_MONTHS.indexOf(low);
        return 1 + (full >= 0 ? full : low.equals("sept") ? 8 : MONTHS.indexOf(low));
    }

    private static int number(Matcher match, int group) {
        return Integer.parseInt(match.group(group));
    }
}
