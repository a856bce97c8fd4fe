package helvo.core.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import helvo.core.number.DecimalMark;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ColumnFormatTest {
    /// Zeros that rounding gave say how exact a number is; those that a whole number or a short decimal would get
    /// say nothing.
    @ParameterizedTest
    @CsvSource({
        "0.16003,    3, '0,160'",
        "0.16,       3, '0,16'",
        "0.0663,     3, '0,0663'",
        "-2.00004,   4, '−2,000'",
        "25,         6, 25",
        "2510.01,    6, '2510,01'",
        "99999.97,   6, 100000",
        "1.00000001, 3, '1,00'",
        "1.2e-9,     3, '1,2 × 10⁻⁹'",
        "0,          3, 0",
    })
    void significantDigitsKeepTheZerosOfRounding(double number, int digits, String shown) {
        assertThat(new ColumnFormat.Significant(digits).shown(number, DecimalMark.COMMA))
                .isEqualTo(shown);
    }

    @ParameterizedTest
    @CsvSource({
        "0.1, 4, 0.1000",
        "0.0005, 0, 0.0005",
        "0.0000002, 0, 2 × 10⁻⁷",
        "12345678.5, 1, " + "12345678.5",
        "0.30000000000000004, 1, 0.3",
        "1.25, 1, 1.25",
        "-7, 0, -7"
    })
    void numbersAsWrittenArePaddedAndNotRounded(double number, int decimals, String shown) {
        assertThat(new ColumnFormat.AsWritten(decimals)
                        .shown(number, DecimalMark.POINT)
                        .replace('−', '-'))
                .isEqualTo(shown);
    }

    @Test
    void roundedNumbersHaveTheirDecimalsAndNoMoreThanADoubleHas() {
        assertThat(new ColumnFormat.Rounded(2).shown(2.675, DecimalMark.POINT))
                .as("just below 2.675")
                .isEqualTo("2.67");
        assertThat(new ColumnFormat.Rounded(0).shown(2.5, DecimalMark.POINT))
                .as("half to even")
                .isEqualTo("2");
        assertThatThrownBy(() -> new ColumnFormat.Rounded(16)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new ColumnFormat.Significant(0)).isInstanceOf(IllegalArgumentException.class);
    }
}
