package helvo.core.fit;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/// The list of curve shapes that are fitted and offered.
public final class Curves {
    private static final int MAX_ALTERNATIVE_DEGREE = 3;

    private Curves() {}

    /// In the order of the strip at the foot of the window.
    public static List<Curve> offered() {
        return List.of(
                new Mean(),
                new Line(),
                new FixedInterceptLine(0),
                new Polynomial(2),
                new Polynomial(3),
                new Logarithmic(),
                new Exponential(false),
                new Power(false),
                new Logistic(),
                new Polynomial(4),
                new Polynomial(5));
    }

    /// Those that are compared: those that are offered, and the curves of the trade.
    public static List<Curve> compared() {
        return Stream.concat(
                        offered().stream(), Arrays.stream(TradeCurve.values()).map(TradeCurve::curve))
                .toList();
    }

    /// Those that are named where another one leaves a pattern: all that are offered but for the lines with fewer
    /// coefficients than a straight line, and degrees so high that they follow the scatter.
    public static List<Curve> alternatives() {
        return offered().stream()
                .filter(curve -> curve.coefficientNames().size() > 1 && curve.degree() <= MAX_ALTERNATIVE_DEGREE)
                .toList();
    }

    /// All of them: besides those offered, higher degrees, the fits on the log scale and the curves of the trade.
    public static List<Curve> all() {
        return inTurn().toList();
    }

    /// The curves of the trade are read last, and only where one of them may be meant: that takes longer than a fit.
    private static Stream<Curve> inTurn() {
        Stream<Supplier<Stream<Curve>>> parts = Stream.of(
                () -> offered().stream(),
                () -> IntStream.rangeClosed(6, Polynomial.MAX_DEGREE).mapToObj(Polynomial::new),
                () -> Stream.of(new Exponential(true), new Power(true)),
                () -> Arrays.stream(TradeCurve.values()).map(TradeCurve::curve));
        return parts.flatMap(Supplier::get);
    }

    /// The shape that a file or the command line names.
    ///
    /// @param degree    of a polynomial; empty for the others
    /// @param intercept of a line whose intercept is held
    /// @return empty where there is none
    public static Optional<Curve> of(String keyword, OptionalInt degree, OptionalDouble intercept, boolean onLogScale) {
        if (intercept.isPresent()) {
            return keyword.equals(new Line().keyword())
                    ? Optional.of(new FixedInterceptLine(intercept.getAsDouble()))
                    : Optional.empty();
        }
        return inTurn().filter(curve -> !(curve instanceof FixedInterceptLine)
                        && curve.keyword().equals(keyword)
                        && curve.onLogScale() == onLogScale
                        && (degree.isEmpty() || curve.degree() == degree.getAsInt()))
                .findFirst();
    }

    /// The keywords of all shapes, each once.
    public static List<String> keywords() {
        return all().stream().map(Curve::keyword).distinct().toList();
    }
}
