package helvo.core.fit.solver;

import helvo.core.Progress;
import helvo.core.numeric.FittedFunction;
import helvo.core.numeric.RoundingError;
import helvo.core.numeric.SymmetricSystem;
import helvo.core.points.LowParts;
import helvo.core.points.Points;
import helvo.core.points.Scaling;
import helvo.core.points.Weighting;
import helvo.core.task.BlockParallel;
import java.util.Arrays;
import org.apache.commons.numbers.core.DD;

/// A polynomial fitted in scaled t and u (see [Scaling]), kept in double-double so that values and
/// residuals far from the origin keep all their digits.
public final class ScaledPolynomial implements FittedFunction {
    private static final int MAX_QUICK = 3;
    private static final double[] NOT_ASKED = {};

    private final Scaling scaling;
    private final int lowest;
    private final double[] high;
    private final double[] low;
    private final SymmetricSystem normal;
    private final int sigmaPower;
    private final double[] quick;
    private final double xFactor;
    private final double yFactor;

    /// @param coefficients of t^lowest and the powers above it
    /// @param fitted       the points that they were fitted to
    public ScaledPolynomial(Scaling scaling, int lowest, DD[] coefficients, SymmetricSystem normal, Points fitted) {
        this.scaling = scaling;
        xFactor = scaling.xFactor();
        yFactor = scaling.yFactor();
        sigmaPower = fitted.sigmaPower();
        this.lowest = lowest;
        this.normal = normal;
        high = new double[coefficients.length + lowest];
        low = new double[high.length];
        for (int k = 0; k < coefficients.length; k++) {
            high[k + lowest] = coefficients[k].hi();
            low[k + lowest] = coefficients[k].lo();
        }
        quick = quick(normal, lowest);
    }

    /// The leverage of a line or parabola as a polynomial of t, which centred and scaled x keep well conditioned;
    /// empty for a higher degree.
    private static double[] quick(SymmetricSystem normal, int lowest) {
        int size = normal.size();
        if (size > MAX_QUICK) {
            return new double[0];
        }
        double[] sums = new double[2 * (size - 1 + lowest) + 1];
        for (int i = 0; i < size; i++) {
            DD[] unit = new DD[size];
            Arrays.fill(unit, DD.ZERO);
            unit[i] = DD.ONE;
            DD[] column = normal.solve(unit);
            for (int j = 0; j < size; j++) {
                sums[i + j + 2 * lowest] += column[j].doubleValue();
            }
        }
        return sums;
    }

    @Override
    public double at(double x) {
        DD value = scaledValue(x);
        return value.scalb(scaling.yPower()).add(scaling.offset()).doubleValue();
    }

    @Override
    public double slope(double x) {
        DD t = t(x);
        DD slope = DD.ZERO;
        for (int k = high.length - 1; k > 0; k--) {
            slope = slope.multiply(t).add(DD.ofSum(high[k], low[k]).multiply(k));
        }
        return slope.scalb(scaling.yPower() - scaling.xPower()).doubleValue();
    }

    /// By repeated division by t − t₀ in double-double (Taylor's expansion about t₀).
    @Override
    public double[] about(double origin, int degree) {
        DD t = t(origin);
        DD[] c = new DD[high.length];
        Arrays.setAll(c, k -> DD.ofSum(high[k], low[k]));
        for (int k = 0; k < c.length - 1; k++) {
            for (int j = c.length - 2; j >= k; j--) {
                c[j] = c[j].add(c[j + 1].multiply(t));
            }
        }
        double[] about = new double[c.length];
        for (int k = 0; k < c.length; k++) {
            DD unscaled = c[k].scalb(scaling.yPower() - scaling.xPower() * k);
            about[k] = (k == 0 ? unscaled.add(scaling.offset()) : unscaled).doubleValue();
        }
        return about;
    }

    @Override
    public double residual(double x, double y) {
        return residual(x, 0, y, 0);
    }

    /// @param xRest what x lost in rounding, and `yRest` what y lost
    public double residual(double x, double xRest, double y, double yRest) {
        return scaledResidual(x, xRest, y, yRest, NOT_ASKED) / yFactor;
    }

    @Override
    public double leverage(double x) {
        if (quick.length > 0) {
            double t = roundedT(x);
            double value = 0;
            for (int k = quick.length - 1; k >= 0; k--) {
                value = value * t + quick[k];
            }
            return Math.scalb(value, 2 * sigmaPower);
        }
        return normal.quadraticForm(powers(x)).scalb(2 * sigmaPower).doubleValue();
    }

    @Override
    public double[] basis(double x) {
        double[] basis = new double[normal.size()];
        double t = roundedT(x);
        double power = 1;
        for (int k = -lowest; k < basis.length; k++) {
            if (k >= 0) {
                basis[k] = power;
            }
            power *= t;
        }
        return basis;
    }

    private DD[] powers(double x) {
        DD t = t(x);
        DD[] powers = new DD[normal.size()];
        DD power = DD.ONE;
        for (int k = 0; k < lowest; k++) {
            power = power.multiply(t);
        }
        for (int k = 0; k < powers.length; k++) {
            powers[k] = power;
            power = power.multiply(t);
        }
        return powers;
    }

    /// Sums of squares of the residuals and of u about its mean, in scaled units, and the largest residual.
    public SumsOfSquares sumsOfSquares(Points points, LowParts rests, DD meanU, Progress progress) {
        return BlockParallel.reduce(
                points.size(),
                progress,
                (from, to) -> sumsOfSquares(points, rests, meanU, from, to),
                SumsOfSquares::plus);
    }

    private SumsOfSquares sumsOfSquares(Points points, LowParts rests, DD meanU, int from, int to) {
        var sums = new SumsOfSquares();
        double[] lost = new double[1];
        double[] x = points.x();
        double[] y = points.y();
        double[] sigma = points.weighting() == Weighting.UNWEIGHTED ? null : points.ySigma();
        for (int i = from; i < to; i++) {
            double uh = y[i] - scaling.offset();
            double ul = (RoundingError.ofDifference(y[i], scaling.offset(), uh) + rests.y(i)) * yFactor;
            double weight = 1;
            double rest = 0;
            if (sigma != null) {
                double s = Math.scalb(sigma[i], -sigmaPower);
                weight = PowerSums.weight(s);
                rest = PowerSums.restOfWeight(s, weight);
            }
            double residual = scaledResidual(x[i], rests.x(i), y[i], rests.y(i), lost);
            sums.add(residual, lost[0], uh * yFactor, ul, meanU.hi(), meanU.lo(), weight, rest);
        }
        return sums;
    }

    /// The size of the terms that a residual is the difference of, in scaled units.
    public double sizeOfTerms() {
        double size = 1;
        for (double coefficient : high) {
            size += Math.abs(coefficient);
        }
        return size;
    }

    /// u − p(t) in double-double by Horner's rule.
    ///
    /// @param lost is given what the result lacks, where it has room
    private double scaledResidual(double x, double xRest, double y, double yRest, double[] lost) {
        double th = x - scaling.centre();
        double tl = (RoundingError.ofDifference(x, scaling.centre(), th) + xRest) * xFactor;
        th *= xFactor;
        int top = high.length - 1;
        double ph = high[top];
        double pl = low[top];
        for (int k = top - 1; k >= 0; k--) {
            double product = ph * th;
            double rest = RoundingError.ofProduct(ph, th, product) + (ph * tl + pl * th);
            double sum = product + high[k];
            rest += RoundingError.ofSum(product, high[k], sum) + low[k];
            ph = sum + rest;
            pl = rest - (ph - sum);
        }
        double uh = y - scaling.offset();
        double ul = (RoundingError.ofDifference(y, scaling.offset(), uh) + yRest) * yFactor;
        uh *= yFactor;
        double difference = uh - ph;
        double rest = RoundingError.ofDifference(uh, ph, difference) + (ul - pl);
        double residual = difference + rest;
        if (lost.length > 0) {
            lost[0] = rest - (residual - difference);
        }
        return residual;
    }

    private DD scaledValue(double x) {
        DD t = t(x);
        DD value = DD.ZERO;
        for (int k = high.length - 1; k >= 0; k--) {
            value = value.multiply(t).add(DD.ofSum(high[k], low[k]));
        }
        return value;
    }

    private double roundedT(double x) {
        return (x - scaling.centre()) * xFactor;
    }

    private DD t(double x) {
        return DD.ofDifference(x, scaling.centre()).scalb(-scaling.xPower());
    }

    /// Running double-double sums of weighted squares.
    public static final class SumsOfSquares {
        private double residualHigh;
        private double residualLow;
        private double meanHigh;
        private double meanLow;
        private double largest;

        void add(
                double residual,
                double restOfResidual,
                double uh,
                double ul,
                double mh,
                double ml,
                double weight,
                double restOfWeight) {
            largest = Math.max(largest, Math.abs(residual));
            double square = residual * residual;
            double rest = RoundingError.ofProduct(residual, residual, square)
                    + (2 * residual + restOfResidual) * restOfResidual;
            double term = weight * square;
            double sum = residualHigh + term;
            residualLow += RoundingError.ofSum(residualHigh, term, sum)
                    + RoundingError.ofProduct(weight, square, term)
                    + (weight * rest + restOfWeight * square);
            residualHigh = sum;

            double d = uh - mh;
            double restOfD = RoundingError.ofDifference(uh, mh, d) + (ul - ml);
            square = d * d;
            rest = RoundingError.ofProduct(d, d, square) + (2 * d + restOfD) * restOfD;
            term = weight * square;
            sum = meanHigh + term;
            meanLow += RoundingError.ofSum(meanHigh, term, sum)
                    + RoundingError.ofProduct(weight, square, term)
                    + (weight * rest + restOfWeight * square);
            meanHigh = sum;
        }

        /// With those of further points.
        SumsOfSquares plus(SumsOfSquares more) {
            largest = Math.max(largest, more.largest);
            double sum = residualHigh + more.residualHigh;
            residualLow += RoundingError.ofSum(residualHigh, more.residualHigh, sum) + more.residualLow;
            residualHigh = sum;
            sum = meanHigh + more.meanHigh;
            meanLow += RoundingError.ofSum(meanHigh, more.meanHigh, sum) + more.meanLow;
            meanHigh = sum;
            return this;
        }

        public DD ofResiduals() {
            return DD.ofSum(residualHigh, residualLow);
        }

        public DD aboutMean() {
            return DD.ofSum(meanHigh, meanLow);
        }

        public double largestResidual() {
            return largest;
        }
    }
}
