package helvo.core.points;

/// The low parts of coordinates: what was lost when they were rounded to doubles.
public record LowParts(double[] x, double[] y) {
    public static final LowParts NONE = new LowParts(new double[0], new double[0]);

    public double x(int i) {
        return x.length == 0 ? 0 : x[i];
    }

    public double y(int i) {
        return y.length == 0 ? 0 : y[i];
    }
}
