package helvo.core.fit;

import java.util.Optional;

/// A fitted coefficient in powers of x as it was read.
///
/// @param name        "a", "b" of a line; "c0", "c1" … of a polynomial
/// @param uncertainty empty when there are as many points as coefficients: no scatter left to judge by
public record Coefficient(String name, double value, Optional<Uncertainty> uncertainty) {
    /// How sure a coefficient is.
    ///
    /// @param standardError in the coefficient's own unit; 0 for a perfect fit
    /// @param low95         lower end of the 95 % interval, as [FitQuality#half95] says
    /// @param high95        its upper end
    /// @param test          empty for a perfect fit, where t has no value
    public record Uncertainty(double standardError, double low95, double high95, Optional<Test> test) {}

    /// The test that a coefficient is zero.
    ///
    /// @param t value over standard error
    /// @param p two-sided
    public record Test(double t, double p) {}
}
