package helvo.core.fit;

import helvo.core.Rational;
import java.math.BigDecimal;
import java.util.Arrays;

/// The exact least-squares polynomial of the doubles as they are, by Gauss elimination in fractions:
/// a reference that shares nothing with the program's own way.
record ExactLeastSquares(double[] coefficients, double[] standardErrors, double s, double r2) {
    /// @param lowest 0 for a polynomial, 1 for a line whose intercept is held
    static ExactLeastSquares of(double[] x, double[] y, int lowest, int degree, double intercept) {
        int p = degree - lowest + 1;
        int n = x.length;
        BigDecimal[] powers = zeros(2 * degree + 1);
        BigDecimal[] cross = zeros(degree + 1);
        BigDecimal squares = BigDecimal.ZERO;
        for (int i = 0; i < n; i++) {
            BigDecimal u = new BigDecimal(y[i]).subtract(new BigDecimal(intercept));
            BigDecimal power = BigDecimal.ONE;
            for (int k = 0; k < powers.length; k++) {
                powers[k] = powers[k].add(power);
                if (k <= degree) {
                    cross[k] = cross[k].add(power.multiply(u));
                }
                power = power.multiply(new BigDecimal(x[i]));
            }
            squares = squares.add(u.multiply(u));
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
        Rational sst = aboutZero ? Rational.of(squares) : Rational.of(squares).minus(sum.times(sum).over(Rational.of(new BigDecimal(n))));
        Rational variance = ssr.over(Rational.of(new BigDecimal(n - p)));
        double[] coefficients = new double[p];
        double[] errors = new double[p];
        for (int k = 0; k < p; k++) {
            coefficients[k] = system[k][2 * p].decimal().doubleValue();
            errors[k] = variance.times(system[k][p + k]).root();
        }
        return new ExactLeastSquares(coefficients, errors, variance.root(), Rational.ONE.minus(ssr.over(sst)).decimal().doubleValue());
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
