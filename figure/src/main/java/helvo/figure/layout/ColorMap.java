package helvo.figure.layout;

import java.awt.Color;

/// Colours along a scale, sequential or diverging. Told apart by lightness as well as by hue.
public enum ColorMap {
    SEQUENTIAL(0xF0DDA8, 0xD59A63, 0xA9516B, 0x65306C, 0x251B45),
    DIVERGING(0x123E66, 0x5E97BF, 0xD9D8DB, 0xD98A55, 0x7E2F0E);

    private final int[] stops;

    ColorMap(int... stops) {
        this.stops = stops;
    }

    /// @param fraction 0 to 1; beyond them the ends
    public Color at(double fraction) {
        double place = Math.clamp(fraction, 0, 1) * (stops.length - 1);
        int below = (int) Math.min(place, stops.length - 2);
        double part = place - below;
        int rgb = 0;
        for (int shift = 16; shift >= 0; shift -= 8) {
            double from = stops[below] >> shift & 0xff;
            double to = stops[below + 1] >> shift & 0xff;
            rgb = rgb << 8 | (int) Math.round(from + (to - from) * part);
        }
        return new Color(rgb);
    }
}
