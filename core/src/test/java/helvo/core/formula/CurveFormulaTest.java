package helvo.core.formula;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.number.DecimalMark;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CurveFormulaTest {
    private static CurveFormula read(String text) {
        return ((CurveFormula.Reading.Read) CurveFormula.read(text)).formula();
    }

    private static String wrong(String text) {
        return ((CurveFormula.Reading.Wrong) CurveFormula.read(text, "Time", List.of("Load", "t"), DecimalMark.POINT))
                .sentence();
    }

    @Test
    void whatIsNeitherXNorAFunctionIsACoefficient() {
        CurveFormula formula = read("T₀ + A·exp(−x/τ) + π·b_1 x²");
        assertThat(formula.coefficients()).containsExactly("T₀", "A", "τ", "b_1");
        assertThat(formula.value(new double[] {1, 2, 3, 4}, 1.5))
                .isCloseTo(1 + 2 * Math.exp(-0.5) + Math.PI * 4 * 1.5 * 1.5, within(1e-12));
        assertThat(read("t*x + T").coefficients()).as("letters' case counts").containsExactly("t", "T");
    }

    @Test
    void xMayBeCalledAsItsColumn() {
        var reading = CurveFormula.read(
                "a + b*exp(-Time after start/c)", "Time after start", List.of("Load"), DecimalMark.POINT);
        assertThat(((CurveFormula.Reading.Read) reading).formula().text()).isEqualTo("a + b*exp(-x/c)");
    }

    /// As the table has it; kept with a point, so that any study can read it.
    @Test
    void decimalsMayBeWrittenWithTheTablesComma() {
        var reading = CurveFormula.read("c - 1,5*a*exp(-0.5*x)", "x", List.of(), DecimalMark.COMMA);
        assertThat(((CurveFormula.Reading.Read) reading).formula().text()).isEqualTo("c - 1.5*a*exp(-0.5*x)");
        assertThat(CurveFormula.read("c - 1,5*x", "x", List.of(), DecimalMark.POINT))
                .isInstanceOf(CurveFormula.Reading.Wrong.class);
    }

    @Test
    void whatIsWrongIsSaid() {
        assertThat(wrong("A*3")).isEqualTo("There is no x in this formula: A counts as a coefficient.");
        assertThat(wrong("A*b")).isEqualTo("There is no x in this formula: A, b count as coefficients.");
        assertThat(wrong("3 x")).isEqualTo("There is no coefficient in this formula: nothing can be fitted.");
        assertThat(wrong("a + b*Load + x")).startsWith("“Load” is another column: a curve is a formula of x");
        assertThat(wrong("a*sen(x)")).startsWith("No function is called “sen”");
        assertThat(wrong("a*(x + b")).isEqualTo("This “(” has no “)” to match.");
        assertThat(wrong(" ")).startsWith("Write a formula in x");
        assertThat(wrong("a + b*")).isEqualTo("The formula ends where a number, a name or a bracket must come.");
        assertThat(wrong("(a*x in mm)")).startsWith("A curve's formula converts no units");
        assertThat(wrong(IntStream.range(0, 13)
                        .mapToObj(i -> "x^" + i + "*a" + i)
                        .collect(Collectors.joining("+"))))
                .startsWith("A curve has 12 coefficients at most");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "c + a*exp(b*x) | c,a",
                "b1*b2*x/(1 + b2*x) | b1",
                "(b1 + b2*x)/(1 + b3*x) | b1,b2",
                "b1 - b2*x - arctan(b3/(x - b4))/pi | b1,b2",
                "exp(-b1*x)/(b2 + b3*x) | ''",
                "c + (d - c)/(1 + (x/m)^h) | c,d",
                "a^2*x + b | b",
                "sqrt(a)*x + b*abs(c)*x | b"
            })
    void itIsLinearInTheseCoefficients(String text, String expected) {
        CurveFormula formula = read(text);
        Set<Integer> all =
                IntStream.range(0, formula.coefficients().size()).boxed().collect(Collectors.toSet());
        assertThat(formula.linear(all).stream().sorted().map(formula.coefficients()::get))
                .containsExactly(expected.isEmpty() ? new String[0] : expected.split(","));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "c + a*exp(b*x) | c 0 1; a 0 1; b -1 0",
                "a*exp(-x/tau) | a 0 1; tau 1 0",
                "b1*(x^2 + x*b2)/(x^2 + x*b3 + b4) | b1 0 1; b2 1 0; b3 1 0; b4 2 0",
                "exp(-b1*x)/(b2 + b3*x) | b1 -1 0; b2 0 -1; b3 -1 -1",
                "a + b*sqrt(x) | a 0 1; b -0.5 1",
                "c + a*sin(2*pi*f*x + p) | c 0 1; a 0 1; f -1 0; p 0 0",
                "c + (d - c)/(1 + (x/m)^h)^g | c 0 1; d 0 1; m 1 0; h 0 0; g 0 0",
                "a*x^b | a none; b 0 0",
                "a*ln(x) + b | a 0 1; b 0 1"
            })
    void coefficientsAreMeasuredInPowersOfXAndY(String text, String expected) {
        CurveFormula formula = read(text);
        CurveDimensions dimensions = formula.dimensions();
        for (String each : expected.split("; ")) {
            String[] words = each.split(" ");
            var powers = dimensions.powers(formula.coefficients().indexOf(words[0]));
            if (words[1].equals("none")) {
                assertThat(powers).as(each).isEmpty();
            } else {
                assertThat(powers).as(each).hasValueSatisfying(found -> {
                    assertThat(found.ofX()).isCloseTo(Double.parseDouble(words[1]), within(1e-12));
                    assertThat(found.ofY()).isCloseTo(Double.parseDouble(words[2]), within(1e-12));
                });
            }
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "a + b*exp(-x/c) | 1 − 2 e^{−x / 0.5} | 1 - 2*exp(-x/0.5)",
                "a - b*x | 1 + 2 x | 1 + 2*x",
                "b*a*x | −2 · 1 x | -2*1*x",
                "a*(x - b)^2 | 1 · (x + 2)^{2} | 1*(x + 2)^2",
                "c/(a + x*b) | 0.5 / (1 + x (−2)) | 0.5/(1 + x*(-2))",
                "a + sqrt(x + c) + ln(x)*pi | 1 + √(x + 0.5) + ln(x) π | 1 + sqrt(x + 0.5) + ln(x)*pi",
                "a^(x/c) + b^2 | 1^{x / 0.5} + (−2)^{2} | 1^(x/0.5) + (-2)^2",
                "a*exp(-0.5*((x - b)/c)^2) | 1 e^{−0.5 · ((x + 2) / 0.5)^{2}} | 1*exp(-0.5*((x + 2)/0.5)^2)"
            })
    void isWrittenWithValues(String text, String typeset, String program) {
        CurveFormula formula = read(text);
        assertThat(formula.written(name -> value(name, "−"), "x", true)).isEqualTo(typeset);
        assertThat(formula.written(name -> value(name, "-"), "x", false)).isEqualTo(program);
        double[] p = formula.coefficients().stream()
                .mapToDouble(name -> Double.parseDouble(value(name, "-")))
                .toArray();
        CurveFormula again = read(program + " + 0*z");
        assertThat(again.value(new double[] {7}, 1.7)).as("read back").isEqualTo(formula.value(p, 1.7));
    }

    private static String value(String name, String minus) {
        return switch (name) {
            case "a" -> "1";
            case "b" -> minus + "2";
            case "c" -> "0.5";
            default -> name;
        };
    }

    /// Derivatives by every coefficient and by x, against differences, for every operation and function.
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "a*x^b + c/(x - d) - a*b",
                "exp(-a*x) + ln(b + x) + log10(c*x) + log2(d + x)",
                "sqrt(a + x) + cbrt(b*x) + abs(c - x) + d",
                "sin(a*x + b) + cos(c*x) + tan(d*x)",
                "arcsin(a*x/9) + arccos(b*x/9) + arctan(c*x) + deg(d*x)",
                "rad(a*x) + b^(c*x) + d*x^2"
            })
    void derivativesAreExact(String text) {
        CurveProgram program = read(text).program();
        double[] p = {0.7, 1.3, 0.4, 0.2};
        double[] x = {0.9, 1.7, 2.6};
        CurveProgram.Evaluation evaluation = program.evaluation(2);
        evaluation.values(p, x, 1, 2);
        double[][] gradient = evaluation.gradient(2);
        for (int k = 0; k < p.length; k++) {
            double[] up = p.clone();
            double[] down = p.clone();
            up[k] += 1e-6;
            down[k] -= 1e-6;
            for (int i = 0; i < 2; i++) {
                double expected = (read(text).value(up, x[i + 1]) - read(text).value(down, x[i + 1])) / 2e-6;
                assertThat(gradient[k][i]).as("by %s", k).isCloseTo(expected, within(1e-7 * (1 + Math.abs(expected))));
            }
        }
        evaluation.values(p, x, 0, 1);
        double slope = (read(text).value(p, x[0] + 1e-6) - read(text).value(p, x[0] - 1e-6)) / 2e-6;
        assertThat(evaluation.slope(1)[0]).isCloseTo(slope, within(1e-7 * (1 + Math.abs(slope))));
    }

    @ParameterizedTest
    @CsvSource({
        "c + a*exp(b*x), true",
        "T0 + A*exp(-x/tau), true",
        "c + a*exp(-k*x)*sin(2*pi*f*x + p), true",
        "exp(a + b*x), true",
        "c + exp(b*x), false",
        "a*exp(b*x) + a, false",
        "a*x/(b + x), false",
        "a + b*x^2, false"
    })
    void xCanBeCountedFromAnotherOrigin(String text, boolean expected) {
        assertThat(read(text).isMovable()).isEqualTo(expected);
    }
}
