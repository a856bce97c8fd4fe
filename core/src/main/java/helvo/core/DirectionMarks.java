package helvo.core;

/// Unicode characters that turn the direction of text, which are taken out of names that other people chose. They
/// are shown by their numbers, as `[U+202E]`, wherever a text leaves the program.
public final class DirectionMarks {
    private DirectionMarks() {}

    private static boolean isOne(int character) {
        return character >= 0x202a && character <= 0x202e || character >= 0x2066 && character <= 0x2069;
    }

    /// The text with such characters made visible; the text itself where it has none.
    public static String visible(String text) {
        if (text.chars().noneMatch(DirectionMarks::isOne)) {
            return text;
        }
        var visible = new StringBuilder(text.length() + 16);
        text.codePoints().forEach(each -> {
            if (isOne(each)) {
                visible.append(RootLocale.format("[U+%04X]", each));
            } else {
                visible.appendCodePoint(each);
            }
        });
        return visible.toString();
    }
}
