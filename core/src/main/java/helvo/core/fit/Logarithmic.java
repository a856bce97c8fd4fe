package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.points.Points;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/// y = a + b ln x, for x > 0.
public record Logarithmic() implements Curve {
    @Override
    public String name() {
        return "Logarithmic";
    }

    @Override
    public String keyword() {
        return "logarithmic";
    }

    @Override
    public List<String> coefficientNames() {
        return List.of("a", "b");
    }

    @Override
    public String form(Function<String, String> value, String x, Notation notation) {
        var text = new StringBuilder();
        PowersOfX.append(
                text,
                value.apply("b"),
                notation == Notation.PROGRAM ? "*ln(" + x + ")" : x.length() == 1 ? " ln " + x : " ln(" + x + ")");
        PowersOfX.append(text, value.apply("a"), "");
        return text.isEmpty() ? "0" : text.toString();
    }

    @Override
    public double value(double[] coefficients, double x) {
        return coefficients[0] + coefficients[1] * Math.log(x);
    }

    @Override
    public boolean isSum() {
        return true;
    }

    @Override
    public String unit(String coefficient, String y, String x) {
        return y;
    }

    @Override
    public boolean accepts(double x, double y) {
        return x > 0;
    }

    @Override
    public String refusal() {
        return "x is not above 0";
    }

    @Override
    public Optional<AmplitudeForm> amplitudeForm() {
        return Optional.empty();
    }

    @Override
    public FitOutcome fitInY(Points points, Progress progress) {
        return LogTransformedFit.logarithmic(this, points, progress);
    }
}
