package helvo.core.analysis;

import helvo.core.number.DateText;
import helvo.core.table.CalendarUnit;

/// The conversion of dates to numbers to fit: time since an origin, in a unit.
///
/// @param origin midnight of the first day, in seconds since 1970
/// @param per    what a slope is counted by
public record TimeAxis(double origin, CalendarUnit per) {
    static final double DAY = CalendarUnit.DAY.seconds();
    /// What is known to better than this is told to the minute, to the second.
    private static final double MINUTES_BELOW = 10 * DAY;
    private static final double SECONDS_BELOW = 600;
    /// A moment of today has no finer parts of a second.
    private static final double MOST_PARTS = 1e6;

    public double coordinate(double seconds) {
        return (seconds - origin) / per.seconds();
    }

    public double seconds(double coordinate) {
        return origin + coordinate * per.seconds();
    }

    /// A moment as text, to the day, the minute or the second.
    ///
    /// @param within how finely it has to be told, in seconds: an interval's half width
    public String text(double coordinate, double within) {
        boolean clock = origin == 0;
        return DateText.shown(
                rounded(seconds(coordinate), within),
                within < SECONDS_BELOW
                        ? clock ? DateText.Form.TIME_WITH_SECONDS : DateText.Form.SECOND
                        : clock
                                ? DateText.Form.TIME
                                : within < MINUTES_BELOW ? DateText.Form.MINUTE : DateText.Form.DAY);
    }

    /// To a tenth of what it is known to or finer, and no coarser than whole seconds.
    private static double rounded(double seconds, double within) {
        double parts = within > 0 ? Math.pow(10, Math.max(0, Math.ceil(1 - Math.log10(within)))) : 0;
        return parts > 0 && parts < MOST_PARTS ? Math.rint(seconds * parts) / parts : seconds;
    }

    /// A moment that was asked for, as finely as it was.
    public String text(double coordinate) {
        double seconds = seconds(coordinate);
        return text(coordinate, seconds % DAY == 0 ? MINUTES_BELOW : seconds % 60 == 0 ? SECONDS_BELOW : 0);
    }

    /// "2026-01-05"; times of day without a date count from "midnight".
    public String originText() {
        return origin == 0 ? "midnight" : DateText.shown(origin, DateText.Form.DAY);
    }
}
