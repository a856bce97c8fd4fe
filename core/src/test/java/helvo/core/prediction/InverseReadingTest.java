package helvo.core.prediction;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.api.Assertions.withinPercentage;

import helvo.core.Progress;
import helvo.core.fit.Curve;
import helvo.core.fit.Exponential;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Line;
import helvo.core.fit.Logarithmic;
import helvo.core.fit.Logistic;
import helvo.core.fit.Polynomial;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.util.List;
import org.apache.commons.statistics.distribution.TDistribution;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class InverseReadingTest {
    private static Fit fit(Curve curve, Points points) {
        return ((FitOutcome.Fitted) curve.fit(points, Progress.none())).fit();
    }

    /// Fieller's limits; expected numbers: the two roots of |a + b x − 8| = t s √h(x), by SciPy.
    @Test
    void aLineHasFiellersLimits() {
        Points points = Points.of(new double[] {1, 2, 3, 4, 5, 6}, new double[] {2.1, 3.9, 6.2, 7.8, 10.1, 12.2});
        InverseReading only =
                InverseReading.at(fit(new Line(), points), points, 8).getFirst();
        assertThat(only.value()).isCloseTo(3.9702970297029707, within(1e-14));
        assertThat(only.low95().orElseThrow()).isCloseTo(3.8676201830331336, within(1e-12));
        assertThat(only.high95().orElseThrow()).isCloseTo(4.076234438500418, within(1e-12));
        assertThat(only.beyondPercent()).isZero();
        assertThat(InverseReading.at(fit(new Line(), points), points, 16)
                        .getFirst()
                        .beyondPercent())
                .isPositive();
    }

    /// A slope that may be 0 leaves a side, or both, without limit.
    @Test
    void anUnsureSlopeHasNoLimits() {
        Points points = Points.of(new double[] {1, 2, 3, 4}, new double[] {2, 5, 1, 4});
        InverseReading only =
                InverseReading.at(fit(new Line(), points), points, 3).getFirst();
        assertThat(only.low95().isEmpty() || only.high95().isEmpty()).isTrue();
        Points exact = Points.of(new double[] {1, 2}, new double[] {1, 3});
        assertThat(InverseReading.at(fit(new Line(), exact), exact, 2))
                .containsExactly(
                        new InverseReading(1.5, java.util.OptionalDouble.empty(), java.util.OptionalDouble.empty(), 0));
        Points level = Points.of(new double[] {1, 2, 3}, new double[] {5, 5, 5});
        assertThat(InverseReading.at(fit(new Line(), level), level, 7)).isEmpty();
    }

    /// y = (x − 2)(x − 5) reaches 0 twice, −2 in two places within reach and −3 nowhere.
    @Test
    void aParabolaIsReachedTwiceOrNever() {
        double[] x = {1, 2, 3, 4, 5, 6};
        Points points = Points.of(
                x, java.util.Arrays.stream(x).map(v -> (v - 2) * (v - 5)).toArray());
        Fit fit = fit(new Polynomial(2), points);
        assertThat(InverseReading.at(fit, points, 0))
                .extracting(InverseReading::value)
                .satisfiesExactly(low -> assertThat(low).isCloseTo(2, within(1e-13)), high -> assertThat(high)
                        .isCloseTo(5, within(1e-13)));
        assertThat(InverseReading.at(fit, points, -3)).isEmpty();
        assertThat(InverseReading.at(fit, points, -2)).hasSize(2);
    }

    @Test
    void curvesMeetWhereTheyAreEqual() {
        double[] x = {0, 1, 2, 3, 4};
        Fit rising = fit(new Line(), Points.of(x, new double[] {0, 1, 2, 3, 4}));
        Fit falling = fit(new Line(), Points.of(x, new double[] {3, 2, 1, 0, -1}));
        List<Double> at = InverseReading.crossings(rising, falling, 0, 4);
        assertThat(at).hasSize(1);
        assertThat(at.getFirst()).isCloseTo(1.5, within(1e-14));
        assertThat(InverseReading.crossings(rising, rising, 0, 0)).hasSizeLessThanOrEqualTo(2001);
    }

    /// A decay y = 8 e^(−x/2): it is 4 at 2 ln 2.
    @Test
    void anExponentialIsReachedWhereItsLogarithmSays() {
        double[] x = {0, 1, 2, 3, 4, 5};
        Points points = Points.of(
                x, java.util.Arrays.stream(x).map(v -> 8 * Math.exp(-v / 2)).toArray());
        assertThat(InverseReading.at(fit(new Exponential(false), points), points, 4)
                        .getFirst()
                        .value())
                .isCloseTo(2 * Math.log(2), within(1e-9));
    }

    /// A logarithm is a line over ln x, so that its limits are Fieller's of that line, however near to x = 0.
    @Test
    void aLogarithmHasBothLimitsNearZeroToo() {
        double[] x = {0.01, 0.5, 1, 2, 4, 8, 16};
        double[] y = {0.3, 2.9, 3.0, 4.4, 4.1, 5.6, 5.2};
        double[] u = java.util.Arrays.stream(x).map(Math::log).toArray();
        Points points = Points.of(x, y);
        Points straight = Points.of(u, y);
        for (double level : new double[] {0.5, -1, 3}) {
            InverseReading overLogs = InverseReading.at(fit(new Line(), straight), straight, level)
                    .getFirst();
            for (InverseReading at : InverseReading.at(fit(new Logarithmic(), points), points, level)) {
                assertThat(at.low95().orElseThrow())
                        .isCloseTo(Math.exp(overLogs.low95().orElseThrow()), withinPercentage(1e-6));
                assertThat(at.high95().orElseThrow())
                        .isCloseTo(Math.exp(overLogs.high95().orElseThrow()), withinPercentage(1e-6));
            }
        }
        assertThat(InverseReading.at(fit(new Logarithmic(), points), points, -1))
                .hasSize(1);
    }

    /// Just outside its limits no logistic through the level is as good as they say, and just inside one is: on a
    /// fine grid of rates and middles.
    @Test
    void limitsOfALogisticOnFewPointsAreTheWidestThereAre() {
        double[] x = {1, 2, 3, 4, 5, 6, 7};
        double[] y = {2, 9, 14, 45, 62, 81, 84};
        Points points = Points.of(x, y);
        Fit fit = fit(new Logistic(), points);
        InverseReading half = InverseReading.at(fit, points, 50).getFirst();
        double t = TDistribution.of(4).inverseSurvivalProbability(0.025);
        double most = fit.quality().residualSumOfSquares() * (1 + t * t / 4);
        for (double limit :
                new double[] {half.low95().orElseThrow(), half.high95().orElseThrow()}) {
            double side = Math.signum(limit - half.value());
            assertThat(leastThrough(limit + side * 0.02, 50, x, y)).isGreaterThan(most * (1 - 1e-3));
            assertThat(leastThrough(limit - side * 0.02, 50, x, y)).isLessThan(most * (1 + 1e-3));
        }
    }

    private static double leastThrough(double at, double level, double[] x, double[] y) {
        double least = Double.POSITIVE_INFINITY;
        for (double k = 0.05; k < 20; k *= 1.02) {
            for (double m = -4; m < 12; m += 0.02) {
                double sum = 0;
                for (int i = 0; i < x.length; i++) {
                    double r = y[i] - level * (1 + Math.exp(-k * (at - m))) / (1 + Math.exp(-k * (x[i] - m)));
                    sum += r * r;
                }
                least = Math.min(least, sum);
            }
        }
        return least;
    }

    /// Limits by profile; expected numbers: the same condition with SciPy's least squares and root finder.
    @Test
    void curvesThatAreNotLinearHaveLimitsByProfile() {
        Points decay = Points.of(new double[] {0, 1, 2, 3, 4, 5, 6}, new double[] {8.1, 4.7, 3.1, 1.6, 1.2, 0.55, 0.5});
        InverseReading atTwo =
                InverseReading.at(fit(new Exponential(false), decay), decay, 2).getFirst();
        assertThat(atTwo.value()).isCloseTo(2.749701845511349, within(1e-9));
        assertThat(atTwo.low95().orElseThrow()).isCloseTo(2.5508646008116713, within(1e-8));
        assertThat(atTwo.high95().orElseThrow()).isCloseTo(2.958965359090186, within(1e-8));
        Points growth = Points.of(
                new double[] {9, 14, 21, 28, 42, 57, 63, 70, 79},
                new double[] {8.930, 10.80, 18.59, 22.33, 39.35, 56.11, 61.73, 64.62, 67.08});
        InverseReading atThirty =
                InverseReading.at(fit(new Logistic(), growth), growth, 30).getFirst();
        assertThat(atThirty.value()).isCloseTo(33.709709525009046, within(1e-7));
        assertThat(atThirty.low95().orElseThrow()).isCloseTo(32.35068362752676, within(1e-6));
        assertThat(atThirty.high95().orElseThrow()).isCloseTo(35.0812237878134, within(1e-6));
    }

    /// Bars that weigh, and a y that is a mean, in limits by profile; expected numbers: the least sum over all rates
    /// at each x, by SciPy.
    @ParameterizedTest
    @CsvSource({
        "STATED, 2, 0, 2.8079909222944446, 2.6836601398636573, 2.9307510304735342",
        "RELATIVE, 2, 0, 2.8079909222944446, 2.5845610481628327, 3.0263897785574563",
        "UNWEIGHTED, 4, 3, 1.3813958426326773, 1.2309102124989597, 1.5436670872482987",
        "UNWEIGHTED, 1.5, 1, 3.3176001481519704, 2.7972246432954573, 3.995579319000233"
    })
    void weightsCountInLimitsByProfile(
            Weighting weighting, double y, int measured, double value, double low, double high) {
        double[] sigma = {0.4, 0.25, 0.2, 0.15, 0.1, 0.08, 0.05};
        Points decay = Points.of(new double[] {0, 1, 2, 3, 4, 5, 6}, new double[] {8.1, 4.7, 3.1, 1.6, 1.2, 0.55, 0.5})
                .withBars(ErrorBars.NONE, new ErrorBars(sigma, sigma))
                .weighted(weighting, 1, 1);
        InverseReading only = InverseReading.at(fit(new Exponential(false), decay), decay, y, measured)
                .getFirst();
        assertThat(only.value()).isCloseTo(value, within(1e-8));
        assertThat(only.low95().orElseThrow()).isCloseTo(low, within(1e-7));
        assertThat(only.high95().orElseThrow()).isCloseTo(high, within(1e-7));
    }

    /// Where the slope may be 0 the set is what lies outside of a gap: the part that the value lies in counts.
    /// Expected: the roots of the quadratic, in fractions.
    @Test
    void outsideOfAGapTheNearerPartCounts() {
        Points points = Points.of(
                new double[] {1.38, 2.4, 2.49, 2.67, 2.86, 3.57, 3.9, 4.98, 6.03, 6.06, 6.23, 7.6, 7.9},
                new double[] {2.118, 2.404, 2.368, 1.603, 1.549, -2.236, 0.83, -0.44, 1.608, 0.256, 2.742, 3.272, 2.124
                });
        InverseReading only =
                InverseReading.at(fit(new Line(), points), points, 2.5).getFirst();
        assertThat(only.low95().orElseThrow()).isCloseTo(5.32513, within(5e-6));
        assertThat(only.high95()).isEmpty();
    }

    /// As x grows a decay goes to 0 and the unknown's own scatter allows that: there is no upper limit.
    @Test
    void aMeasuredYOnADecayMayHaveNoUpperLimit() {
        Points points = Points.of(new double[] {0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10}, new double[] {
            11.0133, 7.1047, 3.4936, 3.0088, 1.6392, 1.4439, -0.0723, 0.7554, 0.5510, 1.2329, 0.3760
        });
        Fit fit = fit(new Exponential(false), points);
        InverseReading measured = InverseReading.at(fit, points, 0.5, 1).getFirst();
        assertThat(measured.low95()).isPresent();
        assertThat(measured.high95()).isEmpty();
        assertThat(InverseReading.at(fit, points, 5, 1).getFirst().high95()).isPresent();
        assertThat(InverseReading.at(fit, points, 0.5, 0).getFirst().high95())
                .as("an exact y")
                .isPresent();
    }
}
