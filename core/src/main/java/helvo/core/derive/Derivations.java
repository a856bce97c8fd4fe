package helvo.core.derive;

import helvo.core.formula.Formula;
import helvo.core.formula.Sources;
import helvo.core.table.BarMeaning;
import helvo.core.table.BarUnits;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
import helvo.core.table.Derivation;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Statistic;
import helvo.core.table.Table;
import helvo.core.unit.Conversion;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/// Recomputes derived columns when the columns that they follow change.
public final class Derivations {
    /// Digits that a computed number is shown with.
    private static final ColumnFormat SIX_DIGITS = new ColumnFormat.Significant(6);

    private Derivations() {}

    /// The table with every derived column computed again whose sources changed; blocks of rows in which none did
    /// are shared.
    ///
    /// @param before an earlier state, whose derived columns were in step
    public static Table refreshed(Table before, Table after) {
        Table fresh = after;
        if (after.columns().stream().noneMatch(Column::isDerived)) {
            return after;
        }
        var done = new HashSet<Integer>();
        for (Column column : after.columns()) {
            fresh = refreshed(column.id(), before, fresh, done, new HashSet<>());
        }
        return fresh;
    }

    private static Table refreshed(int id, Table before, Table after, Set<Integer> done, Set<Integer> open) {
        Column column = after.column(id);
        if (!column.isDerived() || done.contains(id) || !open.add(id)) {
            return after;
        }
        Table fresh = after;
        for (int source : Sources.of(column, after)) {
            if (fresh.columns().stream().anyMatch(each -> each.id() == source)) {
                fresh = refreshed(source, before, fresh, done, open);
            }
        }
        done.add(id);
        Table ready = fresh;
        Optional<Column> old =
                before.columns().stream().filter(each -> each.id() == id).findFirst();
        Cells cells = computed(column, ready, old, before);
        return cells == column.cells() ? ready : ready.withColumn(id, each -> each.withCells(cells));
    }

    /// One row's cell of a derived column.
    private interface RowCell {
        Cell at(int row);
    }

    private static Cells computed(Column column, Table table, Optional<Column> old, Table before) {
        Optional<RowCell> cells =
                switch (column.derivation().orElseThrow()) {
                    case Derivation.Formula kept -> Formula.of(kept, table).map(formula -> result(formula, table));
                    case Derivation.PropagatedUncertainty carried -> carried(column, carried, table);
                    case Derivation.Membership(int of, String name, List<Cell> values, String others) -> {
                        Cells source = table.column(of).cells();
                        Set<Cell> set = Set.copyOf(values);
                        yield Optional.of(row -> source.cell(row) instanceof Cell.Empty
                                ? Cell.EMPTY
                                : new Cell.Text(set.contains(source.cell(row)) ? name : others));
                    }
                    case Derivation.RowStatistic(Statistic statistic, var _) -> {
                        List<Cells> repeats = Sources.of(column, table).stream()
                                .map(source -> table.column(source).cells())
                                .toList();
                        yield Optional.of(row -> {
                            double value = statistic.of(repeats.stream()
                                    .mapToDouble(each -> each.number(row))
                                    .filter(Double::isFinite)
                                    .toArray());
                            return Double.isFinite(value) ? new Cell.Number(value) : Cell.EMPTY;
                        });
                    }
                    case Derivation.Group _, Derivation.GroupStatistic _, Derivation.Reshaped _ -> Optional.empty();
                };
        if (cells.isEmpty()) {
            return column.cells();
        }
        boolean sameRule = old.isPresent()
                && old.get().derivation().equals(column.derivation())
                && old.get().barMeaning() == column.barMeaning();
        List<Column> sources =
                Sources.of(column, table).stream().map(table::column).toList();
        int rows = table.rowsTyped();
        if (sameRule
                && sources.stream().allMatch(source -> unchanged(source, before))
                && column.cells().size() == rows) {
            return column.cells();
        }
        Cells known = sameRule && sources.stream().allMatch(source -> sameMeaning(source, before))
                ? old.get().cells()
                : Cells.NONE;
        var builder = new Cells.Builder();
        for (int row = 0; row < rows; row++) {
            int at = row;
            if ((row & 0xfff) == 0
                    && row + 0x1000 <= rows
                    && known.size() >= row + 0x1000
                    && sources.stream().allMatch(source -> source.cells().sharesBlock(cells(source, before), at))) {
                builder.addBlock(known, row);
                row += 0xfff;
            } else {
                builder.add(cells.get().at(row));
            }
        }
        return builder.build();
    }

    private static Cells cells(Column column, Table before) {
        return before.columns().stream()
                .filter(each -> each.id() == column.id())
                .findFirst()
                .map(Column::cells)
                .orElse(Cells.NONE);
    }

    private static boolean sameMeaning(Column column, Table before) {
        return before.columns().stream()
                .anyMatch(each -> each.id() == column.id()
                        && each.kind() == column.kind()
                        && each.unit().equals(column.unit())
                        && each.barMeaning() == column.barMeaning()
                        && each.uniformBars().equals(column.uniformBars()));
    }

    private static boolean unchanged(Column column, Table before) {
        return cells(column, before) == column.cells() && sameMeaning(column, before);
    }

    private static RowCell result(Formula formula, Table table) {
        Formula.Evaluation evaluation = formula.over(table);
        List<Column> sources = formula.columns().stream().map(table::column).toList();
        return row -> {
            double value = evaluation.value(row);
            if (Double.isFinite(value)) {
                return new Cell.Number(value);
            }
            boolean given = sources.stream()
                    .noneMatch(source -> Double.isNaN(source.cells().number(row)));
            return given ? new Cell.Text(formula.fault(table, row).orElse("no finite result")) : Cell.EMPTY;
        };
    }

    /// √Σ(∂f/∂xᵢ · uᵢ)² (JCGM 100:2008, eq. 10), with each bar taken as what it means.
    private static Optional<RowCell> carried(Column column, Derivation.PropagatedUncertainty carried, Table table) {
        if (!(table.column(carried.source()).derivation().orElse(null) instanceof Derivation.Formula kept)) {
            return Optional.empty();
        }
        return Formula.of(kept, table).map(formula -> {
            Formula.Evaluation evaluation = formula.over(table);
            Cells result = table.column(carried.source()).cells();
            List<Column> bars = carried.bars().stream()
                    .map(bar -> table.column(bar.column()))
                    .toList();
            List<Conversion> units = carried.bars().stream()
                    .map(bar -> BarUnits.conversion(table.column(bar.source()), table.column(bar.column())))
                    .toList();
            double[] scale = bars.stream()
                    .mapToDouble(bar -> bar.barMeaning().standardDeviation()
                            / column.barMeaning().standardDeviation())
                    .toArray();
            return row -> {
                double length = 0;
                boolean any = false;
                for (int i = 0; i < scale.length; i++) {
                    double bar = units.get(i).difference(length(carried.bars().get(i), bars.get(i), row));
                    if (!Double.isNaN(bar)) {
                        any = true;
                        length = Math.hypot(
                                length,
                                evaluation.slope(row, carried.bars().get(i).source()) * bar * scale[i]);
                    }
                }
                return any && Double.isFinite(length) && !Double.isNaN(result.number(row))
                        ? new Cell.Number(length)
                        : Cell.EMPTY;
            };
        });
    }

    private static double length(Derivation.Bar bar, Column column, int row) {
        double number = column.cells().number(row);
        return bar.isOwn() ? column.uniformBars().map(own -> own.at(number)).orElse(Double.NaN) : number;
    }

    /// The table with a column that follows a formula, behind the last of its sources and their bars, and, where a
    /// source has bars, a column of the uncertainty carried over.
    ///
    /// @param kept    with the ids of columns for their names
    /// @param role    of the new column; x takes the place of the one that was x
    /// @param instead whether those that were y give it up
    public static Table with(Table table, Heading heading, Derivation.Formula kept, Role role, boolean instead) {
        Formula formula = Formula.of(kept, table)
                .orElseThrow(() -> new IllegalArgumentException(
                        "“" + kept.text() + "” is not a formula over the table " + table.name()));
        int id = table.nextColumnId();
        List<Derivation.Bar> bars = formula.columns().stream()
                .flatMap(source -> table
                        .barOf(table.column(source))
                        .map(bar -> new Derivation.Bar(source, bar.id()))
                        .or(() -> table.column(source).uniformBars().map(_ -> new Derivation.Bar(source, source)))
                        .stream())
                .toList();
        Role barRole = role == Role.X ? Role.X_BAR : role == Role.Y ? Role.Y_BAR : Role.NONE;
        boolean replaces = role == Role.X || role == Role.Y && instead;
        var columns = new ArrayList<>(table.columns().stream()
                .map(each ->
                        replaces && (each.role() == role || each.role() == barRole) ? each.withRole(Role.NONE) : each)
                .toList());
        int place = placeBehind(table, formula.columns());
        columns.add(
                place,
                new Column(
                        id,
                        heading,
                        Kind.NUMBER,
                        role,
                        SIX_DIGITS,
                        BarMeaning.HALF_RANGE,
                        Optional.of(kept),
                        Cells.NONE));
        if (!bars.isEmpty()) {
            var meanings = bars.stream()
                    .map(bar -> table.column(bar.column()).barMeaning())
                    .distinct()
                    .toList();
            var meaning = meanings.size() == 1 ? meanings.getFirst() : BarMeaning.STANDARD_DEVIATION;
            columns.add(
                    place + 1,
                    new Column(
                            id + 1,
                            new Heading("± " + heading.name(), heading.unit()),
                            Kind.NUMBER,
                            barRole,
                            SIX_DIGITS,
                            meaning,
                            Optional.of(new Derivation.PropagatedUncertainty(id, bars)),
                            Cells.NONE));
        }
        return table.withColumns(columns);
    }

    /// The table with the mean of columns that repeat one quantity and its spread, behind them: the mean is y in
    /// their place, the spread its bars.
    ///
    /// @param repeats ids of at least two columns
    /// @param spread  a statistic that can be the length of a bar
    public static Table withMean(Table table, List<Integer> repeats, Heading heading, Statistic spread) {
        List<Column> sources = repeats.stream().map(table::column).toList();
        int id = table.nextColumnId();
        var columns = new ArrayList<>(table.columns().stream()
                .map(each -> repeats.contains(each.id())
                                || sources.stream()
                                        .anyMatch(source -> table.barOf(source).equals(Optional.of(each)))
                        ? each.withRole(Role.NONE)
                        : each)
                .toList());
        int place = placeBehind(table, repeats);
        columns.add(place, ofRepeats(id, heading, Role.Y, SIX_DIGITS, Statistic.MEAN, repeats));
        columns.add(
                place + 1,
                ofRepeats(
                        id + 1, spread.heading(heading), Role.Y_BAR, new ColumnFormat.Significant(3), spread, repeats));
        return table.withColumns(columns);
    }

    private static Column ofRepeats(
            int id, Heading heading, Role role, ColumnFormat format, Statistic statistic, List<Integer> repeats) {
        return new Column(
                id,
                heading,
                Kind.NUMBER,
                role,
                format,
                statistic.barMeaningOfRepeats(),
                Optional.of(new Derivation.RowStatistic(statistic, repeats)),
                Cells.NONE);
    }

    private static int placeBehind(Table table, List<Integer> sources) {
        int place = table.columns().size();
        for (int i = 0; i < table.columns().size(); i++) {
            if (sources.contains(table.columns().get(i).id())) {
                place = i + 1;
            }
        }
        while (place < table.columns().size() && isBar(table.columns().get(place))) {
            place++;
        }
        return place;
    }

    private static boolean isBar(Column column) {
        return column.role().isBar() || column.derivation().orElse(null) instanceof Derivation.PropagatedUncertainty;
    }
}
