package helvo.core.number;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NumberNotationTest {
    private static final NumberNotation POINT = NumberNotation.POINT;
    private static final NumberNotation GROUPED = new NumberNotation(DecimalMark.COMMA, true);

    /// JCGM 100:2008, 7.2.6: two digits of the uncertainty, the value to the same place. Powers of ten below 10⁻⁴
    /// and from 10⁶ on.
    @ParameterizedTest
    @CsvSource({
        "0.20441, 0.00231, 0.2044 ± 0.0023",
        "0.2904, 0.0702, 0.290 ± 0.070",
        "63.3, 43.1, 63 ± 43",
        "-361.2, 40.2, −361 ± 40",
        "-0.4, 40.2, 0 ± 40",
        "6312, 431, 6310 ± 430",
        "1.3142e-5, 4.1e-7, (1.314 ± 0.041) × 10⁻⁵",
        "5, 0.00996, 5.000 ± 0.010",
        "7.25, 0.996, 7.2 ± 1.0",
        "0.003, 0.07, 0.003 ± 0.070",
        "1234567.8, 12.1, (1.234568 ± 0.000012) × 10⁶",
        "28.4, 120, 30 ± 120",
        "999999.97, 2.1, (1.0000000 ± 0.0000021) × 10⁶",
        "999999.7, 2.1, 999999.7 ± 2.1",
        "0.5, 1e-7, 0.50000000 ± 0.00000010",
        "0, 0.5, 0.00 ± 0.50",
        "3.5, 0, 3.5"
    })
    void roundsAValueToItsUncertainty(double value, double uncertainty, String text) {
        assertThat(POINT.withUncertainty(value, OptionalDouble.of(uncertainty))).isEqualTo(text);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "1234567.8|12.1|(1,234568 ± 0,000012) × 10⁶",
                "123456.7|1.2|123 456,7 ± 1,2",
                "1234.5|0.12|1234,50 ± 0,12",
                "-99999.5|1.2|−99 999,5 ± 1,2"
            })
    void writesTheMarkAndTheThousandsOfTheStudy(double value, double uncertainty, String text) {
        assertThat(GROUPED.withUncertainty(value, OptionalDouble.of(uncertainty)))
                .isEqualTo(text);
        assertThat(new NumberNotation(DecimalMark.COMMA, false).withUncertainty(value, OptionalDouble.of(uncertainty)))
                .isEqualTo(text.replace(" ", ""));
    }

    @ParameterizedTest
    @CsvSource({
        "12345.6, 3, 12346",
        "-0.00004, 3, −4 × 10⁻⁵",
        "0.0001, 3, 0.0001",
        "999999.6, 6, 1 × 10⁶",
        "2500000, 2, 2.5 × 10⁶",
        "-0.0, 3, 0",
        "0.12345, 3, 0.123"
    })
    void wholeDigitsAreAllWritten(double value, int digits, String text) {
        assertThat(POINT.significant(value, digits)).isEqualTo(text);
    }

    @ParameterizedTest
    @CsvSource({
        "0, 0",
        "0.1, 0.1",
        "123456789, 1.23457 × 10⁸",
        "-0.000012345678, −1.23457 × 10⁻⁵",
        "1e300, 1 × 10³⁰⁰",
        "100000, 100000",
        "0.0001, 0.0001"
    })
    void showsSixDigitsWithoutAnUncertainty(double value, String text) {
        assertThat(POINT.plain(value)).isEqualTo(text);
    }

    @Test
    void aShareLooksLikeOneOnlyWhenItIs() {
        assertThat(POINT.share(1)).isEqualTo("1");
        assertThat(POINT.share(0.99996)).isEqualTo("0.99996");
        assertThat(POINT.share(Math.nextDown(1.0))).startsWith("0.99999");
        assertThat(POINT.share(-0.98765)).isEqualTo("−0.9876");
        assertThat(POINT.share(0.00002)).isEqualTo("2.0 × 10⁻⁵");
    }

    /// 0.45649 is 0.4565, of which 45.6 % would be another number.
    @Property(seed = "26")
    void aShareInPercentHasItsOwnDigits(@ForAll @DoubleRange(min = 0, max = 1) double share) {
        String percent = POINT.percent(share).replace(" %", "");
        if (!percent.contains("×")) {
            assertThat(new java.math.BigDecimal(percent).movePointLeft(2))
                    .isEqualByComparingTo(
                            new java.math.BigDecimal(POINT.share(share).replace(" × 10⁻⁵", "e-5")));
        }
    }

    @Test
    void smallPsAreBoundedNotZero() {
        assertThat(POINT.p(0)).isEqualTo("p < 10⁻¹²");
        assertThat(POINT.p(3.4e-7)).isEqualTo("p = 3 × 10⁻⁷");
        assertThat(POINT.p(0.0234)).isEqualTo("p = 0.023");
    }

    @Property(seed = "26")
    void exactTextReadsBackAsTheSameDouble(@ForAll double value) {
        if (Double.isFinite(value)) {
            assertThat(Double.parseDouble(NumberText.shortest(value))).isEqualTo(value);
        }
    }

    @Property(seed = "26")
    void shownDecimalsNeverChangeTheNumber(@ForAll @DoubleRange(min = -1e6, max = 1e6) double value) {
        assertThat(Double.parseDouble(NumberText.withDecimals(value, 2))).isEqualTo(value);
    }

    @ParameterizedTest
    @CsvSource({
        "0.0001,4,0.0001",
        "1e-4,6,0.000100",
        "0,4,0.0000",
        "1200,1,1200.0",
        "0.00012,4,0.00012",
        "0.00001234,2,1.234E-5",
        "12345678,0,12345678",
        "1e16,0,1E16"
    })
    void smallNumbersHaveTheirColumnsDecimals(double value, int decimals, String shown) {
        assertThat(NumberText.withDecimals(value, decimals)).isEqualTo(shown);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {"7,6|COMMA|7.6", "−1.5e3|POINT|-1500", ".5|POINT|0.5", "+2|POINT|2", "1E−2|POINT|0.01"})
    void readsNumbersAsPeopleTypeThem(String text, DecimalMark mark, double value) {
        assertThat(NumberText.number(text, mark)).hasValue(value);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "7,6|POINT",
                "over 400|POINT",
                "1 000|POINT",
                "NaN|POINT",
                "1e999|POINT",
                "0x10|POINT",
                "1d|POINT",
                "1.2.3|POINT",
                "e5|POINT",
                "-|POINT"
            })
    void whatIsNoPlainNumberIsText(String text, DecimalMark mark) {
        assertThat(NumberText.number(text, mark)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "none",
            value = {"about 7.6|7.6", "over 400|400", "7,6|7.6", "< LOD|none", "3 or 4|none", "-2.5 mm|-2.5"})
    void findsTheOneNumberAmongWords(String text, Double inside) {
        assertThat(NumberText.numberInside(text))
                .isEqualTo(inside == null ? OptionalDouble.empty() : OptionalDouble.of(inside));
    }

    /// What is offered for a text among numbers leads to no wrong one.
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "none",
            value = {
                "about 7.6||7.6",
                "over 400||400",
                "7,6||7.6",
                "7.6 (slipped)||7.6",
                "7.6 slipped|mm|7.6",
                "~ 7.6||7.6",
                "7.6 mm|mm|7.6",
                "7.6mm|mm|7.6",
                "7.6?||7.6",
                "<5||5",
                "0.128 kg|g|128",
                "150 ms|s|0.15",
                "90 s|min|1.5",
                "about 3 (h)|min|none",
                "3 h (slipped)|min|180",
                "3 h|mm|none",
                "70 °F|°C|21.1",
                "20.0 °C|K|293.15",
                "1.4 cm|mm|14",
                "7.6 mm||none",
                "1.6k||1600",
                "1.6 M||1600000",
                "0.14|%|14 0.14",
                "14 %||0.14 14",
                "4A6F00||none",
                "12AB34||none",
                "37A||none",
                "10212B||none",
                "10-15||none",
                "77–80||none",
                "204,226,236||none",
                "Source 82||none",
                "Power=95.00||none",
                "arXiv:1011.6054||none",
                "20150224.010.bff||none",
                "1.5O||none",
                "15,B.E.||none",
                "III-1||none",
                "2bbl||none",
                "IP 112.161.144.113||none",
                "-27,133.5,4||none",
                "Error 7||none"
            })
    void offersOnlyTheNumbersThatAreMeant(String text, String unit, String meant) {
        assertThat(SuggestedNumber.of(text, unit == null ? "" : unit))
                .extracting(SuggestedNumber::value)
                .containsExactlyElementsOf(
                        meant == null
                                ? List.of()
                                : Stream.of(meant.split(" "))
                                        .map(Double::valueOf)
                                        .toList());
    }

    /// 3 × 1.4 is 4.199999999999999 in doubles; a slope through such points has an uncertainty of 10⁻¹⁶.
    @Test
    void theRoundingOfDoublesIsNotShownAsDigits() {
        assertThat(NumberText.withoutRounding(3 * 1.4)).isEqualTo(4.2);
        assertThat(NumberText.withoutRounding(0.1 + 0.2)).isEqualTo(0.3);
        assertThat(NumberText.withoutRounding(0.1234567890123456)).isEqualTo(0.1234567890123456);
        assertThat(POINT.withUncertainty(0.27999999999999997, OptionalDouble.of(2.3e-17)))
                .isEqualTo("0.28 ± 2 × 10⁻¹⁷");
        assertThat(POINT.rounded(0.27999999999999997, OptionalDouble.of(2.3e-17)))
                .isEqualTo("0.28");
    }

    /// Digits that belong together stand below one another; what differs too much keeps its own.
    @Test
    void aColumnHasOneNumberOfDecimals() {
        assertThat(NumberNotation.POINT.column(List.of(of(0.20644, 0.0017), of(12.3456, 0.023), of(-3, 0.0101))))
                .containsExactly("0.2064 ± 0.0017", "12.3456 ± 0.0230", "−3.0000 ± 0.0101");
        assertThat(NumberNotation.POINT.column(List.of(of(0.20644, 0.0017), of(1234, 17))))
                .as("more than a hundred times")
                .containsExactly("0.2064 ± 0.0017", "1234 ± 17");
        assertThat(NumberNotation.POINT.column(List.of(of(0.20644, 0.0017), of(1.5e-9, 2e-11))))
                .containsExactly("0.2064 ± 0.0017", "(1.500 ± 0.020) × 10⁻⁹");
        assertThat(NumberNotation.POINT.column(
                        List.of(of(0.25, 0.012), new NumberNotation.Uncertain(2, OptionalDouble.empty()))))
                .containsExactly("0.250 ± 0.012", "2");
        assertThat(NumberNotation.POINT.column(List.of(0.0782, 1.05, 0.5), 3))
                .containsExactly("0.0782", "1.0500", "0.5000");
        assertThat(NumberNotation.POINT.column(List.of(0.0782, 105.0), 3)).containsExactly("0.0782", "105");
    }

    private static NumberNotation.Uncertain of(double value, double uncertainty) {
        return new NumberNotation.Uncertain(value, OptionalDouble.of(uncertainty));
    }
}
