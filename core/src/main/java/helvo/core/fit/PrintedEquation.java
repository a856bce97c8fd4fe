package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.number.NumberNotation;
import helvo.core.number.RoundNumber;
import helvo.core.numeric.Range;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import helvo.core.task.BlockParallel;
import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/// The coefficients of a fit as its equation prints them: rounded together, to the fewest digits with which the
/// printed equation still draws the fitted curve.
///
/// Coefficients are correlated; rounded each to its own standard error they can miss their own curve by any
/// amount. Here each has at least three significant digits, and as many more as keep the printed curve within
/// the tolerance of the fitted one over the data's range of x. Where that would take more than seven digits, a
/// polynomial or an exponential is written over x − x₀.
///
/// @param from         least x of the points that the fit uses
/// @param to           greatest x
/// @param tolerance    s/20, or 0.05 % of the span of y where s is 0; in ln y for a fit on the log scale
/// @param origin       x₀; empty where the equation is in x itself
/// @param exact        the coefficients in full, about the origin
/// @param coefficients the printed ones, in the order of the curve's form
public record PrintedEquation(
        Fit fit,
        double from,
        double to,
        double tolerance,
        Optional<BigDecimal> origin,
        double[] exact,
        List<BigDecimal> coefficients) {
    public static final int FEWEST_DIGITS = 2;
    public static final int MAX_DIGITS = 12;

    private static final int MIN_DIGITS = 3;
    /// With more digits than this in any coefficient, the equation is written about an origin amid the data.
    private static final int USABLE_DIGITS = 7;
    private static final int DIGITS_OF_DOUBLES = 17;
    private static final double PART_OF_S = 1.0 / 20;
    private static final double PART_OF_SPAN = 0.0005;
    /// Sums of squares, spans and terms smaller than this beside the numbers they come from are the rounding of
    /// doubles.
    private static final double RELATIVE_ROUNDING = 1e-12;
    /// Between the places where the printed curve is compared it may lie a little farther off.
    private static final double MARGIN = 0.98;
    private static final int COMPARED_PLACES = 240;

    /// @param points those that the fit was made for; it may use a part of them
    public static PrintedEquation of(Fit fit, Points points) {
        boolean onLogs = fit.curve().onLogScale();
        boolean inBoth = points.weighedInBoth() && fit.curve().weighsBoth();
        Reach all = BlockParallel.reduce(
                points.size(), Progress.none(), (first, end) -> Reach.of(fit, points, inBoth, first, end), Reach::and);
        int freedom = all.used - fit.coefficients().size();
        double s = points.weighting() == Weighting.UNWEIGHTED
                ? fit.quality().residualStandardDeviation().orElse(0)
                : freedom > 0 ? Math.sqrt(all.squares / freedom) : 0;
        double size = all.y.maxAbs();
        double span =
                all.y.high() - all.y.low() > RELATIVE_ROUNDING * size ? all.y.high() - all.y.low() : onLogs ? 1 : size;
        return of(
                fit,
                all.x.low(),
                all.x.high(),
                s > RELATIVE_ROUNDING * size ? s * PART_OF_S : Math.max(span * PART_OF_SPAN, Double.MIN_NORMAL));
    }

    /// Where the points lie that a fit uses.
    ///
    /// @param y       on the scale that the curve was fitted on
    /// @param squares of the residuals added up, where bars weigh
    private record Reach(Range x, Range y, double squares, int used) {
        static Reach of(Fit fit, Points points, boolean inBoth, int first, int end) {
            boolean onLogs = fit.curve().onLogScale();
            boolean alike = points.weighting() == Weighting.UNWEIGHTED;
            double[] xs = new double[end - first];
            double[] ys = new double[end - first];
            double squares = 0;
            int used = 0;
            for (int i = first; i < end; i++) {
                double x = points.x()[i];
                double y = points.y()[i];
                if (fit.uses(x, y) && points.counts(i, inBoth)) {
                    xs[used] = x;
                    ys[used++] = onLogs ? Math.log(y) : y;
                    double residual = alike ? 0 : fit.function().residual(x, y);
                    squares += residual * residual;
                }
            }
            return new Reach(Range.of(xs, 0, used), Range.of(ys, 0, used), squares, used);
        }

        Reach and(Reach other) {
            return new Reach(x.and(other.x), y.and(other.y), squares + other.squares, used + other.used);
        }
    }

    private static PrintedEquation of(Fit fit, double from, double to, double tolerance) {
        double[] own =
                fit.coefficients().stream().mapToDouble(Coefficient::value).toArray();
        if (fit.origin().isPresent()) {
            return rounded(fit, from, to, tolerance, fit.origin(), own);
        }
        PrintedEquation plain = rounded(fit, from, to, tolerance, Optional.empty(), own);
        return plain.isUsable()
                ? plain
                : aboutOrigin(fit, from, to, tolerance)
                        .filter(other -> other.worst() < plain.worst())
                        .orElse(plain);
    }

    private static Optional<PrintedEquation> aboutOrigin(Fit fit, double from, double to, double tolerance) {
        BigDecimal origin = RoundNumber.amid(from, to);
        if (origin.signum() == 0) {
            return Optional.empty();
        }
        return fit.curve()
                .about(origin.doubleValue(), fit)
                .filter(all -> Arrays.stream(all).allMatch(Double::isFinite))
                .map(all -> rounded(fit, from, to, tolerance, Optional.of(origin), all));
    }

    private static PrintedEquation rounded(
            Fit fit, double from, double to, double tolerance, Optional<BigDecimal> origin, double[] exact) {
        var rounding = new Rounding(fit, from, to, tolerance, origin, exact);
        return new PrintedEquation(fit, from, to, tolerance, origin, exact, rounding.coefficients());
    }

    /// With so many significant digits in each coefficient, as somebody asked for.
    public PrintedEquation withDigits(int digits) {
        List<BigDecimal> chosen = Arrays.stream(exact)
                .mapToObj(value -> value == 0
                        ? BigDecimal.ZERO
                        : new BigDecimal(value).round(new MathContext(digits, RoundingMode.HALF_EVEN)))
                .toList();
        return new PrintedEquation(fit, from, to, tolerance, origin, exact, chosen);
    }

    /// The printed equation's y at x.
    public double at(double x) {
        return fit.curve()
                .value(
                        coefficients.stream()
                                .mapToDouble(BigDecimal::doubleValue)
                                .toArray(),
                        origin.map(about -> fit.curve().from(about.doubleValue(), x))
                                .orElse(x));
    }

    /// Few enough digits, and no power of ten that only the distance from x = 0 makes.
    private boolean isUsable() {
        return worst() <= USABLE_DIGITS;
    }

    /// Digits of the coefficient that has most; one that needs a power of ten in a curve that grows by a factor,
    /// far from x = 0, counts as too many.
    private int worst() {
        int digits = coefficients.stream()
                .mapToInt(value -> value.stripTrailingZeros().precision())
                .max()
                .orElse(0);
        boolean zeroIsFar = from > to - from || -to > to - from;
        boolean far = zeroIsFar
                && !fit.curve().isSum()
                && !NumberNotation.isPlain(NumberNotation.power(coefficients.getFirst()));
        return far ? Math.max(digits, USABLE_DIGITS + 1) : digits;
    }

    /// Finds how few digits serve.
    private static final class Rounding {
        private final Curve curve;
        private final double[] exact;
        private final double tolerance;
        private final double[] x;
        private final double[] fitted;
        private final int[] digits;
        private final boolean[] nothing;
        private final boolean logs;

        Rounding(Fit fit, double from, double to, double tolerance, Optional<BigDecimal> origin, double[] exact) {
            this.curve = fit.curve();
            this.exact = exact;
            this.tolerance = tolerance * MARGIN;
            this.logs = curve.onLogScale();
            // Two straight lines are farthest apart at an end.
            int places = curve.isStraight() ? 1 : COMPARED_PLACES;
            double[] all = IntStream.rangeClosed(0, places)
                    .mapToDouble(i -> i == places ? to : from + (to - from) * i / places)
                    .filter(each -> fit.uses(each, 1))
                    .toArray();
            x = origin.map(about -> Arrays.stream(all)
                            .map(each -> curve.from(about.doubleValue(), each))
                            .toArray())
                    .orElse(all);
            fitted = Arrays.stream(all).map(fit.function()::at).toArray();
            digits = new int[exact.length];
            Arrays.fill(digits, MIN_DIGITS);
            nothing = new boolean[exact.length];
            double size = Arrays.stream(fitted).map(Math::abs).max().orElse(0);
            for (int k = 0; k < exact.length; k++) {
                nothing[k] = exact[k] == 0 || curve.isSum() && effect(k, 0) <= RELATIVE_ROUNDING * size;
            }
        }

        List<BigDecimal> coefficients() {
            boolean possible = true;
            while (possible && deviation() > tolerance) {
                int most = -1;
                double largest = -1;
                for (int k = 0; k < digits.length; k++) {
                    double effect = digits[k] < DIGITS_OF_DOUBLES && !nothing[k]
                            ? effect(k, decimal(k).doubleValue())
                            : -1;
                    if (effect > largest) {
                        largest = effect;
                        most = k;
                    }
                }
                possible = most >= 0;
                if (possible) {
                    digits[most]++;
                }
            }
            fewer();
            return IntStream.range(0, digits.length).mapToObj(this::decimal).toList();
        }

        /// A digit that one coefficient got before another had its own may no longer be needed.
        private void fewer() {
            for (int k = 0; k < digits.length; k++) {
                while (digits[k] > MIN_DIGITS) {
                    digits[k]--;
                    if (deviation() > tolerance) {
                        digits[k]++;
                        break;
                    }
                }
            }
        }

        /// How far the curve moves when one coefficient alone takes another value.
        private double effect(int k, double value) {
            double[] moved = exact.clone();
            moved[k] = value;
            double largest = 0;
            for (double at : x) {
                largest = Math.max(largest, apart(curve.value(moved, at), curve.value(exact, at)));
            }
            return largest;
        }

        private double deviation() {
            double[] rounded = new double[exact.length];
            Arrays.setAll(rounded, k -> decimal(k).doubleValue());
            double largest = 0;
            for (int i = 0; i < x.length; i++) {
                largest = Math.max(largest, apart(curve.value(rounded, x[i]), fitted[i]));
            }
            return largest;
        }

        private double apart(double a, double b) {
            double apart = logs ? Math.abs(Math.log(a / b)) : Math.abs(a - b);
            return Double.isNaN(apart) ? Double.POSITIVE_INFINITY : apart;
        }

        /// Zeros at the end are left away where the coefficient is that decimal, but for the rounding of doubles.
        private BigDecimal decimal(int k) {
            if (nothing[k]) {
                return BigDecimal.ZERO;
            }
            BigDecimal rounded = NumberNotation.significantDecimal(exact[k], digits[k]);
            BigDecimal off = new BigDecimal(exact[k]).subtract(rounded).abs();
            return off.doubleValue() <= RELATIVE_ROUNDING * Math.abs(exact[k]) ? rounded.stripTrailingZeros() : rounded;
        }
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof PrintedEquation that
                && fit.equals(that.fit)
                && coefficients.equals(that.coefficients)
                && origin.equals(that.origin);
    }

    @Override
    public int hashCode() {
        return coefficients.hashCode();
    }
}
