package helvo.core.fit;

import helvo.core.Range;

/// u = ln(x / c), with c in the middle of the points, so that a narrow span far from the origin keeps its digits.
final class LogOfX {
    private final double centre;

    private LogOfX(double centre) {
        this.centre = centre;
    }

    /// @param x above 0
    static LogOfX around(double[] x) {
        Range all = Range.of(x);
        return new LogOfX(all.high() < 2 * all.low() ? all.middle() : Math.sqrt(all.low()) * Math.sqrt(all.high()));
    }

    double of(double x) {
        double part = (x - centre) / centre;
        return Math.abs(part) < 0.5 ? Math.log1p(part) : Math.log(x / centre);
    }

    double lnOfCentre() {
        return Math.log(centre);
    }

    Points of(Points points) {
        double[] u = new double[points.size()];
        for (int i = 0; i < u.length; i++) {
            u[i] = of(points.x()[i]);
        }
        return points.over(u, points.y(), points.ySigma());
    }
}
