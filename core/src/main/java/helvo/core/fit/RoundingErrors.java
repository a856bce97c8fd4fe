package helvo.core.fit;

/// What the coordinates of points lost when they were rounded to doubles: to be added to them, one for each point;
/// empty where they are exact.
record RoundingErrors(double[] x, double[] y) {
    static final RoundingErrors NONE = new RoundingErrors(new double[0], new double[0]);

    double x(int i) {
        return x.length == 0 ? 0 : x[i];
    }

    double y(int i) {
        return y.length == 0 ? 0 : y[i];
    }
}
