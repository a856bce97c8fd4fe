package helvo.figure.layout;

import helvo.core.number.NumberNotation;
import helvo.core.style.SheetStyle;
import helvo.figure.canvas.Typeface;
import java.awt.Color;
import java.awt.Font;

/// Text sizes and line widths on a sheet, in proportion to its text size.
/// @param numbers how numbers are written
public record SheetMetrics(SheetStyle sheet, NumberNotation numbers) {
    private static final double DEFAULT_TEXT = 9;

    /// A length that is `usual` points where the labels are of the usual size.
    public double length(double usual) {
        return usual * sheet.textSize() / DEFAULT_TEXT;
    }

    public double weight(double usual) {
        return usual * sheet.lineWidth();
    }

    public Font label() {
        return Typeface.REGULAR.at(sheet.textSize());
    }

    public Font axisTitle() {
        return Typeface.SEMIBOLD.at(length(10));
    }

    public Font title() {
        return Typeface.SEMIBOLD.at(length(12.5));
    }

    /// What a panel of a sheet is called by.
    public Font panelLetter() {
        return Typeface.SEMIBOLD.at(length(11.5));
    }

    public Font strong() {
        return Typeface.SEMIBOLD.at(length(9.5));
    }

    public Font small() {
        return Typeface.REGULAR.at(length(8));
    }

    public static Color color(String hex, double strength) {
        int rgb = Integer.parseInt(hex.substring(1), 16);
        return new Color(rgb >> 16, rgb >> 8 & 0xff, rgb & 0xff, (int) Math.round(255 * strength));
    }

    /// How many steps an upright scale has; a low one has its labels closer, so that it has several.
    ///
    /// @param apart points between labels, at the usual size of text
    public int steps(double tall, double apart, int most) {
        return (int) Math.clamp(tall / length(apart), Math.clamp(tall / length(16), 2, 4), most);
    }
}
