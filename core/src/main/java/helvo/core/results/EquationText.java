package helvo.core.results;

import helvo.core.fit.Coefficient;
import helvo.core.fit.Curve;
import helvo.core.fit.Curve.Notation;
import helvo.core.fit.PrintedEquation;
import helvo.core.number.NumberNotation;
import helvo.core.number.NumberText;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Function;
import java.util.regex.Pattern;

/// The equation of a fitted curve as text, the highest power first.
///
/// @param printed its coefficients, rounded together so that the equation can be used
/// @param numbers how they are written
public record EquationText(PrintedEquation printed, NumberNotation numbers) {
    private static final Pattern NUMBER = Pattern.compile("[0-9.,]+");

    /// "Stretch = 0.2054 Load + 0.26": in the columns' names.
    public String inNames(String x, String y) {
        return y + " = " + inBrackets(typeset(x));
    }

    /// With what is marked as raised in brackets: "e^(−0.5 t)".
    private static String inBrackets(String typeset) {
        int from = typeset.indexOf("^{");
        if (from < 0) {
            return typeset;
        }
        int open = 0;
        int end = from + 1;
        do {
            open += typeset.charAt(end) == '{' ? 1 : typeset.charAt(end) == '}' ? -1 : 0;
            end++;
        } while (open > 0 && end < typeset.length());
        String raised = inBrackets(typeset.substring(from + 2, end - 1));
        return typeset.substring(0, from)
                + (NUMBER.matcher(raised).matches() ? "^" + raised : "^(" + raised + ")")
                + inBrackets(typeset.substring(end));
    }

    /// "y = 0.205 x + 0.26": in symbols, for the figure.
    ///
    /// Raised parts are marked as `^{…}`.
    ///
    /// @param x "x", or "t" for dates
    public String inSymbols(String x) {
        return "y = " + typeset(x);
    }

    /// "t = Year − 2002", or "t = Dose / 50", where the equation is in that and not in x itself.
    public Optional<String> where(String x) {
        return printed.origin()
                .map(origin -> variable(x) + " = " + x
                        + (curve().isFromByRatio() ? " / " : origin.signum() < 0 ? " + " : " − ")
                        + numbers.text(origin.abs()));
    }

    /// In symbols at full precision, in the notation of spreadsheets and programs: "y = 0.2054*x + 0.26".
    public String exact() {
        String x = printed.origin()
                .map(origin -> "(x" + (curve().isFromByRatio() ? "/" : origin.signum() < 0 ? "+" : "-")
                        + numbers.exact(origin.abs().doubleValue())
                        + ")")
                .orElse("x");
        return "y = "
                + curve().form(
                                value(k -> numbers.exact(printed.exact()[k]), numbers.exact(curve().fixedIntercept())),
                                x,
                                Notation.PROGRAM);
    }

    /// The letter that stands for x − x₀ or x / x₀; x itself where there is no x₀.
    private String variable(String x) {
        return printed.origin().isEmpty() ? x : x.equals("t") ? "u" : "t";
    }

    private String typeset(String x) {
        return curve().form(
                        value(
                                k -> numbers.text(printed.coefficients().get(k)),
                                numbers.text(new BigDecimal(NumberText.shortest(curve().fixedIntercept())))),
                        variable(x),
                        Notation.TYPESET);
    }

    private Function<String, String> value(Function<Integer, String> coefficient, String held) {
        List<String> names = curve().coefficientNames();
        return name -> name.equals(Curve.FIXED)
                ? held
                : names.contains(name)
                        ? coefficient.apply(names.indexOf(name))
                        : name.replace('.', numbers.decimalMark().sign());
    }

    private Curve curve() {
        return printed.fit().curve();
    }

    /// The standard error that a coefficient is rounded to; empty when there is none, or it is 0.
    public static OptionalDouble standardError(Coefficient coefficient) {
        return coefficient
                .uncertainty()
                .map(u -> OptionalDouble.of(u.standardError()))
                .orElse(OptionalDouble.empty());
    }
}
