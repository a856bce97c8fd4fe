package helvo.core.study;

import helvo.core.RootLocale;
import helvo.core.formula.Sources;
import helvo.core.importing.TableReader;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.number.SuggestedNumber;
import helvo.core.quality.AmbiguousColumn;
import helvo.core.table.Cell;
import helvo.core.table.CellInterpretation;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
import helvo.core.table.DateColumn;
import helvo.core.table.Decision;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.core.unit.Conversion;
import helvo.core.unit.Unit;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.IntStream;

/// New rows for an existing table, from a file like the one it was read from or from the same one once it has
/// changed. Columns are matched by their headings; all that was chosen for them stays.
public final class TableUpdate {
    private TableUpdate() {}

    public sealed interface Outcome {
        /// @param notices what a person should know of: columns left out, units taken for granted, rows that count
        ///     again
        record Fits(Table table, List<String> notices) implements Outcome {}

        /// @param why one sentence for each column that is wanted and does not fit
        record DoesNotFit(List<String> why) implements Outcome {}
    }

    /// The table with the rows of one that was read.
    ///
    /// Rows that are the same in both, in every column that was read, keep what was decided about them: excluded,
    /// a cell replaced.
    public static Outcome of(Table old, Table file) {
        var why = new ArrayList<String>();
        var notices = new ArrayList<String>();
        Table read = answered(old, file, notices);
        Map<Integer, Column> from = matched(old, read, why, notices);
        if (!why.isEmpty()) {
            return new Outcome.DoesNotFit(why);
        }
        read.columns().stream()
                .filter(column -> !from.containsValue(column) && column.cells().size() > 0)
                .forEach(column -> notices.add(
                        "The column “" + column.heading().text() + "” is not in this table and was left out."));
        Table bare = undecided(old);
        List<Column> columns = old.columns().stream()
                .map(column -> isTyped(column)
                        ? from.containsKey(column.id())
                                ? filled(column, from.get(column.id()))
                                : column.withCells(Cells.NONE)
                        : column)
                .toList();
        Table fresh = old.with(change -> change.columns(columns)
                .source(read.source())
                .excluded(read.excluded())
                .decisions(List.of())
                .importReport(read.importReport()));
        return new Outcome.Fits(decidedAgain(old, bare, fresh, List.copyOf(from.keySet()), notices), notices);
    }

    /// What the cells of the file leave open is read as it is in the table, and said.
    private static Table answered(Table old, Table file, List<String> notices) {
        Table read = file;
        for (AmbiguousColumn question : AmbiguousColumn.in(file)) {
            Column open = file.column(question.column());
            Optional<CellInterpretation> way = byName(open, old)
                    .flatMap(known -> ways(known, old.decimalMark()).stream()
                            .filter(question.ways()::contains)
                            .findFirst());
            if (question.isTie() && way.isPresent() && read.column(open.id()).kind() == Kind.TEXT) {
                read = TableReader.read(read, open.id(), way.get());
                notices.add("“" + open.name() + "” was read as " + way.get().words() + ", as it is here.");
            }
        }
        return read;
    }

    private static List<CellInterpretation> ways(Column known, DecimalMark mark) {
        return switch (known.kind()) {
            case TEXT -> List.of();
            case DATE ->
                List.of(
                        order(known) == DateText.Order.DAY_FIRST
                                ? CellInterpretation.DAY_FIRST
                                : CellInterpretation.MONTH_FIRST,
                        CellInterpretation.YEAR_MONTH);
            case NUMBER ->
                known.format() instanceof ColumnFormat.Durations
                        ? List.of(known.interpretation().orElse(CellInterpretation.HOURS_MINUTES))
                        : List.of(
                                mark == DecimalMark.POINT ? CellInterpretation.POINT : CellInterpretation.COMMA,
                                CellInterpretation.POINT);
        };
    }

    private static boolean isTyped(Column column) {
        return column.derivation().isEmpty();
    }

    // ---- columns ----

    private static Map<Integer, Column> matched(Table old, Table read, List<String> why, List<String> notices) {
        var from = new LinkedHashMap<Integer, Column>();
        for (Column column : old.columns()) {
            if (isTyped(column)) {
                byName(column, read)
                        .or(() -> byCells(column, read))
                        .filter(found -> !from.containsValue(found))
                        .ifPresentOrElse(
                                found -> {
                                    from.put(column.id(), found);
                                    compareUnits(column, found, why, notices);
                                    if (column.kind() != Kind.TEXT
                                            && found.kind() == Kind.TEXT
                                            && column.role() != Role.NONE
                                            && found.cells().size() > 0) {
                                        why.add("“" + column.name() + "” holds text there, and " + column.holds()
                                                + " here");
                                    }
                                },
                                () -> missing(column, old, why, notices));
            }
        }
        return from;
    }

    /// The column with the same heading, else the only one of the same name, in the same case or any.
    private static Optional<Column> byName(Column column, Table read) {
        return only(read, each -> each.heading().equals(column.heading()))
                .or(() -> only(read, each -> each.name().equals(column.name())))
                .or(() -> only(read, each -> each.name().equalsIgnoreCase(column.name())));
    }

    private static Optional<Column> only(Table read, Predicate<Column> like) {
        List<Column> found = read.columns().stream().filter(like).toList();
        return found.size() == 1 ? Optional.of(found.getFirst()) : Optional.empty();
    }

    /// The only column that begins with the very same cells: its heading was changed in the study.
    private static Optional<Column> byCells(Column column, Table read) {
        Cells cells = column.cells();
        return cells.size() < 2
                ? Optional.empty()
                : only(
                        read,
                        each -> each.kind() == column.kind()
                                && each.cells().size() >= cells.size()
                                && IntStream.range(0, cells.size())
                                        .allMatch(row -> each.cells().cell(row).equals(cells.cell(row))));
    }

    private static void compareUnits(Column column, Column found, List<String> why, List<String> notices) {
        boolean renamed = !column.name().equalsIgnoreCase(found.name());
        if (renamed || column.unit().equals(found.unit())) {
            return;
        }
        if (found.unit().isEmpty()) {
            notices.add("“" + found.name() + "” has no unit there; it was taken as " + column.unit() + ".");
        } else if (column.unit().isEmpty()) {
            notices.add("“" + column.name() + "” has no unit here; it is in " + found.unit() + " there.");
        } else if (conversion(column, found).isPresent()) {
            notices.add("“" + found.name() + "” is in " + found.unit() + " there, and was converted into "
                    + column.unit() + ".");
        } else {
            why.add("“" + column.name() + "” is in " + found.unit() + " there, and in " + column.unit() + " here");
        }
    }

    /// How values there become those of a column here; empty where their units are of two quantities, or not known.
    private static Optional<Conversion> conversion(Column column, Column found) {
        return column.kind() != Kind.NUMBER || found.kind() != Kind.NUMBER
                ? Optional.empty()
                : Unit.read(found.unit())
                        .flatMap(there -> Unit.read(column.unit()).flatMap(there::to));
    }

    private static void missing(Column column, Table old, List<String> why, List<String> notices) {
        boolean isWanted = column.role() != Role.NONE
                || old.columns().stream().anyMatch(each -> Sources.of(each, old).contains(column.id()));
        if (isWanted) {
            why.add("there is no column “" + column.heading().text() + "”");
        } else {
            notices.add("There is no column “" + column.heading().text() + "”; it is empty now.");
        }
    }

    private static Column filled(Column column, Column found) {
        Column cells = column.kind() == found.kind()
                ? found
                : column.kind() == Kind.DATE
                        ? DateColumn.dated(found, order(column))
                        : DateColumn.undated(found, column.kind());
        boolean isRenamed = !column.name().equalsIgnoreCase(found.name());
        Optional<Conversion> into = isRenamed || column.unit().equals(found.unit())
                ? Optional.empty()
                : conversion(column, found).filter(each -> !each.isIdentity());
        return into.map(each -> column.withCells(cells.cells()
                        .mapped(
                                isLength(column) ? each::difference : each::value,
                                text -> SuggestedNumber.withUnit(text, found.unit()))))
                .orElseGet(() ->
                        column.withCells(cells.cells()).withDecimals(Math.max(column.decimals(), found.decimals())));
    }

    private static boolean isLength(Column column) {
        return column.role().isBar();
    }

    private static DateText.Order order(Column column) {
        return column.format() instanceof ColumnFormat.Dates(var _, var order, var _)
                ? order
                : DateText.Order.DAY_FIRST;
    }

    // ---- rows ----

    /// The table with what its cells held before anything was decided about them.
    private static Table undecided(Table old) {
        Table open = old;
        for (Decision decision : old.decisions()) {
            if (decision.column() != 0) {
                open = open.withColumn(
                        decision.column(),
                        column -> column.withCells(column.cells().withCell(decision.row(), decision.original())));
            }
        }
        return open;
    }

    /// Decides again about the rows that are the same as before; of several alike ones the first goes with the
    /// first.
    private static Table decidedAgain(Table old, Table bare, Table fresh, List<Integer> columns, List<String> notices) {
        Set<Integer> decided = new HashSet<>(old.excluded().reasons().keySet());
        old.decisions().forEach(decision -> decided.add(decision.row()));
        if (decided.isEmpty()) {
            return fresh;
        }
        Map<List<Cell>, Deque<Integer>> places = new HashMap<>();
        for (int row = 0; row < fresh.rowsTyped(); row++) {
            places.computeIfAbsent(cells(fresh, columns, row), _ -> new ArrayDeque<>())
                    .add(row);
        }
        var moved = new HashMap<Integer, Integer>();
        for (int row = 0; row < old.rowsTyped(); row++) {
            Deque<Integer> there = places.get(cells(bare, columns, row));
            if (there != null && !there.isEmpty()) {
                moved.put(row, there.removeFirst());
            }
        }
        var reasons = new HashMap<>(fresh.excluded().reasons());
        old.excluded().reasons().forEach((row, reason) -> {
            if (moved.containsKey(row)) {
                reasons.put(moved.get(row), reason);
            }
        });
        Table again = fresh.withExcluded(ExcludedRows.of(reasons));
        for (Decision decision : old.decisions()) {
            if (moved.containsKey(decision.row())) {
                again = new DecisionEdit.Decide(
                                old.id(),
                                decision.column(),
                                List.of(moved.get(decision.row())),
                                decision.problem(),
                                decision.choice(),
                                reasons.getOrDefault(moved.get(decision.row()), ""),
                                used(old, decision))
                        .change(again);
            }
        }
        long gone = decided.stream()
                .filter(row -> !moved.containsKey(row)
                        && !TableReader.isFound(old.excluded().reasons().getOrDefault(row, "")))
                .count();
        if (gone > 0) {
            notices.add(RootLocale.format(
                    gone == 1
                            ? "%d row about which something was decided is not there; nothing is decided about the "
                                    + "others."
                            : "%d rows about which something was decided are not there; nothing is decided about the "
                                    + "others.",
                    gone));
        }
        return again;
    }

    /// The number that was used for a cell.
    private static List<Double> used(Table old, Decision decision) {
        return decision.choice() == Decision.Choice.NUMBER_USED
                        && old.column(decision.column()).cells().cell(decision.row())
                                instanceof Cell.Number(double number)
                ? List.of(number)
                : List.of();
    }

    private static List<Cell> cells(Table table, List<Integer> columns, int row) {
        return columns.stream().map(id -> table.column(id).cells().cell(row)).toList();
    }

    /// What a table that follows its file gains where the file only grew: the rows behind those that it has.
    ///
    /// @return empty where something else changed as well
    public static Optional<TableEdit.AppendRows> growth(Table old, Table fresh) {
        List<Column> typed = old.columns().stream().filter(TableUpdate::isTyped).toList();
        int rows =
                typed.stream().mapToInt(column -> column.cells().size()).max().orElse(0);
        boolean same = fresh.rowsTyped() > rows
                && fresh.decisions().equals(old.decisions())
                && fresh.excluded().equals(old.excluded())
                && typed.stream()
                        .allMatch(column -> begins(fresh.column(column.id()).cells(), column.cells(), rows));
        if (!same) {
            return Optional.empty();
        }
        List<Integer> columns = typed.stream().map(Column::id).toList();
        return Optional.of(new TableEdit.AppendRows(
                old.id(),
                columns,
                IntStream.range(rows, fresh.rowsTyped())
                        .mapToObj(row -> cells(fresh, columns, row))
                        .toList()));
    }

    private static boolean begins(Cells longer, Cells cells, int rows) {
        return IntStream.range(0, rows).allMatch(row -> longer.cell(row).equals(cells.cell(row)));
    }
}
