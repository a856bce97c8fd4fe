package helvo.desktop.figure;

import static helvo.desktop.controls.Controls.button;

import helvo.core.style.MarkerShape;
import helvo.core.style.SeriesStyle;
import helvo.core.style.SeriesStyle.ColorBy;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.desktop.controls.Form;
import helvo.desktop.workspace.Workspace;
import helvo.figure.canvas.Palette;
import helvo.figure.layout.HitTarget;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;

/// A series: how its points are drawn, coloured, labelled and named.
final class SeriesForm extends PartForm {
    private final SeriesKey key;
    private final Supplier<SeriesStyle> style;
    private final Consumer<HitTarget> turnTo;

    /// How points are drawn, as one choice.
    private enum Drawn {
        POINTS("points"),
        POINTS_JOINED("points, joined straight"),
        POINTS_SMOOTH("points, joined smoothly"),
        LINE("a straight-joined line only"),
        SMOOTH_LINE("a smooth line only"),
        HIDDEN("hidden, but still fitted");

        private final String words;

        Drawn(String words) {
            this.words = words;
        }

        static Drawn of(SeriesStyle style) {
            if (style.hidden()) {
                return HIDDEN;
            }
            return switch (style.join()) {
                case NONE -> POINTS;
                case STRAIGHT -> style.points() ? POINTS_JOINED : LINE;
                case SMOOTH -> style.points() ? POINTS_SMOOTH : SMOOTH_LINE;
            };
        }

        SeriesStyle in(SeriesStyle style) {
            SeriesStyle.Join join =
                    switch (this) {
                        case POINTS, HIDDEN -> SeriesStyle.Join.NONE;
                        case POINTS_JOINED, LINE -> SeriesStyle.Join.STRAIGHT;
                        case POINTS_SMOOTH, SMOOTH_LINE -> SeriesStyle.Join.SMOOTH;
                    };
            return style.withHidden(this == HIDDEN).withJoin(join).withPoints(this != LINE && this != SMOOTH_LINE);
        }
    }

    /// @param turnTo shows another part in the same place
    SeriesForm(Workspace workspace, FigureView view, Form form, SeriesKey key, Consumer<HitTarget> turnTo) {
        super(workspace, view, form);
        this.key = key;
        this.turnTo = turnTo;
        style = () -> style().series(key);
    }

    @Override
    String heading() {
        return "Series " + label(key);
    }

    @Override
    void build() {
        form.row(
                "Drawn as",
                form.choice(
                        "series-drawn",
                        "How the series is drawn",
                        List.of(Drawn.values()),
                        drawn -> drawn.words,
                        () -> Drawn.of(style.get()),
                        drawn -> setSeries(key, drawn.in(style.get()))));
        form.row(
                "Marker",
                form.choice(
                        "series-shape",
                        "Shape of the markers",
                        List.of(MarkerShape.values()),
                        shape -> shape.name().toLowerCase(Locale.ROOT).replace('_', ' '),
                        () -> style.get()
                                .shape()
                                .orElse(MarkerShape.valueOf(
                                        automatic(key).marker().name())),
                        shape -> setSeries(key, style.get().withShape(Optional.of(shape)))));
        form.row(
                "Size",
                form.sliding(
                        "series-size",
                        "Size of the markers, 1 for the default",
                        SeriesStyle.MIN_SIZE,
                        SeriesStyle.MAX_SIZE,
                        () -> style.get().size(),
                        size -> setSeries(key, style.get().withSize(size))));
        form.row(
                "Opacity",
                form.sliding(
                        "series-opacity",
                        "Opacity of the markers, 0 for hollow",
                        0,
                        1,
                        () -> style.get().opacity().orElse(automatic(key).filled() ? 1.0 : 0.0),
                        opacity -> setSeries(key, style.get().withOpacity(Optional.of(opacity)))));
        form.row(
                "Colour",
                form.color(
                        "series-color",
                        "Colour of the series",
                        Palette.seriesHex(),
                        () -> style.get().color(),
                        color -> setSeries(key, style.get().withColor(color))));
        form.row(
                "Edge",
                form.color(
                        "series-edge",
                        "Colour of the markers' edge",
                        List.of("#17242B", "#FFFFFF"),
                        () -> style.get().edge(),
                        edge -> setSeries(key, style.get().withEdge(edge))));
        byColumns(workspace.table().orElseThrow());
        form.wide(form.tick(
                "series-counts",
                "Repeated points are larger",
                () -> style.get().bySize(),
                counted -> setSeries(key, style.get().withBySize(counted))));
        form.wide(form.tick(
                "series-right",
                "Along the right-hand axis",
                () -> workspace.figure().filter(figure -> figure.isOnRight(key)).isPresent(),
                right -> setSeries(key, style.get().withRightAxis(Optional.of(right)))));
        legend();
        form.wide(button("series-to-curve", "Its curve …", () -> turnTo.accept(new HitTarget.CurveOf(key))));
    }

    private void legend() {
        form.row(
                "In the legend",
                form.tick(
                        "series-legend",
                        "",
                        () -> style.get().inLegend(),
                        in -> setSeries(key, style.get().withInLegend(in))),
                form.text(
                        "series-name",
                        "Name in the legend",
                        () -> style.get().name().orElse(label(key)),
                        text -> setSeries(
                                key, style.get().withName(text.isEmpty() ? Optional.empty() : Optional.of(text)))));
    }

    private void byColumns(Table table) {
        var colored = new ArrayList<Optional<ColorBy>>(List.of(Optional.empty(), Optional.of(ColorBy.RESIDUAL)));
        table.columns().stream()
                .filter(column -> column.kind() == Kind.NUMBER)
                .forEach(column -> colored.add(Optional.of(new ColorBy(column.id()))));
        form.row(
                "Colour by",
                form.choice(
                        "series-colored",
                        "What gives each point its colour",
                        colored,
                        by -> by.map(each -> each.equals(ColorBy.RESIDUAL) ? "residual" : name(each.column()))
                                .orElse("one colour"),
                        () -> style.get().coloredBy(),
                        by -> setSeries(key, style.get().withColoredBy(by))));
        var labels = new ArrayList<Optional<Integer>>(List.of(Optional.empty()));
        table.columns().forEach(column -> labels.add(Optional.of(column.id())));
        form.row(
                "Labels",
                form.choice(
                        "series-labels",
                        "What is written at the points; left out where there is no room for it",
                        labels,
                        each -> each.map(this::name).orElse("none"),
                        () -> style.get().labels(),
                        column -> setSeries(key, style.get().withLabels(column))));
    }

    private String name(int column) {
        return workspace
                .table()
                .flatMap(table -> table.columns().stream()
                        .filter(each -> each.id() == column)
                        .findFirst())
                .map(Column::name)
                .orElse("");
    }
}
