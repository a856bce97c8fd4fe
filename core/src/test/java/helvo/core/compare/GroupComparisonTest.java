package helvo.core.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import java.util.List;
import java.util.stream.IntStream;
import org.assertj.core.util.DoubleComparator;
import org.junit.jupiter.api.Test;

/// Expected numbers: least squares of the separate, parallel and common models in NumPy, distributions of SciPy;
/// quantiles of Student's t for broken degrees of freedom agree to 10 digits.
class GroupComparisonTest {
    private static final double[] X = {1, 2, 3, 4, 5, 6};
    private static final GroupComparison.Named DRY =
            new GroupComparison.Named("dry", Points.of(X, new double[] {2.1, 3.9, 6.2, 7.8, 10.1, 12.2}));
    private static final GroupComparison.Named WET =
            new GroupComparison.Named("wet", Points.of(X, new double[] {1.4, 3.1, 4.4, 6.3, 7.4, 9.2}));

    @Test
    void twoGroupsOfDifferentSlopes() {
        GroupComparison found =
                GroupComparison.of(List.of(DRY, WET), Progress.none()).orElseThrow();
        assertThat(found.equalSlopes().orElseThrow().value()).isCloseTo(63.04856512141289, within(1e-9));
        assertThat(found.equalSlopes().orElseThrow().p()).isCloseTo(4.608508373627204e-05, within(1e-14));
        assertThat(found.equalLines().orElseThrow().value()).isCloseTo(173.49448123620328, within(1e-9));
        assertThat(found.equalLines().orElseThrow().p()).isCloseTo(2.5792922206540917e-07, within(1e-16));
        GroupComparison.Pair pair = found.pairs().getFirst();
        assertThat(pair.difference()).isCloseTo(-0.48285714285714265, within(1e-13));
        assertThat(pair.differenceHalf95().orElseThrow()).isCloseTo(0.1402300659899733, within(1e-10));
        assertThat(found.scatter()).isEqualTo(GroupComparison.Scatter.COMMON);
        assertThat(pair.p().orElseThrow())
                .as("the test and the pair are one method")
                .isCloseTo(found.equalSlopes().orElseThrow().p(), within(1e-14));
        assertThat(pair.ratio()).isCloseTo(0.760961810466761, within(1e-13));
        assertThat(pair.ratioLow95().orElseThrow()).isCloseTo(0.7010137961533588, within(1e-10));
        assertThat(pair.ratioHigh95().orElseThrow()).isCloseTo(0.8245859487585958, within(1e-10));
    }

    @Test
    void whatCannotBeComparedIsLeftOut() {
        var upright = new GroupComparison.Named("one x", Points.of(new double[] {2, 2}, new double[] {1, 3}));
        assertThat(GroupComparison.of(List.of(DRY, upright), Progress.none())).isEmpty();
        assertThat(GroupComparison.of(List.of(DRY, upright, WET), Progress.none())
                        .orElseThrow()
                        .groups())
                .hasSize(2);
        var two = new GroupComparison.Named("two", Points.of(new double[] {1, 2}, new double[] {1, 3}));
        GroupComparison exact = GroupComparison.of(
                        List.of(two, new GroupComparison.Named("also two", Points.of(new double[] {1, 2}, new double[] {
                            0, 3
                        }))),
                        Progress.none())
                .orElseThrow();
        assertThat(exact.equalSlopes()).isEmpty();
        assertThat(exact.pairs().getFirst().differenceHalf95()).isEmpty();
    }

    /// Of groups that do not scatter alike Welch's method decides, for the test as for the pair. Expected: SciPy.
    @Test
    void whereScattersDifferEachGroupIsJudgedByItsOwn() {
        double[] x = {1, 2, 3, 4, 5};
        var exact = new GroupComparison.Named("A", Points.of(x, new double[] {1.0, 2.1, 2.9, 4.2, 4.8}));
        var rough = new GroupComparison.Named("B", Points.of(x, new double[] {1.9, 1.1, 3.2, 2.4, 3.0}));
        GroupComparison found =
                GroupComparison.of(List.of(exact, rough), Progress.none()).orElseThrow();
        assertThat(found.scatter()).isEqualTo(GroupComparison.Scatter.DIFFERENT);
        assertThat(found.equalSlopes().orElseThrow().value()).isCloseTo(6.500563697857946, within(1e-10));
        assertThat(found.equalSlopes().orElseThrow().p()).isCloseTo(0.07588234969126817, within(1e-9));
        GroupComparison.Pair pair = found.pairs().getFirst();
        assertThat(pair.p().orElseThrow()).isCloseTo(0.07588234969126817, within(1e-9));
        assertThat(pair.differenceHalf95().orElseThrow())
                .as("the interval holds 0 as the test says")
                .isGreaterThan(Math.abs(pair.difference()));
    }

    /// Of three pairs, the least p counts three times, the next twice, and none less than one before it. Expected:
    /// SciPy.
    @Test
    void pairsArePairsAmongOthers() {
        var third = new GroupComparison.Named("third", Points.of(X, new double[] {1.5, 3.0, 4.6, 6.1, 7.6, 9.0}));
        GroupComparison found =
                GroupComparison.of(List.of(DRY, WET, third), Progress.none()).orElseThrow();
        assertThat(found.pairs())
                .extracting(pair -> pair.p().orElseThrow())
                .usingComparatorForType(new DoubleComparator(1e-12), Double.class)
                .containsExactly(1.275676916439747e-06, 1.0314399322576388e-06, 0.5852715667536585);
        assertThat(found.equalLines().orElseThrow().p()).isLessThan(1e-6);
    }

    private static final GroupComparison.Named EXACT = new GroupComparison.Named(
            "A", Points.of(new double[] {1, 2, 3, 4, 5}, new double[] {1.0, 2.1, 2.9, 4.2, 4.8}));
    private static final double[] ROUGH_X = {2, 3, 5, 6, 8, 9};
    private static final double[] ROUGH_Y = {2.9, 1.6, 4.7, 3.4, 5.6, 4.1};
    private static final GroupComparison.Named SHORT =
            new GroupComparison.Named("C", Points.of(new double[] {0, 1, 4, 6}, new double[] {0.2, 1.1, 3.9, 6.3}));

    /// With the scatter about its line scaled.
    private static GroupComparison.Named rough(double scale) {
        double slope = 0.36133333333333334;
        double intercept = 3.716666666666667 - 5.5 * slope;
        return new GroupComparison.Named(
                "B",
                Points.of(
                        ROUGH_X,
                        IntStream.range(0, 6)
                                .mapToDouble(i -> {
                                    double line = intercept + slope * ROUGH_X[i];
                                    return line + scale * (ROUGH_Y[i] - line);
                                })
                                .toArray()));
    }

    private static GroupComparison compared(GroupComparison.Named... groups) {
        return GroupComparison.of(List.of(groups), Progress.none()).orElseThrow();
    }

    /// Of groups over other x, of other sizes, Johansen's test of one line. Expected: its equations 3 and 6 in NumPy
    /// with intercepts and slopes, of which it does not depend where lines are taken.
    @Test
    void whereScattersDifferOneLineIsJudgedByEachOfThem() {
        GroupComparison two = compared(EXACT, rough(1));
        assertThat(two.scatter()).isEqualTo(GroupComparison.Scatter.DIFFERENT);
        assertThat(two.equalLines().orElseThrow().value()).isCloseTo(9.035568022229956, within(1e-11));
        assertThat(two.equalLines().orElseThrow().p()).isCloseTo(0.030000064265855532, within(1e-9));
        GroupComparison.Pair pair = two.pairs().getFirst();
        assertThat(pair.differenceHalf95().orElseThrow()).isCloseTo(0.5000785703297865, within(1e-9));
        assertThat(pair.ratioLow95().orElseThrow()).isCloseTo(-0.12144826476696655, within(1e-9));
        assertThat(pair.ratioHigh95().orElseThrow()).isCloseTo(0.8833175705297116, within(1e-9));
        GroupComparison three = compared(EXACT, rough(1), SHORT);
        assertThat(three.equalSlopes().orElseThrow().value()).isCloseTo(5.283001543068616, within(1e-11));
        assertThat(three.equalLines().orElseThrow().value()).isCloseTo(4.9004023550758085, within(1e-11));
        assertThat(three.equalLines().orElseThrow().p()).isCloseTo(0.04515362594653261, within(1e-9));
    }

    /// Bartlett's p is 0.124 and 0.089 (SciPy's distribution); without its correction the first would be 0.088.
    @Test
    void scattersDifferAtTheirOwnLevel() {
        assertThat(compared(EXACT, rough(0.5), SHORT).scatter()).isEqualTo(GroupComparison.Scatter.COMMON);
        assertThat(compared(EXACT, rough(0.55), SHORT).scatter()).isEqualTo(GroupComparison.Scatter.DIFFERENT);
    }

    /// Beside one whose points lie on their line any scatter is another; a line through two points shows none.
    @Test
    void groupsWithoutScatter() {
        var onItsLine = new GroupComparison.Named("on its line", Points.of(X, new double[] {1, 2, 3, 4, 5, 6}));
        var two = new GroupComparison.Named("two", Points.of(new double[] {1, 3}, new double[] {1, 4}));
        assertThat(compared(onItsLine, DRY).scatter()).isEqualTo(GroupComparison.Scatter.DIFFERENT);
        assertThat(compared(onItsLine, onItsLine).scatter()).isEqualTo(GroupComparison.Scatter.COMMON);
        GroupComparison beside = compared(two, DRY);
        assertThat(beside.scatter()).isEqualTo(GroupComparison.Scatter.COMMON);
        assertThat(beside.equalSlopes()).isPresent();
        assertThat(beside.pairs().getFirst().differenceHalf95()).isPresent();
        assertThat(compared(two, onItsLine).equalSlopes()).isEmpty();
    }

    /// Slopes with bars that are known are compared by the normal distribution. Expected: SciPy.
    @Test
    void slopesOfStatedBars() {
        Points a = EXACT.points()
                .withBars(ErrorBars.NONE, ErrorBars.even(new double[] {.1, .1, .2, .1, .2}))
                .weighted(Weighting.STATED, 1, 1);
        Points c = SHORT.points()
                .withBars(ErrorBars.NONE, ErrorBars.even(new double[] {.2, .1, .2, .3}))
                .weighted(Weighting.STATED, 1, 1);
        GroupComparison found = compared(new GroupComparison.Named("a", a), new GroupComparison.Named("c", c));
        assertThat(found.scatter()).isEqualTo(GroupComparison.Scatter.WEIGHTED);
        assertThat(found.equalSlopes()).isEmpty();
        assertThat(found.pooled()).isEmpty();
        GroupComparison.Pair pair = found.pairs().getFirst();
        assertThat(pair.differenceHalf95().orElseThrow()).isCloseTo(0.12007854691985033, within(1e-12));
        assertThat(pair.p().orElseThrow()).isCloseTo(0.6394340973426995, within(1e-12));
        assertThat(pair.ratioLow95().orElseThrow()).isCloseTo(0.8600791646242834, within(1e-12));
        assertThat(pair.ratioHigh95().orElseThrow()).isCloseTo(1.0948364970065037, within(1e-12));
    }

    @Test
    void upToSixGroupsArePaired() {
        assertThat(compared(DRY, WET, DRY, WET, DRY, WET).pairs()).hasSize(15);
        assertThat(compared(DRY, WET, DRY, WET, DRY, WET, DRY).pairs()).isEmpty();
        assertThat(compared(rough(1), SHORT).pairs().getFirst().ratioLow95())
                .as("the first slope may be 0")
                .isEmpty();
    }
}
