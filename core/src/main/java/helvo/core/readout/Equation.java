package helvo.core.readout;

import helvo.core.fit.Coefficient;
import helvo.core.fit.Fit;
import helvo.core.number.ValueText;
import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.Collectors;

/// A fitted curve's equation as text, the highest power first, each coefficient rounded to its uncertainty.
public final class Equation {
    private Equation() {}

    /// "Stretch = 0.2054 Load + 0.26": in the columns' names.
    public static String inNames(Fit fit, String x, String y) {
        boolean oneWord = x.matches("[\\p{L}\\p{N}]+");
        return y + " = " + right(fit, (oneWord ? " " : " · ") + x, coefficient -> ValueText.rounded(coefficient.value(), standardError(coefficient)));
    }

    /// "y = 0.205 x + 0.26": in symbols, for the figure.
    ///
    /// @param x "x", or "t" for dates
    public static String inSymbols(Fit fit, String x) {
        return "y = " + right(fit, " " + x, coefficient -> ValueText.rounded(coefficient.value(), standardError(coefficient)));
    }

    /// In symbols at full precision, in the notation of spreadsheets and programs: "y = 0.2054*x + 0.26".
    public static String exact(Fit fit) {
        List<Coefficient> terms = fit.coefficients().reversed();
        String sum = terms.stream().map(c -> helvo.core.number.NumberText.shortest(c.value()) + switch (fit.curve().power(c.name())) {
            case 0 -> "";
            case 1 -> "*x";
            default -> "*x^" + fit.curve().power(c.name());
        }).collect(Collectors.joining(" + "));
        double held = fit.curve().heldIntercept();
        return "y = " + (held == 0 ? sum : sum + " + " + helvo.core.number.NumberText.shortest(held)).replace("+ -", "- ");
    }

    /// The standard error that a coefficient is rounded to; empty when there is none, or it is 0.
    public static OptionalDouble standardError(Coefficient coefficient) {
        return coefficient.uncertainty().map(u -> OptionalDouble.of(u.standardError())).orElse(OptionalDouble.empty());
    }

    private static String right(Fit fit, String x, java.util.function.Function<Coefficient, String> value) {
        var text = new StringBuilder();
        for (Coefficient coefficient : fit.coefficients().reversed()) {
            int power = fit.curve().power(coefficient.name());
            append(text, value.apply(coefficient), power == 0 ? "" : power == 1 ? x : x + ValueText.raised(power));
        }
        if (fit.curve().heldIntercept() != 0) {
            append(text, ValueText.plain(fit.curve().heldIntercept()), "");
        }
        return text.toString();
    }

    private static void append(StringBuilder text, String number, String x) {
        boolean negative = number.startsWith("\u2212");
        if (text.isEmpty()) {
            text.append(number).append(x);
        } else {
            text.append(negative ? " \u2212 " : " + ").append(negative ? number.substring(1) : number).append(x);
        }
    }
}
