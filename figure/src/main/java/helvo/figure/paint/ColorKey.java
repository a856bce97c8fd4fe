package helvo.figure.paint;

import helvo.figure.canvas.DrawingCanvas;
import helvo.figure.canvas.Palette;
import helvo.figure.canvas.RichText;
import helvo.figure.canvas.Typeface;
import helvo.figure.layout.ColorScale;
import helvo.figure.layout.SheetMetrics;
import helvo.figure.scale.AxisScale;
import java.awt.geom.Rectangle2D;
import java.util.List;

/// The key of a colour scale, right of the plot.
///
/// @param scale of the colours
record ColorKey(ColorScale scale, SheetMetrics metrics) {
    private static final int STRIPES = 64;

    private AxisScale axis(double tall) {
        return AxisScale.between(scale.low(), scale.high(), metrics.steps(tall, 30, 8));
    }

    /// Of the bar with its labels and its title.
    double width(double tall) {
        AxisScale axis = axis(tall);
        return metrics.length(27)
                + axis.ticks().stream()
                        .mapToDouble(tick -> Typeface.width(metrics.small(), axis.label(tick, metrics.numbers())))
                        .max()
                        .orElse(0);
    }

    /// @param right where it ends
    /// @param least room for its title, at least
    /// @return the bar
    Rectangle2D draw(DrawingCanvas canvas, Rectangle2D plot, double right, double least) {
        double thick = metrics.length(8);
        double top = plot.getY();
        double tall = plot.getHeight();
        double x = right - width(tall) + metrics.length(3);
        for (int i = 0; i < STRIPES; i++) {
            canvas.fill(
                    new Rectangle2D.Double(x, top + tall * (STRIPES - 1 - i) / STRIPES, thick, tall / STRIPES + 0.3),
                    scale.map().at((i + 0.5) / STRIPES));
        }
        var bar = new Rectangle2D.Double(x, top, thick, tall);
        canvas.draw(bar, Palette.AXIS, metrics.weight(0.5));
        AxisScale axis = axis(tall);
        for (double tick : axis.ticks()) {
            double y = top + tall * (1 - axis.fraction(tick));
            canvas.line(x + thick, y, x + thick + metrics.length(3), y, Palette.AXIS, metrics.weight(0.7));
            canvas.text(
                    axis.label(tick, metrics.numbers()),
                    metrics.small(),
                    Palette.INK,
                    x + thick + metrics.length(4.5),
                    y + metrics.length(2.6),
                    0);
        }
        String title = scale.title() + (axis.context().isEmpty() ? "" : ", " + axis.context());
        List<String> lines = RichText.lines(title, metrics.label(), Math.max(tall, least));
        for (int i = 0; i < lines.size(); i++) {
            new RichText(lines.get(i), metrics.label())
                    .drawRising(
                            canvas,
                            Palette.INK,
                            right + metrics.length(3) - (lines.size() - 1 - i) * metrics.length(11),
                            plot.getCenterY());
        }
        return bar;
    }
}
