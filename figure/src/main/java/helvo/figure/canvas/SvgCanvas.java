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
import java.util.Arrays;
import java.util.Base64;
import java.util.StringJoiner;
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
        return "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n"
                + svg("", title, description, widthMm, heightMm, width, height)
                + (data.isEmpty()
                        ? ""
                        : data.lines()
                                .map(SvgCanvas::escaped)
                                .collect(Collectors.joining(
                                        "\n",
                                        "\n<metadata><data type=\"text/csv\" xmlns=\"urn:helvo:data\">",
                                        "</data></metadata>")))
                + written("\n<style>%s</style>\n%s</svg>\n", fonts.css(), body);
    }

    /// As a part of a page that has its fonts already.
    public String within(
            String title, String description, double widthMm, double heightMm, double width, double height) {
        return svg(prefix, title, description, widthMm, heightMm, width, height) + written("\n%s</svg>\n", body);
    }

    /// How it begins, with what it shows.
    private static String svg(
            String prefix,
            String title,
            String description,
            double widthMm,
            double heightMm,
            double width,
            double height) {
        return written("""
                        <svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" \
                        version="1.1" width="%smm" height="%smm" viewBox="0 0 %s %s" role="img" \
                        aria-labelledby="%stitle" aria-describedby="%sdesc">
                        """, widthMm, heightMm, width, height, prefix, prefix)
                + written(
                        "<title id=\"%stitle\">%s</title>\n<desc id=\"%sdesc\">%s</desc>",
                        prefix, escaped(title), prefix, escaped(description));
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
        add("<path d=\"%s\" fill=\"%s\"%s/>\n", path(shape), rgb(color), opacity("fill", color));
    }

    @Override
    public void draw(Shape shape, Color color, double width, float... dashes) {
        var pattern = new StringJoiner(" ", " stroke-dasharray=\"", "\"").setEmptyValue("");
        for (float dash : dashes) {
            pattern.add(number(dash));
        }
        add(
                "<path d=\"%s\" fill=\"none\" stroke=\"%s\" stroke-width=\"%s\" stroke-linejoin=\"round\"%s%s/>\n",
                path(shape), rgb(color), width, opacity("stroke", color), pattern);
    }

    private static String opacity(String of, Color color) {
        return color.getAlpha() == 255 ? "" : written(" %s-opacity=\"%s\"", of, color.getAlpha() / 255.0);
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
        add(rises ? "<text transform=\"translate(%s %s) rotate(-90)\"" : "<text x=\"%s\" y=\"%s\"", x, baseline);
        add(
                " font-family=\"'%s', sans-serif\" font-size=\"%s\"",
                EmbeddedFonts.family(face), (double) font.getSize2D());
        add(" textLength=\"%s\" lengthAdjust=\"spacingAndGlyphs\"", Typeface.width(font, text));
        add(" fill=\"%s\" xml:space=\"preserve\">%s</text>\n", rgb(color), escaped(text));
    }

    @Override
    public void image(BufferedImage image, Rectangle2D place) {
        var png = new ByteArrayOutputStream();
        try {
            ImageIO.write(image, "png", png);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        add(
                "<image x=\"%s\" y=\"%s\" width=\"%s\" height=\"%s\" preserveAspectRatio=\"none\" "
                        + "xlink:href=\"data:image/png;base64,%s\"/>\n",
                place.getX(),
                place.getY(),
                place.getWidth(),
                place.getHeight(),
                Base64.getEncoder().encodeToString(png.toByteArray()));
    }

    @Override
    public void clipped(Rectangle2D area, Runnable inside) {
        String id = prefix + "clip" + ++clips;
        add("<clipPath id=\"%s\"><path d=\"%s\"/></clipPath>\n<g clip-path=\"url(#%s)\">\n", id, path(area), id);
        inside.run();
        body.append("</g>\n");
    }

    @Override
    public void moved(double across, double down, Runnable inside) {
        group(written("transform=\"translate(%s %s)\"", across, down), inside);
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
                        written(
                                "data-plot=\"%s %s %s %s\"",
                                plot.getX(), plot.getY(), plot.getWidth(), plot.getHeight());
                    case DrawingPart.Enlarged(boolean down) -> "data-enlarged=\"" + (down ? "xy" : "x") + '"';
                    case DrawingPart.Ticks(boolean across, int factor) ->
                        written(
                                "data-ticks=\"%s\" data-factor=\"%s\"%s",
                                across ? "x" : "y", factor, factor == 1 ? "" : " visibility=\"hidden\"");
                    case DrawingPart.Series(var name) -> "data-series=\"" + quoted(name) + '"';
                    case DrawingPart.LegendEntry(var name) -> "data-entry=\"" + quoted(name) + '"';
                };
        group(attributes, inside);
    }

    @Override
    public void heldAt(double x, double y, Runnable inside) {
        if (use == Use.LIVE) {
            group(written("data-at=\"%s %s\"", x, y), inside);
        } else {
            inside.run();
        }
    }

    private void group(String attributes, Runnable inside) {
        add("<g %s>\n", attributes);
        inside.run();
        body.append("</g>\n");
    }

    private void add(String format, Object... values) {
        body.append(written(format, values));
    }

    /// A text with values in it, doubles as [#number].
    private static String written(String format, Object... values) {
        return RootLocale.format(
                format,
                Arrays.stream(values)
                        .map(each -> each instanceof Double value ? number(value) : each)
                        .toArray());
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
