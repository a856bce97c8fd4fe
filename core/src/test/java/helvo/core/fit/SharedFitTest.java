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
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/// By SciPy's least_squares over all points at once, with Jacobian by hand.
class SharedFitTest {
    private static final double[] X = {0, 1, 2, 3, 5, 8, 12};
    private static final double[][] Y = {
        {88.61, 81.04, 77.11, 73.06, 67.89, 63.72, 60.79},
        {74.93, 70.32, 68.13, 64.52, 60.62, 57.62, 55.8},
        {54.68, 58.2, 61.05, 62.84, 65.99, 67.91, 69.26}
    };
    private static final double[] SIGMA = {.2, .3, .2, .3, .4, .2, .5};
    private static final CoefficientSetting SHARED = CoefficientSetting.FREE.withShared(true);

    private static FormulaCurve curve(String text, CoefficientSetting... settings) {
        return FormulaCurve.of(((CurveFormula.Reading.Read) CurveFormula.read(text)).formula())
                .with(List.of(settings));
    }

    private static final FormulaCurve COOLING =
            curve("T + A*exp(-x/tau)", CoefficientSetting.FREE, CoefficientSetting.FREE, SHARED);

    private static List<Points> groups() {
        return Arrays.stream(Y).map(y -> Points.of(X, y)).toList();
    }

    private static List<Fit> fits(FormulaCurve curve, List<Points> groups) {
        return SharedFit.of(curve, groups, Progress.none()).stream()
                .map(outcome -> ((FitOutcome.Fitted) outcome).fit())
                .toList();
    }

    private static void has(Fit fit, String name, double value, double error) {
        Coefficient found = fit.coefficient(name);
        assertThat(found.value()).as(name).isCloseTo(value, within(1e-8 * Math.abs(value)));
        assertThat(found.uncertainty().orElseThrow().standardError())
                .as("its error")
                .isCloseTo(error, within(1e-6 * error));
    }

    @Test
    void oneTimeConstantForThreeSeries() {
        List<Fit> fits = fits(COOLING, groups());
        for (Fit fit : fits) {
            has(fit, "tau", 4.032912504782546, 0.15280314507959009);
            assertThat(fit.quality().degreesOfFreedom()).isEqualTo(14);
            assertThat(fit.quality().residualSumOfSquares()).isCloseTo(2.247692597654315, within(1e-10));
            Fit.Shared shared = fit.shared().orElseThrow();
            assertThat(shared.groups()).isEqualTo(3);
            assertThat(shared.points()).isEqualTo(7);
            Fit.SharingTest test = shared.test().orElseThrow();
            assertThat(test.further()).isEqualTo(2);
            assertThat(test.freedom()).isEqualTo(12);
            assertThat(test.f().value()).isCloseTo(0.8759875878779523, within(1e-8));
            assertThat(test.f().p()).isCloseTo(0.44146573210641843, within(1e-8));
        }
        has(fits.get(0), "T", 59.510440859303884, 0.4396657384687856);
        has(fits.get(0), "A", 28.613716869401163, 0.5118378391497183);
        has(fits.get(1), "T", 54.89774489972456, 0.36574387872618735);
        has(fits.get(2), "A", -15.329333468245848, 0.48509842245545765);
        assertThat(fits.get(1).function().at(2))
                .isCloseTo(54.89774489972456 + 20.23989501041001 * Math.exp(-2 / 4.032912504782546), within(1e-7));
        // The R² of a group is that of its own points.
        double left = IntStream.range(0, X.length)
                .mapToDouble(i -> Math.pow(fits.get(2).function().residual(X[i], Y[2][i]), 2))
                .sum();
        double mean = Arrays.stream(Y[2]).average().orElseThrow();
        double total = Arrays.stream(Y[2]).map(y -> (y - mean) * (y - mean)).sum();
        assertThat(fits.get(2).quality().r2().orElseThrow()).isCloseTo(1 - left / total, within(1e-12));
    }

    @Test
    void barsWeigh() {
        List<Points> weighted = Arrays.stream(Y)
                .map(y -> new Points(X, y, new int[7], ErrorBars.NONE, ErrorBars.even(SIGMA))
                        .weighted(Weighting.STATED, 1, 1))
                .toList();
        List<Fit> fits = fits(COOLING, weighted);
        has(fits.get(0), "tau", 4.024234416182163, 0.10953748200055889);
        has(fits.get(2), "T", 70.14354107583632, 0.2445508745234613);
        assertThat(fits.get(0).quality().chiSquare().orElseThrow().value()).isCloseTo(39.18337977190857, within(1e-8));
    }

    /// With a coefficient that is not linear of each group's own, limits, one that is held, all that is shared.
    @Test
    void ownSharedHeldAndLimited() {
        List<Fit> level = fits(
                curve("T + A*exp(-x/tau)", CoefficientSetting.FREE.withHeld(60), CoefficientSetting.FREE, SHARED),
                List.of(Points.of(X, Y[0]), Points.of(X, Y[0])));
        assertThat(level.get(0).coefficient("A").value())
                .isEqualTo(level.get(1).coefficient("A").value());
        List<Fit> amplitude = fits(
                curve("T + A*exp(-x/tau)", CoefficientSetting.FREE, SHARED, CoefficientSetting.FREE),
                List.of(Points.of(X, Y[0]), Points.of(X, Y[1])));
        assertThat(amplitude.get(0).coefficient("A").value())
                .isEqualTo(amplitude.get(1).coefficient("A").value());
        assertThat(amplitude.get(0).coefficient("tau").value())
                .isNotEqualTo(amplitude.get(1).coefficient("tau").value());
        assertThat(amplitude
                        .get(0)
                        .shared()
                        .orElseThrow()
                        .test()
                        .orElseThrow()
                        .f()
                        .p())
                .isLessThan(0.001);
        List<Fit> limited = fits(
                curve(
                        "T + A*exp(-x/tau)",
                        CoefficientSetting.FREE,
                        CoefficientSetting.FREE,
                        SHARED.withLimits(OptionalDouble.of(5), OptionalDouble.of(9))),
                groups());
        assertThat(limited)
                .allSatisfy(fit -> assertThat(fit.coefficient("tau").value()).isEqualTo(5));
        List<Fit> all = fits(
                curve("T + A*exp(-x/tau)", SHARED, SHARED, SHARED), List.of(Points.of(X, Y[0]), Points.of(X, Y[0])));
        assertThat(all.get(1).coefficient("T").value())
                .isCloseTo(
                        ((FitOutcome.Fitted) COOLING.unshared().fit(Points.of(X, Y[0]), Progress.none()))
                                .fit()
                                .coefficient("T")
                                .value(),
                        within(1e-7));
    }

    @Test
    void refusals() {
        double[] bars = new double[7];
        Arrays.fill(bars, 0.1);
        Points inBoth = new Points(X, Y[0], new int[7], ErrorBars.even(bars), ErrorBars.even(bars))
                .weighted(Weighting.STATED, 1, 1);
        assertThat(sentences(List.of(inBoth, inBoth))).allMatch(each -> each.contains("bars in x"));
        Points two = Points.of(new double[] {0, 1}, new double[] {1, 2});
        assertThat(sentences(List.of(two, two))).allMatch(each -> each.contains("5"));
        Points none = Points.of(new double[0], new double[0]);
        assertThat(sentences(List.of(Points.of(X, Y[0]), none))).hasSize(2);
        Points flat = Points.of(new double[] {1, 1, 1, 1}, new double[] {1, 2, 3, 4});
        assertThat(sentences(List.of(flat, flat))).allMatch(each -> each.contains("do not determine"));
    }

    private static Stream<String> sentences(List<Points> groups) {
        return SharedFit.of(COOLING, groups, Progress.none()).stream()
                .map(outcome -> ((FitOutcome.NotFitted) outcome).reason().sentence(NumberNotation.POINT));
    }
}
