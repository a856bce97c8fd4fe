package helvo.core.bounds;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import java.util.Arrays;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/// The least-worst polynomial against its theory: of d + 2 points, the factor is the divided difference of y over
/// that of the bars, and of more points that of the worst d + 2 of them (de la Vallée Poussin 1911), or of two at
/// one x.
class MinimaxPolynomialTest {
    private record Worst(double factor, int[] rows) {}

    private static Points points(double[] x, double[] y, double[] down, double[] up) {
        return new Points(
                x, y, IntStream.range(100, 100 + x.length).toArray(), ErrorBars.NONE, new ErrorBars(down, up));
    }

    private static Worst worst(double[] x, double[] y, double[] down, double[] up, int degree) {
        var worst = new Worst(-1, new int[0]);
        for (int set = 0; set < 1 << x.length; set++) {
            if (Integer.bitCount(set) == degree + 2) {
                int chosen = set;
                int[] at = IntStream.range(0, x.length)
                        .filter(i -> (chosen >> i & 1) == 1)
                        .toArray();
                double[] share = Arrays.stream(at)
                        .mapToDouble(i -> 1
                                / Arrays.stream(at)
                                        .filter(k -> k != i)
                                        .mapToDouble(k -> x[i] - x[k])
                                        .reduce(1, (a, b) -> a * b))
                        .toArray();
                if (Arrays.stream(share).allMatch(Double::isFinite)) {
                    double difference = IntStream.range(0, at.length)
                            .mapToDouble(k -> share[k] * y[at[k]])
                            .sum();
                    double room = IntStream.range(0, at.length)
                            .mapToDouble(
                                    k -> Math.abs(share[k]) * (share[k] * difference > 0 ? down[at[k]] : up[at[k]]))
                            .sum();
                    if (Math.abs(difference) / room > worst.factor) {
                        worst = new Worst(
                                Math.abs(difference) / room,
                                Arrays.stream(at).map(i -> 100 + i).toArray());
                    }
                }
            }
        }
        for (int i = 0; i < x.length; i++) {
            for (int k = 0; k < x.length; k++) {
                double alone = x[i] == x[k] && y[k] > y[i] ? (y[k] - y[i]) / (up[i] + down[k]) : -1;
                worst = alone > worst.factor
                        ? new Worst(alone, new int[] {100 + Math.min(i, k), 100 + Math.max(i, k)})
                        : worst;
            }
        }
        return worst;
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4})
    void isThatOfTheWorstPoints(int degree) {
        var random = new Random(degree);
        for (int set = 0; set < 60; set++) {
            int n = degree + 2 + random.nextInt(5);
            double far = set % 3 == 0 ? 5000 : 0;
            double[] x = random.doubles(n, far, far + 10)
                    .map(v -> Math.rint(v * 4) / 4)
                    .toArray();
            double[] y = random.doubles(n, -5, 5).toArray();
            double[] down = random.doubles(n, 0.1, 2).toArray();
            double[] up = set % 2 == 0 ? down : random.doubles(n, 0.1, 2).toArray();
            var found = MinimaxPolynomial.of(points(x, y, down, up), degree, Progress.none());
            boolean enough = Arrays.stream(x).distinct().count() >= degree + 2;
            assertThat(found.isPresent()).as("set %d", set).isEqualTo(enough);
            if (enough) {
                Worst worst = worst(x, y, down, up, degree);
                assertThat(found.get().factor()).as("set %d", set).isCloseTo(worst.factor, within(1e-9 * worst.factor));
                assertThat(found.get().rows()).as("set %d", set).containsExactly(worst.rows);
                assertThat(found.get().degree()).isEqualTo(degree);
            }
        }
    }

    @Test
    void whereNoneIsLookedForThereIsNone() {
        double[] x = {1, 2, 3, 4};
        double[] one = {1, 1, 1, 1};
        assertThat(MinimaxPolynomial.of(Points.of(x, x), 1, Progress.none())).isEmpty();
        assertThat(MinimaxPolynomial.of(points(x, x, one, one), 3, Progress.none()))
                .as("too few points")
                .isEmpty();
        assertThat(MinimaxPolynomial.of(points(new double[] {2, 2, 2, 2}, x, one, one), 1, Progress.none()))
                .as("one x")
                .isEmpty();
        assertThat(MinimaxPolynomial.of(points(new double[] {1, 2, 2, 2}, x, one, one), 1, Progress.none()))
                .as("two x")
                .isEmpty();
        assertThat(MinimaxPolynomial.of(
                        new Points(x, x, new int[4], ErrorBars.even(one), ErrorBars.even(one)), 1, Progress.none()))
                .as("bars in x")
                .isEmpty();
        assertThat(MinimaxPolynomial.of(points(x, new double[] {2, 4, 6, 8}, one, one), 1, Progress.none())
                        .orElseThrow()
                        .factor())
                .isZero();
        assertThat(MinimaxPolynomial.of(
                                points(x, new double[] {2, 4, 6, 9}, new double[4], new double[4]), 1, Progress.none())
                        .filter(found -> Double.isFinite(found.factor())))
                .as("no factor lengthens bars of 0")
                .isEmpty();
    }
}
