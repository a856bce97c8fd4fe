package helvo.desktop;

/// The series' colours as the figure has them, for the window's own texts and pictures.
final class SeriesColors {
    private SeriesColors() {}

    static String of(int place) {
        return "#%06X".formatted(helvo.figure.Inks.series(place).getRGB() & 0xffffff);
    }
}
