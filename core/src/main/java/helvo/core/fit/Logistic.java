package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.points.Points;
import helvo.core.unit.Unit;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/// y = L / (1 + e^(−k (x − m))): from 0 to L, steepest at m, where it is half of L.
public record Logistic() implements Curve {
    @Override
    public String name() {
        return "Logistic";
    }

    @Override
    public String keyword() {
        return "logistic";
    }

    @Override
    public List<String> coefficientNames() {
        return List.of("L", "k", "m");
    }

    @Override
    public String form(Function<String, String> value, String x, Notation notation) {
        boolean typeset = notation == Notation.TYPESET;
        var distance = new StringBuilder(x);
        String m = value.apply("m");
        boolean negative = m.startsWith("-") || m.startsWith("\u2212");
        distance.append(negative ? " + " : typeset ? " \u2212 " : " - ").append(negative ? m.substring(1) : m);
        String k = value.apply("k");
        boolean falls = k.startsWith("-") || k.startsWith("\u2212");
        String exponent =
                (falls ? k.substring(1) : (typeset ? "\u2212" : "-") + k) + (typeset ? " (" : "*(") + distance + ")";
        return typeset
                ? RootLocale.format("%s / (1 + e^{%s})", value.apply("L"), exponent)
                : RootLocale.format("%s/(1 + exp(%s))", value.apply("L"), exponent);
    }

    @Override
    public double value(double[] coefficients, double x) {
        return coefficients[0] / (1 + Math.exp(-coefficients[1] * (x - coefficients[2])));
    }

    @Override
    public String unit(String coefficient, String y, String x) {
        return switch (coefficient) {
            case "L" -> y;
            case "k" -> Unit.quotient("", x, 1);
            default -> x;
        };
    }

    @Override
    public Optional<AmplitudeForm> amplitudeForm() {
        return Optional.of(new AmplitudeForm(List.of("k", "m"), x -> x, (theta, x, x0, gradient) -> {
            double k = theta[0];
            double m = theta[1];
            double e = Math.exp(-k * (x - m));
            double e0 = Math.exp(-k * (x0 - m));
            double value = (1 + e0) / (1 + e);
            gradient[0] = (-(x0 - m) * e0 + value * (x - m) * e) / (1 + e);
            gradient[1] = (k * e0 - value * k * e) / (1 + e);
            return value;
        }));
    }

    @Override
    public FitOutcome fitInY(Points points, Progress progress) {
        return LogisticFit.of(this, points, progress);
    }
}
