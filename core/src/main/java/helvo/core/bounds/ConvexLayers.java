package helvo.core.bounds;

import helvo.core.task.ForkedTask;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.apache.commons.numbers.core.DD;

/// The outer convex layers of error-bar boxes: the boxes that decide which lines pass, whichever few are left out.
///
/// A rising line passes through all boxes when it lies below the lower side of the hull of their upper left corners
/// and above the upper side of the hull of their lower right ones. Take the corners of such a side away, then those
/// of the side of what remains, and so on: when k boxes are left out, one of the first k + 1 sides is still whole,
/// and a box beyond it changes nothing. Convex layers; Chazelle 1985, IEEE Transactions on Information Theory
/// 31:509.
final class ConvexLayers {
    private ConvexLayers() {}

    /// @param layers one more than may be left out
    /// @return places of boxes, rising; which lines pass is the same without all others
    static int[] outermost(BarBoxes boxes, int layers) {
        // Without bars in x the corners are the same for falling lines.
        List<BarBoxes> ways = boxes.hasXBars() ? List.of(boxes, boxes.mirrored()) : List.of(boxes);
        var found = new BitSet(boxes.size());
        ForkedTask.all(ways.size(), way -> Stream.concat(
                                tops(ways.get(way), layers).stream(), bottoms(ways.get(way), layers).stream())
                        .toList())
                .forEach(sides -> sides.forEach(side -> IntStream.of(side).forEach(found::set)));
        return found.stream().toArray();
    }

    /// The lower side of the hull of the upper left corners, then that of the others, and so on; each in order of
    /// rising x.
    static List<int[]> tops(BarBoxes boxes, int layers) {
        int[] perhaps = HullCandidates.lower(
                boxes.size(), i -> boxes.x()[i] - boxes.left()[i], i -> boxes.y()[i] + boxes.up()[i], layers);
        return sides(perhaps, boxes::leftEnd, boxes::top, layers, HullChain::lower);
    }

    /// The upper side of the hull of the lower right corners, and so on.
    static List<int[]> bottoms(BarBoxes boxes, int layers) {
        int[] perhaps = HullCandidates.upper(
                boxes.size(), i -> boxes.x()[i] + boxes.right()[i], i -> boxes.y()[i] - boxes.down()[i], layers);
        return sides(perhaps, boxes::rightEnd, boxes::bottom, layers, HullChain::upper);
    }

    private interface Side {
        int[] of(int[] order, double[] x, double[] xLow, double[] y, double[] yLow);
    }

    private static List<int[]> sides(int[] places, IntFunction<DD> xOf, IntFunction<DD> yOf, int layers, Side hull) {
        double[][] x = sums(places, xOf);
        double[][] y = sums(places, yOf);
        int[] left = BarBoxes.orderBy(x[0], x[1]);
        var sides = new ArrayList<int[]>();
        while (sides.size() < layers && left.length > 0) {
            int[] side = hull.of(left, x[0], x[1], y[0], y[1]);
            sides.add(IntStream.of(side).map(i -> places[i]).toArray());
            left = without(left, side);
        }
        return sides;
    }

    private static double[][] sums(int[] places, IntFunction<DD> of) {
        double[][] sums = new double[2][places.length];
        for (int i = 0; i < places.length; i++) {
            DD sum = of.apply(places[i]);
            sums[0][i] = sum.hi();
            sums[1][i] = sum.lo();
        }
        return sums;
    }

    /// What remains of places when some, in the same order, are taken away.
    static int[] without(int[] places, int[] taken) {
        int[] left = new int[places.length - taken.length];
        int next = 0;
        int size = 0;
        for (int place : places) {
            if (next < taken.length && taken[next] == place) {
                next++;
            } else {
                left[size++] = place;
            }
        }
        return left;
    }
}
