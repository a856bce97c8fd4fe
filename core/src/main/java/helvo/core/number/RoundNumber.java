package helvo.core.number;

import java.math.BigDecimal;
import java.math.RoundingMode;

/// Rounding to numbers that a person would choose: 1, 2 or 5 times a power of ten.
public final class RoundNumber {
    private RoundNumber() {}

    /// The roundest number in the middle half of a range, and of those the one nearest to its middle.
    public static BigDecimal amid(double from, double to) {
        BigDecimal low = new BigDecimal(from);
        BigDecimal high = new BigDecimal(to);
        BigDecimal quarter = high.subtract(low).multiply(new BigDecimal("0.25"));
        BigDecimal middle = low.add(high).multiply(new BigDecimal("0.5"));
        if (quarter.signum() == 0) {
            return middle;
        }
        for (int power = NumberNotation.power(quarter) + 2; ; power--) {
            for (int step : new int[] {10, 5, 2, 1}) {
                BigDecimal unit = BigDecimal.valueOf(step).scaleByPowerOfTen(power - 1);
                BigDecimal near = middle.divide(unit, 0, RoundingMode.HALF_EVEN).multiply(unit);
                if (near.subtract(middle).abs().compareTo(quarter) <= 0) {
                    return near.signum() == 0 ? BigDecimal.ZERO : near.stripTrailingZeros();
                }
            }
        }
    }
}
