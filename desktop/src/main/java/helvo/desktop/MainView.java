package helvo.desktop;

import helvo.core.curve.Curve;
import helvo.core.curve.Curves;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.study.StudyEdit;
import helvo.core.table.Column;
import helvo.core.table.Derivation;
import helvo.figure.FigureFile;
import helvo.figure.FigureFormat;
import helvo.files.TableFile;
import helvo.files.samples.SampleStudy;
import java.io.File;
import java.util.List;
import java.util.Optional;
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
    /// Narrower than this, the side regions take less room.
    private static final double NARROW = 1180;

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
    private final List<Panel> panels;
    private final BorderPane regions = new BorderPane();
    private final VBox start;
    private Node focusedBefore;

    MainView(Session session, FileDialogs dialogs) {
        this.session = session;
        this.dialogs = dialogs;
        getStyleClass().add("main-view");
        measurements = new MeasurementsPane(session, new MeasurementsPane.Asks(() -> show(panel(SeriesPanel.class)), this::showFormula, () -> show(panel(FilterPanel.class)),
                () -> show(panel(SummaryPanel.class)), () -> show(panel(SetPanel.class))));
        figure = new FigurePane(session);
        readout = new ReadoutPane(session);
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
        panels = List.of(finder, handOver, series, derive, straighten, summary, set, filter, steps, opening);
        start = start();
        regions.setLeft(measurements);
        regions.setRight(readout);
        regions.setBottom(new CurvesStrip(session));
        var frame = new BorderPane(regions);
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
        widthProperty().subscribe(width -> fold(width.doubleValue()));
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

    void showSteps() {
        show(steps);
    }

    void showStraighten() {
        show(straighten);
    }

    private void update() {
        boolean blank = session.study().isBlank();
        regions.setCenter(blank ? start : figure);
        readout.setVisible(!blank);
        readout.setManaged(!blank);
        measurements.setVisible(session.table().isPresent());
        measurements.setManaged(session.table().isPresent());
    }

    private void fold(double width) {
        measurements.setPrefWidth(width < NARROW ? 250 : 333);
        readout.setPrefWidth(width < NARROW ? 240 : 280);
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
        commands.add("Paste as a new table", "Shortcut+Shift+V", () -> true, () -> session.pasteTable(Clipboard.getSystemClipboard().getString()));
        commands.add("Copy the table with its headings", "", this::hasTable, () -> session.copy(measurements.grid().copiedTable()));
        commands.add("Fill a regular series …", "Shortcut+E", this::hasTable, () -> show(series));
        commands.add("Insert a row before the chosen one", "Shortcut+I", this::hasTable, measurements::insertRow);
        commands.add("Remove the chosen rows", "Shortcut+Delete", this::hasTable, measurements::removeRows);
        commands.add("Sort the rows by the chosen column, rising", "", this::hasTable, () -> measurements.sort(true));
        commands.add("Sort the rows by the chosen column, falling", "", this::hasTable, () -> measurements.sort(false));
        commands.add("A column by formula …", "Shortcut+Shift+F", this::hasTable, () -> showFormula(Optional.empty()));
        commands.add("Change the formula of the chosen column …", "", () -> measurements.grid().chosenColumn().filter(column -> column.derivation().orElse(null) instanceof Derivation.Formula).isPresent(),
                () -> showFormula(measurements.grid().chosenColumn()));
        commands.add("Make it straight: square, root, reciprocal, logarithm …", "Shortcut+Shift+L", () -> session.series().isPresent(), this::showStraighten);
        commands.add("Averages of repeats: mean, sum, spread by group …", "Shortcut+Shift+A", this::hasTable, () -> show(summary));
        commands.add("A set of values against all others …", "", this::hasTable, () -> show(set));
        commands.add("Only these rows: filter by value or range …", "Shortcut+Shift+O", this::hasTable, () -> show(filter));
        commands.add("Set rows aside by condition …", "", this::hasTable, () -> show(filter));
        commands.add("Steps: everything that was done", "Shortcut+Shift+S", () -> true, () -> show(steps));
        commands.add("Go to what needs a look", "Shortcut+2", () -> measurements.firstLook().isPresent(), () -> measurements.firstLook().ifPresent(Node::requestFocus));
        commands.add("Role, kind and format of the chosen column", "Shortcut+Shift+K", () -> measurements.chosenTag().isPresent(), () -> measurements.chosenTag().ifPresent(tag -> {
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
        commands.add("Redo", "Shortcut+Shift+Z", () -> session.history().get().redoable().isPresent(), session::redo);
        commands.add("Go to the measurements", "Shortcut+1", this::hasTable, () -> measurements.grid().requestFocus());
        commands.add("Change the title of the figure", "Shortcut+T", this::hasTable, () -> figure.view().editTitle());
        commands.add("Set chosen rows aside, or bring them back", "Shortcut+D", this::hasTable, measurements::toggleSetAside);
        for (Layer layer : Layer.values()) {
            commands.add("Show or hide: " + layer.label().toLowerCase(), "", this::hasTable, () -> figure.toggle(layer));
        }
        for (Curve curve : Curves.offered()) {
            commands.add("Fit: " + curve.name().toLowerCase(), "", () -> session.series().isPresent(), () -> fit(curve));
        }
        commands.add("Hand over …", "Shortcut+H", this::hasTable, this::showHandOver);
        for (FigureFormat format : FigureFormat.values()) {
            commands.add("Save the figure as " + format.name(), "", this::hasTable, () -> handOver.saveAs(format, FigureFile.USUAL_DPI));
        }
        for (TableFile.Format format : TableFile.Format.values()) {
            commands.add("Save the table as " + format.title(), format == TableFile.Format.CSV ? "Shortcut+S" : "", this::hasTable, () -> handOver.saveTable(format));
        }
        commands.add("Copy the figure", "Shortcut+Shift+C", this::hasTable, handOver::copyFigure);
        commands.add("Copy the readout", "Shortcut+Shift+R", this::hasTable, handOver::copyReadout);
        commands.add("Show the next series", "Shortcut+Page Down", this::severalSeries, () -> nextSeries(1));
        commands.add("Show the next table", "Shortcut+Page Up", () -> session.study().tables().size() > 1, this::nextTable);
        commands.add("Remove this table from the study", "", this::hasTable,
                () -> session.perform(new StudyEdit.RemoveTable(session.tableId().get())));
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
        if (event.getCode() == KeyCode.ESCAPE && panels.stream().anyMatch(Node::isVisible)) {
            hidePanel();
            event.consume();
        } else if (event.isShortcutDown() && !event.isShiftDown() && event.getCode() == KeyCode.K) {
            show(finder);
            event.consume();
        } else {
            commands.all().stream().filter(command -> command.keys().isPresent() && command.keys().get().match(event) && command.possible().getAsBoolean())
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
