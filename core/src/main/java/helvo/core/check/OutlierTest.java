package helvo.core.check;

import helvo.core.numeric.SmallMatrix;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Optional;
import java.util.PriorityQueue;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import org.apache.commons.statistics.distribution.ChiSquaredDistribution;
import org.apache.commons.statistics.distribution.FDistribution;

/// Search for the one, two or three points that lie furthest from the curve through the others, without one hiding
/// another. All sets of so many are compared (of many points those among the largest residuals), so that none hides
/// another; the p of a set is times the number of such sets (Bonferroni; Cook & Weisberg 1982, Residuals and
/// Influence in Regression, §2.2.2). Then each of the set must be odd beside the others (backward steps; Hadi &
/// Simonoff 1993, J. Am. Stat. Assoc. 88:1264). Where bars say what the scatter is, it is not taken to be less.
///
/// @param places      of the points in the scatter, the oddest first
/// @param studentised of the first: its residual over its standard deviation, worked out without the set
/// @param p           how often any set would be as far
record OutlierTest(int[] places, double studentised, double p) {
    /// A point that a curve must pass through has no residual to speak of.
    private static final double MIN_LEVERAGE_GAP = 1e-10;
    /// Of a sum, its rounding at most.
    private static final double ROUNDING = 1e-12;
    /// So many points are compared in all pairs.
    private static final int MOST_COMPARED = 100;
    /// Of the error that may be made: for one, two and three.
    private static final double[] SHARES = {0.7, 0.22, 0.08};
    private static final int FEWEST_LEFT = 2;
    /// What each of a set may err: as much as the question of outliers has of all.
    private static final double BESIDE_OTHERS = 0.015;

    static Optional<OutlierTest> of(OrthogonalResiduals scatter) {
        double squares = scatter.squares();
        int count = (int) IntStream.range(0, scatter.size())
                .filter(k -> mayBeOdd(scatter, k))
                .count();
        if (scatter.freedom() < 2 || !(squares > 0) || count == 0) {
            return Optional.empty();
        }
        int[] far = farthest(scatter, count);
        int[] set = {};
        int[] best = set;
        double least = Double.POSITIVE_INFINITY;
        double sets = 1;
        for (int size = 1;
                size <= SHARES.length && (size == 1 || scatter.freedom() - size > FEWEST_LEFT) && size < count;
                size++) {
            set = size == 2 ? pair(scatter, far) : with(scatter, set, far);
            sets = sets * (count - size + 1) / size;
            double p = chance(scatter, squares, taken(scatter, set), 0, size, size) * sets / SHARES[size - 1];
            if (p < least) {
                least = p;
                best = set;
            }
        }
        int[] odd = backwards(scatter, squares, best, count);
        double t = studentised(scatter, squares, odd, odd[0]);
        return Optional.of(new OutlierTest(odd, t, Math.min(1, least)));
    }

    private static boolean mayBeOdd(OrthogonalResiduals scatter, int k) {
        return 1 - scatter.leverage(k) > MIN_LEVERAGE_GAP;
    }

    /// All; of many points those whose standardised residuals are largest, among which a set that is odd must be.
    private static int[] farthest(OrthogonalResiduals scatter, int count) {
        IntStream all = IntStream.range(0, scatter.size()).filter(k -> mayBeOdd(scatter, k));
        if (count <= MOST_COMPARED) {
            return all.toArray();
        }
        ToDoubleFunction<Integer> size = k -> scatter.e()[k] * scatter.e()[k] / (1 - scatter.leverage(k));
        var largest = new PriorityQueue<Integer>(MOST_COMPARED, Comparator.comparingDouble(size));
        double floor = -1;
        for (int k = 0; k < scatter.size(); k++) {
            double leverage = scatter.leverage(k);
            double each = scatter.e()[k] * scatter.e()[k] / (1 - leverage);
            if (1 - leverage > MIN_LEVERAGE_GAP && each > floor) {
                largest.add(k);
                if (largest.size() > MOST_COMPARED) {
                    largest.remove();
                    floor = size.applyAsDouble(largest.element());
                }
            }
        }
        return largest.stream().mapToInt(Integer::intValue).sorted().toArray();
    }

    /// The point alone that takes most out beside those of a set.
    private static int[] with(OrthogonalResiduals scatter, int[] set, int[] all) {
        int[] larger = Arrays.copyOf(set, set.length + 1);
        int best = -1;
        double most = -1;
        for (int k : all) {
            if (IntStream.of(set).noneMatch(known -> known == k)) {
                larger[set.length] = k;
                double taken = taken(scatter, larger);
                if (taken > most) {
                    most = taken;
                    best = k;
                }
            }
        }
        larger[set.length] = best;
        return larger;
    }

    private static int[] pair(OrthogonalResiduals scatter, int[] some) {
        int[] best = {some[0], some[1]};
        double most = -1;
        int[] each = new int[2];
        for (int i = 0; i < some.length; i++) {
            for (int k = 0; k < i; k++) {
                each[0] = some[i];
                each[1] = some[k];
                double taken = taken(scatter, each);
                if (taken > most) {
                    most = taken;
                    best = each.clone();
                }
            }
        }
        return best;
    }

    /// What leaving a set out takes off the sum of squares: rᵀ(I − H)⁻¹r.
    static double taken(OrthogonalResiduals scatter, int[] set) {
        int size = set.length;
        if (size == 1) {
            return scatter.e()[set[0]] * scatter.e()[set[0]] / (1 - scatter.leverage(set[0]));
        }
        double[][] rest = new double[size][size];
        double[] e = new double[size];
        for (int a = 0; a < size; a++) {
            e[a] = scatter.e()[set[a]];
            for (int b = 0; b <= a; b++) {
                double share = 0;
                for (double[] q : scatter.q()) {
                    share += q[set[a]] * q[set[b]];
                }
                rest[a][b] = (a == b ? 1 : 0) - share;
                rest[b][a] = rest[a][b];
            }
        }
        if (size == 2) {
            double determinant = rest[0][0] * rest[1][1] - rest[0][1] * rest[0][1];
            return determinant > MIN_LEVERAGE_GAP
                    ? (e[0] * e[0] * rest[1][1] - 2 * e[0] * e[1] * rest[0][1] + e[1] * e[1] * rest[0][0]) / determinant
                    : 0;
        }
        double[] solved = SmallMatrix.solve(rest, e);
        double taken = 0;
        for (int a = 0; a < size && solved != null; a++) {
            taken += e[a] * solved[a];
        }
        return taken;
    }

    /// Those of a set that are odd beside the rest of it; the oddest at least.
    private static int[] backwards(OrthogonalResiduals scatter, double squares, int[] set, int points) {
        if (set.length == 1) {
            return set;
        }
        Integer[] rising = Arrays.stream(set)
                .boxed()
                .sorted(Comparator.comparingDouble(k -> single(scatter, squares, set, k)))
                .toArray(Integer[]::new);
        int[] odd = Arrays.stream(rising)
                .mapToInt(Integer::intValue)
                .filter(k -> single(scatter, squares, set, k) * (points - set.length + 1) < BESIDE_OTHERS)
                .toArray();
        return odd.length > 0 ? odd : new int[] {rising[0]};
    }

    private static double single(OrthogonalResiduals scatter, double squares, int[] set, int k) {
        double whole = taken(scatter, set);
        double without = set.length == 1
                ? 0
                : taken(scatter, Arrays.stream(set).filter(other -> other != k).toArray());
        return chance(scatter, squares, whole, without, 1, set.length);
    }

    private static double studentised(OrthogonalResiduals scatter, double squares, int[] set, int k) {
        double whole = taken(scatter, set);
        double without = set.length == 1
                ? 0
                : taken(scatter, Arrays.stream(set).filter(other -> other != k).toArray());
        return Math.copySign(
                Math.sqrt(gain(whole, without) / variance(scatter, squares, whole, set.length)), scatter.e()[k]);
    }

    private static double variance(OrthogonalResiduals scatter, double squares, double taken, int size) {
        return scatter.variance(
                Math.max(squares - taken, OrthogonalResiduals.ROUNDING_SHARE * squares) / (scatter.freedom() - size));
    }

    /// What further points take off, where it is more than the rounding of what is taken off in all.
    private static double gain(double taken, double before) {
        double gain = taken - before;
        return gain > ROUNDING * taken ? gain : 0;
    }

    private static double chance(
            OrthogonalResiduals scatter, double squares, double taken, double before, int more, int size) {
        double variance = variance(scatter, squares, taken, size);
        double statistic = gain(taken, before) / variance;
        return scatter.known() && variance == 1
                ? ChiSquaredDistribution.of(more).survivalProbability(statistic)
                : FDistribution.of(more, scatter.freedom() - size).survivalProbability(statistic / more);
    }
}
