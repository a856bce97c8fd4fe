package helvo.core.formula;

import helvo.core.formula.Expression.Applied;
import helvo.core.formula.Expression.ColumnValue;
import helvo.core.formula.Expression.Constant;
import helvo.core.formula.Expression.Converted;
import helvo.core.formula.Expression.Joined;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;

/// How the coefficients of a formula are counted in powers of the units of x and y, so that what is added is of
/// one kind, what is taken in an exponent or a sine is a plain number, and the whole is in the unit of y
/// (dimensional analysis; Bridgman 1922, Dimensional Analysis, ch. 4).
public final class CurveDimensions {
    private static final double NOTHING = 1e-9;

    /// Powers of x, of y, and of the coefficients whose units are given.
    ///
    /// @param ofGiven one for each coefficient of the formula, 0 where its unit is not given
    public record Powers(double ofX, double ofY, double[] ofGiven) {}

    /// Unknowns: the coefficients, then what stands for the power of something to a coefficient; behind them the
    /// known powers of x, of y and of each coefficient whose unit is given.
    private final int unknowns;
    private final boolean[] given;
    private int next;
    /// What is raised to a power that is a coefficient, by the unknown of the result.
    private final Map<Integer, double[]> raised = new LinkedHashMap<>();
    private final List<Equation> solved = new ArrayList<>();

    /// What is 0 in all.
    ///
    /// @param unknown one that stands in no other equation
    private record Equation(int unknown, double[] row) {}

    private CurveDimensions(boolean[] given, int unknowns) {
        this.given = given;
        this.unknowns = unknowns;
        next = given.length;
    }

    /// @param given of which coefficients the units are given
    static CurveDimensions of(Expression expression, boolean[] given) {
        var all = new CurveDimensions(given, given.length + powers(expression));
        double[] whole = all.dimension(expression);
        whole[all.unknowns + 1] -= 1;
        all.isNothing(whole);
        // What is raised to a coefficient is a plain number where the power is one.
        all.raised.forEach((power, base) -> {
            double[] row = all.nothing();
            row[power] = 1;
            if (Arrays.stream(all.reduced(row)).allMatch(each -> Math.abs(each) < NOTHING)) {
                all.isNothing(base);
            }
        });
        return all;
    }

    /// Those of a coefficient; empty where the formula does not tell, or is not of one kind throughout.
    public Optional<Powers> powers(int coefficient) {
        double[] row = nothing();
        row[coefficient] = 1;
        double[] left = reduced(row);
        return IntStream.range(0, unknowns).anyMatch(i -> Math.abs(left[i]) > NOTHING)
                ? Optional.empty()
                : Optional.of(new Powers(
                        left[unknowns], left[unknowns + 1], Arrays.copyOfRange(left, unknowns + 2, left.length)));
    }

    private double[] nothing() {
        return new double[unknowns + 2 + given.length];
    }

    private static int powers(Expression part) {
        return switch (part) {
            case Constant _, ColumnValue _, Converted _ -> 0;
            case Applied(FormulaFunction _, Expression of) -> powers(of);
            case Joined(Expression.Operator operator, Expression left, Expression right) ->
                powers(left) + powers(right) + (operator == Expression.Operator.POWER ? 1 : 0);
        };
    }

    private double[] dimension(Expression part) {
        return switch (part) {
            case Constant _, Converted _ -> nothing();
            case ColumnValue(int id) -> {
                double[] own = nothing();
                int coefficient = id - Parser.FIRST_COEFFICIENT;
                int place =
                        CurveFormula.isX(id) ? unknowns : given[coefficient] ? unknowns + 2 + coefficient : coefficient;
                own[place] = 1;
                yield own;
            }
            case Applied(FormulaFunction function, Expression of) -> applied(function, dimension(of));
            case Joined joined -> joined(joined);
        };
    }

    private double[] applied(FormulaFunction function, double[] of) {
        return switch (function) {
            case SQRT -> times(of, 1 / 2.0);
            case CBRT -> times(of, 1 / 3.0);
            case ABS, ROUND, FLOOR -> of;
            // A logarithm of a quantity only moves a constant.
            case LN, LOG10, LOG2 -> new double[of.length];
            case EXP, SIN, COS, TAN, ARCSIN, ARCCOS, ARCTAN, RAD, DEG -> {
                isNothing(of);
                yield new double[of.length];
            }
        };
    }

    private double[] joined(Joined joined) {
        double[] left = dimension(joined.left());
        double[] right = dimension(joined.right());
        return switch (joined.operator()) {
            case PLUS, MINUS -> {
                boolean leftIsZero = joined.left() instanceof Constant(double number) && number == 0;
                if (!leftIsZero) {
                    isNothing(sum(left, times(right, -1)));
                }
                yield leftIsZero ? right : left;
            }
            case TIMES -> sum(left, right);
            case OVER -> sum(left, times(right, -1));
            case POWER -> {
                if (joined.right() instanceof Constant(double number)) {
                    yield times(left, number);
                }
                isNothing(right);
                double[] open = nothing();
                open[next] = 1;
                raised.put(next++, left);
                yield open;
            }
        };
    }

    /// Takes an equation in, unless those before it contradict it.
    private void isNothing(double[] row) {
        double[] left = reduced(row);
        int pivot = IntStream.range(0, unknowns)
                .filter(i -> Math.abs(left[i]) > NOTHING)
                .findFirst()
                .orElse(-1);
        if (pivot < 0) {
            return;
        }
        double[] own = times(left, 1 / left[pivot]);
        solved.replaceAll(each -> new Equation(each.unknown, sum(each.row, times(own, -each.row[pivot]))));
        solved.add(new Equation(pivot, own));
    }

    /// The same with none of the unknowns that the equations tell.
    private double[] reduced(double[] row) {
        double[] left = row.clone();
        for (Equation each : solved) {
            left = sum(left, times(each.row, -left[each.unknown]));
        }
        return left;
    }

    private static double[] sum(double[] a, double[] b) {
        double[] sum = a.clone();
        for (int i = 0; i < sum.length; i++) {
            sum[i] += b[i];
        }
        return sum;
    }

    private static double[] times(double[] a, double factor) {
        return Arrays.stream(a).map(each -> each * factor).toArray();
    }
}
