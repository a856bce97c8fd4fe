package helvo.core.fit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import helvo.core.Progress;
import helvo.core.reading.Reading;
import java.util.List;
import java.util.OptionalDouble;
import java.util.concurrent.CancellationException;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

class StatisticsTest {
    /// Worked by hand from the sums: x̄ = 3, ȳ = 4, Sxx = 10, Sxy = 6, Syy = 6, so b = 0.6, a = 2.2, SSR = 2.4, s² = 0.8.
    private static final Points FIVE = Points.of(new double[] {1, 2, 3, 4, 5}, new double[] {2, 4, 5, 4, 5});

    @Test
    void reportsEverythingOfASmallLine() {
        Fit fit = fit(new Line(), FIVE);
        Quality quality = fit.quality();
        assertThat(fit.coefficient("b").value()).isEqualTo(0.6, offset(1e-15));
        assertThat(fit.coefficient("a").value()).isEqualTo(2.2, offset(1e-15));
        assertThat(quality.residualSumOfSquares()).isEqualTo(2.4, offset(1e-14));
        assertThat(quality.r2().orElseThrow()).isEqualTo(0.6, offset(1e-15));
        assertThat(quality.adjustedR2().orElseThrow()).isEqualTo(1 - 0.4 * 4 / 3, offset(1e-15));
        assertThat(quality.overall().orElseThrow().value()).isEqualTo(4.5, offset(1e-14));
        // Standard error of the slope √(0.8/10), t = 0.6/that; p of t = 2.1213 with 3 degrees of freedom, from the closed form of
        // that distribution: 1 − 2/π (θ + sin θ cos θ), tan θ = t/√3.
        double t = 0.6 / Math.sqrt(0.08);
        double angle = Math.atan(t / Math.sqrt(3));
        var b = fit.coefficient("b").uncertainty().orElseThrow();
        assertThat(b.test().orElseThrow().t()).isEqualTo(t, offset(1e-14));
        assertThat(b.test().orElseThrow().p()).isEqualTo(1 - 2 / Math.PI * (angle + Math.sin(angle) * Math.cos(angle)), offset(1e-13));
        // The 97.5 % point of t with 3 degrees of freedom is 3.182446 in every table.
        assertThat(b.high95() - 0.6).isEqualTo(3.182446305 * Math.sqrt(0.08), offset(1e-8));
        // n = 5, K = 3: 5 ln(2.4/5) + 6 + 24/1.
        assertThat(quality.aicc().orElseThrow()).isEqualTo(5 * Math.log(0.48) + 30, offset(1e-12));
    }

    @Test
    void saysHowFarEachPointLiesAndWeighs() {
        Residuals residuals = Residuals.of(fit(new Line(), FIVE), FIVE, Progress.NONE);
        assertThat(residuals.raw()).containsExactly(new double[] {-0.8, 0.6, 1.0, -0.6, -0.2}, offset(1e-14));
        assertThat(residuals.leverage(0)).isEqualTo(0.6, offset(1e-14));
        double standardised = -0.8 / Math.sqrt(0.8 * 0.4);
        assertThat(residuals.standardised(0).orElseThrow()).isEqualTo(standardised, offset(1e-13));
        assertThat(residuals.cooksDistance(0).orElseThrow()).isEqualTo(standardised * standardised / 2 * 0.6 / 0.4, offset(1e-13));
        assertThat(residuals.percentOfFitted(0).orElseThrow()).isEqualTo(-100 * 0.8 / 2.8, offset(1e-12));
    }

    @Test
    void readsTheCurveInsideAndBeyondTheData() {
        Fit fit = fit(new Line(), FIVE);
        Reading inside = Reading.at(fit, FIVE, 3).orElseThrow();
        assertThat(inside.value()).isEqualTo(4, offset(1e-14));
        assertThat(inside.meanHalf95().orElseThrow()).isEqualTo(3.182446305 * Math.sqrt(0.8 / 5), offset(1e-8));
        assertThat(inside.predictionHalf95().orElseThrow()).isEqualTo(3.182446305 * Math.sqrt(0.8 * 1.2), offset(1e-8));
        assertThat(inside.beyondPercent()).isZero();
        assertThat(Reading.at(fit, FIVE, 6).orElseThrow().beyondPercent()).isEqualTo(25);
        Points two = Points.of(new double[] {0, 1}, new double[] {0, 1});
        assertThat(Reading.at(fit(new Line(), two), two, 0.5).orElseThrow().meanHalf95()).isEmpty();
        assertThat(Reading.at(fit(new Polynomial(2), FIVE), FIVE, 1e200)).isEmpty();
    }

    @Test
    void correlationIsSignedAndRanksAreTheirOwn() {
        Correlation correlation = Correlation.of(Points.of(new double[] {1, 2, 3, 4, 5}, new double[] {5, 4, 5, 4, 2})).orElseThrow();
        assertThat(correlation.pearsonR()).isEqualTo(-Math.sqrt(0.6), offset(1e-14));
        // y rises throughout but not on a line; ties share their rank.
        assertThat(Correlation.spearmanRho(Points.of(new double[] {4, 1, 2, 3}, new double[] {64, 1, 8, 27}))).hasValue(1);
        assertThat(Correlation.spearmanRho(Points.of(new double[] {1, 2, 3}, new double[] {1, 1, 2})).orElseThrow())
                .isEqualTo(Math.sqrt(0.75), offset(1e-14));
        assertThat(Correlation.of(Points.of(new double[] {1, 2}, new double[] {3, 3}))).isEmpty();
    }

    /// Expected: NumPy's weighted sums with SciPy's t distribution.
    @Test
    void whereBarsWeighCorrelationDoesToo() {
        Points points = new Points(new double[] {1, 2, 3, 4, 5, 6}, new double[] {2.1, 3.9, 6.2, 7.8, 10.4, 11.5}, new int[] {0, 1, 2, 3,
                4, 5},
                ErrorBars.NONE, ErrorBars.even(new double[] {0.1, 0.2, 0.1, 0.4, 0.3, 0.2}));
        for (Weighting by : new Weighting[] {Weighting.STATED, Weighting.RELATIVE}) {
            Correlation weighted = Correlation.of(new Line().fit(points.weighted(by, 1, 1), Progress.NONE)).orElseThrow();
            assertThat(weighted.pearsonR()).isEqualTo(0.9979628195055587, offset(1e-14));
            assertThat(weighted.pearsonP().orElseThrow()).isEqualTo(6.220929294565317e-06, offset(1e-16));
        }
    }

    /// The interval of a is that of ln a: it never reaches 0.
    @Test
    void onTheLogScaleTheIntervalOfTheAmplitudeIsThatOfItsLogarithm() {
        double[] x = {1, 2, 3, 4};
        Fit power = fit(new Exponential(true), Points.of(x, new double[] {1, 30, 4, 90}));
        Coefficient.Uncertainty lnA = fit(new Line(), Points.of(x, new double[] {0, Math.log(30), Math.log(4), Math.log(90)})).intercept()
                .uncertainty().orElseThrow();
        Coefficient.Uncertainty a = power.coefficient("a").uncertainty().orElseThrow();
        assertThat(Math.log(a.low95())).isEqualTo(lnA.low95(), offset(1e-12));
        assertThat(Math.log(a.high95())).isEqualTo(lnA.high95(), offset(1e-12));
        assertThat(a.test()).isEmpty();
    }

    @Test
    void evidenceAddsUpToOneAndAPerfectFitTakesIt() {
        List<FitOutcome> outcomes = List.of(new Line().fit(FIVE, Progress.NONE), new FixedInterceptLine(0).fit(FIVE, Progress.NONE),
                new Polynomial(5).fit(FIVE, Progress.NONE));
        List<OptionalDouble> weights = EvidenceWeights.of(outcomes, FIVE);
        assertThat(weights.get(0).orElseThrow() + weights.get(1).orElseThrow()).isEqualTo(1, offset(1e-14));
        assertThat(weights.get(2)).isEmpty();
        Points straight = Points.of(new double[] {1, 2, 3, 4}, new double[] {2, 4, 6, 8});
        assertThat(EvidenceWeights.of(List.of(new Polynomial(2).fit(straight, Progress.NONE), new Line().fit(straight, Progress.NONE),
                new FixedInterceptLine(0).fit(straight, Progress.NONE)), straight))
                .containsExactly(OptionalDouble.of(0), OptionalDouble.of(0), OptionalDouble.of(1));
        // A curve through as many points as it has coefficients proves nothing.
        assertThat(EvidenceWeights.of(List.of(new Line().fit(FIVE, Progress.NONE), new Polynomial(4).fit(FIVE, Progress.NONE)), FIVE))
                .containsExactly(OptionalDouble.empty(), OptionalDouble.empty());
    }

    @Test
    void pointsAreOrderedByXAndEqualOnesKeepTheirOrder() {
        assertThat(Points.of(new double[] {3, -1, 3, 0, -1}, new double[5]).orderByX()).containsExactly(1, 4, 3, 0, 2);
        assertThat(Points.of(new double[] {1, 2}, new double[2]).orderByX()).containsExactly(0, 1);
    }

    @Test
    void aFitCanBeStopped() {
        Progress unwanted = _ -> {
            throw new CancellationException();
        };
        Assertions.assertThatThrownBy(() -> new Line().fit(FIVE, unwanted)).isInstanceOf(CancellationException.class);
    }

    private static Fit fit(Curve curve, Points points) {
        return ((FitOutcome.Fitted) curve.fit(points, Progress.NONE)).fit();
    }
}
