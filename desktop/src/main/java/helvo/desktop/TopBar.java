package helvo.desktop;

import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/// The bar on top: the study's name, what is done all the time, the finder, and Hand over.
final class TopBar extends HBox {
    private final Label name = new Label();
    private final Button state = flat("", "steps-shown");
    private final Button undo = flat("Undo", "undo");
    private final Button redo = flat("Redo", "redo");
    private final Button handOver = new Button("Hand over");

    TopBar(Session session, Runnable open, Runnable paste, Runnable find, Runnable showHandOver, Runnable showSteps) {
        getStyleClass().add("top-bar");
        name.getStyleClass().add("study-name");
        name.setMinWidth(Region.USE_PREF_SIZE);
        name.setMaxWidth(260);
        state.getStyleClass().add("study-state");
        state.setTooltip(new Tooltip("Everything that was done, as a list"));
        state.setOnAction(_ -> showSteps.run());
        Button opening = flat("Open", "open");
        opening.setTooltip(new Tooltip("Open tables (CSV, TSV, XLSX, ODS). Files can also be dropped on the window."));
        opening.setOnAction(_ -> open.run());
        Button pasting = flat("Paste", "paste");
        pasting.setTooltip(new Tooltip("Paste cells over the chosen ones, or a table copied elsewhere"));
        pasting.setFocusTraversable(false);
        pasting.setOnAction(_ -> paste.run());
        undo.setOnAction(_ -> session.undo());
        redo.setOnAction(_ -> session.redo());
        var finder = new Button();
        finder.setId("find");
        finder.setText("Find anything to do …");
        var keys = new Label("Ctrl K");
        keys.getStyleClass().add("keys");
        finder.setGraphic(keys);
        finder.setContentDisplay(javafx.scene.control.ContentDisplay.RIGHT);
        finder.setGraphicTextGap(60);
        finder.getStyleClass().setAll("button", "find");
        finder.setAccessibleText("Find anything to do, Control K");
        finder.setOnAction(_ -> find.run());
        undo.setTooltip(new Tooltip());
        redo.setTooltip(new Tooltip());
        handOver.setId("hand-over");
        handOver.getStyleClass().add("main-action");
        handOver.setOnAction(_ -> showHandOver.run());
        getChildren().addAll(name, state, gap(), opening, pasting, undo, redo, gap(), finder, gap(), handOver);
        session.history().subscribe(_ -> update(session));
    }

    private void update(Session session) {
        var history = session.history().get();
        name.setText(history.study().name());
        int steps = history.steps().size();
        state.setVisible(steps > 0 || history.redoable().isPresent());
        state.setText(steps == 0 ? "no steps" : steps == 1 ? "1 step" : steps + " steps");
        undo.setDisable(history.undoable().isEmpty());
        redo.setDisable(history.redoable().isEmpty());
        undo.getTooltip().setText(history.undoable().map(step -> "Undo: " + step.sentence()).orElse("Nothing to undo"));
        redo.getTooltip().setText(history.redoable().map(step -> "Redo: " + step.sentence()).orElse("Nothing to redo"));
        handOver.setDisable(history.study().isBlank());
    }

    private static Button flat(String text, String id) {
        var button = new Button(text);
        button.setId(id);
        button.getStyleClass().setAll("button", "bar-button");
        return button;
    }

    private static Region gap() {
        var gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        return gap;
    }
}
