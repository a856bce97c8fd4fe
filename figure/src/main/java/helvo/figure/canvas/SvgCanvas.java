package helvo.figure.canvas;

import helvo.core.DirectionMarks;
import helvo.core.RootLocale;
import java.awt.Color;
import java.awt.Font;
import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.PathIterator;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Base64;
import java.util.stream.Collectors;
import javax.imageio.ImageIO;

/// A canvas that writes SVG 1.1.
public final class SvgCanvas implements DrawingCanvas {
    private final StringBuilder body = new StringBuilder();
    private final EmbeddedFonts fonts;
    private final String prefix;
    private final double pixelsPerPoint;
    private final Use use;
    private int clips;

    /// What the drawing is for.
    public enum Use {
        PICTURE,
        /// Its text is drawn as shapes, for programs that know no fonts but the system's.
        OUTLINES,
        /// A page moves, enlarges and hides its parts.
        LIVE
    }

    public SvgCanvas(double pixelsPerPoint) {
        this(pixelsPerPoint, new EmbeddedFonts(), "", Use.PICTURE);
    }

    /// @param fonts  that take the characters it uses
    /// @param prefix of its ids, where it is a part of another document
    public SvgCanvas(double pixelsPerPoint, EmbeddedFonts fonts, String prefix, Use use) {
        this.pixelsPerPoint = pixelsPerPoint;
        this.fonts = fonts;
        this.prefix = prefix;
        this.use = use;
    }

    /// The whole document.
    ///
    /// @param description what it shows, for somebody who does not see it
    /// @param data    kept in the metadata; empty for none
    /// @param widthMm of the sheet, and `width` the same in points
    public String document(
            String title, String description, String data, double widthMm, double heightMm, double width, double height)
            throws IOException {
        return RootLocale.format(
                """
                <?xml version="1.0" encoding="UTF-8"?>
                <svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" version="1.1" \
                width="%smm" height="%smm" viewBox="0 0 %s %s" role="img" aria-labelledby="title" \
                aria-describedby="desc">
                <title id="title">%s</title>
                <desc id="desc">%s</desc>%s
                <style>%s</style>
                %s</svg>
                """,
                number(widthMm),
                number(heightMm),
                number(width),
                number(height),
                escaped(title),
                escaped(description),
                data.isEmpty()
                        ? ""
                        : "\n<metadata><data type=\"text/csv\" xmlns=\"urn:helvo:data\">"
                                + data.lines().map(SvgCanvas::escaped).collect(Collectors.joining("\n"))
                                + "</data></metadata>",
                fonts.css(),
                body);
    }

    /// As a part of a page that has its fonts already.
    public String within(
            String title, String description, double widthMm, double heightMm, double width, double height) {
        return RootLocale.format(
                """
                <svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" \
                width="%smm" height="%smm" viewBox="0 0 %s %s" role="img" aria-labelledby="%stitle" \
                aria-describedby="%sdesc">
                <title id="%stitle">%s</title>
                <desc id="%sdesc">%s</desc>
                %s</svg>
                """,
                number(widthMm),
                number(heightMm),
                number(width),
                number(height),
                prefix,
                prefix,
                prefix,
                escaped(title),
                prefix,
                escaped(description),
                body);
    }

    @Override
    public boolean pixels() {
        return false;
    }

    @Override
    public double pixelsAcross() {
        return pixelsPerPoint;
    }

    @Override
    public double pixelsDown() {
        return pixelsPerPoint;
    }

    @Override
    public void fill(Shape shape, Color color) {
        body.append("<path d=\"")
                .append(path(shape))
                .append("\" fill=\"")
                .append(rgb(color))
                .append('"');
        if (color.getAlpha() < 255) {
            body.append(" fill-opacity=\"")
                    .append(number(color.getAlpha() / 255.0))
                    .append('"');
        }
        body.append("/>\n");
    }

    @Override
    public void draw(Shape shape, Color color, double width, float... dashes) {
        body.append("<path d=\"")
                .append(path(shape))
                .append("\" fill=\"none\" stroke=\"")
                .append(rgb(color))
                .append("\" stroke-width=\"")
                .append(number(width))
                .append("\" stroke-linejoin=\"round\"");
        if (color.getAlpha() < 255) {
            body.append(" stroke-opacity=\"")
                    .append(number(color.getAlpha() / 255.0))
                    .append('"');
        }
        if (dashes.length > 0) {
            body.append(" stroke-dasharray=\"");
            for (float dash : dashes) {
                body.append(number(dash)).append(' ');
            }
            body.setLength(body.length() - 1);
            body.append('"');
        }
        body.append("/>\n");
    }

    @Override
    public void write(String text, Font font, Color color, double x, double baseline, boolean rises) {
        if (use == Use.OUTLINES) {
            var place = AffineTransform.getTranslateInstance(x, baseline);
            place.rotate(rises ? -Math.PI / 2 : 0);
            fill(
                    place.createTransformedShape(font.createGlyphVector(Typeface.MEASURE, Typeface.drawable(font, text))
                            .getOutline()),
                    color);
            return;
        }
        Typeface face = Typeface.of(font);
        fonts.take(face, text);
        body.append("<text ")
                .append(
                        rises
                                ? RootLocale.format(
                                        "transform=\"translate(%s %s) rotate(-90)\"", number(x), number(baseline))
                                : RootLocale.format("x=\"%s\" y=\"%s\"", number(x), number(baseline)))
                .append(" font-family=\"'")
                .append(EmbeddedFonts.family(face))
                .append("', sans-serif\" font-size=\"")
                .append(number(font.getSize2D()))
                .append("\" textLength=\"")
                .append(number(Typeface.width(font, text)))
                .append("\" lengthAdjust=\"spacingAndGlyphs")
                .append("\" fill=\"")
                .append(rgb(color))
                .append("\" xml:space=\"preserve\">")
                .append(escaped(text))
                .append("</text>\n");
    }

    @Override
    public void image(BufferedImage image, Rectangle2D place) {
        var png = new ByteArrayOutputStream();
        try {
            ImageIO.write(image, "png", png);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        body.append(RootLocale.format(
                "<image x=\"%s\" y=\"%s\" width=\"%s\" height=\"%s\" preserveAspectRatio=\"none\" "
                        + "xlink:href=\"data:image/png;base64,%s\"/>\n",
                number(place.getX()),
                number(place.getY()),
                number(place.getWidth()),
                number(place.getHeight()),
                Base64.getEncoder().encodeToString(png.toByteArray())));
    }

    @Override
    public void clipped(Rectangle2D area, Runnable inside) {
        String id = prefix + "clip" + ++clips;
        body.append("<clipPath id=\"")
                .append(id)
                .append("\"><path d=\"")
                .append(path(area))
                .append("\"/></clipPath>\n<g clip-path=\"url(#")
                .append(id)
                .append(")\">\n");
        inside.run();
        body.append("</g>\n");
    }

    @Override
    public void moved(double across, double down, Runnable inside) {
        group(RootLocale.format("transform=\"translate(%s %s)\"", number(across), number(down)), inside);
    }

    @Override
    public boolean enlarges() {
        return use == Use.LIVE;
    }

    @Override
    public void part(DrawingPart part, Runnable inside) {
        if (use != Use.LIVE) {
            inside.run();
            return;
        }
        String attributes =
                switch (part) {
                    case DrawingPart.Panel(var plot) ->
                        RootLocale.format(
                                "data-plot=\"%s %s %s %s\"",
                                number(plot.getX()),
                                number(plot.getY()),
                                number(plot.getWidth()),
                                number(plot.getHeight()));
                    case DrawingPart.Enlarged(boolean down) -> "data-enlarged=\"" + (down ? "xy" : "x") + '"';
                    case DrawingPart.Ticks(boolean across, int factor) ->
                        RootLocale.format(
                                "data-ticks=\"%s\" data-factor=\"%d\"%s",
                                across ? "x" : "y", factor, factor == 1 ? "" : " visibility=\"hidden\"");
                    case DrawingPart.Series(var name) -> "data-series=\"" + quoted(name) + '"';
                    case DrawingPart.LegendEntry(var name) -> "data-entry=\"" + quoted(name) + '"';
                };
        group(attributes, inside);
    }

    @Override
    public void heldAt(double x, double y, Runnable inside) {
        if (use == Use.LIVE) {
            group(RootLocale.format("data-at=\"%s %s\"", number(x), number(y)), inside);
        } else {
            inside.run();
        }
    }

    private void group(String attributes, Runnable inside) {
        body.append("<g ").append(attributes).append(">\n");
        inside.run();
        body.append("</g>\n");
    }

    private static String path(Shape shape) {
        var path = new StringBuilder();
        double[] p = new double[6];
        for (PathIterator it = shape.getPathIterator(null); !it.isDone(); it.next()) {
            int count =
                    switch (it.currentSegment(p)) {
                        case PathIterator.SEG_MOVETO -> part(path, 'M', 2);
                        case PathIterator.SEG_LINETO -> part(path, 'L', 2);
                        case PathIterator.SEG_QUADTO -> part(path, 'Q', 4);
                        case PathIterator.SEG_CUBICTO -> part(path, 'C', 6);
                        default -> part(path, 'Z', 0);
                    };
            for (int i = 0; i < count; i++) {
                path.append(i == 0 ? "" : " ").append(number(p[i]));
            }
        }
        return path.toString();
    }

    private static int part(StringBuilder path, char letter, int numbers) {
        path.append(letter);
        return numbers;
    }

    /// Thousandths of a point are finer than any printer.
    private static String number(double value) {
        BigDecimal rounded =
                BigDecimal.valueOf(value).setScale(3, RoundingMode.HALF_EVEN).stripTrailingZeros();
        return rounded.signum() == 0 ? "0" : rounded.toPlainString();
    }

    private static String rgb(Color color) {
        return RootLocale.format("#%06x", color.getRGB() & 0xffffff);
    }

    /// For a quoted attribute, as `escaped` is for text.
    public static String quoted(String text) {
        return escaped(text).replace("\"", "&quot;");
    }

    /// Characters that XML does not allow are left out, those that turn the text's direction are shown by their
    /// numbers.
    public static String escaped(String text) {
        var escaped = new StringBuilder();
        DirectionMarks.visible(text)
                .codePoints()
                .filter(c -> c >= 0x20 && c != 0xfffe && c != 0xffff && !(c >= 0xd800 && c <= 0xdfff))
                .forEach(c -> {
                    switch (c) {
                        case '&' -> escaped.append("&amp;");
                        case '<' -> escaped.append("&lt;");
                        case '>' -> escaped.append("&gt;");
                        default -> escaped.appendCodePoint(c);
                    }
                });
        return escaped.toString();
    }
}
