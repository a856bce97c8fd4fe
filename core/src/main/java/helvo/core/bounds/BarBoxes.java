package helvo.core.bounds;

import helvo.core.numeric.RisingOrder;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import java.util.Arrays;
import java.util.stream.IntStream;
import org.apache.commons.numbers.core.DD;

/// The points of a series with their error bars as rectangles that a line meets or misses. A point without a bar of
/// a kind that others of its series have takes no part, nor does one with a bar that is negative or not finite.
///
/// A line of slope m ≥ 0 passes through a box when it lies below its upper left corner and above its lower right
/// one. For lines of slope m ≤ 0 the same holds of the `mirrored` boxes, whose x has the other sign.
///
/// @param at    the points' places in `points`
/// @param left  half lengths of the bars towards smaller x; `right`, `down` and `up` likewise
record BarBoxes(
        Points points, int[] at, double[] x, double[] y, double[] left, double[] right, double[] down, double[] up) {
    static BarBoxes of(Points points) {
        ErrorBars inX = points.xBars();
        ErrorBars inY = points.yBars();
        int[] at = IntStream.range(0, points.size())
                .filter(i -> takesPart(inX, i) && takesPart(inY, i))
                .toArray();
        double[] none = new double[at.length];
        return new BarBoxes(
                points,
                at,
                taken(points.x(), at),
                taken(points.y(), at),
                inX.isNone() ? none : taken(inX.down(), at),
                inX.isNone() ? none : taken(inX.up(), at),
                inY.isNone() ? none : taken(inY.down(), at),
                inY.isNone() ? none : taken(inY.up(), at));
    }

    private static boolean takesPart(ErrorBars bars, int i) {
        return bars.isNone() || bars.has(i);
    }

    private static double[] taken(double[] values, int[] at) {
        return at.length == values.length
                ? values
                : Arrays.stream(at).mapToDouble(i -> values[i]).toArray();
    }

    int size() {
        return at.length;
    }

    /// The table row of a box.
    int row(int i) {
        return points.rows()[at[i]];
    }

    @SuppressWarnings("ArgumentSelectionDefectChecker") // left and right change places
    BarBoxes mirrored() {
        return new BarBoxes(points, at, Arrays.stream(x).map(each -> -each).toArray(), y, right, left, down, up);
    }

    /// The same with x and y exchanged: a line of slope m > 0 is then one of slope 1/m, and a vertical one is
    /// level.
    BarBoxes exchanged() {
        return new BarBoxes(points, at, y, x, down, up, left, right);
    }

    /// Those but for some.
    BarBoxes without(int[] places) {
        return only(IntStream.range(0, size())
                .filter(i -> Arrays.stream(places).noneMatch(place -> place == i))
                .toArray());
    }

    /// Those at some places.
    BarBoxes only(int[] kept) {
        return new BarBoxes(
                points,
                Arrays.stream(kept).map(i -> at[i]).toArray(),
                taken(x, kept),
                taken(y, kept),
                taken(left, kept),
                taken(right, kept),
                taken(down, kept),
                taken(up, kept));
    }

    boolean hasXBars() {
        return Arrays.stream(left).anyMatch(each -> each > 0)
                || Arrays.stream(right).anyMatch(each -> each > 0);
    }

    /// Whether it has no extent, so that no factor makes it larger.
    boolean isPoint(int i) {
        return up[i] == 0 && down[i] == 0 && left[i] == 0 && right[i] == 0;
    }

    DD leftEnd(int i) {
        return DD.ofDifference(x[i], left[i]);
    }

    DD rightEnd(int i) {
        return DD.ofSum(x[i], right[i]);
    }

    DD bottom(int i) {
        return DD.ofDifference(y[i], down[i]);
    }

    DD top(int i) {
        return DD.ofSum(y[i], up[i]);
    }

    /// How far a line may lie from the point of a box that it just touches, in y.
    ///
    /// @param above whose sign says on which side of the point the line lies
    double reach(int i, double above, double slope) {
        double inX = above > 0 == slope >= 0 ? left[i] : right[i];
        return (above > 0 ? up[i] : down[i]) + Math.abs(slope) * inX;
    }

    /// By how much a box's bars must grow for a line to touch it: 1 when it does just now, 0 when it goes through
    /// the point.
    ///
    /// @param above how far the line lies above the point, in y
    double factor(int i, double above, double slope) {
        double distance = Math.abs(above);
        double reach = reach(i, above, slope);
        return distance == 0 ? 0 : reach == 0 ? Double.POSITIVE_INFINITY : distance / reach;
    }

    /// The places of numbers that are sums of two doubles in rising order.
    static int[] orderBy(double[] high, double[] low) {
        int[] order = RisingOrder.of(high);
        for (int i = 1; i < order.length; i++) {
            int moved = order[i];
            int k = i;
            while (k > 0 && high[order[k - 1]] == high[moved] && low[order[k - 1]] > low[moved]) {
                order[k] = order[k - 1];
                k--;
            }
            order[k] = moved;
        }
        return order;
    }
}
