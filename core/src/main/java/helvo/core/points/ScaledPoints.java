package helvo.core.points;

import helvo.core.numeric.Range;
import helvo.core.numeric.RisingOrder;
import java.util.Arrays;
import java.util.stream.IntStream;

/// Points scaled so that no square overflows, with their weights, for a search for least squares.
///
/// @param x         as the shape takes it
/// @param y         in units of `unit`, a power of two
/// @param roots     one over the standard deviation of each point, the largest about 1; empty where all count alike
/// @param rootPower roots are counted in 2 to the minus this power, in y units
public record ScaledPoints(double[] x, double[] y, double[] roots, double unit, int rootPower, Weighting weighting) {
    private static final double[] ALIKE = {};
    private static final int GREATEST_POWER = 1000;
    private static final double GOLDEN_RATIO = (1 + Math.sqrt(5)) / 2;

    /// @param x as the shape takes it, of each of the points
    public static ScaledPoints of(double[] x, Points points) {
        double top = Range.of(points.y()).maxAbs();
        double unit =
                top == 0 ? 1 : Math.scalb(1.0, Math.clamp(Math.getExponent(top), -GREATEST_POWER, GREATEST_POWER));
        int power = points.sigmaPower();
        return new ScaledPoints(
                x,
                unit == 1
                        ? points.y()
                        : Arrays.stream(points.y()).map(each -> each / unit).toArray(),
                points.weighting() == Weighting.UNWEIGHTED
                        ? ALIKE
                        : Arrays.stream(points.ySigma())
                                .map(each -> 1 / Math.scalb(each, -power))
                                .toArray(),
                unit,
                power,
                points.weighting());
    }

    public int size() {
        return x.length;
    }

    public double weight(int i) {
        return roots.length == 0 ? 1 : roots[i] * roots[i];
    }

    public boolean areAlike() {
        return roots.length == 0;
    }

    /// At most about so many of them, evenly taken where all count alike, else half of them by their weights, so
    /// that none that decides is missed. Each counts for those that it stands for (Horvitz & Thompson 1952, J. Am.
    /// Stat. Assoc. 47:663).
    public ScaledPoints sample(int most) {
        int n = size();
        if (n <= most) {
            return this;
        }
        double total =
                areAlike() ? n : IntStream.range(0, n).mapToDouble(this::weight).sum();
        double byWeight = 0.5 * most / total;
        double even = 0.5 * most / n;
        double[] times = new double[n];
        double before = 0;
        for (int i = 0; i < n; i++) {
            double after = before + weight(i) * byWeight + even;
            times[i] = Math.floor(after + 0.5) - Math.floor(before + 0.5);
            before = after;
        }
        int[] places = IntStream.range(0, n).filter(i -> times[i] > 0).toArray();
        double[] counted = areAlike()
                ? ALIKE
                : Arrays.stream(places)
                        .mapToDouble(i -> {
                            double expected = weight(i) * byWeight + even;
                            return roots[i] * Math.sqrt(expected >= 1 ? 1 : times[i] / expected);
                        })
                        .toArray();
        return new ScaledPoints(at(x, places), at(y, places), counted, unit, rootPower, weighting);
    }

    /// About so many means, each of points that are neighbours in x, with the weight of all of them: half of the
    /// stretches by number, half by weight, so that none that decides is mixed with others. A smooth curve
    /// through them is, but for its turn within a stretch, the one through all points.
    public ScaledPoints averaged(int most) {
        int n = size();
        if (n <= most) {
            return this;
        }
        int[] order = RisingOrder.of(x);
        double total =
                areAlike() ? n : IntStream.range(0, n).mapToDouble(this::weight).sum();
        double[] meanX = new double[most];
        double[] meanY = new double[most];
        double[] weights = new double[most];
        double share = 0;
        for (int i : order) {
            double own = 0.5 * weight(i) / total + 0.5 / n;
            int k = Math.clamp((int) ((share + own / 2) * most), 0, most - 1);
            share += own;
            weights[k] += weight(i);
            double part = weights[k] > 0 ? weight(i) / weights[k] : 0;
            meanX[k] += part * (x[i] - meanX[k]);
            meanY[k] += part * (y[i] - meanY[k]);
        }
        int[] some = IntStream.range(0, most).filter(k -> weights[k] > 0).toArray();
        return new ScaledPoints(
                at(meanX, some),
                at(meanY, some),
                Arrays.stream(some).mapToDouble(k -> Math.sqrt(weights[k])).toArray(),
                unit,
                rootPower,
                weighting);
    }

    /// At most so many of them, one from each of as many stretches, at uneven places: evenly taken ones would show
    /// an oscillation as a slower one.
    public ScaledPoints scattered(int most) {
        int n = size();
        if (n <= most) {
            return this;
        }
        int[] places = IntStream.range(0, most)
                .map(i -> (int) ((i + (i + 1) * GOLDEN_RATIO % 1) * n / most))
                .toArray();
        return new ScaledPoints(
                at(x, places), at(y, places), areAlike() ? ALIKE : at(roots, places), unit, rootPower, weighting);
    }

    private static double[] at(double[] values, int[] places) {
        return Arrays.stream(places).mapToDouble(i -> values[i]).toArray();
    }

    /// Those from one to before another, in the same units.
    public ScaledPoints part(int from, int to) {
        return new ScaledPoints(
                Arrays.copyOfRange(x, from, to),
                Arrays.copyOfRange(y, from, to),
                areAlike() ? ALIKE : Arrays.copyOfRange(roots, from, to),
                unit,
                rootPower,
                weighting);
    }

    /// The sum of squares about 0.
    public double squares() {
        return IntStream.range(0, size())
                .mapToDouble(i -> weight(i) * y[i] * y[i])
                .sum();
    }

    /// What is left of the sum of squares where a curve is 0 but for the points at one x, whose mean it meets.
    public double squaresBesideThoseAt(double only) {
        double weights = 0;
        double mean = 0;
        for (int i = 0; i < size(); i++) {
            if (x[i] == only) {
                weights += weight(i);
                mean += weight(i) / weights * (y[i] - mean);
            }
        }
        double sum = 0;
        for (int i = 0; i < size(); i++) {
            double left = x[i] == only ? y[i] - mean : y[i];
            sum += weight(i) * left * left;
        }
        return sum;
    }
}
