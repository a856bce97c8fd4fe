package helvo.core.points;

/// A way in which points count in a fit.
public enum Weighting {
    UNWEIGHTED("unweighted"),
    STATED("by their error bars, as stated"),
    RELATIVE("by their error bars, relative only");

    private final String words;

    Weighting(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
