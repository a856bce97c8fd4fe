package helvo.core.points;

/// What the coordinates of points lost when they were rounded to doubles: to be added to them, one for each point;
/// empty where they are exact.
public record LowParts(double[] x, double[] y) {
    public static final LowParts NONE = new LowParts(new double[0], new double[0]);

    public double x(int i) {
        return x.length == 0 ? 0 : x[i];
    }

    public double y(int i) {
        return y.length == 0 ? 0 : y[i];
    }
}
