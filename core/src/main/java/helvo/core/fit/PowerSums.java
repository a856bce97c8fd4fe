package helvo.core.fit;

import org.apache.commons.numbers.core.DD;

/// The sums that the normal equations of a polynomial need, of t = (x − centre) · 2^-xPower and
/// u = (y − offset) · 2^-yPower, each summed to about twice a double's digits.
///
/// Every product and sum carries its rounding error along (two-sum, and two-product by fused multiply-add);
/// Dekker 1971.
///
/// @param powers Σ tᵏ, from k = 0
/// @param cross  Σ tᵏ u, from k = 0
record PowerSums(DD[] powers, DD[] cross) {
    private static final int BLOCK = 1 << 16;

    static PowerSums of(Points points, Scaling scaling, int degree, helvo.core.Progress progress) {
        double[] powerHigh = new double[2 * degree + 1];
        double[] powerLow = new double[2 * degree + 1];
        double[] crossHigh = new double[degree + 1];
        double[] crossLow = new double[degree + 1];
        int n = points.size();
        for (int from = 0; from < n; from += BLOCK) {
            progress.reached((double) from / n);
            add(points, from, Math.min(n, from + BLOCK), scaling, powerHigh, powerLow, crossHigh, crossLow);
        }
        return new PowerSums(together(powerHigh, powerLow), together(crossHigh, crossLow));
    }

    private static void add(Points points, int from, int to, Scaling scaling,
            double[] powerHigh, double[] powerLow, double[] crossHigh, double[] crossLow) {
        double[] x = points.x();
        double[] y = points.y();
        int highest = powerHigh.length - 1;
        int degree = crossHigh.length - 1;
        for (int i = from; i < to; i++) {
            double th = x[i] - scaling.centre();
            double tl = Scaling.errorOfDifference(x[i], scaling.centre(), th) * scaling.xFactor();
            th *= scaling.xFactor();
            double uh = y[i] - scaling.offset();
            double ul = Scaling.errorOfDifference(y[i], scaling.offset(), uh) * scaling.yFactor();
            uh *= scaling.yFactor();
            double ph = 1;
            double pl = 0;
            for (int k = 0; ; k++) {
                double sum = powerHigh[k] + ph;
                powerLow[k] += errorOfSum(powerHigh[k], ph, sum) + pl;
                powerHigh[k] = sum;
                if (k <= degree) {
                    double product = ph * uh;
                    double rest = Math.fma(ph, uh, -product) + (ph * ul + pl * uh);
                    double total = crossHigh[k] + product;
                    crossLow[k] += errorOfSum(crossHigh[k], product, total) + rest;
                    crossHigh[k] = total;
                }
                if (k == highest) {
                    break;
                }
                double next = ph * th;
                double low = Math.fma(ph, th, -next) + (ph * tl + pl * th);
                ph = next + low;
                pl = low - (ph - next);
            }
        }
    }

    /// What a + b lost in rounding to `sum`; exact. Knuth's two-sum.
    private static double errorOfSum(double a, double b, double sum) {
        double bPart = sum - a;
        return (a - (sum - bPart)) + (b - bPart);
    }

    private static DD[] together(double[] high, double[] low) {
        DD[] sums = new DD[high.length];
        for (int k = 0; k < sums.length; k++) {
            sums[k] = DD.ofSum(high[k], low[k]);
        }
        return sums;
    }
}
