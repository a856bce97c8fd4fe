package helvo.core.numeric;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.math.MathContext;
import org.apache.commons.numbers.core.DD;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;

/// Against values of another library, to 28 digits.
class DoubleDoubleFunctionsTest {
    @ParameterizedTest
    @CsvFileSource(resources = "functions.csv")
    void hasTwentyEightDigits(String function, double x, BigDecimal expected) {
        DD at = DD.of(x);
        DD value =
                switch (function) {
                    case "exp" -> DoubleDoubleFunctions.exp(at);
                    case "ln" -> DoubleDoubleFunctions.ln(at);
                    case "sqrt" -> DoubleDoubleFunctions.sqrt(at);
                    case "cbrt" -> DoubleDoubleFunctions.cbrt(at);
                    case "sin" -> DoubleDoubleFunctions.sin(at);
                    case "cos" -> DoubleDoubleFunctions.cos(at);
                    case "tan" -> DoubleDoubleFunctions.tan(at);
                    case "arctan" -> DoubleDoubleFunctions.arctan(at);
                    case "arcsin" -> DoubleDoubleFunctions.arcsin(at);
                    case "arccos" -> DoubleDoubleFunctions.arccos(at);
                    default ->
                        DoubleDoubleFunctions.power(
                                at, DD.of(Double.parseDouble(function.substring("power ".length()))));
                };
        BigDecimal off = value.bigDecimalValue().subtract(expected).abs();
        assertThat(off.divide(expected.abs(), MathContext.DECIMAL64))
                .as("%s of %s", function, x)
                .isLessThan(new BigDecimal("1e-28"));
    }
}
