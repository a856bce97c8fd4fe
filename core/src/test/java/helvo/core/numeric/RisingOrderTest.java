package helvo.core.numeric;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.Comparator;
import java.util.Random;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/// Against the sorting of the runtime, with values that repeat, both zeros, infinities, what is no number, and
/// numbers nearly alike.
class RisingOrderTest {
    private static final int ALIKE = 20_000;

    private static double[] values(int n) {
        var random = new Random(n);
        if (n == ALIKE) {
            // In all but their last bits, beside one that lies far off.
            return IntStream.range(0, n)
                    .mapToDouble(i -> i == 7 ? -1e300 : 1 + Math.scalb(random.nextInt(n), -52))
                    .toArray();
        }
        double[] odd = {
            0.0,
            -0.0,
            Double.NaN,
            Double.POSITIVE_INFINITY,
            Double.NEGATIVE_INFINITY,
            Double.MIN_VALUE,
            -Double.MAX_VALUE
        };
        return DoubleStream.generate(() -> random.nextInt(9) == 0
                        ? odd[random.nextInt(odd.length)]
                        : random.nextInt(2) == 0
                                ? random.nextInt(100)
                                : random.nextGaussian() * Math.pow(10, random.nextInt(30) - 15))
                .limit(n)
                .toArray();
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 60, 1000, ALIKE, 65_537})
    void sortedAsByTheRuntime(int n) {
        double[] values = values(n);
        double[] before = values.clone();
        double[] expected = values.clone();
        Arrays.sort(expected);

        double[] sorted = RisingOrder.sorted(values);

        assertThat(values).isEqualTo(before);
        assertThat(sorted.length).isEqualTo(n);
        // Either zero may come first.
        assertThat(IntStream.range(0, n)
                        .filter(i -> sorted[i] != expected[i] && !Double.isNaN(expected[i])
                                || Double.isNaN(sorted[i]) && !Double.isNaN(expected[i])))
                .isEmpty();
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 60, 1000, ALIKE, 65_537})
    void equalOnesKeepTheirOrder(int n) {
        double[] values = values(n);
        int[] expected = IntStream.range(0, n)
                .boxed()
                .sorted(Comparator.comparingDouble(i -> values[i] + 0.0))
                .mapToInt(Integer::intValue)
                .toArray();

        assertThat(RisingOrder.of(values)).isEqualTo(expected);
        assertThat(RisingOrder.of(Arrays.stream(values)
                        .filter(value -> !Double.isNaN(value))
                        .sorted()
                        .toArray()))
                .isSorted();
    }
}
