package helvo.core.bounds;

import helvo.core.IntList;
import helvo.core.numeric.RisingOrder;
import java.util.Arrays;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;

/// The points that may be corners of one side of a convex hull, or of its first few layers, found in two passes
/// without sorting: the outermost points of each of some equal intervals of x give first layers, and what lies
/// inside the last of them is no corner (in the manner of Akl & Toussaint 1978, Information Processing Letters
/// 7:219). What the rounding of doubles leaves in doubt stays.
final class HullCandidates {
    private static final int INTERVALS = 1024;
    /// Fewer are all taken.
    private static final int MIN_POINTS_TO_REDUCE = 4 * INTERVALS;
    private static final double RELATIVE_TOLERANCE = 1e-12;
    /// Corners are rounded to doubles here, so by half a unit each in x.
    private static final double DOUBT_ACROSS = 4 * 0x1p-53;

    private final double[] x;
    private final double[] y;
    private final int n;
    private final int layers;

    /// @param sign 1 for the lower side, −1 for the upper
    private HullCandidates(int n, IntToDoubleFunction xOf, IntToDoubleFunction yOf, int sign, int layers) {
        this.n = n;
        this.layers = layers;
        x = new double[n];
        y = new double[n];
        for (int i = 0; i < n; i++) {
            x[i] = xOf.applyAsDouble(i);
            y[i] = sign * yOf.applyAsDouble(i);
        }
    }

    static int[] lower(int n, IntToDoubleFunction x, IntToDoubleFunction y, int layers) {
        return n <= MIN_POINTS_TO_REDUCE
                ? IntStream.range(0, n).toArray()
                : new HullCandidates(n, x, y, 1, layers).found();
    }

    static int[] upper(int n, IntToDoubleFunction x, IntToDoubleFunction y, int layers) {
        return n <= MIN_POINTS_TO_REDUCE
                ? IntStream.range(0, n).toArray()
                : new HullCandidates(n, x, y, -1, layers).found();
    }

    private int[] found() {
        double least = Double.POSITIVE_INFINITY;
        double greatest = Double.NEGATIVE_INFINITY;
        double largest = 0;
        for (int i = 0; i < n; i++) {
            least = Math.min(least, x[i]);
            greatest = Math.max(greatest, x[i]);
            largest = Math.max(largest, Math.abs(y[i]));
        }
        double perX = INTERVALS / (greatest - least);
        if (!(perX > 0) || !Double.isFinite(perX) || !Double.isFinite(largest)) {
            return IntStream.range(0, n).toArray();
        }
        int[] side = side(lowest(least, perX));
        return side.length == 0
                ? IntStream.range(0, n).toArray()
                : outside(
                        side,
                        least,
                        perX,
                        RELATIVE_TOLERANCE * (largest + Math.abs(y[side[0]])),
                        DOUBT_ACROSS * Math.max(Math.abs(least), Math.abs(greatest)));
    }

    /// The lowest points of each stretch, as many as there are layers.
    private int[] lowest(double least, double perX) {
        int[] lowest = new int[INTERVALS * layers];
        Arrays.fill(lowest, -1);
        for (int i = 0; i < n; i++) {
            int first = layers * Math.min(INTERVALS - 1, (int) ((x[i] - least) * perX));
            int at = first + layers - 1;
            if (lowest[at] >= 0 && y[i] >= y[lowest[at]]) {
                continue;
            }
            while (at > first && (lowest[at - 1] < 0 || y[i] < y[lowest[at - 1]])) {
                lowest[at] = lowest[at - 1];
                at--;
            }
            lowest[at] = i;
        }
        return IntStream.of(lowest).filter(i -> i >= 0).toArray();
    }

    /// The last layer of some points; empty where they have fewer.
    private int[] side(int[] of) {
        double[] across = IntStream.of(of).mapToDouble(i -> x[i]).toArray();
        double[] up = IntStream.of(of).mapToDouble(i -> y[i]).toArray();
        double[] none = new double[of.length];
        int[] left = RisingOrder.of(across);
        int[] side = {};
        for (int layer = 0; layer < layers; layer++) {
            left = ConvexLayers.without(left, side);
            side = HullChain.lower(left, across, none, up, none);
        }
        return IntStream.of(side).map(i -> of[i]).toArray();
    }

    private int[] outside(int[] hull, double least, double perX, double doubt, double doubtAcross) {
        // The first edge that reaches into a stretch.
        int[] edges = new int[INTERVALS];
        int edge = 0;
        for (int stretch = 0; stretch < INTERVALS; stretch++) {
            double from = least + stretch / perX;
            while (edge < hull.length - 2 && x[hull[edge + 1]] < from) {
                edge++;
            }
            edges[stretch] = edge;
        }
        double first = x[hull[0]];
        double last = x[hull[hull.length - 1]];
        var kept = new IntList();
        for (int i = 0; i < n; i++) {
            if (x[i] <= first || x[i] >= last) {
                kept.add(i);
                continue;
            }
            int e = edges[Math.min(INTERVALS - 1, (int) ((x[i] - least) * perX))];
            while (x[hull[e + 1]] < x[i]) {
                e++;
            }
            int a = hull[e];
            int b = hull[e + 1];
            double slope = (y[b] - y[a]) / (x[b] - x[a]);
            if (y[i] <= y[a] + slope * (x[i] - x[a]) + doubt + doubtAcross * Math.abs(slope)) {
                kept.add(i);
            }
        }
        return kept.toArray();
    }
}
