package helvo.core.fit;

import java.util.List;
import java.util.function.DoubleUnaryOperator;

/// A shape y = A g(x; θ): held at a given y at x0 it is g(x; θ) / g(x0; θ) times that y, whatever A was.
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
