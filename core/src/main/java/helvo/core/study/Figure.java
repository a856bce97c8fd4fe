package helvo.core.study;

import static helvo.core.Require.require;

import helvo.core.fit.Curve;
import helvo.core.fit.Exponential;
import helvo.core.fit.FixedInterceptLine;
import helvo.core.fit.FormulaCurve;
import helvo.core.fit.Line;
import helvo.core.fit.Logarithmic;
import helvo.core.fit.Logistic;
import helvo.core.fit.Mean;
import helvo.core.fit.Polynomial;
import helvo.core.fit.Power;
import helvo.core.nonlinear.CoefficientSetting;
import helvo.core.points.Weighting;
import helvo.core.prediction.QuantityDefinition;
import helvo.core.style.FigureStyle;
import helvo.core.table.Column;
import helvo.core.table.Role;
import helvo.core.table.RowCondition;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntPredicate;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;

/// One figure over one table: what it shows and how it looks.
///
/// @param title  empty for "y against x" in the columns' names
/// @param curves the curves chosen; a series that is not among them has a line
/// @param furtherCurves curves besides those of the series themselves, in the order in which they were kept
/// @param conditions   conditions that a row must meet to be used
/// @param weighting how points count in its fits
/// @param caption     of the figure in a report; empty for one made from what it shows
/// @param description what it shows, for somebody who does not see it; likewise
/// @param quantities  that are worked out of the coefficients of its curves
/// @param reportText  that a person wrote around it for a report
@RecordBuilder
public record Figure(
        int id,
        String name,
        int table,
        Optional<String> title,
        Set<Layer> layers,
        List<CurveChoice> curves,
        List<FurtherCurve> furtherCurves,
        List<RowCondition> conditions,
        Weighting weighting,
        FigureStyle style,
        Optional<String> caption,
        Optional<String> description,
        List<QuantityDefinition> quantities,
        ReportText reportText)
        implements FigureBuilder.With {
    /// So many further curves a figure has at most.
    public static final int MOST_FURTHER = 50;

    /// The curve of one series.
    public record CurveChoice(SeriesKey series, Curve curve) {}

    /// A curve besides that of a series, through all of its points or a part of them.
    ///
    /// @param series  of the curve, its number above 0
    /// @param conditions conditions that a row must meet as well; none for all points of the series
    public record FurtherCurve(SeriesKey series, List<RowCondition> conditions) {
        public FurtherCurve {
            require(series.isFurther(), "%s is not a further curve", series);
            conditions = List.copyOf(conditions);
        }
    }

    public Figure {
        furtherCurves = furtherCurves == null ? List.of() : List.copyOf(furtherCurves);
        require(furtherCurves.size() <= MOST_FURTHER, "%s further curves", furtherCurves.size());
        require(
                furtherCurves.stream().map(FurtherCurve::series).distinct().count() == furtherCurves.size(),
                "further curves share a key");
        layers = layers.isEmpty() ? Set.of() : java.util.Collections.unmodifiableSet(EnumSet.copyOf(layers));
        curves = List.copyOf(curves);
        conditions = List.copyOf(conditions);
        weighting = weighting == null ? Weighting.UNWEIGHTED : weighting;
        quantities = quantities == null ? List.of() : List.copyOf(quantities);
        require(quantities.size() <= QuantityDefinition.MOST, "%s quantities", quantities.size());
        reportText = reportText == null ? ReportText.NONE : reportText;
        caption = caption == null ? Optional.empty() : caption;
        description = description == null ? Optional.empty() : description;
        require(
                caption.map(String::length).orElse(0) <= ReportPlan.MAX_CHARACTERS
                        && description.map(String::length).orElse(0) <= ReportPlan.MAX_CHARACTERS,
                "a caption has %s characters at most",
                ReportPlan.MAX_CHARACTERS);
    }

    /// A figure as a new table gets it.
    public static Figure of(int id, int table) {
        return FigureBuilder.builder()
                .id(id)
                .name("Figure")
                .table(table)
                .layers(EnumSet.of(Layer.BARS, Layer.EQUATIONS, Layer.RESIDUALS))
                .curves(List.of())
                .furtherCurves(List.of())
                .conditions(List.of())
                .weighting(Weighting.UNWEIGHTED)
                .style(FigureStyle.DEFAULT)
                .quantities(List.of())
                .reportText(ReportText.NONE)
                .build();
    }

    /// Its own title, or "y against x" in the names of the columns, or the name of its table where there is no x or
    /// y.
    public String title(Table of) {
        return title.orElseGet(
                () -> of.first(Role.X).isEmpty() || of.first(Role.Y).isEmpty()
                        ? of.name()
                        : names(of.all(Role.Y)) + " against " + names(of.all(Role.X)));
    }

    private static String names(List<Column> columns) {
        return columns.stream().map(Column::name).collect(Collectors.joining(", "));
    }

    /// Of the whole sheet.
    public double widthMm() {
        return style.sheet().widthMm();
    }

    public double heightMm() {
        return style.sheet().heightMm();
    }

    public Curve curve(SeriesKey series) {
        return curves.stream()
                .filter(choice -> choice.series().equals(series))
                .findFirst()
                .map(CurveChoice::curve)
                .orElse(new Line());
    }

    public boolean shows(Layer layer) {
        return layers.contains(layer);
    }

    /// Whether a series is measured along the right-hand axis: as somebody chose, else where its unit is another
    /// than the first y's.
    public boolean isOnRight(Table of, SeriesKey series) {
        return style.series(series).rightAxis().orElseGet(() -> hasOtherUnit(of, series.yColumn()));
    }

    /// Whether a y column has another unit than the first.
    public static boolean hasOtherUnit(Table of, int yColumn) {
        String first = of.first(Role.Y).map(Column::unit).orElse("");
        String own = of.columns().stream()
                .filter(column -> column.id() == yColumn)
                .map(Column::unit)
                .findFirst()
                .orElse("");
        return !first.isEmpty() && !own.isEmpty() && !first.equals(own);
    }

    public Figure withCurve(SeriesKey series, Curve curve) {
        var choices = new ArrayList<>(curves);
        choices.removeIf(choice -> choice.series().equals(series));
        choices.add(new CurveChoice(series, curve));
        return withCurves(choices);
    }

    /// With one curve more, or the same with other rows.
    public Figure withFurtherCurve(FurtherCurve curve) {
        var all = new ArrayList<>(furtherCurves);
        all.removeIf(each -> each.series().equals(curve.series()));
        all.add(curve);
        return withFurtherCurves(all);
    }

    /// Without a further curve, and without what was chosen for it.
    public Figure without(SeriesKey curve) {
        return without(curve::equals);
    }

    private Figure without(Predicate<SeriesKey> gone) {
        return with(change -> change.furtherCurves(furtherCurves.stream()
                        .filter(each -> !gone.test(each.series()))
                        .toList())
                .curves(curves.stream()
                        .filter(choice -> !gone.test(choice.series()))
                        .toList())
                .style(style.without(gone)));
    }

    /// With what was chosen for series under other keys.
    Figure keyed(UnaryOperator<SeriesKey> key) {
        return with(change -> change.curves(curves.stream()
                        .map(choice -> new CurveChoice(key.apply(choice.series()), choice.curve()))
                        .toList())
                .furtherCurves(furtherCurves.stream()
                        .map(each -> new FurtherCurve(key.apply(each.series()), each.conditions()))
                        .toList())
                .style(style.keyed(key)));
    }

    /// With the columns of x and y in each other's place. What was chosen for the series stays, but for curves with
    /// numbers of what was y.
    Figure swapped(int x, int y) {
        Figure other =
                keyed(key -> key.yColumn() == y ? key.withColumn(x) : key.yColumn() == x ? key.withColumn(y) : key);
        return other.withStyle(other.style.swapped())
                .withCurves(other.curves.stream()
                        .filter(choice -> !hasNumbersOfY(choice.curve()))
                        .toList());
    }

    private static boolean hasNumbersOfY(Curve curve) {
        return switch (curve) {
            case FixedInterceptLine(double fixed) -> fixed != 0;
            case FormulaCurve own -> own.settings().stream().anyMatch(CoefficientSetting::isScaled);
            case Mean _, Line _, Polynomial _, Logarithmic _, Exponential _, Power _, Logistic _ -> false;
        };
    }

    /// Without what was chosen for columns that are gone: others may get their ids.
    Figure withoutColumns(IntPredicate gone) {
        Figure left = without(key -> gone.test(key.yColumn()));
        return left.withConditions(without(conditions, gone))
                .withFurtherCurves(left.furtherCurves.stream()
                        .map(curve -> new FurtherCurve(curve.series(), without(curve.conditions(), gone)))
                        .toList());
    }

    private static List<RowCondition> without(List<RowCondition> conditions, IntPredicate gone) {
        return conditions.stream().filter(each -> !gone.test(each.column())).toList();
    }

    /// The key for one more curve of a series.
    public SeriesKey nextFurther(SeriesKey of) {
        return of.further(1
                + furtherCurves.stream()
                        .map(FurtherCurve::series)
                        .filter(key -> key.own().equals(of.own()))
                        .mapToInt(SeriesKey::curve)
                        .max()
                        .orElse(0));
    }

    /// With one quantity more, or in the place of the one of its name.
    public Figure withQuantity(QuantityDefinition quantity) {
        var all = new ArrayList<>(quantities);
        int place = place(quantity.heading().name());
        if (place < 0) {
            all.add(quantity);
        } else {
            all.set(place, quantity);
        }
        return withQuantities(all);
    }

    public Figure withoutQuantity(String name) {
        return withQuantities(quantities.stream()
                .filter(each -> !each.heading().name().equals(name))
                .toList());
    }

    private int place(String quantity) {
        return quantities.stream().map(each -> each.heading().name()).toList().indexOf(quantity);
    }

    public Figure withName(int newId, String newName) {
        return with(change -> change.id(newId).name(newName));
    }

    public Figure withLayer(Layer layer, boolean shown) {
        var changed = EnumSet.noneOf(Layer.class);
        changed.addAll(layers);
        if (shown) {
            changed.add(layer);
        } else {
            changed.remove(layer);
        }
        return withLayers(changed);
    }
}
