package helvo.core.formula;

import helvo.core.table.CalendarUnit;
import helvo.core.table.Column;
import helvo.core.table.Derivation;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Table;
import helvo.core.unit.Unit;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// A formula over the columns of a table, in ordinary mathematical notation: `Load^2`, `ln(Mass)`, `2 π
/// √(Length/9.81)`, `Temperature + 273.15`. [Parser] tells the notation. A column of dates counts in days since
/// 1970-01-01.
public final class Formula {
    private static final Pattern KEPT_NAME = Pattern.compile("\\{(\\d+)}");

    private final Expression expression;
    private final List<Integer> columns;

    Formula(Expression expression) {
        this.expression = expression;
        var ids = new TreeSet<Integer>();
        expression.gather(ids);
        this.columns = List.copyOf(ids);
    }

    /// What became of a text.
    public sealed interface Reading {
        /// @param kept the text with `{id}` for names, as a column keeps it
        record Read(Formula formula, String kept) implements Reading {}

        /// @param from where in the text it went wrong, 0 is the first character
        /// @param to   behind it
        record Wrong(int from, int to, String sentence) implements Reading {}
    }

    /// Reads a formula that a person wrote with the names of columns. What is added in another unit of the same
    /// quantity is converted, as the kept text says.
    public static Reading read(String text, Table table) {
        return Parser.read(text, table, true);
    }

    /// Reads the formula as a column keeps it.
    ///
    /// @return empty when it names a column that the table has not, or is no formula
    public static Optional<Formula> of(Derivation.Formula kept, Table table) {
        return Parser.read(kept.text(), table, false) instanceof Reading.Read(Formula formula, var _)
                ? Optional.of(formula)
                : Optional.empty();
    }

    /// The kept formula with the names that the columns have now, in quotation marks where it would not be read
    /// back without.
    public static String written(Derivation.Formula kept, Table table) {
        String plain = withNames(kept, table, Column::name);
        boolean readsBack = Parser.read(plain, table, false) instanceof Reading.Read(var _, String again)
                && again.equals(kept.text());
        return readsBack ? plain : withNames(kept, table, column -> Parser.nameFor(column, table));
    }

    private static String withNames(Derivation.Formula kept, Table table, Function<Column, String> name) {
        return KEPT_NAME.matcher(kept.text()).replaceAll(found -> table.columns().stream()
                .filter(column -> found.group(1).equals(String.valueOf(column.id())))
                .findFirst()
                .map(column -> Matcher.quoteReplacement(name.apply(column)))
                .orElse("$0"));
    }

    /// The unit of its results, and what is odd about those of its columns.
    public FormulaUnits.Result units(Table table) {
        return FormulaUnits.of(expression, table);
    }

    /// A heading with the unit that is worked out, where it says none.
    public Heading headed(Heading heading, Table table) {
        return heading.unit().isEmpty()
                ? new Heading(
                        heading.name(), units(table).unit().map(Unit::spelling).orElse(""))
                : heading;
    }

    /// How a unit that a person wrote for its results fits the one that is worked out; empty where it does.
    public Optional<String> compared(Table table, String written) {
        return FormulaUnits.compared(expression, table, written);
    }

    Expression expression() {
        return expression;
    }

    /// Ids of the columns in it, ascending.
    public List<Integer> columns() {
        return columns;
    }

    /// @return NaN or an infinity where there is no value
    public double value(Table table, int row) {
        return expression.value(column -> number(table.column(column), row));
    }

    /// Why a row has no value: "division by zero", "Load is empty"; empty when it has one.
    public Optional<String> fault(Table table, int row) {
        for (int id : columns) {
            if (Double.isNaN(number(table.column(id), row))) {
                return Optional.of(table.column(id).name() + " is "
                        + (table.column(id).shown(row, table.decimalMark()).isEmpty() ? "empty" : "no number"));
            }
        }
        return expression.fault(column -> number(table.column(column), row));
    }

    private static double number(Column column, int row) {
        double number = column.cells().number(row);
        return column.kind() == Kind.DATE ? number / CalendarUnit.DAY.seconds() : number;
    }

    /// The columns that a formula in this column may not name, since they follow it themselves.
    public static Set<Integer> followersOf(int column, Table table) {
        var followers = new TreeSet<Integer>();
        var open = new ArrayList<>(List.of(column));
        while (!open.isEmpty()) {
            int next = open.removeLast();
            if (followers.add(next)) {
                table.columns().stream()
                        .filter(each -> Sources.of(each, table).contains(next))
                        .forEach(each -> open.add(each.id()));
            }
        }
        return Collections.unmodifiableSet(followers);
    }

    /// A formula over the rows of one table.
    public final class Evaluation {
        private final Column[] sources;
        private final Expression.Row row;
        private int at;

        private Evaluation(Table table) {
            int most = columns.isEmpty() ? 0 : columns.getLast();
            sources = new Column[most + 1];
            columns.forEach(id -> sources[id] = table.column(id));
            row = column -> number(sources[column], at);
        }

        public double value(int ofRow) {
            at = ofRow;
            return expression.value(row);
        }

        /// The partial derivative with respect to a column.
        public double slope(int ofRow, int column) {
            at = ofRow;
            double slope = expression.slope(row, column);
            return sources[column].kind() == Kind.DATE ? slope / CalendarUnit.DAY.seconds() : slope;
        }
    }

    /// Evaluates many rows: columns are looked up once.
    public Evaluation over(Table table) {
        return new Evaluation(table);
    }
}
