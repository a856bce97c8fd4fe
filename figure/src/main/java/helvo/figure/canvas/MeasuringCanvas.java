package helvo.figure.canvas;

import java.awt.Color;
import java.awt.Font;
import java.awt.Shape;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.util.LinkedHashSet;
import java.util.NavigableSet;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/// A canvas that draws nothing and only measures.
public final class MeasuringCanvas implements DrawingCanvas {
    private final Set<Integer> lacking = new LinkedHashSet<>();
    private final NavigableSet<Double> sizes = new TreeSet<>();
    private @Nullable Shape filled;
    private double thinnest = Double.POSITIVE_INFINITY;

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
    public void fill(Shape shape, Color color) {
        filled = shape;
    }

    @Override
    public void draw(Shape shape, Color color, double width, float... dashes) {
        // An edge of what is filled is seen however thin it is.
        thinnest = shape == filled ? thinnest : Math.min(thinnest, width);
    }

    @Override
    public void write(String text, Font font, Color color, double x, double baseline, boolean rises) {
        Typeface.lacking(font, text).codePoints().forEach(lacking::add);
        sizes.add((double) font.getSize2D());
    }

    /// The smallest size of a text that is no smaller than this; that itself where there is none.
    public double smallestText(double least) {
        Double smallest = sizes.ceiling(least - 0.01);
        return smallest == null ? least : smallest;
    }

    /// Width of the thinnest line; infinite where none is drawn.
    public double thinnestLine() {
        return thinnest;
    }

    /// The signs that the figure's fonts have no picture of.
    public Set<Integer> lacking() {
        return lacking;
    }

    @Override
    public void image(BufferedImage image, Rectangle2D place) {}

    @Override
    public void clipped(Rectangle2D area, Runnable inside) {
        inside.run();
    }

    @Override
    public void moved(double across, double down, Runnable inside) {
        inside.run();
    }
}
