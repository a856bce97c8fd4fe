package helvo.cli;

import helvo.core.fit.Curve;
import helvo.core.fit.Curves;
import helvo.core.fit.Polynomial;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

/// The options that choose a curve.
final class CurveOptions {
    @Spec(Spec.Target.MIXEE)
    private CommandSpec command;

    @Option(names = "--curve", paramLabel = "SHAPE", defaultValue = "line",
            description = "line, polynomial, logarithmic, exponential, power or logistic (default: ${DEFAULT-VALUE}).")
    private String curve;

    @Option(names = "--on-log-scale", description = "Exponential and power as straight lines through ln y.")
    private boolean onLogScale;

    @Option(names = "--degree", paramLabel = "N", description = "Of a polynomial, 2 to 10.")
    private Integer degree;

    @Option(names = "--intercept", paramLabel = "V", converter = FiniteNumber.class, description = "A line with its intercept held at V.")
    private Double intercept;

    Curve curve() {
        if (degree != null && !curve.equals("polynomial")) {
            throw wrong("--degree goes with --curve polynomial.");
        }
        if (intercept != null && !curve.equals("line")) {
            throw wrong("--intercept goes with --curve line.");
        }
        if (curve.equals("polynomial") && (degree == null || degree < 2 || degree > Polynomial.HIGHEST)) {
            throw wrong("--curve polynomial needs --degree 2 to " + Polynomial.HIGHEST + ".");
        }
        return Curves.of(curve, degree == null ? OptionalInt.empty() : OptionalInt.of(degree),
                intercept == null ? OptionalDouble.empty() : OptionalDouble.of(intercept), onLogScale)
                .orElseThrow(() -> wrong(onLogScale && Curves.keywords().contains(curve)
                        ? "--on-log-scale goes with --curve exponential or power."
                        : "There is no curve “" + curve + "”: choose " + String.join(", ", Curves.keywords()) + "."));
    }

    private ParameterException wrong(String sentence) {
        return new ParameterException(command.commandLine(), sentence);
    }
}
