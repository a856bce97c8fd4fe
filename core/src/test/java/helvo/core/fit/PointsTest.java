package helvo.core.fit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.api.Assertions.withinPercentage;

import helvo.core.Progress;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.util.Arrays;
import org.junit.jupiter.api.Test;

/// Points, the bars they carry and the weight that these give them.
class PointsTest {
    private static final double NONE = Double.NaN;
    private static final double INFINITE = Double.POSITIVE_INFINITY;

    @Test
    void aBarIsTwoLengthsThatAreNumbersFrom0() {
        var bars = new ErrorBars(
                new double[] {0, 1, -1, 1, 1, INFINITE, 1, NONE}, new double[] {0, 2, 1, -1, NONE, 1, INFINITE, 1});
        boolean[] has = {true, true, false, false, false, false, false, false};
        for (int i = 0; i < has.length; i++) {
            assertThat(bars.has(i)).as("bar %d", i).isEqualTo(has[i]);
        }
        assertThat(bars.isEven()).isFalse();
        assertThat(bars.half()[1]).isEqualTo(1.5);
        ErrorBars some = bars.at(new int[] {1, 3});
        assertThat(some.down()).containsExactly(1, 1);
        assertThat(some.up()).containsExactly(2, -1);
        double[] same = {1, 2};
        assertThat(ErrorBars.even(same).isEven()).isTrue();
        assertThat(ErrorBars.even(same).half()).isSameAs(same);
        assertThat(ErrorBars.even(same).at(new int[] {1}).isEven()).isTrue();
        assertThat(new ErrorBars(same, same.clone()).isEven()).isTrue();
        assertThat(ErrorBars.even(new double[0])).isSameAs(ErrorBars.NONE);
        assertThat(ErrorBars.NONE.has(0)).isFalse();
        assertThat(ErrorBars.NONE.at(new int[] {0}).isNone()).isTrue();
        assertThatThrownBy(() -> new ErrorBars(same, new double[1])).hasMessageContaining("2 bars down and 1 up");
    }

    private static Points weighted(double[] xBars, double[] yBars) {
        int n = yBars.length;
        double[] x = new double[n];
        Arrays.setAll(x, i -> i);
        int[] rows = new int[n];
        Arrays.setAll(rows, i -> 10 + i);
        return new Points(x, x.clone(), rows, ErrorBars.even(xBars), ErrorBars.even(yBars))
                .weighted(Weighting.STATED, 2, 3);
    }

    /// Bars of 0 or none have no weight; with bars in x too, one of both suffices, and none may be below 0.
    @Test
    void pointsCountByTheirBars() {
        Points inY = weighted(new double[0], new double[] {1, 0, NONE, -1, INFINITE, 0.5});
        boolean[] counts = {true, false, false, false, false, true};
        Points inBoth = weighted(new double[] {1, 1, NONE, 1, 1, 0}, new double[] {0, NONE, 1, -1, 0.5, 0});
        boolean[] both = {true, true, true, false, true, false};
        for (int i = 0; i < 6; i++) {
            assertThat(inY.counts(i, false)).as("in y, %d", i).isEqualTo(counts[i]);
            assertThat(inY.counts(i, true)).as("in y, asked for both, %d", i).isEqualTo(counts[i]);
            assertThat(inBoth.counts(i, true)).as("in both, %d", i).isEqualTo(both[i]);
            assertThat(inBoth.alike().counts(i, true)).isTrue();
        }
        assertThat(inY.weighedInBoth()).isFalse();
        assertThat(inBoth.weighedInBoth()).isTrue();
        assertThat(weighted(new double[] {0, 0}, new double[] {1, 1}).weighedInBoth())
                .isFalse();
        assertThat(inBoth.alike().weighedInBoth()).isFalse();
        assertThat(inBoth.xSigma()).containsExactly(2, 2, NONE, 2, 2, 0);
        assertThat(inY.ySigma()).containsExactly(3, 0, NONE, -3, INFINITE, 1.5);
        Points noneInY = new Points(
                        new double[2], new double[2], new int[2], ErrorBars.even(new double[] {1, 1}), ErrorBars.NONE)
                .weighted(Weighting.RELATIVE, 1, 1);
        assertThat(noneInY.ySigma()).containsExactly(NONE, NONE);
        assertThat(noneInY.counts(0, true)).isTrue();
        assertThat(noneInY.counts(0, false)).isFalse();
    }

    @Test
    void partsKeepWhatTheirPointsCarry() {
        Points whole = weighted(new double[] {1, 2, 3}, new double[] {4, 5, 6});
        Points without = whole.withoutRow(11);
        assertThat(without.x()).containsExactly(0, 2);
        assertThat(without.rows()).containsExactly(10, 12);
        assertThat(without.xBars().up()).containsExactly(1, 3);
        assertThat(without.yBars().down()).containsExactly(4, 6);
        assertThat(without.xSigma()).containsExactly(2, 6);
        assertThat(without.ySigma()).containsExactly(12, 18);
        assertThat(whole.where(_ -> true)).isSameAs(whole);
        assertThat(Points.of(new double[3], new double[3]).rows()).containsExactly(0, 1, 2);
        assertThat(Points.of(new double[] {3, 3, 4, 5}, new double[4]).distinctX(9))
                .isEqualTo(3);
        assertThat(Points.of(new double[] {3, 3, 4, 5}, new double[4]).distinctX(2))
                .isEqualTo(2);
        assertThatThrownBy(() -> Points.of(new double[2], new double[3])).hasMessageContaining("2 x, 3 y");
        assertThatThrownBy(() -> new Points(
                        new double[2], new double[2], new int[2], ErrorBars.even(new double[3]), ErrorBars.NONE))
                .hasMessageContaining("3 bars in x for 2 points");
        assertThatThrownBy(() -> new Points(
                        new double[2], new double[2], new int[2], ErrorBars.NONE, ErrorBars.even(new double[1])))
                .hasMessageContaining("1 bars in y for 2 points");
    }

    /// A power curve that surely rises takes points at 0 as well, and no others below.
    @Test
    void aFitUsesWhatItsShapeTakes() {
        Points points = Points.of(new double[] {-1, 0, 1, 2, 3, 4}, new double[] {5, 0.1, 2.1, 7.8, 18.3, 31.9});
        Fit rising = ((FitOutcome.Fitted) new Power(false).fit(points, Progress.none())).fit();
        assertThat(rising.used(points).x()).containsExactly(0, 1, 2, 3, 4);
        assertThat(rising.uses(0, 1)).isTrue();
        assertThat(rising.uses(-1, 1)).isFalse();
        Fit log = ((FitOutcome.Fitted) new Logarithmic().fit(points, Progress.none())).fit();
        assertThat(log.used(points).x()).containsExactly(1, 2, 3, 4);
        assertThat(log.uses(0, 1)).isFalse();
        assertThatThrownBy(() -> log.coefficient("c")).hasMessage("Logarithmic has no coefficient c");
        assertThatThrownBy(log::slope).hasMessageContaining("not a straight line");
        assertThatThrownBy(() -> log.function().about(1, 2)).hasMessageContaining("degree=2 must be 1");
    }

    /// Bars as small or as large as squares of doubles allow weigh like others.
    @Test
    void weightsAreFreeOfTheUnit() {
        double[] x = {1, 2, 3, 4, 5, 6, 7};
        double[] y = {2.2, 3.9, 6.3, 9.8, 16.5, 25.9, 41};
        double[] bars = {0.1, 0.2, 0.1, 0.3, 0.2, 0.1, 0.4};
        for (Curve curve : new Curve[] {
            new Line(),
            new Polynomial(2),
            new Exponential(false),
            new Exponential(true),
            new Power(false),
            new Logistic()
        }) {
            Fit usual = fit(curve, x, y, bars, 1);
            for (double unit : new double[] {1e-120, 1e120}) {
                Fit other = fit(curve, x, y, bars, unit);
                for (int k = 0; k < usual.coefficients().size(); k++) {
                    assertThat(other.coefficients().get(k).value())
                            .as(curve.name())
                            .isCloseTo(usual.coefficients().get(k).value(), withinPercentage(1e-9));
                    assertThat(se(other, k) / unit).as(curve.name()).isCloseTo(se(usual, k), withinPercentage(1e-8));
                }
                assertThat(other.quality().r2().orElseThrow())
                        .isCloseTo(usual.quality().r2().orElseThrow(), within(1e-12));
            }
        }
    }

    private static Fit fit(Curve curve, double[] x, double[] y, double[] bars, double unit) {
        Points points = new Points(x, y, new int[x.length], ErrorBars.NONE, ErrorBars.even(bars))
                .weighted(Weighting.STATED, 1, unit);
        return ((FitOutcome.Fitted) curve.fit(points, Progress.none())).fit();
    }

    private static double se(Fit fit, int k) {
        return fit.coefficients().get(k).uncertainty().orElseThrow().standardError();
    }
}
