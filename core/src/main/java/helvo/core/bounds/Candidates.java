package helvo.core.bounds;

import helvo.core.table.RowList;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;

/// Points that may be corners of one side of a convex hull, found in two passes without sorting: the outermost point of each of some
/// equal stretches of x give a first hull, and what lies inside it is no corner (in the manner of Akl & Toussaint 1978, Information Processing
/// Letters 7:219). What the rounding of doubles leaves in doubt stays.
final class Candidates {
    private static final int STRETCHES = 1024;
    /// Fewer are all taken.
    private static final int FEW = 4 * STRETCHES;
    private static final double DOUBT = 1e-12;

    private final double[] x;
    private final double[] y;
    private final int n;

    /// @param sign 1 for the lower side, −1 for the upper
    private Candidates(int n, IntToDoubleFunction xOf, IntToDoubleFunction yOf, int sign) {
        this.n = n;
        x = new double[n];
        y = new double[n];
        for (int i = 0; i < n; i++) {
            x[i] = xOf.applyAsDouble(i);
            y[i] = sign * yOf.applyAsDouble(i);
        }
    }

    static int[] lower(int n, IntToDoubleFunction x, IntToDoubleFunction y) {
        return n <= FEW ? IntStream.range(0, n).toArray() : new Candidates(n, x, y, 1).found();
    }

    static int[] upper(int n, IntToDoubleFunction x, IntToDoubleFunction y) {
        return n <= FEW ? IntStream.range(0, n).toArray() : new Candidates(n, x, y, -1).found();
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
        double perX = STRETCHES / (greatest - least);
        if (!(perX > 0) || !Double.isFinite(perX) || !Double.isFinite(largest)) {
            return IntStream.range(0, n).toArray();
        }
        int[] lowest = new int[STRETCHES];
        java.util.Arrays.fill(lowest, -1);
        for (int i = 0; i < n; i++) {
            int stretch = Math.min(STRETCHES - 1, (int) ((x[i] - least) * perX));
            lowest[stretch] = lowest[stretch] < 0 || y[i] < y[lowest[stretch]] ? i : lowest[stretch];
        }
        int[] order = IntStream.of(lowest).filter(i -> i >= 0).toArray();
        double[] none = new double[n];
        int[] hull = Hull.lower(order, x, none, y, none);
        return outside(hull, least, perX, DOUBT * (largest + Math.abs(y[hull[0]])));
    }

    private int[] outside(int[] hull, double least, double perX, double doubt) {
        // The first edge that reaches into a stretch.
        int[] edges = new int[STRETCHES];
        int edge = 0;
        for (int stretch = 0; stretch < STRETCHES; stretch++) {
            double from = least + stretch / perX;
            while (edge < hull.length - 2 && x[hull[edge + 1]] < from) {
                edge++;
            }
            edges[stretch] = edge;
        }
        double first = x[hull[0]];
        double last = x[hull[hull.length - 1]];
        var kept = new RowList();
        for (int i = 0; i < n; i++) {
            if (x[i] <= first || x[i] >= last) {
                kept.add(i);
                continue;
            }
            int e = edges[Math.min(STRETCHES - 1, (int) ((x[i] - least) * perX))];
            while (x[hull[e + 1]] < x[i]) {
                e++;
            }
            int a = hull[e];
            int b = hull[e + 1];
            if (y[i] <= y[a] + (y[b] - y[a]) * ((x[i] - x[a]) / (x[b] - x[a])) + doubt) {
                kept.add(i);
            }
        }
        return kept.toArray();
    }
}
