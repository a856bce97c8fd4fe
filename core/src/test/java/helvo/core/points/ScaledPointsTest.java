package helvo.core.points;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class ScaledPointsTest {
    private static final int MANY = 10_000;

    /// Weight, centre and moment of all points are those of the means, whatever the order of the points; a mean is
    /// of neighbours, and one point that outweighs all others stays alone.
    @Test
    void meansOfNeighboursStandForAllPoints() {
        var random = new Random(3);
        double[] x = random.doubles(MANY, 5, 9).toArray();
        double[] y = Arrays.stream(x).map(at -> 2 * at + random.nextGaussian()).toArray();
        double[] sigma = random.doubles(MANY, 0.5, 2).toArray();
        sigma[77] = 1e-4;
        int[] rows = IntStream.range(0, MANY).toArray();
        for (Points points : new Points[] {
            Points.of(x, y),
            new Points(x, y, rows, ErrorBars.NONE, ErrorBars.NONE, Weighting.STATED, new double[] {}, sigma)
        }) {
            ScaledPoints all = ScaledPoints.of(x, points);
            ScaledPoints means = all.averaged(60);
            assertThat(means.size()).isBetween(30, 60);
            assertThat(means.x()).isSorted();
            assertThat(moment(means, 0, 0)).isCloseTo(moment(all, 0, 0), within(1e-9 * moment(all, 0, 0)));
            assertThat(moment(means, 1, 0)).isCloseTo(moment(all, 1, 0), within(1e-9 * moment(all, 1, 0)));
            assertThat(moment(means, 0, 1)).isCloseTo(moment(all, 0, 1), within(1e-9 * moment(all, 0, 1)));
            if (!points.weighting().equals(Weighting.UNWEIGHTED)) {
                assertThat(means.x()).contains(new double[] {x[77]}, within(1e-6));
            }
            assertThat(IntStream.range(1, means.size())
                            .mapToDouble(i -> means.x()[i] - means.x()[i - 1])
                            .max()
                            .orElseThrow())
                    .isLessThan(0.3);
        }
        ScaledPoints few = ScaledPoints.of(x, Points.of(x, y));
        assertThat(few.averaged(MANY)).isSameAs(few);
    }

    /// One whose weight is too small for a double counts for nothing, also where it is the first of its neighbours.
    @Test
    void aPointWithoutWeightChangesNoMean() {
        double[] x = IntStream.range(0, 200).asDoubleStream().toArray();
        double[] sigma = new double[200];
        Arrays.fill(sigma, 1);
        sigma[0] = 1e200;
        ScaledPoints means = ScaledPoints.of(
                        x,
                        new Points(
                                x,
                                x,
                                IntStream.range(0, 200).toArray(),
                                ErrorBars.NONE,
                                ErrorBars.NONE,
                                Weighting.STATED,
                                new double[] {},
                                sigma))
                .averaged(20);
        assertThat(Arrays.stream(means.x())).allMatch(Double::isFinite);
        assertThat(moment(means, 1, 0)).isCloseTo(199 * 100, within(1e-6));
    }

    private static double moment(ScaledPoints points, int ofX, int ofY) {
        return IntStream.range(0, points.size())
                .mapToDouble(i -> points.weight(i) * Math.pow(points.x()[i], ofX) * Math.pow(points.y()[i], ofY))
                .sum();
    }
}
