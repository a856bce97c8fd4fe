package helvo.desktop.controls;

import helvo.core.look.Signs;
import javafx.application.Platform;
import javafx.scene.control.TextField;

/// A field in which names of signs become the signs while they are typed: `\mu` is µ.
public final class SignTyping {
    private SignTyping() {}

    /// Replaces names as they are typed.
    public static void follow(TextField field) {
        field.textProperty().subscribe(text -> {
            if (!Signs.replaced(text, false).equals(text)) {
                Platform.runLater(() -> replace(field));
            }
        });
    }

    private static void replace(TextField field) {
        String text = field.getText();
        int after = text.length() - field.getCaretPosition();
        String replaced = Signs.replaced(text, false);
        field.setText(replaced);
        field.positionCaret(Math.max(0, replaced.length() - after));
    }
}
