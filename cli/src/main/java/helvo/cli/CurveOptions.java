package helvo.cli;

import helvo.core.fit.Curve;
import helvo.core.fit.Curves;
import helvo.core.fit.Polynomial;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;

/// The options that choose a curve.
final class CurveOptions {
    private final Arguments arguments;
    private String curve;
    private boolean onLogScale;
    private @Nullable Integer degree;
    private @Nullable Double intercept;

    /// @param arguments of the command that has these options
    @SuppressWarnings("NullAway.Init") // set while the command line is read
    CurveOptions(Arguments arguments) {
        this.arguments = arguments;
        arguments
                .option(
                        "--curve",
                        "SHAPE",
                        "line, polynomial, logarithmic, exponential, power, logistic or mean (default: "
                                + "${DEFAULT-VALUE}).")
                .otherwise("line")
                .text(value -> curve = value);
        arguments.flag(
                "--on-log-scale", "Exponential and power as straight lines through ln y.", value -> onLogScale = value);
        arguments.option("--degree", "N", "Degree of a polynomial, 2 to 10.").integer(value -> degree = value);
        arguments
                .option("--intercept", "V", "A line with its intercept held at V.")
                .number(value -> intercept = value);
    }

    Curve curve() {
        if (degree != null && !curve.equals("polynomial")) {
            throw arguments.usageError("--degree goes with --curve polynomial.");
        }
        if (intercept != null && !curve.equals("line")) {
            throw arguments.usageError("--intercept goes with --curve line.");
        }
        if (curve.equals("polynomial") && (degree == null || degree < 2 || degree > Polynomial.MAX_DEGREE)) {
            throw arguments.usageError("--curve polynomial needs --degree 2 to " + Polynomial.MAX_DEGREE + ".");
        }
        return Curves.of(
                        curve,
                        degree == null ? OptionalInt.empty() : OptionalInt.of(degree),
                        intercept == null ? OptionalDouble.empty() : OptionalDouble.of(intercept),
                        onLogScale)
                .orElseThrow(() -> arguments.usageError(
                        onLogScale && Curves.keywords().contains(curve)
                                ? "--on-log-scale goes with --curve exponential or power."
                                : "There is no curve “" + curve + "”: choose " + String.join(", ", Curves.keywords())
                                        + "."));
    }
}
