package helvo.core.formula;

import helvo.core.formula.Expression.Applied;
import helvo.core.formula.Expression.ColumnValue;
import helvo.core.formula.Expression.Constant;
import helvo.core.formula.Expression.Converted;
import helvo.core.formula.Expression.Joined;
import helvo.core.numeric.DoubleDoubleFunctions;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.commons.numbers.core.DD;

/// A curve's formula as a list of operations over blocks of x, with exact derivatives by the coefficients and
/// by x: automatic differentiation in reverse (Griewank and Walther 2008, Evaluating Derivatives, §3.2).
public final class CurveProgram {
    /// Many enough that the loops decide, few enough that all stays in the nearest memory.
    static final int BLOCK = 256;

    private enum Kind {
        CONSTANT,
        X,
        COEFFICIENT,
        PLUS,
        MINUS,
        TIMES,
        OVER,
        POWER,
        FUNCTION
    }

    /// @param left     place of the operation that it takes, or of the coefficient
    /// @param function of [Kind#FUNCTION] alone
    private record Operation(Kind kind, int left, int right, double constant, FormulaFunction function) {}

    private final Operation[] operations;
    private final int coefficients;
    /// Whether a coefficient takes part in it, or only x.
    private final boolean[] isVaried;
    private final boolean[] isOfX;

    private CurveProgram(List<Operation> list, int coefficients) {
        operations = list.toArray(Operation[]::new);
        this.coefficients = coefficients;
        isVaried = new boolean[operations.length];
        isOfX = new boolean[operations.length];
        for (int i = 0; i < operations.length; i++) {
            Operation each = operations[i];
            switch (each.kind) {
                case CONSTANT -> {}
                case X -> isOfX[i] = true;
                case COEFFICIENT -> isVaried[i] = true;
                case FUNCTION -> {
                    isVaried[i] = isVaried[each.left];
                    isOfX[i] = isOfX[each.left];
                }
                case PLUS, MINUS, TIMES, OVER, POWER -> {
                    isVaried[i] = isVaried[each.left] || isVaried[each.right];
                    isOfX[i] = isOfX[each.left] || isOfX[each.right];
                }
            }
        }
    }

    static CurveProgram of(Expression expression, int coefficients) {
        var list = new ArrayList<Operation>();
        add(expression, list, new HashMap<>());
        return new CurveProgram(list, coefficients);
    }

    /// Equal parts are worked out once.
    private static int add(Expression part, List<Operation> list, Map<Expression, Integer> known) {
        Integer before = known.get(part);
        if (before != null) {
            return before;
        }
        Operation operation =
                switch (part) {
                    case Constant(double number) -> new Operation(Kind.CONSTANT, 0, 0, number, FormulaFunction.ABS);
                    case ColumnValue(int id) ->
                        CurveFormula.isX(id)
                                ? new Operation(Kind.X, 0, 0, 0, FormulaFunction.ABS)
                                : new Operation(
                                        Kind.COEFFICIENT, id - Parser.FIRST_COEFFICIENT, 0, 0, FormulaFunction.ABS);
                    case Applied(FormulaFunction function, Expression of) ->
                        new Operation(Kind.FUNCTION, add(of, list, known), 0, 0, function);
                    case Joined(Expression.Operator operator, Expression left, Expression right) ->
                        new Operation(
                                switch (operator) {
                                    case PLUS -> Kind.PLUS;
                                    case MINUS -> Kind.MINUS;
                                    case TIMES -> Kind.TIMES;
                                    case OVER -> Kind.OVER;
                                    case POWER -> Kind.POWER;
                                },
                                add(left, list, known),
                                add(right, list, known),
                                0,
                                FormulaFunction.ABS);
                    case Converted _ -> throw new IllegalArgumentException("a curve converts no units");
                };
        list.add(operation);
        known.put(part, list.size() - 1);
        return list.size() - 1;
    }

    /// For one thread: what works out a block of x after the other.
    ///
    /// @param most x are there in all
    public Evaluation evaluation(int most) {
        return new Evaluation(Math.clamp(most, 1, BLOCK));
    }

    /// Values and derivatives at a block of x.
    public final class Evaluation {
        private final int most;
        private final double[][] values;
        private final double[][] adjoints;
        private final double[][] gradient = new double[coefficients][];
        private double[] slope;
        private int[] masked = {};
        private boolean[] mask = new boolean[operations.length];

        private Evaluation(int most) {
            this.most = most;
            values = new double[operations.length][most];
            adjoints = new double[operations.length][most];
            slope = new double[most];
            Arrays.fill(gradient, slope);
            for (int i = 0; i < operations.length; i++) {
                switch (operations[i].kind) {
                    case CONSTANT -> Arrays.fill(values[i], operations[i].constant);
                    case COEFFICIENT -> gradient[operations[i].left] = adjoints[i];
                    case X -> slope = adjoints[i];
                    default -> {}
                }
            }
        }

        /// The most x that are worked out at once.
        public int most() {
            return most;
        }

        /// The formula's values at some of the x, from the first of the result on.
        ///
        /// @param p coefficients
        public double[] values(double[] p, double[] x, int from, int count) {
            for (int i = 0; i < operations.length; i++) {
                Operation each = operations[i];
                double[] to = values[i];
                switch (each.kind) {
                    case CONSTANT -> {}
                    case X -> System.arraycopy(x, from, to, 0, count);
                    case COEFFICIENT -> Arrays.fill(to, 0, count, p[each.left]);
                    default -> work(each, to, count);
                }
            }
            return values[operations.length - 1];
        }

        private void work(Operation each, double[] to, int count) {
            double[] a = values[each.left];
            double[] b = values[each.right];
            switch (each.kind) {
                case PLUS -> {
                    for (int i = 0; i < count; i++) {
                        to[i] = a[i] + b[i];
                    }
                }
                case MINUS -> {
                    for (int i = 0; i < count; i++) {
                        to[i] = a[i] - b[i];
                    }
                }
                case TIMES -> {
                    for (int i = 0; i < count; i++) {
                        to[i] = a[i] * b[i];
                    }
                }
                case OVER -> {
                    for (int i = 0; i < count; i++) {
                        to[i] = a[i] / b[i];
                    }
                }
                case POWER -> {
                    for (int i = 0; i < count; i++) {
                        to[i] = Joined.power(a[i], b[i]);
                    }
                }
                default -> {
                    if (each.function == FormulaFunction.EXP) {
                        for (int i = 0; i < count; i++) {
                            to[i] = Math.exp(a[i]);
                        }
                    } else {
                        for (int i = 0; i < count; i++) {
                            to[i] = each.function.value(a[i]);
                        }
                    }
                }
            }
        }

        /// The derivatives of the values that were worked out last, by each of the coefficients.
        public double[][] gradient(int count) {
            reverse(count, isVaried);
            return gradient;
        }

        /// The same by some of them only; what it has for the others is not theirs.
        ///
        /// @param wanted places of the coefficients
        public double[][] gradient(int count, int[] wanted) {
            if (wanted.length == coefficients) {
                return gradient(count);
            }
            if (!Arrays.equals(wanted, masked)) {
                masked = wanted.clone();
                mask = varied(wanted);
            }
            reverse(count, mask);
            return gradient;
        }

        /// Which operations any of these takes part in.
        private boolean[] varied(int[] wanted) {
            boolean[] varied = new boolean[operations.length];
            for (int i = 0; i < operations.length; i++) {
                Operation each = operations[i];
                varied[i] = switch (each.kind) {
                    case CONSTANT, X -> false;
                    case COEFFICIENT -> Arrays.stream(wanted).anyMatch(k -> k == each.left);
                    case FUNCTION -> varied[each.left];
                    case PLUS, MINUS, TIMES, OVER, POWER -> varied[each.left] || varied[each.right];
                };
            }
            return varied;
        }

        /// Those by x.
        public double[] slope(int count) {
            reverse(count, isOfX);
            return slope;
        }

        private void reverse(int count, boolean[] takesPart) {
            int last = operations.length - 1;
            for (int i = 0; i <= last; i++) {
                if (takesPart[i]) {
                    Arrays.fill(adjoints[i], 0, count, i == last ? 1 : 0);
                }
            }
            for (int i = last; i >= 0; i--) {
                Operation each = operations[i];
                if (takesPart[i] && each.kind.compareTo(Kind.COEFFICIENT) > 0) {
                    back(each, values[i], adjoints[i], count, takesPart);
                }
            }
        }

        /// Hands an operation's derivative on to what it takes.
        private void back(Operation each, double[] value, double[] by, int count, boolean[] takesPart) {
            double[] a = values[each.left];
            double[] b = values[each.right];
            double[] toA = adjoints[each.left];
            double[] toB = adjoints[each.right];
            boolean left = takesPart[each.left];
            boolean right = takesPart[each.right];
            switch (each.kind) {
                case PLUS, MINUS -> {
                    double sign = each.kind == Kind.PLUS ? 1 : -1;
                    for (int i = 0; i < count && left; i++) {
                        toA[i] += by[i];
                    }
                    for (int i = 0; i < count && right; i++) {
                        toB[i] += sign * by[i];
                    }
                }
                case TIMES -> {
                    for (int i = 0; i < count && left; i++) {
                        toA[i] += by[i] * b[i];
                    }
                    for (int i = 0; i < count && right; i++) {
                        toB[i] += by[i] * a[i];
                    }
                }
                case OVER -> {
                    for (int i = 0; i < count && left; i++) {
                        toA[i] += by[i] / b[i];
                    }
                    for (int i = 0; i < count && right; i++) {
                        toB[i] -= by[i] * value[i] / b[i];
                    }
                }
                case POWER -> {
                    for (int i = 0; i < count && left; i++) {
                        // A base that is 0 is so for all coefficients that matter: (x/m)^h at x = 0.
                        toA[i] += by[i] == 0 || a[i] == 0 && value[i] == 0
                                ? 0
                                : a[i] == 0
                                        ? by[i] * b[i] * Joined.power(a[i], b[i] - 1)
                                        : by[i] * b[i] * (value[i] / a[i]);
                    }
                    for (int i = 0; i < count && right; i++) {
                        toB[i] += value[i] == 0 ? 0 : by[i] * value[i] * Math.log(a[i]);
                    }
                }
                default -> {
                    if (each.function == FormulaFunction.EXP) {
                        for (int i = 0; i < count; i++) {
                            toA[i] += by[i] * value[i];
                        }
                    } else {
                        for (int i = 0; i < count; i++) {
                            toA[i] += by[i] == 0 ? 0 : by[i] * each.function.slope(a[i]);
                        }
                    }
                }
            }
        }
    }

    /// The formula's value to about 30 digits.
    ///
    /// @param p coefficients
    public DD doubled(DD[] p, DD x) {
        DD[] values = new DD[operations.length];
        for (int i = 0; i < operations.length; i++) {
            Operation each = operations[i];
            values[i] = switch (each.kind) {
                case CONSTANT -> DD.of(each.constant);
                case X -> x;
                case COEFFICIENT -> p[each.left];
                case PLUS -> values[each.left].add(values[each.right]);
                case MINUS -> values[each.left].subtract(values[each.right]);
                case TIMES -> values[each.left].multiply(values[each.right]);
                case OVER -> values[each.left].divide(values[each.right]);
                case POWER -> DoubleDoubleFunctions.power(values[each.left], values[each.right]);
                case FUNCTION -> each.function.doubled(values[each.left]);
            };
        }
        return values[operations.length - 1];
    }
}
