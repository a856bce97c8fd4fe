package helvo.figure.canvas;

import java.awt.Color;
import java.awt.Font;
import java.awt.Shape;
import java.awt.geom.Line2D;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;

/// A surface that is drawn on in points (1/72 inch) from the sheet's upper left corner. Text is placed by our own
/// measure, so that every output has the same layout.
public sealed interface DrawingCanvas permits GraphicsCanvas, SvgCanvas, MeasuringCanvas {
    /// How fine a picture within the drawing should be, along x: pixels a point.
    double pixelsAcross();

    /// Likewise along y.
    double pixelsDown();

    /// Whether it draws into pixels, and not on paper, where every marker stays a shape.
    boolean pixels();

    void fill(Shape shape, Color color);

    /// @param dashes lengths of dashes and gaps; none for an unbroken line
    void draw(Shape shape, Color color, double width, float... dashes);

    /// Text from x along the baseline, `text` not empty.
    ///
    /// @param rises whether it runs upwards instead of to the right
    void write(String text, Font font, Color color, double x, double baseline, boolean rises);

    /// @param place as large as the image's pixels are; on pixels it lies on whole ones
    void image(BufferedImage image, Rectangle2D place);

    /// Draws what `inside` draws, but only within the area.
    void clipped(Rectangle2D area, Runnable inside);

    /// Draws what `inside` draws with its origin elsewhere.
    void moved(double across, double down, Runnable inside);

    /// Whether it takes what is needed to enlarge what is drawn, beyond the drawing itself.
    default boolean enlarges() {
        return false;
    }

    /// Draws what `inside` draws as a part that a page can tell from others.
    default void part(DrawingPart part, Runnable inside) {
        inside.run();
    }

    /// Draws what `inside` draws about a place: where the plot is enlarged it moves and keeps its size.
    default void heldAt(double x, double y, Runnable inside) {
        inside.run();
    }

    default void line(double x1, double y1, double x2, double y2, Color color, double width) {
        draw(new Line2D.Double(x1, y1, x2, y2), color, width);
    }

    /// @param anchor 0 to begin at x, 0.5 to centre on it, 1 to end there
    default void text(String text, Font font, Color color, double x, double baseline, double anchor) {
        if (!text.isEmpty()) {
            write(text, font, color, x - anchor * Typeface.width(font, text), baseline, false);
        }
    }

    /// Upwards, centred on y.
    default void rising(String text, Font font, Color color, double baseline, double y) {
        if (!text.isEmpty()) {
            write(text, font, color, baseline, y + Typeface.width(font, text) / 2, true);
        }
    }
}
