package helvo.desktop.controls;

import helvo.core.style.SymbolNames;
import javafx.application.Platform;
import javafx.scene.control.TextField;

/// A field in which names of signs become the signs while they are typed: `\mu` is µ.
public final class SymbolTyping {
    private SymbolTyping() {}

    /// Replaces names as they are typed.
    public static void follow(TextField field) {
        field.textProperty().subscribe(text -> {
            if (!SymbolNames.replaced(text, false).equals(text)) {
                Platform.runLater(() -> replace(field));
            }
        });
    }

    private static void replace(TextField field) {
        String text = field.getText();
        int after = text.length() - field.getCaretPosition();
        String replaced = SymbolNames.replaced(text, false);
        field.setText(replaced);
        field.positionCaret(Math.max(0, replaced.length() - after));
    }
}
