package helvo.desktop;

import helvo.core.Phrase;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.curve.Curve;
import helvo.core.curve.Curves;
import helvo.core.fit.PrintedEquation;
import helvo.core.fit.Weighting;
import helvo.core.look.AxisLook;
import helvo.core.look.AxisPlace;
import helvo.core.look.CurveLook;
import helvo.core.look.LegendLook;
import helvo.core.look.Note;
import helvo.core.look.SeriesLook;
import helvo.core.study.Edit;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.study.SeriesKey;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.figure.Axis;
import helvo.figure.FigureLayout;
import helvo.figure.Thing;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.IntFunction;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;

/// What can be done with a thing on the figure, for the second button of the mouse and the menu key.
final class FigureMenu {
    private final Session session;
    private final FigureView view;
    private final FigureView.Asks asks;
    private final FigureAnalysis figure;
    private final FigureLayout layout;
    private final double x;
    private final double y;
    private final double sceneX;
    private final double sceneY;
    private final List<MenuItem> items = new ArrayList<>();

    /// @param x place on the sheet in points, like `y`
    FigureMenu(Session session, FigureView view, FigureView.Asks asks, FigureAnalysis figure, FigureLayout layout, double x, double y) {
        this.session = session;
        this.view = view;
        this.asks = asks;
        this.figure = figure;
        this.layout = layout;
        this.x = x;
        this.y = y;
        var scene = view.inScene(x, y);
        this.sceneX = scene.getX();
        this.sceneY = scene.getY();
    }

    /// @param hit the point that lies there
    List<MenuItem> of(Optional<FigureLayout.Hit> hit, Thing thing) {
        hit.ifPresentOrElse(this::point, () -> thing(thing));
        return List.copyOf(items);
    }

    private void thing(Thing thing) {
        switch (thing) {
            case Thing.Title _ -> title();
            case Thing.AxisTitle(var place) -> axis(place);
            case Thing.AxisOf(var place) -> axis(place);
            case Thing.Legend _ -> legend();
            case Thing.LegendEntry(var key) -> {
                series(key);
                rule();
                legend();
            }
            case Thing.CurveOf(var key) -> curve(key);
            case Thing.CurveEnd(var key, _) -> curve(key);
            case Thing.CurveLabel(var key) -> {
                label(key);
                rule();
                curve(key);
            }
            case Thing.BarOf(var key, _, _) -> bar(thing, key);
            case Thing.NoteOf(int id, _) -> note(thing, id);
            case Thing.ColorKey(var key) -> series(key);
            case Thing.Ground _ -> background();
        }
    }

    private void item(String id, String text, Runnable action) {
        items.add(made(id, text, action));
    }

    private static MenuItem made(String id, String text, Runnable action) {
        var item = new MenuItem(text);
        item.setId("menu-" + id);
        item.setOnAction(_ -> action.run());
        return item;
    }

    private static MenuItem check(String id, String text, boolean on, Runnable action) {
        var item = new CheckMenuItem(text);
        item.setId("menu-" + id);
        item.setSelected(on);
        item.setOnAction(_ -> action.run());
        return item;
    }

    private void rule() {
        items.add(new SeparatorMenuItem());
    }

    private void menu(String text, List<MenuItem> of) {
        var menu = new Menu(text);
        menu.getItems().setAll(of);
        items.add(menu);
    }

    private void perform(Edit edit) {
        session.perform(edit);
    }

    private void show(Thing thing) {
        asks.thing().show(thing, sceneX, sceneY);
    }

    private int id() {
        return figure.figure().id();
    }

    // ---- points, series, bars ----

    private void point(FigureLayout.Hit hit) {
        int[] rows = {hit.row()};
        item("aside", hit.setAside() ? "Bring the point back" : "Set the point aside",
                () -> perform(hit.setAside() ? new TableEdit.BringRowsBack(figure.table().id(), List.of(hit.row()))
                : new TableEdit.SetRowsAside(figure.table().id(), List.of(hit.row()), "on the figure")));
        item("select", "Select the point", () -> session.select(rows));
        item("in-table", "Show it in the table", () -> asks.row().accept(hit.row()));
        rule();
        series(hit.series().key());
    }

    private void series(SeriesKey key) {
        SeriesLook look = figure.figure().look().series(key);
        boolean right = figure.isOnRight(key);
        item("series", "How the points look …", () -> show(new Thing.LegendEntry(key)));
        item("bars", "Error bars …", () -> show(new Thing.BarOf(key, -1, Thing.BarEnd.UP)));
        items.add(check("in-legend", "Named in the legend", look.inLegend(),
                () -> perform(new FigureEdit.SetSeriesLook(id(), key, look.inLegend(!look.inLegend())))));
        items.add(check("right", "Along the axis on the right", right,
                () -> perform(new FigureEdit.SetSeriesLook(id(), key, look.onRight(Optional.of(!right))))));
        items.add(check("hidden", "Hidden, but still fitted", look.hidden(),
                () -> perform(new FigureEdit.SetSeriesLook(id(), key, look.hidden(!look.hidden())))));
        menu("Fit", curves(key));
    }

    private List<MenuItem> curves(SeriesKey key) {
        Curve chosen = figure.figure().curve(key);
        return Curves.all().stream().map(curve -> check("fit-" + curve.name().toLowerCase(Locale.ROOT).replace(' ', '-'), curve.name(),
                curve.equals(chosen),
                () -> perform(new FigureEdit.ChooseCurve(id(), key, curve)))).toList();
    }

    private void bar(Thing thing, SeriesKey key) {
        SeriesLook look = figure.figure().look().series(key);
        item("bars", "Length and meaning of the error bars …", () -> show(thing));
        item("bar-look", "How the error bars look …", () -> show(new Thing.LegendEntry(key)));
        items.add(check("bars-shown", "Error bars shown", look.bars().shown(),
                () -> perform(new FigureEdit.SetSeriesLook(id(), key, look.with(look.bars().shown(!look.bars().shown()))))));
    }

    // ---- curves ----

    private void curve(SeriesKey key) {
        CurveLook look = figure.figure().look().curve(key);
        item("curve", "How the curve looks …", () -> show(new Thing.CurveOf(key)));
        menu("Fit", curves(key));
        axes().ifPresent(_ -> {
            item("read-x", "Read y here, at x = " + shown(layout.xAt(x), AxisPlace.X), () -> read(key, false));
            item("read-y", "Read x here, at y = " + shown(layout.yAt(along(key), y), along(key)), () -> read(key, true));
            Axis along = layout.axes().get(AxisPlace.X);
            item("extend", "Extend it to both ends of the axis",
                    () -> perform(new FigureEdit.SetCurveLook(id(), key,
                            look.reaching(Optional.of(along.low()), Optional.of(along.high())))));
        });
        if (look.from().isPresent() || look.to().isPresent()) {
            item("within", "End it at its points", () -> perform(new FigureEdit.SetCurveLook(id(), key,
                    look.reaching(Optional.empty(), Optional.empty()))));
        }
        item("hide-curve", "Hide the curve", () -> perform(new FigureEdit.SetCurveLook(id(), key, look.shown(false))));
    }

    private void label(SeriesKey key) {
        CurveLook look = figure.figure().look().curve(key);
        for (CurveLook.LabelPart part : List.of(CurveLook.LabelPart.EQUATION, CurveLook.LabelPart.R2, CurveLook.LabelPart.UNCERTAINTY,
                CurveLook.LabelPart.POINTS)) {
            items.add(check("label-" + part.name().toLowerCase(Locale.ROOT), switch (part) {
                case EQUATION -> "Equation";
                case R2 -> "R²";
                case UNCERTAINTY -> "Coefficients with uncertainty";
                default -> "Number of points";
            }, look.label().contains(part), () -> perform(new FigureEdit.SetCurveLook(id(), key, toggled(look, part)))));
        }
        var digits = new ArrayList<MenuItem>();
        digits.add(check("digits-automatic", "Automatic", look.digits().isEmpty(),
                () -> perform(new FigureEdit.SetCurveLook(id(), key, look.withDigits(Optional.empty())))));
        for (int count = PrintedEquation.FEWEST_DIGITS; count <= PrintedEquation.MOST_DIGITS; count++) {
            Optional<Integer> of = Optional.of(count);
            digits.add(check("digits-" + count, Integer.toString(count), look.digits().equals(of),
                    () -> perform(new FigureEdit.SetCurveLook(id(), key, look.withDigits(of)))));
        }
        menu("Digits of the equation", digits);
        if (look.labelAt().isPresent()) {
            item("label-place", "Where no point lies", () -> perform(new FigureEdit.SetCurveLook(id(), key,
                    look.withLabelAt(Optional.empty()))));
        }
    }

    private static CurveLook toggled(CurveLook look, CurveLook.LabelPart part) {
        var parts = EnumSet.noneOf(CurveLook.LabelPart.class);
        parts.addAll(look.label());
        if (!parts.remove(part)) {
            parts.add(part);
        }
        return look.withLabel(parts);
    }

    // ---- axes, title, legend ----

    private void title() {
        item("title", "Change the title", view::editTitle);
        if (figure.figure().title().isPresent()) {
            item("own-title", "The columns’ names", () -> perform(new FigureEdit.SetTitle(id(), Optional.empty())));
        }
    }

    private void axis(AxisPlace place) {
        AxisLook look = figure.figure().look().axis(place);
        item("axis", "Limits, steps, grid …", () -> show(new Thing.AxisOf(place)));
        item("axis-title", "Change its title", () -> view.editAxisTitle(place));
        if (place != AxisPlace.X || figure.xTime().isEmpty()) {
            items.add(check("zero", "With zero", look.withZero(),
                    () -> perform(new FigureEdit.SetAxis(id(), place, look.withZero(!look.withZero())))));
            items.add(check("log", "Logarithmic", look.logarithmic(),
                    () -> perform(new FigureEdit.SetAxis(id(), place, look.logarithmic(!look.logarithmic())))));
        }
        items.add(check("reversed", "Reversed", look.reversed(),
                () -> perform(new FigureEdit.SetAxis(id(), place, look.reversed(!look.reversed())))));
        if (look.low().isPresent() || look.high().isPresent()) {
            item("axis-all", "Show all points", view::showAll);
        }
    }

    private void legend() {
        LegendLook look = figure.figure().look().legend();
        item("legend", "The legend …", () -> show(new Thing.Legend()));
        if (look.at().isPresent()) {
            item("legend-place", "The legend where no point lies",
                    () -> perform(new FigureEdit.SetLegend(id(), look.withAt(Optional.empty()))));
        }
        item("hide-legend", "Hide the legend", () -> perform(new FigureEdit.SetLegend(id(), look.with(LegendLook.Shown.NEVER))));
    }

    private void note(Thing thing, int note) {
        item("note", "Change it …", () -> show(thing));
        item("note-remove", "Remove it", () -> perform(new FigureEdit.RemoveNote(id(), note)));
    }

    // ---- the background ----

    private void background() {
        axes().ifPresent(_ -> {
            double atX = layout.xAt(x);
            double atY = layout.yAt(AxisPlace.Y, y);
            item("add-note", "Add a note here", () -> add(note -> new Note.Text(note, "Note", atX, atY, Optional.empty())));
            item("add-rule-y", "Add a reference line at y = " + shown(atY, AxisPlace.Y),
                    () -> add(note -> new Note.Rule(note, true, rounded(atY, AxisPlace.Y), "")));
            item("add-rule-x", "Add a reference line at x = " + shown(atX, AxisPlace.X),
                    () -> add(note -> new Note.Rule(note, false, rounded(atX, AxisPlace.X), "")));
            item("add-span-x", "Add a shaded span of x", () -> add(note -> new Note.Span(note, false, rounded(atX, AxisPlace.X),
                    rounded(atX + tenth(AxisPlace.X), AxisPlace.X), "")));
            item("add-span-y", "Add a shaded span of y", () -> add(note -> new Note.Span(note, true, rounded(atY, AxisPlace.Y),
                    rounded(atY + tenth(AxisPlace.Y), AxisPlace.Y), "")));
            session.series().filter(series -> series.fit().isPresent()).ifPresent(series -> {
                String of = figure.series().size() > 1 ? " off " + series.label() : "";
                item("read-x", Phrase.of("Read y%s at x = %s", of, shown(atX, AxisPlace.X)), () -> read(series.key(), false));
                item("read-y", Phrase.of("Read x%s at y = %s", of, shown(atY, AxisPlace.Y)), () -> read(series.key(), true));
            });
            rule();
        });
        Figure of = figure.figure();
        menu("Show", EnumSet.allOf(Layer.class).stream().map(layer -> check("show-" + layer.name().toLowerCase(Locale.ROOT), layer.label(),
                of.shows(layer),
                () -> perform(new FigureEdit.Show(of.id(), layer, !of.shows(layer))))).toList());
        item("show-all", "Show all points", view::showAll);
        item("show-legend", "The legend …", () -> show(new Thing.Legend()));
        hiddenCurves();
        rule();
        menu("Points count in fits", Arrays.stream(Weighting.values())
                .map(by -> check("weigh-" + by.name().toLowerCase(Locale.ROOT), by.words(), of.weighting() == by,
                        () -> perform(new FigureEdit.Weigh(of.id(), by)))).toList());
        if (session.series().isPresent()) {
            item("straighten", "Make it straight: square, root, logarithm …", asks.straighten());
        }
        item("swap", "Swap x and y", () -> perform(new StudyEdit.SwapAxes(of.table())));
        rule();
        item("copy-figure", "Copy the figure", asks.copy());
        item("look", "The look of the figure …", asks.sheet());
    }

    /// What was hidden comes back from here.
    private void hiddenCurves() {
        List<MenuItem> hidden = figure.series().stream().filter(series -> !figure.figure().look().curve(series.key()).shown())
                .map(series -> made("show-curve", series.label(), () -> perform(new FigureEdit.SetCurveLook(id(), series.key(),
                        figure.figure().look().curve(series.key()).shown(true))))).toList();
        if (!hidden.isEmpty()) {
            menu("Show the curve of", hidden);
        }
    }

    private Optional<FigureLayout> axes() {
        return layout.axes().isEmpty() || !layout.plot().contains(x, y) ? Optional.empty() : Optional.of(layout);
    }

    private AxisPlace along(SeriesKey key) {
        return layout.along(figure, key);
    }

    private void read(SeriesKey key, boolean fromY) {
        double at = fromY ? rounded(layout.yAt(along(key), y), along(key)) : rounded(layout.xAt(x), AxisPlace.X);
        add(note -> new Note.Drop(note, key, fromY, at, true));
    }

    private void add(IntFunction<Note> note) {
        int next = session.figureInView().map(each -> each.look().nextNoteId()).orElse(1);
        perform(new FigureEdit.PutNote(id(), note.apply(next)));
        show(new Thing.NoteOf(next, 0));
    }

    private double tenth(AxisPlace place) {
        Axis axis = layout.axes().get(place);
        return Math.abs(axis.high() - axis.low()) / 10;
    }

    /// A place that was pointed at is no more exact than a two hundredth of its axis.
    private double rounded(double value, AxisPlace place) {
        Axis axis = layout.axes().get(place);
        double span = Math.abs(axis.high() - axis.low());
        int decimals = -(int) Math.floor(Math.log10(span / 200));
        return Double.isFinite(value) ? new BigDecimal(value).setScale(decimals, RoundingMode.HALF_EVEN).doubleValue() : value;
    }

    private String shown(double value, AxisPlace place) {
        return figure.numbers().plain(rounded(value, place));
    }
}
