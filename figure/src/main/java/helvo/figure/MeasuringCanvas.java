package helvo.figure;

import java.awt.Color;
import java.awt.Font;
import java.awt.Shape;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.util.LinkedHashSet;
import java.util.Set;

/// Draws nothing, to learn where things would lie.
final class MeasuringCanvas implements Canvas {
    private final Set<Integer> lacking = new LinkedHashSet<>();

    @Override
    public double pixelsAcross() {
        return 1;
    }

    @Override
    public double pixelsDown() {
        return 1;
    }

    @Override
    public boolean pixels() {
        return false;
    }

    @Override
    public void fill(Shape shape, Color color) {}

    @Override
    public void draw(Shape shape, Color color, double width, float... dashes) {}

    @Override
    public void write(String text, Font font, Color color, double x, double baseline, boolean rises) {
        Typeface.lacking(font, text).codePoints().forEach(lacking::add);
    }

    /// The signs that the figure's fonts have no picture of.
    Set<Integer> lacking() {
        return lacking;
    }

    @Override
    public void image(BufferedImage image, Rectangle2D place) {}

    @Override
    public void clipped(Rectangle2D area, Runnable inside) {
        inside.run();
    }
}
