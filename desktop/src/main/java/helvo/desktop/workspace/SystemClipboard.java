package helvo.desktop.workspace;

import javafx.scene.image.Image;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;

/// The computer's clipboard.
public final class SystemClipboard {
    private SystemClipboard() {}

    /// What text it holds; null for none.
    public static String text() {
        return Clipboard.getSystemClipboard().getString();
    }

    /// Whether it holds a picture and no text.
    static boolean holdsPictureOnly() {
        String text = text();
        return (text == null || text.isBlank()) && Clipboard.getSystemClipboard().hasImage();
    }

    /// Nothing happens for an empty text.
    public static void copy(String text) {
        if (!text.isEmpty()) {
            var content = new ClipboardContent();
            content.putString(text);
            Clipboard.getSystemClipboard().setContent(content);
        }
    }

    static void copy(Image picture) {
        var content = new ClipboardContent();
        content.putImage(picture);
        Clipboard.getSystemClipboard().setContent(content);
    }
}
