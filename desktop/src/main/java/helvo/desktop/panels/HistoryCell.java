package helvo.desktop.panels;

import helvo.desktop.persistence.ClockText;
import java.time.Instant;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/// A cell of the history list.
final class HistoryCell extends ListCell<HistoryEntry> {
    /// At the sides of a line: the list's border, the cell's padding, the scroll bar.
    private static final double BESIDES = 34;

    HistoryCell() {
        // As wide as the list, so that long sentences wrap.
        setPrefWidth(0);
    }

    /// A cell by itself asks for the height of one line, however long the sentence.
    @Override
    protected double computePrefHeight(double width) {
        double usual = super.computePrefHeight(width);
        return getGraphic() instanceof HBox line && getListView() != null
                ? Math.max(
                        usual,
                        line.prefHeight(getListView().getWidth() - BESIDES) + snappedTopInset() + snappedBottomInset())
                : usual;
    }

    @Override
    protected void updateItem(HistoryEntry line, boolean empty) {
        super.updateItem(line, empty);
        setGraphic(null);
        setAccessibleText(null);
        if (empty || line == null) {
            return;
        }
        switch (line) {
            case HistoryEntry.AtFirst _ -> show("", line, "", "step-done");
            case HistoryEntry.Earlier(Instant at, var _) -> show("", line, ClockText.of(at), "step-earlier");
            case HistoryEntry.Came(int steps, var step, var _, var _, var _) ->
                show(Integer.toString(steps), line, ClockText.of(step.at()), "step-done");
            case HistoryEntry.Done(int steps, var step) ->
                show(Integer.toString(steps), line, ClockText.of(step.at()), "step-done");
            case HistoryEntry.Undone(int steps, var step) ->
                show(Integer.toString(steps), line, ClockText.of(step.at()), "step-undone");
            case HistoryEntry.Left(var _, var _, var last) -> show("", line, ClockText.of(last.at()), "step-left");
        }
    }

    private void show(String number, HistoryEntry line, String time, String style) {
        var count = new Label(number);
        count.getStyleClass().add("muted");
        count.setMinWidth(26);
        var text = new Label(line.sentence());
        text.setWrapText(true);
        text.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(text, Priority.ALWAYS);
        text.getStyleClass().setAll("label", style);
        var clock = new Label(time);
        clock.getStyleClass().add("muted");
        clock.setMinWidth(Region.USE_PREF_SIZE);
        setGraphic(new HBox(6, count, text, clock));
        setAccessibleText(line.sentence()
                + (style.equals("step-undone") ? ", undone" : "")
                + (time.isEmpty() ? "" : ", " + time));
    }
}
