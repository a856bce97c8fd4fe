package helvo.core.study;

import static helvo.core.Require.require;

/// What a person wrote around a figure for its report, in Markdown; empty for nothing.
public record ReportText(String before, String after) {
    public static final ReportText NONE = new ReportText("", "");
    /// A text of one's own has so many characters at most.
    public static final int MAX_CHARACTERS = 10_000;

    public ReportText {
        before = limited(before);
        after = limited(after);
    }

    static String limited(String text) {
        String given = text == null ? "" : text;
        require(given.length() <= MAX_CHARACTERS, "a text has %s characters at most", MAX_CHARACTERS);
        return given.isBlank() ? "" : given;
    }
}
