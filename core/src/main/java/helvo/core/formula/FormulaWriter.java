package helvo.core.formula;

import helvo.core.formula.Expression.Applied;
import helvo.core.formula.Expression.ColumnValue;
import helvo.core.formula.Expression.Constant;
import helvo.core.formula.Expression.Converted;
import helvo.core.formula.Expression.Joined;
import helvo.core.formula.Expression.Operator;
import java.math.BigDecimal;
import java.util.List;
import java.util.function.Function;

/// Writes a curve's formula with other texts for its coefficients, with no more brackets than it needs.
final class FormulaWriter {
    private static final int SUM = 1;
    private static final int PRODUCT = 2;
    private static final int POWER = 3;
    private static final int ATOM = 4;

    private final List<String> coefficients;
    private final Function<String, String> value;
    private final String x;
    private final boolean typeset;

    /// @param typeset with raised powers as `^{…}`, blanks for products and true minus signs; else as programs
    ///     read it
    FormulaWriter(List<String> coefficients, Function<String, String> value, String x, boolean typeset) {
        this.coefficients = coefficients;
        this.value = value;
        this.x = x;
        this.typeset = typeset;
    }

    /// @param rank how tightly its outermost operation binds
    private record Part(String text, int rank) {
        boolean isNegative() {
            return text.startsWith("-") || text.startsWith("\u2212");
        }
    }

    String text(Expression expression) {
        return part(expression).text;
    }

    private Part part(Expression expression) {
        return switch (expression) {
            case Constant(double number) -> new Part(constant(number), number < 0 ? SUM : ATOM);
            case ColumnValue(int id) -> {
                String text = CurveFormula.isX(id) ? x : value.apply(coefficients.get(id - Parser.FIRST_COEFFICIENT));
                yield new Part(text, text.indexOf(' ') >= 0 && !CurveFormula.isX(id) ? PRODUCT : ATOM);
            }
            case Applied(FormulaFunction function, Expression of) -> applied(function, of);
            case Joined joined -> joined(joined);
            case Converted(Expression of, var _, var _) -> part(of);
        };
    }

    private String constant(double number) {
        if (number == Math.PI) {
            return typeset ? "π" : "pi";
        }
        if (number == Math.E) {
            return typeset ? "e" : "exp(1)";
        }
        String text = value.apply(
                new BigDecimal(Double.toString(number)).stripTrailingZeros().toPlainString());
        return typeset ? text.replace('-', '\u2212') : text;
    }

    private Part applied(FormulaFunction function, Expression of) {
        String inside = part(of).text;
        if (typeset && function == FormulaFunction.EXP) {
            return new Part("e^{" + inside + "}", POWER);
        }
        if (typeset && function == FormulaFunction.ABS) {
            return new Part("|" + inside + "|", ATOM);
        }
        return new Part(
                (typeset && function == FormulaFunction.SQRT ? "√" : function.word()) + "(" + inside + ")", ATOM);
    }

    private Part joined(Joined joined) {
        Part left = part(joined.left());
        Part right = part(joined.right());
        return switch (joined.operator()) {
            case PLUS, MINUS -> sum(joined, left, right);
            case TIMES -> {
                String factor = within(right, PRODUCT);
                String sign = !typeset
                        ? "*"
                        : Character.isDigit(factor.charAt(0))
                                        || Character.isDigit(ending(left)) && factor.startsWith("(")
                                ? " · "
                                : " ";
                yield new Part(atFront(left, PRODUCT) + sign + factor, PRODUCT);
            }
            case OVER -> new Part(atFront(left, PRODUCT) + (typeset ? " / " : "/") + within(right, POWER), PRODUCT);
            case POWER ->
                new Part(
                        typeset
                                ? within(left, ATOM) + "^{" + right.text + "}"
                                : within(left, ATOM) + "^" + within(right, ATOM),
                        POWER);
        };
    }

    private static char ending(Part part) {
        return part.text.charAt(part.text.length() - 1);
    }

    /// A sum; what is negative is taken away, and what is taken away and negative is added.
    private Part sum(Joined joined, Part left, Part right) {
        boolean minus = joined.operator() == Operator.MINUS;
        boolean isSign = minus && joined.left() instanceof Constant(double zero) && zero == 0;
        boolean negative = right.isNegative() && right.rank >= PRODUCT;
        String second = negative ? right.text.substring(1) : minus ? within(right, PRODUCT) : right.text;
        boolean takes = minus != negative;
        String sign = typeset ? "\u2212" : "-";
        if (isSign) {
            return new Part(takes ? sign + second : second, PRODUCT);
        }
        String between = typeset ? " " + (takes ? sign : "+") + " " : takes ? " - " : " + ";
        return new Part(left.text + between + second, SUM);
    }

    /// At the front of a product a minus sign needs no brackets.
    private String atFront(Part part, int rank) {
        return part.rank < rank ? "(" + part.text + ")" : part.text;
    }

    private String within(Part part, int rank) {
        return part.rank < rank || part.isNegative() ? "(" + part.text + ")" : part.text;
    }
}
