package helvo.core.formula;

import helvo.core.number.NumberNotation;
import helvo.core.unit.Conversion;
import helvo.core.unit.Unit;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;

/// A formula's parts as a tree. Evaluated in doubles, row by row; NaN or an infinity where there is no value.
sealed interface Expression {
    /// The numbers of one row by column id; NaN where a cell is no number.
    interface Row {
        double number(int column);
    }

    double value(Row row);

    /// The partial derivative with respect to a column.
    double slope(Row row, int column);

    /// The innermost part that has no finite value though its own parts have one, said in words.
    Optional<String> fault(Row row);

    /// Adds the ids of the columns in it.
    void gather(Set<Integer> columns);

    /// Whether it has one value, in whichever row.
    default boolean isConstant() {
        var columns = new HashSet<Integer>();
        gather(columns);
        return columns.isEmpty();
    }

    record Constant(double number) implements Expression {
        @Override
        public double value(Row row) {
            return number;
        }

        @Override
        public double slope(Row row, int column) {
            return 0;
        }

        @Override
        public Optional<String> fault(Row row) {
            return Optional.empty();
        }

        @Override
        public void gather(Set<Integer> columns) {
            // names none
        }
    }

    record ColumnValue(int id) implements Expression {
        @Override
        public double value(Row row) {
            return row.number(id);
        }

        @Override
        public double slope(Row row, int column) {
            return column == id ? 1 : 0;
        }

        @Override
        public Optional<String> fault(Row row) {
            return Optional.empty();
        }

        @Override
        public void gather(Set<Integer> columns) {
            columns.add(id);
        }
    }

    /// A part in another unit.
    ///
    /// @param conversion empty where its own unit is not known, or that of another quantity: it has no value then
    record Converted(Expression of, Unit unit, Optional<Conversion> conversion) implements Expression {
        @Override
        public double value(Row row) {
            double value = of.value(row);
            return conversion.map(into -> into.value(value)).orElse(Double.NaN);
        }

        @Override
        public double slope(Row row, int column) {
            double inner = of.slope(row, column);
            return conversion.map(into -> into.difference(inner)).orElse(Double.NaN);
        }

        @Override
        public Optional<String> fault(Row row) {
            return of.fault(row)
                    .or(() -> conversion.isEmpty()
                            ? Optional.of("its unit cannot be converted into " + unit.spelling())
                            : Optional.empty());
        }

        @Override
        public void gather(Set<Integer> columns) {
            of.gather(columns);
        }
    }

    record Applied(FormulaFunction function, Expression of) implements Expression {
        @Override
        public double value(Row row) {
            return function.value(of.value(row));
        }

        @Override
        public double slope(Row row, int column) {
            double inner = of.slope(row, column);
            return inner == 0 ? 0 : function.slope(of.value(row)) * inner;
        }

        @Override
        public Optional<String> fault(Row row) {
            return of.fault(row)
                    .or(() -> Double.isFinite(value(row))
                            ? Optional.empty()
                            : Optional.of(function.word() + "(" + NumberNotation.POINT.plain(of.value(row))
                                    + ") has no value"));
        }

        @Override
        public void gather(Set<Integer> columns) {
            of.gather(columns);
        }
    }

    enum Operator {
        PLUS,
        MINUS,
        TIMES,
        OVER,
        POWER
    }

    record Joined(Operator operator, Expression left, Expression right) implements Expression {
        @Override
        public double value(Row row) {
            double a = left.value(row);
            double b = right.value(row);
            return switch (operator) {
                case PLUS -> a + b;
                case MINUS -> a - b;
                case TIMES -> a * b;
                case OVER -> a / b;
                case POWER -> power(a, b);
            };
        }

        /// Squares by multiplication: correctly rounded, as `Math.pow` need not be.
        static double power(double a, double b) {
            return b == 2 ? a * a : b == 0.5 ? Math.sqrt(a) : b == -1 ? 1 / a : Math.pow(a, b);
        }

        @Override
        public double slope(Row row, int column) {
            double da = left.slope(row, column);
            double db = right.slope(row, column);
            return da == 0 && db == 0
                    ? 0
                    : switch (operator) {
                        case PLUS -> da + db;
                        case MINUS -> da - db;
                        case TIMES -> da * right.value(row) + db * left.value(row);
                        case OVER -> (da - db * left.value(row) / right.value(row)) / right.value(row);
                        case POWER -> powerSlope(left.value(row), right.value(row), da, db);
                    };
        }

        private static double powerSlope(double a, double b, double da, double db) {
            double ofBase = da == 0 ? 0 : b * power(a, b - 1) * da;
            double ofExponent = db == 0 ? 0 : power(a, b) * Math.log(a) * db;
            return ofBase + ofExponent;
        }

        @Override
        public Optional<String> fault(Row row) {
            return left.fault(row).or(() -> right.fault(row)).or(() -> {
                if (Double.isFinite(value(row))) {
                    return Optional.empty();
                }
                String a = NumberNotation.POINT.plain(left.value(row));
                String b = NumberNotation.POINT.plain(right.value(row));
                return Optional.of(
                        switch (operator) {
                            case OVER -> right.value(row) == 0 ? "division by zero" : a + " / " + b + " is too large";
                            case POWER ->
                                a + " to the power " + b
                                        + (Double.isInfinite(value(row)) && left.value(row) != 0
                                                ? " is too large"
                                                : " has no value");
                            case PLUS, MINUS, TIMES -> "the result is too large";
                        });
            });
        }

        @Override
        public void gather(Set<Integer> columns) {
            left.gather(columns);
            right.gather(columns);
        }
    }
}
