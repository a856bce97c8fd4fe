package helvo.core.bounds;

import java.util.BitSet;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import org.apache.commons.numbers.core.DD;

/// The boxes that bear on which lines pass, whichever few of them are left out.
///
/// A rising line passes through all boxes when it lies below the lower side of the hull of their upper left corners and above
/// the upper side of the hull of their lower right ones. Take the corners of such a side away, then those of the side of
/// what remains, and so on: when k boxes are left out, one of the first k + 1 sides is still whole, and a box beyond it
/// changes nothing. Convex layers; Chazelle 1985, IEEE Transactions on Information Theory 31:509.
final class Layers {
    private final double[] x;
    private final double[] xLow;
    private final double[] y;
    private final double[] yLow;
    private final boolean lower;

    private Layers(int n, IntFunction<DD> xOf, IntFunction<DD> yOf, boolean lower) {
        x = new double[n];
        xLow = new double[n];
        y = new double[n];
        yLow = new double[n];
        this.lower = lower;
        for (int i = 0; i < n; i++) {
            DD across = xOf.apply(i);
            DD up = yOf.apply(i);
            x[i] = across.hi();
            xLow[i] = across.lo();
            y[i] = up.hi();
            yLow[i] = up.lo();
        }
    }

    /// @param layers one more than may be left out
    /// @return places of boxes, rising; which lines pass is the same without all others
    static int[] outermost(Boxes boxes, int layers) {
        var found = new BitSet(boxes.size());
        peel(boxes, layers, found);
        if (boxes.hasXBars()) {
            // Without bars in x the corners are the same for falling lines.
            peel(boxes.mirrored(), layers, found);
        }
        return found.stream().toArray();
    }

    private static void peel(Boxes boxes, int layers, BitSet found) {
        new Layers(boxes.size(), boxes::leftEnd, boxes::top, true).peel(layers, found);
        new Layers(boxes.size(), boxes::rightEnd, boxes::bottom, false).peel(layers, found);
    }

    private void peel(int layers, BitSet found) {
        int[] left = IntStream.range(0, x.length).toArray();
        for (int layer = 0; layer < layers && left.length > 0; layer++) {
            var taken = new BitSet(x.length);
            for (int corner : side(left)) {
                taken.set(corner);
            }
            found.or(taken);
            left = IntStream.of(left).filter(i -> !taken.get(i)).toArray();
        }
    }

    private int[] side(int[] of) {
        int[] perhaps = lower ? Candidates.lower(of.length, i -> x[of[i]], i -> y[of[i]]) : Candidates.upper(of.length, i -> x[of[i]], i -> y[of[i]]);
        int[] places = IntStream.of(perhaps).map(i -> of[i]).toArray();
        int[] order = Boxes.orderBy(IntStream.of(places).mapToDouble(i -> x[i]).toArray(), IntStream.of(places).mapToDouble(i -> xLow[i]).toArray());
        int[] inOrder = IntStream.of(order).map(i -> places[i]).toArray();
        return lower ? Hull.lower(inOrder, x, xLow, y, yLow) : Hull.upper(inOrder, x, xLow, y, yLow);
    }
}
