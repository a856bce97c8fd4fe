package helvo.desktop.figure;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.number.NumberNotation;
import helvo.core.points.Weighting;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.style.AxisPlace;
import helvo.core.style.AxisStyle;
import helvo.core.style.LegendStyle;
import helvo.core.style.Note;
import helvo.desktop.controls.MenuItems;
import helvo.desktop.workspace.Copying;
import helvo.desktop.workspace.Workspace;
import helvo.figure.layout.FigureLayout;
import helvo.figure.layout.HitTarget;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.scene.control.MenuItem;

/// The context menus of the figure's parts, for the second button of the mouse and the menu key.
final class FigureMenu {
    private final Workspace workspace;
    private final Copying copying;
    private final FigureView view;
    private final PartOpener opener;
    private final PlaceOnFigure at;
    private final double sceneY;
    private final MenuItems items = new MenuItems();
    private final SeriesMenu ofSeries;

    /// @param x place on the sheet in points, like `y`
    FigureMenu(
            Workspace workspace,
            Copying copying,
            FigureView view,
            PartOpener opener,
            FigureAnalysis figure,
            FigureLayout layout,
            double x,
            double y) {
        this.workspace = workspace;
        this.copying = copying;
        this.view = view;
        this.opener = opener;
        at = new PlaceOnFigure(figure, layout, x, y);
        sceneY = view.inScene(x, y).getY();
        ofSeries = new SeriesMenu(workspace, items, at, this::show);
    }

    /// @param hit the point that lies there
    List<MenuItem> of(Optional<FigureLayout.Hit> hit, HitTarget part) {
        hit.ifPresentOrElse(this::point, () -> part(part));
        return items.all();
    }

    private void part(HitTarget part) {
        switch (part) {
            case HitTarget.Title _ -> title();
            case HitTarget.AxisTitle(var place) -> axis(place);
            case HitTarget.AxisOf(var place) -> axis(place);
            case HitTarget.Legend _ -> legend();
            case HitTarget.LegendEntry(var key) -> {
                ofSeries.series(key);
                items.separator();
                legend();
            }
            case HitTarget.CurveOf(var key) -> ofSeries.curve(key);
            case HitTarget.CurveEnd(var key, var _) -> ofSeries.curve(key);
            case HitTarget.CurveLabel(var key) -> {
                ofSeries.label(key);
                items.separator();
                ofSeries.curve(key);
            }
            case HitTarget.BarOf(var key, var _, var _) -> ofSeries.bar(part, key);
            case HitTarget.NoteOf(int id, var _) -> {
                items.item("note", "Change it …", () -> show(part));
                items.item(
                        "note-remove",
                        "Remove it",
                        () -> workspace.perform(new FigureEdit.RemoveNote(figure().id(), id)));
            }
            case HitTarget.ColorKey(var key) -> ofSeries.series(key);
            case HitTarget.Background _ -> background();
        }
    }

    private Figure figure() {
        return at.figure().figure();
    }

    private void show(HitTarget part) {
        opener.show(part, sceneY);
    }

    private void point(FigureLayout.Hit hit) {
        int table = at.figure().table().id();
        List<Integer> rows = List.of(hit.row());
        items.item(
                "aside",
                hit.excluded() ? "Include the point" : "Exclude the point",
                () -> workspace.perform(
                        hit.excluded()
                                ? new TableEdit.IncludeRows(table, rows)
                                : new TableEdit.ExcludeRows(table, rows, "on the figure")));
        items.item("select", "Select the point", () -> workspace.select(hit.row()));
        items.item("in-table", "Show it in the table", () -> workspace.reveal(hit.row()));
        items.separator();
        ofSeries.series(hit.series().key());
    }

    private void title() {
        items.item("title", "Change the title", view::editTitle);
        if (figure().title().isPresent()) {
            items.item(
                    "own-title",
                    "The columns’ names",
                    () -> workspace.perform(new FigureEdit.SetTitle(figure().id(), Optional.empty())));
        }
    }

    private void axis(AxisPlace place) {
        AxisStyle style = figure().style().axis(place);
        workspace.series().filter(series -> series.fit().isPresent()).ifPresent(series -> {
            ofSeries.reading(
                    series.key(),
                    place != AxisPlace.X,
                    at.figure().series().size() > 1 ? " off " + series.label() : "");
            items.separator();
        });
        items.item("axis", "Limits, steps, grid …", () -> show(new HitTarget.AxisOf(place)));
        items.item("axis-title", "Change its title", () -> view.editAxisTitle(place));
        if (place != AxisPlace.X || at.figure().xTime().isEmpty()) {
            items.check(
                    "zero",
                    "With zero",
                    style.includesZero(),
                    () -> set(place, style.withIncludesZero(!style.includesZero())));
            items.check(
                    "log",
                    "Logarithmic",
                    style.logarithmic(),
                    () -> set(place, style.withLogarithmic(!style.logarithmic())));
        }
        items.check("reversed", "Reversed", style.reversed(), () -> set(place, style.withReversed(!style.reversed())));
        if (style.low().isPresent() || style.high().isPresent()) {
            items.item("axis-all", "Show all points", view::showAll);
        }
    }

    private void set(AxisPlace place, AxisStyle style) {
        workspace.perform(new FigureEdit.SetAxis(figure().id(), place, style));
    }

    private void legend() {
        LegendStyle style = figure().style().legend();
        items.item("legend", "The legend …", () -> show(new HitTarget.Legend()));
        if (style.at().isPresent()) {
            items.item("legend-place", "The legend where no point lies", () -> set(style.withAt(Optional.empty())));
        }
        items.item("hide-legend", "Hide the legend", () -> set(style.withShown(LegendStyle.Shown.NEVER)));
    }

    private void set(LegendStyle style) {
        workspace.perform(new FigureEdit.SetLegend(figure().id(), style));
    }

    private void background() {
        if (at.isInPlot()) {
            notes();
            workspace
                    .series()
                    .filter(series -> series.fit().isPresent())
                    .ifPresent(series -> ofSeries.readings(
                            series.key(), at.figure().series().size() > 1 ? " off " + series.label() : ""));
            items.separator();
        }
        items.menu("Show", menu -> Stream.of(Layer.values())
                .forEach(layer -> menu.check(
                        "show-" + layer.name().toLowerCase(Locale.ROOT).replace('_', '-'),
                        layer.label(),
                        figure().shows(layer),
                        () -> workspace.perform(new FigureEdit.Show(figure().id(), layer, !figure().shows(layer))))));
        items.item("show-all", "Show all points", view::showAll);
        items.item("show-legend", "The legend …", () -> show(new HitTarget.Legend()));
        ofSeries.hiddenCurves();
        items.separator();
        items.menu("Points count in fits", menu -> Stream.of(Weighting.values())
                .forEach(by -> menu.check(
                        "weigh-" + by.name().toLowerCase(Locale.ROOT),
                        by.words(),
                        figure().weighting() == by,
                        () -> workspace.perform(new FigureEdit.SetWeighting(figure().id(), by)))));
        if (workspace.hasSeries()) {
            items.item("linearise", "Linearise: square, root, logarithm …", opener::showLinearise);
        }
        workspace
                .table()
                .filter(StudyEdit.SwapAxes::isPossible)
                .ifPresent(of ->
                        items.item("swap", "Swap x and y", () -> workspace.perform(new StudyEdit.SwapAxes(of.id()))));
        items.separator();
        items.item("copy-figure", "Copy the figure", copying::figure);
        items.item("look", "The style of the figure …", () -> show(new HitTarget.Background()));
    }

    private void notes() {
        NumberNotation numbers = at.figure().numbers();
        double x = at.atX();
        double y = at.atY(AxisPlace.Y);
        items.item(
                "add-note",
                "Add a note here",
                () -> ofSeries.add(id -> new Note.Text(id, "Note", x, y, Optional.empty())));
        items.item(
                "add-rule-y",
                "Add a reference line at y = " + numbers.plain(y),
                () -> ofSeries.add(id -> new Note.Rule(id, true, y, "")));
        items.item(
                "add-rule-x",
                "Add a reference line at x = " + numbers.plain(x),
                () -> ofSeries.add(id -> new Note.Rule(id, false, x, "")));
        items.item(
                "add-span-x",
                "Add a shaded span of x",
                () -> ofSeries.add(
                        id -> new Note.Span(id, false, x, at.rounded(x + at.tenth(AxisPlace.X), AxisPlace.X), "")));
        items.item(
                "add-span-y",
                "Add a shaded span of y",
                () -> ofSeries.add(
                        id -> new Note.Span(id, true, y, at.rounded(y + at.tenth(AxisPlace.Y), AxisPlace.Y), "")));
    }
}
