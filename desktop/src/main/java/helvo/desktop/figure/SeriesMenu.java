package helvo.desktop.figure;

import helvo.core.RootLocale;
import helvo.core.fit.Curve;
import helvo.core.fit.Curves;
import helvo.core.fit.PrintedEquation;
import helvo.core.study.FigureEdit;
import helvo.core.style.AxisPlace;
import helvo.core.style.CurveStyle;
import helvo.core.style.CurveStyle.LabelPart;
import helvo.core.style.Note;
import helvo.core.style.SeriesStyle;
import helvo.core.table.SeriesKey;
import helvo.desktop.controls.MenuItems;
import helvo.desktop.workspace.Workspace;
import helvo.figure.layout.HitTarget;
import helvo.figure.scale.Axis;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.IntFunction;

/// The part of the context menu for a series, its bars, its curve and the label of that.
final class SeriesMenu {
    private final Workspace workspace;
    private final MenuItems items;
    private final PlaceOnFigure at;
    private final Consumer<HitTarget> show;

    /// @param show opens what belongs to a part of the figure
    SeriesMenu(Workspace workspace, MenuItems items, PlaceOnFigure at, Consumer<HitTarget> show) {
        this.workspace = workspace;
        this.items = items;
        this.at = at;
        this.show = show;
    }

    private int figure() {
        return at.figure().figure().id();
    }

    private void setSeries(SeriesKey key, SeriesStyle style) {
        workspace.perform(new FigureEdit.SetSeriesStyle(figure(), key, style));
    }

    private void setCurve(SeriesKey key, CurveStyle style) {
        workspace.perform(new FigureEdit.SetCurveStyle(figure(), key, style));
    }

    void series(SeriesKey key) {
        SeriesStyle style = at.figure().figure().style().series(key);
        boolean right = at.figure().isOnRight(key);
        items.item("series", "How the points look …", () -> show.accept(new HitTarget.LegendEntry(key)));
        items.item("bars", "Error bars …", () -> show.accept(new HitTarget.BarOf(key, -1, HitTarget.BarEnd.UP)));
        items.check(
                "in-legend",
                "Named in the legend",
                style.inLegend(),
                () -> setSeries(key, style.withInLegend(!style.inLegend())));
        items.check(
                "right",
                "Along the axis on the right",
                right,
                () -> setSeries(key, style.withRightAxis(Optional.of(!right))));
        items.check(
                "hidden",
                "Hidden, but still fitted",
                style.hidden(),
                () -> setSeries(key, style.withHidden(!style.hidden())));
        curves(key);
    }

    private void curves(SeriesKey key) {
        Curve chosen = at.figure().figure().curve(key);
        items.menu("Fit", menu -> Curves.all()
                .forEach(curve -> menu.check(
                        "fit-" + curve.name().toLowerCase(Locale.ROOT).replace(' ', '-'),
                        curve.name(),
                        curve.equals(chosen),
                        () -> workspace.perform(new FigureEdit.ChooseCurve(figure(), key, curve)))));
    }

    void bar(HitTarget part, SeriesKey key) {
        SeriesStyle style = at.figure().figure().style().series(key);
        items.item("bars", "Length and meaning of the error bars …", () -> show.accept(part));
        items.item("bar-look", "How the error bars look …", () -> show.accept(new HitTarget.LegendEntry(key)));
        items.check(
                "bars-shown",
                "Error bars shown",
                style.bars().shown(),
                () -> setSeries(
                        key, style.withBars(style.bars().withShown(!style.bars().shown()))));
    }

    void curve(SeriesKey key) {
        CurveStyle style = at.figure().figure().style().curve(key);
        items.item("curve", "How the curve looks …", () -> show.accept(new HitTarget.CurveOf(key)));
        curves(key);
        if (at.isInPlot()) {
            readings(key, " here,");
            Axis along = at.layout().axis(AxisPlace.X);
            items.item(
                    "extend",
                    "Extend it to both ends of the axis",
                    () -> setCurve(key, style.reaching(Optional.of(along.low()), Optional.of(along.high()))));
        }
        if (style.from().isPresent() || style.to().isPresent()) {
            items.item(
                    "within",
                    "End it at its points",
                    () -> setCurve(key, style.reaching(Optional.empty(), Optional.empty())));
        }
        if (key.isFurther()) {
            items.item(
                    "remove-curve",
                    "Remove the curve",
                    () -> workspace.perform(new FigureEdit.RemoveCurve(figure(), key)));
        }
        items.item("hide-curve", "Hide the curve", () -> setCurve(key, style.withShown(false)));
    }

    /// @param of says which curve, as " off dry"
    void readings(SeriesKey key, String of) {
        reading(key, false, of);
        reading(key, true, of);
    }

    /// @param fromY whether it begins on the y axis
    void reading(SeriesKey key, boolean fromY, String of) {
        double value = fromY ? at.atY(at.along(key)) : at.atX();
        items.item(
                fromY ? "read-y" : "read-x",
                RootLocale.format(
                        fromY ? "Read x%s at y = %s" : "Read y%s at x = %s",
                        of,
                        at.figure().numbers().plain(value)),
                () -> read(key, fromY, value));
    }

    private void read(SeriesKey key, boolean fromY, double value) {
        add(note -> new Note.ReadingMarker(note, key, fromY, value, true));
    }

    /// Adds a note, and opens what belongs to it.
    void add(IntFunction<Note> note) {
        int next =
                workspace.figureInView().map(each -> each.style().nextNoteId()).orElse(1);
        workspace.perform(new FigureEdit.PutNote(figure(), note.apply(next)));
        show.accept(new HitTarget.NoteOf(next, 0));
    }

    void label(SeriesKey key) {
        CurveStyle style = at.figure().figure().style().curve(key);
        for (LabelPart part : List.of(LabelPart.EQUATION, LabelPart.R2, LabelPart.UNCERTAINTY, LabelPart.POINTS)) {
            items.check(
                    "label-" + part.name().toLowerCase(Locale.ROOT),
                    switch (part) {
                        case EQUATION -> "Equation";
                        case R2 -> "R²";
                        case UNCERTAINTY -> "Coefficients with uncertainty";
                        default -> "Number of points";
                    },
                    style.label().contains(part),
                    () -> setCurve(key, style.labelled(part, !style.label().contains(part))));
        }
        items.menu("Digits of the equation", menu -> {
            menu.check(
                    "digits-automatic",
                    "Automatic",
                    style.digits().isEmpty(),
                    () -> setCurve(key, style.withDigits(Optional.empty())));
            for (int count = PrintedEquation.FEWEST_DIGITS; count <= PrintedEquation.MAX_DIGITS; count++) {
                Optional<Integer> of = Optional.of(count);
                menu.check(
                        "digits-" + count,
                        Integer.toString(count),
                        style.digits().equals(of),
                        () -> setCurve(key, style.withDigits(of)));
            }
        });
        if (style.labelAt().isPresent()) {
            items.item("label-place", "Where no point lies", () -> setCurve(key, style.withLabelAt(Optional.empty())));
        }
    }

    /// What was hidden comes back from here.
    void hiddenCurves() {
        items.menu("Show the curve of", menu -> at.figure().series().forEach(series -> {
            CurveStyle style = at.figure().figure().style().curve(series.key());
            if (!style.shown()) {
                menu.item("show-curve", series.label(), () -> setCurve(series.key(), style.withShown(true)));
            }
        }));
    }
}
