package helvo.core.fit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.formula.CurveFormula;
import helvo.core.nonlinear.CoefficientSetting;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;

/// By SciPy: brentq on what least_squares leaves with the coefficient held.
class ProfileLimitsTest {
    private static final double[] X = {0.02, 0.02, 0.06, 0.06, 0.11, 0.11, 0.22, 0.22, 0.56, 0.56, 1.1, 1.1};
    private static final double[] Y = {71, 52, 97, 111, 123, 135, 159, 148, 191, 203, 207, 196};
    private static final FormulaCurve SATURATION = TradeCurve.SATURATION.curve();

    private static List<ProfileLimits> limits(Curve curve, Points points) {
        Fit fit = ((FitOutcome.Fitted) curve.fit(points, Progress.none())).fit();
        return ProfileLimits.of(fit, fit.used(points), Progress.none());
    }

    private static void has(ProfileLimits limits, String name, double low, double high) {
        assertThat(limits.coefficient()).isEqualTo(name);
        assertThat(limits.low().orElseThrow()).isCloseTo(low, within(1e-5 * Math.abs(low)));
        assertThat(limits.high().orElseThrow()).isCloseTo(high, within(1e-5 * Math.abs(high)));
    }

    @Test
    void onlyWhatStandardErrorsDoNotTell() {
        List<ProfileLimits> limits = limits(SATURATION, Points.of(X, Y));
        assertThat(limits).hasSize(1);
        has(limits.getFirst(), "b", 0.04626650318279485, 0.08482782853271771);
        double[] x = {1, 2, 3, 4, 6, 8};
        double[] y = {8.3, 10.3, 19, 16, 15.6, 19.8};
        FormulaCurve rise =
                FormulaCurve.of(((CurveFormula.Reading.Read) CurveFormula.read("a*(1 - exp(-k*x))")).formula());
        limits = limits(rise, Points.of(x, y));
        has(limits.get(0), "a", 13.82225756806938, 29.90883711404925);
        has(limits.get(1), "k", 0.17975315384802143, 2.011588173259963);
        // One whose rate cannot be told from one without end: all points near the level.
        limits = limits(
                rise, Points.of(new double[] {1, 5, 6, 7, 8, 9}, new double[] {9.9, 10.1, 9.8, 10.2, 9.9, 10.3}));
        assertThat(limits)
                .anyMatch(each -> each.coefficient().equals("k") && each.high().isEmpty());
        // Where limits end the way, there is no end either.
        limits = limits(
                SATURATION.with(List.of(
                        CoefficientSetting.FREE,
                        CoefficientSetting.FREE.withLimits(OptionalDouble.of(0.06), OptionalDouble.of(0.09)))),
                Points.of(X, Y));
        assertThat(limits)
                .anyMatch(each -> each.coefficient().equals("b") && each.low().isEmpty());
    }

    @Test
    void knownBarsOlderShapesAndYears() {
        double[] x = {0, 1, 2, 3, 4, 6};
        double[] y = {9.1, 5.2, 4.4, 1.8, 2.0, 1.4};
        double[] sigma = {1, 1, 1.5, 1, 1, 2};
        Points weighted =
                new Points(x, y, new int[6], ErrorBars.NONE, ErrorBars.even(sigma)).weighted(Weighting.STATED, 1, 1);
        List<ProfileLimits> limits = limits(new Exponential(false), weighted);
        has(limits.getFirst(), "b", -0.700875057430175, -0.2769960453010135);
        assertThat(limits(new Exponential(true), weighted)).isEmpty();
        assertThat(limits(new Polynomial(2), weighted)).isEmpty();
        double[] temperatures = {88.1, 81.9, 77.4, 73.2, 70.6, 66.4};
        double[] years = Arrays.stream(x).map(each -> each + 2000).toArray();
        FormulaCurve cooling = TradeCurve.EXPONENTIAL_TO_LEVEL.curve();
        has(limits(cooling, Points.of(x, temperatures)).getFirst(), "c", 56.873140814049854, 62.17894296806684);
        has(limits(cooling, Points.of(years, temperatures)).getFirst(), "c", 56.873140814049854, 62.17894296806684);
        double[] tiny = new double[6];
        Arrays.fill(tiny, 1e-9);
        Points inBoth = new Points(x, y, new int[6], ErrorBars.even(tiny), ErrorBars.even(sigma))
                .weighted(Weighting.STATED, 1, 1);
        has(limits(new Exponential(false), inBoth).getFirst(), "b", -0.700875057430175, -0.2769960453010135);
    }

    /// What goes with the rate through a hundred powers of ten is told by its logarithm; by SciPy too.
    @Test
    void heightsFarFromThePoints() {
        double[] years = {1990, 1995, 2000, 2005, 2010, 2015};
        double[] y = {12.1, 14.6, 13.2, 19.8, 22.5, 24.1};
        double[] below = Arrays.stream(y).map(each -> -each).toArray();
        for (var each : Map.of(
                        new Power(false),
                        new double[] {3.293632894136165e-287, 4.0091818091649264e-108},
                        new Exponential(false),
                        new double[] {2.506694613357604e-37, 9.367968502292746e-14})
                .entrySet()) {
            double low = each.getValue()[0];
            double high = each.getValue()[1];
            List<ProfileLimits> rising = limits(each.getKey(), Points.of(years, y));
            List<ProfileLimits> falling = limits(each.getKey(), Points.of(years, below));
            assertThat(rising).as("± tells b").hasSize(1);
            assertThat(falling).hasSize(1);
            assertThat(Math.log(rising.getFirst().low().orElseThrow())).isCloseTo(Math.log(low), within(0.001));
            assertThat(Math.log(rising.getFirst().high().orElseThrow())).isCloseTo(Math.log(high), within(0.001));
            assertThat(falling.getFirst().low().orElseThrow())
                    .isEqualTo(-rising.getFirst().high().orElseThrow());
            assertThat(falling.getFirst().high().orElseThrow())
                    .isEqualTo(-rising.getFirst().low().orElseThrow());
            // What steeper ends bring is less than what the bound allows, up to where doubles end.
            double[] far = {2100, 2200, 2300, 2400, 2500, 2600};
            double[] scatter = {3.1, -2.2, 4, -1.5, 2.6, 2.4};
            assertThat(limits(each.getKey(), Points.of(far, scatter)))
                    .containsExactly(
                            new ProfileLimits("a", OptionalDouble.empty(), OptionalDouble.empty()),
                            new ProfileLimits("b", OptionalDouble.empty(), OptionalDouble.empty()));
        }
    }
}
