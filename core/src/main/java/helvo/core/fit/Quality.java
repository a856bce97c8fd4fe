package helvo.core.fit;

import java.util.Optional;
import java.util.OptionalDouble;

/// How well a fit describes its points.
///
/// @param points                    n
/// @param coefficients              p, those that were fitted
/// @param residualSumOfSquares      SSR, in y units squared
/// @param about                     what R² is measured about
/// @param r2                        1 − SSR/SST; 1 for a perfect fit; empty when y does not vary
/// @param adjustedR2                R² with both sums divided by their degrees of freedom; empty where R² is, or n = p
/// @param residualStandardDeviation √(SSR/(n − p)), in y units; empty when n = p
/// @param overall                   the F test that all coefficients but the intercept are zero; empty for a perfect fit,
///                                  n = p, y that does not vary, or an intercept held at another value than 0
/// @param aicc                      n ln(SSR/n) + 2K + 2K(K+1)/(n−K−1) with K = p + 1, Burnham & Anderson 2002, §2.4;
///                                  empty when n ≤ K + 1 or the fit is perfect
public record Quality(int points, int coefficients, double residualSumOfSquares, About about, OptionalDouble r2,
        OptionalDouble adjustedR2, OptionalDouble residualStandardDeviation, Optional<F> overall, OptionalDouble aicc) {

    /// What the total sum of squares, and so R², is measured about: the mean of y, or zero for a fit whose intercept
    /// is held at 0 (as in NIST StRD NoInt1).
    public enum About { MEAN, ZERO }

    /// An F test.
    public record F(double value, double p) {}

    public int degreesOfFreedom() {
        return points - coefficients;
    }

    /// Every point lies on the curve, to the rounding of the arithmetic.
    public boolean perfect() {
        return residualSumOfSquares == 0;
    }

    /// @param logVariance ln(SSR/n)
    static OptionalDouble aicc(int n, int p, double logVariance) {
        int k = p + 1;
        return n <= k + 1 ? OptionalDouble.empty() : OptionalDouble.of(n * logVariance + 2 * k + 2.0 * k * (k + 1) / (n - k - 1));
    }
}
