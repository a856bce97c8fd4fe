package helvo.core.nonlinear;

import helvo.core.points.ScaledPoints;
import java.util.Comparator;
import java.util.stream.IntStream;

/// How much of the points' variation an oscillation explains at each frequency, about a mean that is fitted with it
/// (Zechmeister and Kürster 2009, Astron. Astrophys. 496:577, eq. 5).
final class Periodogram {
    private static final int MOST_POINTS = 2000;
    /// Between two frequencies, as a part of an oscillation over all points: a peak is about one wide.
    private static final double STEP = 0.2;
    /// Where sine and cosine are one at all points there is no telling.
    private static final double LEAST_DETERMINANT = 1e-8;

    private Periodogram() {}

    /// The angular rates of the highest peaks, highest first, up to half an oscillation a point.
    static double[] peaks(ScaledPoints points, double span, int most) {
        ScaledPoints few = points.scattered(MOST_POINTS);
        int n = few.size();
        double[] weights = new double[n];
        double total = 0;
        for (int i = 0; i < n; i++) {
            weights[i] = few.weight(i);
            total += weights[i];
        }
        double mean = 0;
        for (int i = 0; i < n; i++) {
            weights[i] /= total;
            mean += weights[i] * few.y()[i];
        }
        double first = few.x()[0];
        double step = 2 * Math.PI * STEP / span;
        double[] turnCos = new double[n];
        double[] turnSin = new double[n];
        for (int i = 0; i < n; i++) {
            turnCos[i] = Math.cos(step * (few.x()[i] - first));
            turnSin[i] = Math.sin(step * (few.x()[i] - first));
        }
        double[] cos = turnCos.clone();
        double[] sin = turnSin.clone();
        double[] powers = new double[(int) (n / 2.0 / STEP)];
        for (int k = 0; k < powers.length; k++) {
            powers[k] = power(few.y(), mean, weights, cos, sin);
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
                .mapToDouble(k -> (k + 1) * step)
                .toArray();
    }

    private static double power(double[] y, double mean, double[] weights, double[] cos, double[] sin) {
        double ofCos = 0;
        double ofSin = 0;
        double ofCosCos = 0;
        double ofCosSin = 0;
        double ofYCos = 0;
        double ofYSin = 0;
        for (int i = 0; i < y.length; i++) {
            double c = weights[i] * cos[i];
            double s = weights[i] * sin[i];
            double left = y[i] - mean;
            ofCos += c;
            ofSin += s;
            ofCosCos += c * cos[i];
            ofCosSin += c * sin[i];
            ofYCos += left * c;
            ofYSin += left * s;
        }
        double cc = ofCosCos - ofCos * ofCos;
        double ss = 1 - ofCosCos - ofSin * ofSin;
        double cs = ofCosSin - ofCos * ofSin;
        double determinant = cc * ss - cs * cs;
        double explained = ss * ofYCos * ofYCos + cc * ofYSin * ofYSin - 2 * cs * ofYCos * ofYSin;
        return determinant > LEAST_DETERMINANT ? explained / determinant : 0;
    }
}
