package helvo.core.style;

/// Text on figures with raised and lowered parts: `m^{2}`, `v_{0}`.
public final class FigureText {
    private FigureText() {}

    /// Without the marks, as a title of a file has it.
    public static String plain(String text) {
        return text.replaceAll("[\\^_]\\{([^}]*)}", "$1");
    }
}
