package helvo.core.fit;

import helvo.core.Rational;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.Arrays;

/// The exact least-squares polynomial of the doubles as they are, by Gauss elimination in fractions:
/// a reference that shares nothing with the program's own way.
record ExactLeastSquares(double[] coefficients, double[] standardErrors, double s, double r2) {
    private static final MathContext DIGITS = new MathContext(80);

    /// @param lowest 0 for a polynomial, 1 for a line whose intercept is held
    static ExactLeastSquares of(double[] x, double[] y, int lowest, int degree, double intercept) {
        return of(exact(x), exact(y), null, lowest, degree, intercept);
    }

    /// A line over ln x, the logarithms to 80 digits.
    static ExactLeastSquares ofLogarithms(double[] x, double[] y, boolean logOfX, boolean logOfY) {
        return of(logOfX ? logarithms(x) : exact(x), logOfY ? logarithms(y) : exact(y), null, 0, 1, 0);
    }

    private static BigDecimal[] logarithms(double[] values) {
        return Arrays.stream(values)
                .mapToObj(each -> logarithm(new BigDecimal(each)))
                .toArray(BigDecimal[]::new);
    }

    /// With weights 1/σ², standard errors rescaled by the scatter.
    static ExactLeastSquares weighted(double[] x, double[] y, double[] sigma, int degree) {
        return of(exact(x), exact(y), sigma, 0, degree, 0);
    }

    private static BigDecimal[] exact(double[] values) {
        return Arrays.stream(values).mapToObj(BigDecimal::new).toArray(BigDecimal[]::new);
    }

    /// ln x = k ln 2 + 2 artanh((m − 1)/(m + 1)) with x = m 2ᵏ.
    private static BigDecimal logarithm(BigDecimal x) {
        int k = Math.getExponent(x.doubleValue());
        BigDecimal m = k >= 0 ? x.divide(BigDecimal.TWO.pow(k), DIGITS) : x.multiply(BigDecimal.TWO.pow(-k));
        return twiceArtanh(m.subtract(BigDecimal.ONE).divide(m.add(BigDecimal.ONE), DIGITS))
                .add(new BigDecimal(k).multiply(twiceArtanh(BigDecimal.ONE.divide(new BigDecimal(3), DIGITS))))
                .round(DIGITS);
    }

    private static BigDecimal twiceArtanh(BigDecimal z) {
        BigDecimal sum = BigDecimal.ZERO;
        BigDecimal power = z;
        for (int i = 1; i < 400; i += 2) {
            sum = sum.add(power.divide(new BigDecimal(i), DIGITS));
            power = power.multiply(z).multiply(z).round(DIGITS);
        }
        return sum.multiply(BigDecimal.TWO);
    }

    private static ExactLeastSquares of(
            BigDecimal[] x, BigDecimal[] y, double[] sigma, int lowest, int degree, double intercept) {
        int p = degree - lowest + 1;
        int n = x.length;
        BigDecimal[] powers = zeros(2 * degree + 1);
        BigDecimal[] cross = zeros(degree + 1);
        BigDecimal squares = BigDecimal.ZERO;
        for (int i = 0; i < n; i++) {
            BigDecimal u = y[i].subtract(new BigDecimal(intercept));
            // A weight of a few more digits than doubles have, the same in every sum.
            BigDecimal power =
                    sigma == null ? BigDecimal.ONE : BigDecimal.ONE.divide(new BigDecimal(sigma[i]).pow(2), DIGITS);
            BigDecimal weight = power;
            for (int k = 0; k < powers.length; k++) {
                powers[k] = powers[k].add(power);
                if (k <= degree) {
                    cross[k] = cross[k].add(power.multiply(u));
                }
                power = power.multiply(x[i]);
            }
            squares = squares.add(u.multiply(u).multiply(weight));
        }
        Rational[][] system = new Rational[p][2 * p + 1];
        for (int r = 0; r < p; r++) {
            Arrays.fill(system[r], Rational.ZERO);
            for (int c = 0; c < p; c++) {
                system[r][c] = Rational.of(powers[r + c + 2 * lowest]);
            }
            system[r][p + r] = Rational.ONE;
            system[r][2 * p] = Rational.of(cross[r + lowest]);
        }
        eliminate(system);
        Rational ssr = Rational.of(squares);
        for (int k = 0; k < p; k++) {
            ssr = ssr.minus(system[k][2 * p].times(Rational.of(cross[k + lowest])));
        }
        boolean aboutZero = lowest == 1 && intercept == 0;
        Rational sum = Rational.of(cross[0]);
        Rational sst = aboutZero
                ? Rational.of(squares)
                : Rational.of(squares).minus(sum.times(sum).over(Rational.of(powers[0])));
        Rational variance = ssr.over(Rational.of(new BigDecimal(n - p)));
        double[] coefficients = new double[p];
        double[] errors = new double[p];
        for (int k = 0; k < p; k++) {
            coefficients[k] = system[k][2 * p].decimal().doubleValue();
            errors[k] = variance.times(system[k][p + k]).root();
        }
        return new ExactLeastSquares(
                coefficients,
                errors,
                variance.root(),
                Rational.ONE.minus(ssr.over(sst)).decimal().doubleValue());
    }

    private static BigDecimal[] zeros(int count) {
        BigDecimal[] zeros = new BigDecimal[count];
        Arrays.fill(zeros, BigDecimal.ZERO);
        return zeros;
    }

    private static void eliminate(Rational[][] system) {
        for (int pivot = 0; pivot < system.length; pivot++) {
            Rational by = system[pivot][pivot];
            for (int c = 0; c < system[pivot].length; c++) {
                system[pivot][c] = system[pivot][c].over(by);
            }
            for (int r = 0; r < system.length; r++) {
                if (r != pivot) {
                    Rational factor = system[r][pivot];
                    for (int c = 0; c < system[r].length; c++) {
                        system[r][c] = system[r][c].minus(factor.times(system[pivot][c]));
                    }
                }
            }
        }
    }
}
