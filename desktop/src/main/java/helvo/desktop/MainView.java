package helvo.desktop;

import helvo.core.curve.Curve;
import helvo.core.curve.Curves;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.study.StudyEdit;
import helvo.figure.FigureFile;
import helvo.figure.FigureFormat;
import helvo.files.samples.SampleStudy;
import java.io.File;
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
import javafx.scene.layout.Region;
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
    private final BorderPane regions = new BorderPane();
    private final VBox start;
    private Node focusedBefore;

    MainView(Session session, FileDialogs dialogs) {
        this.session = session;
        this.dialogs = dialogs;
        getStyleClass().add("main-view");
        measurements = new MeasurementsPane(session, this::showSeries);
        figure = new FigurePane(session);
        readout = new ReadoutPane(session);
        finder = new CommandFinder(commands, () -> hide(finder()));
        handOver = new HandOver(session, dialogs);
        series = new SeriesPanel(session, measurements.grid(), this::hideSeries);
        start = start();
        regions.setLeft(measurements);
        regions.setRight(readout);
        regions.setBottom(new CurvesStrip(session));
        var frame = new BorderPane(regions);
        frame.setTop(new TopBar(session, this::open, this::paste, () -> show(finder), () -> show(handOver)));
        var messages = new MessageLine(session);
        getChildren().addAll(frame, messages, finder, handOver, series);
        StackPane.setAlignment(series, Pos.TOP_LEFT);
        StackPane.setMargin(series, new Insets(120, 0, 0, 340));
        StackPane.setAlignment(messages, Pos.BOTTOM_CENTER);
        StackPane.setMargin(messages, new Insets(0, 0, 128, 0));
        StackPane.setAlignment(finder, Pos.TOP_CENTER);
        StackPane.setMargin(finder, new Insets(52, 0, 0, 0));
        StackPane.setAlignment(handOver, Pos.TOP_RIGHT);
        StackPane.setMargin(handOver, new Insets(52, 16, 0, 0));
        finder.setVisible(false);
        handOver.setVisible(false);
        series.setVisible(false);
        fillCommands();
        addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        setOnDragOver(this::dragged);
        setOnDragDropped(this::dropped);
        widthProperty().subscribe(width -> fold(width.doubleValue()));
        session.history().subscribe(_ -> update());
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

    private CommandFinder finder() {
        return finder;
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
        var hint = new Label("Type pairs into the table, paste them, open a file (CSV or TSV), or drop one on this window.");
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

    private void showSeries() {
        show(series);
    }

    private void hideSeries() {
        hide(series);
    }

    private void fillCommands() {
        commands.add("Open a table", "Shortcut+O", () -> true, this::open);
        commands.add("Paste as a new table", "Shortcut+Shift+V", () -> true, () -> session.pasteTable(Clipboard.getSystemClipboard().getString()));
        commands.add("Copy the table with its headings", "", this::hasTable, () -> session.copy(measurements.grid().copiedTable()));
        commands.add("Fill a regular series …", "Shortcut+E", this::hasTable, this::showSeries);
        commands.add("Insert a row before the chosen one", "Shortcut+I", this::hasTable, measurements::insertRow);
        commands.add("Remove the chosen rows", "Shortcut+DELETE", this::hasTable, measurements::removeRows);
        commands.add("Sort the rows by the chosen column, rising", "", this::hasTable, () -> measurements.sort(true));
        commands.add("Sort the rows by the chosen column, falling", "", this::hasTable, () -> measurements.sort(false));
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
        commands.add("Save the table as CSV", "Shortcut+S", this::hasTable, handOver::saveTable);
        commands.add("Copy the figure", "Shortcut+Shift+C", this::hasTable, handOver::copyFigure);
        commands.add("Copy the readout", "Shortcut+Shift+R", this::hasTable, handOver::copyReadout);
        commands.add("Show the next series", "Shortcut+PAGE_DOWN", this::severalSeries, () -> nextSeries(1));
        commands.add("Show the next table", "Shortcut+PAGE_UP", () -> session.study().tables().size() > 1, this::nextTable);
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
        if (event.getCode() == KeyCode.ESCAPE && (finder.isVisible() || handOver.isVisible() || series.isVisible())) {
            hide(finder.isVisible() ? finder : handOver.isVisible() ? handOver : series);
            event.consume();
        } else if (event.isShortcutDown() && event.getCode() == KeyCode.K) {
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

    private void show(Region panel) {
        boolean again = panel == handOver && handOver.isVisible();
        boolean none = !finder.isVisible() && !handOver.isVisible() && !series.isVisible();
        finder.setVisible(panel == finder);
        handOver.setVisible(panel == handOver && !again);
        series.setVisible(panel == series);
        if (none && getScene() != null) {
            focusedBefore = getScene().getFocusOwner();
        }
        if (finder.isVisible()) {
            finder.begin();
        } else if (handOver.isVisible()) {
            handOver.begin();
            handOver.first().requestFocus();
        } else if (series.isVisible()) {
            series.begin();
        }
    }

    private void hide(Region panel) {
        panel.setVisible(false);
        if (focusedBefore != null) {
            focusedBefore.requestFocus();
        }
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
