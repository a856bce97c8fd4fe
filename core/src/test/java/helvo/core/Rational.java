package helvo.core;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.MathContext;

/// Exact fractions, for references that do not round.
public record Rational(BigInteger top, BigInteger bottom) implements Comparable<Rational> {
    public static final Rational ZERO = new Rational(BigInteger.ZERO, BigInteger.ONE);
    public static final Rational ONE = new Rational(BigInteger.ONE, BigInteger.ONE);

    public Rational {
        BigInteger common = top.gcd(bottom);
        if (bottom.signum() < 0) {
            common = common.negate();
        }
        top = top.divide(common);
        bottom = bottom.divide(common);
    }

    public static Rational of(BigDecimal exact) {
        return exact.scale() >= 0
                ? new Rational(exact.unscaledValue(), BigInteger.TEN.pow(exact.scale()))
                : new Rational(exact.toBigIntegerExact(), BigInteger.ONE);
    }

    public Rational plus(Rational o) {
        return new Rational(top.multiply(o.bottom).add(o.top.multiply(bottom)), bottom.multiply(o.bottom));
    }

    public Rational minus(Rational o) {
        return new Rational(top.multiply(o.bottom).subtract(o.top.multiply(bottom)), bottom.multiply(o.bottom));
    }

    public Rational times(Rational o) {
        return new Rational(top.multiply(o.top), bottom.multiply(o.bottom));
    }

    public Rational over(Rational o) {
        return new Rational(top.multiply(o.bottom), bottom.multiply(o.top));
    }

    public BigDecimal decimal() {
        return new BigDecimal(top).divide(new BigDecimal(bottom), new MathContext(60));
    }

    public double root() {
        return decimal().sqrt(new MathContext(50)).doubleValue();
    }

    @Override
    public int compareTo(Rational o) {
        return top.multiply(o.bottom).compareTo(o.top.multiply(bottom));
    }
}
