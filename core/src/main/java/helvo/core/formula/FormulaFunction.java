package helvo.core.formula;

import helvo.core.numeric.DoubleDoubleFunctions;
import java.util.Arrays;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import java.util.function.UnaryOperator;
import org.apache.commons.numbers.core.DD;

/// The functions that a formula knows, each with its derivative for carrying uncertainties over.
public enum FormulaFunction {
    LN("ln", "natural logarithm", Math::log, x -> 1 / x, DoubleDoubleFunctions::ln),
    LOG10("log10", "logarithm to base 10", Math::log10, x -> 1 / (x * Math.log(10)), DoubleDoubleFunctions::log10),
    LOG2(
            "log2",
            "logarithm to base 2",
            x -> Math.scalb(1.0, Math.getExponent(x)) == x ? Math.getExponent(x) : Math.log(x) / Math.log(2),
            x -> 1 / (x * Math.log(2)),
            DoubleDoubleFunctions::log2),
    EXP("exp", "e to this power", Math::exp, Math::exp, DoubleDoubleFunctions::exp),
    SQRT("sqrt", "square root, also √", Math::sqrt, x -> 0.5 / Math.sqrt(x), DoubleDoubleFunctions::sqrt),
    CBRT("cbrt", "cube root", Math::cbrt, x -> Math.cbrt(x) / (3 * x), DoubleDoubleFunctions::cbrt),
    ABS("abs", "size without sign, also |x|", Math::abs, Math::signum, x -> x.hi() < 0 ? x.negate() : x),
    SIN("sin", "sine of an angle in radians", Math::sin, Math::cos, DoubleDoubleFunctions::sin),
    COS("cos", "cosine of an angle in radians", Math::cos, x -> -Math.sin(x), DoubleDoubleFunctions::cos),
    TAN(
            "tan",
            "tangent of an angle in radians",
            Math::tan,
            x -> 1 / (Math.cos(x) * Math.cos(x)),
            DoubleDoubleFunctions::tan),
    ARCSIN(
            "arcsin",
            "angle in radians with this sine",
            Math::asin,
            x -> 1 / Math.sqrt(1 - x * x),
            DoubleDoubleFunctions::arcsin),
    ARCCOS(
            "arccos",
            "angle in radians with this cosine",
            Math::acos,
            x -> -1 / Math.sqrt(1 - x * x),
            DoubleDoubleFunctions::arccos),
    ARCTAN(
            "arctan",
            "angle in radians with this tangent",
            Math::atan,
            x -> 1 / (1 + x * x),
            DoubleDoubleFunctions::arctan),
    RAD("rad", "an angle in degrees, in radians", Math::toRadians, _ -> Math.PI / 180, DoubleDoubleFunctions::radians),
    DEG("deg", "an angle in radians, in degrees", Math::toDegrees, _ -> 180 / Math.PI, DoubleDoubleFunctions::degrees),
    ROUND("round", "to the nearest whole number", Math::rint, _ -> 0, x -> DD.of(Math.rint(x.hi()))),
    FLOOR("floor", "the whole number below", Math::floor, _ -> 0, x -> DD.of(Math.floor(x.hi())));

    private final String word;
    private final String meaning;
    private final DoubleUnaryOperator value;
    private final DoubleUnaryOperator slope;
    private final UnaryOperator<DD> doubled;

    FormulaFunction(
            String word,
            String meaning,
            DoubleUnaryOperator value,
            DoubleUnaryOperator slope,
            UnaryOperator<DD> doubled) {
        this.word = word;
        this.meaning = meaning;
        this.value = value;
        this.slope = slope;
        this.doubled = doubled;
    }

    /// As it is written.
    public String word() {
        return word;
    }

    public String meaning() {
        return meaning;
    }

    public double value(double x) {
        return value.applyAsDouble(x);
    }

    /// The value to about 30 digits.
    public DD doubled(DD x) {
        return doubled.apply(x);
    }

    /// The derivative.
    public double slope(double x) {
        return slope.applyAsDouble(x);
    }

    static Optional<FormulaFunction> named(String word) {
        return Arrays.stream(values())
                .filter(function -> function.word.equals(word))
                .findFirst();
    }
}
