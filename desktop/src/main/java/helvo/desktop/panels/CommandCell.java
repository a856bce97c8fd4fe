package helvo.desktop.panels;

import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/// A command in the finder: its name, and its key at the right.
final class CommandCell extends ListCell<Commands.Command> {
    @Override
    protected void updateItem(Commands.Command command, boolean empty) {
        super.updateItem(command, empty);
        if (empty || command == null) {
            setGraphic(null);
            setText(null);
            return;
        }
        var name = new Label(command.name());
        var gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        var keys = new Label(
                command.keys().isEmpty() ? "" : command.keys().getFirst().getDisplayText());
        keys.getStyleClass().add("muted");
        var line = new HBox(8, name, gap, keys);
        line.setAlignment(Pos.CENTER_LEFT);
        setGraphic(line);
    }
}
