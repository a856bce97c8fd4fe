package helvo.core.nonlinear;

import helvo.core.Require;
import java.util.OptionalDouble;

/// What a person asks of a coefficient.
///
/// @param held  its value where it is not fitted
/// @param low   it is not less than this
/// @param high  nor more
/// @param start a value that the search begins at too
/// @param isShared whether the curves of all groups have one value of it
public record CoefficientSetting(
        OptionalDouble held, OptionalDouble low, OptionalDouble high, OptionalDouble start, boolean isShared) {
    /// Fitted, anywhere.
    public static final CoefficientSetting FREE = new CoefficientSetting(
            OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty(), false);

    public CoefficientSetting {
        Require.require(
                low.isEmpty() || high.isEmpty() || low.getAsDouble() < high.getAsDouble(),
                "a lower limit lies below the upper one, not %s",
                low);
    }

    public boolean isHeld() {
        return held.isPresent();
    }

    public boolean isLimited() {
        return low.isPresent() || high.isPresent();
    }

    double within(double value) {
        return Math.min(Math.max(value, lowest()), highest());
    }

    double lowest() {
        return low.orElse(Double.NEGATIVE_INFINITY);
    }

    double highest() {
        return high.orElse(Double.POSITIVE_INFINITY);
    }

    public CoefficientSetting withHeld(double value) {
        return new CoefficientSetting(OptionalDouble.of(value), low, high, start, isShared);
    }

    public CoefficientSetting withShared(boolean shared) {
        return new CoefficientSetting(held, low, high, start, shared);
    }

    public CoefficientSetting withStart(double value) {
        return new CoefficientSetting(held, low, high, OptionalDouble.of(value), isShared);
    }

    public CoefficientSetting withLimits(OptionalDouble from, OptionalDouble to) {
        return new CoefficientSetting(held, from, to, start, isShared);
    }
}
