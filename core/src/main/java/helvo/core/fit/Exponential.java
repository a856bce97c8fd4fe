package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.points.Points;
import helvo.core.unit.Unit;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/// y = a e^(b x).
///
/// @param onLogScale fitted as a straight line through ln y, for y > 0; else by direct least squares on y
public record Exponential(boolean onLogScale) implements Curve {
    @Override
    public String name() {
        return onLogScale ? "Exponential, on the log scale" : "Exponential";
    }

    @Override
    public String keyword() {
        return "exponential";
    }

    @Override
    public List<String> coefficientNames() {
        return List.of("a", "b");
    }

    @Override
    public String form(Function<String, String> value, String x, Notation notation) {
        return notation == Notation.PROGRAM
                ? RootLocale.format("%s*exp(%s*%s)", value.apply("a"), value.apply("b"), x)
                : RootLocale.format("%s e^{%s %s}", value.apply("a"), value.apply("b"), x);
    }

    @Override
    public double value(double[] coefficients, double x) {
        return coefficients[0] * Math.exp(coefficients[1] * x);
    }

    @Override
    public Optional<double[]> about(double origin, Fit fit) {
        return Optional.of(
                new double[] {fit.function().at(origin), fit.coefficient("b").value()});
    }

    @Override
    public String unit(String coefficient, String y, String x) {
        return coefficient.equals("a") ? y : Unit.quotient("", x, 1);
    }

    @Override
    public boolean accepts(double x, double y) {
        return !onLogScale || y > 0;
    }

    @Override
    public String refusal() {
        return onLogScale ? "y is not above 0" : "";
    }

    @Override
    public FittedOn fittedOn() {
        return onLogScale ? FittedOn.LN_Y : FittedOn.Y;
    }

    @Override
    public Optional<AmplitudeForm> amplitudeForm() {
        return Optional.of(new AmplitudeForm(List.of("b"), x -> x, (theta, x, x0, gradient) -> {
            double value = Math.exp(theta[0] * (x - x0));
            gradient[0] = (x - x0) * value;
            return value;
        }));
    }

    @Override
    public FitOutcome fitInY(Points points, Progress progress) {
        return onLogScale
                ? LogTransformedFit.exponential(this, points, progress)
                : ExponentialFit.direct(this, points, progress);
    }
}
