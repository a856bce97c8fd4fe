package helvo.core.fit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;

class YorkFitTest {
    private static final double[] X = {0.0, 0.9, 1.8, 2.6, 3.3, 4.4, 5.2, 6.1, 6.5, 7.4};
    private static final double[] Y = {5.9, 5.4, 4.4, 4.6, 3.5, 3.7, 2.8, 2.8, 2.4, 1.5};
    private static final double[] WX = {1000, 1000, 500, 800, 200, 80, 60, 20, 1.8, 1};
    private static final double[] WY = {1, 1.8, 4, 8, 20, 20, 70, 70, 100, 500};

    private static Points points(double[] x, double[] y, double[] sx, double[] sy, Weighting by) {
        int[] rows = new int[x.length];
        return new Points(x, y, rows, ErrorBars.even(sx), ErrorBars.even(sy)).weighted(by, 1, 1);
    }

    private static double[] sigma(double[] weights) {
        return Arrays.stream(weights).map(w -> 1 / Math.sqrt(w)).toArray();
    }

    private static Fit fit(Points points) {
        return ((FitOutcome.Fitted) new Line().fit(points, Progress.none())).fit();
    }

    /// Pearson's data with York's weights, York et al. 2004, table II: a = 5.47991022, b = −0.480533407, σa =
    /// 0.29497, σb = 0.057985; more digits by finding the least of χ² in 40-digit arithmetic.
    @Test
    void pearsonsDataWithYorksWeights() {
        Fit fit = fit(points(X, Y, sigma(WX), sigma(WY), Weighting.STATED));
        assertThat(fit.coefficient("a").value()).isCloseTo(5.4799102240328654, within(1e-13));
        assertThat(fit.coefficient("b").value()).isCloseTo(-0.48053340744620199, within(1e-14));
        assertThat(fit.coefficient("a").uncertainty().orElseThrow().standardError())
                .isCloseTo(0.294970735493109, within(1e-13));
        assertThat(fit.coefficient("b").uncertainty().orElseThrow().standardError())
                .isCloseTo(0.0579850090007744, within(1e-14));
        assertThat(fit.quality().chiSquare().orElseThrow().value()).isCloseTo(11.866353194061445, within(1e-12));
        assertThat(fit.covariance()[0][1]).isCloseTo(-0.016472544658115809, within(1e-14));
        assertThat(fit.covariance()[1][0]).isEqualTo(fit.covariance()[0][1]);
        assertThat(fit.covariance()[0][0]).isCloseTo(0.087007734797345416, within(1e-13));
        assertThat(fit.covariance()[1][1]).isCloseTo(0.0033622612688198924, within(1e-15));
        assertThat(fit.quality().r2().orElseThrow()).isCloseTo(0.84160310008472176, within(1e-13));
        assertThat(fit.function().at(3)).isCloseTo(4.0383100016942594, within(1e-13));
        assertThat(fit.function().slope(3)).isEqualTo(fit.coefficient("b").value());
        assertThat(fit.function().residual(3, 5)).isCloseTo(5 - 4.0383100016942594, within(1e-13));
        assertThat(fit.function().leverage(4.4)).isCloseTo(0.0071427199702794126, within(1e-15));
        double[] basis = fit.function().basis(4.4);
        assertThat(basis[0]).isEqualTo(1);
        assertThat(basis[1]).isCloseTo(4.4 - 0.016472544658115809 / 0.0033622612688198924, within(1e-12));
        Fit relative = fit(points(X, Y, sigma(WX), sigma(WY), Weighting.RELATIVE));
        assertThat(relative.covariance()[0][1])
                .isCloseTo(-0.016472544658115809 * 11.866353194061445 / 8, within(1e-13));
        assertThat(relative.coefficient("b").uncertainty().orElseThrow().standardError())
                .isCloseTo(0.0579850090007744 * Math.sqrt(11.866353194061445 / 8), within(1e-13));
    }

    /// With bars in y alone it is the weighted line.
    @Test
    void withoutBarsInXItIsTheWeightedLine() {
        double[] sy = sigma(WY);
        Fit both = fit(points(X, Y, Arrays.stream(sy).map(s -> 1e-12 * s).toArray(), sy, Weighting.STATED));
        Fit alone =
                fit(new Points(X, Y, new int[10], ErrorBars.NONE, ErrorBars.even(sy)).weighted(Weighting.STATED, 1, 1));
        assertThat(both.coefficient("b").value())
                .isCloseTo(alone.coefficient("b").value(), within(1e-14));
        assertThat(both.coefficient("a").uncertainty().orElseThrow().standardError())
                .isCloseTo(alone.coefficient("a").uncertainty().orElseThrow().standardError(), within(1e-13));
    }

    /// Exchanging x and y turns the line over: slope 1/b; shifting moves the intercept only.
    @Test
    void exchangingAndShifting() {
        var random = new Random(4);
        double[] x = random.doubles(25, 0, 10).toArray();
        double[] y =
                Arrays.stream(x).map(v -> 3 + 2 * v + random.nextGaussian() / 3).toArray();
        double[] sx = random.doubles(25, 0.05, 0.4).toArray();
        double[] sy = random.doubles(25, 0.1, 0.5).toArray();
        double b = fit(points(x, y, sx, sy, Weighting.STATED)).coefficient("b").value();
        assertThat(fit(points(y, x, sy, sx, Weighting.STATED)).coefficient("b").value())
                .isCloseTo(1 / b, within(1e-12));
        Fit far = fit(points(Arrays.stream(x).map(v -> v + 1e6).toArray(), y, sx, sy, Weighting.STATED));
        assertThat(far.coefficient("b").value()).isCloseTo(b, within(1e-9));
        assertThat(far.function().at(1e6 + 5))
                .isCloseTo(
                        fit(points(x, y, sx, sy, Weighting.STATED)).function().at(5), within(1e-9));
    }

    /// Two points: the line through both, and no scatter; all at one x: a sentence.
    @Test
    void twoPointsAndOneX() {
        double[] bars = {0.1, 0.2};
        Fit two = fit(points(new double[] {1, 3}, new double[] {2, 8}, bars, bars, Weighting.RELATIVE));
        assertThat(two.coefficient("b").value()).isCloseTo(3, within(1e-14));
        assertThat(two.coefficient("a").value()).isCloseTo(-1, within(1e-14));
        assertThat(two.coefficient("b").uncertainty()).isEmpty();
        assertThat(two.covariance()).isEmpty();
        assertThat(new Line()
                        .fit(
                                points(new double[] {2, 2}, new double[] {2, 8}, bars, bars, Weighting.STATED),
                                Progress.none()))
                .isInstanceOf(FitOutcome.NotFitted.class);
        assertThat(new Line()
                        .fit(
                                points(
                                        new double[] {2},
                                        new double[] {2},
                                        new double[] {1},
                                        new double[] {1},
                                        Weighting.STATED),
                                Progress.none()))
                .isInstanceOf(FitOutcome.NotFitted.class);
    }

    @Test
    void pointsWithoutABarAboveZeroHaveNoWeight() {
        double[] sy = sigma(WY);
        sy[3] = 0;
        Points points = points(X, Y, sigma(WX).clone(), sy, Weighting.STATED);
        assertThat(fit(points).quality().points()).isEqualTo(10);
        double[] none = sigma(WX);
        none[3] = Double.NaN;
        assertThat(fit(points(X, Y, none, sy, Weighting.STATED)).quality().points())
                .isEqualTo(9);
        assertThat(new Line().fit(points(X, Y, new double[10], new double[10], Weighting.STATED), Progress.none()))
                .isInstanceOfSatisfying(FitOutcome.NotFitted.class, none0 -> assertThat(
                                none0.reason().sentence(helvo.core.number.NumberNotation.POINT))
                        .contains("there is no error bar above 0 to weigh by"));
    }
}
