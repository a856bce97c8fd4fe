package helvo.core.nonlinear;

/// A function of x and of few coefficients, worked out directly.
public interface Shape {
    /// How many coefficients it has; the first is its height.
    int size();

    /// @param gradient is given the derivatives by the coefficients
    double at(double[] p, double x, double[] gradient);

    /// Its derivative by x.
    double slope(double[] p, double x);
}
