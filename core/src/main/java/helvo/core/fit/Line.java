package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.points.Points;
import helvo.core.unit.Unit;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/// y = a + b x.
public record Line() implements Curve {
    @Override
    public String name() {
        return "Line";
    }

    @Override
    public String keyword() {
        return "line";
    }

    @Override
    public List<String> coefficientNames() {
        return List.of("a", "b");
    }

    @Override
    public String form(Function<String, String> value, String x, Notation notation) {
        return PowersOfX.form(coefficientNames(), 0, value, x, notation);
    }

    @Override
    public double value(double[] coefficients, double x) {
        return PowersOfX.value(coefficients, x);
    }

    @Override
    public Optional<double[]> about(double origin, Fit fit) {
        return Optional.of(fit.function().about(origin, 1));
    }

    @Override
    public String unit(String coefficient, String y, String x) {
        return Unit.quotient(y, x, coefficient.equals("a") ? 0 : 1);
    }

    @Override
    public String label(String coefficient) {
        return coefficient.equals("a") ? "intercept" : "slope";
    }

    @Override
    public Optional<AmplitudeForm> amplitudeForm() {
        return Optional.empty();
    }

    @Override
    public FitOutcome fitInY(Points points, Progress progress) {
        return PolynomialFit.ofDegree(this, 1).fit(points, coefficientNames(), progress);
    }
}
