package helvo.core.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.fit.Points;
import java.util.List;
import org.junit.jupiter.api.Test;

/// Expected numbers: least squares of the separate, parallel and common models in NumPy, distributions of SciPy; quantiles
/// of Student's t for broken degrees of freedom agree to 10 digits.
class ComparisonTest {
    private static final double[] X = {1, 2, 3, 4, 5, 6};
    private static final Comparison.Named DRY = new Comparison.Named("dry", Points.of(X, new double[] {2.1, 3.9, 6.2, 7.8, 10.1, 12.2}));
    private static final Comparison.Named WET = new Comparison.Named("wet", Points.of(X, new double[] {1.4, 3.1, 4.4, 6.3, 7.4, 9.2}));

    @Test
    void twoGroupsOfDifferentSlopes() {
        Comparison found = Comparison.of(List.of(DRY, WET), Progress.none()).orElseThrow();
        assertThat(found.equalSlopes().orElseThrow().value()).isCloseTo(63.04856512141289, within(1e-9));
        assertThat(found.equalSlopes().orElseThrow().p()).isCloseTo(4.608508373627204e-05, within(1e-14));
        assertThat(found.equalLines().orElseThrow().value()).isCloseTo(173.49448123620328, within(1e-9));
        assertThat(found.equalLines().orElseThrow().p()).isCloseTo(2.5792922206540917e-07, within(1e-16));
        Comparison.Pair pair = found.pairs().getFirst();
        assertThat(pair.difference()).isCloseTo(-0.48285714285714265, within(1e-13));
        assertThat(pair.differenceHalf95().orElseThrow()).isCloseTo(0.14023303970168588, within(1e-10));
        assertThat(pair.ratio()).isCloseTo(0.760961810466761, within(1e-13));
        assertThat(pair.ratioLow95().orElseThrow()).isCloseTo(0.7009028957089671, within(1e-10));
        assertThat(pair.ratioHigh95().orElseThrow()).isCloseTo(0.824656331516372, within(1e-10));
    }

    @Test
    void whatCannotBeComparedIsLeftOut() {
        var upright = new Comparison.Named("one x", Points.of(new double[] {2, 2}, new double[] {1, 3}));
        assertThat(Comparison.of(List.of(DRY, upright), Progress.none())).isEmpty();
        assertThat(Comparison.of(List.of(DRY, upright, WET), Progress.none()).orElseThrow().groups()).hasSize(2);
        var two = new Comparison.Named("two", Points.of(new double[] {1, 2}, new double[] {1, 3}));
        Comparison exact = Comparison.of(List.of(two, new Comparison.Named("also two",
                Points.of(new double[] {1, 2}, new double[] {0, 3}))), Progress.none()).orElseThrow();
        assertThat(exact.equalSlopes()).isEmpty();
        assertThat(exact.pairs().getFirst().differenceHalf95()).isEmpty();
    }
}
