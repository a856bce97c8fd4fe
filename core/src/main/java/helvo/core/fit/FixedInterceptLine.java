package helvo.core.fit;

import static helvo.core.Require.require;

import helvo.core.Progress;
import helvo.core.number.NumberNotation;
import helvo.core.points.Points;
import helvo.core.unit.Unit;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/// y = a0 + b x, with a0 given.
///
/// @param fixedIntercept a0, in y units; 0 for a proportional line
public record FixedInterceptLine(double fixedIntercept) implements Curve {
    public FixedInterceptLine {
        require(Double.isFinite(fixedIntercept), "intercept=%s must be finite", fixedIntercept);
        fixedIntercept += 0.0; // a negative zero is zero
    }

    @Override
    public String name() {
        return fixedIntercept == 0 ? "Through origin" : "Through " + NumberNotation.POINT.plain(fixedIntercept);
    }

    @Override
    public String keyword() {
        return "line";
    }

    @Override
    public List<String> coefficientNames() {
        return List.of("b");
    }

    @Override
    public String form(Function<String, String> value, String x, Notation notation) {
        var text = new StringBuilder(PowersOfX.form(coefficientNames(), 1, value, x, notation));
        PowersOfX.append(text, value.apply(FIXED), "");
        return text.toString();
    }

    @Override
    public double value(double[] coefficients, double x) {
        return fixedIntercept + coefficients[0] * x;
    }

    @Override
    public String unit(String coefficient, String y, String x) {
        return Unit.quotient(y, x, 1);
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
        return PolynomialFit.ofSlope(this, fixedIntercept).fit(points, coefficientNames(), progress);
    }
}
