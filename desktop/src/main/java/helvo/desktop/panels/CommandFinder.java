package helvo.desktop.panels;

import helvo.desktop.controls.Controls;
import helvo.desktop.workspace.Workspace;
import javafx.geometry.Pos;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;

/// Find anything to do: every command by name, chosen with the arrows and Enter.
public final class CommandFinder extends Panel {
    private final TextField typed = Controls.limited(new TextField());
    private final ListView<Commands.Command> found = new ListView<>();
    private final Commands commands;

    public CommandFinder(Workspace workspace, Panels panels, Commands commands) {
        super(workspace, panels, "finder", "", 460);
        this.commands = commands;
        getStyleClass().setAll("finder");
        place(Pos.TOP_CENTER, 52, 0);
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
        // What can be done is more once the figure is worked out.
        workspace.analysis().subscribe(_ -> {
            if (isVisible()) {
                list(typed.getText());
            }
        });
        typed.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        getChildren().addAll(typed, found);
    }

    @Override
    protected void begin() {
        typed.clear();
        list("");
        typed.requestFocus();
    }

    /// What it does by name, for the finder and for keys.
    public static void addTo(Commands to, Panels panels) {
        to.addHidden("Shortcut+K", () -> panels.show(CommandFinder.class));
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
            close();
            event.consume();
        }
    }

    private void perform() {
        Commands.Command chosen = found.getSelectionModel().getSelectedItem();
        if (chosen != null) {
            close();
            chosen.action().run();
        }
    }
}
