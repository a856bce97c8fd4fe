package helvo.core.fit;

import helvo.core.Progress;
import helvo.core.points.Points;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/// y = a: the mean alone, which every other shape has to beat.
public record Mean() implements Curve {
    @Override
    public String name() {
        return "Mean";
    }

    @Override
    public String keyword() {
        return "mean";
    }

    @Override
    public List<String> coefficientNames() {
        return List.of("a");
    }

    @Override
    public String form(Function<String, String> value, String x, Notation notation) {
        return value.apply("a");
    }

    @Override
    public double value(double[] coefficients, double x) {
        return coefficients[0];
    }

    @Override
    public String unit(String coefficient, String y, String x) {
        return y;
    }

    @Override
    public String label(String coefficient) {
        return "mean";
    }

    @Override
    public boolean isStraight() {
        return true;
    }

    @Override
    public int nextPower() {
        return 1;
    }

    @Override
    public boolean weighsBoth() {
        return false;
    }

    @Override
    public Optional<AmplitudeForm> amplitudeForm() {
        return Optional.empty();
    }

    @Override
    public FitOutcome fitInY(Points points, Progress progress) {
        return PolynomialFit.ofDegree(this, 0).fit(points, coefficientNames(), progress);
    }
}
