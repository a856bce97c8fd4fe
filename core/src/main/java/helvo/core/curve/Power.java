package helvo.core.curve;

import helvo.core.Progress;
import helvo.core.fit.ExponentialFit;
import helvo.core.fit.FitOverLogs;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Points;
import java.util.List;
import java.util.function.Function;

/// y = a x^b, for x > 0.
///
/// @param onLogScale fitted as a straight line through ln y over ln x, for y > 0; else by direct least squares on y
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
    public int degree() {
        return 0;
    }

    @Override
    public List<String> coefficientNames() {
        return List.of("a", "b");
    }

    @Override
    public String form(Function<String, String> value, String x, Notation notation) {
        if (notation == Notation.PROGRAM) {
            return "%s*%s^%s".formatted(value.apply("a"), x, value.apply("b").startsWith("-") ? "(" + value.apply("b") + ")" : value.apply("b"));
        }
        return "%s · %s^{%s}".formatted(value.apply("a"), x, value.apply("b"));
    }

    @Override
    public double value(double[] coefficients, double x) {
        return coefficients[0] * Math.pow(x, coefficients[1]);
    }

    @Override
    public String unit(String coefficient, String y, String x) {
        return coefficient.equals("b") ? "" : x.isEmpty() ? y : (y.isEmpty() ? "1" : y) + "/" + PowersOfX.whole(x) + "ᵇ";
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
    public String fittedOn() {
        return onLogScale ? "ln y" : "y";
    }

    @Override
    public FitOutcome fit(Points points, Progress progress) {
        return onLogScale ? FitOverLogs.power(this, points, progress) : ExponentialFit.power(this, points, progress);
    }
}
