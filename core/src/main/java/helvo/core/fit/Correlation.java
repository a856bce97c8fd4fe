package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.numeric.RisingOrder;
import helvo.core.points.Points;
import helvo.core.task.BlockParallel;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.MathContext;
import java.util.Optional;
import java.util.OptionalDouble;

/// The correlation of y with x, apart from any curve; where bars in y weigh, with the same weights.
///
/// @param pearsonR signed; its square is the line's R²
/// @param pearsonP two-sided p of r = 0; empty with fewer than three points, 0 when they lie exactly on a line
public record Correlation(double pearsonR, OptionalDouble pearsonP) {
    /// More than a double has.
    private static final MathContext DIGITS = new MathContext(25);

    /// @return empty where no line can be fitted or y does not vary
    public static Optional<Correlation> of(Points points) {
        return ofLine(new Line().fit(points.alike(), Progress.none()));
    }

    /// @param line the outcome of fitting [Line] to the points
    public static Optional<Correlation> ofLine(FitOutcome line) {
        if (!(line instanceof FitOutcome.Fitted(Fit fit)) || fit.quality().r2().isEmpty()) {
            return Optional.empty();
        }
        Coefficient slope = fit.slope();
        double r = Math.copySign(Math.sqrt(Math.max(0, fit.quality().r2().getAsDouble())), slope.value());
        OptionalDouble p = slope.uncertainty().isEmpty()
                ? OptionalDouble.empty()
                : OptionalDouble.of(slope.uncertainty()
                        .get()
                        .test()
                        .map(Coefficient.Test::p)
                        .orElse(0.0));
        return Optional.of(new Correlation(r, p));
    }

    /// Spearman's ρ: Pearson's r of the ranks, equal values sharing their mean rank. From sums of whole numbers,
    /// which are exact.
    ///
    /// @return empty where x or y does not vary
    public static OptionalDouble spearmanRho(Points points) {
        int[] x = ranks(points.x());
        int[] y = ranks(points.y());
        BigInteger squares = product(x, x).multiply(product(y, y));
        return squares.signum() == 0
                ? OptionalDouble.empty()
                : OptionalDouble.of(new BigDecimal(product(x, y))
                        .divide(new BigDecimal(squares).sqrt(DIGITS), DIGITS)
                        .doubleValue());
    }

    /// Twice each value's distance from the mean rank: a whole number, since equal values share a rank halfway
    /// between two at most.
    private static int[] ranks(double[] values) {
        int n = values.length;
        int[] order = RisingOrder.of(values);
        int[] ranks = new int[n];
        int from = 0;
        while (from < n) {
            double value = values[order[from]];
            int to = from + 1;
            while (to < n && values[order[to]] == value) {
                to++;
            }
            for (int i = from; i < to; i++) {
                ranks[order[i]] = from + to - n;
            }
            from = to;
        }
        return ranks;
    }

    private static BigInteger product(int[] a, int[] b) {
        return BlockParallel.reduce(
                a.length,
                Progress.none(),
                (from, to) -> {
                    long high = 0;
                    long low = 0;
                    for (int i = from; i < to; i++) {
                        long each = (long) a[i] * b[i];
                        high += each >> Integer.SIZE;
                        low += each & 0xffff_ffffL;
                    }
                    return BigInteger.valueOf(high).shiftLeft(Integer.SIZE).add(BigInteger.valueOf(low));
                },
                BigInteger::add);
    }
}
