package helvo.desktop;

import helvo.core.study.History;
import java.util.ArrayList;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;

/// Everything that was done, as a readable list; pressing a step goes back, or forward again, to it.
final class StepsPanel extends Panel {
    private final ListView<Line> list = new ListView<>();

    /// A state of the study.
    ///
    /// @param steps    done in it
    /// @param sentence what the last of them did
    private record Line(int steps, String sentence, boolean done) {}

    StepsPanel(Session session) {
        super(session, "steps", "Steps", 460);
        list.setId("steps-list");
        list.setAccessibleText("Steps, the latest last");
        list.setPrefHeight(330);
        list.setCellFactory(_ -> new StepCell());
        list.setOnMouseClicked(_ -> go());
        list.setOnKeyPressed(event -> {
            if (event.getCode() == KeyCode.ENTER) {
                go();
                event.consume();
            }
        });
        getChildren().addAll(heading, muted("Click a step to have the study as it was after it. Nothing is lost until something else is done."), list);
        session.history().subscribe(history -> {
            if (isVisible()) {
                show(history);
            }
        });
    }

    @Override
    void begin() {
        show(session.history().get());
        focus(list);
    }

    private void show(History history) {
        var lines = new ArrayList<Line>();
        lines.add(new Line(0, "As it was at first", true));
        history.steps().forEach(step -> lines.add(new Line(lines.size(), step.sentence(), true)));
        history.undone().forEach(step -> lines.add(new Line(lines.size(), step.sentence(), false)));
        list.getItems().setAll(lines);
        list.getSelectionModel().select(history.steps().size());
        list.scrollTo(Math.max(0, history.steps().size() - 6));
    }

    private void go() {
        Line line = list.getSelectionModel().getSelectedItem();
        if (line != null) {
            session.goTo(line.steps());
        }
    }

    private static final class StepCell extends ListCell<Line> {
        @Override
        protected void updateItem(Line line, boolean empty) {
            super.updateItem(line, empty);
            setGraphic(null);
            if (!empty && line != null) {
                var number = new Label(line.steps() == 0 ? "" : Integer.toString(line.steps()));
                number.getStyleClass().add("muted");
                number.setMinWidth(26);
                var text = new Label(line.sentence());
                text.setWrapText(true);
                text.setMaxWidth(380);
                text.getStyleClass().setAll("label", line.done() ? "step-done" : "step-undone");
                setGraphic(new HBox(6, number, text));
                setAccessibleText(line.sentence() + (line.done() ? "" : ", undone"));
            }
        }
    }
}
