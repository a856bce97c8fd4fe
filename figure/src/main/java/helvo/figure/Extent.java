package helvo.figure;

/// The least and the greatest of some values; empty until the first.
final class Extent {
    private double least = Double.POSITIVE_INFINITY;
    private double greatest = Double.NEGATIVE_INFINITY;

    void take(double value) {
        least = Math.min(least, value);
        greatest = Math.max(greatest, value);
    }

    /// The values and the ends of their bars; a bar of NaN is none.
    void take(double[] values, double[] bars) {
        for (int i = 0; i < values.length; i++) {
            double bar = i < bars.length && bars[i] >= 0 ? bars[i] : 0;
            take(values[i] - bar);
            take(values[i] + bar);
        }
    }

    double least() {
        return least;
    }

    double greatest() {
        return greatest;
    }
}
