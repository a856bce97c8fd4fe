package helvo.core.numeric;

import org.apache.commons.numbers.core.DD;

/// Elementary functions of sums of two doubles, to about 30 digits. What is not finite, or has no value, has
/// that of the double.
public final class DoubleDoubleFunctions {
    private static final DD LN_2 = DD.ofSum(0x1.62e42fefa39efp-1, 0x1.abc9e3b39803fp-56);
    private static final DD LN_10 = DD.ofSum(0x1.26bb1bbb55516p1, -0x1.f48ad494ea3e9p-53);
    private static final DD PI = DD.ofSum(0x1.921fb54442d18p1, 0x1.1a62633145c07p-53);
    /// π/2 as a sum of three doubles.
    private static final double HALF_PI_1 = 0x1.921fb54442d18p0;
    private static final double HALF_PI_2 = 0x1.1a62633145c07p-54;
    private static final double HALF_PI_3 = -0x1.f1976b7ed8fbcp-110;
    /// Beyond these e to this power is no double.
    private static final double MAX_EXPONENT = 709.5;
    private static final double MIN_EXPONENT = -708;
    /// An angle beyond this has no place in a circle to so many digits.
    private static final double MAX_ANGLE = 1e8;
    private static final int HALVINGS = 6;

    private DoubleDoubleFunctions() {}

    public static DD exp(DD x) {
        if (!(x.hi() < MAX_EXPONENT && x.hi() > MIN_EXPONENT)) {
            return DD.of(Math.exp(x.hi()));
        }
        int power = (int) Math.rint(x.hi() / LN_2.hi());
        DD r = x.subtract(LN_2.multiply(power)).scalb(-HALVINGS);
        // e^r − 1, so that squaring loses nothing: (1 + s)² − 1 = 2 s + s².
        DD term = r;
        DD sum = r;
        for (int k = 2; k < 18; k++) {
            term = term.multiply(r).divide(DD.of(k));
            sum = sum.add(term);
        }
        for (int k = 0; k < HALVINGS; k++) {
            sum = sum.multiply(2).add(sum.square());
        }
        return sum.add(1).scalb(power);
    }

    /// By one step of Newton's method from the double's logarithm.
    public static DD ln(DD x) {
        double near = Math.log(x.hi());
        if (!Double.isFinite(near) || near > MAX_EXPONENT || near < MIN_EXPONENT) {
            return DD.of(near);
        }
        DD off = x.multiply(exp(DD.of(-near))).subtract(DD.ONE);
        return DD.of(near).add(off.subtract(off.square().multiply(0.5)));
    }

    public static DD log10(DD x) {
        return ln(x).divide(LN_10);
    }

    public static DD log2(DD x) {
        return ln(x).divide(LN_2);
    }

    public static DD sqrt(DD x) {
        return x.hi() > 0 ? x.sqrt() : DD.of(Math.sqrt(x.hi()));
    }

    public static DD cbrt(DD x) {
        double near = Math.cbrt(x.hi());
        if (near == 0 || !Double.isFinite(near)) {
            return DD.of(near);
        }
        DD square = DD.ofProduct(near, near);
        return DD.of(near).subtract(square.multiply(near).subtract(x).divide(square.multiply(3)));
    }

    public static DD power(DD base, DD exponent) {
        double b = exponent.hi();
        if (exponent.lo() == 0 && b == Math.rint(b) && Math.abs(b) <= 64) {
            DD raised = base.pow((int) b);
            return raised.isFinite() ? raised : DD.of(Math.pow(base.hi(), b));
        }
        return base.hi() > 0 ? exp(exponent.multiply(ln(base))) : DD.of(Math.pow(base.hi(), b));
    }

    public static DD sin(DD x) {
        return Math.abs(x.hi()) < MAX_ANGLE ? turned(x, 0) : DD.of(Math.sin(x.hi()));
    }

    public static DD cos(DD x) {
        return Math.abs(x.hi()) < MAX_ANGLE ? turned(x, 1) : DD.of(Math.cos(x.hi()));
    }

    public static DD tan(DD x) {
        return sin(x).divide(cos(x));
    }

    /// The sine of an angle turned by so many quarters.
    private static DD turned(DD x, int quarters) {
        double turns = Math.rint(x.hi() / HALF_PI_1);
        DD r = x.subtract(DD.ofProduct(turns, HALF_PI_1))
                .subtract(DD.ofProduct(turns, HALF_PI_2))
                .subtract(turns * HALF_PI_3);
        int place = (int) Math.floorMod((long) turns + quarters, 4L);
        DD square = r.square();
        boolean isSine = place % 2 == 0;
        DD term = isSine ? r : DD.ONE;
        DD sum = term;
        for (int k = isSine ? 2 : 1; k < 30; k += 2) {
            term = term.multiply(square).divide(DD.of(-(double) k * (k + 1)));
            sum = sum.add(term);
        }
        return place < 2 ? sum : sum.negate();
    }

    /// By one step of Newton's method on the circle.
    public static DD arctan(DD x) {
        double near = Math.atan(x.hi());
        if (!Double.isFinite(x.hi()) || Math.abs(x.hi()) > 1e150) {
            return DD.of(near);
        }
        DD sine = sin(DD.of(near));
        DD cosine = cos(DD.of(near));
        DD off = x.multiply(cosine).subtract(sine).divide(x.multiply(sine).add(cosine));
        return DD.of(near).add(off);
    }

    public static DD arcsin(DD x) {
        return Math.abs(x.hi()) < 1
                ? arctan(x.divide(DD.ONE.subtract(x).multiply(DD.ONE.add(x)).sqrt()))
                : DD.of(Math.asin(x.hi()));
    }

    public static DD arccos(DD x) {
        return Math.abs(x.hi()) < 1 ? PI.multiply(0.5).subtract(arcsin(x)) : DD.of(Math.acos(x.hi()));
    }

    /// An angle in degrees, in radians.
    public static DD radians(DD x) {
        return x.multiply(PI).divide(DD.of(180));
    }

    public static DD degrees(DD x) {
        return x.multiply(180).divide(PI);
    }
}
