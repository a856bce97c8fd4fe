package helvo.core.unit;

import java.math.BigDecimal;
import java.math.MathContext;

/// How values in one unit become values in another: multiplied, and moved where the units have different zeros. The
/// decimal number that a value stands for is converted with 30 digits at least, and rounded once.
///
/// @param factor not 0
/// @param offset added behind it, as 273.15 from °C to K
public record Conversion(BigDecimal factor, BigDecimal offset) {
    /// That between equal units.
    public static final Conversion NONE = new Conversion(BigDecimal.ONE, BigDecimal.ZERO);

    /// From 0 to 0.
    public static Conversion of(BigDecimal factor) {
        return new Conversion(factor, BigDecimal.ZERO);
    }

    /// What a quantity in a power of the unit is multiplied by.
    public BigDecimal power(double power) {
        return power == Math.rint(power)
                ? factor.pow((int) power, MathContext.DECIMAL128)
                : BigDecimal.valueOf(Math.pow(factor.doubleValue(), power));
    }

    public double value(double value) {
        return convert(value, offset);
    }

    /// A difference of values, such as an error bar: 1 °C is 1 K.
    public double difference(double difference) {
        return convert(difference, BigDecimal.ZERO);
    }

    private double convert(double value, BigDecimal moved) {
        return !Double.isFinite(value) || this.equals(NONE)
                ? value
                : new BigDecimal(Double.toString(value))
                        .multiply(factor)
                        .add(moved)
                        .doubleValue();
    }

    /// Whether values keep their numbers.
    public boolean isIdentity() {
        return factor.compareTo(BigDecimal.ONE) == 0 && !movesZero();
    }

    /// Whether 0 becomes another number: then ratios, logarithms and powers of values mean something else.
    public boolean movesZero() {
        return offset.signum() != 0;
    }
}
