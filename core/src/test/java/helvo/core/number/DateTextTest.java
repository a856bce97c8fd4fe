package helvo.core.number;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.number.DateText.Form;
import helvo.core.number.DateText.Order;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.LongRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class DateTextTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "2026-03-05|2026-03-05T00:00|DAY",
                "2026-03|2026-03-01T00:00|MONTH",
                "2026/3/5 7:05|2026-03-05T07:05|MINUTE",
                "2026-03-05T14:30:05Z|2026-03-05T14:30:05|SECOND",
                "2026-03-05 14:30:05.25|2026-03-05T14:30:05.250|SECOND",
                "5.3.2026|2026-03-05T00:00|DAY",
                "05.03.26|2026-03-05T00:00|DAY",
                "31/12/1999|1999-12-31T00:00|DAY",
                "31/12/99|1999-12-31T00:00|DAY",
                "5 Mar 2026|2026-03-05T00:00|DAY",
                "5. March 2026|2026-03-05T00:00|DAY",
                "March 5, 2026|2026-03-05T00:00|DAY",
                "Sept 2026|2026-09-01T00:00|MONTH",
                "05-Mar-2026|2026-03-05T00:00|DAY",
                "14:30|1970-01-01T14:30|TIME",
                "7:05:09|1970-01-01T07:05:09|TIME_WITH_SECONDS",
                "29.2.2024|2024-02-29T00:00|DAY"
            })
    void readsDatesAsPeopleWriteThem(String text, String moment, Form form) {
        var read = DateText.read(text, Order.DAY_FIRST).orElseThrow();
        assertThat(DateText.moment(read.seconds())).isEqualTo(LocalDateTime.parse(moment));
        assertThat(read.form()).isEqualTo(form);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "7.6",
                "2026",
                "29.2.2025",
                "2026-13-01",
                "31/31/2026",
                "25:00",
                "12:60",
                "about 5 Mar 2026",
                "5.3",
                "1/2",
                "1.2.3.4",
                "12-3456",
                "Marx 2026"
            })
    void whatIsNoDateIsNone(String text) {
        assertThat(DateText.read(text, Order.DAY_FIRST)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "3/4/2026,DAY_FIRST,2026-04-03,true",
        "3/4/2026,MONTH_FIRST,2026-03-04,true",
        "4/13/2026,MONTH_FIRST,2026-04-13,false",
        "3.4.2026,MONTH_FIRST,2026-04-03,false"
    })
    void theOrderOfDayAndMonthCountsWhereTheTextLeavesItOpen(String text, Order order, String day, boolean either) {
        var read = DateText.read(text, order).orElseThrow();
        assertThat(DateText.shown(read.seconds(), Form.DAY)).isEqualTo(day);
        assertThat(read.either()).isEqualTo(either);
        assertThat(DateText.swapped(DateText.swapped(read.seconds()))).isEqualTo(read.seconds());
    }

    /// Every second from 1800 to 2200 shows and reads back as itself.
    @Property(tries = 500, seed = "26")
    void whatIsShownReadsBack(@ForAll @LongRange(min = -5_364_662_400L, max = 7_258_118_400L) long seconds) {
        String shown = DateText.shown((double) seconds, Form.SECOND);
        assertThat(DateText.read(shown, Order.MONTH_FIRST).orElseThrow().seconds())
                .isEqualTo((double) seconds);
        assertThat(DateText.moment((double) seconds))
                .isEqualTo(LocalDateTime.ofEpochSecond(seconds, 0, ZoneOffset.UTC));
    }

    /// Two forms in one column are written in the one that shows both in full; a date and a time of day need
    /// everything.
    @ParameterizedTest
    @CsvSource({
        "DAY, DAY, DAY",
        "YEAR, DAY, DAY",
        "DAY, MONTH, DAY",
        "MINUTE, YEAR, MINUTE",
        "TIME, TIME_WITH_SECONDS, TIME_WITH_SECONDS",
        "TIME_WITH_SECONDS, TIME, TIME_WITH_SECONDS",
        "TIME, DAY, SECOND",
        "DAY, TIME, SECOND",
        "SECOND, TIME, SECOND"
    })
    void twoFormsAreWrittenInOne(DateText.Form one, DateText.Form other, DateText.Form both) {
        assertThat(one.with(other)).isEqualTo(both);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "31.12.1999|946598400",
                "1.1.1970|0",
                "2024-02-29|1709164800",
                "1970-01-01 00:01:30|90",
                "1970-01-01 23:59|86340",
                "12.12.9999|253400572800",
                "1970-01-01 24:00|86400",
                "Mo 5.1.1970|345600",
                "1970-Q2|7776000",
                "Q3/1970|15638400",
                "1970-W02|345600",
                "1970-W02-3|518400",
                "2. Quartal 1970|7776000"
            })
    void isReadToTheSecond(String text, double seconds) {
        assertThat(DateText.read(text, DateText.Order.DAY_FIRST).orElseThrow().seconds())
                .isEqualTo(seconds);
    }

    /// Months in five languages, short and long, with and without accents.
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "5. März 2026|2026-03-05",
                "5 mars 2026|2026-03-05",
                "5 de marzo de 2026|2026-03-05",
                "1 août 2026|2026-08-01",
                "1 aout 2026|2026-08-01",
                "3. Jänner 2026|2026-01-03",
                "12 gen 2026|2026-01-12",
                "9-Dez-26|2026-12-09",
                "5Mar2026|2026-03-05",
                "1st May 2026|2026-05-01",
                "mardi 3 févr. 2026|2026-02-03",
                "30 set 2026|2026-09-30"
            })
    void monthsAreReadInFiveLanguages(String text, String day) {
        assertThat(DateText.shown(
                        DateText.read(text, Order.DAY_FIRST).orElseThrow().seconds(), Form.DAY))
                .isEqualTo(day);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {"2:30 PM|52200", "12:00 am|0", "12:15 p.m.|44100", "11:59:30 PM|86370"})
    void halvesOfTheDayCount(String text, double seconds) {
        assertThat(DateText.read(text, Order.DAY_FIRST).orElseThrow().seconds()).isEqualTo(seconds);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "2026-03-05T14:30Z|0",
                "2026-03-05 14:30+02:00|7200",
                "2026-03-05T14:30:00.5-0330|-12600",
                "2026-03-05 14:30 CEST|7200",
                "20260305T143000+01|3600",
                "2026-03-05T14:30+01:00[Europe/Berlin]|3600"
            })
    void offsetsAreTold(String text, int offset) {
        var read = DateText.read(text, Order.DAY_FIRST).orElseThrow();
        assertThat(read.offset()).hasValue(offset);
        assertThat(read.at(0).seconds()).isEqualTo(read.seconds() - offset);
    }

    @ParameterizedTest
    @CsvSource({
        "20260305,2026-03-05",
        "20260230,",
        "19000101,1900-01-01",
        "20260305.5,",
        "7,",
        "20260305143000,2026-03-05"
    })
    void wholeNumbersMayBeDates(double number, String day) {
        assertThat(DateText.compact(number)
                        .map(read -> DateText.shown(read.seconds(), Form.DAY))
                        .orElse(null))
                .isEqualTo(day);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "Sample 12:30",
                "13:15 PM",
                "0:30 AM",
                "2026-03-05 14:30 XYZ",
                "2026-Q5",
                "2026-W54-9",
                "5. Foo 2026"
            })
    void wordsBesideATimeMakeItNone(String text) {
        assertThat(DateText.read(text, Order.DAY_FIRST)).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "32.1.2024",
                "0.1.2024",
                "1.13.2024",
                "29.2.2023",
                "2024-02-30",
                "1970-01-01 " + "12:60",
                "12",
                "1.2"
            })
    void whatIsNoDateIsNotRead(String text) {
        assertThat(DateText.read(text, DateText.Order.DAY_FIRST)).isEmpty();
    }
}
