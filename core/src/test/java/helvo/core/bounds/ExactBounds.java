package helvo.core.bounds;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.BinaryOperator;
import java.util.function.IntFunction;
import java.util.stream.IntStream;

/// The lines through all boxes by trying every line on two of their corners, without any rounding: a reference that
/// shares nothing with the program's own way.
final class ExactBounds {
    private static final MathContext DIGITS = new MathContext(40);

    private final int n;
    private final BigDecimal[] left;
    private final BigDecimal[] right;
    private final BigDecimal[] bottom;
    private final BigDecimal[] top;
    private final List<Slope> feasible;

    /// A slope as a fraction.
    ///
    /// @param run above 0
    record Slope(BigDecimal rise, BigDecimal run) implements Comparable<Slope> {
        private static Slope of(BigDecimal rise, BigDecimal run) {
            return run.signum() < 0 ? new Slope(rise.negate(), run.negate()) : new Slope(rise, run);
        }

        @Override
        public int compareTo(Slope other) {
            return rise.multiply(other.run).compareTo(other.rise.multiply(run));
        }

        double value() {
            return of(rise);
        }

        /// What was multiplied with the run.
        private double of(BigDecimal multiple) {
            return multiple.divide(run, DIGITS).doubleValue();
        }
    }

    /// @param factor multiplies all bars
    ExactBounds(double[] x, double[] y, double[] d, double[] e, double factor) {
        this(x, y, d, d, e, e, factor);
    }

    ExactBounds(double[] x, double[] y, double[] west, double[] east, double[] down, double[] up, double factor) {
        n = x.length;
        left = moved(x, west, -factor);
        right = moved(x, east, factor);
        bottom = moved(y, down, -factor);
        top = moved(y, up, factor);
        feasible = candidates().stream().filter(this::passes).sorted().toList();
    }

    private static BigDecimal[] moved(double[] from, double[] by, double factor) {
        return IntStream.range(0, from.length)
                .mapToObj(i -> new BigDecimal(from[i]).add(new BigDecimal(by[i]).multiply(new BigDecimal(factor))))
                .toArray(BigDecimal[]::new);
    }

    private List<Slope> candidates() {
        List<Slope> candidates = new ArrayList<>();
        candidates.add(new Slope(BigDecimal.ZERO, BigDecimal.ONE));
        for (int i = 0; i < n; i++) {
            for (int j = 0; j < n; j++) {
                add(candidates, top[i].subtract(bottom[j]), left[i].subtract(right[j]));
                add(candidates, top[i].subtract(bottom[j]), right[i].subtract(left[j]));
                add(candidates, top[i].subtract(top[j]), left[i].subtract(left[j]));
                add(candidates, top[i].subtract(top[j]), right[i].subtract(right[j]));
                add(candidates, bottom[i].subtract(bottom[j]), left[i].subtract(left[j]));
                add(candidates, bottom[i].subtract(bottom[j]), right[i].subtract(right[j]));
            }
        }
        return candidates;
    }

    private static void add(List<Slope> candidates, BigDecimal rise, BigDecimal run) {
        if (run.signum() != 0) {
            candidates.add(Slope.of(rise, run));
        }
    }

    /// The least and the greatest slope; empty where no line passes. Slopes without limit are not looked for.
    Optional<Slope[]> slopes() {
        return feasible.isEmpty()
                ? Optional.empty()
                : Optional.of(new Slope[] {feasible.getFirst(), feasible.getLast()});
    }

    private boolean passes(Slope slope) {
        BigDecimal[] room = room(slope);
        return room[0].compareTo(room[1]) <= 0;
    }

    /// The least and the greatest intercept of lines of this slope, times its run; the wrong way round where there
    /// is none.
    private BigDecimal[] room(Slope slope) {
        boolean rising = slope.rise.signum() >= 0;
        return new BigDecimal[] {
            of(i -> intercept(slope, bottom[i], rising ? right[i] : left[i]), BigDecimal::max),
            of(i -> intercept(slope, top[i], rising ? left[i] : right[i]), BigDecimal::min)
        };
    }

    private BigDecimal of(IntFunction<BigDecimal> each, BinaryOperator<BigDecimal> better) {
        return IntStream.range(0, n).mapToObj(each).reduce(better).orElseThrow();
    }

    private static BigDecimal intercept(Slope slope, BigDecimal y, BigDecimal x) {
        return y.multiply(slope.run).subtract(slope.rise.multiply(x));
    }

    /// The least intercept of lines of a slope.
    double intercept(Slope slope) {
        return slope.of(room(slope)[0]);
    }

    /// The least and the greatest y of all lines at an x.
    double[] corridor(double x) {
        BigDecimal at = new BigDecimal(x);
        return new double[] {
            feasible.stream()
                    .mapToDouble(slope -> slope.of(slope.rise.multiply(at).add(room(slope)[0])))
                    .min()
                    .orElseThrow(),
            feasible.stream()
                    .mapToDouble(slope -> slope.of(slope.rise.multiply(at).add(room(slope)[1])))
                    .max()
                    .orElseThrow()
        };
    }

    /// The slopes of the lines through the origin, all from the first to the last.
    Optional<Slope[]> proportional() {
        List<Slope> through = new ArrayList<>();
        through.add(new Slope(BigDecimal.ZERO, BigDecimal.ONE));
        for (int i = 0; i < n; i++) {
            for (BigDecimal x : Arrays.asList(left[i], right[i])) {
                add(through, bottom[i], x);
                add(through, top[i], x);
            }
        }
        List<Slope> found = through.stream()
                .filter(slope -> room(slope)[0].signum() <= 0 && room(slope)[1].signum() >= 0)
                .sorted(Comparator.naturalOrder())
                .toList();
        return found.isEmpty() ? Optional.empty() : Optional.of(new Slope[] {found.getFirst(), found.getLast()});
    }

    /// Whether a vertical line passes through all boxes.
    boolean upright() {
        return of(i -> left[i], BigDecimal::max).compareTo(of(i -> right[i], BigDecimal::min)) <= 0;
    }
}
