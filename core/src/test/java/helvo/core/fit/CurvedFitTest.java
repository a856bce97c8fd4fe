package helvo.core.fit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.api.Assertions.withinPercentage;

import helvo.core.Progress;
import helvo.core.number.NumberNotation;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import helvo.core.results.EquationText;
import java.util.Arrays;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// The shapes that bend: certified values, starts from afar, points they cannot use, data they cannot fit.
class CurvedFitTest {
    /// NUMERICS: at least 9 correct significant digits of the certified values; those are given to 11.
    private static final double NINE_DIGITS = 0.5e-9;

    private static Fit fit(Curve curve, double[] x, double[] y) {
        FitOutcome outcome = curve.fit(Points.of(x, y), Progress.none());
        assertThat(outcome).as(curve.name()).isInstanceOf(FitOutcome.Fitted.class);
        return ((FitOutcome.Fitted) outcome).fit();
    }

    private static String reason(Curve curve, double[] x, double[] y) {
        return ((FitOutcome.NotFitted) curve.fit(Points.of(x, y), Progress.none()))
                .reason()
                .sentence(NumberNotation.POINT);
    }

    private static void assertCertified(Fit fit, String name, double value, double standardError) {
        Coefficient coefficient = fit.coefficient(name);
        assertThat(coefficient.value() / value).as(name).isCloseTo(1, within(NINE_DIGITS));
        assertThat(coefficient.uncertainty().orElseThrow().standardError() / standardError)
                .as("standard error of " + name)
                .isCloseTo(1, within(NINE_DIGITS));
    }

    /// NIST StRD DanWood: y = b1 x^b2.
    @Test
    void powerHasTheCertifiedValuesOfDanWood() {
        Fit fit = fit(new Power(false), new double[] {1.309, 1.471, 1.490, 1.565, 1.611, 1.680}, new double[] {
            2.138, 3.421, 3.597, 4.340, 4.882, 5.660
        });
        assertCertified(fit, "a", 7.6886226176E-01, 1.8281973860E-02);
        assertCertified(fit, "b", 3.8604055871E+00, 5.1726610913E-02);
        assertThat(fit.quality().residualSumOfSquares() / 4.3173084083E-03).isCloseTo(1, within(NINE_DIGITS));
    }

    /// NIST StRD Rat42: y = b1 / (1 + exp(b2 − b3 x)), so L = b1, k = b3 and m = b2 / b3.
    @Test
    void logisticHasTheCertifiedValuesOfRat42() {
        Fit fit = fit(new Logistic(), new double[] {9, 14, 21, 28, 42, 57, 63, 70, 79}, new double[] {
            8.930, 10.80, 18.59, 22.33, 39.35, 56.11, 61.73, 64.62, 67.08
        });
        assertCertified(fit, "L", 7.2462237576E+01, 1.7340283401E+00);
        assertCertified(fit, "k", 6.7359200066E-02, 3.4465663377E-03);
        assertThat(fit.coefficient("m").value() / (2.6180768402E+00 / 6.7359200066E-02))
                .isCloseTo(1, within(NINE_DIGITS));
        assertThat(fit.quality().residualSumOfSquares() / 8.0565229338E+00).isCloseTo(1, within(NINE_DIGITS));
    }

    /// Starting values are the program's own, wherever x lies and however fast it goes.
    @ParameterizedTest
    @CsvSource({
        "3, -0.5, 0, 10",
        "-2, 0.3, -5, 5",
        "1e-9, 2, 0, 8",
        "5e12, -40, 0, 1",
        "4, 1e-6, 0, 100",
        "2, 0.04, 1950, 2020",
        "1, -1e-7, 1.7e9, 1.70001e9",
        "7, 30, -1, 1",
        "1e200, -3, 0, 4"
    })
    void exponentialsAreFoundFromAfar(double size, double b, double from, double to) {
        double[] x = IntStream.range(0, 40)
                .mapToDouble(i -> from + (to - from) * i / 39)
                .toArray();
        double middle = from / 2 + to / 2;
        double[] y =
                Arrays.stream(x).map(v -> size * Math.exp(b * (v - middle))).toArray();
        Fit fit = fit(new Exponential(false), x, y);
        assertThat(fit.coefficient("b").value() / b).isCloseTo(1, within(1e-7));
        assertThat(fit.coefficient("a").value() / (size * Math.exp(-b * middle)))
                .isCloseTo(1, within(1e-4));
        assertThat(fit.quality().r2().orElseThrow()).isCloseTo(1, within(1e-12));
        double[] noisy = noisy(y);
        if (from < 1e6 && size < 1e100) {
            assertLeast(fit(new Exponential(false), x, noisy), x, noisy);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "1, 2, 5, 0, 10",
        "-4, -3, 0.5, 0, 1",
        "0.98, 0.032, 455, 300, 620",
        "1e6, 1e-3, 1.7e9, 1.69999e9, 1.70001e9",
        "50, 4, 2, 0, 4"
    })
    void logisticsAreFoundFromAfar(double top, double k, double m, double from, double to) {
        double[] x = IntStream.range(0, 30)
                .mapToDouble(i -> from + (to - from) * i / 29)
                .toArray();
        double[] y =
                Arrays.stream(x).map(v -> top / (1 + Math.exp(-k * (v - m)))).toArray();
        Fit fit = fit(new Logistic(), x, y);
        assertThat(fit.coefficient("L").value() / top).isCloseTo(1, within(1e-8));
        assertThat(fit.coefficient("m").value() / m).isCloseTo(1, within(1e-8));
        double[] noisy = noisy(y);
        assertLeast(fit(new Logistic(), x, noisy), x, noisy);
    }

    private static double[] noisy(double[] y) {
        var random = new Random(5);
        double top = Arrays.stream(y).map(Math::abs).max().orElseThrow();
        return Arrays.stream(y).map(v -> v + 0.02 * top * random.nextGaussian()).toArray();
    }

    /// Whatever is left of the scatter: where a grid of rates shows a least inside, with the amplitude the best for
    /// each, it is found.
    @Test
    void aLeastThatLiesInsideIsFoundHoweverLittleItExplains() {
        var random = new Random(5);
        int inside = 0;
        for (int set = 0; set < 300; set++) {
            int n = 6 + random.nextInt(30);
            double[] x = IntStream.range(0, n)
                    .mapToDouble(i -> 1 + 9.0 * i / (n - 1))
                    .toArray();
            double[] y = Arrays.stream(x)
                    .map(at -> 3 + 0.1 * at + 6 * random.nextGaussian())
                    .toArray();
            double[] sums = IntStream.rangeClosed(-800, 800)
                    .mapToDouble(k -> leastAt(k / 100.0, x, y))
                    .toArray();
            int at = IntStream.range(0, sums.length)
                    .boxed()
                    .min(java.util.Comparator.comparingDouble(k -> sums[k]))
                    .orElseThrow();
            if (at > 50
                    && at < sums.length - 50
                    && sums[at] < Math.min(leastAt(-1e5, x, y), leastAt(1e5, x, y)) * (1 - 1e-6)) {
                inside++;
                assertThat(new Exponential(false).fit(Points.of(x, y), Progress.none()))
                        .as("set " + set)
                        .isInstanceOfSatisfying(FitOutcome.Fitted.class, found -> assertThat(
                                        found.fit().quality().residualSumOfSquares())
                                .isLessThanOrEqualTo(sums[at] * (1 + 1e-12)));
            }
        }
        assertThat(inside).isGreaterThan(200);
    }

    private static double leastAt(double rate, double[] x, double[] y) {
        double end = rate > 0 ? x[x.length - 1] : x[0];
        double cross = 0;
        double own = 0;
        double all = 0;
        for (int i = 0; i < x.length; i++) {
            double e = Math.exp(rate * (x[i] - end));
            cross += e * y[i];
            own += e * e;
            all += y[i] * y[i];
        }
        return all - cross / own * cross;
    }

    /// Expected: Newton's method on the gradient with 40 digits (mpmath).
    @Test
    void aScatteredLogisticHasTwelveDigits() {
        Fit fit = fit(
                new Logistic(),
                IntStream.rangeClosed(1, 12).mapToDouble(i -> i / 2.0).toArray(),
                new double[] {0.1, -0.05, 0.3, 0.12, 0.5, 0.38, 0.9, 0.6, 1.1, 0.8, 1.2, 0.85});
        double[] expected = {1.01092367828725999, 1.31855928026993485, 2.88018404460538329};
        for (int k = 0; k < 3; k++) {
            assertThat(fit.coefficients().get(k).value() / expected[k]).isCloseTo(1, within(1e-12));
        }
    }

    /// No small step in any coefficient lessens the sum of squares.
    private static void assertLeast(Fit fit, double[] x, double[] y) {
        double least = squares(x, y, fit.function()::at);
        assertThat(least / fit.quality().residualSumOfSquares()).isCloseTo(1, within(1e-9));
        double[] values =
                fit.coefficients().stream().mapToDouble(Coefficient::value).toArray();
        for (int k = 0; k < values.length; k++) {
            for (double step : new double[] {-1e-3, 1e-3}) {
                double[] moved = values.clone();
                moved[k] += step
                        * fit.coefficients().get(k).uncertainty().orElseThrow().standardError();
                double sum = squares(
                        x,
                        y,
                        v -> values.length == 2
                                ? moved[0] * Math.exp(moved[1] * v)
                                : moved[0] / (1 + Math.exp(-moved[1] * (v - moved[2]))));
                assertThat(sum).isGreaterThanOrEqualTo(least * (1 - 1e-9));
            }
        }
    }

    private static double squares(double[] x, double[] y, DoubleUnaryOperator f) {
        return IntStream.range(0, x.length)
                .mapToDouble(i -> Math.pow(y[i] - f.applyAsDouble(x[i]), 2))
                .sum();
    }

    @Test
    void theLogarithmKeepsItsDigitsOnANarrowSpanFarFromTheOrigin() {
        double[] x = IntStream.range(0, 50).mapToDouble(i -> 1.7e9 + i).toArray();
        double[] y =
                Arrays.stream(x).map(v -> 3e6 * Math.log1p((v - 1.7e9) / 1.7e9)).toArray();
        assertThat(fit(new Logarithmic(), x, y).coefficient("b").value() / 3e6).isCloseTo(1, within(1e-13));
        double[] wide = {1e-8, 1e-3, 1, 20, 5e6, 1e12};
        Fit fit = fit(
                new Logarithmic(),
                wide,
                Arrays.stream(wide).map(v -> 2 - 0.5 * Math.log(v)).toArray());
        assertThat(fit.coefficient("a").value()).isCloseTo(2, within(1e-13));
        assertThat(fit.coefficient("b").value()).isCloseTo(-0.5, within(1e-14));
    }

    @Test
    void pointsThatAShapeCannotUseAreLeftOutAndCounted() {
        double[] x = {-1, 0, 1, 2, 3, 4};
        double[] y = {9, 0.3, 2, 4.1, 6, 7.9};
        assertThat(fit(new Logarithmic(), x, y).quality().points()).isEqualTo(4);
        // It surely rises, so that the point at 0 takes part.
        assertThat(fit(new Power(false), x, y).quality().points()).isEqualTo(5);
        assertThat(reason(new Logarithmic(), new double[] {-1, -2}, new double[] {1, 2}))
                .isEqualTo("No point can be used: x is not above 0 in every row.");
        Fit logScale = fit(
                new Exponential(true), new double[] {0, 1, 2, 3, 4}, new double[] {1, Math.E, Math.E * Math.E, -5, 0});
        assertThat(logScale.quality().points()).isEqualTo(3);
        assertThat(logScale.coefficient("b").value()).isCloseTo(1, within(1e-14));
        Fit power = fit(new Power(true), new double[] {1, 2, 4, 8}, new double[] {3, 12, 48, 192});
        assertThat(power.coefficient("a").value()).isCloseTo(3, withinPercentage(1e-11));
        assertThat(power.coefficient("b").value()).isCloseTo(2, within(1e-14));
    }

    /// Whatever the points, a fit or a sentence, and no number that is none.
    @Test
    void awkwardPointsGiveAFitOrASentence() {
        double[][][] sets = {
            {{}, {}},
            {{1}, {2}},
            {{1, 2}, {3, 5}},
            {{1, 1, 1}, {1, 2, 3}},
            {{1, 2, 3, 4}, {0, 0, 0, 0}},
            {{1, 2, 3, 4}, {5, 5, 5, 5}},
            {{1, 2, 3, 4}, {0, 0, 0, 1}},
            {{1, 2, 3, 4}, {1, -1, 1, -1}},
            {{1e-300, 2e-300, 3e-300}, {1, 2, 4}},
            {{1, 2, 3, 4, 5}, {1e300, 2e300, 1e300, 3e300, 1e300}},
            {{-3, -2, -1}, {1, 4, 2}},
            {{1, 2, 3}, {1, 2, 3}}
        };
        for (double[][] set : sets) {
            for (Curve curve : Curves.all()) {
                switch (curve.fit(Points.of(set[0], set[1]), Progress.none())) {
                    case FitOutcome.NotFitted(var _, FitFailureReason reason) ->
                        assertThat(reason.sentence(NumberNotation.POINT))
                                .endsWith(".")
                                .doesNotContain("NaN");
                    case FitOutcome.Fitted(Fit fit) -> {
                        assertThat(fit.coefficients()).allSatisfy(coefficient -> assertThat(coefficient.value())
                                .isFinite());
                        fit.quality().r2().ifPresent(r2 -> assertThat(r2).isFinite());
                        fit.quality().residualStandardDeviation().ifPresent(s -> assertThat(s)
                                .isFinite());
                        assertThat(new EquationText(
                                                PrintedEquation.of(fit, Points.of(set[0], set[1])),
                                                NumberNotation.POINT)
                                        .inNames("x", "y"))
                                .doesNotContain("NaN", "∞", "{");
                    }
                }
            }
        }
    }

    /// A power curve that surely rises is 0 at x = 0: a point there changes no coefficient, but the scatter, as
    /// NumPy's sums over five points say. One that falls, or may, has no value there and leaves it out.
    @Test
    void aRisingPowerCurveTakesPointsAtZero() {
        double[] x = {1, 2, 3, 4};
        double[] y = {2.1, 7.8, 18.3, 31.9};
        Fit without = fit(new Power(false), x, y);
        Fit with = fit(new Power(false), new double[] {0, 1, 2, 3, 4}, new double[] {0.5, 2.1, 7.8, 18.3, 31.9});
        assertThat(with.takesZero()).isTrue();
        assertThat(with.coefficient("a").value())
                .isCloseTo(without.coefficient("a").value(), withinPercentage(1e-11));
        assertThat(with.coefficient("b").value())
                .isCloseTo(without.coefficient("b").value(), withinPercentage(1e-11));
        assertThat(with.quality().points()).isEqualTo(5);
        assertThat(with.quality().residualSumOfSquares())
                .isCloseTo(without.quality().residualSumOfSquares() + 0.25, withinPercentage(1e-9));
        assertThat(with.coefficient("b").uncertainty().orElseThrow().standardError())
                .isCloseTo(
                        without.coefficient("b").uncertainty().orElseThrow().standardError()
                                * Math.sqrt(with.quality().residualSumOfSquares()
                                        / 3
                                        / (without.quality().residualSumOfSquares() / 2)),
                        withinPercentage(1e-9));
        assertThat(with.function().at(0)).isZero();
        assertThat(with.function().leverage(0)).isZero();
        Fit falling = fit(new Power(false), new double[] {0, 1, 2, 3, 4}, new double[] {9, 4, 2.1, 1.3, 1.02});
        assertThat(falling.takesZero()).isFalse();
        assertThat(falling.quality().points()).isEqualTo(4);
    }

    /// Shifting x shifts what lies on x and nothing else; scaling y scales; twice the points halve the variance as
    /// the degrees of freedom say.
    @Test
    void fitsFollowTheirPoints() {
        double[] x = IntStream.range(1, 25).asDoubleStream().toArray();
        double[] y = noisy(
                Arrays.stream(x).map(v -> 4 / (1 + Math.exp(-0.6 * (v - 11)))).toArray());
        Fit logistic = fit(new Logistic(), x, y);
        Fit shifted = fit(new Logistic(), Arrays.stream(x).map(v -> v + 1000).toArray(), y);
        assertThat(shifted.coefficient("m").value() - 1000)
                .isCloseTo(logistic.coefficient("m").value(), within(1e-8));
        assertThat(shifted.coefficient("k").value())
                .isCloseTo(logistic.coefficient("k").value(), within(1e-9));
        for (Curve curve : new Curve[] {new Exponential(false), new Power(false), new Logarithmic(), new Logistic()}) {
            Fit plain = fit(curve, x, y);
            Fit scaled = fit(curve, x, Arrays.stream(y).map(v -> v * 1024).toArray());
            String size = curve.coefficientNames().getFirst();
            assertThat(scaled.coefficient(size).value() / 1024)
                    .as(curve.name())
                    .isCloseTo(plain.coefficient(size).value(), withinPercentage(1e-8));
            double[] twiceX =
                    DoubleStream.concat(Arrays.stream(x), Arrays.stream(x)).toArray();
            double[] twiceY =
                    DoubleStream.concat(Arrays.stream(y), Arrays.stream(y)).toArray();
            Fit twice = fit(curve, twiceX, twiceY);
            int p = curve.coefficientNames().size();
            double ratio = Math.sqrt((x.length - p) / (2.0 * x.length - p));
            assertThat(twice.coefficient(size).uncertainty().orElseThrow().standardError())
                    .as(curve.name())
                    .isCloseTo(
                            ratio
                                    * plain.coefficient(size)
                                            .uncertainty()
                                            .orElseThrow()
                                            .standardError(),
                            withinPercentage(1e-6));
        }
    }

    private static Points stated(double[] x, double[] y, double[] sigma) {
        return new Points(x, y, IntStream.range(0, x.length).toArray(), ErrorBars.NONE, ErrorBars.even(sigma))
                .weighted(Weighting.STATED, 1, 1);
    }

    private static Fit fit(Curve curve, Points points) {
        return ((FitOutcome.Fitted) curve.fit(points, Progress.none())).fit();
    }

    /// Points that hardly count must not lead the search. Expected: the global least of a dense grid, refined, in
    /// SciPy.
    @Test
    void theSearchWeighsAsTheFitDoes() {
        double[] x = {1, 2.29, 3.57, 4.86, 6.14, 7.43, 8.71, 10};
        Fit wide = fit(
                new Exponential(false),
                stated(x, new double[] {2.318, 2.689, 7.711, 10.26, 14.91, 23.45, -43.36, 77.91}, new double[] {
                    3.96, 3.96, 3.96, 3.96, 3.96, 3.96, 58.2, 3.96
                }));
        assertThat(wide.coefficient("a").value()).isCloseTo(1.0702, within(5e-5));
        assertThat(wide.coefficient("b").value()).isCloseTo(0.42799, within(5e-6));
        assertThat(wide.quality().residualSumOfSquares()).isCloseTo(3.342, within(5e-4));
        Fit growing = fit(
                new Power(false),
                stated(x, new double[] {18.93, 13.69, 11.63, 7.818, 7.777, 8.779, -12.42, -54.42}, new double[] {
                    0.231, 0.44, 0.835, 1.59, 3.02, 5.75, 10.9, 20.8
                }));
        assertThat(growing.quality().residualSumOfSquares()).isCloseTo(14.590, within(5e-4));
        assertThat(growing.coefficient("b").value()).isCloseTo(-0.41117, within(5e-6));
        Fit rising = fit(
                new Exponential(false),
                stated(x, new double[] {4.517, 5.502, 7.349, 12.04, -17.95, -0.5356, 11.57, 66.91}, new double[] {
                    0.975, 1.86, 3.52, 6.72, 12.7, 24.3, 46, 87.8
                }));
        assertThat(rising.quality().residualSumOfSquares()).isCloseTo(5.400, within(5e-4));
        Fit bend = fit(
                new Logistic(),
                stated(
                        new double[] {1, 2.12, 3.25, 4.38, 5.5, 6.62, 7.75, 8.88, 10},
                        new double[] {20.66, 0.7664, 0.7516, -0.1238, 1.601, 1.53, 5.038, 8.241, 10.54},
                        new double[] {16.3, 0.465, 0.465, 0.465, 0.465, 0.465, 0.465, 0.465, 0.465}));
        assertThat(bend.quality().residualSumOfSquares()).isCloseTo(11.77, within(5e-3));
        assertThat(bend.coefficient("k").value()).isCloseTo(0.969, within(5e-4));
        assertThat(bend.lesser()).isEmpty();
    }

    /// Far from x = 0 no double holds a, about x₀ it does: the same curve as over x − 2000, and the equation says
    /// so.
    @Test
    void farFromZeroCoefficientsAreThoseAboutAnOrigin() {
        double[] near = {0, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7};
        double[] far = Arrays.stream(near).map(x -> x + 2000).toArray();
        double[] y = {5.1, 5.8, 6.9, 8.1, 9.0, 10.9, 12.6, 14.2};
        Fit here = fit(new Exponential(false), near, y);
        for (Curve curve :
                new Curve[] {new Exponential(false), new Exponential(true), new Power(false), new Power(true)}) {
            Fit there = fit(curve, far, y);
            double origin = there.origin().orElseThrow().doubleValue();
            assertThat(origin).as(curve.name()).isBetween(2000.0, 2000.7);
            assertThat(there.coefficient("a").value())
                    .isCloseTo(there.function().at(origin), withinPercentage(1e-10));
            assertThat(curve.value(
                            new double[] {
                                there.coefficient("a").value(),
                                there.coefficient("b").value()
                            },
                            curve.from(origin, 2000.55)))
                    .isCloseTo(there.function().at(2000.55), withinPercentage(1e-9));
            assertThat(new EquationText(PrintedEquation.of(there, Points.of(far, y)), NumberNotation.POINT)
                            .where("x")
                            .orElseThrow())
                    .startsWith(curve.isFromByRatio() ? "t = x / 2000" : "t = x \u2212 2000");
            double spread = Math.sqrt(there.quality().residualSumOfSquares()
                            / there.quality().degreesOfFreedom()
                            * there.function().leverage(origin))
                    * (curve.onLogScale() ? there.coefficient("a").value() : 1);
            assertThat(there.coefficient("a").uncertainty().orElseThrow().standardError())
                    .isCloseTo(spread, withinPercentage(1e-6));
        }
        assertThat(fit(new Exponential(false), far, y).coefficient("b").value())
                .isCloseTo(here.coefficient("b").value(), within(1e-9));
    }

    /// Three levels apart, with one point between: a step leaves less than any curve that bends, and that is said.
    @Test
    void whereAStepLeavesLessItIsSaid() {
        Fit fit = fit(new Logistic(), new double[] {1.622, 3.387, 4.098, 7.864, 8.406}, new double[] {
            -0.211238, -2.33366, 1.63748, 15.6279, 16.6081
        });
        assertThat(fit.lesser().orElseThrow().limit()).isEqualTo(Fit.Limit.STEP);
        assertThat(fit.lesser().orElseThrow().share()).isBetween(0.5, 0.999);
        double[] x = {1, 2, 3, 4, 5, 6, 7, 8};
        double[] bent = {0.3, -0.8, 0.6, 2.6, 7.2, 9.5, 9.9, 10.2};
        assertThat(fit(new Logistic(), x, bent).lesser()).isEmpty();
    }

    @Test
    void aRefusalSaysWhichItIs() {
        double[] x = {1, 2, 3, 4};
        assertThat(reason(new Exponential(false), x, new double[] {0, 0, 0, 1}))
                .contains("rise without end at one point");
        assertThat(reason(new Power(false), x, new double[] {0, 0, 0, 0})).contains("all y are 0");
        assertThat(reason(new Power(false), new double[] {0, 1, 2, 3, 4, 5}, new double[] {41, 44, 46, 48, 49, 50}))
                .contains("leaves more than the mean alone");
        assertThat(fit(new Power(false), x, new double[] {2e-300, 4.1e-300, 5.9e-300, 8e-300})
                        .coefficient("b")
                        .value())
                .as("their squares are no doubles")
                .isCloseTo(
                        fit(new Power(false), x, new double[] {2, 4.1, 5.9, 8})
                                .coefficient("b")
                                .value(),
                        within(1e-10));
        assertThat(fit(new Exponential(false), x, new double[] {5, 5, 5, 5})
                        .coefficient("b")
                        .value())
                .isZero();
    }

    /// By 2,000 sets in docs/numerics.md; here by so many as take no long.
    @Tag("thorough")
    @Test
    void limitsHoldWhatIsTrueInNineteenOfTwenty() {
        for (Weighting weighting : Weighting.values()) {
            for (CoverageSimulation.Truth truth : CoverageSimulation.Truth.values()) {
                for (double share : CoverageSimulation.of(truth, weighting, 0.6, 250, 40)) {
                    assertThat(share).as(truth + ", " + weighting).isBetween(91.0, 98.8);
                }
            }
        }
    }
}
