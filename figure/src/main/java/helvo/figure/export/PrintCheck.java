package helvo.figure.export;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.figure.canvas.MeasuringCanvas;
import java.util.ArrayList;
import java.util.List;

/// Checks whether a figure's text and lines stay legible in print.
///
/// @param textPoints size of its smallest text on paper
/// @param linePoints width of its thinnest line on paper
public record PrintCheck(double textPoints, double linePoints) {
    /// Many publishers ask for at least this in a figure as printed.
    public static final double LEAST_TEXT = 6;
    /// Thinner lines break up in print.
    public static final double LEAST_LINE = 0.25;

    /// Of what the figure draws; raised and lowered parts, which are smaller by nature, count with the text they
    /// belong to.
    ///
    /// @param scale of the figure on the page; 1 for its own size
    public static PrintCheck of(Drawing drawing, double scale, Progress progress) {
        var canvas = new MeasuringCanvas();
        drawing.draw(canvas, progress);
        double least = drawing.metrics().small().getSize2D();
        return new PrintCheck(canvas.smallestText(least) * scale, canvas.thinnestLine() * scale);
    }

    public boolean isLegible() {
        return textPoints >= LEAST_TEXT && linePoints >= LEAST_LINE;
    }

    /// "its smallest text is 4.8 points (at least 6 is legible), its thinnest line 0.25."
    public String words() {
        List<String> says = new ArrayList<>();
        says.add(RootLocale.format(
                "its smallest text is %.1f points%s",
                textPoints,
                textPoints < LEAST_TEXT ? RootLocale.format(", below the %.0f that stay legible", LEAST_TEXT) : ""));
        says.add(RootLocale.format(
                "its thinnest line %.2f points%s",
                linePoints,
                linePoints < LEAST_LINE ? RootLocale.format(", below the %.2f that print cleanly", LEAST_LINE) : ""));
        return String.join("; ", says) + ".";
    }
}
