package helvo.core.fit;

import helvo.core.nonlinear.Shape;
import helvo.core.numeric.Convergence;
import helvo.core.numeric.FittedFunction;
import helvo.core.numeric.LeastSquares;
import helvo.core.points.ScaledPoints;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/// A shape where its sum of squares is least, and what a person reads of it.
record ShapeFit(Shape shape, ScaledPoints points, LeastSquares.Minimum least, Convergence convergence) {
    /// What a person reads of it.
    ///
    /// @param values   the coefficients as the curve's form has them, the first in units of `unit`
    /// @param jacobian of those by the scaled ones
    FitOutcome report(Curve curve, double[] values, double[][] jacobian) {
        int n = points.size();
        int size = shape.size();
        double unit = points.unit();
        ScaledQuality scaled = ScaledQuality.of(points, size, least.largest(), least.squares());
        double scale = scaled.scale();
        boolean allZero = points.squares() == 0;
        var coefficients = new ArrayList<Coefficient>();
        List<String> names = curve.coefficientNames();
        for (int k = 0; k < values.length; k++) {
            double in = k == 0 ? unit : 1;
            double value = values[k] * in;
            double se = scale * root(least.inverse(), jacobian[k]) * in;
            boolean lost = k == 0 && !allZero && Math.abs(value) < Double.MIN_NORMAL;
            if (!Double.isFinite(value) || !Double.isFinite(se) || lost) {
                return new FitOutcome.NotFitted(curve, new FitFailureReason.OutOfRange());
            }
            coefficients.add(scaled.quality().estimated(names.get(k), value, se));
        }
        double[][] covariance = n <= size ? Fit.UNKNOWN : new double[size][size];
        for (int k = 0; k < covariance.length; k++) {
            for (int m = 0; m < size; m++) {
                covariance[k][m] = scale
                        * scale
                        * bilinear(jacobian[k], least.inverse(), jacobian[m])
                        * (k == 0 ? unit : 1)
                        * (m == 0 ? unit : 1);
            }
        }
        return new FitOutcome.Fitted(new Fit(curve, coefficients, covariance, new Found(), scaled.quality())
                .withConvergence(Optional.of(convergence)));
    }

    /// The curve at the minimum.
    private final class Found implements FittedFunction {
        private final double weightUnit = points.areAlike() ? 1 : Math.scalb(1.0, 2 * points.rootPower());

        @Override
        public double at(double at) {
            return shape.at(least.p(), at, new double[shape.size()]) * points.unit();
        }

        @Override
        public double slope(double at) {
            return shape.slope(least.p(), at) * points.unit();
        }

        @Override
        public double residual(double at, double measured) {
            return (measured / points.unit() - shape.at(least.p(), at, new double[shape.size()])) * points.unit();
        }

        @Override
        public double[] basis(double at) {
            double[] gradient = new double[shape.size()];
            shape.at(least.p(), at, gradient);
            return gradient;
        }

        @Override
        public double leverage(double at) {
            return quadratic(least.inverse(), basis(at)) * weightUnit;
        }
    }

    /// The root of the quadratic form, also where its square is below the least double.
    private static double root(double[][] matrix, double[] vector) {
        int power = Math.getExponent(Arrays.stream(vector).map(Math::abs).max().orElseThrow());
        double[] scaled =
                Arrays.stream(vector).map(each -> Math.scalb(each, -power)).toArray();
        return Math.scalb(Math.sqrt(quadratic(matrix, scaled)), power);
    }

    private static double quadratic(double[][] matrix, double[] vector) {
        return Math.max(0, bilinear(vector, matrix, vector));
    }

    private static double bilinear(double[] left, double[][] matrix, double[] right) {
        double sum = 0;
        for (int i = 0; i < left.length; i++) {
            for (int j = 0; j < right.length; j++) {
                sum += left[i] * matrix[i][j] * right[j];
            }
        }
        return sum;
    }
}
