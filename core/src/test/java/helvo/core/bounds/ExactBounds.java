package helvo.core.bounds;

import helvo.core.Rational;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/// The steepest and the shallowest line through all boxes by trying every line on two of their corners, in fractions: a reference that
/// shares nothing with the program's own way.
final class ExactBounds {
    private final int n;
    private final Rational[] left;
    private final Rational[] right;
    private final Rational[] bottom;
    private final Rational[] top;

    /// @param factor multiplies all bars
    ExactBounds(double[] x, double[] y, double[] d, double[] e, double factor) {
        n = x.length;
        left = new Rational[n];
        right = new Rational[n];
        bottom = new Rational[n];
        top = new Rational[n];
        Rational by = exact(factor);
        for (int i = 0; i < n; i++) {
            left[i] = exact(x[i]).minus(exact(d[i]).times(by));
            right[i] = exact(x[i]).plus(exact(d[i]).times(by));
            bottom[i] = exact(y[i]).minus(exact(e[i]).times(by));
            top[i] = exact(y[i]).plus(exact(e[i]).times(by));
        }
    }

    private static Rational exact(double value) {
        return Rational.of(new BigDecimal(value));
    }

    /// The least and the greatest slope; empty where no line passes. Slopes without limit are not looked for.
    Optional<Rational[]> slopes() {
        List<Rational> candidates = new ArrayList<>();
        candidates.add(Rational.ZERO);
        for (int i = 0; i < n; i++) {
            for (int j = 0; j < n; j++) {
                add(candidates, top[i].minus(bottom[j]), left[i].minus(right[j]));
                add(candidates, top[i].minus(bottom[j]), right[i].minus(left[j]));
            }
        }
        List<Rational> feasible = candidates.stream().filter(this::passes).sorted(Rational::compareTo).toList();
        return feasible.isEmpty() ? Optional.empty() : Optional.of(new Rational[] {feasible.getFirst(), feasible.getLast()});
    }

    private static void add(List<Rational> candidates, Rational above, Rational along) {
        if (along.compareTo(Rational.ZERO) != 0) {
            candidates.add(above.over(along));
        }
    }

    private boolean passes(Rational slope) {
        Rational[] room = intercepts(slope);
        return room[0].compareTo(room[1]) <= 0;
    }

    /// The least and the greatest intercept of lines of this slope; the wrong way round where there is none.
    Rational[] intercepts(Rational slope) {
        boolean rising = slope.compareTo(Rational.ZERO) >= 0;
        Rational low = null;
        Rational high = null;
        for (int i = 0; i < n; i++) {
            Rational from = bottom[i].minus(slope.times(rising ? right[i] : left[i]));
            Rational to = top[i].minus(slope.times(rising ? left[i] : right[i]));
            low = low == null || from.compareTo(low) > 0 ? from : low;
            high = high == null || to.compareTo(high) < 0 ? to : high;
        }
        return new Rational[] {low, high};
    }

    /// Whether a vertical line passes through all boxes.
    boolean upright() {
        Rational low = left[0];
        Rational high = right[0];
        for (int i = 1; i < n; i++) {
            low = left[i].compareTo(low) > 0 ? left[i] : low;
            high = right[i].compareTo(high) < 0 ? right[i] : high;
        }
        return low.compareTo(high) <= 0;
    }
}
