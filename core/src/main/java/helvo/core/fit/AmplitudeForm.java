package helvo.core.fit;

import java.util.List;

/// A shape y = A g(x; θ): held at a given y at x0 it is g(x; θ) / g(x0; θ) times that y, whatever A was.
///
/// @param others names of the coefficients θ
public record AmplitudeForm(List<String> others, Ratio ratio) {
    /// g(x; θ) / g(x0; θ).
    public interface Ratio {
        /// @param gradient is given its derivatives by θ
        double at(double[] theta, double x, double x0, double[] gradient);
    }
}
