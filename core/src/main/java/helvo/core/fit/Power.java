package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.points.Points;
import helvo.core.unit.Unit;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/// y = a x^b, for x > 0.
///
/// @param onLogScale fitted as a straight line through ln y over ln x, for y > 0; else by direct least squares
///     on y
public record Power(boolean onLogScale) implements Curve {
    @Override
    public String name() {
        return onLogScale ? "Power, on the log scale" : "Power";
    }

    @Override
    public String keyword() {
        return "power";
    }

    @Override
    public List<String> coefficientNames() {
        return List.of("a", "b");
    }

    @Override
    public String form(Function<String, String> value, String x, Notation notation) {
        if (notation == Notation.PROGRAM) {
            return RootLocale.format(
                    "%s*%s^%s",
                    value.apply("a"),
                    x,
                    value.apply("b").startsWith("-") ? "(" + value.apply("b") + ")" : value.apply("b"));
        }
        return RootLocale.format("%s · %s^{%s}", value.apply("a"), x, value.apply("b"));
    }

    @Override
    public double value(double[] coefficients, double x) {
        return coefficients[0] * Math.pow(x, coefficients[1]);
    }

    @Override
    public double from(double origin, double x) {
        return x / origin;
    }

    @Override
    public boolean isFromByRatio() {
        return true;
    }

    @Override
    public Optional<double[]> about(double origin, Fit fit) {
        return origin > 0
                ? Optional.of(new double[] {
                    fit.function().at(origin), fit.coefficient("b").value()
                })
                : Optional.empty();
    }

    @Override
    public String unit(String coefficient, String y, String x) {
        return coefficient.equals("b") ? "" : x.isEmpty() ? y : (y.isEmpty() ? "1" : y) + "/" + Unit.factor(x) + "ᵇ";
    }

    @Override
    public boolean accepts(double x, double y) {
        return x > 0 && (!onLogScale || y > 0);
    }

    @Override
    public String refusal() {
        return onLogScale ? "x or y is not above 0" : "x is not above 0";
    }

    @Override
    public FittedOn fittedOn() {
        return onLogScale ? FittedOn.LN_Y : FittedOn.Y;
    }

    @Override
    public Optional<AmplitudeForm> amplitudeForm() {
        return Optional.of(new AmplitudeForm(List.of("b"), Math::log, (theta, x, x0, gradient) -> {
            if (x == 0) {
                gradient[0] = 0;
                return 0;
            }
            double log = Math.log(x / x0);
            double value = Math.exp(theta[0] * log);
            gradient[0] = log * value;
            return value;
        }));
    }

    @Override
    public FitOutcome fitInY(Points points, Progress progress) {
        return onLogScale
                ? LogTransformedFit.power(this, points, progress)
                : ExponentialFit.power(this, points, progress);
    }
}
