package helvo.core.formula;

import helvo.core.formula.Expression.Applied;
import helvo.core.formula.Expression.ColumnValue;
import helvo.core.formula.Expression.Constant;
import helvo.core.formula.Expression.Converted;
import helvo.core.formula.Expression.Joined;
import helvo.core.formula.Expression.Operator;
import helvo.core.number.NumberNotation;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.core.table.Table;
import helvo.core.unit.Conversion;
import helvo.core.unit.Unit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/// The unit of a formula's result, worked out from those of its columns, and what a careful person wants to know of
/// them. Numbers in a formula count as without a unit; in sums they take that of the others.
public final class FormulaUnits {
    private static final String DAY = "d";
    private static final String ANGLE = "rad";
    private static final String KELVIN = "K";
    private static final double ICE_POINT = 273.15;
    /// A factor that a person writes has so many digits.
    private static final double ALIKE = 1e-6;
    private static final int MAX_DENOMINATOR = 6;

    /// The unit of a part of a formula.
    private sealed interface Part {
        /// A pure number.
        record Number() implements Part {}

        record Quantity(Unit unit) implements Part {}

        /// It cannot be worked out.
        record Open() implements Part {}
    }

    private static final Part NUMBER = new Part.Number();
    private static final Part OPEN = new Part.Open();

    private final Table table;
    private final List<String> remarks = new ArrayList<>();

    private FormulaUnits(Table table) {
        this.table = table;
    }

    /// What was worked out.
    ///
    /// @param unit    empty where it is not known; [Unit#ONE] for a pure number
    /// @param remarks sentences about units that do not fit, and about what is converted
    public record Result(Optional<Unit> unit, List<String> remarks) {
        public Result {
            remarks = List.copyOf(remarks);
        }
    }

    static Result of(Expression expression, Table table) {
        var units = new FormulaUnits(table);
        Part part = units.part(expression);
        return new Result(
                part instanceof Part.Quantity(Unit unit)
                        ? Optional.of(unit)
                        : part instanceof Part.Number ? Optional.of(Unit.ONE) : Optional.empty(),
                units.remarks.stream().distinct().toList());
    }

    /// How the unit that a person wrote for a formula fits the one that was worked out; empty where it does.
    static Optional<String> compared(Expression expression, Table table, String written) {
        Optional<Unit> unit = of(expression, table).unit().filter(each -> !each.isOne());
        if (unit.isEmpty() || written.isBlank()) {
            return Optional.empty();
        }
        String gives = "The formula gives " + unit.get().spelling();
        Optional<Unit> meant = Unit.read(written);
        if (meant.isEmpty()) {
            return Optional.of(gives + "; “" + written + "” is not a unit that is known here.");
        }
        Optional<Conversion> into = unit.get().to(meant.get());
        if (into.isEmpty()) {
            return Optional.of(gives + ", which is another quantity than " + written + ".");
        }
        Conversion conversion = into.get();
        boolean byHand = !conversion.movesZero() && isAlike(factor(expression), conversion);
        return conversion.isIdentity() || byHand
                ? Optional.empty()
                : Optional.of(
                        conversion.movesZero()
                                ? gives + ", not " + written + "."
                                : gives + ", not " + written + ": 1 "
                                        + unit.get().spelling() + " is "
                                        + NumberNotation.POINT.significant(conversion.difference(1), 6) + " "
                                        + written + ".");
    }

    /// The unit into which the second part of a sum must be converted; empty where it need not, or cannot.
    static Optional<Unit> converted(Expression first, Expression second, Table table) {
        if (!(new FormulaUnits(table).part(first) instanceof Part.Quantity(Unit left))
                || !(new FormulaUnits(table).part(second) instanceof Part.Quantity(Unit right))
                || left.spelling().equals(right.spelling())) {
            return Optional.empty();
        }
        return right.to(left)
                .filter(into -> !into.isIdentity() && !into.movesZero() && !isByHand(first, left, second, right))
                .map(_ -> left);
    }

    /// Whether one of two parts of a sum has the factor already that makes it the other's unit: "Length + 10 Width".
    private static boolean isByHand(Expression first, Unit left, Expression second, Unit right) {
        return right.to(left).filter(into -> isAlike(factor(second), into)).isPresent()
                || left.to(right).filter(into -> isAlike(factor(first), into)).isPresent();
    }

    private static boolean isAlike(double factor, Conversion conversion) {
        return Math.abs(factor / conversion.difference(1) - 1) < ALIKE;
    }

    /// The number that a part is multiplied with.
    private static double factor(Expression part) {
        return switch (part) {
            case Constant(double number) -> number;
            case Joined(Operator operator, Expression left, Expression right)
            when operator == Operator.TIMES -> factor(left) * factor(right);
            case Joined(Operator operator, Expression left, Expression right)
            when operator == Operator.OVER -> factor(left) / factor(right);
            default -> 1;
        };
    }

    private void say(String sentence) {
        remarks.add(sentence);
    }

    private Part part(Expression expression) {
        return switch (expression) {
            case Constant _ -> NUMBER;
            case ColumnValue(int id) -> ofColumn(id);
            case Converted(Expression of, Unit unit, Optional<Conversion> conversion) -> {
                Part part = part(of);
                if (part instanceof Part.Quantity(Unit from) && conversion.isPresent()) {
                    say("What is in " + from.spelling() + " is converted into " + unit.spelling() + ".");
                }
                yield new Part.Quantity(unit);
            }
            case Applied(FormulaFunction function, Expression of) -> applied(function, part(of));
            case Joined joined ->
                switch (joined.operator()) {
                    case PLUS, MINUS -> sum(joined, part(joined.left()), part(joined.right()));
                    case TIMES, OVER -> product(joined.operator(), part(joined.left()), part(joined.right()));
                    case POWER -> power(part(joined.left()), part(joined.right()), joined.right());
                };
        };
    }

    private Part ofColumn(int id) {
        Column column = table.column(id);
        String unit = column.kind() == Kind.DATE ? DAY : column.unit();
        return unit.isEmpty() ? NUMBER : quantity(Unit.read(unit));
    }

    private static Part quantity(Optional<Unit> unit) {
        return unit.<Part>map(known -> known.isOne() ? NUMBER : new Part.Quantity(known))
                .orElse(OPEN);
    }

    // ---- sums ----

    private Part sum(Joined joined, Part left, Part right) {
        if (left instanceof Part.Number || right instanceof Part.Number) {
            Part other = left instanceof Part.Number ? right : left;
            return kelvin(joined, other).orElse(other);
        }
        if (!(left instanceof Part.Quantity(Unit first)) || !(right instanceof Part.Quantity(Unit second))) {
            return OPEN;
        }
        String word = joined.operator() == Operator.PLUS ? "sum" : "difference";
        Optional<Conversion> into = second.to(first);
        if (into.isEmpty()) {
            say("A " + word + " of " + first.spelling() + " and " + second.spelling() + " has no unit.");
            return OPEN;
        }
        if (into.get().movesZero()) {
            say("A " + word + " of " + first.spelling() + " and " + second.spelling()
                    + " is taken as the numbers stand: convert one of them first.");
            return OPEN;
        }
        if (joined.operator() == Operator.MINUS && first.hasSetZero()) {
            return difference(first);
        }
        if (into.get().isIdentity()) {
            return left;
        }
        if (isByHand(joined.left(), first, joined.right(), second)) {
            return isAlike(factor(joined.right()), into.get()) ? left : right;
        }
        say("A " + word + " of " + first.spelling() + " and " + second.spelling()
                + " is taken as the numbers stand: write “(… in " + first.spelling() + ")” for the second.");
        return OPEN;
    }

    /// Adding 273.15 is a conversion.
    private Optional<Part> kelvin(Joined joined, Part other) {
        boolean celsius = other instanceof Part.Quantity(Unit unit)
                && unit.hasSetZero()
                && Unit.read(KELVIN)
                        .flatMap(unit::to)
                        .filter(into -> into.value(0) == ICE_POINT)
                        .isPresent();
        boolean adds = joined.operator() == Operator.PLUS && (isIcePoint(joined.left()) || isIcePoint(joined.right()));
        if (!celsius || !adds) {
            return Optional.empty();
        }
        say("Adding 273.15 to °C gives K: that is what “Convert to another unit” does.");
        return Unit.read(KELVIN).map(Part.Quantity::new);
    }

    private static boolean isIcePoint(Expression part) {
        return part instanceof Constant(double number) && number == ICE_POINT;
    }

    /// A difference of °C is one of K.
    private Part difference(Unit of) {
        Optional<Unit> kelvin =
                Unit.read(KELVIN).filter(each -> of.to(each).orElseThrow().difference(1) == 1);
        if (kelvin.isEmpty()) {
            say("A difference of " + of.spelling() + " has no unit of its own: write one by hand.");
        }
        return kelvin.<Part>map(Part.Quantity::new).orElse(OPEN);
    }

    // ---- products ----

    private Part product(Operator operator, Part left, Part right) {
        if (left instanceof Part.Open || right instanceof Part.Open) {
            return OPEN;
        }
        if (operator == Operator.OVER && right instanceof Part.Quantity(Unit below) && below.hasSetZero()) {
            sayZero(below);
        }
        Unit first = unit(left);
        Unit second = unit(right);
        return quantity(Optional.of(operator == Operator.TIMES ? first.times(second) : first.over(second)));
    }

    private static Unit unit(Part part) {
        return part instanceof Part.Quantity(Unit unit) ? unit : Unit.ONE;
    }

    private void sayZero(Unit unit) {
        say("The zero of " + unit.spelling() + " is set by agreement: divide by K, or raise K to powers.");
    }

    private Part power(Part base, Part exponent, Expression raisedTo) {
        if (exponent instanceof Part.Quantity(Unit unit)) {
            say("An exponent in " + unit.spelling() + ": the result depends on that unit.");
            return OPEN;
        }
        if (!(base instanceof Part.Quantity(Unit unit))) {
            return base;
        }
        if (unit.hasSetZero()) {
            sayZero(unit);
        }
        if (!raisedTo.isConstant()) {
            say("A power of " + unit.spelling() + " with an exponent that changes has no unit.");
            return OPEN;
        }
        double value = raisedTo.value(_ -> Double.NaN);
        for (int denominator = 1; denominator <= MAX_DENOMINATOR; denominator++) {
            double numerator = value * denominator;
            if (Math.abs(numerator - Math.rint(numerator)) < ALIKE * denominator && Math.abs(numerator) < 100) {
                return quantity(unit.power((int) Math.rint(numerator), denominator));
            }
        }
        return OPEN;
    }

    // ---- functions ----

    private Part applied(FormulaFunction function, Part of) {
        return switch (function) {
            case SQRT -> root(of, 2);
            case CBRT -> root(of, 3);
            case ABS, ROUND, FLOOR -> of;
            case RAD -> angle(function, of, "°", ANGLE);
            case DEG -> angle(function, of, ANGLE, "°");
            case SIN, COS, TAN -> {
                angle(function, of, ANGLE, ANGLE);
                yield NUMBER;
            }
            case ARCSIN, ARCCOS, ARCTAN -> {
                sayOf(function, of);
                yield quantity(Unit.read(ANGLE));
            }
            case LN, LOG10, LOG2, EXP -> {
                sayOf(function, of);
                yield NUMBER;
            }
        };
    }

    private Part root(Part of, int degree) {
        return of instanceof Part.Quantity(Unit unit) ? quantity(unit.power(1, degree)) : of;
    }

    /// @param takes the unit of what the function takes
    private Part angle(FormulaFunction function, Part of, String takes, String gives) {
        if (of instanceof Part.Quantity(Unit unit)
                && Unit.read(takes)
                        .flatMap(unit::to)
                        .filter(Conversion::isIdentity)
                        .isEmpty()) {
            say(function.word() + " takes an angle in " + (takes.equals(ANGLE) ? "radians" : "degrees")
                    + ", and this is in " + unit.spelling() + ".");
        }
        return quantity(Unit.read(gives));
    }

    private void sayOf(FormulaFunction function, Part of) {
        if (of instanceof Part.Quantity(Unit unit)) {
            say(function.word() + " of a quantity in " + unit.spelling() + ": the result depends on that unit.");
        }
    }
}
