package helvo.figure.export;

import helvo.core.WordList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/// The open formats that a figure is exported in.
public enum FigureFormat {
    PNG("png", "picture of pixels"),
    SVG("svg", "drawing for the web and for editing"),
    PDF("pdf", "page for print"),
    HTML("html", "page for the browser, with values at the pointer");

    private final String ending;
    private final String purpose;

    FigureFormat(String ending, String purpose) {
        this.ending = ending;
        this.purpose = purpose;
    }

    public String ending() {
        return ending;
    }

    public String purpose() {
        return purpose;
    }

    /// All endings: "png, svg, pdf or html".
    public static String choices() {
        return WordList.or(endings());
    }

    public static List<String> endings() {
        return Arrays.stream(values()).map(FigureFormat::ending).toList();
    }

    /// The format that a file name's ending says.
    public static Optional<FigureFormat> of(String fileName) {
        String lower = fileName.toLowerCase(Locale.ROOT);
        return Arrays.stream(values())
                .filter(format -> lower.endsWith("." + format.ending))
                .findFirst();
    }
}
