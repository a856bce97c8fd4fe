package helvo.core.unit;

import java.math.BigDecimal;

/// How values in one unit become values in another: multiplied, and moved where the units have different zeros. The
/// decimal number that a value stands for is converted with 30 digits at least, and rounded once.
///
/// @param factor not 0
/// @param offset added behind it, as 273.15 from °C to K
public record Conversion(BigDecimal factor, BigDecimal offset) {
    /// That between equal units.
    public static final Conversion NONE = new Conversion(BigDecimal.ONE, BigDecimal.ZERO);

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
