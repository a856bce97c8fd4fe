package helvo.core.fit;

import static helvo.core.Require.require;

import helvo.core.Progress;
import helvo.core.points.Points;
import helvo.core.unit.Unit;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.IntStream;

/// y = c0 + c1 x + c2 x² + …
///
/// @param degree 2 to 10
public record Polynomial(int degree) implements Curve {
    public static final int MAX_DEGREE = 10;

    public Polynomial {
        require(degree >= 2 && degree <= MAX_DEGREE, "degree=%s must be 2 to %s", degree, MAX_DEGREE);
    }

    @Override
    public String name() {
        return switch (degree) {
            case 2 -> "Quadratic";
            case 3 -> "Cubic";
            default -> "Degree " + degree;
        };
    }

    @Override
    public String keyword() {
        return "polynomial";
    }

    @Override
    public List<String> coefficientNames() {
        return IntStream.rangeClosed(0, degree).mapToObj(k -> "c" + k).toList();
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
        return Optional.of(fit.function().about(origin, degree));
    }

    @Override
    public String unit(String coefficient, String y, String x) {
        return Unit.quotient(y, x, Integer.parseInt(coefficient.substring(1)));
    }

    @Override
    public Optional<AmplitudeForm> amplitudeForm() {
        return Optional.empty();
    }

    @Override
    public FitOutcome fitInY(Points points, Progress progress) {
        return PolynomialFit.ofDegree(this, degree).fit(points, coefficientNames(), progress);
    }
}
