package helvo.core.number;

import helvo.core.RootLocale;
import java.text.Normalizer;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.format.TextStyle;
import java.time.temporal.ChronoField;
import java.time.temporal.IsoFields;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/// Dates and times of day as people write them, kept as seconds since 1970-01-01 00:00 on the clock they were
/// written by. A time of day without a date is one of that first day. An offset ("+02:00", "Z", "CEST") is told
/// beside it.
public final class DateText {
    private static final String OFFSET =
            "(?:\\s*(Z|[A-Z]{3,4}|[+\u2212-]\\d{2}(?::?\\d{2})?)(?:\\[[\\w/+-]{1,30}\\])?)?";
    private static final String CLOCK =
            "(\\d{1,2}):(\\d{2})(?::(\\d{2}(?:[.,]\\d{1,9})?))?(?:\\s?([AaPp])\\.?[Mm]\\.?)?";
    private static final String TIME = "(?:[T ,]+" + CLOCK + OFFSET + ")?";
    private static final Pattern YEAR_FIRST =
            Pattern.compile("(\\d{4})[-/.](\\d{1,2})(?:[-/.](\\d{1,2})" + TIME + ")?");
    private static final Pattern YEAR_LAST = Pattern.compile("(\\d{1,2})([./-])(\\d{1,2})\\2(\\d{4}|\\d{2})" + TIME);
    private static final Pattern DAY_AND_NAME = Pattern.compile(
            "(?:(\\d{1,2})(?:\\.|st|nd|rd|th|er|º)?[ -]?(?:de )?)?(\\p{L}{3,10})\\.?[ -]?(?:de )?('?\\d{2}|\\d{4})"
                    + TIME);
    private static final Pattern NAME_AND_DAY =
            Pattern.compile("(\\p{L}{3,10})\\.? (\\d{1,2})(?:st|nd|rd|th)?,? (\\d{4})" + TIME);
    private static final Pattern BASIC =
            Pattern.compile("(\\d{4})(\\d{2})(\\d{2})T(\\d{2}):?(\\d{2}):?(\\d{2}(?:[.,]\\d{1,9})?)?()" + OFFSET);
    private static final Pattern TIME_OF_DAY = Pattern.compile(CLOCK);
    /// "2 pm" and "10am".
    private static final Pattern HOUR_OF_TWELVE = Pattern.compile("(\\d{1,2})\\s?([AaPp])\\.?[Mm]\\.?");
    private static final Pattern QUARTER = Pattern.compile(
            "(\\d{4})[ /-]?[Qq]([1-4])|[Qq]([1-4])[ /-]?(\\d{4}|'?\\d{2})|([1-4])\\. ?Quartal (\\d{4})");
    /// "1974M01".
    private static final Pattern MONTH_OF_YEAR = Pattern.compile("(\\d{4})M(\\d{2})");
    /// "Jan-1-1995".
    private static final Pattern NAME_DASH_DAY = Pattern.compile("(\\p{L}{3,10})-(\\d{1,2})-(\\d{4}|\\d{2})" + TIME);
    /// "Jan-74".
    private static final Pattern NAME_DASH_YEAR = Pattern.compile("(\\p{L}{3,10})[-/'](\\d{2})");
    private static final int FIRST_COMPACT_YEAR = 1800;
    private static final int LAST_COMPACT_YEAR = 2100;
    private static final Pattern WEEK = Pattern.compile("(\\d{4})-?W(\\d{2})(?:-?([1-7]))?");
    private static final Pattern WEEKDAY = Pattern.compile("(\\p{L}{2,10})[.,]{0,2} +(?=[\\d\\p{L}])");
    /// In English, German, French, Spanish and Italian, without accents; a month to a line.
    private static final List<String> MONTHS = List.of(
            "jan january januar janner janvier janv enero ene gennaio gen",
            "feb february februar feber fevrier fevr fev febrero febbraio febb",
            "mar march marz maerz mrz mars marzo",
            "apr april avril avr abril abr aprile",
            "may mai mayo maggio mag",
            "jun june juni juin junio giugno giu",
            "jul july juli juillet juil julio luglio lug",
            "aug august aout aou agosto ago",
            "sep sept september septembre septiembre setiembre set settembre sett",
            "oct october oktober okt octobre octubre ottobre ott",
            "nov november novembre noviembre",
            "dec december dezember dez decembre diciembre dic dicembre");
    private static final Set<String> WEEKDAYS =
            Set.of(("mon monday mo montag lun lundi lunes lunedi tue tues tuesday di dienstag mardi martes martedi wed "
                            + "wednesday mi mittwoch mer mercredi mie miercoles mercoledi thu thur thurs thursday do "
                            + "donnerstag jeu jeudi jue jueves gio giovedi fri friday fr freitag ven vendredi vie "
                            + "viernes venerdi sat saturday sa samstag sonnabend sam samedi sab sabado sabato sun "
                            + "sunday so sonntag dim dimanche dom domingo domenica")
                    .split(" "));
    private static final Map<String, Integer> MONTH_NUMBERS = monthNumbers();
    private static final Map<String, Integer> ZONE_HOURS = Pattern.compile(" ")
            .splitAsStream(
                    "Z:0 UTC:0 GMT:0 WET:0 WEST:1 CET:1 MEZ:1 CEST:2 MESZ:2 EET:2 EEST:3 EST:-5 EDT:-4 CDT:-5 MST:-7 "
                            + "MDT:-6 PST:-8 PDT:-7")
            .map(zone -> zone.split(":"))
            .collect(Collectors.toMap(zone -> zone[0], zone -> Integer.valueOf(zone[1])));
    /// Two digits of a year are those of 1970 to 2069.
    private static final int FIRST_SHORT_YEAR = 70;
    private static final int MAX_CHARS = 60;
    private static final int HALF_DAY = 12;

    private DateText() {}

    /// How much of a moment is written.
    public enum Form {
        YEAR,
        MONTH,
        DAY,
        MINUTE,
        SECOND,
        TIME,
        TIME_WITH_SECONDS;

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
    public enum Order {
        DAY_FIRST,
        MONTH_FIRST
    }

    /// A date that was read.
    ///
    /// @param seconds since 1970-01-01 00:00
    /// @param either  whether day and month could as well change places
    /// @param offset  of its clock from UTC in seconds, where it is written
    public record Moment(double seconds, Form form, boolean either, OptionalInt offset) {
        /// On a clock that says no offset.
        public Moment(double seconds, Form form, boolean either) {
            this(seconds, form, either, OptionalInt.empty());
        }

        /// The same moment on a clock with another offset; as it is where its own is not known.
        public Moment at(int otherOffset) {
            return offset.isEmpty()
                    ? this
                    : new Moment(seconds - offset.getAsInt() + otherOffset, form, either, OptionalInt.of(otherOffset));
        }
    }

    /// Reads "2026-03-05 14:30", "2026-03", "5.3.2026", "5/3/26 2:30 PM", "5 Mar 2026", "5. März 2026", "March 5,
    /// 2026", "Mar 2026", "2026-Q1", "1974q1", "Q1-74", "Jan-74", "1974M01", "2026-W10", "14:30:05", "2 pm",
    /// each with a weekday before it and an offset behind it.
    ///
    /// @param order of day and month before a year, but for dates with points, which have the day first
    public static Optional<Moment> read(String text, Order order) {
        String line = text.strip();
        if (line.length() < 3 || line.length() > MAX_CHARS || line.chars().noneMatch(c -> c >= '0' && c <= '9')) {
            return Optional.empty();
        }
        try {
            return dated(withoutWeekday(line), order);
        } catch (DateTimeException impossible) {
            return Optional.empty();
        }
    }

    private static String withoutWeekday(String line) {
        Matcher weekday = WEEKDAY.matcher(line);
        return weekday.lookingAt() && WEEKDAYS.contains(bare(weekday.group(1))) && month(weekday.group(1)) == 0
                ? line.substring(weekday.end())
                : line;
    }

    private static Optional<Moment> dated(String line, Order order) {
        Matcher match = YEAR_FIRST.matcher(line);
        if (match.matches()) {
            boolean month = match.group(3) == null;
            return month
                    ? day(number(match, 1), number(match, 2), 1, Form.MONTH)
                    : moment(number(match, 1), number(match, 2), number(match, 3), match, 4, false);
        }
        match = YEAR_LAST.matcher(line);
        if (match.matches()) {
            return yearLast(match, order);
        }
        match = NAME_DASH_YEAR.matcher(line);
        if (match.matches() && month(match.group(1)) > 0) {
            return day(writtenYear(match.group(2)), month(match.group(1)), 1, Form.MONTH);
        }
        match = DAY_AND_NAME.matcher(line);
        if (match.matches() && month(match.group(2)) > 0) {
            return dayAndName(match);
        }
        match = NAME_AND_DAY.matcher(line);
        if (match.matches() && month(match.group(1)) > 0) {
            return moment(number(match, 3), month(match.group(1)), number(match, 2), match, 4, false);
        }
        match = BASIC.matcher(line);
        if (match.matches()) {
            return moment(number(match, 1), number(match, 2), number(match, 3), match, 4, false);
        }
        return part(line);
    }

    /// A quarter, a week or a time of day.
    private static Optional<Moment> part(String line) {
        Matcher match = QUARTER.matcher(line);
        if (match.matches()) {
            int first = match.group(1) != null ? 1 : match.group(3) != null ? 3 : 5;
            int year = writtenYear(match.group(first == 1 ? 1 : first + 1).replace("'", ""));
            return day(year, 3 * number(match, first == 1 ? 2 : first) - 2, 1, Form.MONTH);
        }
        match = WEEK.matcher(line);
        if (match.matches()) {
            int week = number(match, 2);
            var monday = LocalDate.of(number(match, 1), 1, 4)
                    .with(IsoFields.WEEK_OF_WEEK_BASED_YEAR, week)
                    .with(ChronoField.DAY_OF_WEEK, match.group(3) == null ? 1 : number(match, 3));
            return Optional.of(new Moment(seconds(monday.atStartOfDay()), Form.DAY, false));
        }
        match = MONTH_OF_YEAR.matcher(line);
        if (match.matches()) {
            return day(number(match, 1), number(match, 2), 1, Form.MONTH);
        }
        match = NAME_DASH_DAY.matcher(line);
        if (match.matches() && month(match.group(1)) > 0) {
            return moment(writtenYear(match.group(3)), month(match.group(1)), number(match, 2), match, 4, false);
        }
        match = TIME_OF_DAY.matcher(line);
        return match.matches() ? timeOfDay(match) : hourOfTwelve(line);
    }

    private static Optional<Moment> dayAndName(Matcher match) {
        String written = match.group(3).replace("'", "");
        boolean month = match.group(1) == null;
        if (month) {
            return match.group(4) == null && written.length() == 4
                    ? day(number(match, 3), month(match.group(2)), 1, Form.MONTH)
                    : Optional.empty();
        }
        return moment(writtenYear(written), month(match.group(2)), number(match, 1), match, 4, false);
    }

    private static int writtenYear(String written) {
        int year = Integer.parseInt(written);
        return written.length() == 4 ? year : year + (year >= FIRST_SHORT_YEAR ? 1900 : 2000);
    }

    /// A number such as 20260305 or 20260305143000.
    public static Optional<Moment> compact(double number) {
        boolean time = number >= 1e13 && number < 1e14;
        if (number != Math.rint(number) || !time && !(number >= 19_000_101 && number <= 21_001_231)) {
            return Optional.empty();
        }
        long day = (long) (time ? number / 1e6 : number);
        long clock = time ? (long) (number % 1e6) : 0;
        try {
            var moment = LocalDateTime.of(
                    (int) (day / 10_000),
                    (int) (day / 100 % 100),
                    (int) (day % 100),
                    (int) (clock / 10_000),
                    (int) (clock / 100 % 100),
                    (int) (clock % 100));
            return Optional.of(new Moment(seconds(moment), time ? Form.SECOND : Form.DAY, false));
        } catch (DateTimeException impossible) {
            return Optional.empty();
        }
    }

    /// A month such as 197401.
    public static Optional<Moment> yearAndMonth(double number) {
        boolean month = number == Math.rint(number)
                && number >= 100.0 * FIRST_COMPACT_YEAR
                && number <= 100.0 * LAST_COMPACT_YEAR + MONTHS.size()
                && number % 100 >= 1
                && number % 100 <= MONTHS.size();
        return month ? day((int) (number / 100), (int) (number % 100), 1, Form.MONTH) : Optional.empty();
    }

    /// A year alone, as columns of years have it.
    public static Optional<Moment> yearFromNumber(double number) {
        boolean year = number == Math.rint(number) && number >= 1000 && number <= 2999;
        return year ? day((int) number, 1, 1, Form.YEAR) : Optional.empty();
    }

    /// In ISO 8601's order, with a blank before the time.
    public static String shown(double seconds, Form form) {
        LocalDateTime moment = moment(seconds);
        return switch (form) {
            case YEAR -> RootLocale.format("%04d", moment.getYear());
            case MONTH -> RootLocale.format("%04d-%02d", moment.getYear(), moment.getMonthValue());
            case DAY -> day(moment);
            case MINUTE -> day(moment) + RootLocale.format(" %02d:%02d", moment.getHour(), moment.getMinute());
            case SECOND -> day(moment) + " " + time(moment);
            case TIME -> RootLocale.format("%02d:%02d", moment.getHour(), moment.getMinute());
            case TIME_WITH_SECONDS -> time(moment);
        };
    }

    /// "5 March 2024", without its time of day; a time of day as it is.
    public static String inWords(Moment read) {
        if (read.form().compareTo(Form.TIME) >= 0) {
            return shown(read.seconds(), read.form());
        }
        LocalDateTime moment = moment(read.seconds());
        return moment.getDayOfMonth() + " " + moment.getMonth().getDisplayName(TextStyle.FULL, Locale.ENGLISH) + " "
                + moment.getYear();
    }

    /// Whether a text is a date or a time of day in any order.
    public static boolean isDate(String text) {
        return read(text, Order.DAY_FIRST).isPresent()
                || read(text, Order.MONTH_FIRST).isPresent();
    }

    /// Whether a text is a time of day without a date.
    public static boolean isClock(String text) {
        return read(text, Order.DAY_FIRST)
                .filter(moment -> moment.form().compareTo(Form.TIME) >= 0)
                .isPresent();
    }

    /// The same date with the numbers of day and month changed over, where both are 12 or less.
    public static double swapped(double seconds) {
        LocalDateTime moment = moment(seconds);
        return moment.getDayOfMonth() > 12
                ? seconds
                : seconds(LocalDateTime.of(moment.getYear(), moment.getDayOfMonth(), moment.getMonthValue(), 0, 0))
                        + (seconds - midnight(moment));
    }

    public static LocalDateTime moment(double seconds) {
        double whole = Math.floor(seconds);
        return LocalDateTime.ofEpochSecond(
                (long) whole, (int) Math.min(999_999_999, Math.round((seconds - whole) * 1e9)), ZoneOffset.UTC);
    }

    public static double seconds(LocalDateTime moment) {
        return moment.toEpochSecond(ZoneOffset.UTC) + moment.getNano() / 1e9;
    }

    private static double midnight(LocalDateTime moment) {
        return seconds(moment.toLocalDate().atStartOfDay());
    }

    private static String day(LocalDateTime moment) {
        return RootLocale.format("%04d-%02d-%02d", moment.getYear(), moment.getMonthValue(), moment.getDayOfMonth());
    }

    private static String time(LocalDateTime moment) {
        String nanos = moment.getNano() == 0
                ? ""
                : "." + RootLocale.format("%09d", moment.getNano()).replaceAll("0+$", "");
        return RootLocale.format("%02d:%02d:%02d", moment.getHour(), moment.getMinute(), moment.getSecond()) + nanos;
    }

    private static Optional<Moment> yearLast(Matcher match, Order order) {
        int first = number(match, 1);
        int second = number(match, 3);
        int year = writtenYear(match.group(4));
        boolean points = match.group(2).equals(".");
        boolean either = !points && first <= 12 && second <= 12 && first != second;
        boolean dayFirst = points || order == Order.DAY_FIRST;
        return dayFirst ? moment(year, second, first, match, 5, either) : moment(year, first, second, match, 5, either);
    }

    private static Optional<Moment> timeOfDay(Matcher match) {
        int hour = hour(match, 1);
        if (hour > 23 || number(match, 2) > 59) {
            return Optional.empty();
        }
        double seconds =
                match.group(3) == null ? 0 : Double.parseDouble(match.group(3).replace(',', '.'));
        return Optional.of(new Moment(
                hour * 3600 + number(match, 2) * 60 + seconds,
                match.group(3) == null ? Form.TIME : Form.TIME_WITH_SECONDS,
                false));
    }

    private static Optional<Moment> hourOfTwelve(String line) {
        Matcher match = HOUR_OF_TWELVE.matcher(line);
        if (!match.matches() || number(match, 1) < 1 || number(match, 1) > HALF_DAY) {
            return Optional.empty();
        }
        int hour = number(match, 1) % HALF_DAY + (match.group(2).equalsIgnoreCase("p") ? HALF_DAY : 0);
        return Optional.of(new Moment(3600.0 * hour, Form.TIME, false));
    }

    /// On a clock of twelve hours by what stands behind it.
    private static int hour(Matcher match, int group) {
        int hour = number(match, group);
        String half = match.group(group + 3);
        if (half == null || half.isEmpty()) {
            return hour;
        }
        if (hour < 1 || hour > HALF_DAY) {
            throw new DateTimeException("no hour of twelve");
        }
        return hour % HALF_DAY + (half.equalsIgnoreCase("p") ? HALF_DAY : 0);
    }

    private static Optional<Moment> day(int year, int month, int day, Form form) {
        return Optional.of(new Moment(seconds(LocalDateTime.of(year, month, day, 0, 0)), form, false));
    }

    /// @param time the group of the hour; minutes, seconds, the half of the day and the offset follow
    private static Optional<Moment> moment(int year, int month, int day, Matcher match, int time, boolean either) {
        if (match.group(time) == null) {
            return Optional.of(new Moment(seconds(LocalDateTime.of(year, month, day, 0, 0)), Form.DAY, either));
        }
        int hour = hour(match, time);
        boolean midnight = hour == 24 && number(match, time + 1) == 0;
        LocalDateTime minute = LocalDateTime.of(year, month, day, midnight ? 0 : hour, number(match, time + 1))
                .plusDays(midnight ? 1 : 0);
        String seconds = match.group(time + 2);
        return offset(match.group(time + 4))
                .map(offset -> new Moment(
                        seconds(minute) + (seconds == null ? 0 : Double.parseDouble(seconds.replace(',', '.'))),
                        seconds == null ? Form.MINUTE : Form.SECOND,
                        either,
                        offset));
    }

    /// @return empty for letters that name no zone
    private static Optional<OptionalInt> offset(String written) {
        if (written == null) {
            return Optional.of(OptionalInt.empty());
        }
        if (Character.isLetter(written.charAt(0))) {
            return Optional.ofNullable(ZONE_HOURS.get(written)).map(hours -> OptionalInt.of(3600 * hours));
        }
        String digits = written.substring(1).replace(":", "");
        int seconds = 3600 * Integer.parseInt(digits.substring(0, 2))
                + (digits.length() > 2 ? 60 * Integer.parseInt(digits.substring(2)) : 0);
        return Optional.of(OptionalInt.of(written.charAt(0) == '+' ? seconds : -seconds));
    }

    /// 0 for what names none.
    private static int month(String name) {
        return MONTH_NUMBERS.getOrDefault(bare(name), 0);
    }

    private static String bare(String name) {
        return Normalizer.normalize(name.toLowerCase(Locale.ROOT), Normalizer.Form.NFD)
                .replaceAll("\\p{M}", "");
    }

    private static Map<String, Integer> monthNumbers() {
        var numbers = new HashMap<String, Integer>();
        for (int month = 0; month < MONTHS.size(); month++) {
            for (String name : MONTHS.get(month).split(" ")) {
                numbers.put(name, month + 1);
            }
        }
        return Map.copyOf(numbers);
    }

    private static int number(Matcher match, int group) {
        return Integer.parseInt(match.group(group));
    }
}
