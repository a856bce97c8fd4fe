package helvo.core.formula;

import helvo.core.formula.Expression.Applied;
import helvo.core.formula.Expression.ColumnValue;
import helvo.core.formula.Expression.Constant;
import helvo.core.formula.Expression.Converted;
import helvo.core.formula.Expression.Joined;
import helvo.core.number.DecimalMark;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Pattern;

/// A curve as a formula in x and named coefficients: `T0 + A·exp(−x/τ)`. [Parser] tells the notation; letters'
/// case counts. Names that are neither x nor a function are coefficients.
public final class CurveFormula {
    /// More coefficients than these no measurement determines.
    public static final int MOST_COEFFICIENTS = 12;

    private static final Pattern DECIMAL_COMMA = Pattern.compile("(?<=[0-9]),(?=[0-9])");
    private static final double[] TRIALS = {0.37, -0.37, 37, -37, 1e-4};
    private static final int X = 1;
    private static final int ALIAS_OF_X = 2;
    private static final int FIRST_OTHER = 3;

    private final String text;
    private final Expression expression;
    private final List<String> coefficients;
    private final boolean isPartial;

    private CurveFormula(String text, Expression expression, List<String> coefficients) {
        this.text = text;
        this.expression = expression;
        this.coefficients = List.copyOf(coefficients);
        isPartial = isPartial(expression);
    }

    /// What became of a text.
    public sealed interface Reading {
        record Read(CurveFormula formula) implements Reading {}

        /// @param from where in the text it went wrong, 0 is the first character
        /// @param to   behind it
        record Wrong(int from, int to, String sentence) implements Reading {}
    }

    /// Reads a formula in which x is called x.
    public static Reading read(String text) {
        return read(text, "x", List.of(), DecimalMark.POINT);
    }

    /// Reads a formula as a person wrote it beside a table.
    ///
    /// @param xName  what x is called there besides x
    /// @param others names of the other columns, which a curve cannot hold
    /// @param mark   in numbers; a point is one always, and is kept
    public static Reading read(String text, String xName, List<String> others, DecimalMark mark) {
        var columns = new ArrayList<Column>();
        columns.add(column(X, "x"));
        if (!xName.equals("x") && !xName.isEmpty()) {
            columns.add(column(ALIAS_OF_X, xName));
        }
        others.stream()
                .filter(name -> !name.equals("x") && !name.equals(xName) && !name.isEmpty())
                .distinct()
                .forEach(name -> columns.add(column(FIRST_OTHER + columns.size(), name)));
        var table = new Table(1, "curve", DecimalMark.POINT, Optional.empty(), columns, ExcludedRows.NONE);
        var names = new ArrayList<String>();
        String pointed = mark == DecimalMark.COMMA ? DECIMAL_COMMA.matcher(text).replaceAll(".") : text;
        return switch (Parser.readCurve(pointed, table, names)) {
            case Formula.Reading.Wrong(int from, int to, String sentence) -> new Reading.Wrong(from, to, sentence);
            case Formula.Reading.Read(Formula formula, String kept) -> read(text, formula, kept, names, table);
        };
    }

    private static Reading read(String text, Formula formula, String kept, List<String> names, Table table) {
        var ids = new HashSet<>(formula.columns());
        for (Column other : table.columns()) {
            if (other.id() >= FIRST_OTHER && ids.contains(other.id())) {
                return wrong(
                        text,
                        "“" + other.name() + "” is another column: a curve is a formula of x and coefficients. A "
                                + "derived column can hold what is worked out of several.");
            }
        }
        if (!ids.contains(X) && !ids.contains(ALIAS_OF_X)) {
            return wrong(text, "There is no x in this formula" + (names.isEmpty() ? "." : ": " + all(names) + "."));
        }
        if (names.isEmpty()) {
            return wrong(text, "There is no coefficient in this formula: nothing can be fitted.");
        }
        if (names.size() > MOST_COEFFICIENTS) {
            return wrong(
                    text,
                    "A curve has " + MOST_COEFFICIENTS + " coefficients at most; these are " + names.size() + ": "
                            + String.join(", ", names) + ".");
        }
        Expression expression = asX(formula.expression());
        return new Reading.Read(new CurveFormula(
                kept.replace("{" + X + "}", "x").replace("{" + ALIAS_OF_X + "}", "x"), expression, names));
    }

    private static String all(List<String> names) {
        return String.join(", ", names) + (names.size() == 1 ? " counts as a coefficient" : " count as coefficients");
    }

    private static Reading wrong(String text, String sentence) {
        return new Reading.Wrong(0, text.length(), sentence);
    }

    private static Column column(int id, String name) {
        return new Column(id, new Heading(name, ""), Kind.NUMBER, Role.NONE, 0, Cells.ofNumbers());
    }

    private static Expression asX(Expression part) {
        return switch (part) {
            case ColumnValue(int id) when id == ALIAS_OF_X -> new ColumnValue(X);
            case Applied(FormulaFunction function, Expression of) -> new Applied(function, asX(of));
            case Joined(Expression.Operator operator, Expression left, Expression right) ->
                new Joined(operator, asX(left), asX(right));
            case Constant _, ColumnValue _, Converted _ -> part;
        };
    }

    /// The formula, with x for x.
    public String text() {
        return text;
    }

    /// In the order in which they stand.
    public List<String> coefficients() {
        return coefficients;
    }

    /// Its value at x.
    ///
    /// @param p coefficients in the order of the formula
    /// @return NaN or an infinity where there is none
    public double value(double[] p, double x) {
        return expression.value(id -> isX(id) ? x : p[id - Parser.FIRST_COEFFICIENT]);
    }

    /// Whether there are x at which it has no value for some coefficients, or for any.
    public boolean isPartial() {
        return isPartial;
    }

    private static boolean isPartial(Expression part) {
        return switch (part) {
            case Constant _, ColumnValue _, Converted _ -> false;
            case Applied(FormulaFunction function, Expression of) ->
                isPartial(of)
                        || switch (function) {
                            case LN, LOG10, LOG2, SQRT, ARCSIN, ARCCOS -> true;
                            case EXP, CBRT, ABS, SIN, COS, TAN, ARCTAN, RAD, DEG, ROUND, FLOOR -> false;
                        };
            case Joined(Expression.Operator operator, Expression left, Expression right) ->
                isPartial(left)
                        || isPartial(right)
                        || operator == Expression.Operator.OVER && hasX(right)
                        || operator == Expression.Operator.POWER
                                && !(right instanceof Constant(double number)
                                        && number >= 0
                                        && number == Math.rint(number));
        };
    }

    /// Whether x − x₀ in the place of x only changes the coefficients: x stands in exponentials that have an
    /// amplitude of their own, and in exponentials and sines with a summand of their own.
    public boolean isMovable() {
        return isMovable(expression);
    }

    private boolean isMovable(Expression part) {
        return !hasX(part)
                || switch (part) {
                    case Constant _, ColumnValue _, Converted _ -> false;
                    case Applied(FormulaFunction function, Expression of) ->
                        (function == FormulaFunction.EXP
                                        || function == FormulaFunction.SIN
                                        || function == FormulaFunction.COS)
                                && of instanceof Joined(Expression.Operator operator, Expression left, Expression right)
                                && (operator == Expression.Operator.PLUS || operator == Expression.Operator.MINUS)
                                && (isRate(left) && isOwn(right) || isOwn(left) && isRate(right));
                    case Joined(Expression.Operator operator, Expression left, Expression right) ->
                        switch (operator) {
                            case PLUS, MINUS -> isMovable(left) && isMovable(right);
                            case TIMES ->
                                isAmplitude(left) && isExponential(right)
                                        || isExponential(left) && isAmplitude(right)
                                        || isMovable(left) && isMovable(right);
                            case OVER, POWER -> false;
                        };
                };
    }

    private boolean isExponential(Expression part) {
        return part instanceof Applied(FormulaFunction function, Expression of)
                && function == FormulaFunction.EXP
                && isRate(of);
    }

    /// x times something, or over it.
    private static boolean isRate(Expression part) {
        return part instanceof Joined(Expression.Operator operator, Expression left, Expression right)
                && switch (operator) {
                    case TIMES ->
                        isBareX(left) && !hasX(right)
                                || isBareX(right) && !hasX(left)
                                || isRate(left) && !hasX(right)
                                || isRate(right) && !hasX(left);
                    case OVER -> (isBareX(left) || isRate(left)) && !hasX(right);
                    case MINUS ->
                        left instanceof Constant(double zero) && zero == 0 && (isBareX(right) || isRate(right));
                    case PLUS, POWER -> false;
                };
    }

    private static boolean isBareX(Expression part) {
        return part instanceof ColumnValue(int id) && isX(id);
    }

    /// A coefficient that stands nowhere else.
    private boolean isOwn(Expression part) {
        return part instanceof ColumnValue(int id) && !isX(id) && count(expression, id) == 1;
    }

    private boolean isAmplitude(Expression part) {
        return isOwn(part)
                || part instanceof Joined(Expression.Operator operator, Expression left, Expression right)
                        && operator == Expression.Operator.TIMES
                        && !hasX(part)
                        && (isAmplitude(left) || isAmplitude(right));
    }

    private static int count(Expression part, int column) {
        return switch (part) {
            case ColumnValue(int id) -> id == column ? 1 : 0;
            case Constant _, Converted _ -> 0;
            case Applied(FormulaFunction _, Expression of) -> count(of, column);
            case Joined(Expression.Operator _, Expression left, Expression right) ->
                count(left, column) + count(right, column);
        };
    }

    private static boolean hasX(Expression part) {
        return switch (part) {
            case ColumnValue(int id) -> isX(id);
            case Constant _, Converted _ -> false;
            case Applied(FormulaFunction _, Expression of) -> hasX(of);
            case Joined(Expression.Operator _, Expression left, Expression right) -> hasX(left) || hasX(right);
        };
    }

    /// Whether it has a value at x, for any of some coefficients that are tried.
    public boolean hasValueAt(double x) {
        if (!isPartial) {
            return true;
        }
        for (double trial : TRIALS) {
            double value = expression.value(id -> isX(id) ? x : trial * (1 + 0.1 * (id - Parser.FIRST_COEFFICIENT)));
            if (Double.isFinite(value)) {
                return true;
            }
        }
        return false;
    }

    Expression expression() {
        return expression;
    }

    static boolean isX(int id) {
        return id == X;
    }

    /// What works out its values and derivatives.
    public CurveProgram program() {
        return CurveProgram.of(expression, coefficients.size());
    }

    /// The largest set of coefficients in which the formula is linear while all others are held: those that stand
    /// first are taken first (Golub and Pereyra 1973, §1).
    ///
    /// @param among the coefficients that may be among them
    public Set<Integer> linear(Set<Integer> among) {
        var chosen = new HashSet<Integer>();
        for (int k = 0; k < coefficients.size(); k++) {
            if (among.contains(k)) {
                chosen.add(k);
                if (degree(expression, chosen) > 1) {
                    chosen.remove(k);
                }
            }
        }
        return Set.copyOf(chosen);
    }

    /// The degree of a part in some coefficients; 2 for all that is not linear.
    private static int degree(Expression part, Set<Integer> of) {
        return switch (part) {
            case Constant _, Converted _ -> 0;
            case ColumnValue(int id) -> of.contains(id - Parser.FIRST_COEFFICIENT) ? 1 : 0;
            case Applied(FormulaFunction _, Expression inner) -> degree(inner, of) == 0 ? 0 : 2;
            case Joined(Expression.Operator operator, Expression left, Expression right) -> {
                int a = degree(left, of);
                int b = degree(right, of);
                yield switch (operator) {
                    case PLUS, MINUS -> Math.max(a, b);
                    case TIMES -> Math.min(2, a + b);
                    case OVER -> b == 0 ? a : 2;
                    case POWER -> a == 0 && b == 0 ? 0 : 2;
                };
            }
        };
    }

    /// The coefficients that stand in a sine, cosine or tangent, each with how fast its argument changes with x
    /// where the coefficient is 1: 2π for f in sin(2 π f x + p). 1 where that is not so simple.
    public Map<Integer, Double> inSines() {
        var found = new HashMap<Integer, Double>();
        gatherInSines(expression, found);
        return Map.copyOf(found);
    }

    private void gatherInSines(Expression part, Map<Integer, Double> found) {
        switch (part) {
            case Constant _, ColumnValue _, Converted _ -> {}
            case Applied(FormulaFunction function, Expression of) -> {
                if (function == FormulaFunction.SIN
                        || function == FormulaFunction.COS
                        || function == FormulaFunction.TAN) {
                    var ids = new HashSet<Integer>();
                    of.gather(ids);
                    ids.stream()
                            .filter(id -> !isX(id))
                            .forEach(id -> found.put(id - Parser.FIRST_COEFFICIENT, rate(of, id)));
                }
                gatherInSines(of, found);
            }
            case Joined(Expression.Operator _, Expression left, Expression right) -> {
                gatherInSines(left, found);
                gatherInSines(right, found);
            }
        }
    }

    private static double rate(Expression argument, int coefficient) {
        double from = argument.value(id -> isX(id) || id != coefficient ? 0 : 1);
        double to = argument.value(id -> isX(id) || id == coefficient ? 1 : 0);
        double rate = Math.abs(to - from);
        return rate > 0 && Double.isFinite(rate) ? rate : 1;
    }

    /// A sentence about two coefficients that no points tell apart; empty where there are none.
    ///
    /// @param fitted the places of those that are not held
    public Optional<String> inseparable(Set<Integer> fitted) {
        return CoefficientPairs.sentence(this, fitted);
    }

    /// The coefficients that are an x at which the curve has a corner: m in |x − m|.
    public Set<Integer> corners() {
        var found = new HashSet<Integer>();
        gatherCorners(expression, found);
        return Set.copyOf(found);
    }

    private static void gatherCorners(Expression part, Set<Integer> found) {
        switch (part) {
            case Constant _, ColumnValue _, Converted _ -> {}
            case Applied(FormulaFunction function, Expression of) -> {
                if (function == FormulaFunction.ABS
                        && of instanceof Joined(Expression.Operator operator, Expression left, Expression right)
                        && operator == Expression.Operator.MINUS
                        && isBareX(left) != isBareX(right)
                        && (isBareX(left) ? right : left) instanceof ColumnValue(int id)) {
                    found.add(id - Parser.FIRST_COEFFICIENT);
                }
                gatherCorners(of, found);
            }
            case Joined(Expression.Operator _, Expression left, Expression right) -> {
                gatherCorners(left, found);
                gatherCorners(right, found);
            }
        }
    }

    /// How each coefficient counts in powers of the units of x and y.
    public CurveDimensions dimensions() {
        return dimensions(new boolean[coefficients.size()]);
    }

    /// The same where the units of some coefficients are given: theirs are counted too.
    public CurveDimensions dimensions(boolean[] given) {
        return CurveDimensions.of(expression, given);
    }

    /// The formula with other texts for its coefficients and for x.
    ///
    /// @param value a coefficient's text, which may begin with a minus sign; also of each number, to have it as
    ///     numbers are written
    public String written(Function<String, String> value, String x, boolean typeset) {
        return new FormulaWriter(coefficients, value, x, typeset).text(expression);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof CurveFormula that && text.equals(that.text);
    }

    @Override
    public int hashCode() {
        return text.hashCode();
    }

    @Override
    public String toString() {
        return text;
    }
}
