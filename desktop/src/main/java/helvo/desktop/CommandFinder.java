package helvo.desktop;

import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/// Find anything to do: every command by name, chosen with the arrows and Enter.
final class CommandFinder extends Panel {
    private final TextField typed = new TextField();
    private final ListView<Commands.Command> found = new ListView<>();
    private final Commands commands;
    private final Runnable close;

    CommandFinder(Session session, Commands commands, Runnable close) {
        super(session, "finder", "", 460);
        this.commands = commands;
        this.close = close;
        getStyleClass().setAll("finder");
        typed.setPromptText("Find anything to do");
        typed.setAccessibleText("Find anything to do: type a part of its name");
        typed.setId("finder-text");
        found.setId("finder-list");
        found.setAccessibleText("What can be done");
        found.setFixedCellSize(32);
        found.setCellFactory(_ -> new CommandCell());
        found.setFocusTraversable(false);
        found.setOnMouseClicked(_ -> perform());
        typed.textProperty().subscribe(this::list);
        typed.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        getChildren().addAll(typed, found);
    }

    @Override
    void begin() {
        typed.clear();
        list("");
        typed.requestFocus();
    }

    private void list(String text) {
        found.getItems().setAll(commands.matching(text));
        found.getSelectionModel().selectFirst();
        found.setPrefHeight(Math.clamp(found.getItems().size(), 1, 10) * 32 + 2);
    }

    private void key(KeyEvent event) {
        KeyCode code = event.getCode();
        if (code == KeyCode.DOWN || code == KeyCode.UP) {
            int size = found.getItems().size();
            int next = found.getSelectionModel().getSelectedIndex() + (code == KeyCode.DOWN ? 1 : -1);
            if (size > 0) {
                found.getSelectionModel().select(Math.floorMod(next, size));
                found.scrollTo(found.getSelectionModel().getSelectedIndex());
            }
            event.consume();
        } else if (code == KeyCode.ENTER) {
            perform();
            event.consume();
        } else if (code == KeyCode.ESCAPE) {
            close.run();
            event.consume();
        }
    }

    private void perform() {
        Commands.Command chosen = found.getSelectionModel().getSelectedItem();
        if (chosen != null) {
            close.run();
            chosen.action().run();
        }
    }

    private static final class CommandCell extends ListCell<Commands.Command> {
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
            var keys = new Label(command.keys().isEmpty() ? "" : command.keys().getFirst().getDisplayText());
            keys.getStyleClass().add("muted");
            var line = new HBox(8, name, gap, keys);
            line.setAlignment(Pos.CENTER_LEFT);
            setGraphic(line);
        }
    }
}
