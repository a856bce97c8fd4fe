package helvo.files.text;

/// The sign between the fields of a line.
public enum Delimiter {
    COMMA(',', "commas"), SEMICOLON(';', "semicolons"), TAB('\t', "tabs");

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
}
