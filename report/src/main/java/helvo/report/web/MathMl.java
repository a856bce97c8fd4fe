package helvo.report.web;

import helvo.report.model.Mathematics;
import java.util.List;

/// Writes an equation as MathML 3.
public final class MathMl {
    private MathMl() {}

    /// @param attributes of the `math` element, with a blank before each
    public static String of(Mathematics.Row equation, String attributes) {
        return "<math xmlns=\"http://www.w3.org/1998/Math/MathML\"" + attributes + ">" + row(equation.parts())
                + "</math>";
    }

    private static String row(List<Mathematics> parts) {
        var row = new StringBuilder("<mrow>");
        for (int i = 0; i < parts.size(); i++) {
            if (i > 0 && isFactor(parts.get(i - 1)) && isFactor(parts.get(i))) {
                row.append("<mspace width=\"0.25em\"/>");
            }
            row.append(Mathematics.isPrefix(parts, i) ? "<mo form=\"prefix\">\u2212</mo>" : of(parts.get(i)));
        }
        return row.append("</mrow>").toString();
    }

    /// What stands beside another one as a product, with a thin space between them.
    public static boolean isFactor(Mathematics part) {
        return !(part instanceof Mathematics.Sign);
    }

    private static String of(Mathematics part) {
        return switch (part) {
            case Mathematics.Number(var digits) -> "<mn>" + Markup.escaped(digits) + "</mn>";
            case Mathematics.Name(var text, boolean upright) ->
                upright ? "<mtext>" + Markup.escaped(text) + "</mtext>" : "<mi>" + Markup.escaped(text) + "</mi>";
            case Mathematics.Sign(var sign) -> "<mo>" + Markup.escaped(sign) + "</mo>";
            case Mathematics.Raised(var base, var power) -> "<msup>" + of(base) + of(power) + "</msup>";
            case Mathematics.Fraction(var over, var under) -> "<mfrac>" + of(over) + of(under) + "</mfrac>";
            case Mathematics.Root(var of) -> "<msqrt>" + of(of) + "</msqrt>";
            case Mathematics.Row(var parts) -> row(parts);
        };
    }
}
