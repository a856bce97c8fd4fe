package helvo.core.fit;

import helvo.core.Require;
import helvo.core.curve.Curve;
import helvo.core.number.RisingOrder;
import java.util.Arrays;
import java.util.stream.IntStream;

/// The points that a fit uses: finite x and y, and where each came from.
///
/// The arrays are shared, not copied: nobody changes them.
///
/// @param x    abscissae
/// @param y    ordinates, as many
/// @param rows the table row of each point, 0 is the first
/// @param xBar half length of each point's bar in x, NaN where it has none; empty when no point has one
/// @param yBar likewise in y
public record Points(double[] x, double[] y, int[] rows, double[] xBar, double[] yBar) {
    private static final double[] NO_BARS = {};

    public Points {
        Require.require(x.length == y.length && x.length == rows.length, "%s x, %s y, %s rows", x.length, y.length, rows.length);
        Require.require(xBar.length == 0 || xBar.length == x.length, "%s bars in x for %s points", xBar.length, x.length);
        Require.require(yBar.length == 0 || yBar.length == x.length, "%s bars in y for %s points", yBar.length, x.length);
    }

    /// Points without bars, in the rows of a table of their own.
    public static Points of(double[] x, double[] y) {
        int[] rows = new int[x.length];
        Arrays.setAll(rows, i -> i);
        return new Points(x, y, rows, NO_BARS, NO_BARS);
    }

    /// Those that a shape accepts; these themselves when it accepts all.
    public Points acceptedBy(Curve curve) {
        int[] kept = IntStream.range(0, x.length).filter(i -> curve.accepts(x[i], y[i])).toArray();
        return kept.length == x.length ? this : new Points(at(x, kept), at(y, kept), Arrays.stream(kept).map(i -> rows[i]).toArray(), at(xBar, kept), at(yBar, kept));
    }

    private static double[] at(double[] values, int[] places) {
        return values.length == 0 ? values : Arrays.stream(places).mapToDouble(i -> values[i]).toArray();
    }

    public int size() {
        return x.length;
    }

    /// How many different x there are, counted up to `enough`.
    public int distinctX(int enough) {
        double[] seen = new double[enough];
        int count = 0;
        for (int i = 0; i < x.length && count < enough; i++) {
            boolean known = false;
            for (int k = 0; k < count && !known; k++) {
                known = seen[k] == x[i];
            }
            if (!known) {
                seen[count++] = x[i];
            }
        }
        return count;
    }

    /// The positions of the points in order of rising x; points at the same x in their own order.
    public int[] orderByX() {
        return RisingOrder.of(x);
    }
}
