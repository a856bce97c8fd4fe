package helvo.core.fit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// Which digits of the coefficients are printed. That what is printed draws the curve is checked in EquationTest,
/// for points of all kinds.
class PrintedEquationTest {
    private static PrintedEquation printed(Curve curve, Points points) {
        return PrintedEquation.of(((FitOutcome.Fitted) curve.fit(points, Progress.none())).fit(), points);
    }

    private static Points points(String x, String y) {
        return Points.of(numbers(x), numbers(y));
    }

    private static double[] numbers(String line) {
        return Arrays.stream(line.split(" ")).mapToDouble(Double::parseDouble).toArray();
    }

    private static List<BigDecimal> decimals(String line) {
        return Arrays.stream(line.split(" ")).map(BigDecimal::new).toList();
    }

    /// Expected: the fewest digits, three or more in each, whose curve lies within s/20 of the fitted one, worked
    /// out in exact fractions.
    @ParameterizedTest
    @CsvSource(delimiter = '|', nullValues = "-", textBlock = """
        1|8 9 10 11 12|1656 1884 2082 1906 1961|1266 63.2|-
        1|1991 1994 1997 2000 2003 2006 2009 2012|12.1 12.9 13.1 14.2 14.4 15.3 15.9 16.1|-381.28 0.19762|-
        3|1901 1902 1903 1904 1905 1906|12.1 12.9 14.4 16.6 19.1 22.2|16.535 2.382 0.2532 -0.0157|1904
        1|1 2 3 4 5|2 4 6 8 10|0 2|-
        1|1 2 3 4 5|7 7 7 7 7|7 0|-
        2|1 2 3|0 0 0|0 0 0|-
        2|1 2 3 4|0.1 0.2 0.3 0.4|0 0.1 0|-
        """)
    void theFewestDigitsThatDrawTheCurve(int degree, String x, String y, String coefficients, BigDecimal origin) {
        PrintedEquation printed = printed(degree == 1 ? new Line() : new Polynomial(degree), points(x, y));
        assertThat(printed.coefficients())
                .usingElementComparator(BigDecimal::compareTo)
                .isEqualTo(decimals(coefficients));
        assertThat(printed.origin()).isEqualTo(java.util.Optional.ofNullable(origin));
        assertThat(printed.from()).isEqualTo(Arrays.stream(numbers(x)).min().orElseThrow());
        assertThat(printed.to()).isEqualTo(Arrays.stream(numbers(x)).max().orElseThrow());
        for (double at : numbers(x)) {
            assertThat(printed.at(at)).isCloseTo(printed.fit().function().at(at), within(printed.tolerance()));
        }
    }

    /// s/20; 0.05 % of the span of y, or of its size, where s is 0; in ln y on the log scale; s of the plain
    /// residuals where bars weigh.
    @Test
    void whatIsPrintedMayBeOffByAPartOfTheScatter() {
        Points five = points("1 2 3 4 5", "2 4 5 4 5");
        assertThat(printed(new Line(), five).tolerance()).isCloseTo(Math.sqrt(0.8) / 20, within(1e-15));
        assertThat(printed(new Line(), points("1 2 3", "2 4 6")).tolerance()).isCloseTo(4 * 0.0005, within(1e-15));
        assertThat(printed(new Line(), points("1 2 3", "7 7 7")).tolerance()).isCloseTo(7 * 0.0005, within(1e-15));
        assertThat(printed(new Line(), points("1 2", "2 8")).tolerance()).isCloseTo(6 * 0.0005, within(1e-15));
        Points decay = points("0 1 2 3", "8 4.4 1.9 1");
        Fit logs = printed(new Exponential(true), decay).fit();
        assertThat(printed(new Exponential(true), decay).tolerance())
                .isCloseTo(logs.quality().residualStandardDeviation().orElseThrow() / 20, within(1e-15));
        assertThat(printed(new Exponential(true), points("1 2 3", "5 5 5")).tolerance())
                .isCloseTo(0.0005, within(1e-15));
        Points weighted = new Points(
                        five.x(), five.y(), five.rows(), ErrorBars.NONE, ErrorBars.even(new double[] {1, 2, 1, 2, 1}))
                .weighted(Weighting.STATED, 1, 1);
        PrintedEquation byBars = printed(new Line(), weighted);
        double squares = IntStream.range(0, 5)
                .mapToDouble(i -> Math.pow(five.y()[i] - byBars.fit().function().at(five.x()[i]), 2))
                .sum();
        assertThat(byBars.tolerance()).isCloseTo(Math.sqrt(squares / 3) / 20, within(1e-14));
        Points two = new Points(
                        new double[] {1, 3},
                        new double[] {2, 8},
                        new int[2],
                        ErrorBars.NONE,
                        ErrorBars.even(new double[] {1, 1}))
                .weighted(Weighting.STATED, 1, 1);
        assertThat(printed(new Line(), two).tolerance()).isCloseTo(6 * 0.0005, within(1e-15));
    }

    /// A point that has no weight, or that the shape cannot use, has no say in the range.
    @Test
    void theRangeIsThatOfThePointsUsed() {
        Points some = new Points(
                        new double[] {-5, 1, 2, 3, 90},
                        new double[] {9, 2, 4.1, 6, 7},
                        new int[5],
                        ErrorBars.NONE,
                        ErrorBars.even(new double[] {1, 1, 1, 1, Double.NaN}))
                .weighted(Weighting.STATED, 1, 1);
        PrintedEquation printed = printed(new Logarithmic(), some);
        assertThat(printed.from()).isEqualTo(1);
        assertThat(printed.to()).isEqualTo(3);
    }

    /// Years: e^(b x) itself would need a = 10⁶⁰; a power of ten near the data is none of the distance's making.
    @Test
    void aCurveThatGrowsByAFactorIsWrittenFromAmidItsData() {
        double[] years = IntStream.rangeClosed(2001, 2016).asDoubleStream().toArray();
        Points decay = Points.of(
                years,
                Arrays.stream(years)
                        .map(v -> 40 * Math.exp(-0.07 * (v - 2008)) + 0.1 * Math.sin(v))
                        .toArray());
        assertThat(printed(new Exponential(false), decay).origin().orElseThrow())
                .isEqualByComparingTo("2010");
        double[] near = IntStream.rangeClosed(0, 12).asDoubleStream().toArray();
        Points small = Points.of(
                near, Arrays.stream(near).map(v -> 4e-9 * Math.exp(-0.3 * v)).toArray());
        assertThat(printed(new Exponential(false), small).origin()).isEmpty();
        double[] negative = Arrays.stream(years).map(v -> -v).toArray();
        Points mirrored = Points.of(negative, decay.y());
        assertThat(printed(new Exponential(false), mirrored).origin().orElseThrow())
                .isEqualByComparingTo("-2010");
    }

    /// The roundest number of the middle half.
    @ParameterizedTest
    @CsvSource({
        "1001, 1009, 1005",
        "1960, 2020, 2000",
        "-1009, -1001, -1005",
        "1200.1, 1200.3, 1200.2",
        "98765, 98770, 98768"
    })
    void theOriginIsRound(double from, double to, BigDecimal origin) {
        double[] x = IntStream.rangeClosed(0, 12)
                .mapToDouble(i -> from + (to - from) * i / 12)
                .toArray();
        double[] y = IntStream.rangeClosed(0, 12)
                .mapToDouble(i -> 3 + Math.cos(i / 2.0) + 1e-4 * Math.sin(40.0 * i))
                .toArray();
        PrintedEquation printed = printed(new Polynomial(6), Points.of(x, y));
        assertThat(printed.origin().orElseThrow()).isEqualByComparingTo(origin);
        assertThat(printed.at(x[4])).isCloseTo(printed.fit().function().at(x[4]), within(printed.tolerance()));
    }

    @Test
    void digitsAskedForAreThose() {
        PrintedEquation printed = printed(new Line(), points("1 2 3 4 5 6", "1.23 2.44 3.71 4.86 6.23 7.35"));
        for (int digits = PrintedEquation.FEWEST_DIGITS; digits <= PrintedEquation.MAX_DIGITS; digits++) {
            PrintedEquation chosen = printed.withDigits(digits);
            for (int k = 0; k < 2; k++) {
                BigDecimal value = chosen.coefficients().get(k);
                assertThat(value.precision()).isEqualTo(digits);
                assertThat(value.subtract(new BigDecimal(printed.exact()[k])).abs())
                        .isLessThanOrEqualTo(value.ulp().divide(BigDecimal.TWO));
            }
        }
        PrintedEquation none = printed(new Line(), points("1 2 3", "0 0 0")).withDigits(5);
        assertThat(none.coefficients()).containsExactly(BigDecimal.ZERO, BigDecimal.ZERO);
    }
}
