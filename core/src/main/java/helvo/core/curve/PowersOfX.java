package helvo.core.curve;

import helvo.core.curve.Curve.Notation;
import helvo.core.number.ValueText;
import java.util.List;
import java.util.function.Function;

/// How sums of powers of x are written, the highest first.
final class PowersOfX {
    private PowersOfX() {}

    /// @param names   lowest power first
    /// @param lowest  power of the first
    /// @param held    a constant that is given; 0 for none
    static String form(List<String> names, int lowest, double held, Function<String, String> value, String x, Notation notation) {
        var text = new StringBuilder();
        for (int k = names.size() - 1; k >= 0; k--) {
            append(text, value.apply(names.get(k)), power(k + lowest, x, notation));
        }
        if (held != 0) {
            append(text, notation == Notation.TYPESET ? ValueText.plain(held) : helvo.core.number.NumberText.shortest(held), "");
        }
        return text.toString();
    }

    private static String power(int power, String x, Notation notation) {
        if (power == 0) {
            return "";
        }
        boolean oneWord = x.matches("[\\p{L}\\p{N}]+");
        String times = notation == Notation.PROGRAM ? "*" : oneWord ? " " : " · ";
        return times + x + (power == 1 ? "" : notation == Notation.PROGRAM ? "^" + power : ValueText.raised(power));
    }

    /// A term more, after its sign.
    static void append(StringBuilder text, String number, String rest) {
        boolean negative = number.startsWith("\u2212") || number.startsWith("-");
        if (text.isEmpty()) {
            text.append(number).append(rest);
        } else {
            String minus = number.startsWith("-") ? " - " : " \u2212 ";
            text.append(negative ? minus : " + ").append(negative ? number.substring(1) : number).append(rest);
        }
    }

    /// The unit of a coefficient of xᵖ: "mm/N²".
    static String unit(String y, String x, int power) {
        if (power == 0 || x.isEmpty()) {
            return y;
        }
        return (y.isEmpty() ? "1" : y) + "/" + whole(x) + (power == 1 ? "" : ValueText.raised(power));
    }

    static String whole(String unit) {
        return unit.matches(".*[·*/ ].*") ? "(" + unit + ")" : unit;
    }
}
