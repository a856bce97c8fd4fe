package helvo.core.numeric;

import helvo.core.Require;

/// A fitted curve as a function of x.
public interface FittedFunction {
    /// The fitted y at x.
    double at(double x);

    /// Its slope at x.
    double slope(double x);

    /// y − the fitted y at x, to the last digit even when the two are nearly equal.
    double residual(double x, double y);

    /// xᵀ(XᵀX)⁻¹x: the variance of the fitted mean at x in units of the residual variance; at a measured point,
    /// its leverage (times its weight where bars weigh). Björck 1996, §1.1.
    double leverage(double x);

    /// The coefficients of the same polynomial in powers of x − origin, lowest power first. What is here is for
    /// straight lines.
    ///
    /// @param degree of the polynomial
    default double[] about(double origin, int degree) {
        Require.require(degree == 1, "degree=%s must be 1", degree);
        return new double[] {at(origin), slope(origin)};
    }

    /// What the fitted y at x moves by for each of the coefficients, in the scale that they were fitted in.
    double[] basis(double x);
}
