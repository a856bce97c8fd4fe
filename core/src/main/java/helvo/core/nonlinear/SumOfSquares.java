package helvo.core.nonlinear;

import org.apache.commons.numbers.core.DD;

/// What a search makes least.
sealed interface SumOfSquares permits FittedCurve, OrthogonalDistances, ShapeResiduals {
    /// With more points all is worked out in doubles: the roundings of so many cancel, and what they leave is far
    /// below a standard error.
    int MOST_DOUBLED = 3000;

    /// How many points there are.
    int size();

    /// The normal equations about given coefficients.
    ///
    /// @param of the places of the coefficients that are counted, in this order
    NormalSums sums(DD[] p, int[] of, NormalSums.Digits digits);

    /// What the residuals and the curve's bend make of half the second derivatives of the sum of squares: these
    /// are JᵀJ less this.
    double[][] bend(double[] p, int[] of);

    /// With what digits steps are made.
    default NormalSums.Digits digits() {
        return NormalSums.Digits.SINGLE;
    }

    /// With what digits the last steps are made.
    default NormalSums.Digits lastDigits() {
        return size() <= MOST_DOUBLED ? NormalSums.Digits.RESIDUALS_DOUBLED : NormalSums.Digits.SINGLE;
    }

    /// What changes of a coefficient are parts of.
    default double size(double[] p, int k) {
        return Math.max(Math.abs(p[k]), Double.MIN_NORMAL);
    }
}
