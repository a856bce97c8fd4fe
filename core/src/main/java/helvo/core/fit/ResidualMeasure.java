package helvo.core.fit;

/// A measure that residuals are shown in.
public enum ResidualMeasure {
    RAW("raw", "Residual"),
    PERCENT_OF_FITTED("% of fitted", "Residual, % of fitted"),
    PERCENT_OF_MEASURED("% of measured", "Residual, % of measured"),
    STANDARDISED("standardised", "Standardised residual");

    private final String label;
    private final String title;

    ResidualMeasure(String label, String title) {
        this.label = label;
        this.title = title;
    }

    /// On its switch.
    public String label() {
        return label;
    }

    /// Of an axis or a column.
    public String title() {
        return title;
    }
}
