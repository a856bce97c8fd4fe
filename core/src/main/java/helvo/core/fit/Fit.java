package helvo.core.fit;

import helvo.core.curve.Curve;
import java.util.List;

/// A curve fitted to points by least squares.
///
/// @param coefficients in the order of the curve's own form
/// @param function     the fitted curve
public record Fit(Curve curve, List<Coefficient> coefficients, FittedFunction function, Quality quality) {
    public Fit {
        coefficients = List.copyOf(coefficients);
    }

    /// @throws IllegalArgumentException when the curve has no coefficient of this name
    public Coefficient coefficient(String name) {
        return coefficients.stream().filter(c -> c.name().equals(name)).findFirst()
                .orElseThrow(() -> new IllegalArgumentException(curve.name() + " has no coefficient " + name));
    }
}
