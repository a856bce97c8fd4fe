package helvo.core.fit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.formula.CurveFormula;
import helvo.core.nonlinear.CoefficientSetting;
import helvo.core.number.NumberNotation;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class FormulaCurveTest {
    private static final double[] X = {0, 1, 2, 3, 4, 6, 8, 10, 14, 20};
    private static final double[] Y = {88.1, 81.9, 77.4, 73.2, 70.6, 66.4, 63.9, 62.3, 60.9, 60.1};
    private static final double[] SIGMA = {.2, .2, .3, .3, .2, .4, .3, .2, .2, .1};
    private static final FormulaCurve COOLING = own("T + A*exp(-x/t)");

    private static FormulaCurve own(String text) {
        return FormulaCurve.of(((CurveFormula.Reading.Read) CurveFormula.read(text)).formula());
    }

    private static Fit fit(Curve curve, Points points) {
        return ((FitOutcome.Fitted) curve.fit(points, Progress.none())).fit();
    }

    private static String refused(Curve curve, Points points) {
        return ((FitOutcome.NotFitted) curve.fit(points, Progress.none()))
                .reason()
                .sentence(NumberNotation.POINT);
    }

    private static void has(Fit fit, String name, double value, double error) {
        Coefficient found = fit.coefficient(name);
        assertThat(found.value()).as(name).isCloseTo(value, within(1e-6 * Math.abs(value)));
        assertThat(found.uncertainty().orElseThrow().standardError())
                .as("its error")
                .isCloseTo(error, within(1e-4 * error));
    }

    static Stream<String> independent() throws IOException {
        try (var in = FormulaCurveTest.class.getResourceAsStream("/helvo/core/nonlinear/independent.txt")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8).lines().filter(line -> !line.startsWith("#"));
        }
    }

    /// The least sum that an independent search finds from the true coefficients; or a refusal, where the least of
    /// all lies at no values.
    @ParameterizedTest
    @MethodSource("independent")
    @Tag("thorough")
    void noSearchLeavesLess(String line) {
        String[] parts = line.split("\\|");
        double[] x = numbers(parts[2]);
        double[] y = numbers(parts[3]);
        double least = Double.parseDouble(parts[1]);
        Fit fit = fit(own(parts[0]), Points.of(x, y));
        assertThat(fit.quality().residualSumOfSquares()).isLessThan(least * (1 + 1e-8));
        assertThat(fit.convergence().orElseThrow().ended()).isPositive();
    }

    private static double[] numbers(String list) {
        return Arrays.stream(list.split(",")).mapToDouble(Double::parseDouble).toArray();
    }

    @Test
    void barsWeighAsStatedOrAsParts() {
        Points bars = new Points(X, Y, IntStream.range(0, X.length).toArray(), ErrorBars.NONE, ErrorBars.even(SIGMA));
        // By SciPy's curve_fit, absolute_sigma true and false.
        Fit stated = fit(COOLING, bars.weighted(Weighting.STATED, 1, 1));
        has(stated, "T", 59.89549747179378, 0.10016572117315072);
        has(stated, "A", 28.177835469848553, 0.18168865333769182);
        has(stated, "t", 4.09936594634531, 0.0713745183345449);
        Fit relative = fit(COOLING, bars.weighted(Weighting.RELATIVE, 1, 1));
        has(relative, "T", 59.89549747179378, 0.049770481994141136);
        has(relative, "t", 4.09936594634531, 0.03546466933003188);
    }

    @Test
    void aHeldCoefficientIsNotFitted() {
        FormulaCurve held = COOLING.with(
                List.of(CoefficientSetting.FREE.withHeld(60.5), CoefficientSetting.FREE, CoefficientSetting.FREE));
        Fit fit = fit(held, Points.of(X, Y));
        assertThat(held.coefficientNames()).containsExactly("A", "t");
        assertThat(held.held()).containsExactly(Map.entry("T", 60.5));
        has(fit, "A", 27.752370499870956, 0.251677964234378);
        has(fit, "t", 3.874827661211947, 0.06840817941642678);
        assertThat(held.form(name -> name, "x", Curve.Notation.PROGRAM)).isEqualTo("60.5 + A*exp(-x/t)");
        assertThat(held.form(name -> name.replace('.', ','), "x", Curve.Notation.TYPESET))
                .isEqualTo("60,5 + A e^{−x / t}");
        assertThat(fit.quality().degreesOfFreedom()).isEqualTo(8);
    }

    /// A constant of nature with its unit gives the others theirs: with x in K, an energy over R x is a number.
    @Test
    void theUnitOfAHeldConstantCounts() {
        FormulaCurve rate = own("A*exp(-E/(R*x))");
        assertThat(rate.unit("E", "1/s", "K")).isEmpty();
        CoefficientSetting free = CoefficientSetting.FREE;
        FormulaCurve held = rate.with(
                List.of(free, free, free.heldAt("8.314462618 J/(mol K)").orElseThrow()));
        assertThat(held.unit("R", "1/s", "K")).isEqualTo("J/(mol K)");
        assertThat(held.unit("E", "1/s", "K")).isEqualTo("J/mol");
        assertThat(held.unit("A", "1/s", "K")).isEqualTo("1/s");
        assertThat(free.heldAt("8,314").orElseThrow().held()).hasValue(8.314);
        assertThat(List.of("8.314 glorps", "R", "", "8.314 J/(mol"))
                .allSatisfy(text -> assertThat(free.heldAt(text)).isEmpty());
    }

    @Test
    void aCoefficientAtItsLimitIsHeldThere() {
        List<CoefficientSetting> settings = List.of(
                CoefficientSetting.FREE,
                CoefficientSetting.FREE,
                CoefficientSetting.FREE.withLimits(OptionalDouble.of(6), OptionalDouble.of(9)));
        Fit limited = fit(COOLING.with(settings), Points.of(X, Y));
        assertThat(limited.coefficient("t").value()).isEqualTo(6);
        assertThat(limited.coefficient("t").uncertainty()).isEmpty();
        Fit held = fit(
                COOLING.with(
                        List.of(CoefficientSetting.FREE, CoefficientSetting.FREE, CoefficientSetting.FREE.withHeld(6))),
                Points.of(X, Y));
        has(
                limited,
                "A",
                held.coefficient("A").value(),
                held.coefficient("A").uncertainty().orElseThrow().standardError());
        assertThat(limited.covariance()[2]).containsOnly(0);
    }

    @Test
    void whatThePointsLeaveOpenIsNamed() {
        assertThat(refused(own("A*B*exp(-x/t)+c"), Points.of(X, Y)))
                .startsWith("These points do not determine A and B: together they can change without end");
        assertThat(refused(own("a*ln(-x)"), Points.of(X, Y)))
                .isEqualTo("No point can be used: the formula has no value there in every row.");
        assertThat(refused(COOLING, Points.of(new double[] {1, 2}, new double[] {3, 4})))
                .isEqualTo("Only 2 points: this curve needs at least 3.");
        assertThat(refused(COOLING, Points.of(new double[] {1, 1, 2, 2}, new double[] {3, 4, 4, 5})))
                .isEqualTo("Only 2 different x: this curve needs at least 3.");
    }

    /// Years as x, where the amplitude at x = 0 is no double.
    @Test
    void aCurveFarFromZeroIsKeptAboutAnOriginAmidThePoints() {
        double[] years = Arrays.stream(X).map(x -> 2006 + x / 10).toArray();
        Fit far = fit(TradeCurve.EXPONENTIAL_TO_LEVEL.curve(), Points.of(years, Y));
        Fit near = fit(TradeCurve.EXPONENTIAL_TO_LEVEL.curve(), Points.of(X, Y));
        assertThat(far.origin())
                .hasValueSatisfying(origin -> assertThat(origin.doubleValue()).isBetween(2006.0, 2008.0));
        assertThat(far.coefficient("b").value())
                .isCloseTo(10 * near.coefficient("b").value(), within(1e-9));
        assertThat(far.function().at(2006.3)).isCloseTo(near.function().at(3), within(1e-8));
        assertThat(far.quality().residualSumOfSquares())
                .isCloseTo(near.quality().residualSumOfSquares(), within(1e-9));
    }

    @Test
    void unitsFollowFromTheFormula() {
        FormulaCurve curve = own("c + a*exp(-x/t) + b*x + d/x^2");
        assertThat(Stream.of("c", "a", "t", "b", "d").map(each -> curve.unit(each, "mm", "s")))
                .containsExactly("mm", "mm", "s", "mm/s", "mm·s²");
        assertThat(own("a*x^b").unit("a", "mm", "s")).isEmpty();
    }

    /// From one oscillation to as many as there are pairs of points, at even x and at any, with noise.
    @Test
    void oscillationsAreFoundHoweverManyThereAre() {
        var random = new Random(11);
        for (int set = 0; set < 24; set++) {
            int n = 100 + 50 * random.nextInt(15);
            boolean isEven = set % 2 == 0;
            double[] x = IntStream.range(0, n)
                    .mapToDouble(i -> 50 + 10 * (isEven ? i / (n - 1.0) : random.nextDouble()))
                    .toArray();
            double f = (1 + random.nextDouble() * (0.45 * n - 1)) / 10;
            double phase = 2 * Math.PI * random.nextDouble();
            double[] y = Arrays.stream(x)
                    .map(at -> 3 + 2 * Math.sin(2 * Math.PI * f * (at - 50) + phase) + 0.3 * random.nextGaussian())
                    .toArray();
            Fit fit = fit(TradeCurve.SINE.curve(), Points.of(x, y));
            assertThat(fit.coefficient("f").value()).as(f + " of " + n).isCloseTo(f, within(0.01));
            assertThat(fit.coefficient("a").value()).isCloseTo(2, within(0.3));
            assertThat(fit.coefficient("p").value()).isBetween(-Math.PI, Math.PI);
        }
    }

    /// 62 years of a yearly swing, a hundredth of what the trend beneath it rises by.
    @Test
    void anOscillationIsFoundOnATrend() {
        var random = new Random(5);
        double[] x = IntStream.range(0, 744).mapToDouble(i -> 1958 + i / 12.0).toArray();
        double[] y = Arrays.stream(x)
                .map(at -> 315
                        + 0.8 * (at - 1958)
                        + 0.012 * (at - 1958) * (at - 1958)
                        + 1.5 * Math.sin(2 * Math.PI * at + 0.4)
                        + 0.3 * random.nextGaussian())
                .toArray();
        Fit fit = fit(own("c + b*x + d*x^2 + a*sin(2*pi*x/T + p)"), Points.of(x, y));
        assertThat(fit.coefficient("T").value()).isCloseTo(1, within(0.001));
        assertThat(fit.coefficient("a").value()).isCloseTo(1.5, within(0.1));
    }

    /// Of some of these points no least is seen, or a wrong one; all of them have one, near what they were made
    /// from.
    @Test
    void scatterOfManyPointsHidesNoLeast() {
        var random = new Random(9);
        for (int set = 0; set < 20; set++) {
            boolean isSaturation = set % 2 == 0;
            Curve curve = (isSaturation ? TradeCurve.SATURATION_WITH_LEVEL : TradeCurve.TWO_EXPONENTIALS).curve();
            double[] meant = isSaturation ? new double[] {4, 15.5, 20.4} : new double[] {4.03, -0.109, 7.36, -0.431};
            double scatter = isSaturation ? 3 : 0.6;
            double[] x = random.doubles(1000 + random.nextInt(5000), 0, 17).toArray();
            double[] y = Arrays.stream(x)
                    .map(at -> curve.value(meant, at) + scatter * random.nextGaussian())
                    .toArray();
            double ofMeant = IntStream.range(0, x.length)
                    .mapToDouble(i -> y[i] - curve.value(meant, x[i]))
                    .map(left -> left * left)
                    .sum();
            assertThat(fit(curve, Points.of(x, y)).quality().residualSumOfSquares())
                    .isLessThan(ofMeant);
        }
    }

    @Test
    void everyCurveOfTheTradeFindsItself() {
        var random = new Random(7);
        double[] x = IntStream.rangeClosed(1, 40).mapToDouble(i -> i / 8.0).toArray();
        for (TradeCurve each : TradeCurve.values()) {
            assertThat(each.curve().inseparable()).as(each.name()).isEmpty();
            double[] p = each.curve().formula().coefficients().stream()
                    .mapToDouble(name -> switch (name) {
                        case "m" -> 2.5;
                        case "h", "w" -> 1.5;
                        case "b" ->
                            each == TradeCurve.SATURATION || each == TradeCurve.SATURATION_WITH_LEVEL ? 2 : -1.2;
                        case "d" -> each == TradeCurve.TWO_EXPONENTIALS ? -0.2 : 9;
                        case "g" -> 0.6;
                        case "f" -> 0.7;
                        case "k" -> 0.9;
                        case "p" -> 0.4;
                        default -> 5;
                    })
                    .toArray();
            double[] y = Arrays.stream(x)
                    .map(at -> each.curve().value(p, at) + 1e-4 * random.nextGaussian())
                    .toArray();
            Fit fit = fit(each.curve(), Points.of(x, y));
            assertThat(fit.quality().residualStandardDeviation().orElseThrow())
                    .as(each.curve().name())
                    .isLessThan(2e-4);
            assertThat(each.use()).isNotBlank();
        }
    }
}
