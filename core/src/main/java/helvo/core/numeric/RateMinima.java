package helvo.core.numeric;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.IntStream;

/// A search for all local minima of a function of a rate, over both signs and many orders of magnitude: on a grid
/// of equal ratios, then by golden sections (Kiefer 1953, Proc. Am. Math. Soc. 4:502).
public final class RateMinima {
    private static final double MIN_RATE = 1e-3;
    private static final int GOLDEN_SECTIONS = 40;
    /// e to the minus this is below the rounding of 1.
    private static final double NOTHING_LEFT = 37;
    private static final double GOLDEN = (Math.sqrt(5) - 1) / 2;

    private RateMinima() {}

    /// A rate, and the value there.
    public record Minimum(double rate, double value) {}

    /// The rate beyond which nothing is left of e^(−rate · gap).
    public static double steepest(double gap) {
        return NOTHING_LEFT / gap;
    }

    /// The least of them, the very least first.
    ///
    /// @param steepest beyond this rate, on either side, nothing changes any more
    /// @param step     ratio of neighbours on the grid
    /// @param most     so many are settled
    public static List<Minimum> of(DoubleUnaryOperator f, double steepest, double step, int most) {
        var rates = new ArrayList<Double>();
        rates.add(0.0);
        for (double size = MIN_RATE; size < steepest * step; size *= step) {
            rates.add(size);
            rates.add(-size);
        }
        rates.sort(null);
        double[] at = rates.stream().mapToDouble(f::applyAsDouble).toArray();
        return IntStream.range(1, at.length - 1)
                .filter(i -> at[i] <= at[i - 1] && at[i] <= at[i + 1] && (at[i] < at[i - 1] || at[i] < at[i + 1]))
                .boxed()
                .sorted(Comparator.comparingDouble(i -> at[i]))
                .limit(most)
                .map(i -> between(f, rates.get(i - 1), rates.get(i + 1)))
                .sorted(Comparator.comparingDouble(Minimum::value))
                .toList();
    }

    /// The least between two rates, the function having one there.
    private static Minimum between(DoubleUnaryOperator f, double low, double high) {
        double a = low;
        double b = high;
        double left = b - GOLDEN * (b - a);
        double right = a + GOLDEN * (b - a);
        double atLeft = f.applyAsDouble(left);
        double atRight = f.applyAsDouble(right);
        for (int i = 0; i < GOLDEN_SECTIONS; i++) {
            if (atLeft < atRight) {
                b = right;
                right = left;
                atRight = atLeft;
                left = b - GOLDEN * (b - a);
                atLeft = f.applyAsDouble(left);
            } else {
                a = left;
                left = right;
                atLeft = atRight;
                right = a + GOLDEN * (b - a);
                atRight = f.applyAsDouble(right);
            }
        }
        return atLeft < atRight ? new Minimum(left, atLeft) : new Minimum(right, atRight);
    }
}
