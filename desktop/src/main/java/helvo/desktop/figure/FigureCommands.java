package helvo.desktop.figure;

import helvo.core.points.Weighting;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.study.StudyEdit;
import helvo.core.style.AxisPlace;
import helvo.core.style.Note;
import helvo.core.style.SeriesStyle;
import helvo.desktop.panels.Commands;
import helvo.desktop.workspace.Workspace;
import helvo.figure.layout.HitTarget;
import helvo.figure.scale.Axis;
import java.util.Locale;
import java.util.Optional;

/// The commands on the figure, for the finder and the keyboard.
final class FigureCommands {
    private final Workspace workspace;
    private final FigureView view;
    private final FigurePane pane;

    FigureCommands(Workspace workspace, FigureView view, FigurePane pane) {
        this.workspace = workspace;
        this.view = view;
        this.pane = pane;
    }

    void addTo(Commands commands) {
        parts(commands);
        fits(commands);
        notes(commands);
        figures(commands);
    }

    private void parts(Commands commands) {
        commands.addOfFigure("Change the title of the figure", "Shortcut+T", this::isDrawn, view::editTitle);
        for (AxisPlace place : AxisPlace.values()) {
            String keys = place == AxisPlace.X ? "Shortcut+Shift+X" : place == AxisPlace.Y ? "Shortcut+Shift+Y" : "";
            commands.addOfFigure(
                    "Change the " + place.words() + ": limits, steps, grid …",
                    keys,
                    () -> has(place),
                    () -> pane.open(new HitTarget.AxisOf(place)));
            commands.add("Title of the " + place.words(), "", () -> has(place), () -> view.editAxisTitle(place));
        }
        commands.addOfFigure(
                "Change the legend …", "Shortcut+L", this::isDrawn, () -> pane.open(new HitTarget.Legend()));
        commands.addOfFigure("Change how the series looks …", "Shortcut+M", workspace::hasSeries, () -> workspace
                .series()
                .ifPresent(series -> pane.open(new HitTarget.LegendEntry(series.key()))));
        commands.addOfFigure("Change how the curve looks …", "Shortcut+U", workspace::hasSeries, () -> workspace
                .series()
                .ifPresent(series -> pane.open(new HitTarget.CurveOf(series.key()))));
        commands.addOfFigure(
                "Error bars: length, meaning, what if they were longer or shorter …",
                "Shortcut+B",
                workspace::hasSeries,
                () -> pane.openBars(false));
        commands.add("Error bars in x …", "", workspace::hasSeries, () -> pane.openBars(true));
        commands.addOfFigure(
                "Style of the whole figure: size, text, lines …",
                "Shortcut+Shift+G",
                this::isDrawn,
                () -> pane.open(new HitTarget.Background()));
        for (Layer layer : Layer.values()) {
            commands.add(
                    "Show or hide: " + layer.label().toLowerCase(Locale.ROOT),
                    "",
                    this::hasTable,
                    () -> pane.toggle(layer));
        }
        commands.addOfFigure(
                "Residuals: full view, or the figure again",
                "Shortcut+R",
                workspace::hasSeries,
                () -> pane.showResiduals(!pane.showsResiduals()));
        commands.add(
                "The selected points: their own curve, exclude, a group …",
                "Shortcut+Shift+P",
                () -> workspace.selection().get().rows().length > 0,
                () -> pane.openPoints(workspace.selection().get().rows()));
        commands.add("Add the residuals to the table", "", workspace::hasSeries, pane::addResiduals);
        commands.add(
                "Measure the series along the right-hand axis, or along the left",
                "",
                workspace::hasSeries,
                this::otherAxis);
    }

    private void fits(Commands commands) {
        for (Weighting by : Weighting.values()) {
            commands.add(
                    "Fit " + (by == Weighting.UNWEIGHTED ? by.words() : "with points weighted " + by.words()),
                    "",
                    this::hasTable,
                    () -> workspace
                            .figureInView()
                            .ifPresent(each -> workspace.perform(new FigureEdit.SetWeighting(each.id(), by))));
        }
        commands.add(
                "Swap x and y",
                "",
                () -> workspace.table().filter(StudyEdit.SwapAxes::isPossible).isPresent(),
                () -> workspace.table().ifPresent(each -> workspace.perform(new StudyEdit.SwapAxes(each.id()))));
    }

    private void notes(Commands commands) {
        commands.addOfFigure(
                "Add a note",
                "Shortcut+Shift+N",
                this::hasAxes,
                () -> add((id, x, y) -> new Note.Text(id, "Note", x.third(), y.twoThirds(), Optional.empty())));
        commands.add(
                "Add a reference line at a y",
                "",
                this::hasAxes,
                () -> add((id, _, y) -> new Note.Rule(id, true, y.third(), "")));
        commands.add(
                "Add a reference line at an x",
                "",
                this::hasAxes,
                () -> add((id, x, _) -> new Note.Rule(id, false, x.third(), "")));
        commands.add(
                "Add a shaded span of x",
                "",
                this::hasAxes,
                () -> add((id, x, _) -> new Note.Span(id, false, x.third(), x.twoThirds(), "")));
        commands.add(
                "Add a shaded span of y",
                "",
                this::hasAxes,
                () -> add((id, _, y) -> new Note.Span(id, true, y.third(), y.twoThirds(), "")));
        commands.addOfFigure(
                "Read off the curve on the figure: the x at a y",
                "Shortcut+Shift+D",
                this::hasAxes,
                () -> addReading(true));
        commands.add("Read off the curve on the figure: the y at an x", "", this::hasAxes, () -> addReading(false));
    }

    private void figures(Commands commands) {
        commands.add("Another figure of this table", "", this::hasTable, pane::another);
        commands.add("A copy of this figure", "", this::hasTable, pane::copy);
        commands.add("Another name for this figure", "", this::hasTable, pane::rename);
        commands.add("Remove the figure", "", () -> workspace.figuresInView().size() > 1, pane::remove);
        commands.add("Show all of the figure", "Shortcut+0", this::hasTable, view::showAll);
        commands.addOfFigure("Show less of the figure, larger", "Shortcut+Add", this::isDrawn, () -> view.zoom(0.8));
        commands.addOfFigure(
                "Show more of the figure, smaller", "Shortcut+Subtract", this::isDrawn, () -> view.zoom(1.25));
    }

    private boolean hasTable() {
        return workspace.table().isPresent();
    }

    private boolean isDrawn() {
        return view.layoutNow().isPresent();
    }

    private boolean has(AxisPlace place) {
        return view.layoutNow()
                .filter(layout -> layout.axes().containsKey(place))
                .isPresent();
    }

    private boolean hasAxes() {
        return has(AxisPlace.X);
    }

    private void otherAxis() {
        workspace.figure().ifPresent(each -> workspace.series().ifPresent(series -> {
            SeriesStyle style = each.figure().style().series(series.key());
            workspace.perform(new FigureEdit.SetSeriesStyle(
                    each.figure().id(), series.key(), style.withRightAxis(Optional.of(!each.isOnRight(series.key())))));
        }));
    }

    void addReading(boolean fromY) {
        workspace
                .series()
                .ifPresent(series -> add((id, x, y) ->
                        new Note.ReadingMarker(id, series.key(), fromY, fromY ? y.third() : x.third(), true)));
    }

    /// Round values about a third and two thirds along an axis.
    private record Thirds(double third, double twoThirds) {
        static Thirds of(Axis axis) {
            double step = Math.pow(10, Math.floor(Math.log10(Math.abs(axis.high() - axis.low()) / 3)));
            double low = Math.rint(axis.value(1 / 3.0) / step) * step;
            double high = Math.rint(axis.value(2 / 3.0) / step) * step;
            return new Thirds(low, low < high ? high : low + step);
        }
    }

    private interface NewNote {
        Note of(int id, Thirds x, Thirds y);
    }

    private void add(NewNote note) {
        view.layoutNow()
                .filter(layout -> !layout.axes().isEmpty())
                .ifPresent(layout -> workspace.figureInView().ifPresent(each -> {
                    int id = each.style().nextNoteId();
                    workspace.perform(new FigureEdit.PutNote(
                            each.id(),
                            note.of(id, Thirds.of(layout.axis(AxisPlace.X)), Thirds.of(layout.axis(AxisPlace.Y)))));
                    pane.open(new HitTarget.NoteOf(id, 0));
                }));
    }
}
