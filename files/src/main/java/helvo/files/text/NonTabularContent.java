package helvo.files.text;

import helvo.files.UnreadableFile;
import java.nio.charset.StandardCharsets;
import java.util.Locale;

/// Text that is no table, and what it is.
final class NonTabularContent {
    private static final int ENOUGH = 400;

    private NonTabularContent() {}

    /// @throws UnreadableFile with what it is and what to do
    static void refuse(byte[] head, String name) throws UnreadableFile {
        String text = new String(head, 0, Math.min(head.length, ENOUGH), StandardCharsets.ISO_8859_1).strip();
        String low = text.toLowerCase(Locale.ROOT);
        if (low.startsWith("ï»¿")) {
            low = low.substring(3).strip();
        }
        String what = low.startsWith("<!doctype html") || low.startsWith("<html") || low.startsWith("<table")
                ? "a web page"
                : low.startsWith("<svg") || low.startsWith("<?xml") && low.contains("<svg")
                        ? "a picture"
                        : low.startsWith("<?xml")
                                ? "an XML document"
                                : low.startsWith("%pdf-")
                                        ? "a PDF document"
                                        : low.startsWith("{\\rtf") ? "a text document" : isJson(low) ? "JSON" : "";
        if (!what.isEmpty()) {
            String advice = what.equals("a web page")
                    ? "copy its table and paste it into Helvo"
                    : what.equals("a picture")
                            ? "type the values that it shows"
                            : "save its table as CSV and open that";
            throw new UnreadableFile("“" + name + "” is " + what + ", not a table: " + advice + ".");
        }
    }

    private static boolean isJson(String text) {
        boolean object = text.startsWith("{") && text.substring(1).strip().startsWith("\"");
        boolean array = text.startsWith("[{")
                || text.startsWith("[[")
                || text.startsWith("[") && text.substring(1).strip().startsWith("{");
        return object || array;
    }
}
