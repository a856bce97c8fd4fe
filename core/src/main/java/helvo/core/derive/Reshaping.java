package helvo.core.derive;

import helvo.core.importing.NumberedName;
import helvo.core.importing.RoleGuess;
import helvo.core.number.DecimalMark;
import helvo.core.number.ParsedNumber;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
import helvo.core.table.Derivation;
import helvo.core.table.DerivedTable;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/// Tables that hold another table's data in another shape, long or wide, and follow it.
public final class Reshaping {
    /// A table with fewer columns that are named by numbers is not called wide.
    private static final int FEWEST = 3;
    /// Rows that become columns; a table that has more is not turned, and one that grows beyond is followed no more.
    private static final int MOST_ROWS = 200;

    private Reshaping() {}

    /// Which shape a table seems to want: a wide one, whose columns are named by times, doses or years, or one on
    /// its side, whose first column names its rows.
    public static Optional<DerivedTable.Form> suggest(Table table) {
        if (table.summary().isPresent() || table.rows() == 0) {
            return Optional.empty();
        }
        List<Column> wide = named(table);
        boolean rising = IntStream.range(1, wide.size())
                .allMatch(i ->
                        number(wide.get(i)).value() > number(wide.get(i - 1)).value());
        if (wide.size() >= FEWEST
                && rising
                && wide.size() * 2 >= table.columns().size()) {
            return Optional.of(DerivedTable.Form.ONE_ROW_EACH);
        }
        return isOnItsSide(table) ? Optional.of(DerivedTable.Form.ROWS_TO_COLUMNS) : Optional.empty();
    }

    /// Few rows, each with a different word first and numbers behind it, and nothing that names the columns of
    /// numbers.
    private static boolean isOnItsSide(Table table) {
        Column labels = table.columns().getFirst();
        int rows = table.rows();
        boolean words = labels.kind() == Kind.TEXT
                && rows >= 2
                && rows <= 30
                && table.columns().size() > Math.max(3, rows)
                && IntStream.range(0, rows)
                                .mapToObj(row -> labels.cells().cell(row))
                                .distinct()
                                .count()
                        == rows
                && IntStream.range(0, rows).allMatch(row -> labels.cells().cell(row) instanceof Cell.Text);
        return words
                && table.columns().stream()
                        .skip(1)
                        .allMatch(column -> column.kind() == Kind.NUMBER
                                && column.unit().isEmpty()
                                && (column.name().matches("Column \\d+")
                                        || isNumber(column)
                                                && number(column).unit().isEmpty()));
    }

    /// Columns of numbers whose names are numbers too, in one unit or none.
    private static List<Column> named(Table table) {
        List<Column> named = table.columns().stream()
                .filter(column -> column.kind() == Kind.NUMBER && isNumber(column))
                .toList();
        return areNumbersAlike(named) ? named : List.of();
    }

    /// Whether numbers of one unit, or of none, name all columns: what is in other units cannot stand in one column.
    private static boolean areNumbersAlike(List<Column> columns) {
        return columns.stream().allMatch(Reshaping::isNumber)
                && columns.stream()
                                .map(column -> number(column).unit())
                                .distinct()
                                .count()
                        <= 1;
    }

    /// The columns of which each value gets a row of its own: those named by numbers, else the most that are called
    /// alike but for a number at the end.
    private static List<Column> wide(Table table) {
        List<Column> named = named(table);
        return !named.isEmpty()
                ? named
                : table.columns().stream()
                        .filter(column -> column.kind() == Kind.NUMBER
                                && NumberedName.of(column).isPresent())
                        .collect(Collectors.groupingBy(Reshaping::stem, LinkedHashMap::new, Collectors.toList()))
                        .values()
                        .stream()
                        .filter(alike -> alike.size() > 1)
                        .max(Comparator.comparingInt(List::size))
                        .orElse(List.of());
    }

    private static String stem(Column column) {
        return NumberedName.of(column).map(NumberedName::stem).orElse("").toLowerCase(Locale.ROOT) + " "
                + column.unit();
    }

    /// The columns of which each value gets a row: those that were chosen and are there still, else those that are
    /// called alike.
    private static List<Column> values(Table source, DerivedTable how) {
        List<Column> values = how.columns().isEmpty()
                ? wide(source)
                : source.columns().stream()
                        .filter(column -> how.columns().contains(column.id()))
                        .toList();
        return values.stream().filter(column -> !how.by().contains(column.id())).toList();
    }

    /// Columns that seem to repeat the quantity of one: those of its unit that are called alike but for a number or
    /// letter at the end.
    ///
    /// @return with the column itself, in their order; alone where there are none
    public static List<Column> repeatsOf(Column column, Table table) {
        return table.columns().stream()
                .filter(each -> each.id() == column.id()
                        || each.kind() == Kind.NUMBER
                                && NumberedName.of(each).isPresent()
                                && stem(each).equals(stem(column)))
                .toList();
    }

    /// What repeats are of: the part of their names that is the same, in their unit; empty where there is none.
    public static Optional<Heading> quantityOf(List<Column> repeats) {
        return areAlike(repeats)
                ? NumberedName.of(repeats.getFirst()).map(name -> new Heading(name.stem(), unit(repeats)))
                : Optional.empty();
    }

    private static boolean areAlike(List<Column> columns) {
        return !columns.isEmpty()
                && columns.stream()
                        .allMatch(column -> NumberedName.of(column).isPresent()
                                && stem(column).equals(stem(columns.getFirst())));
    }

    /// Why a table cannot be had in another shape; empty where it can.
    ///
    /// @param columns as for [#of]
    public static Optional<String> refused(Table table, DerivedTable.Form form, List<Integer> columns) {
        if (!columns.isEmpty()) {
            return columns.stream()
                    .map(table::column)
                    .filter(column -> column.kind() != Kind.NUMBER)
                    .findFirst()
                    .map(column -> "“" + column.name() + "” holds no numbers: only columns of numbers are put under "
                            + "one another.");
        }
        if (hasTooManyRows(table, form)) {
            return Optional.of(
                    "“" + table.name() + "” has " + table.rows() + " rows: at most " + MOST_ROWS + " become columns.");
        }
        return form == DerivedTable.Form.ONE_ROW_EACH && wide(table).isEmpty()
                ? Optional.of("“" + table.name()
                        + "” has no columns that are named "
                        + "by numbers of one unit (2019, 2020), or alike but for a number at the end (Absorbance 1, "
                        + "Absorbance 2): there is nothing to give a row to each value of.")
                : Optional.empty();
    }

    private static boolean hasTooManyRows(Table table, DerivedTable.Form form) {
        return form == DerivedTable.Form.ROWS_TO_COLUMNS && table.rows() > MOST_ROWS;
    }

    private static boolean isNumber(Column column) {
        return ParsedNumber.read(column.name(), DecimalMark.POINT).isPresent();
    }

    private static ParsedNumber number(Column column) {
        return ParsedNumber.read(column.name(), DecimalMark.POINT).orElseThrow();
    }

    /// @param id      of the new table
    /// @param columns ids of those of which each value gets a row; empty for those that are called alike
    public static Table of(int id, String name, Table source, DerivedTable.Form form, List<Integer> columns) {
        List<Column> values = values(source, new DerivedTable(source.id(), List.of(), form, columns));
        List<Integer> by = form == DerivedTable.Form.ONE_ROW_EACH
                ? source.columns().stream()
                        .filter(column -> !values.contains(column))
                        .map(Column::id)
                        .toList()
                : List.of(source.columns().getFirst().id());
        var empty = new Table(id, name, source.decimalMark(), Optional.empty(), List.of(), ExcludedRows.NONE)
                .withSummary(Optional.of(new DerivedTable(source.id(), by, form, columns)));
        Table turned = following(empty, source);
        if (!columns.isEmpty() && source.first(Role.X).isPresent()) {
            return turned.withColumns(withRolesOf(source, by, values, turned.columns()));
        }
        List<Column> guessed = RoleGuess.guessed(turned.columns());
        boolean byNumbers = form == DerivedTable.Form.ONE_ROW_EACH && areNumbersAlike(values);
        return turned.withColumns(byNumbers ? againstHeadings(guessed) : guessed);
    }

    /// What was x stays so, the values, which come last, are y; those of columns that are called otherwise are
    /// groups.
    private static List<Column> withRolesOf(Table source, List<Integer> by, List<Column> values, List<Column> turned) {
        var columns = new ArrayList<Column>();
        for (int id : by) {
            Column kept = source.column(id);
            boolean stays = kept.role() == Role.X || kept.role() == Role.X_BAR || kept.role() == Role.BY;
            columns.add(turned.get(columns.size())
                    .withBarMeaning(kept.barMeaning())
                    .withRole(stays ? kept.role() : Role.NONE));
        }
        boolean areGroups = !areAlike(values) && source.first(Role.BY).isEmpty();
        columns.add(turned.get(columns.size()).withRole(areGroups ? Role.BY : Role.NONE));
        columns.add(turned.get(columns.size()).withRole(Role.Y));
        return columns;
    }

    /// The values, which come last, against the numbers of their headings.
    private static List<Column> againstHeadings(List<Column> turned) {
        int last = turned.size() - 1;
        return IntStream.rangeClosed(0, last)
                .mapToObj(i -> turned.get(i)
                        .withRole(
                                i == last
                                        ? Role.Y
                                        : i == last - 1
                                                ? Role.X
                                                : turned.get(i).role() == Role.BY ? Role.BY : Role.NONE))
                .toList();
    }

    /// The table worked out again of its source; where that has too many rows for columns by now, its values stay.
    static Table refreshed(Table turned, Table source) {
        return hasTooManyRows(source, turned.summary().orElseThrow().form())
                ? Summaries.detached(turned)
                : following(turned, source);
    }

    /// What was chosen for the table's columns stays, as do excluded rows, told by what names them.
    private static Table following(Table turned, Table source) {
        DerivedTable summary = turned.summary().orElseThrow();
        List<Column> fresh =
                summary.form() == DerivedTable.Form.ONE_ROW_EACH ? oneRowEach(source, summary) : transposed(source);
        var columns = new ArrayList<Column>();
        int at = 0;
        for (Column old : turned.columns()) {
            boolean follows = old.derivation().equals(Optional.of(new Derivation.Reshaped()));
            columns.add(
                    !follows
                            ? old
                            : at < fresh.size()
                                    ? old.withCells(fresh.get(at).cells())
                                            .withKind(fresh.get(at).kind())
                                    : old.withCells(Cells.NONE));
            at += follows ? 1 : 0;
        }
        int next = turned.nextColumnId();
        for (; at < fresh.size(); at++) {
            columns.add(fresh.get(at).withId(next++));
        }
        Table after = turned.withColumns(columns);
        return Summaries.keepingRows(turned, after, (table, row) -> keys(table, summary.form()).stream()
                .map(column -> column.cells().cell(row))
                .toList());
    }

    /// What names a row: all that is turned but the value, or the first column.
    private static List<Column> keys(Table table, DerivedTable.Form form) {
        List<Column> turned = table.columns().stream()
                .filter(column -> column.derivation().equals(Optional.of(new Derivation.Reshaped())))
                .toList();
        return turned.isEmpty()
                ? turned
                : turned.subList(0, form == DerivedTable.Form.ONE_ROW_EACH ? turned.size() - 1 : 1);
    }

    /// For each row and each column of values, what names the row, what names the column and the value.
    private static List<Column> oneRowEach(Table source, DerivedTable how) {
        List<Column> values = values(source, how);
        boolean byNumbers = areNumbersAlike(values);
        boolean alike = areAlike(values);
        boolean counted = byNumbers
                || alike && values.stream().allMatch(column -> ending(column).matches("\\d+"));
        List<Column> kept = source.columns().stream()
                .filter(column -> how.by().contains(column.id()))
                .toList();
        List<Cells.Builder> cells = kept.stream().map(_ -> new Cells.Builder()).toList();
        var names = new Cells.Builder();
        var all = new Cells.Builder();
        for (int row = 0; row < source.rows(); row++) {
            if (source.excluded().has(row)) {
                continue;
            }
            for (Column value : values) {
                for (int i = 0; i < kept.size(); i++) {
                    cells.get(i).add(kept.get(i).cells().cell(row));
                }
                if (counted) {
                    names.addNumber(byNumbers ? number(value).value() : Integer.parseInt(ending(value)));
                } else {
                    names.add(new Cell.Text(alike ? ending(value) : value.name()));
                }
                all.add(value.cells().cell(row));
            }
        }
        var columns = new ArrayList<Column>();
        for (int i = 0; i < kept.size(); i++) {
            columns.add(turned(
                    kept.get(i).heading(),
                    kept.get(i).kind(),
                    kept.get(i).format(),
                    cells.get(i).build()));
        }
        columns.add(turned(
                byNumbers ? nameOf(values, "Heading") : new Heading(alike ? "No." : "Column", ""),
                counted ? Kind.NUMBER : Kind.TEXT,
                new ColumnFormat.AsWritten(
                        byNumbers
                                ? values.stream()
                                        .mapToInt(each -> number(each).decimals())
                                        .max()
                                        .orElse(0)
                                : 0),
                names.build()));
        String called = byNumbers
                ? source.name()
                : quantityOf(values).map(Heading::name).orElse("Value");
        columns.add(turned(
                new Heading(called, unit(values)),
                Kind.NUMBER,
                new ColumnFormat.AsWritten(
                        values.stream().mapToInt(Column::decimals).max().orElse(0)),
                all.build()));
        return columns;
    }

    private static String ending(Column column) {
        return NumberedName.of(column).map(NumberedName::ending).orElse("");
    }

    /// What the numbers that name columns are: years or times, else what they are called otherwise.
    private static Heading nameOf(List<Column> values, String otherwise) {
        String unit = values.isEmpty() ? "" : number(values.getFirst()).unit();
        boolean years = values.stream()
                        .allMatch(each ->
                                number(each).value() >= 1900 && number(each).value() <= 2100)
                && unit.isEmpty();
        boolean time = List.of("s", "min", "h", "d", "ms", "a").contains(unit);
        return new Heading(years ? "Year" : time ? "Time" : otherwise, unit);
    }

    private static String unit(List<Column> values) {
        List<String> units = values.stream().map(Column::unit).distinct().toList();
        return units.size() == 1 ? units.getFirst() : "";
    }

    /// The first column's cells name the new columns; the old columns' names are the first new column, where they
    /// say anything.
    private static List<Column> transposed(Table source) {
        Column labels = source.columns().getFirst();
        List<Column> rest = source.columns().subList(1, source.columns().size());
        var columns = new ArrayList<Column>();
        if (rest.stream().anyMatch(column -> !column.name().matches("Column \\d+"))) {
            boolean numbers = areNumbersAlike(rest);
            var names = new Cells.Builder();
            rest.forEach(column -> names.add(
                    numbers
                            ? new Cell.Number(number(column).value())
                            : new Cell.Text(column.heading().text())));
            columns.add(turned(
                    numbers ? nameOf(rest, labels.name()) : new Heading(labels.name(), ""),
                    numbers ? Kind.NUMBER : Kind.TEXT,
                    new ColumnFormat.AsWritten(0),
                    names.build()));
        }
        for (int row = 0; row < source.rows(); row++) {
            var cells = new Cells.Builder();
            for (Column column : rest) {
                cells.add(column.cells().cell(row));
            }
            int at = row;
            String label = labels.cells().cell(row).exactText();
            Heading heading = label.isBlank() ? new Heading("Row " + (row + 1), "") : Heading.of(label);
            boolean text = rest.stream().allMatch(column -> !(column.cells().cell(at) instanceof Cell.Number));
            columns.add(turned(heading, text ? Kind.TEXT : Kind.NUMBER, new ColumnFormat.AsWritten(0), cells.build()));
        }
        return columns;
    }

    private static Column turned(Heading heading, Kind kind, ColumnFormat format, Cells cells) {
        return new Column(1, heading, kind, Role.NONE, 0, cells)
                .withFormat(format)
                .withDerivation(Optional.of(new Derivation.Reshaped()));
    }
}
