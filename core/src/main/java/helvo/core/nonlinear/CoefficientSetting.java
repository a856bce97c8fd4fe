package helvo.core.nonlinear;

import helvo.core.Require;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.core.numeric.Range;
import helvo.core.unit.Conversion;
import helvo.core.unit.Unit;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/// What a person asks of a coefficient.
///
/// @param held  its value where it is not fitted
/// @param unit  what that is measured in, such as "J/(mol K)"; empty where the formula tells it
/// @param low   it is not less than this
/// @param high  nor more
/// @param start a value that the search begins at too
/// @param isShared whether the curves of all groups have one value of it
public record CoefficientSetting(
        OptionalDouble held,
        String unit,
        OptionalDouble low,
        OptionalDouble high,
        OptionalDouble start,
        boolean isShared) {
    /// Fitted, anywhere.
    public static final CoefficientSetting FREE = new CoefficientSetting(
            OptionalDouble.empty(), "", OptionalDouble.empty(), OptionalDouble.empty(), OptionalDouble.empty(), false);

    public CoefficientSetting {
        Require.require(
                low.isEmpty() || high.isEmpty() || low.getAsDouble() < high.getAsDouble(),
                "a lower limit lies below the upper one, not %s",
                low);
        Require.require(
                unit.isEmpty() || held.isPresent() && Unit.read(unit).isPresent(),
                "“%s” is no unit of a held coefficient",
                unit);
    }

    public boolean isHeld() {
        return held.isPresent();
    }

    public boolean isLimited() {
        return low.isPresent() || high.isPresent();
    }

    /// Whether it has numbers in the units of x and y.
    public boolean isScaled() {
        return isHeld() && unit.isEmpty() || isLimited() || start.isPresent();
    }

    /// With its numbers multiplied, but for a held one that has a unit of its own.
    ///
    /// @param factor above 0
    public CoefficientSetting times(BigDecimal factor) {
        return new CoefficientSetting(
                unit.isEmpty() ? times(held, factor) : held,
                unit,
                times(low, factor),
                times(high, factor),
                times(start, factor),
                isShared);
    }

    private static OptionalDouble times(OptionalDouble value, BigDecimal factor) {
        return value.isEmpty() ? value : OptionalDouble.of(Conversion.of(factor).value(value.getAsDouble()));
    }

    Range limits() {
        return new Range(low.orElse(Double.NEGATIVE_INFINITY), high.orElse(Double.POSITIVE_INFINITY));
    }

    static List<Range> limits(List<CoefficientSetting> of) {
        return of.stream().map(CoefficientSetting::limits).toList();
    }

    public CoefficientSetting withHeld(double value) {
        return withHeld(value, "");
    }

    /// @param in what the value is measured in
    public CoefficientSetting withHeld(double value, String in) {
        return new CoefficientSetting(OptionalDouble.of(value), in, low, high, start, isShared);
    }

    /// Held at what a person writes: "21.5", or "8.314 J/(mol K)".
    ///
    /// @return empty where that is no number, or no number with a unit that is known
    public Optional<CoefficientSetting> heldAt(String text) {
        String all = text.strip();
        int blank = all.indexOf(' ');
        OptionalDouble alone = number(all);
        if (alone.isPresent()) {
            return Optional.of(withHeld(alone.getAsDouble(), ""));
        }
        String unit = blank < 0 ? "" : all.substring(blank).strip();
        OptionalDouble value = blank < 0 ? OptionalDouble.empty() : number(all.substring(0, blank));
        return value.isPresent() && Unit.read(unit).isPresent()
                ? Optional.of(withHeld(value.getAsDouble(), unit))
                : Optional.empty();
    }

    private static OptionalDouble number(String text) {
        OptionalDouble point = NumberText.number(text, DecimalMark.POINT);
        return point.isPresent() ? point : NumberText.number(text, DecimalMark.COMMA);
    }

    public CoefficientSetting withShared(boolean shared) {
        return new CoefficientSetting(held, unit, low, high, start, shared);
    }

    public CoefficientSetting withStart(double value) {
        return new CoefficientSetting(held, unit, low, high, OptionalDouble.of(value), isShared);
    }

    public CoefficientSetting withLimits(OptionalDouble from, OptionalDouble to) {
        return new CoefficientSetting(held, unit, from, to, start, isShared);
    }
}
