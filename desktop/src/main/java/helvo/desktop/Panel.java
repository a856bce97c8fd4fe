package helvo.desktop;

import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/// A small panel over the window that holds just what one task has. Escape closes it.
abstract class Panel extends VBox {
    final Session session;
    final Label heading = new Label();
    final Label wrong = new Label();

    /// @param id of the panel
    Panel(Session session, String id, String title, double width) {
        this.session = session;
        setId(id);
        getStyleClass().add("panel");
        setMaxSize(width, Region.USE_PREF_SIZE);
        heading.setText(title);
        heading.getStyleClass().add("region-heading");
        heading.setWrapText(true);
        wrong.setId(id + "-wrong");
        wrong.getStyleClass().add("warning");
        wrong.setWrapText(true);
        wrong.setMinHeight(Region.USE_PREF_SIZE);
        say("");
        setVisible(false);
        addEventHandler(KeyEvent.KEY_PRESSED, this::entered);
        addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            if (event.getTarget() instanceof CheckBox) {
                entered(event);
            }
        });
    }

    /// Enter presses the button that has the focus, else the main one; a tick box, which would take it, is ticked by the space bar.
    private void entered(KeyEvent event) {
        if (event.getCode() == KeyCode.ENTER) {
            Node focused = getScene().getFocusOwner();
            Node pressed = focused instanceof Button ? focused : lookup(".main-action");
            if (pressed instanceof Button button) {
                button.fire();
                event.consume();
            }
        }
    }

    /// Called whenever it is shown: takes what it is about and the focus.
    abstract void begin();

    /// Gives the focus to a part of the panel, also one that was just made.
    final void focus(Node part) {
        applyCss();
        layout();
        part.requestFocus();
    }

    final void say(String sentence) {
        wrong.setText(sentence);
        wrong.setManaged(!sentence.isEmpty());
    }

    static TextField field(String id, String accessible, int columns) {
        var field = new TextField();
        field.setId(id);
        field.setAccessibleText(accessible);
        field.setPrefColumnCount(columns);
        return field;
    }

    static Button button(String id, String text, Runnable action) {
        var button = new Button(text);
        button.setId(id);
        button.setOnAction(_ -> action.run());
        return button;
    }

    static Button mainButton(String id, String text, Runnable action) {
        Button button = button(id, text, action);
        button.getStyleClass().add("main-action");
        return button;
    }

    static Label muted(String text) {
        var label = new Label(text);
        label.getStyleClass().add("muted");
        label.setWrapText(true);
        label.setMinHeight(Region.USE_PREF_SIZE);
        return label;
    }

    static Label strong(String text) {
        var label = new Label(text);
        label.getStyleClass().add("strong");
        return label;
    }
}
