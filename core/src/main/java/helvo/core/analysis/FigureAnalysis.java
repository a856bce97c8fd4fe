package helvo.core.analysis;

import helvo.core.Progress;
import helvo.core.compare.GroupComparison;
import helvo.core.fit.Curve;
import helvo.core.fit.FitOutcome;
import helvo.core.number.NumberNotation;
import helvo.core.points.Points;
import helvo.core.quality.AmbiguousColumn;
import helvo.core.study.Edit;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.style.Note;
import helvo.core.table.Column;
import helvo.core.table.Role;
import helvo.core.table.RowCondition;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/// The analysis of one figure: its series, their fits, comparisons and readings.
///
/// @param comparisons of the groups of each y column, where lines were fitted to several
/// @param numbers     how numbers are written
/// @param readings    what is read off its curves, once its series are diagnosed
/// @param crossings   where its curves meet, likewise
@RecordBuilder
public record FigureAnalysis(
        Figure figure,
        Table table,
        List<SeriesAnalysis> series,
        List<GroupComparison> comparisons,
        NumberNotation numbers,
        List<FoundReading> readings,
        List<CurveIntersection> crossings)
        implements FigureAnalysisBuilder.With {
    /// The same with another figure over the same table, whose curves and rows are the same.
    public FigureAnalysis with(Figure other) {
        return withFigure(other);
    }

    /// What to do first, when the figure has nothing to show.
    public Optional<String> missing() {
        if (table.first(Role.X).isEmpty()) {
            if (!AmbiguousColumn.in(table).isEmpty()) {
                return Optional.of(
                        "Nothing is plotted yet: a column can be read in several ways. Choose one under “Needs a "
                                + "look”.");
            }
            return Optional.of("No column is x yet: click a tag above the table and choose x.");
        }
        if (table.first(Role.Y).isEmpty()) {
            return Optional.of("No column is y yet: click a tag above the table and choose y.");
        }
        boolean anyPoint = series.stream().anyMatch(each -> each.points().size() > 0);
        return anyPoint
                ? Optional.empty()
                : series.stream()
                        .flatMap(each -> each.rows().whyTooLarge().stream())
                        .findFirst()
                        .map(why -> "No row can be used: " + why + "; use another unit.")
                        .or(() -> Optional.of("No row has a number in both x and y."));
    }

    /// What stands on an empty plot, or over a single point: what is missing for a curve. Said by the figure alone.
    public Optional<String> hint() {
        int points = series.stream()
                .filter(each -> each.key().hasOwnPoints())
                .mapToInt(each -> each.points().size())
                .sum();
        return missing().or(() -> points == 1 ? Optional.of("One point so far: a line needs two.") : Optional.empty());
    }

    /// Whether a drawing of one is a drawing of the other: they differ at most in the shapes compared so far.
    public boolean drawsLike(FigureAnalysis other) {
        return figure.equals(other.figure)
                && numbers.equals(other.numbers)
                && table == other.table
                && series.size() == other.series.size()
                && IntStream.range(0, series.size()).allMatch(i -> series.get(i).drawsLike(other.series.get(i)));
    }

    /// The series of a key, while the figure has it.
    public Optional<SeriesAnalysis> series(SeriesKey key) {
        return series.stream().filter(each -> each.key().equals(key)).findFirst();
    }

    /// What fitting a shape to these points gave, where it is known of any series.
    Optional<FitOutcome> outcome(Curve shape, Points points) {
        return series.stream()
                .filter(each -> each.points() == points)
                .flatMap(each -> each.outcome(shape).stream())
                .findFirst();
    }

    /// Its x columns.
    public List<Column> xs() {
        return table.all(Role.X);
    }

    /// How dates along the x axis are counted; empty for an axis of numbers.
    public Optional<TimeAxis> xTime() {
        boolean dates = !series.isEmpty()
                && series.stream().allMatch(each -> each.rows().x().time().isPresent());
        return dates ? series.getFirst().rows().x().time() : Optional.empty();
    }

    /// Whether a series is measured along the right-hand axis: as somebody chose, else where its unit is another
    /// than the first y's.
    public boolean isOnRight(SeriesKey series) {
        return figure.isOnRight(table, series);
    }

    /// The y columns that have the right-hand axis only because nobody chose one for them.
    public List<Column> rightByUnit() {
        return table.all(Role.Y).stream()
                .filter(column -> series.stream()
                        .anyMatch(each -> each.key().yColumn() == column.id()
                                && figure.style().series(each.key()).rightAxis().isEmpty()
                                && Figure.hasOtherUnit(table, column.id())))
                .toList();
    }

    /// What measures all series of a column along the right-hand axis, or along the left.
    public List<Edit> measuring(Column column, boolean onRight) {
        return series.stream()
                .filter(each -> each.key().yColumn() == column.id())
                .<Edit>map(each -> new FigureEdit.SetSeriesStyle(
                        figure.id(),
                        each.key(),
                        figure.style().series(each.key()).withRightAxis(Optional.of(onRight))))
                .toList();
    }

    /// The y column of a series.
    public Column y(SeriesAnalysis of) {
        return table.column(of.key().yColumn());
    }

    /// The figure's own title, or "y against x".
    public String title() {
        return figure.title(table);
    }

    /// The series that a figure has, but for further curves, in order; none without an x and a y column.
    public static List<SeriesKey> seriesOf(Figure figure, Table table) {
        return SeriesPoints.of(table, figure, Progress.none()).stream()
                .map(SeriesPoints::key)
                .filter(key -> !key.isFurther())
                .toList();
    }

    static FigureAnalysis of(
            Figure figure, Table table, NumberNotation numbers, Optional<FigureAnalysis> previous, Progress progress) {
        var source = SeriesPoints.Source.of(table, figure);
        boolean samePoints = previous.isPresent()
                && SeriesPoints.Source.of(previous.get().table, previous.get().figure)
                        .same(source);
        if (samePoints) {
            var known = new LinkedHashMap<SeriesKey, Points>();
            previous.get().series.forEach(old -> known.put(old.key(), old.points()));
            Map<SeriesKey, FitOutcome> shared = SharedCurves.of(
                    figure, known, key -> previous.get().series(key).map(SeriesAnalysis::chosen), progress);
            List<SeriesAnalysis> all = previous.get().series.stream()
                    .map(old ->
                            old.choosing(figure.curve(old.key()), Optional.ofNullable(shared.get(old.key())), progress))
                    .toList();
            return new FigureAnalysis(
                    figure,
                    table,
                    labelled(figure, table, all),
                    previous.get().comparisons,
                    numbers,
                    previous.get().readings.stream()
                            .filter(read -> read.isOf(figure, all))
                            .toList(),
                    List.of());
        }
        List<SeriesPoints> points = SeriesPoints.of(table, figure, progress.part(0, 0.2));
        int count = points.size();
        boolean sameRows = previous.isPresent()
                && SeriesPoints.Source.of(previous.get().table, previous.get().figure)
                        .sameButFurther(source);
        var pointsOf = new LinkedHashMap<SeriesKey, Points>();
        points.forEach(each -> pointsOf.put(each.key(), each.points()));
        Map<SeriesKey, FitOutcome> together = SharedCurves.of(
                figure,
                pointsOf,
                key -> sameRows ? previous.get().series(key).map(SeriesAnalysis::chosen) : Optional.empty(),
                progress.part(0.2, 0.3));
        var all = new ArrayList<SeriesAnalysis>();
        for (int i = 0; i < count; i++) {
            SeriesPoints each = points.get(i);
            Optional<SeriesAnalysis> own =
                    sameRows ? previous.get().series(each.key().own()) : Optional.empty();
            Optional<Points> ofOwn = points.stream()
                    .filter(of -> of.key().equals(each.key().own()))
                    .map(SeriesPoints::points)
                    .findFirst();
            // A further curve through all points of its series shares what is fitted to these.
            SeriesPoints shared = own.isPresent()
                            && ofOwn.filter(same -> same == each.points()).isPresent()
                    ? each.with(own.get().points())
                    : each;
            Optional<FitOutcome> known = Optional.ofNullable(together.get(each.key()));
            Progress part = progress.part(0.2 + 0.8 * i / count, 0.2 + 0.8 * (i + 1) / count);
            all.add(own.filter(_ -> !each.key().isFurther())
                    .map(old -> old.choosing(figure.curve(each.key()), known, part))
                    .orElseGet(() -> SeriesAnalysis.of(shared, figure.curve(each.key()), known, part)));
        }
        return new FigureAnalysis(
                figure, table, labelled(figure, table, all), List.of(), numbers, List.of(), List.of());
    }

    /// Further curves are called by their rows and their shape: "Stretch, Load is 10 to 40, quadratic".
    private static List<SeriesAnalysis> labelled(Figure figure, Table table, List<SeriesAnalysis> series) {
        Map<SeriesKey, String> names = series.stream()
                .filter(each -> !each.key().isFurther())
                .collect(Collectors.toMap(SeriesAnalysis::key, SeriesAnalysis::label));
        return series.stream()
                .map(each -> figure.furtherCurves().stream()
                        .filter(curve -> curve.series().equals(each.key()))
                        .findFirst()
                        .map(curve -> each.withLabel(names.get(each.key().own())
                                + (curve.conditions().isEmpty()
                                        ? ""
                                        : ", " + RowCondition.sentence(curve.conditions(), table))
                                + ", "
                                + each.chosen().curve().nameInSentence()))
                        .orElse(each))
                .toList();
    }

    FigureAnalysis diagnosed(Progress progress) {
        List<SeriesAnalysis> all =
                series.stream().map(each -> each.diagnosing(progress)).toList();
        return new FigureAnalysis(
                figure,
                table,
                all,
                comparisons.isEmpty() ? compared(progress) : comparisons,
                numbers,
                read(all, progress),
                CurveIntersection.of(all));
    }

    /// What was read before off the same curve is not read again.
    private List<FoundReading> read(List<SeriesAnalysis> all, Progress progress) {
        var found = new ArrayList<FoundReading>();
        for (Note note : figure.style().notes()) {
            if (note instanceof Note.ReadingMarker drop) {
                progress.reached(Double.NaN);
                all.stream()
                        .filter(each -> each.key().equals(drop.series()))
                        .findFirst()
                        .ifPresent(of -> of.fit()
                                .ifPresent(fit -> found.add(readings.stream()
                                        .filter(old -> old.serves(drop, fit))
                                        .findFirst()
                                        .map(old -> new FoundReading(drop, fit, old.at(), old.when()))
                                        .orElseGet(() -> FoundReading.of(drop, of, fit)))));
            }
        }
        return List.copyOf(found);
    }

    private List<GroupComparison> compared(Progress progress) {
        var found = new ArrayList<GroupComparison>();
        for (Column y : table.all(Role.Y)) {
            List<GroupComparison.Named> groups = series.stream()
                    .filter(each -> each.key().yColumn() == y.id() && each.key().hasOwnPoints())
                    .map(each -> new GroupComparison.Named(each.label(), each.points()))
                    .toList();
            if (groups.size() > 1) {
                GroupComparison.of(groups, progress).ifPresent(found::add);
            }
        }
        return List.copyOf(found);
    }

    FigureAnalysis with(int place, SeriesAnalysis changed) {
        var all = new ArrayList<>(series);
        all.set(place, changed);
        return withSeries(List.copyOf(all));
    }
}
