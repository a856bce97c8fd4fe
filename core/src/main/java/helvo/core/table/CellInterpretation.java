package helvo.core.table;

/// A way to interpret the cells of a column that could be read in several.
public enum CellInterpretation {
    POINT("numbers with a decimal point"),
    COMMA("numbers with a decimal comma"),
    DAY_FIRST("dates, day before month"),
    MONTH_FIRST("dates, month before day"),
    HOURS_MINUTES("durations in hours and minutes"),
    MINUTES_SECONDS("durations in minutes and seconds"),
    YEAR_MONTH("months, the year before the month"),
    TEXT("text, as it is written");

    private final String words;

    CellInterpretation(String words) {
        this.words = words;
    }

    public boolean isNumbers() {
        return this == POINT || this == COMMA;
    }

    public String words() {
        return words;
    }
}
