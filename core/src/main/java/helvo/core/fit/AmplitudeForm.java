package helvo.core.fit;

import java.util.List;
import java.util.function.DoubleUnaryOperator;

/// A shape of the form y = A g(x; θ), with an amplitude A and other coefficients θ.
///
/// @param others names of the coefficients θ
/// @param over   what of x a rate, the first of them, is counted in
public record AmplitudeForm(List<String> others, DoubleUnaryOperator over, Ratio ratio) {
    /// g(x; θ) / g(x0; θ).
    public interface Ratio {
        /// @param gradient is given its derivatives by θ
        double at(double[] theta, double x, double x0, double[] gradient);
    }
}
