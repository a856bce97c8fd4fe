package helvo.figure.scale;

import helvo.core.RootLocale;
import helvo.core.analysis.TimeAxis;
import helvo.core.number.DateText;
import helvo.core.number.NumberNotation;
import helvo.core.style.AxisStyle.DateLabels;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/// An axis of dates, with ticks where the calendar turns: at full seconds, minutes, hours, days, months or years.
///
/// @param low  lower limit, in the unit that the time axis counts by
/// @param high upper limit
/// @param labels how the ticks are written
/// @param inFull whether each of them says its day and its year, since others may be out of sight
public record DateScale(
        TimeAxis time, double low, double high, Step step, Step minor, DateLabels labels, boolean inFull)
        implements Axis {
    /// A calendar step.
    ///
    /// @param count of units
    public record Step(Unit unit, int count) {
        double seconds() {
            return unit.seconds * count;
        }
    }

    public enum Unit {
        SECOND(1),
        MINUTE(60),
        HOUR(3600),
        DAY(86_400),
        MONTH(2_629_746),
        YEAR(31_556_952);

        private final double seconds;

        Unit(double seconds) {
            this.seconds = seconds;
        }
    }

    private static final int[] SIXTIETHS = {1, 2, 5, 10, 15, 30};
    private static final int[] HOURS = {1, 2, 3, 6, 12};
    private static final int[] DAYS = {1, 2, 7, 14};
    private static final int[] MONTHS = {1, 2, 3, 6};
    private static final int[] YEARS = {1, 2, 5, 10, 20, 50, 100, 200, 500, 1000};
    /// Points nearer to the frame than this part of the axis would sit on it; no more than the other stays empty.
    private static final double MIN_GAP = 0.015;
    private static final double MAX_EMPTY = 0.07;

    public static DateScale around(TimeAxis time, double least, double greatest, int mostSteps) {
        double from = time.seconds(least);
        double to = time.seconds(greatest);
        if (!(from < to)) {
            from -= 43_200;
            to += 43_200;
        }
        List<Step> steps = steps();
        int place = 0;
        while (place < steps.size() - 1 && (to - from) / steps.get(place).seconds() > mostSteps) {
            place++;
        }
        DateScale scale = aroundWithStep(time, from, to, steps.get(place));
        return place < steps.size() - 1 && scale.ticks().size() > mostSteps + 2
                ? aroundWithStep(time, from, to, steps.get(place + 1))
                : scale;
    }

    private static DateScale aroundWithStep(TimeAxis time, double from, double to, Step step) {
        Step minor = minor(step);
        double gap = MIN_GAP * (to - from);
        double low = limit(from - gap, from, to - from, step, minor, true);
        double high = limit(to + gap, to, to - from, step, minor, false);
        return new DateScale(
                time, time.coordinate(low), time.coordinate(high), step, minor, DateLabels.AUTOMATIC, false);
    }

    /// Between these limits.
    public static DateScale between(TimeAxis time, double low, double high, int mostSteps) {
        double span = time.seconds(high) - time.seconds(low);
        Step step = steps().stream()
                .filter(each -> span / each.seconds() <= mostSteps)
                .findFirst()
                .orElse(steps().getLast());
        return new DateScale(time, low, high, step, minor(step), DateLabels.AUTOMATIC, false);
    }

    public DateScale with(DateLabels form) {
        return new DateScale(time, low, high, step, minor, form, inFull);
    }

    @Override
    public DateScale refined(int mostSteps) {
        DateScale finer = between(time, low, high, mostSteps);
        return new DateScale(time, low, high, finer.step, finer.step, DateLabels.AUTOMATIC, true);
    }

    private static List<Step> steps() {
        var steps = new ArrayList<Step>();
        for (Unit unit : Unit.values()) {
            int[] counts =
                    switch (unit) {
                        case SECOND, MINUTE -> SIXTIETHS;
                        case HOUR -> HOURS;
                        case DAY -> DAYS;
                        case MONTH -> MONTHS;
                        case YEAR -> YEARS;
                    };
            for (int count : counts) {
                steps.add(new Step(unit, count));
            }
        }
        return steps;
    }

    /// The next finer one that divides it.
    private static Step minor(Step step) {
        return switch (step.unit) {
            case SECOND -> new Step(Unit.SECOND, step.count % 5 == 0 && step.count > 5 ? 5 : 1);
            case MINUTE ->
                step.count == 1 ? new Step(Unit.SECOND, 30) : new Step(Unit.MINUTE, step.count >= 10 ? 5 : 1);
            case HOUR -> step.count == 1 ? new Step(Unit.MINUTE, 30) : new Step(Unit.HOUR, step.count == 12 ? 6 : 1);
            case DAY -> step.count == 1 ? new Step(Unit.HOUR, 12) : new Step(Unit.DAY, step.count == 14 ? 7 : 1);
            case MONTH -> step.count == 1 ? step : new Step(Unit.MONTH, 1);
            case YEAR ->
                step.count == 1
                        ? new Step(Unit.MONTH, 6)
                        : new Step(
                                Unit.YEAR,
                                step.count == 5 || step.count == 2
                                        ? 1
                                        : step.count / (step.count / 2 >= 5 && step.count % 4 == 0 ? 4 : 2));
        };
    }

    private static double limit(double beyond, double from, double span, Step step, Step minor, boolean lower) {
        double whole = outward(beyond, step, lower);
        double part = Math.abs(whole - from) <= MAX_EMPTY * span ? whole : outward(beyond, minor, lower);
        boolean empty = step.unit == Unit.MONTH && Math.abs(part - from) > 2 * MAX_EMPTY * span;
        return empty ? outward(beyond, new Step(Unit.DAY, 1), lower) : part;
    }

    private static double outward(double seconds, Step step, boolean lower) {
        LocalDateTime moment = floor(DateText.moment(seconds), step);
        boolean exact = DateText.seconds(moment) == seconds;
        return DateText.seconds(lower || exact ? moment : next(moment, step));
    }

    /// The last turn of the calendar at or before a moment. Weeks begin on Mondays.
    private static LocalDateTime floor(LocalDateTime moment, Step step) {
        LocalDate day = moment.toLocalDate();
        int count = step.count;
        return switch (step.unit) {
            case SECOND -> moment.withNano(0).withSecond(moment.getSecond() / count * count);
            case MINUTE -> moment.withNano(0).withSecond(0).withMinute(moment.getMinute() / count * count);
            case HOUR -> day.atTime(moment.getHour() / count * count, 0);
            case DAY ->
                day.minusDays(Math.floorMod(day.toEpochDay() + 3, count)).atStartOfDay();
            case MONTH ->
                day.withDayOfMonth(1)
                        .withMonth((day.getMonthValue() - 1) / count * count + 1)
                        .atStartOfDay();
            case YEAR ->
                LocalDate.of(Math.floorDiv(day.getYear(), count) * count, 1, 1).atStartOfDay();
        };
    }

    private static LocalDateTime next(LocalDateTime moment, Step step) {
        return switch (step.unit) {
            case SECOND -> moment.plusSeconds(step.count);
            case MINUTE -> moment.plusMinutes(step.count);
            case HOUR -> moment.plusHours(step.count);
            case DAY -> moment.plusDays(step.count);
            case MONTH -> moment.plusMonths(step.count);
            case YEAR -> moment.plusYears(step.count);
        };
    }

    @Override
    public List<Double> ticks() {
        return turns(step);
    }

    @Override
    public List<Double> minorTicks() {
        return turns(minor);
    }

    @Override
    public List<Double> fineTicks(double length) {
        return turns(minor);
    }

    private List<Double> turns(Step of) {
        var ticks = new ArrayList<Double>();
        double slack = 1e-9 * (high - low);
        for (LocalDateTime at = floor(DateText.moment(time.seconds(low)), of); ticks.size() < 1000; at = next(at, of)) {
            double coordinate = time.coordinate(DateText.seconds(at));
            if (coordinate > high + slack) {
                break;
            }
            if (coordinate >= low - slack) {
                ticks.add(coordinate);
            }
        }
        return ticks;
    }

    /// A year, and a day before times, stand only where they change, and not at all where they stand in the title.
    @Override
    public String label(double tick, NumberNotation numbers) {
        LocalDateTime at = moment(tick);
        String name = at.getMonth().getDisplayName(TextStyle.SHORT, Locale.ENGLISH);
        return switch (labels) {
            case AUTOMATIC -> ownLabel(tick, at);
            case YEAR -> Integer.toString(at.getYear());
            case MONTH -> name + " " + at.getYear();
            case DAY -> at.getDayOfMonth() + " " + name + " " + at.getYear();
            case NUMERIC -> at.toLocalDate().toString();
            case TIME -> RootLocale.format("%02d:%02d", at.getHour(), at.getMinute());
        };
    }

    private String ownLabel(double tick, LocalDateTime at) {
        List<Double> ticks = ticks();
        int place = ticks.indexOf(tick);
        LocalDateTime before = place > 0 && !inFull ? moment(ticks.get(place - 1)) : null;
        String month = at.getMonth().getDisplayName(TextStyle.SHORT, Locale.ENGLISH);
        String year = inOneYear() || before != null && before.getYear() == at.getYear() ? "" : " " + at.getYear();
        boolean sameDay = inOneDay() || before != null && before.toLocalDate().equals(at.toLocalDate());
        String day = sameDay ? "" : at.getDayOfMonth() + " " + month + year + " ";
        return switch (step.unit) {
            case YEAR -> Integer.toString(at.getYear());
            case MONTH -> month + year;
            case DAY -> at.getDayOfMonth() + " " + month + year;
            case HOUR, MINUTE -> day + RootLocale.format("%02d:%02d", at.getHour(), at.getMinute());
            case SECOND -> day + RootLocale.format("%02d:%02d:%02d", at.getHour(), at.getMinute(), at.getSecond());
        };
    }

    private LocalDateTime moment(double tick) {
        return DateText.moment(Math.rint(time.seconds(tick) * 1000) / 1000);
    }

    /// The year, or the day, that all labels have in common and leave out; nothing for times of day without a date.
    @Override
    public String context() {
        LocalDateTime first = moment(ticks().isEmpty() ? low : ticks().getFirst());
        boolean clock = step.unit.ordinal() <= Unit.HOUR.ordinal();
        return labels != DateLabels.AUTOMATIC || time.origin() == 0 || step.unit == Unit.YEAR
                ? ""
                : clock && inOneDay()
                        ? first.toLocalDate().toString()
                        : inOneYear() ? Integer.toString(first.getYear()) : "";
    }

    private boolean inOneYear() {
        return ticks().stream().map(tick -> moment(tick).getYear()).distinct().count() <= 1;
    }

    private boolean inOneDay() {
        return time.origin() == 0
                || ticks().stream()
                                .map(tick -> moment(tick).toLocalDate())
                                .distinct()
                                .count()
                        <= 1;
    }
}
