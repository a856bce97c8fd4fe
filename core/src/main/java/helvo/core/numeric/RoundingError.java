package helvo.core.numeric;

/// The exact errors of single sums and products of doubles: error-free transformations, for sums that are carried on
/// to about 32 digits. Exact unless something overflows or underflows.
public final class RoundingError {
    private RoundingError() {}

    /// What a + b lost in rounding. Knuth's two-sum (The Art of Computer Programming, vol. 2, §4.2.2, theorem B).
    ///
    /// @param sum a + b as rounded
    public static double ofSum(double a, double b, double sum) {
        double bPart = sum - a;
        return (a - (sum - bPart)) + (b - bPart);
    }

    /// What a − b lost in rounding.
    ///
    /// @param difference a − b as rounded
    public static double ofDifference(double a, double b, double difference) {
        double bPart = difference - a;
        return (a - (difference - bPart)) - (b + bPart);
    }

    /// What a · b lost in rounding, by a fused multiply and add.
    ///
    /// @param product a · b as rounded
    public static double ofProduct(double a, double b, double product) {
        return Math.fma(a, b, -product);
    }
}
