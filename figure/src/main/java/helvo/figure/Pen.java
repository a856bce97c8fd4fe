package helvo.figure;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.geom.Line2D;
import java.util.function.BiConsumer;

/// A graphics that draws in points, set for figures: antialiased, unhinted, with text placed by our own measure.
final class Pen {
    /// For outputs without pixels of their own: 300 dots per inch.
    private static final double VECTOR_PIXELS_PER_POINT = 300 / 72.0;

    private final Graphics2D g;
    private final double pixelsPerPoint;
    private final BiConsumer<Typeface, String> drawnTexts;

    private Pen(Graphics2D g, double pixelsPerPoint, BiConsumer<Typeface, String> drawnTexts) {
        this.g = g;
        this.pixelsPerPoint = pixelsPerPoint;
        this.drawnTexts = drawnTexts;
        g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        g.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        g.setRenderingHint(RenderingHints.KEY_FRACTIONALMETRICS, RenderingHints.VALUE_FRACTIONALMETRICS_ON);
        g.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
    }

    /// For a picture of pixels; `g` is to be scaled by as much.
    static Pen onPixels(Graphics2D g, double pixelsPerPoint) {
        return new Pen(g, pixelsPerPoint, (_, _) -> {});
    }

    /// For a drawing of lines and text.
    ///
    /// @param drawnTexts is told each text and the face it is drawn in
    static Pen onPaper(Graphics2D g, BiConsumer<Typeface, String> drawnTexts) {
        return new Pen(g, VECTOR_PIXELS_PER_POINT, drawnTexts);
    }

    /// How fine a picture within the drawing should be.
    double pixelsPerPoint() {
        return pixelsPerPoint;
    }

    Graphics2D graphics() {
        return g;
    }

    void line(double x1, double y1, double x2, double y2, Color color, double width) {
        stroke(color, width);
        g.draw(new Line2D.Double(x1, y1, x2, y2));
    }

    void stroke(Color color, double width, float... dashes) {
        g.setColor(color);
        g.setStroke(dashes.length == 0 ? new BasicStroke((float) width, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND)
                : new BasicStroke((float) width, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 10, dashes, 0));
    }

    void fill(java.awt.Shape shape, Color color) {
        g.setColor(color);
        g.fill(shape);
    }

    /// @param anchor 0 to begin at x, 0.5 to centre on it, 1 to end there
    void text(String text, Font font, Color color, double x, double baseline, double anchor) {
        if (text.isEmpty()) {
            return;
        }
        drawnTexts.accept(Typeface.of(font), text);
        g.setFont(font);
        g.setColor(color);
        g.drawString(text, (float) (x - anchor * Typeface.width(font, text)), (float) baseline);
    }

    /// Upwards, centred on y.
    void rising(String text, Font font, Color color, double baseline, double y) {
        AffineTransform before = g.getTransform();
        g.translate(baseline, y);
        g.rotate(-Math.PI / 2);
        text(text, font, color, 0, 0, 0.5);
        g.setTransform(before);
    }
}
