package helvo.core.nonlinear;

import org.apache.commons.numbers.core.DD;

/// What a search makes least.
sealed interface SumOfSquares permits FittedCurve, OrthogonalDistances {
    /// How many points there are.
    int size();

    /// The normal equations about given coefficients, in doubles.
    ///
    /// @param of the places of the coefficients that are counted, in this order
    NormalSums sums(double[] p, int[] of);

    /// The same with more digits.
    ///
    /// @param of the places of the coefficients that are counted, in this order
    NormalSums sums(DD[] p, int[] of, NormalSums.Digits digits);

    /// What the residuals and the curve's bend make of half the second derivatives of the sum of squares: these
    /// are JᵀJ less this.
    double[][] bend(double[] p, int[] of);
}
