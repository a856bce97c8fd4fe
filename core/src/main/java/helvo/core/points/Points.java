package helvo.core.points;

import helvo.core.Require;
import helvo.core.numeric.RisingOrder;
import java.util.Arrays;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;

/// The points that a fit uses: finite x and y, and where each came from.
///
/// The arrays are shared, not copied: nobody changes them.
///
/// @param x    abscissae
/// @param y    ordinates, as many
/// @param rows the table row of each point, 0 is the first
/// @param xBars bars in x; none when no point has one
/// @param yBars likewise in y
/// @param weighting how they count in a fit
/// @param xSigma standard deviation of each x as its bar says, NaN where it has none; empty when none has one or
///     all points count alike
/// @param ySigma likewise of each y; never empty where bars weigh
public record Points(
        double[] x,
        double[] y,
        int[] rows,
        ErrorBars xBars,
        ErrorBars yBars,
        Weighting weighting,
        double[] xSigma,
        double[] ySigma) {
    private static final double[] NO_BARS = {};

    public Points {
        Require.require(
                x.length == y.length && x.length == rows.length,
                "%s x, %s y, %s rows",
                x.length,
                y.length,
                rows.length);
        Require.require(
                xBars.isNone() || xBars.up().length == x.length,
                "%s bars in x for %s points",
                xBars.up().length,
                x.length);
        Require.require(
                yBars.isNone() || yBars.up().length == x.length,
                "%s bars in y for %s points",
                yBars.up().length,
                x.length);
        Require.require(
                weighting == Weighting.UNWEIGHTED || ySigma.length == y.length,
                "%s standard deviations for %s points",
                ySigma.length,
                x.length);
    }

    /// Points that all count alike.
    public Points(double[] x, double[] y, int[] rows, ErrorBars xBars, ErrorBars yBars) {
        this(x, y, rows, xBars, yBars, Weighting.UNWEIGHTED, NO_BARS, NO_BARS);
    }

    /// The same points, counting by their bars; of one that is longer one way than the other, by its mean half
    /// length.
    ///
    /// @param xUnit standard deviation for a bar of length 1 in x
    /// @param yUnit likewise in y
    public Points weighted(Weighting by, double xUnit, double yUnit) {
        return by == Weighting.UNWEIGHTED
                ? new Points(x, y, rows, xBars, yBars)
                : new Points(
                        x,
                        y,
                        rows,
                        xBars,
                        yBars,
                        by,
                        times(xBars.half(), xUnit),
                        yBars.isNone() ? nothing(y.length) : times(yBars.half(), yUnit));
    }

    /// The same points, all counting alike.
    public Points alike() {
        return weighting == Weighting.UNWEIGHTED ? this : new Points(x, y, rows, xBars, yBars);
    }

    /// The same points with other bars; they count alike.
    public Points withBars(ErrorBars inX, ErrorBars inY) {
        return new Points(x, y, rows, inX, inY);
    }

    private static double[] times(double[] bars, double unit) {
        return unit == 1 ? bars : Arrays.stream(bars).map(bar -> bar * unit).toArray();
    }

    private static double[] nothing(int n) {
        double[] none = new double[n];
        Arrays.fill(none, Double.NaN);
        return none;
    }

    /// The same points over another x and y, as many; their bars are not carried over, but their weights by y are.
    public Points over(double[] newX, double[] newY, double[] newSigma) {
        return new Points(newX, newY, rows, ErrorBars.NONE, ErrorBars.NONE, weighting, NO_BARS, newSigma);
    }

    /// Whether bars in both x and y weigh.
    public boolean weighedInBoth() {
        return weighting != Weighting.UNWEIGHTED && Arrays.stream(xSigma).anyMatch(sigma -> sigma > 0);
    }

    /// Whether a point takes part: it does not where bars weigh and it has none above 0.
    ///
    /// @param inBoth whether bars in x, where there are any, weigh too
    public boolean counts(int i, boolean inBoth) {
        return weighting == Weighting.UNWEIGHTED
                || finite(ySigma[i])
                || inBoth && xSigma.length > 0 && finite(xSigma[i]) && !(ySigma[i] < 0);
    }

    private static boolean finite(double sigma) {
        return sigma > 0 && sigma < Double.POSITIVE_INFINITY;
    }

    /// To first order, the standard deviation of ln y is that of y over y.
    public double sigmaOfLnY(int i) {
        return Math.clamp(ySigma[i] / y[i], Double.MIN_NORMAL, Double.MAX_VALUE);
    }

    /// The power of two of the least standard deviation in y; 0 where all points count alike.
    public int sigmaPower() {
        double least = Arrays.stream(ySigma).filter(Points::finite).min().orElse(1);
        return weighting == Weighting.UNWEIGHTED ? 0 : Math.clamp(Math.getExponent(least), -1000, 1000);
    }

    /// Points without bars, in the rows of a table of their own.
    public static Points of(double[] x, double[] y) {
        int[] rows = new int[x.length];
        Arrays.setAll(rows, i -> i);
        return new Points(x, y, rows, ErrorBars.NONE, ErrorBars.NONE);
    }

    /// Those at the places that a test keeps; these themselves when it keeps all.
    public Points where(IntPredicate test) {
        return IntStream.range(0, x.length).allMatch(test)
                ? this
                : at(IntStream.range(0, x.length).filter(test).toArray());
    }

    /// At most so many means, each of neighbours in x, as many in each but for one; they all count alike, are in
    /// no row of the table, and have no bars.
    public Points averaged(int most) {
        ScaledPoints means = ScaledPoints.of(x, alike()).averaged(most);
        return of(
                means.x(),
                Arrays.stream(means.y()).map(mean -> mean * means.unit()).toArray());
    }

    /// All but the one of this row of the table.
    public Points withoutRow(int row) {
        return where(i -> rows[i] != row);
    }

    private Points at(int[] kept) {
        return new Points(
                at(x, kept),
                at(y, kept),
                Arrays.stream(kept).map(i -> rows[i]).toArray(),
                xBars.at(kept),
                yBars.at(kept),
                weighting,
                at(xSigma, kept),
                at(ySigma, kept));
    }

    private static double[] at(double[] values, int[] places) {
        return values.length == 0
                ? values
                : Arrays.stream(places).mapToDouble(i -> values[i]).toArray();
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
