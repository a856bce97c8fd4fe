package helvo.core.points;

import helvo.core.numeric.Range;

/// The logarithm of x about the middle of the points, u = ln(x / c).
public final class CentredLogX {
    private final double centre;

    private CentredLogX(double centre) {
        this.centre = centre;
    }

    /// @param x above 0
    public static CentredLogX around(double[] x) {
        Range all = Range.of(x);
        return new CentredLogX(
                all.high() < 2 * all.low() ? all.midpoint() : Math.sqrt(all.low()) * Math.sqrt(all.high()));
    }

    public double at(double x) {
        double part = (x - centre) / centre;
        return Math.abs(part) < 0.5 ? Math.log1p(part) : Math.log(x / centre);
    }

    public double lnOfCentre() {
        return Math.log(centre);
    }

    public Points pointsOverLog(Points points) {
        double[] u = new double[points.size()];
        for (int i = 0; i < u.length; i++) {
            u[i] = at(points.x()[i]);
        }
        return points.over(u, points.y(), points.ySigma());
    }
}
