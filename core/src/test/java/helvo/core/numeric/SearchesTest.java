package helvo.core.numeric;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/// Searches, held against functions of which the answer is known.
class SearchesTest {
    /// Q Λ Qᵀ of directions at right angles and of lengths that are chosen: its least direction is known.
    @Property(tries = 60, seed = "42")
    void theLeastDirectionOfASymmetricMatrix(@ForAll long seed) {
        var random = new Random(seed);
        int n = 1 + random.nextInt(6);
        double[][] directions = atRightAngles(random, n);
        double[] sizes = IntStream.range(0, n)
                .mapToDouble(i -> i == 0 ? -1 : random.nextInt(5) * 0.5)
                .toArray();
        double[][] matrix = new double[n][n];
        for (int i = 0; i < n; i++) {
            for (int j = 0; j < n; j++) {
                for (int k = 0; k < n; k++) {
                    matrix[i][j] += directions[k][i] * sizes[k] * directions[k][j];
                }
            }
        }
        double[] found = JacobiEigenvectors.ofLeast(matrix);
        assertThat(Math.abs(dot(found, directions[0]))).isCloseTo(1, within(1e-13));
        assertThat(dot(found, found)).isCloseTo(1, within(1e-13));
    }

    /// By Gram and Schmidt's method, from random ones.
    private static double[][] atRightAngles(Random random, int n) {
        double[][] all = new double[n][];
        for (int k = 0; k < n; k++) {
            double[] one = random.doubles(n, -1, 1).toArray();
            for (int twice = 0; twice < 2; twice++) {
                for (int j = 0; j < k; j++) {
                    double along = dot(one, all[j]);
                    for (int i = 0; i < n; i++) {
                        one[i] -= along * all[j][i];
                    }
                }
            }
            double length = Math.sqrt(dot(one, one));
            all[k] = IntStream.range(0, n).mapToDouble(i -> one[i] / length).toArray();
        }
        return all;
    }

    private static double dot(double[] a, double[] b) {
        return IntStream.range(0, a.length).mapToDouble(i -> a[i] * b[i]).sum();
    }

    /// Valleys at −20, 0.05 and 3, of depths 1, 2 and 3; the flat land between has none.
    private static double valleys(double rate) {
        return -Math.max(Math.max(valley(rate, -20, 10, 1), valley(rate, 0.05, 0.02, 2)), valley(rate, 3, 1, 3));
    }

    private static double valley(double rate, double at, double width, double depth) {
        return depth * Math.max(0, 1 - Math.pow((rate - at) / width, 2));
    }

    @Test
    void allMinimaOfARateOverSignsAndMagnitudes() {
        List<RateMinima.Minimum> found = RateMinima.of(SearchesTest::valleys, 100, 1.1, 10);
        assertThat(found)
                .extracting(RateMinima.Minimum::value)
                .usingElementComparator((a, b) -> Math.abs(a - b) < 1e-12 ? 0 : Double.compare(a, b))
                .containsExactly(-3.0, -2.0, -1.0);
        assertThat(found.get(0).rate()).isCloseTo(3, within(1e-7));
        assertThat(found.get(1).rate()).isCloseTo(0.05, within(1e-8));
        assertThat(found.get(2).rate()).isCloseTo(-20, within(1e-6));
        assertThat(RateMinima.of(SearchesTest::valleys, 100, 1.1, 2))
                .as("the deepest are settled")
                .extracting(each -> Math.round(each.value()))
                .containsExactly(-3L, -2L);
        assertThat(RateMinima.of(SearchesTest::valleys, 10, 1.1, 10))
                .as("within reach")
                .hasSize(2);
        assertThat(RateMinima.of(rate -> rate, 10, 1.1, 10))
                .as("none at an end")
                .isEmpty();
        assertThat(RateMinima.of(_ -> 1, 10, 1.1, 10)).as("flat").isEmpty();
        assertThat(Math.exp(-RateMinima.steepest(0.25) * 0.25)).isBetween(0.0, Math.ulp(1.0) / 2);
    }

    /// The function is asked nowhere beyond what was said, and near it.
    @Test
    void ratesReachToTheSteepest() {
        var asked = new ArrayList<Double>();
        RateMinima.of(
                rate -> {
                    asked.add(rate);
                    return rate;
                },
                50,
                1.5,
                1);
        assertThat(asked.stream().mapToDouble(each -> each).max().orElseThrow()).isBetween(50.0, 75.0);
        assertThat(asked.stream().mapToDouble(each -> each).min().orElseThrow()).isBetween(-75.0, -50.0);
        assertThat(asked).contains(0.0, 1e-3, -1e-3);
    }

    @Test
    void everyZeroOfARangeInItsOrder() {
        assertThat(RootFinder.in(x -> (x - 1) * (x - Math.PI) * (x + 0.25), -1, 4))
                .hasSize(3)
                .satisfiesExactly(
                        x -> assertThat(x).isCloseTo(-0.25, within(1e-15)),
                        x -> assertThat(x).isCloseTo(1, within(1e-15)),
                        x -> assertThat(x).isCloseTo(Math.PI, within(1e-15)));
        assertThat(RootFinder.in(x -> (x - 1) * (x - 3.3), 4, 0))
                .satisfiesExactly(x -> assertThat(x).isCloseTo(3.3, within(1e-15)), x -> assertThat(x)
                        .isCloseTo(1, within(1e-15)));
        assertThat(RootFinder.in(x -> x * x, -1, 1)).as("touched").containsExactly(0.0);
        assertThat(RootFinder.in(x -> x - 2, 0, 2)).as("at the end").containsExactly(2.0);
        assertThat(RootFinder.in(x -> x < 1 ? Double.NaN : x - 1.5, 0, 2))
                .as("where it has values")
                .hasSize(1);
        assertThat(RootFinder.in(x -> x * x + 1, -1, 1)).isEmpty();
        assertThat(RootFinder.between(x -> x - 2, 1, 1.5)).as("nearer to zero").isEqualTo(1.5);
        assertThat(RootFinder.between(x -> x - 2, 2.5, 3)).isEqualTo(2.5);
        assertThat(RootFinder.between(x -> 2 - x, 7, 1)).isEqualTo(2);
    }

    @Test
    void whatNumbersReach() {
        Range range = Range.of(new double[] {3, -7, 5});
        assertThat(range).isEqualTo(new Range(-7, 5));
        assertThat(Range.of(new double[] {3, -7, 5, 9}, 2, 3)).isEqualTo(new Range(5, 5));
        assertThat(range.maxAbs()).isEqualTo(7);
        assertThat(new Range(-2, 5).maxAbs()).isEqualTo(5);
        assertThat(Range.of(new double[0]).maxAbs()).isZero();
        assertThat(range.nearest(6)).isEqualTo(5);
        assertThat(range.nearest(-8)).isEqualTo(-7);
        assertThat(range.nearest(1)).isEqualTo(1);
        assertThat(range.midpoint()).isEqualTo(-1);
        assertThat(range.halfWidth()).isEqualTo(6);
        assertThat(new Range(-Double.MAX_VALUE, Double.MAX_VALUE).halfWidth()).isEqualTo(Double.MAX_VALUE);
        assertThat(range.and(new Range(-1, 8))).isEqualTo(new Range(-7, 8));
    }
}
