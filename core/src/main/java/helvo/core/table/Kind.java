package helvo.core.table;

/// The kind of values in a column: numbers, text, or dates. Dates and times of day are numbers of seconds; see
/// [helvo.core.number.DateText].
public enum Kind {
    NUMBER("numbers"),
    TEXT("text"),
    DATE("dates");

    private final String plural;

    Kind(String plural) {
        this.plural = plural;
    }

    /// As the window and the command line call such cells.
    public String plural() {
        return plural;
    }
}
