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

/// What can be done with a series, its bars, its curve and the label of that.
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

    private void set(SeriesKey key, SeriesStyle look) {
        workspace.perform(new FigureEdit.SetSeriesStyle(figure(), key, look));
    }

    private void set(SeriesKey key, CurveStyle look) {
        workspace.perform(new FigureEdit.SetCurveStyle(figure(), key, look));
    }

    void series(SeriesKey key) {
        SeriesStyle look = at.figure().figure().style().series(key);
        boolean right = at.figure().isOnRight(key);
        items.item("series", "How the points look …", () -> show.accept(new HitTarget.LegendEntry(key)));
        items.item("bars", "Error bars …", () -> show.accept(new HitTarget.BarOf(key, -1, HitTarget.BarEnd.UP)));
        items.check(
                "in-legend",
                "Named in the legend",
                look.inLegend(),
                () -> set(key, look.withInLegend(!look.inLegend())));
        items.check(
                "right", "Along the axis on the right", right, () -> set(key, look.withRightAxis(Optional.of(!right))));
        items.check(
                "hidden", "Hidden, but still fitted", look.hidden(), () -> set(key, look.withHidden(!look.hidden())));
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
        SeriesStyle look = at.figure().figure().style().series(key);
        items.item("bars", "Length and meaning of the error bars …", () -> show.accept(part));
        items.item("bar-look", "How the error bars look …", () -> show.accept(new HitTarget.LegendEntry(key)));
        items.check(
                "bars-shown",
                "Error bars shown",
                look.bars().shown(),
                () -> set(key, look.withBars(look.bars().withShown(!look.bars().shown()))));
    }

    void curve(SeriesKey key) {
        CurveStyle look = at.figure().figure().style().curve(key);
        items.item("curve", "How the curve looks …", () -> show.accept(new HitTarget.CurveOf(key)));
        curves(key);
        if (at.isInPlot()) {
            readings(key, " here,");
            Axis along = at.layout().axes().get(AxisPlace.X);
            items.item(
                    "extend",
                    "Extend it to both ends of the axis",
                    () -> set(key, look.reaching(Optional.of(along.low()), Optional.of(along.high()))));
        }
        if (look.from().isPresent() || look.to().isPresent()) {
            items.item(
                    "within",
                    "End it at its points",
                    () -> set(key, look.reaching(Optional.empty(), Optional.empty())));
        }
        if (key.isFurther()) {
            items.item(
                    "remove-curve",
                    "Remove the curve",
                    () -> workspace.perform(new FigureEdit.RemoveCurve(figure(), key)));
        }
        items.item("hide-curve", "Hide the curve", () -> set(key, look.withShown(false)));
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
        CurveStyle look = at.figure().figure().style().curve(key);
        for (LabelPart part : List.of(LabelPart.EQUATION, LabelPart.R2, LabelPart.UNCERTAINTY, LabelPart.POINTS)) {
            items.check(
                    "label-" + part.name().toLowerCase(Locale.ROOT),
                    switch (part) {
                        case EQUATION -> "Equation";
                        case R2 -> "R²";
                        case UNCERTAINTY -> "Coefficients with uncertainty";
                        default -> "Number of points";
                    },
                    look.label().contains(part),
                    () -> set(key, look.labelled(part, !look.label().contains(part))));
        }
        items.menu("Digits of the equation", menu -> {
            menu.check(
                    "digits-automatic",
                    "Automatic",
                    look.digits().isEmpty(),
                    () -> set(key, look.withDigits(Optional.empty())));
            for (int count = PrintedEquation.FEWEST_DIGITS; count <= PrintedEquation.MAX_DIGITS; count++) {
                Optional<Integer> of = Optional.of(count);
                menu.check(
                        "digits-" + count,
                        Integer.toString(count),
                        look.digits().equals(of),
                        () -> set(key, look.withDigits(of)));
            }
        });
        if (look.labelAt().isPresent()) {
            items.item("label-place", "Where no point lies", () -> set(key, look.withLabelAt(Optional.empty())));
        }
    }

    /// What was hidden comes back from here.
    void hiddenCurves() {
        items.menu("Show the curve of", menu -> at.figure().series().forEach(series -> {
            CurveStyle look = at.figure().figure().style().curve(series.key());
            if (!look.shown()) {
                menu.item("show-curve", series.label(), () -> set(series.key(), look.withShown(true)));
            }
        }));
    }
}
