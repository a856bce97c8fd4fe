package helvo.desktop.window;

import helvo.desktop.controls.RestingCaret;
import helvo.desktop.controls.TypedKeys;
import helvo.desktop.curves.CurvesStrip;
import helvo.desktop.figure.FigurePane;
import helvo.desktop.guide.GuidePanel;
import helvo.desktop.measurements.MeasurementsPane;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.ConflictPanel;
import helvo.desktop.panels.OpenPanel;
import helvo.desktop.panels.Panels;
import helvo.desktop.panels.ReadingPanel;
import helvo.desktop.persistence.PreferencesFile;
import helvo.desktop.persistence.Settings;
import helvo.desktop.results.ResultsPane;
import helvo.desktop.task.InterfaceTimer;
import helvo.desktop.workspace.Exporter;
import helvo.desktop.workspace.Importer;
import helvo.desktop.workspace.Saver;
import helvo.desktop.workspace.Studies;
import helvo.desktop.workspace.Workspace;
import java.io.File;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import javafx.application.Platform;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.DragEvent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.StackPane;

/// The whole window: the bar on top and the five regions under it, and the panels over them.
public final class MainView extends StackPane {
    private final Workspace workspace;
    private final PreferencesFile<Settings> settings;
    private final Commands commands = new Commands();
    private final Panels panels;
    private final MeasurementsPane measurements;
    private final FigurePane figure;
    private final Regions regions;
    private final StartPage start;
    private final RegionFocusTraversal regionWalk;
    /// What is typed after the key of a command on a figure that is not there yet.
    private final HeldKeys held = new HeldKeys();
    private final InterfaceTimer release = InterfaceTimer.every(Duration.ofMillis(20), this::release);

    public MainView(Workspace workspace, Importer importer, Exporter exporter, Saver saver, Studies studies) {
        this.workspace = workspace;
        settings = studies.settings();
        getStyleClass().add("main-view");
        sceneProperty().subscribe(scene -> Optional.ofNullable(scene).ifPresent(RestingCaret::in));
        panels = new Panels(workspace, this);
        measurements = new MeasurementsPane(workspace, importer, exporter.copying(), panels);
        figure = new FigurePane(workspace, exporter.copying(), panels);
        var results = new ResultsPane(workspace, panels, figure);
        var curves = new CurvesStrip(workspace, panels);
        start = new StartPage(workspace, importer, studies, panels);
        regions = new Regions(measurements, List.of(start, figure), results);
        var frame = new BorderPane(regions);
        // Not worked out from what is in it: the window has a least size of its own.
        frame.setMinSize(0, 0);
        var foldingCurves = new FoldingCurves(curves);
        frame.setBottom(foldingCurves);
        var bar = new TopBar(workspace, importer, saver, studies, panels, measurements);
        frame.setTop(bar);
        regionWalk = new RegionFocusTraversal(
                List.of(
                        new RegionFocusTraversal.Stop(bar),
                        new RegionFocusTraversal.Stop(measurements, measurements.grid()::requestFocus),
                        new RegionFocusTraversal.Stop(figure, figure::takeFocus),
                        new RegionFocusTraversal.Stop(start),
                        new RegionFocusTraversal.Stop(results),
                        new RegionFocusTraversal.Stop(curves)),
                regions::getScene);
        var messages = new MessageLine(workspace);
        getChildren().addAll(frame, messages);
        StackPane.setAlignment(messages, Pos.BOTTOM_CENTER);
        StackPane.setMargin(messages, new Insets(0, 0, 8, 0));
        GuidePanel.linkTo(measurements, "measurements");
        GuidePanel.linkTo(figure, "figure");
        GuidePanel.linkTo(results, "numbers");
        GuidePanel.linkTo(curves, "curves");
        GuidePanel.linkTo(start, "start");
        ExclusionNotice.on(workspace);
        addStudyCommands(importer, saver, studies);
        measurements.addTo(commands);
        figure.addTo(commands);
        curves.addTo(commands);
        addCommands(foldingCurves);
        var list = new PanelList(workspace, panels, measurements.grid());
        panels.add(list.panels(commands, figure.view(), importer, exporter, saver, studies), measurements.grid());
        list.addTo(commands, exporter, settings);
        addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        workspace.whenTypingEnds(this::finishTyping);
        setOnDragOver(MainView::dragged);
        setOnDragDropped(event -> dropped(event, importer));
        workspace.history().subscribe(_ -> update());
        workspace.conflict().subscribe((_, now) -> now.ifPresent(_ -> panels.show(ConflictPanel.class)));
        importer.question()
                .subscribe(asked -> asked.ifPresent(question -> panels.show(
                        question instanceof Importer.Question.HowToRead ? ReadingPanel.class : OpenPanel.class)));
    }

    public Workspace workspace() {
        return workspace;
    }

    public Panels panels() {
        return panels;
    }

    public Commands commands() {
        return commands;
    }

    public FigurePane figure() {
        return figure;
    }

    /// Gives the sides the widths that they had; 0 for the usual one.
    public void setSides(double left, double right) {
        regions.setWidths(left, right);
    }

    public double leftWidth() {
        return regions.left().width();
    }

    public double rightWidth() {
        return regions.right().width();
    }

    /// The width that a person gave to the left side; 0 for the usual one.
    public double chosenLeftWidth() {
        return regions.left().chosenWidth();
    }

    /// The width that a person gave to the right side; 0 for the usual one.
    public double chosenRightWidth() {
        return regions.right().chosenWidth();
    }

    /// Shows where things are, to who starts for the first time with something to see.
    public void tourOnce() {
        if (hasTable() && !settings.get().toured()) {
            panels.show(TourPanel.class);
        }
    }

    /// Ready to type.
    public void begin() {
        workspace.table().ifPresent(table -> measurements
                .grid()
                .choose(0, table.columns().getFirst()));
    }

    /// Builds what is not shown yet, one after the other, so that none delays what is being done; no more once the
    /// window is closed.
    public void buildPanels() {
        if (getScene().getWindow().isShowing() && panels.buildOne()) {
            Platform.runLater(this::buildPanels);
        }
    }

    private void update() {
        boolean blank = workspace.study().isBlank();
        regions.middle(blank ? start : figure);
        regions.showRight(!blank);
        regions.showLeft(workspace.table().isPresent());
    }

    private void addStudyCommands(Importer importer, Saver saver, Studies studies) {
        commands.add("New study", "Shortcut+N", () -> true, studies::openNew);
        commands.add("Open a study or a table", "Shortcut+O", () -> true, importer::open);
        commands.add("Save the study", "Shortcut+S", () -> !workspace.study().isBlank(), saver::save);
        commands.add(
                "Save the study under another name",
                "Shortcut+Shift+S",
                () -> !workspace.study().isBlank(),
                saver::saveAs);
        commands.add("Go back to the study as it was saved", "", saver::canRevert, saver::revert);
        commands.add("Another window on this study", "Shortcut+Alt+W", () -> true, studies::openAnother);
        commands.add("Close the window", "Shortcut+W", () -> true, studies::close);
    }

    private void addCommands(FoldingCurves curves) {
        commands.add("Undo", "Shortcut+Z", workspace::canUndo, workspace::undo);
        commands.add(
                "Redo",
                "Shortcut+Shift+Z",
                () -> workspace.history().get().redoable().isPresent(),
                workspace::redo,
                "Shortcut+Y");
        commands.add("Go to the measurements", "Shortcut+1", this::hasTable, () -> {
            regions.openLeft();
            measurements.grid().requestFocus();
        });
        commands.add("Go to the next region of the window", "F6", () -> true, () -> regionWalk.step(1));
        commands.add("Go to the region before", "Shift+F6", () -> true, () -> regionWalk.step(-1));
        commands.add("Fold the measurements, or unfold them", "Shortcut+Alt+1", this::hasTable, regions::toggleLeft);
        commands.add("Fold the results, or unfold them", "Shortcut+Alt+2", this::hasTable, regions::toggleRight);
        commands.add("Fold the curves, or unfold them", "Shortcut+Alt+3", this::hasTable, curves::toggle);
    }

    private boolean hasTable() {
        return workspace.table().isPresent();
    }

    private void key(KeyEvent event) {
        boolean isTyping = event.getTarget() instanceof TextInputControl;
        if (event.getCode() == KeyCode.ESCAPE) {
            if (panels.isAnyShown() && !(isTyping && !panels.hold((Node) event.getTarget()))) {
                panels.hide();
                event.consume();
            } else if (!isTyping) {
                workspace.select();
            }
        } else if (Commands.mayBeKey(event)
                && !(event.getTarget() instanceof TextInputControl field && TypedKeys.edits(field, event))) {
            commands.of(event)
                    .ifPresentOrElse(
                            command -> {
                                finishTyping();
                                command.action().run();
                                event.consume();
                            },
                            () -> {
                                if (isFigureUnderWay() && commands.isOfFigure(event)) {
                                    held.holdFrom(event, getScene());
                                    release.start();
                                }
                            });
        }
    }

    private boolean isFigureUnderWay() {
        return workspace.isAnalysing() || figure.view().isDrawing();
    }

    private void release() {
        if (!isFigureUnderWay()
                || held.first().flatMap(commands::of).isPresent()
                || held.first().isEmpty()) {
            release.stop();
            held.releaseTo(getScene());
        }
    }

    /// Leaves the field that has the keyboard for a moment, which enters what was typed there; a field that stays
    /// gets it back.
    private void finishTyping() {
        if (getScene() != null && getScene().getFocusOwner() instanceof TextInputControl field) {
            (hasTable() ? measurements.grid() : this).requestFocus();
            if (panels.hold(field)) {
                field.requestFocus();
            }
        }
    }

    /// Files of others; not the figure that was dragged from here.
    private static void dragged(DragEvent event) {
        if (event.getDragboard().hasFiles() && event.getGestureSource() == null) {
            event.acceptTransferModes(TransferMode.COPY);
        }
        event.consume();
    }

    private static void dropped(DragEvent event, Importer importer) {
        boolean files = event.getDragboard().hasFiles();
        if (files) {
            importer.open(
                    event.getDragboard().getFiles().stream().map(File::toPath).toList());
        }
        event.setDropCompleted(files);
        event.consume();
    }
}
