package helvo.core.style;

/// Text on figures, whose raised and lowered parts are marked: `m^{2}`, `v_{0}`, `10^{-3}`.
public final class FigureText {
    private FigureText() {}

    /// Without the marks, as a title of a file has it.
    public static String plain(String text) {
        return text.replaceAll("[\\^_]\\{([^}]*)}", "$1");
    }
}
