package helvo.figure.scale;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.analysis.TimeAxis;
import helvo.core.number.DateText;
import helvo.core.number.NumberNotation;
import helvo.core.style.AxisStyle;
import helvo.core.table.CalendarUnit;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DateScaleTest {
    private static double seconds(String moment) {
        return DateText.read(moment, DateText.Order.DAY_FIRST).orElseThrow().seconds();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "2026-02-05|2026-11-20|7|Jan, Mar, May, Jul, Sep, Nov|2026",
                "2024-02-01|2026-11-01|7|Jan 2024, Jul, Jan 2025, Jul, Jan 2026, Jul, Jan 2027|",
                "1999-06-01|2026-02-01|7|2000, 2005, 2010, 2015, 2020, 2025|",
                "2026-03-02|2026-03-29|6|2 Mar, 9 Mar, 16 Mar, 23 Mar, 30 Mar|2026",
                "2026-03-05 08:10|2026-03-05 13:50|7|08:00, 09:00, 10:00, 11:00, 12:00, 13:00, 14:00|2026-03-05",
                "08:10|13:50|4|08:00, 10:00, 12:00, 14:00|",
                "2026-03-05 22:00|2026-03-06 04:00|4|5 Mar 22:00, 6 Mar 00:00, 02:00, 04:00|2026",
                "12:00:00|12:00:40|5|12:00:00, 12:00:10, 12:00:20, 12:00:30, 12:00:40|"
            })
    void ticksStandWhereTheCalendarTurns(String from, String to, int steps, String labels, String context) {
        boolean clock = from.length() < 9;
        var time = new TimeAxis(clock ? 0 : Math.floor(seconds(from) / 86_400) * 86_400, CalendarUnit.DAY);
        DateScale scale = DateScale.around(time, time.coordinate(seconds(from)), time.coordinate(seconds(to)), steps);
        assertThat(String.join(
                        ", ",
                        scale.ticks().stream()
                                .map(tick -> scale.label(tick, NumberNotation.POINT))
                                .toList()))
                .isEqualTo(labels);
        assertThat(scale.context()).isEqualTo(context == null ? "" : context);
    }

    @Test
    void datesAreWrittenAsAPersonAsks() {
        var time = new TimeAxis(0, CalendarUnit.DAY);
        DateScale scale = DateScale.around(
                time, time.coordinate(seconds("1890-02-01")), time.coordinate(seconds("1890-11-01")), 6);
        assertThat(scale.label(scale.ticks().get(1), NumberNotation.POINT)).isEqualTo("Mar");
        assertThat(scale.with(AxisStyle.DateLabels.NUMERIC).label(scale.ticks().get(1), NumberNotation.POINT))
                .isEqualTo("1890-03-01");
        assertThat(scale.with(AxisStyle.DateLabels.MONTH).label(scale.ticks().get(1), NumberNotation.POINT))
                .isEqualTo("Mar 1890");
    }

    /// No point on the frame, little empty, not more ticks than asked for, whatever the span and its unit.
    @Property(tries = 500, seed = "26")
    void limitsAreRoundAndTight(
            @ForAll @DoubleRange(min = -2e9, max = 4e9) double from,
            @ForAll @DoubleRange(min = 1.5, max = 10) double power,
            @ForAll @IntRange(min = 2, max = 12) int steps) {
        var time = new TimeAxis(Math.floor(from / 86_400) * 86_400, CalendarUnit.MONTH);
        double least = time.coordinate(from);
        double greatest = time.coordinate(from + Math.pow(10, power));
        DateScale scale = DateScale.around(time, least, greatest, steps);
        double span = greatest - least;
        assertThat(scale.low()).isLessThan(least);
        assertThat(scale.high()).isGreaterThan(greatest);
        assertThat(scale.ticks()).hasSizeLessThanOrEqualTo(steps + 2);
        assertThat((scale.high() - scale.low()) / span).isLessThan(2.6);
        assertThat(scale.minorTicks()).containsAll(scale.ticks());
    }
}
