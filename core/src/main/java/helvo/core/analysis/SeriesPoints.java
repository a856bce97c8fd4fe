package helvo.core.analysis;

import helvo.core.IntList;
import helvo.core.Progress;
import helvo.core.numeric.Range;
import helvo.core.points.Points;
import helvo.core.points.Weighting;
import helvo.core.study.Figure;
import helvo.core.study.Layer;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.DateOrigin;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Role;
import helvo.core.table.RowCondition;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntPredicate;

/// The points of one series, taken from the table by the roles of its columns.
///
/// @param label what a legend calls it
/// @param slot  which of the program's colours and markers it has: that of its group among all of the table, used
///     or not
record SeriesPoints(SeriesKey key, String label, int slot, Points points, RowUse rows) {
    /// Rows whose numbers are fetched together.
    private static final int AT_ONCE = 1 << 14;

    /// What the points were taken from. Two that are `same` give the same points.
    record Source(
            List<Column> columns,
            ExcludedRows setAside,
            List<RowCondition> only,
            List<Figure.FurtherCurve> further,
            boolean pooled,
            Weighting weighting) {
        static Source of(Table table, Figure figure) {
            return new Source(
                    table.columns(),
                    table.excluded(),
                    figure.conditions(),
                    figure.furtherCurves(),
                    figure.shows(Layer.POOLED),
                    figure.weighting());
        }

        /// Told by identity of the cells, since comparing a million of them costs more than it saves.
        boolean same(Source other) {
            return further.equals(other.further) && sameButFurther(other);
        }

        /// Whether the series themselves have the same points, whatever further curves there are.
        boolean sameButFurther(Source other) {
            return pooled == other.pooled
                    && weighting == other.weighting
                    && setAside.equals(other.setAside)
                    && only.equals(other.only)
                    && columns.size() == other.columns.size()
                    && java.util.stream.IntStream.range(0, columns.size())
                            .allMatch(i -> same(columns.get(i), other.columns.get(i)));
        }

        private static boolean same(Column a, Column b) {
            return a.cells() == b.cells() && a.withCells(Cells.NONE).equals(b.withCells(Cells.NONE));
        }
    }

    /// The series of a figure in the order of their groups; none without an x and a y column.
    static List<SeriesPoints> of(Table table, Figure figure, Progress progress) {
        List<Column> xs = table.all(Role.X);
        List<Column> ys = table.all(Role.Y);
        if (xs.isEmpty()) {
            return List.of();
        }
        double origin = DateOrigin.of(xs).orElse(0);
        double yOrigin = DateOrigin.of(ys).orElse(0);
        var series = new ArrayList<SeriesPoints>();
        for (int i = 0; i < ys.size(); i++) {
            CoordinateColumn x = CoordinateColumn.of(table.xOf(ys.get(i)).orElseThrow(), origin);
            series.addAll(of(
                    table,
                    figure,
                    x,
                    CoordinateColumn.of(ys.get(i), yOrigin),
                    ys.size() > 1,
                    progress.part((double) i / ys.size(), (i + 1.0) / ys.size())));
        }
        series.addAll(further(table, figure, series));
        return series;
    }

    /// The further curves of series that are there. Each has a colour that no series has.
    private static List<SeriesPoints> further(Table table, Figure figure, List<SeriesPoints> series) {
        int slot = 1 + series.stream().mapToInt(SeriesPoints::slot).max().orElse(0);
        var found = new ArrayList<SeriesPoints>();
        for (Figure.FurtherCurve curve : figure.furtherCurves()) {
            int place = slot + found.size();
            series.stream()
                    .filter(each -> each.key.equals(curve.series().own()))
                    .findFirst()
                    .ifPresent(own -> found.add(own.part(curve, place, table)));
        }
        return found;
    }

    /// The same with points that are known to be equal.
    SeriesPoints with(Points same) {
        return new SeriesPoints(key, label, slot, same, rows);
    }

    private SeriesPoints part(Figure.FurtherCurve curve, int newSlot, Table table) {
        if (curve.conditions().isEmpty()) {
            return new SeriesPoints(curve.series(), label, newSlot, points, rows);
        }
        IntPredicate wanted = RowCondition.all(curve.conditions(), table);
        int[] excluded = Arrays.stream(rows.excluded()).filter(wanted).toArray();
        int[] unusable = Arrays.stream(rows.unusable()).filter(wanted).toArray();
        Points part = points.where(i -> wanted.test(points.rows()[i]));
        return new SeriesPoints(
                curve.series(),
                label,
                newSlot,
                part,
                new RowUse(
                        part.size() + excluded.length + unusable.length,
                        excluded,
                        unusable,
                        rows.x(),
                        rows.y(),
                        rows.xBars(),
                        rows.yBars()));
    }

    private static List<SeriesPoints> of(
            Table table, Figure figure, CoordinateColumn x, CoordinateColumn y, boolean severalY, Progress progress) {
        BarSource xBars = BarSource.of(table, x);
        BarSource yBars = BarSource.of(table, y);
        Optional<List<String>> order = table.first(Role.BY).flatMap(column -> column.groupOrder(SeriesKey.MAX_SERIES));
        Optional<Cells> by = table.first(Role.BY).map(Column::cells).filter(_ -> order.isPresent());
        int firstSlot =
                table.all(Role.Y).indexOf(y.column()) * order.map(List::size).orElse(1);
        Map<String, Collector> groups = new LinkedHashMap<>();
        boolean pooled = by.isPresent() && figure.shows(Layer.POOLED);
        IntPredicate wanted = RowCondition.all(figure.conditions(), table);
        int rows = table.rows();
        int likely = by.isPresent() || !figure.conditions().isEmpty() ? 0 : rows;
        Optional<Collector> whole =
                likely > 0 && table.excluded().reasons().isEmpty() ? Collector.ofAll(rows, x, y) : Optional.empty();
        whole.ifPresent(each -> groups.put("", each));
        var all = new Collector(0);
        Collector own = null;
        double[] px = new double[Math.min(rows, AT_ONCE)];
        double[] py = new double[px.length];
        for (int row = 0; whole.isEmpty() && row < rows; row++) {
            int at = row % AT_ONCE;
            if (at == 0) {
                progress.reached((double) row / rows);
                x.copy(row, px);
                y.copy(row, py);
            }
            if (wanted.test(row)) {
                String group = by.isEmpty() ? "" : by.get().cell(row).exactText();
                if (own == null || by.isPresent()) {
                    own = groups.computeIfAbsent(group, _ -> new Collector(likely));
                }
                boolean aside = table.excluded().has(row);
                own.add(row, aside, px[at], py[at]);
                if (pooled) {
                    all.add(row, aside, px[at], py[at]);
                }
            }
        }
        List<SeriesPoints> series = new ArrayList<>(groups.entrySet().stream()
                .sorted(Comparator.comparingInt(group -> place(order, group.getKey())))
                .map(group -> {
                    String name = by.isPresent() && group.getKey().isEmpty()
                            ? "no " + table.first(Role.BY).orElseThrow().name()
                            : group.getKey();
                    String ofY = y.column().name();
                    String label = by.isEmpty() ? ofY : severalY ? ofY + ", " + name : name;
                    SeriesKey key = by.isEmpty()
                            ? SeriesKey.whole(y.column().id())
                            : SeriesKey.group(y.column().id(), group.getKey());
                    return group.getValue()
                            .series(
                                    key,
                                    label,
                                    firstSlot + place(order, group.getKey()),
                                    xBars,
                                    yBars,
                                    figure.weighting());
                })
                .toList());
        if (pooled && groups.size() > 1) {
            series.add(all.series(
                    SeriesKey.pooled(y.column().id()),
                    severalY ? y.column().name() + ", pooled" : "pooled",
                    0,
                    xBars,
                    yBars,
                    figure.weighting()));
        }
        return series;
    }

    private static int place(Optional<List<String>> order, String group) {
        return order.map(all -> all.indexOf(group)).orElse(0);
    }

    /// Collects one series' rows.
    private static final class Collector {
        private int given;
        private int size;
        private double[] x;
        private double[] y;
        private int[] rows;
        private final IntList setAside = new IntList();
        private final IntList unusable = new IntList();

        /// @param likely how many rows are likely to be used
        Collector(int likely) {
            x = new double[likely];
            y = new double[likely];
            rows = new int[likely];
        }

        /// All rows of a table, where each is a point; else empty.
        static Optional<Collector> ofAll(int rows, CoordinateColumn x, CoordinateColumn y) {
            if (!x.isOfAll(rows) || !y.isOfAll(rows)) {
                return Optional.empty();
            }
            var all = new Collector(rows);
            x.copy(0, all.x);
            y.copy(0, all.y);
            for (int row = 0; row < rows; row++) {
                all.rows[row] = row;
            }
            all.given = rows;
            all.size = rows;
            return Range.of(all.x).maxAbs() <= CoordinateColumn.MAX_ABS
                            && Range.of(all.y).maxAbs() <= CoordinateColumn.MAX_ABS
                    ? Optional.of(all)
                    : Optional.empty();
        }

        void add(int row, boolean aside, double px, double py) {
            given++;
            if (aside) {
                setAside.add(row);
            } else if (!(Math.abs(px) <= CoordinateColumn.MAX_ABS && Math.abs(py) <= CoordinateColumn.MAX_ABS)) {
                unusable.add(row);
            } else {
                room();
                x[size] = px;
                y[size] = py;
                rows[size++] = row;
            }
        }

        private void room() {
            if (size == x.length) {
                int more = 16 + size * 2;
                x = Arrays.copyOf(x, more);
                y = Arrays.copyOf(y, more);
                rows = Arrays.copyOf(rows, more);
            }
        }

        SeriesPoints series(
                SeriesKey key, String label, int slot, BarSource xBars, BarSource yBars, Weighting weighting) {
            boolean full = size == x.length;
            int[] used = full ? rows : Arrays.copyOf(rows, size);
            double[] xs = full ? x : Arrays.copyOf(x, size);
            double[] ys = full ? y : Arrays.copyOf(y, size);
            var points = new Points(xs, ys, used, xBars.barsOf(xs, used), yBars.barsOf(ys, used))
                    .weighted(weighting, xBars.sigma(), yBars.sigma());
            return new SeriesPoints(
                    key,
                    label,
                    slot,
                    points,
                    new RowUse(given, setAside.toArray(), unusable.toArray(), xBars.of(), yBars.of(), xBars, yBars));
        }
    }
}
