package helvo.core.fit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.withinPercentage;

import helvo.core.Progress;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;

/// All that is said of a fit, for each shape and each way of weighing, few points and many, against
/// src/test/reference/fits.py: least squares in 40 digits, by other means.
class FitReferenceTest {
    /// Of shapes that are linear in their coefficients, and of the others.
    private static final double LINEAR = 2e-13;
    private static final double CURVED = 2e-11;
    /// The point whose residual is asked for.
    private static final int PLACE = 3;

    @TestFactory
    Stream<DynamicTest> everythingSaidOfAFitIsThatOfTheReference() throws IOException {
        Map<String, Map<String, Double>> cases;
        try (InputStream in = FitReferenceTest.class.getResourceAsStream("fits.csv")) {
            cases = new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .skip(1)
                    .map(line -> line.split(","))
                    .collect(Collectors.groupingBy(
                            cells -> cells[0] + "," + cells[1] + "," + cells[2],
                            LinkedHashMap::new,
                            Collectors.toMap(cells -> cells[3], cells -> Double.valueOf(cells[4]))));
        }
        return cases.entrySet().stream()
                .map(each -> DynamicTest.dynamicTest(each.getKey(), () -> {
                    String[] key = each.getKey().split(",");
                    compare(curve(key[0]), Weighting.valueOf(key[1]), Integer.parseInt(key[2]), each.getValue());
                }));
    }

    private static void compare(Curve curve, Weighting weighting, int n, Map<String, Double> expected) {
        Points points = points(curve, n).weighted(weighting, 1, 1);
        Fit fit = ((FitOutcome.Fitted) curve.fit(points, Progress.none())).fit();
        var said = said(fit, points);
        double within =
                curve instanceof Logistic || curve.amplitudeForm().isPresent() && !curve.onLogScale() ? CURVED : LINEAR;
        expected.forEach((quantity, value) -> assertThat(Math.abs(said.get(quantity) - value))
                .as("%s: %s, not %s", quantity, said.get(quantity), value)
                .isLessThanOrEqualTo(
                        within * Math.max(Math.abs(value), quantity.equals("residual") ? expected.get("s") : 0)));
        assertThat(fit.quality().points()).isEqualTo(n);
        assertThat(fit.quality().perfect()).isFalse();
    }

    private static Map<String, Double> said(Fit fit, Points points) {
        var said = new LinkedHashMap<String, Double>();
        for (int k = 0; k < fit.coefficients().size(); k++) {
            Coefficient coefficient = fit.coefficients().get(k);
            Coefficient.Uncertainty uncertainty = coefficient.uncertainty().orElseThrow();
            said.put("value " + k, coefficient.value());
            said.put("se " + k, uncertainty.standardError());
            said.put("low " + k, uncertainty.low95());
            for (int m = k; m < fit.coefficients().size(); m++) {
                assertThat(fit.covariance()[m][k]).isCloseTo(fit.covariance()[k][m], withinPercentage(1e-10));
                said.put("covariance " + k + " " + m, fit.covariance()[k][m]);
            }
        }
        FitQuality quality = fit.quality();
        said.put("ssr", quality.residualSumOfSquares());
        put(said, "s", quality.residualStandardDeviation());
        put(said, "r2", quality.r2());
        put(said, "r2 about mean", quality.r2AboutMean());
        put(said, "adjusted r2", quality.adjustedR2());
        quality.overall().ifPresent(f -> said.put("f", f.value()));
        put(said, "aicc", quality.aicc());
        quality.chiSquare().ifPresent(chi -> {
            assertThat(chi.value()).isEqualTo(quality.residualSumOfSquares());
            said.put("chi p", chi.p());
        });
        Residuals residuals = Residuals.of(fit, points, Progress.none());
        said.put("residual", residuals.raw()[PLACE]);
        said.put("fitted", residuals.fitted(PLACE));
        said.put("leverage", residuals.leverage(PLACE));
        put(said, "standardised", residuals.standardised(PLACE));
        put(said, "studentised", residuals.studentised(PLACE));
        put(said, "cook", residuals.cooksDistance(PLACE));
        said.put("slope", fit.function().slope(points.x()[PLACE]));
        return said;
    }

    private static void put(Map<String, Double> said, String quantity, OptionalDouble value) {
        value.ifPresent(each -> said.put(quantity, each));
    }

    private static Curve curve(String name) {
        return switch (name) {
            case "line" -> new Line();
            case "through 0" -> new FixedInterceptLine(0);
            case "through 2" -> new FixedInterceptLine(2);
            case "quadratic" -> new Polynomial(2);
            case "cubic" -> new Polynomial(3);
            case "logarithmic" -> new Logarithmic();
            case "exponential" -> new Exponential(false);
            case "exponential on the log scale" -> new Exponential(true);
            case "power" -> new Power(false);
            case "power on the log scale" -> new Power(true);
            case "logistic" -> new Logistic();
            default -> throw new IllegalArgumentException(name);
        };
    }

    /// As fits.py makes them, of the same operations in the same order.
    private static Points points(Curve curve, int n) {
        double[] x = new double[n];
        double[] y = new double[n];
        double[] sigma = new double[n];
        long state = 20;
        for (int i = 0; i < n; i++) {
            state = state * 48271 % 2147483647;
            double e = state / 2147483647.0 - 0.5;
            x[i] = 0.5 + 9.5 * i / n;
            double u = (x[i] - 5) / 2;
            y[i] = switch (curve) {
                case Mean _, Line _, FixedInterceptLine _ -> 2 + 0.7 * x[i] + 0.3 * e;
                case Polynomial _ -> 3 - x[i] + 0.2 * x[i] * x[i] + 0.3 * e;
                case Logarithmic _ -> 5 + 6 * x[i] / (2 + x[i]) + 0.3 * e;
                case Exponential _ -> 40 / ((1 + x[i] / 3) * (1 + x[i] / 3)) * (1 + 0.1 * e);
                case Power _ -> 0.3 * x[i] * x[i] / (1 + 0.02 * x[i]) * (1 + 0.1 * e);
                case FormulaCurve _ -> throw new IllegalArgumentException("formulas have certified sets");
                case Logistic _ -> 5.5 + 5 * u / (1 + Math.abs(u)) + 0.4 * e;
            };
            sigma[i] = 0.1 + 0.05 * (i % 3) + 0.02 * x[i];
        }
        return new Points(x, y, IntStream.range(0, n).toArray(), ErrorBars.NONE, ErrorBars.even(sigma));
    }
}
