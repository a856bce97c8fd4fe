package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.curve.Curve;
import helvo.core.curve.Line;
import java.util.ArrayList;
import java.util.Optional;

/// Fits over u = ln(x / c), with c in the middle of the points, so that a narrow span far from the origin keeps its digits.
public final class LogOfX {
    private final double centre;

    private LogOfX(double centre) {
        this.centre = centre;
    }

    /// @param x above 0
    static LogOfX around(double[] x) {
        double least = Double.POSITIVE_INFINITY;
        double greatest = 0;
        for (double each : x) {
            least = Math.min(least, each);
            greatest = Math.max(greatest, each);
        }
        return new LogOfX(greatest < 2 * least ? least / 2 + greatest / 2 : Math.sqrt(least) * Math.sqrt(greatest));
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

    /// y = a + b ln x.
    public static FitOutcome logarithmic(Curve curve, Points all, Progress progress) {
        Points points = all.acceptedBy(curve);
        if (points.size() == 0) {
            return new FitOutcome.NotFitted(curve, Reason.noneOf(all, curve));
        }
        LogOfX u = around(points.x());
        return switch (new Line().fit(u.of(points), progress)) {
            case FitOutcome.NotFitted(_, Reason.AllXEqual _) -> new FitOutcome.NotFitted(curve, new Reason.AllXEqual(points.x()[0]));
            case FitOutcome.NotFitted(_, Reason reason) -> new FitOutcome.NotFitted(curve, reason);
            case FitOutcome.Fitted(Fit line) -> new FitOutcome.Fitted(u.fit(curve, line));
        };
    }

    /// The line over u is the curve over x: b is the same, and a its value where ln x is 0.
    private Fit fit(Curve curve, Fit line) {
        double at = -lnOfCentre();
        var coefficients = new ArrayList<Coefficient>();
        coefficients.add(shifted("a", line, at));
        coefficients.add(line.coefficient("b"));
        return new Fit(curve, coefficients, new Over(line.function(), x -> x > 0 ? of(x) : Double.NaN, x -> 1 / x), line.quality());
    }

    /// The value of a fitted line at a place, as a coefficient.
    static Coefficient shifted(String name, Fit line, double at) {
        double value = line.function().at(at);
        Optional<Double> error = line.quality().degreesOfFreedom() > 0
                ? Optional.of(line.quality().scale().getAsDouble() * Math.sqrt(line.function().leverage(at))) : Optional.empty();
        return error.map(se -> Coefficient.of(name, value, se, line.quality().degreesOfFreedom())).orElseGet(() -> new Coefficient(name, value, Optional.empty()));
    }
}
