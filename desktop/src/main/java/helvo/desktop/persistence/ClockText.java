package helvo.desktop.persistence;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/// A moment as people say it: today by the clock, else with the day, in another year with that too.
public final class ClockText {
    private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm", Locale.ROOT);
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM, HH:mm", Locale.ENGLISH);
    private static final DateTimeFormatter YEAR = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.ENGLISH);

    private ClockText() {}

    public static String of(Instant moment) {
        ZonedDateTime at = moment.atZone(ZoneId.systemDefault());
        LocalDate today = LocalDate.now();
        return (at.toLocalDate().equals(today) ? CLOCK : at.getYear() == today.getYear() ? DAY : YEAR).format(at);
    }
}
