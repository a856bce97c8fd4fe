package helvo.figure.canvas;

import helvo.core.RootLocale;
import java.awt.Color;

/// The colours of figures.
public final class Palette {
    public static final Color SHEET = Color.WHITE;
    public static final Color INK = new Color(0x17242B);
    public static final Color MUTED = new Color(0x5D6C73);
    public static final Color AXIS = new Color(0x5D6C73);
    public static final Color GRID = new Color(0xE9E8EC);
    public static final Color FINE_GRID = new Color(0xF1F0F4);
    public static final Color GUIDE = new Color(0xE2E4EA);
    public static final Color GUIDE_STRONG = new Color(0xC9CDD6);
    public static final Color RULE = new Color(0xDAD8DF);
    /// What needs a look.
    public static final Color ATTENTION = new Color(0xC26A12);
    public static final Color STRIP = new Color(0xF4F4F6);
    private static final Color[] SERIES = {
        new Color(0x1F5F8B),
        new Color(0xB04A1C),
        new Color(0x4C7A34),
        new Color(0x7A4E9E),
        new Color(0xA87400),
        new Color(0x1E7F86),
        new Color(0xA03A5E),
        new Color(0x5B6670)
    };

    private Palette() {}

    /// The colour of the series at this place; they come round again after eight.
    public static Color series(int place) {
        return SERIES[place % SERIES.length];
    }

    /// All of them, as "#1F5F8B".
    public static java.util.List<String> seriesHex() {
        return java.util.Arrays.stream(SERIES)
                .map(color -> RootLocale.format("#%06X", color.getRGB() & 0xffffff))
                .toList();
    }
}
