package helvo.desktop.controls;

import helvo.core.RootLocale;
import helvo.figure.canvas.Palette;
import javafx.scene.paint.Color;

/// The series' colours as the figure has them, for the window's own texts and pictures.
public final class SeriesColors {
    private SeriesColors() {}

    public static Color of(int slot) {
        return Color.rgb(
                Palette.series(slot).getRed(),
                Palette.series(slot).getGreen(),
                Palette.series(slot).getBlue());
    }

    /// As a style sheet has it.
    public static String css(Color color) {
        return RootLocale.format(
                "#%02X%02X%02X",
                Math.round(255 * color.getRed()),
                Math.round(255 * color.getGreen()),
                Math.round(255 * color.getBlue()));
    }
}
