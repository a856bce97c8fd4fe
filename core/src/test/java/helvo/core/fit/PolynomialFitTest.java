package helvo.core.fit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.data.Offset.offset;

import helvo.core.Progress;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

class PolynomialFitTest {
    /// NUMERICS: at least 14 correct significant digits.
    private static final double FOURTEEN_DIGITS = 0.5e-14;

    static Stream<Arguments> sets() throws IOException {
        return Stream.of(
                Arguments.of("NIST Norris", new Line(), nist("norris")),
                Arguments.of("NIST Pontius", new Polynomial(2), nist("pontius")),
                Arguments.of("NIST Filip", new Polynomial(10), nist("filip")),
                Arguments.of("NIST Wampler3", new Polynomial(5), nist("wampler3")),
                Arguments.of("NIST NoInt1", new FixedInterceptLine(0), nist("noint1")),
                Arguments.of("held intercept", new FixedInterceptLine(3.7), nist("norris")),
                Arguments.of(
                        "seconds since 1970", new Line(), made(40, i -> 1.7e9 + i, x -> 3 - 2e-3 * (x - 1.7e9), 1e-3)),
                Arguments.of("a narrow span at 1e9", new Line(), made(30, i -> 1e9 + i / 29.0, x -> x, 0.1)),
                Arguments.of(
                        "degree 6 on 1000 to 1010",
                        new Polynomial(6),
                        made(60, i -> 1000 + i / 6.0, x -> Math.sin(x), 0.01)),
                Arguments.of("y far from zero", new Line(), made(25, i -> i, x -> 1e9 + 1e-3 * x, 1e-2)),
                Arguments.of("y far from zero that says nothing", new Line(), made(10, i -> i, _ -> 1e9, 1e-2)),
                Arguments.of(
                        "one y larger by its last digit",
                        new Line(),
                        Points.of(
                                new double[] {1, 2, 3, 4, 5, 6, 7, 8},
                                new double[] {1e8, 1e8, 1e8, Math.nextUp(1e8), 1e8, 1e8, 1e8, 1e8})),
                Arguments.of(
                        "degree 10 on 10,000 points", new Polynomial(10), made(10_000, i -> i / 1000.0, Math::exp, 1)),
                Arguments.of(
                        "tiny x, huge y",
                        new Polynomial(2),
                        made(12, i -> 1e-80 * (i + 1), x -> 1e90 * (1 + 1e80 * x), 1e88)));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("sets")
    void givesFourteenDigitsOfTheExactSolution(String name, Curve curve, Points points) {
        int lowest = curve instanceof FixedInterceptLine ? 1 : 0;
        var exact = ExactLeastSquares.of(points.x(), points.y(), lowest, curve.degree(), curve.fixedIntercept());
        Fit fit = fit(curve, points);
        for (int k = 0; k < exact.coefficients().length; k++) {
            assertClose(fit.coefficients().get(k).value(), exact.coefficients()[k]);
            assertClose(
                    fit.coefficients().get(k).uncertainty().orElseThrow().standardError(), exact.standardErrors()[k]);
        }
        assertClose(fit.quality().residualStandardDeviation().orElseThrow(), exact.s());
        assertClose(fit.quality().r2().orElseThrow(), exact.r2());
    }

    /// Weights of all sizes, also far from the origin.
    @Test
    void weightedFitsHaveFourteenDigitsToo() {
        for (int degree = 1; degree <= 6; degree++) {
            Points points = made(80, i -> 1000 + i / 8.0, Math::sin, 0.01);
            var random = new Random(degree);
            double[] sigma =
                    random.doubles(80).map(r -> Math.pow(10, 4 * r - 3)).toArray();
            Points weighted =
                    points.withBars(ErrorBars.NONE, ErrorBars.even(sigma)).weighted(Weighting.RELATIVE, 1, 1);
            var exact = ExactLeastSquares.weighted(points.x(), points.y(), sigma, degree);
            Fit fit = fit(degree == 1 ? new Line() : new Polynomial(degree), weighted);
            for (int k = 0; k <= degree; k++) {
                assertClose(fit.coefficients().get(k).value(), exact.coefficients()[k]);
                assertClose(
                        fit.coefficients().get(k).uncertainty().orElseThrow().standardError(),
                        exact.standardErrors()[k]);
            }
            assertClose(fit.quality().residualStandardDeviation().orElseThrow(), exact.s());
            assertClose(fit.quality().r2().orElseThrow(), exact.r2());
            assertClose(fit.quality().chiSquare().orElseThrow().value(), exact.s() * exact.s() * (80 - degree - 1));
            Fit stated =
                    fit(degree == 1 ? new Line() : new Polynomial(degree), weighted.weighted(Weighting.STATED, 1, 1));
            assertClose(
                    stated.coefficients().getLast().uncertainty().orElseThrow().standardError(),
                    exact.standardErrors()[degree] / exact.s());
        }
    }

    /// ln x near 1, over decades, over seconds since 1970 and with an intercept that all but vanishes; and both
    /// coordinates as logarithms.
    @Test
    void fitsOverLogarithmsHaveFourteenDigits() {
        Points near1 = made(30, i -> 0.9 + i / 150.0, Math::log, 1e-4);
        Points decades = made(40, i -> Math.pow(10, i / 5.0 - 4), x -> 3 + 2 * Math.log(x), 0.1);
        Points seconds = made(50, i -> 1.7e9 + 86_400 * i, x -> 5 * Math.log(x), 1e-3);
        Points vanishing = made(25, i -> Math.exp(i / 3.0 - 4), x -> 2 * Math.log(x), 1e-12);
        List.of(near1, decades, seconds, vanishing)
                .forEach(points -> assertFourteenDigits(new Logarithmic(), points, true, false));
        assertFourteenDigits(
                new Exponential(true), made(40, i -> 1 + i / 4.0, x -> 0.02 * Math.exp(0.7 * x), 1e-3), false, true);
        assertFourteenDigits(new Power(true), made(40, i -> 3 + i * i, x -> 8 * Math.pow(x, -1.5), 1e-6), true, true);
    }

    private static void assertFourteenDigits(Curve curve, Points points, boolean logOfX, boolean logOfY) {
        var exact = ExactLeastSquares.ofLogarithms(points.x(), points.y(), logOfX, logOfY);
        Fit fit = fit(curve, points);
        double a = fit.coefficient("a").value();
        double error = fit.coefficient("a").uncertainty().orElseThrow().standardError();
        assertClose(a, logOfY ? Math.exp(exact.coefficients()[0]) : exact.coefficients()[0]);
        assertClose(logOfY ? error / a : error, exact.standardErrors()[0]);
        assertClose(fit.coefficient("b").value(), exact.coefficients()[1]);
        assertClose(fit.coefficient("b").uncertainty().orElseThrow().standardError(), exact.standardErrors()[1]);
        assertClose(fit.quality().residualStandardDeviation().orElseThrow(), exact.s());
        assertClose(fit.quality().r2().orElseThrow(), exact.r2());
    }

    /// Any order of the rows gives the same to the last digit but one; twice the same data halves the variances but
    /// for the degrees of freedom.
    @Property(tries = 60, seed = "26")
    void orderDoesNotMatterAndTwiceTheDataHalvesTheVariance(
            @ForAll @IntRange(min = 1, max = 5) int degree, @ForAll long seed) {
        var random = new Random(seed);
        int n = 12 + random.nextInt(20);
        double[] x = random.doubles(n, 100, 110).toArray();
        double[] y = random.doubles(n, -1, 1).toArray();
        Curve curve = degree == 1 ? new Line() : new Polynomial(degree);
        Fit fit = fit(curve, Points.of(x, y));
        int[] order = IntStream.range(0, n)
                .boxed()
                .sorted(java.util.Comparator.comparingLong(i -> i * 7_919L % 31))
                .mapToInt(Integer::intValue)
                .toArray();
        Fit other = fit(
                curve,
                Points.of(
                        java.util.Arrays.stream(order).mapToDouble(i -> x[i]).toArray(),
                        java.util.Arrays.stream(order).mapToDouble(i -> y[i]).toArray()));
        Fit twice = fit(
                curve,
                Points.of(
                        IntStream.range(0, 2 * n).mapToDouble(i -> x[i % n]).toArray(),
                        IntStream.range(0, 2 * n).mapToDouble(i -> y[i % n]).toArray()));
        int p = degree + 1;
        double shrinks = Math.sqrt((n - p) / (2.0 * n - p));
        for (int k = 0; k <= degree; k++) {
            double value = fit.coefficients().get(k).value();
            double se = fit.coefficients().get(k).uncertainty().orElseThrow().standardError();
            assertThat(other.coefficients().get(k).value()).isCloseTo(value, offset(4e-16 * Math.abs(value)));
            assertThat(twice.coefficients().get(k).value()).isCloseTo(value, offset(1e-14 * Math.abs(value)));
            assertThat(twice.coefficients().get(k).uncertainty().orElseThrow().standardError())
                    .isCloseTo(se * shrinks, offset(1e-13 * se));
        }
    }

    /// NIST's own certified values, as published.
    @Test
    void reproducesThePublishedValuesOfNorris() throws IOException {
        Fit fit = fit(new Line(), nist("norris"));
        assertThat(fit.coefficient("a").value()).isEqualTo(-0.262323073774029, offset(1e-14));
        assertThat(fit.coefficient("b").value()).isEqualTo(1.00211681802045, offset(1e-14));
        assertThat(fit.quality().overall().orElseThrow().value()).isEqualTo(5436385.54079785, offset(1e-6));
    }

    /// NIST StRD Wampler1: y = 1 + x + … + x⁵ exactly.
    /// NoInt1: y from 130 to 140 has a sum of squares of 110 about its mean, the line through 0 leaves 127.2727….
    @Test
    void aLineThroughTheOriginHasAnRSquaredAboutTheMeanThatComparesWithOthers() throws IOException {
        FitQuality quality = fit(new FixedInterceptLine(0), nist("noint1")).quality();
        assertThat(quality.r2AboutMean().orElseThrow()).isCloseTo(1 - 1400.0 / 11 / 110, within(1e-14));
        assertThat(quality.r2().orElseThrow()).isGreaterThan(0.99);
    }

    @Test
    void aPerfectFitHasRSquaredOneAndNoScatter() throws IOException {
        Fit fit = fit(new Polynomial(5), nist("wampler1"));
        assertThat(fit.coefficients()).allSatisfy(c -> {
            assertThat(c.value()).isEqualTo(1.0);
            assertThat(c.uncertainty().orElseThrow().standardError()).isZero();
            assertThat(c.uncertainty().orElseThrow().test()).isEmpty();
        });
        assertThat(fit.quality().r2()).hasValue(1.0);
        assertThat(fit.quality().residualStandardDeviation()).hasValue(0.0);
    }

    @Test
    void decimalsOnALineAreAPerfectFitToTheirOwnRounding() {
        Fit fit = fit(new Line(), made(11, i -> i / 10.0, x -> 0.1 + 0.3 * x, 0));
        assertThat(fit.quality().r2()).hasValue(1.0);
        assertThat(fit.coefficient("b").value()).isEqualTo(0.3, offset(1e-15));
    }

    @Test
    void asManyPointsAsCoefficientsGiveAnExactCurveWithoutUncertainty() {
        Fit fit = fit(new Line(), Points.of(new double[] {1, 3}, new double[] {2, 8}));
        assertThat(fit.coefficients()).extracting(Coefficient::value).containsExactly(-1.0, 3.0);
        assertThat(fit.coefficients()).allMatch(c -> c.uncertainty().isEmpty());
        assertThat(fit.quality().r2()).hasValue(1.0);
        assertThat(fit.quality().residualStandardDeviation()).isEmpty();
    }

    @Test
    void constantYHasNoRSquared() {
        Fit fit = fit(new Line(), Points.of(new double[] {1, 2, 3, 4}, new double[] {7.7, 7.7, 7.7, 7.7}));
        assertThat(fit.coefficient("b").value()).isZero();
        assertThat(fit.coefficient("a").value()).isEqualTo(7.7);
        assertThat(fit.quality().r2()).isEmpty();
        assertThat(fit.quality().overall()).isEmpty();
    }

    @Test
    void whatCannotBeFittedIsSaidInWords() {
        assertThat(reason(new Line(), new double[0], new double[0])).isInstanceOf(FitFailureReason.NoPoints.class);
        assertThat(reason(new Line(), new double[] {1}, new double[] {1}))
                .isEqualTo(new FitFailureReason.TooFewPoints(1, 2));
        assertThat(reason(new Line(), new double[] {5, 5, 5}, new double[] {1, 2, 3}))
                .isEqualTo(new FitFailureReason.AllXEqual(5));
        assertThat(reason(new Polynomial(2), new double[] {1, 1, 2, 2}, new double[] {1, 2, 3, 4}))
                .isEqualTo(new FitFailureReason.TooFewDistinctX(2, 3));
        assertThat(reason(new FixedInterceptLine(1), new double[] {0, 0}, new double[] {1, 2}))
                .isEqualTo(new FitFailureReason.AllXEqual(0));
        assertThat(reason(
                        new Polynomial(10),
                        IntStream.range(0, 20).mapToDouble(i -> 1e300 * i).toArray(),
                        IntStream.range(0, 20).mapToDouble(i -> i % 3).toArray()))
                .isInstanceOf(FitFailureReason.OutOfRange.class);
    }

    /// As algebra says: y → p + q y moves a and scales b; x → x + d moves a by −b d. Shifts by whole numbers keep
    /// the doubles exact.
    @Property(tries = 200, seed = "26")
    void shiftingAndScalingMoveTheCoefficientsAsAlgebraSays(
            @ForAll @IntRange(min = 3, max = 40) int n, @ForAll long seed) {
        var random = new Random(seed);
        double[] x = random.ints(n, -1000, 1000).asDoubleStream().toArray();
        double[] y = random.ints(n, -1000, 1000).asDoubleStream().toArray();
        x[0] = 1001;
        Points moved = Points.of(
                java.util.Arrays.stream(x).map(v -> v + 4096).toArray(),
                java.util.Arrays.stream(y).map(v -> 8 * v).toArray());
        Fit fit = fit(new Line(), Points.of(x, y));
        Fit other = fit(new Line(), moved);
        double b = fit.coefficient("b").value();
        assertThat(other.coefficient("b").value()).isEqualTo(8 * b, offset(1e-13 * (1 + Math.abs(b))));
        assertThat(other.coefficient("a").value())
                .isEqualTo(8 * (fit.coefficient("a").value() - 4096 * b), offset(1e-11 * (1 + Math.abs(4096 * b))));
        assertThat(other.quality().r2().orElse(0)).isEqualTo(fit.quality().r2().orElse(0), offset(1e-14));
    }

    private static Fit fit(Curve curve, Points points) {
        return ((FitOutcome.Fitted) curve.fit(points, Progress.none())).fit();
    }

    private static FitFailureReason reason(Curve curve, double[] x, double[] y) {
        return ((FitOutcome.NotFitted) curve.fit(Points.of(x, y), Progress.none())).reason();
    }

    private static void assertClose(double value, double exact) {
        assertThat(Math.abs(value - exact))
                .as("%s, exactly %s", value, exact)
                .isLessThanOrEqualTo(FOURTEEN_DIGITS * Math.abs(exact));
    }

    private static Points made(int n, DoubleUnaryOperator xOf, DoubleUnaryOperator yOf, double scatter) {
        var random = new Random(17);
        double[] x =
                IntStream.range(0, n).mapToDouble(i -> xOf.applyAsDouble(i)).toArray();
        return Points.of(
                x,
                java.util.Arrays.stream(x)
                        .map(v -> yOf.applyAsDouble(v) + scatter * random.nextGaussian())
                        .toArray());
    }

    static Points nist(String name) throws IOException {
        try (InputStream in = PolynomialFitTest.class.getResourceAsStream(name + ".csv")) {
            List<String[]> lines = new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .skip(1)
                    .map(l -> l.split(","))
                    .toList();
            return Points.of(
                    lines.stream().mapToDouble(l -> Double.parseDouble(l[0])).toArray(),
                    lines.stream().mapToDouble(l -> Double.parseDouble(l[1])).toArray());
        }
    }
}
