package helvo.core.fit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import helvo.core.Progress;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import helvo.core.prediction.Reading;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import java.util.concurrent.CancellationException;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

class StatisticsTest {
    /// Worked by hand from the sums: x̄ = 3, ȳ = 4, Sxx = 10, Sxy = 6, Syy = 6, so b = 0.6, a = 2.2, SSR = 2.4, s²
    /// = 0.8.
    private static final Points FIVE = Points.of(new double[] {1, 2, 3, 4, 5}, new double[] {2, 4, 5, 4, 5});

    @Test
    void reportsEverythingOfASmallLine() {
        Fit fit = fit(new Line(), FIVE);
        FitQuality quality = fit.quality();
        assertThat(fit.coefficient("b").value()).isEqualTo(0.6, offset(1e-15));
        assertThat(fit.coefficient("a").value()).isEqualTo(2.2, offset(1e-15));
        assertThat(quality.residualSumOfSquares()).isEqualTo(2.4, offset(1e-14));
        assertThat(quality.r2().orElseThrow()).isEqualTo(0.6, offset(1e-15));
        assertThat(quality.adjustedR2().orElseThrow()).isEqualTo(1 - 0.4 * 4 / 3, offset(1e-15));
        assertThat(quality.overall().orElseThrow().value()).isEqualTo(4.5, offset(1e-14));
        // Standard error of the slope √(0.8/10), t = 0.6/that; p of t = 2.1213 with 3 degrees of freedom, from the
        // closed form of that distribution: 1 − 2/π (θ + sin θ cos θ), tan θ = t/√3.
        double t = 0.6 / Math.sqrt(0.08);
        double angle = Math.atan(t / Math.sqrt(3));
        var b = fit.coefficient("b").uncertainty().orElseThrow();
        assertThat(b.test().orElseThrow().t()).isEqualTo(t, offset(1e-14));
        assertThat(b.test().orElseThrow().p())
                .isEqualTo(1 - 2 / Math.PI * (angle + Math.sin(angle) * Math.cos(angle)), offset(1e-13));
        // The 97.5 % point of t with 3 degrees of freedom is 3.182446 in every table.
        assertThat(b.high95() - 0.6).isEqualTo(3.182446305 * Math.sqrt(0.08), offset(1e-8));
        // n = 5, K = 3: 5 ln(2.4/5) + 6 + 24/1.
        assertThat(quality.aicc().orElseThrow()).isEqualTo(5 * Math.log(0.48) + 30, offset(1e-12));
    }

    @Test
    void saysHowFarEachPointLiesAndWeighs() {
        Residuals residuals = Residuals.of(fit(new Line(), FIVE), FIVE, Progress.none());
        assertThat(residuals.raw()).containsExactly(new double[] {-0.8, 0.6, 1.0, -0.6, -0.2}, offset(1e-14));
        assertThat(residuals.leverage(0)).isEqualTo(0.6, offset(1e-14));
        double standardised = -0.8 / Math.sqrt(0.8 * 0.4);
        assertThat(residuals.standardised(0).orElseThrow()).isEqualTo(standardised, offset(1e-13));
        assertThat(residuals.cooksDistance(0).orElseThrow())
                .isEqualTo(standardised * standardised / 2 * 0.6 / 0.4, offset(1e-13));
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
        assertThat(Reading.at(fit(new Line(), two), two, 0.5).orElseThrow().meanHalf95())
                .isEmpty();
        assertThat(Reading.at(fit(new Polynomial(2), FIVE), FIVE, 1e200)).isEmpty();
    }

    @Test
    void correlationIsSignedAndRanksAreTheirOwn() {
        Correlation correlation = Correlation.of(Points.of(new double[] {1, 2, 3, 4, 5}, new double[] {5, 4, 5, 4, 2}))
                .orElseThrow();
        assertThat(correlation.pearsonR()).isEqualTo(-Math.sqrt(0.6), offset(1e-14));
        // y rises throughout but not on a line; ties share their rank.
        assertThat(Correlation.spearmanRho(Points.of(new double[] {4, 1, 2, 3}, new double[] {64, 1, 8, 27})))
                .hasValue(1);
        assertThat(Correlation.spearmanRho(Points.of(new double[] {1, 2, 3}, new double[] {1, 1, 2}))
                        .orElseThrow())
                .isEqualTo(Math.sqrt(0.75), offset(1e-14));
        assertThat(Correlation.of(Points.of(new double[] {1, 2}, new double[] {3, 3})))
                .isEmpty();
    }

    /// Expected: SciPy 1.17's theilslopes, method "joint"; ties in x and in y, an even and an odd number of pairs.
    @Test
    void theSecondOpinionIsTheilAndSens() {
        double[] x = {1, 2, 2, 3, 5, 5, 7, 8, 9, 11, 12, 14};
        double[] y = {2.5, 3.1, 2.5, 4.4, 5.0, 7.7, 6.1, 30, 8.2, 9.9, 9.9, 12.5};
        TheilSen all = TheilSen.of(Points.of(x, y)).orElseThrow();
        assertThat(all.slope()).isEqualTo(0.7477777777777779, offset(1e-15));
        assertThat(all.intercept()).isEqualTo(1.6394444444444438, offset(1e-14));
        assertThat(all.low95().orElseThrow()).isEqualTo(0.6, offset(1e-15));
        assertThat(all.high95().orElseThrow()).isEqualTo(0.9142857142857144, offset(1e-15));
        TheilSen seven =
                TheilSen.of(Points.of(Arrays.copyOf(x, 7), Arrays.copyOf(y, 7))).orElseThrow();
        assertThat(seven.slope()).isEqualTo(0.6333333333333333, offset(1e-15));
        assertThat(seven.intercept()).isEqualTo(1.8333333333333335, offset(1e-14));
        assertThat(seven.low95().orElseThrow()).isEqualTo(0.3, offset(1e-15));
        assertThat(seven.high95().orElseThrow()).isEqualTo(1.65, offset(1e-15));
        double[] coarse =
                IntStream.range(0, 45).map(i -> i / 3).asDoubleStream().toArray();
        TheilSen tied = TheilSen.of(Points.of(
                        coarse,
                        IntStream.range(0, 45)
                                .mapToDouble(i -> i * 7 % 11 + i / 3 / 2)
                                .toArray()))
                .orElseThrow();
        assertThat(List.of(tied.slope(), tied.intercept(), tied.low95().orElseThrow()))
                .containsExactly(0.5, 4.5, 0.2);
        assertThat(tied.high95().orElseThrow()).isEqualTo(2.0 / 3, offset(1e-15));
        TheilSen few = TheilSen.of(Points.of(
                        IntStream.range(0, 45).map(i -> i / 8).asDoubleStream().toArray(),
                        IntStream.range(0, 45)
                                .mapToDouble(i -> i * 7 % 11 / 4 + i / 9)
                                .toArray()))
                .orElseThrow();
        assertThat(List.of(few.slope(), few.intercept(), few.high95().orElseThrow()))
                .containsExactly(1.0, 1.0, 1.0);
        assertThat(few.low95().orElseThrow()).isEqualTo(2.0 / 3, offset(1e-15));
        TheilSen three =
                TheilSen.of(Points.of(Arrays.copyOf(x, 3), Arrays.copyOf(y, 3))).orElseThrow();
        assertThat(three.low95()).isEmpty();
        assertThat(three.high95()).isEmpty();
        assertThat(TheilSen.of(Points.of(new double[2001], new double[2001]))).isEmpty();
        assertThat(TheilSen.of(Points.of(new double[3], Arrays.copyOf(y, 3)))).isEmpty();
    }

    /// The measures of one residual, from its own definition; on the log scale percents are of y.
    @Test
    void residualsAreCountedAsAskedFor() {
        Residuals line = Residuals.of(fit(new Line(), FIVE), FIVE, Progress.none());
        assertThat(line.in(ResidualMeasure.RAW, 1).orElseThrow()).isEqualTo(line.raw()[1]);
        assertThat(line.in(ResidualMeasure.PERCENT_OF_FITTED, 1).orElseThrow())
                .isEqualTo(100 * 0.6 / 3.4, offset(1e-12));
        assertThat(line.in(ResidualMeasure.PERCENT_OF_MEASURED, 1).orElseThrow())
                .isEqualTo(100 * 0.6 / 4, offset(1e-12));
        assertThat(line.in(ResidualMeasure.STANDARDISED, 1)).isEqualTo(line.standardised(1));
        assertThat(line.greatest()).isEqualTo(1, offset(1e-14));
        for (ResidualMeasure measure : ResidualMeasure.values()) {
            assertThat(line.unit(measure, 1) * line.raw()[1])
                    .as(measure.label())
                    .isEqualTo(line.in(measure, 1).orElseThrow(), offset(1e-12));
        }
        Points decay = Points.of(new double[] {0, 1, 2, 3}, new double[] {8, 4.4, 1.9, 1});
        Residuals logs = Residuals.of(fit(new Exponential(true), decay), decay, Progress.none());
        assertThat(logs.percentOfMeasured(1).orElseThrow())
                .isEqualTo(100 * (4.4 - logs.fitted(1)) / 4.4, offset(1e-12));
        assertThat(logs.percentOfFitted(1).orElseThrow()).isEqualTo(100 * (4.4 / logs.fitted(1) - 1), offset(1e-12));
        assertThat(logs.raw()[1]).isEqualTo(Math.log(4.4 / logs.fitted(1)), offset(1e-14));
        Points withZero = Points.of(new double[] {-1, 0, 1, 2}, new double[] {-1, 0, 1.5, 1.8});
        Residuals zero = Residuals.of(fit(new FixedInterceptLine(0), withZero), withZero, Progress.none());
        assertThat(zero.percentOfFitted(1)).isEmpty();
        assertThat(zero.percentOfMeasured(1)).isEmpty();
        // Two points and a line leave nothing to judge by.
        Points two = Points.of(new double[] {0, 1}, new double[] {0, 1});
        Residuals none = Residuals.of(fit(new Line(), two), two, Progress.none());
        assertThat(none.standardised(0)).isEmpty();
        assertThat(none.studentised(0)).isEmpty();
        assertThat(none.cooksDistance(0)).isEmpty();
        // The curve must pass through a point that alone stands at its x.
        Points lever = Points.of(new double[] {1, 1, 1, 9}, new double[] {2, 3, 4, 7});
        Residuals held = Residuals.of(fit(new Line(), lever), lever, Progress.none());
        assertThat(held.leverage(3)).isEqualTo(1, offset(1e-14));
        assertThat(held.standardised(3)).isEmpty();
        assertThat(held.leverage(0)).isEqualTo(1.0 / 3, offset(1e-14));
    }

    /// Where only the outlier scatters nothing is left without it, and its studentised residual has no value.
    @Test
    void studentisedWithoutScatterThereIsNone() {
        Points points = Points.of(new double[] {0, 1, 2, 3, 4}, new double[] {0, 1, 7, 3, 4});
        Residuals residuals = Residuals.of(fit(new Line(), points), points, Progress.none());
        assertThat(residuals.standardised(2)).isPresent();
        assertThat(residuals.studentised(0)).isPresent();
        Points three = Points.of(new double[] {0, 1, 2}, new double[] {0, 1, 7});
        assertThat(Residuals.of(fit(new Line(), three), three, Progress.none()).studentised(0))
                .isEmpty();
    }

    /// Expected: NumPy's weighted sums with SciPy's t distribution; where the scatter is known the normal one, here
    /// at 49 deviations.
    @Test
    void whereBarsWeighCorrelationDoesToo() {
        Points points = new Points(
                new double[] {1, 2, 3, 4, 5, 6},
                new double[] {2.1, 3.9, 6.2, 7.8, 10.4, 11.5},
                new int[] {0, 1, 2, 3, 4, 5},
                ErrorBars.NONE,
                ErrorBars.even(new double[] {0.1, 0.2, 0.1, 0.4, 0.3, 0.2}));
        for (Weighting by : new Weighting[] {Weighting.STATED, Weighting.RELATIVE}) {
            Correlation weighted = Correlation.ofLine(new Line().fit(points.weighted(by, 1, 1), Progress.none()))
                    .orElseThrow();
            assertThat(weighted.pearsonR()).isEqualTo(0.9979628195055587, offset(1e-14));
            assertThat(weighted.pearsonP().orElseThrow())
                    .isEqualTo(by == Weighting.STATED ? 0 : 6.220929294565317e-06, offset(1e-16));
        }
    }

    /// The interval of a is that of ln a: it never reaches 0.
    @Test
    void onTheLogScaleTheIntervalOfTheAmplitudeIsThatOfItsLogarithm() {
        double[] x = {1, 2, 3, 4};
        Fit power = fit(new Exponential(true), Points.of(x, new double[] {1, 30, 4, 90}));
        Coefficient.Uncertainty lnA = fit(
                        new Line(), Points.of(x, new double[] {0, Math.log(30), Math.log(4), Math.log(90)}))
                .intercept()
                .uncertainty()
                .orElseThrow();
        Coefficient.Uncertainty a = power.coefficient("a").uncertainty().orElseThrow();
        assertThat(Math.log(a.low95())).isEqualTo(lnA.low95(), offset(1e-12));
        assertThat(Math.log(a.high95())).isEqualTo(lnA.high95(), offset(1e-12));
        assertThat(a.test()).isEmpty();
    }

    @Test
    void evidenceAddsUpToOneAndAPerfectFitTakesIt() {
        Points seven = Points.of(new double[] {1, 2, 3, 4, 5, 6, 7}, new double[] {1.1, 1.9, 3.2, 3.9, 5.1, 5.8, 7.1});
        List<FitOutcome> outcomes = List.of(
                new Mean().fit(seven, Progress.none()),
                new Line().fit(seven, Progress.none()),
                new FixedInterceptLine(0).fit(seven, Progress.none()),
                new Polynomial(5).fit(seven, Progress.none()));
        List<OptionalDouble> weights = EvidenceWeights.of(outcomes, seven);
        assertThat(weights.get(0).orElseThrow()
                        + weights.get(1).orElseThrow()
                        + weights.get(2).orElseThrow())
                .isEqualTo(1, offset(1e-14));
        assertThat(weights.get(2).orElseThrow())
                .as("its intercept does not differ from 0")
                .isGreaterThan(0.5);
        assertThat(weights.get(3)).isEmpty();
        Points straight = Points.of(new double[] {1, 2, 3, 4}, new double[] {2, 4, 6, 8});
        assertThat(EvidenceWeights.of(
                        List.of(
                                new Polynomial(2).fit(straight, Progress.none()),
                                new Line().fit(straight, Progress.none()),
                                new FixedInterceptLine(0).fit(straight, Progress.none())),
                        straight))
                .containsExactly(OptionalDouble.of(0), OptionalDouble.of(0), OptionalDouble.of(1));
        // A curve through as many points as it has coefficients proves nothing.
        assertThat(EvidenceWeights.of(
                        List.of(new Line().fit(FIVE, Progress.none()), new Polynomial(4).fit(FIVE, Progress.none())),
                        FIVE))
                .containsExactly(OptionalDouble.empty(), OptionalDouble.empty());
    }

    /// By hand: mean 3, s² = 2.5, standard error √0.5; weighted 1, 1/4 and 1/9 as stated, the mean is 63/49 and its
    /// error 6/7.
    @Test
    void theMeanIsACurveOfOneCoefficient() {
        Fit mean = fit(new Mean(), Points.of(new double[] {5, 1, 4, 2, 9}, new double[] {1, 2, 3, 4, 5}));
        assertThat(mean.coefficient("a").value()).isEqualTo(3);
        assertThat(mean.coefficient("a").uncertainty().orElseThrow().standardError())
                .isEqualTo(Math.sqrt(0.5), offset(1e-15));
        assertThat(mean.quality().r2()).hasValue(0);
        assertThat(fit(new Mean(), Points.of(new double[] {1, 2, 3}, new double[] {80.1, 76.4, 73.8}))
                        .quality()
                        .r2())
                .hasValue(0);
        assertThat(mean.quality().overall()).isEmpty();
        assertThat(mean.function().at(1e6)).isEqualTo(3);
        Fit alikeX = fit(new Mean(), Points.of(new double[] {7, 7}, new double[] {1, 2}));
        assertThat(alikeX.coefficient("a").value()).as("x does not matter").isEqualTo(1.5);
        var sigma = new double[] {1, 2, 3};
        Points weighted = new Points(
                        new double[] {1, 2, 3},
                        new double[] {1, 2, 2.25},
                        new int[] {0, 1, 2},
                        ErrorBars.NONE,
                        ErrorBars.even(sigma))
                .weighted(Weighting.STATED, 1, 1);
        Fit stated = fit(new Mean(), weighted);
        assertThat(stated.coefficient("a").value()).isEqualTo(1.75 * 36 / 49, offset(1e-15));
        assertThat(stated.coefficient("a").uncertainty().orElseThrow().standardError())
                .isEqualTo(6.0 / 7, offset(1e-15));
    }

    /// What the mean alone explains better, or the line's intercept speaks against, is not ranked; fewer than seven
    /// points rank nothing, nor do those of which a shape that AICc cannot judge explains significantly more.
    @Test
    void whatCannotBeRankedIsNot() {
        Points scattered = Points.of(
                new double[] {8, 9, 10, 11, 12, 13, 14}, new double[] {1656, 1884, 2082, 1906, 1961, 1790, 1850});
        List<FitOutcome> outcomes = List.of(
                new Mean().fit(scattered, Progress.none()),
                new Line().fit(scattered, Progress.none()),
                new FixedInterceptLine(0).fit(scattered, Progress.none()),
                new FixedInterceptLine(1900).fit(scattered, Progress.none()));
        List<OptionalDouble> weights = EvidenceWeights.of(outcomes, scattered);
        assertThat(weights.get(2)).as("worse than the mean").isEmpty();
        assertThat(weights.get(0).orElseThrow()).isGreaterThan(weights.get(1).orElseThrow());
        Points offset = Points.of(new double[] {1, 2, 3, 4, 5, 6, 7}, new double[] {3.1, 3.9, 5.2, 5.9, 7.1, 7.8, 9.1});
        assertThat(EvidenceWeights.of(
                                List.of(
                                        new Line().fit(offset, Progress.none()),
                                        new Mean().fit(offset, Progress.none()),
                                        new FixedInterceptLine(0).fit(offset, Progress.none())),
                                offset)
                        .get(2))
                .as("the intercept is 2")
                .isEmpty();
        List<FitOutcome> few = List.of(new Mean().fit(FIVE, Progress.none()), new Line().fit(FIVE, Progress.none()));
        assertThat(EvidenceWeights.tooFew(few, FIVE)).isTrue();
        assertThat(EvidenceWeights.of(few, FIVE)).containsOnly(OptionalDouble.empty());
        Points bent =
                Points.of(new double[] {-3, -2, -1, 0, 1, 2, 3}, new double[] {81.2, 15.9, 1.1, 0.1, 0.9, 16.1, 81});
        List<FitOutcome> shapes = List.of(
                new Mean().fit(bent, Progress.none()),
                new Line().fit(bent, Progress.none()),
                new Polynomial(2).fit(bent, Progress.none()),
                new Polynomial(5).fit(bent, Progress.none()));
        assertThat(EvidenceWeights.tooFew(shapes.subList(0, 3), bent)).isFalse();
        assertThat(EvidenceWeights.tooFew(shapes, bent))
                .as("degree 5, of which AICc says nothing, is far better")
                .isTrue();
    }

    private static boolean isPerfect(Points points) {
        return !EvidenceWeights.perfect(List.of(new Line().fit(points, Progress.none())), points)
                .isEmpty();
    }

    /// Decimals on a line are a perfect fit but for their rounding; bars, logarithms and as many coefficients as
    /// points are not.
    @Test
    void whatIsPerfectIsSo() {
        Points decimals = Points.of(new double[] {1, 2, 3, 4, 5, 6}, new double[] {0.1, 0.2, 0.3, 0.4, 0.5, 0.6});
        assertThat(isPerfect(decimals)).isTrue();
        assertThat(isPerfect(FIVE)).isFalse();
        Points two = Points.of(new double[] {1, 2}, new double[] {2, 4});
        assertThat(isPerfect(two)).isFalse();
        Points near = Points.of(new double[] {1, 2, 3, 4}, new double[] {1, 2, 3, 4.00000000000001});
        assertThat(isPerfect(near)).isFalse();
        Points weighted = decimals.withBars(ErrorBars.NONE, ErrorBars.even(new double[] {1, 2, 1, 2, 1, 2}))
                .weighted(Weighting.STATED, 1, 1);
        assertThat(isPerfect(weighted))
                .isEqualTo(fit(new Line(), weighted).quality().perfect());
        // A curve fitted on ln y is judged by none of the others, nor is one that was fitted to fewer points.
        Points rising = Points.of(new double[] {0, 1, 2, 3, 4, 5, 6}, new double[] {1, 2.9, 7, 20.5, 54, 149, 402});
        List<OptionalDouble> weights = EvidenceWeights.of(
                Stream.of(new Exponential(false), new Exponential(true), new Logarithmic(), new Polynomial(2))
                        .map(curve -> curve.fit(rising, Progress.none()))
                        .toList(),
                rising);
        assertThat(weights.get(0).orElseThrow()).isGreaterThan(0.99);
        assertThat(weights.get(1)).isEmpty();
        assertThat(weights.get(2)).isEmpty();
        assertThat(weights.get(0).orElseThrow() + weights.get(3).orElseThrow()).isEqualTo(1, offset(1e-14));
    }

    @Test
    void pointsAreOrderedByXAndEqualOnesKeepTheirOrder() {
        assertThat(Points.of(new double[] {3, -1, 3, 0, -1}, new double[5]).orderByX())
                .containsExactly(1, 4, 3, 0, 2);
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
        return ((FitOutcome.Fitted) curve.fit(points, Progress.none())).fit();
    }
}
