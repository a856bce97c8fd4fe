package helvo.core.style;

/// The axes of a figure.
public enum AxisPlace {
    X("x axis"),
    Y("y axis"),
    RIGHT("right-hand y axis");

    private final String words;

    AxisPlace(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
