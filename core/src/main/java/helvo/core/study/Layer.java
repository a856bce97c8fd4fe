package helvo.core.study;

/// An element that a figure can show besides its points and curves.
public enum Layer {
    BARS("Bars", "Show the error bars"),
    BOUNDS("Bounds", "Show the steepest and the shallowest line through all error bars, and what lies between"),
    EQUATIONS("Equations", "Write each curve's equation and R² beside it"),
    CONFIDENCE_BAND(
            "Confidence band", "Shade where the mean lies with 95 % confidence; thin lines bound one more measurement"),
    RESIDUALS("Residuals", "Show the residuals in a strip that shares the x axis"),
    POOLED("Pooled", "Fit another curve, to all groups together"),
    GRID_LINES("Grid lines", "Draw grid lines behind the points");

    private final String label;
    private final String purpose;

    Layer(String label, String purpose) {
        this.label = label;
        this.purpose = purpose;
    }

    public String label() {
        return label;
    }

    public String purpose() {
        return purpose;
    }
}
