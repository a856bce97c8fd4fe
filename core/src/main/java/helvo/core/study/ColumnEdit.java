package helvo.core.study;

import helvo.core.Require;
import helvo.core.RootLocale;
import helvo.core.derive.Derivations;
import helvo.core.formula.Formula;
import helvo.core.formula.Sources;
import helvo.core.importing.TableReader;
import helvo.core.number.DateText;
import helvo.core.number.NumberNotation;
import helvo.core.table.BarMeaning;
import helvo.core.table.CalendarUnit;
import helvo.core.table.Cell;
import helvo.core.table.CellInterpretation;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
import helvo.core.table.DateColumn;
import helvo.core.table.Derivation;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Statistic;
import helvo.core.table.Table;
import helvo.core.table.UniformBarLength;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/// Changes of a table's columns.
public sealed interface ColumnEdit extends TableChange {
    /// Gives a column a role. Where only one column can have it, the one that had it gives it up; x and y change
    /// places.
    record SetRole(int table, int column, Role role) implements ColumnEdit {
        @Override
        public Table change(Table before) {
            Role was = before.column(column).role();
            boolean changePlaces = role == Role.X && was == Role.Y
                    || role == Role.Y && was == Role.X && before.all(Role.Y).size() == 1;
            Role left = changePlaces ? was : Role.NONE;
            return before.withColumns(before.columns().stream()
                    .map(each -> {
                        if (each.id() == column) {
                            return needsNumbers() && each.kind() == Kind.TEXT
                                    ? each.withKind(Kind.NUMBER).withRole(role)
                                    : each.withRole(role);
                        }
                        boolean givesUp = each.role() == role && (single() || role == Role.Y && changePlaces);
                        return givesUp ? each.withRole(left) : each;
                    })
                    .toList());
        }

        private boolean needsNumbers() {
            return role != Role.BY && role != Role.NONE;
        }

        private boolean single() {
            return role == Role.X || role == Role.X_BAR || role == Role.X_DOWN || role == Role.BY;
        }

        @Override
        public String sentenceOfTable(Table before) {
            String name = before.column(column).name();
            return role == Role.NONE ? "Take the role from " + name : "Use " + name + " as " + role.tag();
        }
    }

    /// One column alone is y of those that were.
    record UseOneY(int table, int column) implements ColumnEdit {
        @Override
        public Table change(Table before) {
            return before.withColumns(before.columns().stream()
                    .map(each -> each.role() == Role.Y && each.id() != column ? each.withRole(Role.NONE) : each)
                    .toList());
        }

        @Override
        public String sentenceOfTable(Table before) {
            return "Use " + before.column(column).name() + " alone as y";
        }
    }

    record SetHeading(int table, int column, Heading heading) implements ColumnEdit {
        @Override
        public Table change(Table before) {
            return before.withColumn(column, old -> old.withHeading(heading));
        }

        @Override
        public String sentenceOfTable(Table before) {
            return "Call the column " + before.column(column).heading().text() + " “" + heading.text() + "”";
        }
    }

    /// A column more that is x: the y columns at its right are plotted over it.
    record UseAsFurtherX(int table, int column) implements ColumnEdit {
        @Override
        public Table change(Table before) {
            return before.withColumn(
                    column, old -> (old.kind() == Kind.TEXT ? old.withKind(Kind.NUMBER) : old).withRole(Role.X));
        }

        @Override
        public String sentenceOfTable(Table before) {
            return "Use " + before.column(column).name() + " as a further x";
        }
    }

    /// Says what a column's cells are meant to be. Texts that are dates become dates, and the other way round; what
    /// is not of the kind stays and needs a look.
    ///
    /// @param order of day and month in dates that leave it open
    record SetKind(int table, int column, Kind kind, DateText.Order order) implements ColumnEdit {
        @Override
        public Table change(Table before) {
            return before.column(column).isDerived()
                    ? before
                    : before.withColumn(column, old -> {
                        Column changed =
                                kind == Kind.DATE ? DateColumn.dated(old, order) : DateColumn.undated(old, kind);
                        return kind == Kind.TEXT && old.role() != Role.BY ? changed.withRole(Role.NONE) : changed;
                    });
        }

        @Override
        public String sentenceOfTable(Table before) {
            String ordered = kind != Kind.DATE
                    ? ""
                    : order == DateText.Order.DAY_FIRST ? ", day before month" : ", month before day";
            return "Take " + before.column(column).name() + " as " + kind.plural() + ordered;
        }
    }

    /// Reads a column of text in a way that only a person can tell; see [TableReader#readText(Table, int,
    /// ReadingWay)].
    record SetInterpretation(int table, int column, CellInterpretation interpretation) implements ColumnEdit {
        @Override
        public Table change(Table before) {
            boolean isOpen = before.column(column).kind() == Kind.TEXT
                    && !before.column(column).isDerived();
            return isOpen ? TableReader.read(before, column, interpretation) : before;
        }

        @Override
        public String sentenceOfTable(Table before) {
            return "Read " + before.column(column).name() + " as " + interpretation.words();
        }
    }

    /// How a column's numbers are shown. Durations are counted in the unit of their format.
    record SetFormat(int table, int column, ColumnFormat format) implements ColumnEdit {
        @Override
        public Table change(Table before) {
            return before.withColumn(
                    column,
                    old -> (old.kind() == Kind.DATE) != (format instanceof ColumnFormat.Dates)
                            ? old
                            : format instanceof ColumnFormat.Durations(CalendarUnit per)
                                    ? old.countedIn(per)
                                    : old.withFormat(format));
        }

        @Override
        public String sentenceOfTable(Table before) {
            String name = before.column(column).name();
            return switch (format) {
                case ColumnFormat.AsWritten _ -> "Show " + name + " as written";
                case ColumnFormat.Rounded(int decimals) -> "Show " + name + " with " + decimals + " decimals";
                case ColumnFormat.Significant(int digits) -> "Show " + name + " with " + digits + " digits";
                case ColumnFormat.Dates(var _, var _, var per) -> "Count " + name + " by the " + per.word();
                case ColumnFormat.Durations(var per) -> "Count " + name + " in " + per.word() + "s";
            };
        }
    }

    /// Multiplies all bars of a column by one number: the lengths that a column gives, or those of its own. Lengths
    /// that followed other columns are typed ones then.
    ///
    /// @param column that the bars belong to
    record ScaleBars(int table, int column, double factor) implements ColumnEdit {
        public ScaleBars {
            Require.require(factor >= 0 && Double.isFinite(factor), "factor=%s must be 0 or more", factor);
        }

        @Override
        public Table change(Table before) {
            Column of = before.column(column);
            Table changed = before;
            boolean given = false;
            for (Column bar : Stream.concat(before.barOf(of).stream(), before.downOf(of).stream())
                    .toList()) {
                given = true;
                changed = changed.withColumn(bar.id(), old -> old.asTyped()
                        .withDerivation(Optional.empty())
                        .withCells(old.cells().times(factor)));
            }
            return given || of.uniformBars().isEmpty()
                    ? changed
                    : changed.withColumn(
                            column,
                            old -> old.withUniformBarLength(new UniformBarLength(
                                    old.uniformBars().orElseThrow().size() * factor,
                                    old.uniformBars().get().percent())));
        }

        @Override
        public String sentenceOfTable(Table before) {
            return "Bars of " + before.column(column).name() + " "
                    + NumberNotation.of(before.decimalMark()).significant(factor, 4) + " times as long";
        }
    }

    /// Bars that are the same for all values of a column; they show where no column gives any.
    record SetOwnBars(int table, int column, UniformBarLength bars) implements ColumnEdit {
        @Override
        public Table change(Table before) {
            return before.withColumn(column, old -> old.withUniformBarLength(bars));
        }

        @Override
        public String sentenceOfTable(Table before) {
            Column of = before.column(column);
            String unit = of.unit().isEmpty() ? "" : " " + of.unit();
            return bars.isNone()
                    ? "No bars of its own for " + of.name()
                    : "Bars of ± " + NumberNotation.of(before.decimalMark()).plain(bars.size())
                            + (bars.percent() ? " %" : unit) + " on " + of.name();
        }
    }

    record SetBarMeaning(int table, int column, BarMeaning meaning) implements ColumnEdit {
        @Override
        public Table change(Table before) {
            return before.withColumn(column, old -> old.withBarMeaning(meaning));
        }

        @Override
        public String sentenceOfTable(Table before) {
            return "A bar of " + before.column(column).name() + " is " + meaning.words();
        }
    }

    /// @param place among the columns, 0 is the first
    record MoveColumn(int table, int column, int place) implements ColumnEdit {
        @Override
        public Table change(Table before) {
            var columns = new ArrayList<>(before.columns());
            Column moved = before.column(column);
            columns.remove(moved);
            columns.add(Math.clamp(place, 0, columns.size()), moved);
            return before.withColumns(columns);
        }

        @Override
        public String sentenceOfTable(Table before) {
            return "Move the column " + before.column(column).name()
                    + (before.columns().indexOf(before.column(column)) > place ? " left" : " right");
        }
    }

    /// A column that follows a formula, and one of its uncertainty where a source has bars; see
    /// [Derivations#withRole].
    ///
    /// @param formula with `{id}` for the names of columns
    /// @param replaces whether columns that were y give it up to this one
    record Derive(int table, Heading heading, String formula, Role role, boolean replaces) implements ColumnEdit {
        @Override
        public Table change(Table before) {
            return Derivations.with(before, heading, new Derivation.Formula(formula), role, replaces);
        }

        @Override
        public String sentenceOfTable(Table before) {
            return "Derive " + heading.text() + " = " + Formula.written(new Derivation.Formula(formula), before);
        }
    }

    /// The mean of columns that repeat one quantity, as y in their place, with its spread as bars; see
    /// [Derivations#withMean].
    ///
    /// @param columns at least two
    /// @param spread that the bars are: a standard deviation, a standard error or half of the range
    record AverageRepeats(int table, List<Integer> columns, Heading heading, Statistic spread) implements ColumnEdit {
        public AverageRepeats {
            columns = List.copyOf(columns);
            Require.require(columns.stream().distinct().count() > 1, "repeats are in two columns at least");
            Require.require(spread.isSpread(), "%s can be no bar", spread);
        }

        @Override
        public Table change(Table before) {
            return Derivations.withMean(before, columns, heading, spread);
        }

        @Override
        public String sentenceOfTable(Table before) {
            return heading.text() + ": the mean of "
                    + columns.stream().map(id -> before.column(id).name()).collect(Collectors.joining(", ")) + " ± "
                    + spread.barMeaningOfRepeats().words();
        }
    }

    /// Another formula for a derived column.
    ///
    /// @param formula with `{id}` for the names of columns; none that follows this column
    record SetFormula(int table, int column, Heading heading, String formula) implements ColumnEdit {
        @Override
        public Table change(Table before) {
            var kept = new Derivation.Formula(formula);
            Formula read = Formula.of(kept, before)
                    .orElseThrow(() -> new IllegalArgumentException(
                            "“" + formula + "” is not a formula over the table " + before.name()));
            if (read.columns().stream().anyMatch(Formula.followersOf(column, before)::contains)) {
                throw new IllegalArgumentException("“" + formula + "” follows itself");
            }
            return before.withColumn(column, old -> old.withHeading(heading).withDerivation(Optional.of(kept)));
        }

        @Override
        public String sentenceOfTable(Table before) {
            return "Derive " + heading.text() + " = " + Formula.written(new Derivation.Formula(formula), before)
                    + " instead";
        }
    }

    /// A column that tells rows with some values of another one, which get a name as a set, from all others, and
    /// splits by it.
    ///
    /// @param name   of the set
    /// @param others what all other rows are called
    record NameSet(int table, int column, String name, List<Cell> values, String others) implements ColumnEdit {
        public NameSet {
            values = List.copyOf(values);
        }

        @Override
        public Table change(Table before) {
            var columns = new ArrayList<>(before.columns().stream()
                    .map(each -> each.role() == Role.BY ? each.withRole(Role.NONE) : each)
                    .toList());
            int place = columns.stream().map(Column::id).toList().indexOf(column);
            columns.add(
                    place + 1,
                    new Column(
                            before.nextColumnId(),
                            new Heading(name, ""),
                            Kind.TEXT,
                            Role.BY,
                            new ColumnFormat.AsWritten(0),
                            BarMeaning.HALF_RANGE,
                            Optional.of(new Derivation.Membership(column, name, values, others)),
                            Cells.NONE));
            return before.withColumns(columns);
        }

        @Override
        public String sentenceOfTable(Table before) {
            return RootLocale.format(
                    "Call rows with %s %s “%s” and split by it",
                    before.column(column).name(),
                    values.stream().limit(4).map(Cell::exactText).collect(Collectors.joining(", "))
                            + (values.size() > 4 ? " …" : ""),
                    name);
        }
    }

    /// An empty column at the right end, without a role.
    record AddColumn(int table) implements ColumnEdit {
        @Override
        public Table change(Table before) {
            var columns = new ArrayList<>(before.columns());
            columns.add(blank(before));
            return before.withColumns(columns);
        }

        @Override
        public String sentenceOfTable(Table before) {
            return "Add a column";
        }
    }

    /// A column of numbers that were worked out, as they are now: they follow nothing.
    record AddNumbers(int table, Heading heading, Cells cells) implements ColumnEdit {
        /// Of the greatest number so many digits behind the first are shown.
        private static final int SHOWN = 4;
        private static final int MOST_DECIMALS = 15;

        @Override
        public Table change(Table before) {
            var columns = new ArrayList<>(before.columns());
            var padded = new Cells.Builder();
            double greatest = 0;
            for (int row = 0; row < before.rows(); row++) {
                if (row < cells.size() && cells.cell(row) instanceof Cell.Number(double value)) {
                    padded.addNumber(value);
                    greatest = Math.max(greatest, Math.abs(value));
                } else {
                    padded.add(Cell.EMPTY);
                }
            }
            int decimals =
                    greatest == 0 ? 0 : (int) Math.clamp(SHOWN - Math.floor(Math.log10(greatest)), 0, MOST_DECIMALS);
            columns.add(blank(before)
                    .withHeading(heading)
                    .withFormat(new ColumnFormat.AsWritten(decimals))
                    .withCells(padded.build()));
            return before.withColumns(columns);
        }

        @Override
        public String sentenceOfTable(Table before) {
            return "Add the column " + heading.name() + ", as it is now";
        }
    }

    /// Columns that follow it keep their values and follow no more; what was chosen or decided for it goes with it.
    record RemoveColumn(int table, int column) implements ColumnEdit {
        @Override
        public Study apply(Study study) {
            Study left = study.withTable(table, this::change);
            for (Figure figure : study.figures()) {
                left = figure.table() == table
                        ? left.withFigure(figure.id(), old -> old.withoutColumns(id -> id == column))
                        : left;
            }
            return left;
        }

        @Override
        public Table change(Table before) {
            before.column(column);
            return DecisionEdit.undecided(before, decision -> decision.column() == column)
                    .withColumns(before.columns().stream()
                            .filter(each -> each.id() != column)
                            .map(each -> Sources.of(each, before).contains(column)
                                    ? each.withDerivation(Optional.empty()).asTyped()
                                    : each)
                            .toList());
        }

        @Override
        public String sentenceOfTable(Table before) {
            return "Remove the column " + before.column(column).name();
        }
    }

    /// An empty column that the table may get.
    static Column blank(Table table) {
        int id = table.nextColumnId();
        return new Column(id, new Heading("Column " + id, ""), Kind.NUMBER, Role.NONE, 0, Cells.NONE);
    }
}
