package helvo.desktop.controls;

import java.util.List;
import javafx.collections.ObservableList;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.TextFormatter;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.Region;

/// Controls as Helvo makes them.
public final class Controls {
    /// Characters of a name, a title or a description.
    private static final int MOST_TYPED = 10_000;

    private Controls() {}

    public static TextField field(String id, String accessible, int columns) {
        TextField field = limited(new TextField());
        field.setId(id);
        field.setAccessibleText(accessible);
        field.setPrefColumnCount(columns);
        return field;
    }

    /// Takes no text that no person would type: a long one that is pasted would keep the window busy. What is
    /// beyond is left out.
    public static <F extends TextInputControl> F limited(F field) {
        field.setTextFormatter(new TextFormatter<>(change -> {
            int over = change.getControlNewText().length() - MOST_TYPED;
            if (change.isContentChange() && over > 0) {
                change.setText(change.getText()
                        .substring(0, Math.max(0, change.getText().length() - over)));
                change.selectRange(
                        Math.min(change.getAnchor(), MOST_TYPED), Math.min(change.getCaretPosition(), MOST_TYPED));
            }
            return change;
        }));
        return field;
    }

    /// A field for a text of several lines.
    public static TextArea area(String id, String accessible) {
        TextArea area = limited(new TextArea());
        area.setId(id);
        area.setAccessibleText(accessible);
        area.setPromptText("Markdown: *emphasis*, **strong**, - lists");
        area.setWrapText(true);
        area.setPrefRowCount(3);
        return area;
    }

    /// As high as what scrolls in it, which is known once that has its width; at most as high as is said.
    public static void fitHeight(ScrollPane scroll, double most) {
        scroll.setPrefHeight(most);
        scroll.getContent().layoutBoundsProperty().subscribe(bounds -> {
            if (bounds.getHeight() > 0) {
                scroll.setPrefHeight(Math.min(bounds.getHeight() + 2, most));
            }
        });
    }

    /// Puts a text into a field in which nobody is typing.
    public static void show(TextInputControl field, String text) {
        if (!field.isFocused() && !field.getText().equals(text)) {
            field.setText(text);
        }
    }

    /// Shows every "_" of what stands on it, such as a name: the toolkit would drop it as the sign of a key.
    public static <T extends Labeled> T asWritten(T control) {
        control.setMnemonicParsing(false);
        return control;
    }

    /// The same of a menu's item.
    public static <T extends MenuItem> T asWritten(T item) {
        item.setMnemonicParsing(false);
        return item;
    }

    public static Button button(String id, String text, Runnable action) {
        Button button = asWritten(new Button(text));
        button.setId(id);
        button.setOnAction(_ -> action.run());
        return button;
    }

    /// The one main action of a panel.
    public static Button mainButton(String id, String text, Runnable action) {
        Button button = button(id, text, action);
        button.getStyleClass().add("main-action");
        return button;
    }

    /// A small button on a line of text.
    ///
    /// @param purpose what it does, in a sentence
    public static Button smallButton(String id, String text, String purpose, Runnable action) {
        Button button = button(id, text, action);
        button.getStyleClass().setAll("button", "look-choice");
        button.setMinWidth(Region.USE_PREF_SIZE);
        button.setTooltip(new Tooltip(purpose));
        button.setAccessibleText(purpose);
        return button;
    }

    /// Shows a node, or hides it and gives its room to others.
    public static void setShown(Node node, boolean shown) {
        node.setVisible(shown);
        node.setManaged(shown);
    }

    /// Makes nodes the children of a pane. Those that are there already stay, as far as their order does: one that
    /// is taken out and put back is styled and laid out anew.
    public static void arrange(ObservableList<Node> children, List<Node> wanted) {
        children.retainAll(wanted);
        for (int i = 0; i < wanted.size(); i++) {
            Node node = wanted.get(i);
            if (i >= children.size() || children.get(i) != node) {
                children.remove(node);
                children.add(i, node);
            }
        }
    }

    public static Label muted(String text) {
        var label = new WrappedLabel(text);
        label.getStyleClass().add("muted");
        return label;
    }

    public static Label strong(String text) {
        var label = new Label(text);
        label.getStyleClass().add("strong");
        return label;
    }

    public static MenuItem menuItem(String text, Runnable action) {
        MenuItem item = asWritten(new MenuItem(text));
        item.setOnAction(_ -> action.run());
        return item;
    }
}
