package helvo.core.number;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Locale;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/// Numbers, lengths of time, angles and signs for no value, each read as its writer meant it, or not at all.
class ParsedNumberTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "1,234.5|1234.5|1|,|''",
                "1,234|1234|0|,|''",
                "12,34,567|1234567|0|,|''",
                "1’234.50|1234.5|2|apostrophe|''",
                "1 234 567|1234567|0|' '|''",
                "1 234.5|1234.5|1|' '|''",
                "(1,234.5)|-1234.5|1|,|''",
                "5.5-|-5.5|1||''",
                "−7|-7|0||''",
                "– 7.25|-7.25|2||''",
                "5 %|5|0||%",
                "5.2mm|5.2|1||mm",
                "€ 5.50|5.5|2||€",
                "EUR 7|7|0||EUR",
                "-$5|-5|0||$",
                "5 µΩ/cm|5|0||µΩ/cm",
                "1.2×10³|1200|0||''",
                "1.2 x 10^-3|0.0012|0||''",
                "1.2·10^{3}|1200|0||''",
                "4D+02|400|0||''",
                "1e3|1000|0||''",
                "1 1/2|1.5|0||''",
                "3/4|0.75|0||''",
                "1½|1.5|0||''",
                "2e3 N|2000|0||N",
                ".5|0.5|1||''",
                "5.|5|0||''",
                "12 dB|12|0||dB",
                "($5)|-5|0||$"
            })
    void isReadWithItsDressing(String text, double value, int decimals, String grouping, String unit) {
        ParsedNumber read = ParsedNumber.read(text, DecimalMark.POINT).orElseThrow();
        assertThat(read.value()).isEqualTo(value);
        assertThat(read.decimals()).isEqualTo(decimals);
        assertThat(read.grouping())
                .isEqualTo(
                        grouping == null
                                ? ParsedNumber.NONE
                                : grouping.equals("apostrophe") ? '\'' : grouping.charAt(0));
        assertThat(read.unit()).isEqualTo(unit);
        assertThat(read.bar()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "1.23 ± 0.05|1.23|0.05|''",
                "1.23(5)|1.23|0.05|''",
                "1.23(15)|1.23|0.15|''",
                "1.23(0.05)|1.23|0.05|''",
                "12(3)|12|3|''",
                "1.23 +/- 0.05|1.23|0.05|''",
                "1.23+-0.05|1.23|0.05|''",
                "1.23 ± 0.05 mm|1.23|0.05|mm",
                "1.23 mm ± 0.05 mm|1.23|0.05|mm",
                "(1.23 ± 0.05) mm|1.23|0.05|mm",
                "(1.23 ± 0.05)×10³|1230|50|''",
                "1.23(5)e-3|0.00123|0.00005|''",
                "1.2e-3 ± 1e-4|0.0012|0.0001|''",
                "200 ± 5%|200|10|''",
                "-1.5 ± 0.2|-1.5|0.2|''"
            })
    void bringsItsUncertainty(String text, double value, double bar, String unit) {
        ParsedNumber read = ParsedNumber.read(text, DecimalMark.POINT).orElseThrow();
        assertThat(read.value()).isEqualTo(value);
        assertThat(read.bar()).hasValue(bar);
        assertThat(read.unit()).isEqualTo(unit);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {"1.234,5|1234.5", "1,234|1.234", "0,5|0.5", "1.234|1234", "12.345.678|12345678", "1,23(5)|1.23"})
    void theCommaMayBeTheDecimalMark(String text, double value) {
        assertThat(ParsedNumber.read(text, DecimalMark.COMMA).orElseThrow().value())
                .isEqualTo(value);
    }

    /// What is no number, or only half of one, is left as text: it never becomes another number.
    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "a",
                "1,23",
                "0,123",
                "1,2345",
                "12,34",
                "1.2.3",
                "1,234,56",
                "1 23",
                "1.5 2.5",
                "--5",
                "5--",
                "1e",
                "1e999",
                "(5",
                "5)",
                "(-5)",
                "<5",
                "5?",
                "about 5",
                "5 of 7",
                "12:30",
                "2026-03-05",
                "5/0",
                "3/70",
                "1 x 10",
                "1×10",
                "1 ± x",
                "5 mm ± 1 cm",
                "7.6*",
                "1.234,5",
                "#5",
                "A5",
                "1_000",
                "0x1F",
                "5 toolongtobeaunit",
                "123456789012345678901234567890123456789012345678901234567890123"
            })
    void halfANumberIsNone(String text) {
        assertThat(ParsedNumber.read(text, DecimalMark.POINT)).isEmpty();
    }

    /// Every number in every dress reads back as itself, in the mark that it was written with.
    @Property(tries = 1000, seed = "26")
    void everyDressReadsBack(
            @ForAll @IntRange(min = -99_999_999, max = 99_999_999) int hundredths,
            @ForAll boolean comma,
            @ForAll @IntRange(max = 4) int dress) {
        double value = hundredths / 100.0;
        String grouped = String.format(Locale.ROOT, "%,.2f", Math.abs(value));
        String written = comma ? grouped.replace(',', '_').replace('.', ',').replace('_', '.') : grouped;
        String dressed =
                switch (dress) {
                    case 0 -> (value < 0 ? "-" : "") + written;
                    case 1 -> value < 0 ? "(" + written + ")" : written;
                    case 2 -> (value < 0 ? "−" : "+") + written + " kN";
                    case 3 -> written + (value < 0 ? "-" : "");
                    default -> (value < 0 ? "-" : "") + written + " ± " + (comma ? "0,05" : "0.05");
                };
        ParsedNumber read = ParsedNumber.read(dressed, comma ? DecimalMark.COMMA : DecimalMark.POINT)
                .orElseThrow();
        assertThat(read.value()).isEqualTo(value);
        assertThat(read.decimals()).isEqualTo(2);
        assertThat(read.bar().isPresent()).isEqualTo(dress == 4);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "30:15:00|108900|false|true",
                "0:00:12.5|12.5|false|false",
                "12:34.5|754.5|false|true",
                "45:30|163800|true|true",
                "1:30|5400|true|false",
                "PT1H30M|5400|false|true",
                "P1DT2H|93600|false|true",
                "1 h 30 min|5400|false|true",
                "2 d 01:00:00|176400|false|true",
                "-0:30:00|-1800|false|true",
                "1h 5s|3605|false|true"
            })
    void lengthsOfTimeAreSeconds(String text, double seconds, boolean either, boolean beyond) {
        assertThat(DurationText.read(text, DurationText.TwoParts.HOURS_MINUTES))
                .contains(new DurationText.Length(seconds, either, beyond));
    }

    @ParameterizedTest
    @ValueSource(strings = {"12:60", "1:2", "90 min", "5", "PT", "Pulls", "1:00:61", "1:60:00", ""})
    void otherTextsAreNoLengths(String text) {
        assertThat(DurationText.read(text, DurationText.TwoParts.MINUTES_SECONDS))
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"0,0:00:00", "108900,30:15:00", "12.5,0:00:12.5", "-90,−0:01:30", "59.9999999999,0:01:00"})
    void lengthsAreShownOnAClock(double seconds, String shown) {
        assertThat(DurationText.shown(seconds)).isEqualTo(shown);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "12°30'|12.5",
                "12° 30' 36\"|12.51",
                "12°30′S|-12.5",
                "-1° 15'|-1.25",
                "7.5° N|7.5",
                "0°0'36''|0.01"
            })
    void anglesAreDegrees(String text, double degrees) {
        assertThat(AngleText.read(text)).hasValue(degrees);
    }

    @ParameterizedTest
    @ValueSource(strings = {"12°61'", "-5°S", "12'", "x°"})
    void otherTextsAreNoAngles(String text) {
        assertThat(AngleText.read(text)).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"NA", "n/a", "n. d.", "#N/A", "-", "—", "#DIV/0!", "NaN", "k. A.", "<LOD", "OVLD", "########"})
    void signsForNoValueAreKnown(String text) {
        assertThat(MissingText.is(text)).isTrue();
        assertThat(MissingText.isLimit(text)).isFalse();
    }

    @ParameterizedTest
    @CsvSource({
        "<0.05,true",
        "> 100,true",
        "≤3,true",
        ">=5 mm,true",
        "=5,false",
        "<,false",
        "0.05,false",
        "<<5,true",
        "<x,false"
    })
    void limitsAreToldFromValues(String text, boolean limit) {
        assertThat(MissingText.isLimit(text)).isEqualTo(limit);
        assertThat(MissingText.is(text)).isFalse();
    }
}
