package helvo.core.readout;

import helvo.core.curve.Curve.Notation;
import helvo.core.fit.Coefficient;
import helvo.core.fit.Fit;
import helvo.core.number.NumberText;
import helvo.core.number.ValueText;
import java.util.OptionalDouble;
import java.util.regex.Pattern;

/// A fitted curve's equation as text, the highest power first, each coefficient rounded to its uncertainty.
public final class Equation {
    private static final Pattern RAISED = Pattern.compile("\\^\\{([^}]*)}");

    private Equation() {}

    /// "Stretch = 0.2054 Load + 0.26": in the columns' names.
    public static String inNames(Fit fit, String x, String y) {
        return y + " = " + RAISED.matcher(typeset(fit, x)).replaceAll(raised -> raised.group(1).matches("[0-9.]+") ? "^$1" : "^($1)");
    }

    /// "y = 0.205 x + 0.26": in symbols, for the figure.
    ///
    /// Raised parts are marked as `^{…}`.
    ///
    /// @param x "x", or "t" for dates
    public static String inSymbols(Fit fit, String x) {
        return "y = " + typeset(fit, x);
    }

    private static String typeset(Fit fit, String x) {
        return fit.curve().form(name -> ValueText.rounded(fit.coefficient(name).value(), standardError(fit.coefficient(name))), x, Notation.TYPESET);
    }

    /// In symbols at full precision, in the notation of spreadsheets and programs: "y = 0.2054*x + 0.26".
    public static String exact(Fit fit) {
        return "y = " + fit.curve().form(name -> NumberText.shortest(fit.coefficient(name).value()), "x", Notation.PROGRAM);
    }

    /// The standard error that a coefficient is rounded to; empty when there is none, or it is 0.
    public static OptionalDouble standardError(Coefficient coefficient) {
        return coefficient.uncertainty().map(u -> OptionalDouble.of(u.standardError())).orElse(OptionalDouble.empty());
    }
}
