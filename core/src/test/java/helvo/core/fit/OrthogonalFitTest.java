package helvo.core.fit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.nonlinear.CoefficientSetting;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.assertj.core.data.Percentage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class OrthogonalFitTest {
    private static final Curve COOLING = TradeCurve.EXPONENTIAL_TO_LEVEL.curve();
    private static final Percentage TO_ROUNDING = Percentage.withPercentage(1e-7);

    static Stream<String> independent() throws IOException {
        try (var in = OrthogonalFitTest.class.getResourceAsStream("/helvo/core/nonlinear/orthogonal.txt")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8).lines().filter(line -> !line.startsWith("#"));
        }
    }

    private static double[] numbers(String list) {
        return Arrays.stream(list.split(" ")).mapToDouble(Double::parseDouble).toArray();
    }

    private static Curve curve(String name) {
        return switch (name) {
            case "polynomial2" -> new Polynomial(2);
            case "polynomial3" -> new Polynomial(3);
            case "logarithmic" -> new Logarithmic();
            case "exponential" -> new Exponential(false);
            case "power" -> new Power(false);
            case "proportional" -> new FixedInterceptLine(0);
            case "logistic" -> new Logistic();
            default ->
                Arrays.stream(TradeCurve.values())
                        .map(TradeCurve::curve)
                        .filter(each -> each.keyword().equals(name))
                        .findFirst()
                        .orElseThrow();
        };
    }

    private static Points points(double[] x, double[] y, double[] xSigma, double[] ySigma, Weighting by) {
        return new Points(x, y, IntStream.range(0, x.length).toArray(), ErrorBars.even(xSigma), ErrorBars.even(ySigma))
                .weighted(by, 1, 1);
    }

    private static Fit fit(Curve curve, Points points) {
        return ((FitOutcome.Fitted) curve.fit(points, Progress.none())).fit();
    }

    /// Coefficients, standard errors and χ² to 10 digits.
    @ParameterizedTest
    @MethodSource("independent")
    void theLeastDistancesInBoth(String line) {
        String[] parts = line.split("\\|");
        Curve curve = curve(parts[0].substring(0, parts[0].indexOf(' ')));
        double[] truth = numbers(parts[0].substring(parts[0].indexOf(' ') + 1));
        double[] x = numbers(parts[1]);
        Fit fit = fit(curve, points(x, numbers(parts[2]), numbers(parts[3]), numbers(parts[4]), Weighting.STATED));
        assertThat(fit.quality().chiSquare().orElseThrow().value()).isCloseTo(truth[0], within(1e-10 * truth[0]));
        int p = fit.coefficients().size();
        Fit relative =
                fit(curve, points(x, numbers(parts[2]), numbers(parts[3]), numbers(parts[4]), Weighting.RELATIVE));
        double scale = Math.sqrt(truth[0] / (x.length - p));
        for (int k = 0; k < p; k++) {
            double value = truth[1 + k];
            double error = truth[1 + p + k];
            Coefficient found = fit.coefficients().get(k);
            assertThat(found.value()).isCloseTo(value, within(1e-10 * Math.abs(value)));
            assertThat(found.uncertainty().orElseThrow().standardError()).isCloseTo(error, within(1e-10 * error));
            assertThat(Math.sqrt(fit.covariance()[k][k])).isCloseTo(error, within(1e-10 * error));
            assertThat(relative.coefficients()
                            .get(k)
                            .uncertainty()
                            .orElseThrow()
                            .standardError())
                    .isCloseTo(error * scale, within(1e-9 * error * scale));
        }
    }

    private static final double[] X = {0, 1, 2, 3, 4, 6, 8, 10, 14, 20};
    private static final double[] Y = {88.1, 81.9, 77.4, 73.2, 70.6, 66.4, 63.9, 62.3, 60.9, 60.1};
    private static final double[] OF_X = {.1, .1, .2, .1, .1, .3, .2, .2, .2, .2};
    private static final double[] OF_Y = {.2, .2, .3, .3, .2, .4, .3, .2, .2, .1};

    @Test
    void yearsAsX() {
        Fit near = fit(COOLING, points(X, Y, OF_X, OF_Y, Weighting.STATED));
        double[] years = Arrays.stream(X).map(x -> x + 2000).toArray();
        Fit far = fit(COOLING, points(years, Y, OF_X, OF_Y, Weighting.STATED));
        assertThat(far.coefficient("b").value()).isCloseTo(near.coefficient("b").value(), TO_ROUNDING);
        assertThat(far.coefficient("c").uncertainty().orElseThrow().standardError())
                .isCloseTo(near.coefficient("c").uncertainty().orElseThrow().standardError(), TO_ROUNDING);
        assertThat(far.function().at(2005)).isCloseTo(near.function().at(5), TO_ROUNDING);
        assertThat(far.function().leverage(2005)).isCloseTo(near.function().leverage(5), TO_ROUNDING);
        assertThat(far.origin()).isPresent();
        Fit bend = fit(new Polynomial(2), points(years, Y, OF_X, OF_Y, Weighting.STATED));
        assertThat(bend.function().at(2007))
                .isCloseTo(
                        fit(new Polynomial(2), points(X, Y, OF_X, OF_Y, Weighting.STATED))
                                .function()
                                .at(7),
                        TO_ROUNDING);
    }

    @Test
    void heldAndLimited() {
        FormulaCurve curve = (FormulaCurve) COOLING;
        FormulaCurve held = curve.with(
                List.of(CoefficientSetting.FREE.withHeld(60), CoefficientSetting.FREE, CoefficientSetting.FREE));
        Fit fit = fit(held, points(X, Y, OF_X, OF_Y, Weighting.STATED));
        assertThat(fit.coefficients()).extracting(Coefficient::name).containsExactly("a", "b");
        FormulaCurve limited = curve.with(List.of(
                CoefficientSetting.FREE.withLimits(OptionalDouble.empty(), OptionalDouble.of(59)),
                CoefficientSetting.FREE,
                CoefficientSetting.FREE));
        Fit atLimit = fit(limited, points(X, Y, OF_X, OF_Y, Weighting.STATED));
        assertThat(atLimit.coefficient("c").value()).isEqualTo(59);
        assertThat(atLimit.coefficient("c").uncertainty()).isEmpty();
    }

    /// A part of many points shows where the least is, and all of them decide.
    @Test
    void manyPoints() {
        var random = new Random(8);
        int n = 9000;
        double[] x = IntStream.range(0, n).mapToDouble(i -> 20.0 * i / n).toArray();
        double[] y = Arrays.stream(x)
                .map(each -> 60 + 28 * Math.exp(-each / 4) + 0.3 * random.nextGaussian())
                .toArray();
        double[] measured =
                Arrays.stream(x).map(each -> each + 0.1 * random.nextGaussian()).toArray();
        double[] ofX = new double[n];
        double[] ofY = new double[n];
        Arrays.fill(ofX, 0.1);
        Arrays.fill(ofY, 0.3);
        Fit fit = fit(COOLING, points(measured, y, ofX, ofY, Weighting.STATED));
        assertThat(fit.coefficient("b").value())
                .isCloseTo(
                        -0.25,
                        within(4
                                * fit.coefficient("b")
                                        .uncertainty()
                                        .orElseThrow()
                                        .standardError()));
        double chi = fit.quality().chiSquare().orElseThrow().value();
        assertThat(chi).isBetween(9000 - 4 * Math.sqrt(2 * 9000), 9000 + 4 * Math.sqrt(2 * 9000));
    }

    /// A bar in x alone says that y is exact; without bars in x it is the fit weighted in y.
    @Test
    void barsInOneDirection() {
        double[] someOfY = OF_Y.clone();
        someOfY[4] = Double.NaN;
        Fit exact = fit(COOLING, points(X, Y, OF_X, someOfY, Weighting.STATED));
        someOfY[4] = 1e-9;
        Fit nearly = fit(COOLING, points(X, Y, OF_X, someOfY, Weighting.STATED));
        assertThat(exact.quality().points()).isEqualTo(10);
        assertThat(exact.coefficient("b").value())
                .isCloseTo(nearly.coefficient("b").value(), Percentage.withPercentage(1e-5));
        double[] tiny = new double[10];
        Arrays.fill(tiny, 1e-12);
        Fit both = fit(COOLING, points(X, Y, tiny, OF_Y, Weighting.STATED));
        Fit inY = fit(
                COOLING,
                new Points(X, Y, new int[10], ErrorBars.NONE, ErrorBars.even(OF_Y)).weighted(Weighting.STATED, 1, 1));
        assertThat(both.coefficient("b").value())
                .isCloseTo(inY.coefficient("b").value(), Percentage.withPercentage(1e-8));
        assertThat(both.quality().r2().orElseThrow())
                .isCloseTo(inY.quality().r2().orElseThrow(), within(1e-12));
    }

    /// All that can be fitted to the same points by the same distances is compared.
    @Test
    void evidenceOfAllShapes() {
        var random = new Random(5);
        double[] x = IntStream.range(0, 14).mapToDouble(i -> i + 1).toArray();
        double[] y = Arrays.stream(x)
                .map(each -> 20 - 12 * Math.exp(-each / 4) + 0.1 * random.nextGaussian())
                .toArray();
        double[] sigma = new double[14];
        Arrays.fill(sigma, 0.1);
        Points points = points(x, y, sigma, sigma, Weighting.STATED);
        List<Curve> shapes = List.of(new Mean(), new Line(), new Polynomial(2), new Power(true), COOLING);
        List<FitOutcome> outcomes =
                shapes.stream().map(each -> each.fit(points, Progress.none())).toList();
        List<OptionalDouble> weights = EvidenceWeights.of(outcomes, points);
        assertThat(weights.get(3)).isEmpty();
        assertThat(weights.get(1)).isPresent();
        assertThat(weights.get(4).orElseThrow()).isGreaterThan(0.99);
    }
}
