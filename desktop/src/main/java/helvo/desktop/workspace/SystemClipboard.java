package helvo.desktop.workspace;

import helvo.report.ClipboardForms;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import javafx.scene.image.Image;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.DataFormat;

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
        return (text == null || text.isBlank())
                && Clipboard.getSystemClipboard().hasImage();
    }

    /// Whether what it holds is more than one cell: rows, or cells parted by tabs.
    public static boolean holdsSeveralCells() {
        String text = text();
        return text != null && text.strip().chars().anyMatch(each -> each == '\t' || each == '\n' || each == '\r');
    }

    /// Nothing happens for an empty text.
    public static void copyText(String text) {
        if (!text.isEmpty()) {
            var content = new ClipboardContent();
            content.putString(text);
            Clipboard.getSystemClipboard().setContent(content);
        }
    }

    /// All forms at once.
    static void copyForms(ClipboardForms copied) {
        Clipboard.getSystemClipboard().setContent(content(copied));
    }

    /// @param picture the same in pixels
    static void copy(ClipboardForms copied, Image picture) {
        ClipboardContent content = content(copied);
        content.putImage(picture);
        Clipboard.getSystemClipboard().setContent(content);
    }

    private static ClipboardContent content(ClipboardForms copied) {
        var content = new ClipboardContent();
        if (!copied.plain().isEmpty()) {
            content.putString(copied.plain());
        }
        content.putHtml(copied.html());
        copied.others()
                .forEach((type, text) ->
                        content.put(format(type), ByteBuffer.wrap(text.getBytes(StandardCharsets.UTF_8))));
        return content;
    }

    /// Of a media type, each once in the program.
    public static DataFormat format(String type) {
        DataFormat known = DataFormat.lookupMimeType(type);
        return known == null ? new DataFormat(type) : known;
    }
}
