package helvo.core.analysis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.check.Check;
import helvo.core.fit.Curve;
import helvo.core.fit.Exponential;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.FixedInterceptLine;
import helvo.core.fit.Line;
import helvo.core.fit.Logistic;
import helvo.core.fit.Mean;
import helvo.core.fit.Polynomial;
import helvo.core.fit.Power;
import helvo.core.fit.ProfileLimits;
import helvo.core.fit.Residuals;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import java.util.Arrays;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/// Which further questions are asked of a series, by its curve, its bars and its points.
class DiagnosticsTest {
    private static final double[] X =
            IntStream.rangeClosed(1, 14).asDoubleStream().toArray();

    /// About 2 x + 3, with one value far off where that is asked for.
    private static Points points(boolean hasOutlier) {
        double[] y = Arrays.stream(X).map(x -> 3 + 2 * x + Math.sin(37 * x) / 5).toArray();
        y[10] += hasOutlier ? 9 : 0;
        return Points.of(X, y);
    }

    private static Points withBars(Points points) {
        double[] half = new double[X.length];
        Arrays.fill(half, 0.4);
        return points.withBars(ErrorBars.NONE, new ErrorBars(half, half));
    }

    private static Fit fit(Curve curve, Points points) {
        return ((FitOutcome.Fitted) curve.fit(points, Progress.none())).fit();
    }

    private static Diagnostics of(Curve curve, Points points, Optional<Points> excluded, boolean isPooled) {
        Fit fit = fit(curve, points);
        return Diagnostics.of(
                points,
                excluded,
                isPooled,
                Optional.empty(),
                Optional.of(Residuals.of(fit, fit.used(points), Progress.none())),
                Progress.none());
    }

    private static Diagnostics of(Curve curve, Points points) {
        return of(curve, points, Optional.empty(), false);
    }

    private static Stream<Curve> curves() {
        return Stream.of(
                new Mean(),
                new FixedInterceptLine(0),
                new Line(),
                new Polynomial(2),
                new Polynomial(3),
                new Exponential(true),
                new Exponential(false),
                new Power(true),
                new Logistic());
    }

    /// A line that outliers cannot turn is a second opinion on a line with a slope and an intercept alone, and only
    /// where there is an outlier.
    @ParameterizedTest
    @MethodSource("curves")
    void aSecondOpinionIsOnALineWithAnOutlier(Curve curve) {
        assertThat(of(curve, points(true)).theilSen().isPresent()).isEqualTo(curve.equals(new Line()));
        assertThat(of(curve, points(false)).theilSen()).isEmpty();
    }

    @Test
    void theSecondOpinionIsNotTurned() {
        Diagnostics said = of(new Line(), points(true));
        assertThat(said.theilSen().orElseThrow().slope()).isCloseTo(2, within(0.03));
        assertThat(said.judgement().speaking()).extracting(Check::kind).contains(Check.Kind.OUTLIER);
    }

    /// Bars are held against a curve that was fitted to y itself, and a polynomial against all of its degree.
    @ParameterizedTest
    @MethodSource("curves")
    void barsAreHeldAgainstTheCurve(Curve curve) {
        Diagnostics said = of(curve, withBars(points(false)));
        assertThat(said.bounds().orElseThrow().exist()).isTrue();
        assertThat(said.passing().isPresent()).isEqualTo(curve.fittedOn() == Curve.FittedOn.Y);
        assertThat(said.minimax().map(least -> least.degree()))
                .isEqualTo(
                        curve instanceof Polynomial polynomial ? Optional.of(polynomial.degree()) : Optional.empty());
        Diagnostics bare = of(curve, points(false));
        assertThat(bare.bounds()).isEmpty();
        assertThat(bare.passing()).isEmpty();
        assertThat(bare.minimax()).isEmpty();
        assertThat(bare.spearmanRho().orElseThrow()).isEqualTo(1);
    }

    /// Coefficients whose ± does not tell their limits have profiles.
    @Test
    void bentCurvesHaveProfiles() {
        Points decay = Points.of(IntStream.rangeClosed(0, 10).asDoubleStream().toArray(), new double[] {
            11.0133, 7.1047, 3.4936, 3.0088, 1.6392, 1.4439, -0.0723, 0.7554, 0.5510, 1.2329, 0.3760
        });
        Diagnostics said = of(new Exponential(false), decay);
        assertThat(said.profiles())
                .isNotEmpty()
                .isEqualTo(ProfileLimits.of(fit(new Exponential(false), decay), decay, Progress.none()));
        assertThat(of(new Line(), decay).profiles()).isEmpty();
    }

    /// What excluding a row changed: the same curve through all of them, where it can be fitted to them.
    @Test
    void theCurveThroughExcludedRowsToo() {
        Points all = points(true);
        Points kept = all.where(i -> i != 10);
        Fit before =
                of(new Line(), kept, Optional.of(all), false).withExcluded().orElseThrow();
        assertThat(before.coefficients()).isEqualTo(fit(new Line(), all).coefficients());
        assertThat(of(new Line(), kept).withExcluded()).isEmpty();
    }

    /// Points of several groups stand in no common order of rows.
    @Test
    void pooledPointsHaveNoOrderOfRows() {
        int[] order = {4, 9, 1, 12, 6, 0, 13, 3, 8, 2, 11, 5, 10, 7};
        Points shuffled = Points.of(
                Arrays.stream(order).mapToDouble(i -> X[i]).toArray(),
                Arrays.stream(order).mapToDouble(i -> points(false).y()[i]).toArray());
        Check.Kind measured = Check.Kind.DURBIN_WATSON_MEASURED;
        assertThat(of(new Line(), shuffled, Optional.empty(), false).judgement().checks())
                .extracting(Check::kind)
                .contains(measured);
        assertThat(of(new Line(), shuffled, Optional.empty(), true).judgement().checks())
                .extracting(Check::kind)
                .contains(Check.Kind.DURBIN_WATSON)
                .doesNotContain(measured);
    }
}
