package helvo.desktop.theme;

import atlantafx.base.theme.PrimerDark;
import atlantafx.base.theme.PrimerLight;
import atlantafx.base.theme.Theme;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import javafx.application.ColorScheme;
import javafx.application.Platform;
import javafx.scene.paint.Color;
import org.jspecify.annotations.Nullable;

/// A set of window colours, from one style sheet. The sheet with the figure is paper in all of them.
public enum ColorTheme {
    LIGHT("Light", false, 4.5),
    DARK("Dark", true, 4.5),
    CONTRAST("High contrast", true, 7);

    private static final Pattern COLOR = Pattern.compile("-helvo-([a-z0-9-]+): ([^;-][^;]*);");
    private static final int STEPS = 20;

    private final String title;
    private final boolean dark;
    private final double minContrast;
    private @Nullable Map<String, Color> colors;

    /// @param minContrast of text with its ground: 4.5 for people who see less well, 7 for those who see much less
    ///                    (WCAG 2.2, 1.4.3 and 1.4.6)
    ColorTheme(String title, boolean dark, double minContrast) {
        this.title = title;
        this.dark = dark;
        this.minContrast = minContrast;
    }

    public String title() {
        return title;
    }

    public double minContrast() {
        return minContrast;
    }

    Theme base() {
        return dark ? new PrimerDark() : new PrimerLight();
    }

    private String file() {
        return "/helvo/desktop/" + name().toLowerCase(Locale.ROOT) + ".css";
    }

    String sheet() {
        return ColorTheme.class.getResource(file()).toExternalForm();
    }

    /// A colour by its name in the style sheet, without "-helvo-".
    public synchronized Color color(String name) {
        Map<String, Color> colors = this.colors;
        if (colors == null) {
            try (InputStream sheet = ColorTheme.class.getResourceAsStream(file())) {
                colors = COLOR.matcher(new String(sheet.readAllBytes(), StandardCharsets.UTF_8))
                        .results()
                        .collect(Collectors.toMap(found -> found.group(1), found -> Color.web(found.group(2))));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
            this.colors = colors;
        }
        Color color = colors.get(name);
        if (color == null) {
            throw new IllegalArgumentException("“" + name + "” is not a colour of the theme");
        }
        return color;
    }

    /// A colour chosen for paper, changed towards that of text as far as it takes to be read on a ground of the
    /// window.
    public Color legible(Color chosen, String ground) {
        Color behind = color(ground);
        Color legible = chosen;
        for (int step = 1; step <= STEPS && contrast(legible, behind) < minContrast; step++) {
            legible = chosen.interpolate(color("ink"), (double) step / STEPS);
        }
        return legible;
    }

    /// From 1 for the same to 21 for black and white (WCAG 2.2, contrast ratio).
    public static double contrast(Color one, Color other) {
        double a = luminance(one) + 0.05;
        double b = luminance(other) + 0.05;
        return Math.max(a, b) / Math.min(a, b);
    }

    private static double luminance(Color color) {
        return 0.2126 * linear(color.getRed()) + 0.7152 * linear(color.getGreen()) + 0.0722 * linear(color.getBlue());
    }

    private static double linear(double part) {
        return part <= 0.04045 ? part / 12.92 : Math.pow((part + 0.055) / 1.055, 2.4);
    }

    /// The theme that the system is set to.
    static ColorTheme ofSystem() {
        Map<String, Object> preferences = Platform.getPreferences();
        boolean contrast = Boolean.TRUE.equals(preferences.get("Windows.SPI.HighContrast"))
                || Optional.ofNullable(preferences.get("GTK.theme_name"))
                        .filter(theme -> theme.toString().startsWith("HighContrast"))
                        .isPresent();
        return contrast ? CONTRAST : Platform.getPreferences().getColorScheme() == ColorScheme.DARK ? DARK : LIGHT;
    }
}
