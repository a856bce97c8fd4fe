package helvo.core.study;

import helvo.core.WordList;
import helvo.core.fit.FormulaCurve;
import helvo.core.formula.Formula;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.core.number.SuggestedNumber;
import helvo.core.table.BarUnits;
import helvo.core.table.CalendarUnit;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
import helvo.core.table.Decision;
import helvo.core.table.Derivation;
import helvo.core.table.DerivedTable;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.RowCondition;
import helvo.core.table.SeriesKey;
import helvo.core.table.Statistic;
import helvo.core.table.Table;
import helvo.core.table.UniformBarLength;
import helvo.core.unit.Conversion;
import helvo.core.unit.Unit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.DoubleFunction;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/// The values of a column in another unit of their quantity, with all that is said in that unit: bars, conditions,
/// limits and titles of axes, notes, readings, lines through a given y, and what was decided. Columns and tables
/// that follow the column keep their values, or follow in its new unit.
public final class ColumnConversion {
    private static final Pattern IN_UNIT = Pattern.compile("\\((.*) in ([^()]*(?:\\([^()]*\\))?[^()]*)\\)");
    private static final int SIX_DIGITS = 6;

    private final int table;
    private final Column column;
    private final Unit from;
    private final Unit into;
    private final Conversion conversion;

    private ColumnConversion(int table, Column column, Unit from, Unit into, Conversion conversion) {
        this.table = table;
        this.column = column;
        this.from = from;
        this.into = into;
        this.conversion = conversion;
    }

    /// What becomes of a wish to convert.
    public sealed interface Planned {
        /// @param warning of what a moved zero changes the meaning of; empty where it is none
        record Possible(Conversion conversion, Optional<String> warning) implements Planned {}

        /// @param why a sentence
        record Refused(String why) implements Planned {}
    }

    /// Whether a column can be converted into a unit.
    public static Planned planned(Study study, int table, int column, String unit) {
        Table of = study.table(table);
        Column values = of.column(column);
        if (values.kind() != Kind.NUMBER) {
            return new Planned.Refused(
                    "“" + values.name() + "” holds " + values.holds() + ": only numbers have a unit to convert.");
        }
        Optional<String> follows = follows(study, of, values);
        if (follows.isPresent()) {
            return new Planned.Refused(follows.get());
        }
        if (values.unit().isEmpty()) {
            return new Planned.Refused("“" + values.name() + "” has no unit yet: write it into the heading, as "
                    + values.name() + " (mm).");
        }
        Optional<Unit> from = Unit.read(values.unit());
        if (from.isEmpty()) {
            return new Planned.Refused(
                    "“" + values.unit() + "”, the unit of “" + values.name() + "”, is not known here.");
        }
        Optional<Unit> into = Unit.read(unit);
        if (into.isEmpty()) {
            return new Planned.Refused("“" + unit.strip() + "” is not a unit that is known here.");
        }
        Optional<Conversion> conversion = from.get().to(into.get());
        if (conversion.isEmpty()) {
            return new Planned.Refused("“" + values.name() + "” is in " + values.unit() + ": " + unit.strip()
                    + " is a unit of another quantity.");
        }
        double largest = IntStream.range(0, values.cells().size())
                .mapToDouble(row -> Math.abs(values.cells().number(row)))
                .filter(size -> !Double.isNaN(size))
                .max()
                .orElse(0);
        if (Double.isInfinite(conversion.get().value(largest))) {
            return new Planned.Refused(
                    "A value of “" + values.name() + "” would be too large in " + unit.strip() + ".");
        }
        return new Planned.Possible(conversion.get(), warning(study, of, values, conversion.get()));
    }

    /// Why a column of a table that follows another, or that is followed in another shape, is not converted.
    private static Optional<String> follows(Study study, Table of, Column values) {
        return switch (values.derivation().orElse(null)) {
            case Derivation.Group _, Derivation.GroupStatistic _, Derivation.Reshaped _ ->
                Optional.of("“" + values.name() + "” follows the table “"
                        + of.summary()
                                .map(DerivedTable::source)
                                .map(study::table)
                                .map(Table::name)
                                .orElse("")
                        + "”: convert it there.");
            case Derivation.RowStatistic(var _, List<Integer> sources) ->
                Optional.of("“" + values.name() + "” is of the repeats " + names(of, sources)
                        + ": convert these before they are averaged.");
            case Derivation.PropagatedUncertainty(int source, var _) ->
                Optional.of("“" + values.name() + "” is the uncertainty of “"
                        + of.column(source).name() + "”: convert that one.");
            case null, default ->
                barOf(of, values)
                        .map(each -> "“" + values.name() + "” holds the bars of “" + each.name()
                                + "”: convert that one, and they follow.")
                        .or(() -> averaged(of, values))
                        .or(() -> turned(study, of));
        };
    }

    /// One of several repeats stays in the unit of the others.
    private static Optional<String> averaged(Table of, Column values) {
        return of.columns().stream()
                .filter(each ->
                        each.derivation().orElse(null) instanceof Derivation.RowStatistic(var _, List<Integer> sources)
                                && sources.contains(values.id()))
                .findFirst()
                .map(mean -> "“" + values.name() + "” is one of the repeats of “" + mean.name()
                        + "”, which are in one unit: convert them before they are averaged.");
    }

    private static String names(Table of, List<Integer> columns) {
        return columns.stream().map(id -> of.column(id).name()).collect(Collectors.joining(", "));
    }

    /// Why a table that another one shows in another shape keeps its units.
    private static Optional<String> turned(Study study, Table of) {
        return study.tables().stream()
                .filter(each -> each.summary()
                        .filter(summary -> summary.source() == of.id() && summary.form() != DerivedTable.Form.GROUPS)
                        .isPresent())
                .findFirst()
                .map(each -> "The table “" + each.name()
                        + "” holds these values in another shape: convert them before the table is turned.");
    }

    /// The column whose bars a column holds.
    private static Optional<Column> barOf(Table of, Column bar) {
        return of.columns().stream()
                .filter(each -> of.barOf(each).filter(bar::equals).isPresent()
                        || of.downOf(each).filter(bar::equals).isPresent())
                .findFirst();
    }

    private static Optional<String> warning(Study study, Table of, Column values, Conversion conversion) {
        var changed = new ArrayList<String>();
        var kept = new ArrayList<String>();
        for (Figure figure : study.figures()) {
            if (figure.table() != of.id()) {
                continue;
            }
            FigureConversion.axis(figure, of, values)
                    .filter(place -> figure.style().axis(place).logarithmic())
                    .ifPresent(place -> changed.add("the logarithmic " + place.words()));
            for (Figure.CurveChoice choice : figure.curves()) {
                FigureConversion.Along along = FigureConversion.Along.of(choice.series(), of, values);
                String name = "the curve “" + choice.curve().name() + "”";
                if (choice.curve() instanceof FormulaCurve own
                        && along.rescaled(own, conversion).isEmpty()) {
                    kept.add(name);
                } else if (along.needsZero(choice.curve())) {
                    changed.add(name);
                }
            }
        }
        if (values.uniformBars().filter(UniformBarLength::percent).isPresent()) {
            changed.add("bars in percent");
        }
        var all = new ArrayList<String>();
        if (conversion.movesZero() && !changed.isEmpty()) {
            List<String> each = changed.stream().distinct().toList();
            all.add("0 " + values.unit() + " becomes another number: " + WordList.and(each)
                    + (each.size() == 1 ? " means" : " mean") + " something else then.");
        }
        if (!kept.isEmpty()) {
            all.add("The held values, limits and starts of "
                    + WordList.and(kept.stream().distinct().toList())
                    + " stay the numbers that they are: see whether they still mean the same.");
        }
        return all.isEmpty() ? Optional.empty() : Optional.of(String.join(" ", all));
    }

    /// The first numbers of a column as they are and as they would be: "20.5 → 293.65".
    public static List<String> preview(Table of, Column values, Conversion conversion, int count) {
        return first(
                values,
                count,
                number -> values.format().shown(number, of.decimalMark()) + " → "
                        + shown(of, values, conversion, number));
    }

    /// The first numbers as they would be.
    public static List<String> converted(Table of, Column values, Conversion conversion, int count) {
        return first(values, count, number -> shown(of, values, conversion, number));
    }

    private static String shown(Table of, Column values, Conversion conversion, double number) {
        return format(values, conversion).shown(conversion.value(number), of.decimalMark());
    }

    private static List<String> first(Column values, int count, DoubleFunction<String> shown) {
        return IntStream.range(0, values.cells().size())
                .mapToDouble(values.cells()::number)
                .filter(number -> !Double.isNaN(number))
                .limit(count)
                .mapToObj(shown)
                .toList();
    }

    /// @throws IllegalArgumentException where the column cannot be converted
    static Study applied(Study study, int table, int column, String unit) {
        if (!(planned(study, table, column, unit) instanceof Planned.Possible(Conversion conversion, var _))) {
            throw new IllegalArgumentException("column " + column + " cannot be converted into " + unit);
        }
        Column values = study.table(table).column(column);
        return new ColumnConversion(
                        table,
                        values,
                        Unit.read(values.unit()).orElseThrow(),
                        Unit.read(unit).orElseThrow(),
                        conversion)
                .of(study);
    }

    private Study of(Study study) {
        Study converted = figures(study);
        converted = converted.withTable(table, this::converted);
        for (Table each : study.tables()) {
            if (each.summary().filter(summary -> summary.source() == table).isPresent()) {
                converted = following(converted, each);
            }
        }
        return converted;
    }

    // ---- the table ----

    private Table converted(Table before) {
        List<Integer> bars = before.columns().stream()
                .filter(each ->
                        barOf(before, each).filter(of -> of.id() == column.id()).isPresent())
                .map(Column::id)
                .toList();
        List<Column> columns = before.columns().stream()
                .map(each -> each.id() == column.id()
                        ? values(each, before)
                        : bars.contains(each.id()) ? lengths(before, each) : following(each))
                .toList();
        List<Decision> decisions = before.decisions().stream()
                .map(decision -> decision.column() == column.id()
                        ? new Decision(
                                decision.row(),
                                decision.column(),
                                cell(decision.original()),
                                decision.problem(),
                                decision.choice())
                        : decision)
                .toList();
        return before.withColumns(columns).withDecisions(decisions);
    }

    /// With the new unit in its heading, and the lengths of its own bars in that.
    private Column inUnit(Column old) {
        return old.withHeading(new Heading(old.name(), into.spelling()))
                .withUniformBars(old.uniformBars()
                        .map(bars -> bars.percent()
                                ? bars
                                : new UniformBarLength(Math.abs(conversion.difference(bars.size())), false)));
    }

    private Column values(Column old, Table before) {
        Column changed = inUnit(old);
        if (old.derivation().orElse(null) instanceof Derivation.Formula(String text)) {
            return changed.withDerivation(Optional.of(new Derivation.Formula(inUnit(text, before))));
        }
        Optional<CalendarUnit> time =
                old.format() instanceof ColumnFormat.Durations ? CalendarUnit.of(into.spelling()) : Optional.empty();
        return changed.withGroups(old.groups().stream().map(this::group).toList())
                .withFormat(
                        time.<ColumnFormat>map(ColumnFormat.Durations::new).orElseGet(() -> format(old, conversion)))
                .withCells(
                        old.cells().mapped(conversion::value, text -> SuggestedNumber.withUnit(text, from.spelling())));
    }

    /// A formula whose result is in the new unit. One whose unit is not what its heading says is multiplied.
    private String inUnit(String formula, Table before) {
        Matcher whole = IN_UNIT.matcher(formula);
        boolean isIn = whole.matches()
                && isWhole(whole.group(1))
                && Unit.read(whole.group(2)).isPresent();
        String bare = isIn ? whole.group(1) : formula;
        Optional<Unit> unit = unit(bare, before);
        if (unit.filter(each -> isIn || isSame(each, from)).isPresent()) {
            return isSame(unit.get(), into) ? bare : "(" + bare + " in " + into.spelling() + ")";
        }
        String moved = conversion.movesZero() ? " + " + conversion.offset().toPlainString() : "";
        return "(" + formula + ") · " + conversion.factor().toPlainString() + moved;
    }

    private static Optional<Unit> unit(String formula, Table before) {
        return Formula.of(new Derivation.Formula(formula), before)
                .flatMap(read -> read.units(before).unit());
    }

    private static boolean isSame(Unit unit, Unit other) {
        return unit.to(other).filter(Conversion::isIdentity).isPresent();
    }

    /// Whether all brackets of a text close in it.
    private static boolean isWhole(String text) {
        int open = 0;
        for (int at = 0; at < text.length(); at++) {
            char c = text.charAt(at);
            open += c == '(' ? 1 : c == ')' ? -1 : 0;
            if (open < 0) {
                return false;
            }
        }
        return open == 0;
    }

    private Column lengths(Table before, Column bar) {
        boolean says = BarUnits.saysUnit(before.column(column.id()), bar);
        Optional<Unit> own = says ? Unit.read(bar.unit()) : Optional.of(from);
        Optional<Conversion> length = own.flatMap(unit -> unit.to(into));
        if (length.isEmpty()) {
            return bar;
        }
        Heading heading = says ? new Heading(bar.name(), into.spelling()) : bar.heading();
        if (bar.isDerived()) {
            boolean carried = bar.derivation().orElse(null) instanceof Derivation.PropagatedUncertainty;
            return carried
                    ? bar.withHeading(heading)
                    : following(before, bar, length.get()).withHeading(heading);
        }
        return bar.withHeading(heading)
                .withFormat(format(bar, Conversion.of(length.get().factor())))
                .withCells(bar.cells()
                        .mapped(
                                length.get()::difference,
                                text -> SuggestedNumber.withUnit(text, own.get().spelling())));
    }

    /// A bar by formula, whose lengths are multiplied.
    private Column following(Table before, Column bar, Conversion length) {
        Column kept = following(bar);
        return kept.derivation().orElse(null) instanceof Derivation.Formula(String text)
                        && Formula.of(new Derivation.Formula(text), before).isPresent()
                ? kept.withDerivation(Optional.of(new Derivation.Formula(
                        "(" + text + ") · " + length.factor().toPlainString())))
                : kept;
    }

    /// A column that follows the converted one keeps its values: its formula takes those in the old unit.
    private Column following(Column each) {
        return switch (each.derivation().orElse(null)) {
            case Derivation.Formula(String text)
            when text.contains("{" + column.id() + "}") ->
                each.withDerivation(Optional.of(new Derivation.Formula(inOldUnit(text))));
            case Derivation.Membership(int source, String name, List<Cell> among, String others)
            when source == column.id() ->
                each.withDerivation(Optional.of(new Derivation.Membership(source, name, cells(among), others)));
            case null, default -> each;
        };
    }

    private String inOldUnit(String formula) {
        String id = Pattern.quote("{" + column.id() + "}");
        String bare = Pattern.compile("(?<!\\()" + id + "|" + id + "(?! in )")
                .matcher(formula)
                .replaceAll(Matcher.quoteReplacement("({" + column.id() + "} in " + from.spelling() + ")"));
        // What was taken in the unit that the column has now needs no conversion.
        return bare.replace("({" + column.id() + "} in " + into.spelling() + ")", "{" + column.id() + "}");
    }

    /// A text that means a number in the old unit says that now.
    private Cell cell(Cell cell) {
        return cell.mapped(conversion::value, text -> SuggestedNumber.withUnit(text, from.spelling()));
    }

    private List<Cell> cells(List<Cell> all) {
        return all.stream().map(this::cell).toList();
    }

    /// So many decimals that as much of the numbers shows as before.
    private static ColumnFormat format(Column old, Conversion conversion) {
        double size = Math.abs(conversion.difference(1));
        double power = Math.log10(size);
        boolean shifts = Math.rint(power) == power && !conversion.movesZero();
        int decimals = (int) Math.clamp(
                old.decimals() - Math.floor(power) + (shifts || size == 1 ? 0 : 1), 0, ColumnFormat.MAX_DECIMALS);
        return switch (old.format()) {
            case ColumnFormat.AsWritten _
            when shifts || size == 1 -> new ColumnFormat.AsWritten(Math.max(decimals, offsetDecimals(conversion)));
            case ColumnFormat.AsWritten _ -> new ColumnFormat.Rounded(decimals);
            case ColumnFormat.Rounded(int shown) ->
                new ColumnFormat.Rounded(
                        (int) Math.clamp(shown - Math.floor(power) + (shifts ? 0 : 1), 0, ColumnFormat.MAX_DECIMALS));
            case ColumnFormat.Durations _ -> new ColumnFormat.Significant(SIX_DIGITS);
            case ColumnFormat.Significant _, ColumnFormat.Dates _ -> old.format();
        };
    }

    private static int offsetDecimals(Conversion conversion) {
        return conversion.movesZero()
                ? Math.max(0, conversion.offset().stripTrailingZeros().scale())
                : 0;
    }

    // ---- figures ----

    private Study figures(Study study) {
        Study changed = study;
        for (Figure figure : study.figures()) {
            if (figure.table() == table) {
                changed = changed.withFigure(figure.id(), old -> figure(old, study.table(table)));
            }
        }
        return changed;
    }

    private Figure figure(Figure old, Table of) {
        Column values = of.column(column.id());
        List<RowCondition> conditions =
                old.conditions().stream().map(this::condition).toList();
        Figure changed = old.keyed(key -> key(key, values)).withConditions(conditions);
        Figure further = changed.withFurtherCurves(changed.furtherCurves().stream()
                .map(curve -> new Figure.FurtherCurve(
                        curve.series(),
                        curve.conditions().stream().map(this::condition).toList()))
                .toList());
        Table after = of.withColumn(column.id(), each -> each.withHeading(new Heading(each.name(), into.spelling())));
        return new FigureConversion(values, conversion, this::title).converted(further, of, after);
    }

    /// The series of a group by this column's numbers, which its rows have now.
    private SeriesKey key(SeriesKey old, Column values) {
        return values.role() == Role.BY && old.rows() == SeriesKey.Rows.GROUP
                ? new SeriesKey(old.yColumn(), old.rows(), group(old.group()), old.curve())
                : old;
    }

    /// What the rows of a cell are called as a group.
    private String group(String old) {
        OptionalDouble number = NumberText.number(old, DecimalMark.POINT);
        return cell(old.isEmpty()
                        ? Cell.EMPTY
                        : number.isPresent() ? new Cell.Number(number.getAsDouble()) : new Cell.Text(old))
                .exactText();
    }

    /// A title that a person wrote says the unit that the axis has now.
    private String title(String old) {
        return old.replaceAll(
                "(?<=[(\\[/ ])" + Pattern.quote(from.spelling()) + "(?=$|[)\\] ,;])",
                Matcher.quoteReplacement(into.spelling()));
    }

    private RowCondition condition(RowCondition old) {
        if (old.column() != column.id()) {
            return old;
        }
        return switch (old) {
            case RowCondition.Is(int of, Cell value) -> new RowCondition.Is(of, cell(value));
            case RowCondition.IsNot(int of, Cell value) -> new RowCondition.IsNot(of, cell(value));
            case RowCondition.Beyond(int of, double limit, boolean above) ->
                new RowCondition.Beyond(of, conversion.value(limit), above);
            case RowCondition.OneOf(int of, List<Cell> values) -> new RowCondition.OneOf(of, cells(values));
            case RowCondition.Between(int of, double low, double high) ->
                new RowCondition.Between(of, conversion.value(low), conversion.value(high));
        };
    }

    // ---- tables that follow ----

    /// Averages of the values, and groups by them, are in the new unit too.
    private Study following(Study study, Table summary) {
        Study changed = study;
        for (Column each : summary.columns()) {
            boolean isValue =
                    each.derivation().orElse(null) instanceof Derivation.Group(int source) && source == column.id();
            boolean isMean = each.derivation().orElse(null) instanceof Derivation.GroupStatistic(var statistic, int of)
                    && of == column.id()
                    && statistic != Statistic.COUNT;
            if (isValue || isMean && each.unit().equals(column.unit())) {
                boolean moves = isValue
                        || each.derivation().get() instanceof Derivation.GroupStatistic(var statistic, var _)
                                && !statistic.isSpread()
                                && statistic != Statistic.RANGE;
                var length = Conversion.of(conversion.factor());
                changed = new ColumnConversion(summary.id(), each, from, into, moves ? conversion : length)
                        .followed(changed);
            }
        }
        return changed;
    }

    /// The cells are there already.
    private Study followed(Study study) {
        Study changed = figures(study)
                .withTable(
                        table,
                        before -> before.withColumns(before.columns().stream()
                                .map(each -> each.id() == column.id() ? inUnit(each) : following(each))
                                .toList()));
        for (Table each : study.tables()) {
            if (each.summary().filter(summary -> summary.source() == table).isPresent()) {
                changed = following(changed, each);
            }
        }
        return changed;
    }
}
