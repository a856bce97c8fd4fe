package helvo.core.fit;

import helvo.core.Superscript;
import helvo.core.fit.Curve.Notation;
import java.util.List;
import java.util.function.Function;

/// The terms of a polynomial as text, the highest power first.
final class PowersOfX {
    private PowersOfX() {}

    /// Terms that are 0 are left out, unless nothing would be left.
    ///
    /// @param names   lowest power first
    /// @param lowest  power of the first
    static String form(List<String> names, int lowest, Function<String, String> value, String x, Notation notation) {
        var text = new StringBuilder();
        for (int k = names.size() - 1; k >= 0; k--) {
            append(text, value.apply(names.get(k)), power(k + lowest, x, notation));
        }
        return text.isEmpty() ? "0" : text.toString();
    }

    /// By Horner's rule.
    ///
    /// @param coefficients lowest power first
    static double value(double[] coefficients, double x) {
        double value = 0;
        for (int k = coefficients.length - 1; k >= 0; k--) {
            value = value * x + coefficients[k];
        }
        return value;
    }

    private static String power(int power, String x, Notation notation) {
        if (power == 0) {
            return "";
        }
        boolean oneWord = x.matches("[\\p{L}\\p{N}]+");
        String times = notation == Notation.PROGRAM ? "*" : oneWord ? " " : " · ";
        return times + x + (power == 1 ? "" : notation == Notation.PROGRAM ? "^" + power : Superscript.of(power));
    }

    /// A term more, after its sign; none for "0".
    static void append(StringBuilder text, String number, String rest) {
        if (number.equals("0")) {
            return;
        }
        boolean negative = number.startsWith("\u2212") || number.startsWith("-");
        if (text.isEmpty()) {
            text.append(number).append(rest);
        } else {
            String minus = number.startsWith("-") ? " - " : " \u2212 ";
            text.append(negative ? minus : " + ")
                    .append(negative ? number.substring(1) : number)
                    .append(rest);
        }
    }
}
