package helvo.core.prediction;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.fit.Curve;
import helvo.core.fit.Exponential;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.FixedInterceptLine;
import helvo.core.fit.Line;
import helvo.core.fit.Logarithmic;
import helvo.core.fit.Logistic;
import helvo.core.fit.Polynomial;
import helvo.core.fit.Power;
import helvo.core.fit.TheilSen;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.util.Arrays;
import java.util.List;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import org.apache.commons.statistics.distribution.TDistribution;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/// A curve used the other way round: unknowns, limits of detection, how coefficients vary together, a second
/// opinion.
class CalibrationTest {
    private static final double[] X = {0, 0, 0, 1, 2, 3, 4, 5, 6, 8, 8};
    private static final double[] Y = {0.11, 0.05, 0.09, 2.31, 4.22, 6.4, 8.35, 10.7, 12.3, 19.1, 16.6};
    private static final Points POINTS = Points.of(X, Y);
    private static final Fit LINE = fit(new Line(), POINTS);

    private static Fit fit(Curve curve, Points points) {
        return ((FitOutcome.Fitted) curve.fit(points, Progress.none())).fit();
    }

    /// The roots of (9 − a − b x)² = t² s² (1/m + 1/n + (x − x̄)²/Sxx), by NumPy.
    @ParameterizedTest
    @CsvSource({"1, 3.396496811212864, 4.90269681584695", "3, 3.6777764885152995, 4.621417138544515"})
    void anUnknownsOwnScatterWidensFiellersLimits(int measured, double low, double high) {
        InverseReading only = InverseReading.at(LINE, POINTS, 9, measured).getFirst();
        assertThat(only.low95().orElseThrow()).isCloseTo(low, within(1e-12));
        assertThat(only.high95().orElseThrow()).isCloseTo(high, within(1e-12));
    }

    /// A billion measurements are as good as a y that is exact.
    @Test
    void moreMeasurementsNarrowTheLimitsToThoseOfTheCurve() {
        InverseReading exact = InverseReading.at(LINE, POINTS, 9).getFirst();
        double before = Double.POSITIVE_INFINITY;
        for (int measured : new int[] {1, 2, 5, 1_000_000_000}) {
            InverseReading unknown =
                    InverseReading.at(LINE, POINTS, 9, measured).getFirst();
            double width = unknown.high95().orElseThrow() - unknown.low95().orElseThrow();
            assertThat(width).isLessThan(before);
            before = width;
        }
        assertThat(before)
                .isCloseTo(exact.high95().orElseThrow() - exact.low95().orElseThrow(), within(1e-6));
    }

    /// m measurements of the unknown are m points more: at the limits the whole fit with them is worse by t² s².
    @Test
    void aBentCurvesLimitsAreThoseOfAFitWithTheUnknownAmongItsPoints() {
        double[] x = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10};
        Points grows = Points.of(x, new double[] {2.9, 3.6, 5.2, 6.6, 9.3, 12.1, 15.6, 21.4, 27.9, 36.6});
        Points settles = Points.of(x, new double[] {1.2, 1.9, 3.4, 5.0, 7.2, 8.9, 10.1, 11.2, 11.4, 11.9});
        for (var each : List.of(new Shape(new Exponential(false), grows, 14), new Shape(new Logistic(), settles, 6))) {
            Fit fit = fit(each.curve, each.points);
            double t = TDistribution.of(fit.quality().degreesOfFreedom()).inverseSurvivalProbability(0.025);
            double worse =
                    Math.pow(t * fit.quality().residualStandardDeviation().orElseThrow(), 2);
            for (int measured : new int[] {1, 4}) {
                InverseReading only =
                        InverseReading.at(fit, each.points, each.y, measured).getFirst();
                for (double limit :
                        new double[] {only.low95().orElseThrow(), only.high95().orElseThrow()}) {
                    double[] repeatedX = new double[measured];
                    double[] repeatedY = new double[measured];
                    Arrays.fill(repeatedX, limit);
                    Arrays.fill(repeatedY, each.y);
                    Fit all = fit(
                            each.curve, Points.of(join(each.points.x(), repeatedX), join(each.points.y(), repeatedY)));
                    assertThat((all.quality().residualSumOfSquares()
                                            - fit.quality().residualSumOfSquares())
                                    / worse)
                            .as("%s, %s times", each.curve.name(), measured)
                            .isCloseTo(1, within(1e-6));
                }
            }
        }
    }

    private record Shape(Curve curve, Points points, double y) {}

    private static double[] join(double[] a, double[] b) {
        return DoubleStream.concat(Arrays.stream(a), Arrays.stream(b)).toArray();
    }

    /// By SciPy's linregress and t, from the formulas of ICH Q2(R2) and Currie.
    @Test
    void limitsOfDetectionAreThoseOfTheirConventions() {
        Calibration of = Calibration.of(LINE, POINTS).orElseThrow();
        assertThat(of.byScatter().detection()).isCloseTo(1.0458661935125018, within(1e-13));
        assertThat(of.byScatter().quantification()).isCloseTo(3.16929149549243, within(1e-13));
        assertThat(of.byIntercept().orElseThrow().detection()).isCloseTo(0.47993399460677066, within(1e-13));
        assertThat(of.byBlank().orElseThrow().measured()).isEqualTo(3);
        assertThat(of.byBlank().orElseThrow().critical()).isCloseTo(0.04718783273786611, within(1e-13));
        assertThat(of.byBlank().orElseThrow().detection()).isCloseTo(0.09437566547573221, within(1e-13));
    }

    @Test
    void whatIsNoCalibrationHasNoLimits() {
        assertThat(Calibration.of(fit(new Polynomial(2), POINTS), POINTS)).isEmpty();
        assertThat(Calibration.of(fit(new FixedInterceptLine(0), POINTS), POINTS)
                        .orElseThrow()
                        .byIntercept())
                .isEmpty();
        Points level = Points.of(new double[] {1, 2, 3, 4}, new double[] {5, 6, 6, 5});
        assertThat(Calibration.of(fit(new Line(), level), level)).isEmpty();
        Points two = Points.of(new double[] {1, 2}, new double[] {5, 6});
        assertThat(Calibration.of(fit(new Line(), two), two)).isEmpty();
        double[] bars = {1, 1, 1, 2, 2, 2, 2, 3, 3, 3, 3};
        Points weighted = new Points(X, Y, IntStream.range(0, 11).toArray(), ErrorBars.NONE, ErrorBars.even(bars))
                .weighted(Weighting.STATED, 1, 1);
        assertThat(Calibration.of(fit(new Line(), weighted), weighted)).isEmpty();
        InverseReading unsure =
                InverseReading.at(fit(new Line(), weighted), weighted, 9, 2).getFirst();
        assertThat(unsure.low95()).as("how an unknown scatters is not known").isEmpty();
        assertThat(InverseReading.at(fit(new Line(), weighted), weighted, 9)
                        .getFirst()
                        .low95())
                .isPresent();
    }

    static List<Curve> shapes() {
        return List.of(
                new Line(),
                new FixedInterceptLine(0),
                new Polynomial(2),
                new Polynomial(4),
                new Logarithmic(),
                new Exponential(false),
                new Exponential(true),
                new Power(false),
                new Power(true),
                new Logistic());
    }

    /// The variance of the curve at any x is the same by its coefficients' covariance as by its leverage.
    @ParameterizedTest
    @MethodSource("shapes")
    void coefficientsVaryTogetherAsTheCurveDoes(Curve curve) {
        double[] x = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10};
        Points points = Points.of(x, new double[] {1.2, 1.9, 3.4, 5.0, 7.2, 8.9, 10.1, 11.2, 11.4, 11.9});
        Fit fit = fit(curve, points);
        double[] values =
                fit.coefficients().stream().mapToDouble(c -> c.value()).toArray();
        for (int k = 0; k < values.length; k++) {
            double se = fit.coefficients().get(k).uncertainty().orElseThrow().standardError();
            assertThat(fit.covariance()[k][k] / (se * se))
                    .as("variance of coefficient %s", k)
                    .isCloseTo(1, within(1e-13));
        }
        double s = fit.quality().residualStandardDeviation().orElseThrow();
        for (double at : new double[] {0.5, 3.3, 12}) {
            double variance = 0;
            double[] change = IntStream.range(0, values.length)
                    .mapToDouble(k -> change(curve, values, k, at))
                    .toArray();
            for (int i = 0; i < values.length; i++) {
                for (int j = 0; j < values.length; j++) {
                    variance += change[i] * fit.covariance()[i][j] * change[j];
                }
            }
            double perY = curve.onLogScale() ? fit.function().at(at) : 1;
            assertThat(Math.sqrt(variance)
                            / (s * perY * Math.sqrt(fit.function().leverage(at))))
                    .isCloseTo(1, within(1e-6));
        }
    }

    private static double change(Curve curve, double[] values, int k, double at) {
        double step = 1e-6 * Math.max(1e-3, Math.abs(values[k]));
        double[] up = values.clone();
        double[] down = values.clone();
        up[k] += step;
        down[k] -= step;
        return (curve.value(up, at) - curve.value(down, at)) / (2 * step);
    }

    /// s² (XᵀX)⁻¹ by NumPy; York's line by what makes it orthogonal to its middle.
    @Test
    void aLinesCovarianceIsThatOfItsDesign() {
        assertThat(LINE.covariance()[0][1]).isCloseTo(-0.01702823, within(1e-8)).isEqualTo(LINE.covariance()[1][0]);
        assertThat(LINE.covariance()[0][1]).isCloseTo(-LINE.covariance()[1][1] * 37 / 11, within(1e-15));
        double[] bars = {0.1, 0.2, 0.1, 0.3, 0.2, 0.1, 0.2, 0.3, 0.1, 0.2, 0.2};
        Points both = new Points(X, Y, IntStream.range(0, 11).toArray(), ErrorBars.even(bars), ErrorBars.even(bars))
                .weighted(Weighting.STATED, 1, 1);
        Fit york = fit(new Line(), both);
        double at = 5.5;
        assertThat(york.covariance()[0][0] + 2 * at * york.covariance()[0][1] + at * at * york.covariance()[1][1])
                .isCloseTo(york.function().leverage(at), within(1e-14));
        Points two = Points.of(new double[] {1, 2}, new double[] {5, 6});
        assertThat(fit(new Line(), two).covariance()).as("no scatter").isEmpty();
    }

    /// SciPy's theilslopes, method "joint".
    @Test
    void theilSensLineIsTheMedianOfAllSlopes() {
        TheilSen line = TheilSen.of(POINTS).orElseThrow();
        assertThat(line.slope()).isCloseTo(2.075, within(1e-14));
        assertThat(line.intercept()).isCloseTo(0.09, within(1e-14));
        assertThat(line.low95().orElseThrow()).isCloseTo(2.0414285714285714, within(1e-14));
        assertThat(line.high95().orElseThrow()).isCloseTo(2.2, within(1e-14));
        double[] mistyped = Y.clone();
        mistyped[7] = 107;
        assertThat(TheilSen.of(Points.of(X, mistyped)).orElseThrow().slope())
                .as("one outlier does not turn it")
                .isBetween(2.04, 2.2);
        assertThat(TheilSen.of(Points.of(new double[] {1, 1}, new double[] {2, 3})))
                .isEmpty();
        TheilSen of3 = TheilSen.of(Points.of(new double[] {1, 2, 3}, new double[] {2, 3, 5}))
                .orElseThrow();
        assertThat(of3.low95()).as("three pairs are too few for limits").isEmpty();
        assertThat(TheilSen.of(Points.of(new double[TheilSen.MAX_POINTS + 1], new double[TheilSen.MAX_POINTS + 1])))
                .isEmpty();
    }
}
