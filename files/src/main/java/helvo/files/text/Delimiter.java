package helvo.files.text;

/// A sign that separates the fields of a line.
public enum Delimiter {
    COMMA(',', "commas"),
    SEMICOLON(';', "semicolons"),
    TAB('\t', "tabs"),
    BAR('|', "bars"),
    GAPS('~', "several blanks"),
    WIDTHS('_', "fixed widths"),
    BLANKS(' ', "blanks");

    private final char sign;
    private final String plural;

    Delimiter(char sign, String plural) {
        this.sign = sign;
        this.plural = plural;
    }

    public char sign() {
        return sign;
    }

    public String plural() {
        return plural;
    }

    /// @throws IllegalArgumentException for a sign that parts no fields
    public static Delimiter of(char sign) {
        for (Delimiter each : values()) {
            if (each.sign == sign) {
                return each;
            }
        }
        throw new IllegalArgumentException("“" + sign + "” separates no fields");
    }

    /// Whether lines have to be parted here, and come to the reader of fields with tabs.
    boolean isLoose() {
        return compareTo(BAR) >= 0;
    }

    /// Whether blanks part the fields, or their places.
    boolean isBlank() {
        return compareTo(BAR) > 0;
    }

    /// The sign that the reader of fields meets.
    char read() {
        return isLoose() ? '\t' : sign;
    }
}
