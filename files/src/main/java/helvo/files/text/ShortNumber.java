package helvo.files.text;

/// Parses numbers of few digits exactly: these over a power of ten, both exact, so that one division rounds
/// rightly (Clinger 1990, PLDI '90:92).
final class ShortNumber {
    /// So many digits make a whole number that a double holds.
    static final int DIGITS = 15;
    private static final double[] TENS = {
        1, 1e1, 1e2, 1e3, 1e4, 1e5, 1e6, 1e7, 1e8, 1e9, 1e10, 1e11, 1e12, 1e13, 1e14, 1e15
    };

    private ShortNumber() {}

    /// @param digits     without the mark, of a number with no more than DIGITS
    /// @param isNegative also of a zero
    /// @param behindMark how many of them
    static double of(long digits, boolean isNegative, int behindMark) {
        double whole = isNegative ? -(double) digits : digits;
        return behindMark > 0 ? whole / TENS[behindMark] : whole;
    }
}
