package helvo.core.number;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/// Numbers as they are typed, read and shown in fields and tables.
class NumberTextTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "12|POINT|12",
                "1.50|POINT|1.5",
                "1,50|COMMA|1.5",
                "-0.3|POINT|-0.3",
                "\u22120.3|POINT|-0.3",
                "+4|POINT|4",
                "1e-3|POINT|0.001",
                "1E+3|POINT|1000",
                ".5|POINT|0.5",
                "5.|POINT|5"
            })
    void readsANumber(String text, DecimalMark mark, double value) {
        assertThat(NumberText.number(text, mark)).hasValue(value);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                " ",
                "abc",
                "1.2.3",
                "1,5",
                "about 7.6",
                "--1",
                "1e",
                "e5",
                "NaN",
                "Infinity",
                "0x10",
                "1 2",
                "+",
                "."
            })
    void readsNothingElse(String text) {
        assertThat(NumberText.number(text, DecimalMark.POINT)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "12|POINT|0",
                "1.50|POINT|2",
                "1,505|COMMA|3",
                "1.5|COMMA|0",
                "1.5e3|POINT|0",
                "1.5E3|POINT|0",
                "7.|POINT|0"
            })
    void countsDecimalsAsTheyAreWritten(String text, DecimalMark mark, int decimals) {
        assertThat(NumberText.decimals(text, mark)).isEqualTo(decimals);
    }

    @ParameterizedTest
    @CsvSource({
        "3, 3",
        "0.1, 0.1",
        "-2.50, -2.5",
        "1e-3, 0.001",
        "1e-4, 0.0001",
        "1.5e7, 15000000",
        "123456789012, " + "123456789012",
        "1e22, 1E22",
        "1.5e300, 1.5E300",
        "4.9e-324, 4.9E-324",
        "0, 0"
    })
    void isShortestAndPlainWhereZerosCanBeCounted(double value, String text) {
        assertThat(NumberText.shortest(value)).isEqualTo(text);
    }

    @Property(seed = "26")
    void theShortestReadsBack(@ForAll double value) {
        assertThat(Double.parseDouble(NumberText.shortest(value)))
                .isEqualTo(value == 0 ? Double.parseDouble(NumberText.shortest(value)) : value);
    }

    @ParameterizedTest
    @CsvSource({"1.5, 3, 1.500", "1.25, 1, 1.25", "2, 0, 2", "1e14, 1, 100000000000000.0", "1e15, 1, 1000000000000000"})
    void keepsDecimalsAndNeverCutsAny(double value, int decimals, String text) {
        assertThat(NumberText.withDecimals(value, decimals)).isEqualTo(text);
    }

    /// What a person would have written by hand; a number that has all its digits keeps them.
    @ParameterizedTest
    @CsvSource({
        "4.199999999999999, 4.2",
        "0.30000000000000004, 0.3",
        "0.1234567890123, 0.1234567890123",
        "3.141592653589793, " + "3.141592653589793",
        "7, 7"
    })
    void takesAwayTheRoundingOfDoubles(double computed, double meant) {
        assertThat(NumberText.withoutRounding(computed)).isEqualTo(meant);
    }

    @ParameterizedTest
    @CsvSource({"0.3, 0.2, 0.1", "5, 2.5, 2.5", "-1.1, 2.2, -3.3", "1e9, 0.1, 999999999.9"})
    void subtractsAsDecimals(double a, double b, double difference) {
        assertThat(NumberText.difference(a, b)).isEqualTo(difference);
    }
}
