package helvo.core.fit;

import java.util.Optional;
import org.apache.commons.statistics.distribution.TDistribution;

/// A fitted coefficient in powers of x as it was read.
///
/// @param name        "a", "b" of a line; "c0", "c1" … of a polynomial
/// @param uncertainty empty when there are as many points as coefficients: no scatter left to judge by
public record Coefficient(String name, double value, Optional<Uncertainty> uncertainty) {
    /// How sure a coefficient is.
    ///
    /// @param standardError in the coefficient's own unit; 0 for a perfect fit
    /// @param low95         lower end of the 95 % interval, by Student's t with n − p degrees of freedom
    /// @param high95        its upper end
    /// @param test          empty for a perfect fit, where t has no value
    public record Uncertainty(double standardError, double low95, double high95, Optional<Test> test) {}

    /// The test that a coefficient is zero.
    ///
    /// @param t value over standard error
    /// @param p two-sided
    public record Test(double t, double p) {}

    /// @param se      standard error
    /// @param freedom degrees of freedom; with none there is no uncertainty
    static Coefficient of(String name, double value, double se, int freedom) {
        if (freedom <= 0) {
            return new Coefficient(name, value, Optional.empty());
        }
        var student = TDistribution.of(freedom);
        double half = student.inverseSurvivalProbability(0.025) * se;
        Optional<Test> test = se == 0 ? Optional.empty() : Optional.of(new Test(value / se,
                Math.min(1, 2 * student.survivalProbability(Math.abs(value / se)))));
        return new Coefficient(name, value, Optional.of(new Uncertainty(se, value - half, value + half, test)));
    }
}
