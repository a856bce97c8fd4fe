package helvo.desktop;

import helvo.core.Phrase;

/// The series' colours as the figure has them, for the window's own texts and pictures.
final class SeriesColors {
    private SeriesColors() {}

    static String of(int slot) {
        return Phrase.of("#%06X", helvo.figure.Inks.series(slot).getRGB() & 0xffffff);
    }
}
