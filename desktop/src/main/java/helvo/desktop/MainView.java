package helvo.desktop;

import helvo.core.curve.Curve;
import helvo.core.curve.Curves;
import helvo.core.fit.Weighting;
import helvo.core.look.AxisPlace;
import helvo.core.look.Note;
import helvo.core.look.SeriesLook;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.study.SeriesKey;
import helvo.core.study.StudyEdit;
import helvo.core.table.Column;
import helvo.core.table.Derivation;
import helvo.figure.Axis;
import helvo.figure.FigureFile;
import helvo.figure.FigureFormat;
import helvo.figure.Thing;
import helvo.files.TableFile;
import helvo.files.samples.SampleStudy;
import java.io.File;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.BoundingBox;
import javafx.geometry.Bounds;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.Clipboard;
import javafx.scene.input.DragEvent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/// The whole window: the bar on top and the five regions under it.
final class MainView extends StackPane {
    private final Session session;
    private final FileDialogs dialogs;
    private final Commands commands = new Commands();
    private final MeasurementsPane measurements;
    private final FigurePane figure;
    private final ReadoutPane readout;
    private final CommandFinder finder;
    private final HandOver handOver;
    private final SeriesPanel series;
    private final DerivePanel derive;
    private final StraightenPanel straighten;
    private final SummaryPanel summary;
    private final SetPanel set;
    private final FilterPanel filter;
    private final StepsPanel steps;
    private final OpenPanel opening;
    private final FigurePanel figurePanel;
    private final PointsPanel points;
    private final BarsPanel bars;
    private final List<Panel> panels;
    private final Regions regions;
    private final VBox start;
    private Node focusedBefore;

    MainView(Session session, FileDialogs dialogs) {
        this.session = session;
        this.dialogs = dialogs;
        getStyleClass().add("main-view");
        measurements = new MeasurementsPane(session, new MeasurementsPane.Asks(this::open, () -> show(panel(SeriesPanel.class)),
                this::showFormula, () -> show(panel(FilterPanel.class)),
                () -> show(panel(SummaryPanel.class)), () -> show(panel(SetPanel.class))));
        figure = new FigurePane(session, new FigureView.Asks(this::showThing, this::showPoints,
                () -> showThing(new Thing.Ground(), 420, 100), () -> panel(HandOver.class).copyFigure(), this::showRow,
                this::showStraighten));
        readout = new ReadoutPane(session, this::showBars, this::addReading);
        finder = new CommandFinder(session, commands, this::hidePanel);
        handOver = new HandOver(session, dialogs);
        series = new SeriesPanel(session, measurements.grid(), this::hidePanel);
        derive = new DerivePanel(session, this::hidePanel);
        straighten = new StraightenPanel(session, this::hidePanel);
        summary = new SummaryPanel(session, this::hidePanel);
        set = new SetPanel(session, this::hidePanel);
        filter = new FilterPanel(session, this::hidePanel);
        steps = new StepsPanel(session);
        opening = new OpenPanel(session, this::hidePanel);
        figurePanel = new FigurePanel(session, figure.view(), this::hidePanel);
        points = new PointsPanel(session, this::hidePanel, this::showRow,
                key -> showThing(new Thing.LegendEntry(key), 420, 160));
        bars = new BarsPanel(session, this::hidePanel);
        panels = List.of(finder, handOver, series, derive, straighten, summary, set, filter, steps, opening, figurePanel, points, bars);
        start = start();
        regions = new Regions(measurements, readout);
        var frame = new BorderPane(regions);
        frame.setBottom(new CurvesStrip(session));
        frame.setTop(new TopBar(session, this::open, this::paste, () -> show(finder), () -> show(handOver), () -> show(steps)));
        var messages = new MessageLine(session);
        getChildren().addAll(frame, messages);
        getChildren().addAll(panels);
        panels.forEach(panel -> {
            StackPane.setAlignment(panel, Pos.TOP_LEFT);
            StackPane.setMargin(panel, new Insets(96, 0, 0, 340));
        });
        StackPane.setAlignment(messages, Pos.BOTTOM_CENTER);
        StackPane.setMargin(messages, new Insets(0, 0, 128, 0));
        StackPane.setAlignment(finder, Pos.TOP_CENTER);
        StackPane.setMargin(finder, new Insets(52, 0, 0, 0));
        StackPane.setAlignment(handOver, Pos.TOP_RIGHT);
        StackPane.setMargin(handOver, new Insets(52, 16, 0, 0));
        for (Panel panel : List.of(steps, opening, straighten)) {
            StackPane.setAlignment(panel, Pos.TOP_CENTER);
            StackPane.setMargin(panel, new Insets(60, 0, 0, 0));
        }
        fillCommands();
        addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        setOnDragOver(this::dragged);
        setOnDragDropped(this::dropped);
        session.history().subscribe(_ -> update());
        session.question().subscribe(asked -> asked.ifPresent(_ -> show(opening)));
    }

    FigureView figureView() {
        return figure.view();
    }

    /// Ready to type.
    void begin() {
        session.table().ifPresent(table -> measurements.grid().choose(0, table.columns().getFirst()));
    }

    void showHandOver() {
        show(handOver);
    }

    void showFinder() {
        show(finder);
    }

    /// A panel, also where it is asked for before all are made.
    private <P extends Panel> P panel(Class<P> kind) {
        return panels.stream().filter(kind::isInstance).map(kind::cast).findFirst().orElseThrow();
    }

    void showFormula(Optional<Column> column) {
        panel(DerivePanel.class).about(column);
        show(panel(DerivePanel.class));
    }

    /// At the height of what was clicked, on the side where it covers least of it.
    void showThing(Thing thing, double sceneX, double sceneY) {
        if (thing instanceof Thing.BarOf(var key, var row, var end)) {
            bars.about(key, row, end == Thing.BarEnd.LEFT || end == Thing.BarEnd.RIGHT);
            beside(bars, figure.view().inScene(thing), 120);
            return;
        }
        figurePanel.about(thing);
        beside(figurePanel, figure.view().inScene(thing), sceneY);
    }

    private void showRow(int row) {
        session.table().ifPresent(table -> measurements.grid().choose(row, table.columns().getFirst()));
        session.select(row);
    }

    private void showPoints(int[] rows, Optional<SeriesKey> of, String says, double sceneX, double sceneY) {
        points.about(rows, of, says);
        beside(points, Optional.of(new BoundingBox(sceneX - 12, sceneY - 12, 24, 24)), sceneY);
    }

    /// Over one of the side regions, the left one first; close to what was clicked where both would cover it.
    ///
    /// @param of where that is in the scene
    private void beside(Panel panel, Optional<Bounds> of, double sceneY) {
        show(panel);
        panel.applyCss();
        panel.layout();
        double width = Math.min(panel.prefWidth(-1), panel.getMaxWidth());
        double height = panel.prefHeight(width);
        double y = Math.clamp(sceneY - 60, 56, Math.max(56, getHeight() - height - 8));
        double atRight = getWidth() - width - 8;
        double[] places = {8, atRight, of.map(box -> box.getMaxX() + 16).orElse(atRight),
                of.map(box -> box.getMinX() - width - 16).orElse(8.0)};
        double x = Arrays.stream(places).filter(each -> each >= 8 && each <= atRight).boxed()
                .min(Comparator.comparingDouble(each -> of.map(box -> covered(new BoundingBox(each, y, width, height), box)).orElse(0.0)))
                .orElse(8.0);
        StackPane.setMargin(panel, new Insets(y, 0, 0, x));
    }

    private static double covered(Bounds panel, Bounds box) {
        double across = Math.min(panel.getMaxX(), box.getMaxX()) - Math.max(panel.getMinX(), box.getMinX());
        double down = Math.min(panel.getMaxY(), box.getMaxY()) - Math.max(panel.getMinY(), box.getMinY());
        return across > 0 && down > 0 ? across * down : 0;
    }

    void showSteps() {
        show(steps);
    }

    void showStraighten() {
        show(straighten);
    }

    private void update() {
        boolean blank = session.study().isBlank();
        regions.middle(blank ? start : figure);
        regions.showRight(!blank);
        regions.showLeft(session.table().isPresent());
    }

    /// What an empty study shows: ways to begin.
    private VBox start() {
        var heading = new Label("Plot measured pairs, fit a curve, say how sure it is");
        heading.getStyleClass().add("start-heading");
        var hint = new Label("Type pairs into the table, paste them, open a file (CSV, XLSX, ODS), or drop one on this window.");
        var open = new Button("Open a table");
        open.setId("start-open");
        open.getStyleClass().add("main-action");
        open.setOnAction(_ -> open());
        var sample = new Button("Look at the sample study");
        sample.setId("start-sample");
        sample.setOnAction(_ -> sample());
        var box = new VBox(14, heading, hint, open, sample);
        box.setAlignment(Pos.CENTER);
        return box;
    }

    private void sample() {
        var study = SampleStudy.study();
        session.perform(new StudyEdit.Begin(study));
    }

    private void open() {
        session.open(dialogs.tables(getScene().getWindow()));
    }

    /// Over the chosen cells while the table has the focus, else as a table of its own.
    private void paste() {
        String text = Clipboard.getSystemClipboard().getString();
        if (measurements.grid().isFocused()) {
            session.pasteOver(text, measurements.grid().place().getRow(), measurements.grid().place().getColumn() - 1);
        } else {
            session.pasteTable(text);
        }
    }

    private void fillCommands() {
        commands.add("Open a table", "Shortcut+O", () -> true, this::open);
        commands.add("Paste as a new table", "Shortcut+Shift+V", () -> true,
                () -> session.pasteTable(Clipboard.getSystemClipboard().getString()));
        commands.add("Change the heading of the chosen column: name and unit", "Shift+F2",
                () -> measurements.grid().chosenColumn().isPresent(), measurements::editHeading);
        commands.add("Copy the chosen cells with their headings", "Shortcut+Alt+C", this::hasTable,
                () -> session.copy(measurements.grid().copied(true)));
        commands.add("Copy the table with its headings", "", this::hasTable, () -> session.copy(measurements.grid().copiedTable()));
        commands.add("Fill a regular series …", "Shortcut+E", this::hasTable, () -> show(series));
        commands.add("Insert a row before the chosen one", "Shortcut+I", this::hasTable, measurements::insertRow);
        commands.add("Remove the chosen rows", "Shortcut+Delete", this::hasTable, measurements::removeRows);
        commands.add("Sort the rows by the chosen column, rising", "", this::hasTable, () -> measurements.sort(true));
        commands.add("Sort the rows by the chosen column, falling", "", this::hasTable, () -> measurements.sort(false));
        commands.add("A column by formula …", "Shortcut+Shift+F", this::hasTable, () -> showFormula(Optional.empty()));
        commands.add("Change the formula of the chosen column …", "",
                () -> measurements.grid().chosenColumn().filter(column -> column.derivation()
                        .orElse(null) instanceof Derivation.Formula).isPresent(),
                () -> showFormula(measurements.grid().chosenColumn()));
        commands.add("Make it straight: square, root, reciprocal, logarithm …", "Shortcut+Shift+L", () -> session.series().isPresent(),
                this::showStraighten);
        commands.add("Averages of repeats: mean, sum, spread by group …", "Shortcut+Shift+A", this::hasTable, () -> show(summary));
        commands.add("A set of values against all others …", "", this::hasTable, () -> show(set));
        commands.add("Only these rows: filter by value or range …", "Shortcut+Shift+O", this::hasTable, () -> show(filter));
        commands.add("Set rows aside by condition …", "", this::hasTable, () -> show(filter));
        commands.add("Steps: everything that was done", "Shortcut+Shift+S", () -> true, () -> show(steps));
        commands.add("Go to what needs a look", "Shortcut+2", () -> measurements.firstLook().isPresent(),
                () -> measurements.firstLook().ifPresent(Node::requestFocus));
        commands.add("Role, kind and format of the chosen column", "Shortcut+Shift+K", () -> measurements.chosenTag().isPresent(),
                () -> measurements.chosenTag().ifPresent(tag -> {
            tag.requestFocus();
            tag.show();
        }));
        commands.add("Move the chosen rows up", "Alt+Up", this::hasTable, () -> measurements.moveRows(-1));
        commands.add("Move the chosen rows down", "Alt+Down", this::hasTable, () -> measurements.moveRows(1));
        commands.add("Move the chosen column left", "Alt+Left", this::hasTable, () -> measurements.moveColumn(-1));
        commands.add("Move the chosen column right", "Alt+Right", this::hasTable, () -> measurements.moveColumn(1));
        commands.add("Add a column", "", this::hasTable, measurements::addColumn);
        commands.add("Remove the chosen column", "", this::hasTable, measurements::removeColumn);
        commands.add("Undo", "Shortcut+Z", () -> session.history().get().undoable().isPresent(), session::undo);
        commands.add("Redo", "Shortcut+Shift+Z", () -> session.history().get().redoable().isPresent(), session::redo, "Shortcut+Y");
        commands.add("Go to the measurements", "Shortcut+1", this::hasTable, () -> {
            regions.openLeft();
            measurements.grid().requestFocus();
        });
        commands.add("Fold the measurements, or unfold them", "Shortcut+Alt+1", this::hasTable, regions::toggleLeft);
        commands.add("Fold the readout, or unfold it", "Shortcut+Alt+2", this::hasTable, regions::toggleRight);
        commands.add("Change the title of the figure", "Shortcut+T", this::hasTable, () -> figure.view().editTitle());
        for (AxisPlace place : AxisPlace.values()) {
            commands.add("Change the " + place.words() + ": limits, steps, grid …",
                    place == AxisPlace.X ? "Shortcut+Shift+X" : place == AxisPlace.Y ? "Shortcut+Shift+Y" : "",
                    () -> has(place), () -> showThing(new Thing.AxisOf(place), 420, 160));
            commands.add("Title of the " + place.words(), "", () -> has(place), () -> figure.view().editAxisTitle(place));
        }
        commands.add("Change the legend …", "Shortcut+L", this::hasTable, () -> showThing(new Thing.Legend(), 420, 160));
        commands.add("Change how the series looks …", "Shortcut+M", () -> session.series().isPresent(),
                () -> session.series().ifPresent(series -> showThing(new Thing.LegendEntry(series.key()), 420, 160)));
        commands.add("Change how the curve looks …", "Shortcut+U", () -> session.series().isPresent(),
                () -> session.series().ifPresent(series -> showThing(new Thing.CurveOf(series.key()), 420, 160)));
        commands.add("Error bars: length, meaning, what if they were longer or shorter …", "Shortcut+B", () -> session.series().isPresent(),
                () -> showBars(false));
        commands.add("Error bars in x …", "", () -> session.series().isPresent(), () -> showBars(true));
        for (Weighting by : Weighting.values()) {
            commands.add("Fit " + (by == Weighting.ALIKE ? by.words() : "with points weighted " + by.words()), "", this::hasTable,
                    () -> session.figureInView().ifPresent(each -> session.perform(new FigureEdit.Weigh(each.id(), by))));
        }
        commands.add("Look of the whole figure: size, text, lines …", "Shortcut+Shift+G", this::hasTable,
                () -> showThing(new Thing.Ground(), 420, 100));
        commands.add("Measure the series along the right-hand axis, or along the left", "", () -> session.series().isPresent(),
                this::otherAxis);
        commands.add("Add a note", "Shortcut+Shift+N", this::hasAxes,
                () -> add((id, x, y) -> new Note.Text(id, "Note", x[1], y[2], Optional.empty())));
        commands.add("Add a reference line at a y", "", this::hasAxes, () -> add((id, _, y) -> new Note.Rule(id, true, y[1], "")));
        commands.add("Add a reference line at an x", "", this::hasAxes, () -> add((id, x, _) -> new Note.Rule(id, false, x[1], "")));
        commands.add("Add a shaded span of x", "", this::hasAxes, () -> add((id, x, _) -> new Note.Span(id, false, x[1], x[2], "")));
        commands.add("Add a shaded span of y", "", this::hasAxes, () -> add((id, _, y) -> new Note.Span(id, true, y[1], y[2], "")));
        commands.add("Read off the curve on the figure: the x at a y", "Shortcut+Shift+D", this::hasAxes, () -> addReading(true));
        commands.add("Read off the curve on the figure: the y at an x", "", this::hasAxes, () -> addReading(false));
        commands.add("Swap x and y", "", this::hasTable, () -> session.figureInView()
                .ifPresent(each -> session.perform(new StudyEdit.SwapAxes(each.table()))));
        commands.add("Another figure of this table", "", this::hasTable, figure::another);
        commands.add("A copy of this figure", "", this::hasTable, figure::copy);
        commands.add("Another name for this figure", "", this::hasTable, figure::rename);
        commands.add("Remove the figure", "", () -> session.figuresInView().size() > 1,
                () -> session.figureInView().ifPresent(each -> session.perform(new StudyEdit.RemoveFigure(each.id()))));
        commands.add("Show all of the figure", "Shortcut+0", this::hasTable, () -> figure.view().showAll());
        commands.add("Show less of the figure, larger", "Shortcut+Add", this::hasTable, () -> figure.view().zoom(0.8));
        commands.add("Show more of the figure, smaller", "Shortcut+Subtract", this::hasTable, () -> figure.view().zoom(1.25));
        commands.add("Set chosen rows aside, or bring them back", "Shortcut+D", this::hasTable, measurements::toggleSetAside);
        for (Layer layer : Layer.values()) {
            commands.add("Show or hide: " + layer.label().toLowerCase(Locale.ROOT), "", this::hasTable, () -> figure.toggle(layer));
        }
        for (Curve curve : Curves.all()) {
            commands.add("Fit: " + curve.name().toLowerCase(Locale.ROOT), "", () -> session.series().isPresent(), () -> fit(curve));
        }
        commands.add("Hand over …", "Shortcut+H", this::hasTable, this::showHandOver);
        for (FigureFormat format : FigureFormat.values()) {
            commands.add("Save the figure as " + format.name(), "", this::hasTable, () -> handOver.saveAs(format, FigureFile.USUAL_DPI));
        }
        for (TableFile.Format format : TableFile.Format.values()) {
            commands.add("Save the table as " + format.title(), format == TableFile.Format.CSV ? "Shortcut+S" : "", this::hasTable,
                    () -> handOver.saveTable(format));
        }
        commands.add("Copy the figure", "Shortcut+Shift+C", this::hasTable, handOver::copyFigure);
        commands.add("Copy the readout", "Shortcut+Shift+R", this::hasTable, handOver::copyReadout);
        commands.add("Show the next series", "Shortcut+Page Down", this::severalSeries, () -> nextSeries(1));
        commands.add("Show the next table", "Shortcut+Page Up", () -> session.study().tables().size() > 1, this::nextTable);
        commands.add("An empty table to type into", "", () -> true, measurements::addTable);
        commands.add("Another name for this table", "", this::hasTable, measurements::rename);
        commands.add("Remove this table from the study", "", this::hasTable, measurements::removeTable);
    }

    private void addReading(boolean fromY) {
        session.series().ifPresent(series -> add((id, x, y) -> new Note.Drop(id, series.key(), fromY, fromY ? y[1] : x[1], true)));
    }

    private void showBars(boolean inX) {
        session.series().ifPresent(each -> showThing(new Thing.BarOf(each.key(), -1, inX ? Thing.BarEnd.LEFT : Thing.BarEnd.UP), 420, 160));
    }

    private boolean has(AxisPlace place) {
        return figure.view().layoutNow().filter(layout -> layout.axes().containsKey(place)).isPresent();
    }

    private boolean hasAxes() {
        return has(AxisPlace.X);
    }

    private void otherAxis() {
        session.figure().ifPresent(each -> session.series().ifPresent(series -> {
            SeriesLook look = each.figure().look().series(series.key());
            session.perform(new FigureEdit.SetSeriesLook(each.figure().id(), series.key(),
                    look.onRight(Optional.of(!each.isOnRight(series.key())))));
        }));
    }

    /// @param x values a third and two thirds along the axis, at places 1 and 2; likewise y
    private interface NewNote {
        Note of(int id, double[] x, double[] y);
    }

    private void add(NewNote note) {
        figure.view().layoutNow().filter(layout -> !layout.axes().isEmpty()).ifPresent(layout -> session.figureInView().ifPresent(each -> {
            int id = each.look().nextNoteId();
            session.perform(new FigureEdit.PutNote(each.id(), note.of(id, thirds(layout.axes().get(AxisPlace.X)),
                    thirds(layout.axes().get(AxisPlace.Y)))));
            showThing(new Thing.NoteOf(id, 0), 420, 160);
        }));
    }

    /// Round values about a third and two thirds along an axis.
    private static double[] thirds(Axis axis) {
        double step = Math.pow(10, Math.floor(Math.log10(Math.abs(axis.high() - axis.low()) / 3)));
        double low = Math.rint(axis.value(1 / 3.0) / step) * step;
        double high = Math.rint(axis.value(2 / 3.0) / step) * step;
        return new double[] {0, low, low < high ? high : low + step};
    }

    private boolean hasTable() {
        return session.table().isPresent();
    }

    private boolean severalSeries() {
        return session.figure().map(each -> each.series().size() > 1).orElse(false);
    }

    private void nextSeries(int by) {
        session.figure().ifPresent(each -> session.showSeries(Math.floorMod(session.seriesPlace().get() + by, each.series().size())));
    }

    private void nextTable() {
        var tables = session.study().tables();
        session.table().ifPresent(table -> session.show(tables.get((tables.indexOf(table) + 1) % tables.size()).id()));
    }

    private void fit(Curve curve) {
        session.figure().ifPresent(each -> session.series().ifPresent(series ->
                session.perform(new FigureEdit.ChooseCurve(each.figure().id(), series.key(), curve))));
    }

    private void key(KeyEvent event) {
        if (event.getCode() == KeyCode.ESCAPE && panels.stream().noneMatch(Node::isVisible)) {
            session.select();
        }
        if (event.getCode() == KeyCode.ESCAPE && panels.stream().anyMatch(Node::isVisible)) {
            hidePanel();
            event.consume();
        } else if (event.isShortcutDown() && !event.isShiftDown() && event.getCode() == KeyCode.K) {
            show(finder);
            event.consume();
        } else {
            commands.all().stream().filter(command -> command.hasKey(event) && command.possible().getAsBoolean())
                    .findFirst().ifPresent(command -> {
                        command.action().run();
                        event.consume();
                    });
        }
    }

    /// Shows one panel in the place of any other; asked for again, it goes.
    private void show(Panel panel) {
        boolean again = panel.isVisible() && (panel == handOver || panel == steps);
        if (panels.stream().noneMatch(Node::isVisible) && getScene() != null) {
            focusedBefore = getScene().getFocusOwner();
        }
        panels.forEach(each -> each.setVisible(each == panel && !again));
        if (again) {
            hidePanel();
        } else {
            panel.begin();
        }
    }

    private void hidePanel() {
        session.endTrial();
        panels.forEach(each -> each.setVisible(false));
        boolean back = focusedBefore != null && focusedBefore.getScene() == getScene();
        (back ? focusedBefore : measurements.grid()).requestFocus();
    }

    private void dragged(DragEvent event) {
        if (event.getDragboard().hasFiles()) {
            event.acceptTransferModes(TransferMode.COPY);
        }
        event.consume();
    }

    private void dropped(DragEvent event) {
        boolean files = event.getDragboard().hasFiles();
        if (files) {
            session.open(event.getDragboard().getFiles().stream().map(File::toPath).toList());
        }
        event.setDropCompleted(files);
        event.consume();
    }
}
