package helvo.desktop.controls;

import helvo.core.Phrase;

/// The series' colours as the figure has them, for the window's own texts and pictures.
public final class SeriesColors {
    private SeriesColors() {}

    public static String of(int slot) {
        return Phrase.of("#%06X", helvo.figure.Palette.series(slot).getRGB() & 0xffffff);
    }
}
