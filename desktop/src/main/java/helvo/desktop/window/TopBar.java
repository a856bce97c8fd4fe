package helvo.desktop.window;

import helvo.desktop.export.ExportPanel;
import helvo.desktop.guide.GuidePanel;
import helvo.desktop.measurements.MeasurementsPane;
import helvo.desktop.panels.CommandFinder;
import helvo.desktop.panels.HistoryPanel;
import helvo.desktop.panels.Panels;
import helvo.desktop.persistence.SaveStatus;
import helvo.desktop.workspace.Importer;
import helvo.desktop.workspace.Saver;
import helvo.desktop.workspace.Studies;
import helvo.desktop.workspace.Workspace;
import javafx.css.PseudoClass;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/// The bar on top: the study's name, what is done all the time, the finder, and Export.
final class TopBar extends HBox {
    private static final PseudoClass TROUBLE = PseudoClass.getPseudoClass("trouble");

    private final Label name = new Label();
    private final Button state = flat("", "study-sign");
    private final Button save = flat("Save", "save");
    private final Button undo = flat("Undo", "undo");
    private final Button redo = flat("Redo", "redo");
    private final Button export = new Button("Export");

    TopBar(
            Workspace workspace,
            Importer importer,
            Saver saver,
            Studies studies,
            Panels panels,
            MeasurementsPane measurements) {
        getStyleClass().add("top-bar");
        name.getStyleClass().add("study-name");
        name.setMinWidth(30);
        name.setMaxWidth(260);
        state.getStyleClass().add("study-state");
        state.setMinWidth(60);
        state.setTooltip(new Tooltip());
        state.setOnAction(_ -> panels.show(HistoryPanel.class));
        Button fresh = flat("New", "new");
        fresh.setTooltip(new Tooltip("A new study, in a window of its own"));
        fresh.setOnAction(_ -> studies.openNew());
        save.setOnAction(_ -> saver.save());
        save.setTooltip(new Tooltip("Save the study"));
        Button opening = flat("Open", "open");
        opening.setTooltip(new Tooltip(
                "Open studies (.helvo) and tables (CSV, TSV, XLSX, ODS). Files can also be dropped on the window."));
        opening.setOnAction(_ -> importer.open());
        Button pasting = flat("Paste", "paste");
        pasting.setTooltip(new Tooltip("Paste cells over the chosen ones, or a table copied elsewhere"));
        pasting.setFocusTraversable(false);
        pasting.setOnAction(_ -> measurements.paste());
        undo.setOnAction(_ -> workspace.undo());
        redo.setOnAction(_ -> workspace.redo());
        var finder = new Button();
        finder.setId("find");
        finder.setText("Find anything to do …");
        var keys = new Label("Ctrl K");
        keys.getStyleClass().add("keys");
        finder.setGraphic(keys);
        finder.setContentDisplay(javafx.scene.control.ContentDisplay.RIGHT);
        finder.setGraphicTextGap(24);
        finder.setMinWidth(110);
        HBox.setHgrow(finder, Priority.SOMETIMES);
        finder.setMaxWidth(250);
        finder.getStyleClass().setAll("button", "find");
        finder.setAccessibleText("Find anything to do, Control K");
        finder.setOnAction(_ -> panels.show(CommandFinder.class));
        Button guide = flat("?", "open-guide");
        guide.setAccessibleText("Guide");
        guide.setTooltip(new Tooltip("Guide (F1)"));
        guide.setOnAction(_ -> panels.show(GuidePanel.class));
        undo.setTooltip(new Tooltip());
        redo.setTooltip(new Tooltip());
        export.setId("export");
        export.setMinWidth(Region.USE_PREF_SIZE);
        export.getStyleClass().add("main-action");
        export.setOnAction(_ -> panels.show(ExportPanel.class));
        getChildren()
                .addAll(
                        name, state, gap(), fresh, opening, save, pasting, undo, redo, gap(), finder, guide, gap(),
                        export);
        workspace.sign().subscribe(this::show);
        workspace.history().subscribe(_ -> update(workspace));
    }

    private void update(Workspace workspace) {
        var history = workspace.history().get();
        name.setText(history.study().name());
        int steps = history.steps().size();
        state.getTooltip()
                .setText((steps == 0 ? "Nothing was done yet" : steps == 1 ? "1 step" : steps + " steps")
                        + ". Click to see everything that was done.");
        save.setDisable(history.study().isBlank());
        undo.setDisable(history.undoable().isEmpty());
        redo.setDisable(history.redoable().isEmpty());
        undo.getTooltip()
                .setText(history.undoable()
                        .map(step -> "Undo: " + step.sentence())
                        .orElse("Nothing to undo"));
        redo.getTooltip()
                .setText(history.redoable()
                        .map(step -> "Redo: " + step.sentence())
                        .orElse("Nothing to redo"));
        export.setDisable(history.study().isBlank());
    }

    private void show(SaveStatus sign) {
        state.setText(sign.text());
        state.setAccessibleText("The study is " + sign.text() + ". History");
        state.pseudoClassStateChanged(TROUBLE, sign.mood() == SaveStatus.Mood.TROUBLE);
    }

    private static Button flat(String text, String id) {
        var button = new Button(text);
        button.setId(id);
        button.getStyleClass().setAll("button", "bar-button");
        button.setMinWidth(Region.USE_PREF_SIZE);
        return button;
    }

    private static Region gap() {
        var gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        return gap;
    }
}
