package helvo.figure.canvas;

import java.awt.Font;
import java.awt.FontFormatException;
import java.awt.font.FontRenderContext;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;

/// The two faces of Source Sans 3 that ship with the program.
public enum Typeface {
    REGULAR("SourceSans3-Regular.ttf"),
    SEMIBOLD("SourceSans3-SemiBold.ttf");

    /// Text is measured at one unit a point, whatever it is then drawn on, so that every output has the same
    /// layout.
    static final FontRenderContext MEASURE = new FontRenderContext(null, true, true);

    private static final int LACKING = '\u25a1';

    private final byte[] file;
    private final Font font;

    Typeface(String resource) {
        try (InputStream in = Typeface.class.getResourceAsStream("/helvo/figure/fonts/" + resource)) {
            file = in.readAllBytes();
            font = Font.createFont(Font.TRUETYPE_FONT, new ByteArrayInputStream(file));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (FontFormatException e) {
            throw new IllegalStateException("the font " + resource + " is damaged", e);
        }
    }

    /// @param size in points
    public Font at(double size) {
        return font.deriveFont((float) size);
    }

    /// The TrueType file, for embedding.
    public InputStream file() {
        return new ByteArrayInputStream(file);
    }

    /// The face that a font of ours was derived from.
    public static Typeface of(Font font) {
        for (Typeface face : values()) {
            if (face.font.getFontName().equals(font.getFontName())) {
                return face;
            }
        }
        return REGULAR;
    }

    public static double width(Font font, String text) {
        return text.isEmpty()
                ? 0
                : font.getStringBounds(drawable(font, text), MEASURE).getWidth();
    }

    /// The text with a hollow square for each sign that the font lacks; signs that only steer, as the right-to-left
    /// mark, are left out.
    static String drawable(Font font, String text) {
        if (font.canDisplayUpTo(text) < 0) {
            return text;
        }
        var drawn = new StringBuilder();
        text.codePoints()
                .filter(sign -> Character.getType(sign) != Character.FORMAT)
                .forEach(sign -> drawn.appendCodePoint(font.canDisplay(sign) ? sign : LACKING));
        return drawn.toString();
    }

    /// The signs of a text that the font lacks, each once.
    static String lacking(Font font, String text) {
        return text.codePoints()
                .filter(sign -> Character.getType(sign) != Character.FORMAT
                        && !Character.isWhitespace(sign)
                        && !font.canDisplay(sign))
                .distinct()
                .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                .toString();
    }
}
