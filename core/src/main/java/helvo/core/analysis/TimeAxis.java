package helvo.core.analysis;

import helvo.core.number.DateText;
import helvo.core.table.TimeUnit;

/// How dates become numbers to fit: time since an origin, in a unit.
///
/// @param origin midnight of the first day, in seconds since 1970
/// @param per    what a slope is counted by
public record TimeAxis(double origin, TimeUnit per) {
    static final double DAY = TimeUnit.DAY.seconds();

    public double coordinate(double seconds) {
        return (seconds - origin) / per.seconds();
    }

    public double seconds(double coordinate) {
        return origin + coordinate * per.seconds();
    }

    /// "2026-01-05"; times of day without a date count from "midnight".
    public String originText() {
        return origin == 0 ? "midnight" : DateText.shown(origin, DateText.Form.DAY);
    }
}
