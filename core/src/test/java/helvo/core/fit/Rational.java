package helvo.core.fit;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.MathContext;

/// Exact fractions, for references that do not round.
record Rational(BigInteger top, BigInteger bottom) {
    static final Rational ZERO = new Rational(BigInteger.ZERO, BigInteger.ONE);
    static final Rational ONE = new Rational(BigInteger.ONE, BigInteger.ONE);

    Rational {
        BigInteger common = top.gcd(bottom);
        if (bottom.signum() < 0) {
            common = common.negate();
        }
        top = top.divide(common);
        bottom = bottom.divide(common);
    }

    static Rational of(BigDecimal exact) {
        return exact.scale() >= 0
                ? new Rational(exact.unscaledValue(), BigInteger.TEN.pow(exact.scale()))
                : new Rational(exact.toBigIntegerExact(), BigInteger.ONE);
    }

    Rational plus(Rational o) {
        return new Rational(top.multiply(o.bottom).add(o.top.multiply(bottom)), bottom.multiply(o.bottom));
    }

    Rational minus(Rational o) {
        return new Rational(top.multiply(o.bottom).subtract(o.top.multiply(bottom)), bottom.multiply(o.bottom));
    }

    Rational times(Rational o) {
        return new Rational(top.multiply(o.top), bottom.multiply(o.bottom));
    }

    Rational over(Rational o) {
        return new Rational(top.multiply(o.bottom), bottom.multiply(o.top));
    }

    BigDecimal decimal() {
        return new BigDecimal(top).divide(new BigDecimal(bottom), new MathContext(60));
    }

    double root() {
        return decimal().sqrt(new MathContext(50)).doubleValue();
    }
}
