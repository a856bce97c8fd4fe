package helvo.core.nonlinear;

import helvo.core.points.ScaledPoints;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;

/// How much of the points' variation an oscillation explains at each frequency, about a mean that is fitted with it
/// (Zechmeister and Kürster 2009, Astron. Astrophys. 496:577, eq. 5): of y, and of what a parabola leaves of y,
/// since a trend over all points hides an oscillation upon it.
final class Periodogram {
    private static final int MOST_POINTS = 2000;
    /// Between two frequencies, as a part of an oscillation over all points: a peak is about one wide.
    private static final double STEP = 0.2;
    /// Where sine and cosine are one at all points there is no telling.
    private static final double LEAST_DETERMINANT = 1e-8;
    private static final int DEGREE_OF_TREND = 2;

    private final double[] x;
    /// Their sum is 1.
    private final double[] weights;
    private final double span;

    private Periodogram(ScaledPoints points, double span) {
        this.span = span;
        x = points.x();
        weights = IntStream.range(0, x.length).mapToDouble(points::weight).toArray();
        double total = Arrays.stream(weights).sum();
        Arrays.setAll(weights, i -> weights[i] / total);
    }

    /// The angular rates of the highest peaks, of y and of what a parabola leaves, highest of each first, up to half
    /// an oscillation a point.
    ///
    /// @param most of each
    static double[] peaks(ScaledPoints points, double span, int most) {
        ScaledPoints few = points.scattered(MOST_POINTS);
        var periodogram = new Periodogram(few, span);
        double[] y = periodogram.without(0, few.y());
        return DoubleStream.concat(
                        periodogram.peaks(y, most), periodogram.peaks(periodogram.without(DEGREE_OF_TREND, y), most))
                .distinct()
                .toArray();
    }

    /// What the least squares polynomial leaves, by polynomials that are orthogonal over the points (Forsythe
    /// 1957, J. Soc. Ind. Appl. Math. 5:74).
    private double[] without(int degree, double[] y) {
        double[] left = y.clone();
        var lower = new ArrayList<double[]>();
        for (int k = 0; k <= degree; k++) {
            double[] next = new double[x.length];
            for (int i = 0; i < x.length; i++) {
                next[i] = k == 0 ? 1 : lower.getLast()[i] * (x[i] - x[0]) / span;
            }
            for (double[] each : lower) {
                take(each, next);
            }
            take(next, left);
            lower.add(next);
        }
        return left;
    }

    /// Takes a polynomial out, as far as it is in what is left.
    private void take(double[] polynomial, double[] left) {
        double part = product(polynomial, left);
        double size = product(polynomial, polynomial);
        for (int i = 0; i < left.length && size > 0; i++) {
            left[i] -= part / size * polynomial[i];
        }
    }

    private double product(double[] one, double[] other) {
        double sum = 0;
        for (int i = 0; i < one.length; i++) {
            sum += weights[i] * one[i] * other[i];
        }
        return sum;
    }

    /// @param left its mean is 0
    private DoubleStream peaks(double[] left, int most) {
        int n = x.length;
        double step = 2 * Math.PI * STEP / span;
        double[] turnCos = new double[n];
        double[] turnSin = new double[n];
        for (int i = 0; i < n; i++) {
            turnCos[i] = Math.cos(step * (x[i] - x[0]));
            turnSin[i] = Math.sin(step * (x[i] - x[0]));
        }
        double[] cos = turnCos.clone();
        double[] sin = turnSin.clone();
        double[] powers = new double[(int) (n / 2.0 / STEP)];
        for (int k = 0; k < powers.length; k++) {
            powers[k] = power(left, cos, sin);
            for (int i = 0; i < n; i++) {
                double next = cos[i] * turnCos[i] - sin[i] * turnSin[i];
                sin[i] = sin[i] * turnCos[i] + cos[i] * turnSin[i];
                cos[i] = next;
            }
        }
        return IntStream.range(0, powers.length)
                .filter(k ->
                        (k == 0 || powers[k] > powers[k - 1]) && (k == powers.length - 1 || powers[k] >= powers[k + 1]))
                .boxed()
                .sorted(Comparator.comparingDouble(k -> -powers[k]))
                .limit(most)
                .mapToDouble(k -> (k + 1) * step);
    }

    private double power(double[] left, double[] cos, double[] sin) {
        double ofCos = 0;
        double ofSin = 0;
        double ofCosCos = 0;
        double ofCosSin = 0;
        double ofYCos = 0;
        double ofYSin = 0;
        for (int i = 0; i < left.length; i++) {
            double c = weights[i] * cos[i];
            double s = weights[i] * sin[i];
            ofCos += c;
            ofSin += s;
            ofCosCos += c * cos[i];
            ofCosSin += c * sin[i];
            ofYCos += left[i] * c;
            ofYSin += left[i] * s;
        }
        double cc = ofCosCos - ofCos * ofCos;
        double ss = 1 - ofCosCos - ofSin * ofSin;
        double cs = ofCosSin - ofCos * ofSin;
        double determinant = cc * ss - cs * cs;
        double explained = ss * ofYCos * ofYCos + cc * ofYSin * ofYSin - 2 * cs * ofYCos * ofYSin;
        return determinant > LEAST_DETERMINANT ? explained / determinant : 0;
    }
}
