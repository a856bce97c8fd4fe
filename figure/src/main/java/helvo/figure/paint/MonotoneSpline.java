package helvo.figure.paint;

import java.awt.geom.Path2D;

/// A smooth curve through points that rises and falls only where they do. Fritsch & Carlson 1980, SIAM J. Numer.
/// Anal. 17:238-246.
final class MonotoneSpline {
    private MonotoneSpline() {}

    /// @param n how many of the points are used; equal x after one another count once, by their mean
    static Path2D path(double[] xs, double[] ys, int n) {
        double[] x = new double[n];
        double[] y = new double[n];
        int m = 0;
        for (int i = 0, next; i < n; i = next) {
            double sum = 0;
            for (next = i; next < n && xs[next] == xs[i]; next++) {
                sum += ys[next];
            }
            x[m] = xs[i];
            y[m++] = sum / (next - i);
        }
        var path = new Path2D.Double();
        path.moveTo(x[0], y[0]);
        double[] slope = slopes(x, y, m);
        for (int i = 0; i + 1 < m; i++) {
            double third = (x[i + 1] - x[i]) / 3;
            path.curveTo(
                    x[i] + third,
                    y[i] + third * slope[i],
                    x[i + 1] - third,
                    y[i + 1] - third * slope[i + 1],
                    x[i + 1],
                    y[i + 1]);
        }
        return path;
    }

    private static double[] slopes(double[] x, double[] y, int n) {
        double[] slope = new double[n];
        if (n < 2) {
            return slope;
        }
        double[] secant = new double[n - 1];
        for (int i = 0; i < n - 1; i++) {
            secant[i] = (y[i + 1] - y[i]) / (x[i + 1] - x[i]);
        }
        slope[0] = secant[0];
        slope[n - 1] = secant[n - 2];
        for (int i = 1; i < n - 1; i++) {
            slope[i] = secant[i - 1] * secant[i] <= 0 ? 0 : (secant[i - 1] + secant[i]) / 2;
        }
        for (int i = 0; i < n - 1; i++) {
            if (secant[i] == 0) {
                slope[i] = 0;
                slope[i + 1] = 0;
                continue;
            }
            double a = slope[i] / secant[i];
            double b = slope[i + 1] / secant[i];
            double squared = a * a + b * b;
            if (squared > 9) {
                double shrink = 3 / Math.sqrt(squared);
                slope[i] = shrink * a * secant[i];
                slope[i + 1] = shrink * b * secant[i];
            }
        }
        return slope;
    }
}
