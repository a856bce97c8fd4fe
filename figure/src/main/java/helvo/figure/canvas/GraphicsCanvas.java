package helvo.figure.canvas;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;

/// A canvas over Java2D: pixels, or pages of a PDF.
public final class GraphicsCanvas implements DrawingCanvas {
    private final Graphics2D g;
    private final double pixelsAcross;
    private final double pixelsDown;
    private final boolean pixels;
    private double across;
    private double down;

    private GraphicsCanvas(Graphics2D g, double pixelsAcross, double pixelsDown, boolean pixels) {
        this.g = g;
        this.pixelsAcross = pixelsAcross;
        this.pixelsDown = pixelsDown;
        this.pixels = pixels;
        g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        g.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        g.setRenderingHint(RenderingHints.KEY_FRACTIONALMETRICS, RenderingHints.VALUE_FRACTIONALMETRICS_ON);
        g.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
    }

    /// @param g scaled, and no more than that
    public static GraphicsCanvas onPixels(Graphics2D g) {
        return new GraphicsCanvas(
                g, g.getTransform().getScaleX(), g.getTransform().getScaleY(), true);
    }

    /// @param pixelsPerPoint how fine pictures in the drawing should be
    public static GraphicsCanvas onPaper(Graphics2D g, double pixelsPerPoint) {
        return new GraphicsCanvas(g, pixelsPerPoint, pixelsPerPoint, false);
    }

    @Override
    public boolean pixels() {
        return pixels;
    }

    @Override
    public double pixelsAcross() {
        return pixelsAcross;
    }

    @Override
    public double pixelsDown() {
        return pixelsDown;
    }

    @Override
    public void fill(Shape shape, Color color) {
        g.setColor(color);
        g.fill(shape);
    }

    @Override
    public void draw(Shape shape, Color color, double width, float... dashes) {
        g.setColor(color);
        g.setStroke(
                dashes.length == 0
                        ? new BasicStroke((float) width, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND)
                        : new BasicStroke((float) width, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 10, dashes, 0));
        g.draw(shape);
    }

    @Override
    public void write(String text, Font font, Color color, double x, double baseline, boolean rises) {
        AffineTransform before = g.getTransform();
        g.translate(x, baseline);
        if (rises) {
            g.rotate(-Math.PI / 2);
        }
        g.setFont(font);
        g.setColor(color);
        g.drawString(Typeface.drawable(font, text), 0, 0);
        g.setTransform(before);
    }

    @Override
    public void image(BufferedImage image, Rectangle2D place) {
        if (pixels) {
            // Without a transform it is copied, not resampled.
            AffineTransform before = g.getTransform();
            g.setTransform(new AffineTransform());
            g.drawImage(
                    image,
                    (int) Math.round((across + place.getX()) * pixelsAcross),
                    (int) Math.round((down + place.getY()) * pixelsDown),
                    null);
            g.setTransform(before);
            return;
        }
        var to = AffineTransform.getTranslateInstance(place.getX(), place.getY());
        to.scale(place.getWidth() / image.getWidth(), place.getHeight() / image.getHeight());
        g.drawImage(image, to, null);
    }

    @Override
    public void clipped(Rectangle2D area, Runnable inside) {
        Shape before = g.getClip();
        g.clip(area);
        inside.run();
        g.setClip(before);
    }

    @Override
    public void moved(double byAcross, double byDown, Runnable inside) {
        // On whole pixels, as pictures within the drawing are.
        double right = pixels ? Math.round(byAcross * pixelsAcross) / pixelsAcross : byAcross;
        double below = pixels ? Math.round(byDown * pixelsDown) / pixelsDown : byDown;
        AffineTransform before = g.getTransform();
        g.translate(right, below);
        across += right;
        down += below;
        inside.run();
        across -= right;
        down -= below;
        g.setTransform(before);
    }
}
