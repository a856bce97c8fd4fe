package helvo.figure.paint;

import helvo.core.style.AxisStyle;
import helvo.core.style.AxisStyle.Grid;
import helvo.core.style.AxisStyle.Ticks;
import helvo.figure.canvas.DrawingCanvas;
import helvo.figure.canvas.DrawingPart;
import helvo.figure.canvas.Palette;
import helvo.figure.canvas.Typeface;
import helvo.figure.layout.SheetMetrics;
import helvo.figure.scale.Axis;
import java.awt.Color;
import java.awt.Font;
import java.awt.geom.Rectangle2D;

/// Draws axes, their ticks and labels, and the grid behind the points.
final class AxisPainter {
    private static final double TICK = 4.5;
    private static final double MINOR_TICK = 2.5;
    private static final double HAIR = 0.5;

    private final DrawingCanvas canvas;
    private final SheetMetrics metrics;
    private final Rectangle2D area;
    private final int factor;

    /// @param factor by which the plot is enlarged that its ticks are for
    AxisPainter(DrawingCanvas canvas, SheetMetrics metrics, Rectangle2D area, int factor) {
        this.canvas = canvas;
        this.metrics = metrics;
        this.area = area;
        this.factor = factor;
    }

    /// A fine ruled ground, and the grids of two axes.
    void grid(Axis x, Axis y, AxisStyle xStyle, AxisStyle yStyle, boolean guide) {
        if (guide) {
            x.fineTicks(area.getWidth()).forEach(tick -> across(x, tick, Palette.FINE_GRID));
            y.fineTicks(area.getHeight()).forEach(tick -> along(y, tick, Palette.FINE_GRID));
            x.minorTicks().forEach(tick -> across(x, tick, Palette.GUIDE));
            y.minorTicks().forEach(tick -> along(y, tick, Palette.GUIDE));
        }
        if (xStyle.grid() == Grid.MINOR && !guide) {
            x.minorTicks().forEach(tick -> across(x, tick, Palette.FINE_GRID));
        }
        if (yStyle.grid() == Grid.MINOR && !guide) {
            y.minorTicks().forEach(tick -> along(y, tick, Palette.FINE_GRID));
        }
        if (xStyle.grid() != Grid.NONE) {
            x.ticks().forEach(tick -> across(x, tick, guide ? Palette.GUIDE_STRONG : Palette.GRID));
        }
        if (yStyle.grid() != Grid.NONE) {
            y.ticks().forEach(tick -> along(y, tick, guide ? Palette.GUIDE_STRONG : Palette.GRID));
        }
    }

    private void across(Axis x, double tick, Color color) {
        double px = area.getX() + x.fraction(tick) * area.getWidth();
        ticks(true, () -> canvas.line(px, area.getMinY(), px, area.getMaxY(), color, metrics.weight(HAIR)));
    }

    private void along(Axis y, double tick, Color color) {
        double py = area.getMaxY() - y.fraction(tick) * area.getHeight();
        ticks(false, () -> canvas.line(area.getMinX(), py, area.getMaxX(), py, color, metrics.weight(HAIR)));
    }

    private void ticks(boolean across, Runnable inside) {
        canvas.part(new DrawingPart.Ticks(across, factor), inside);
    }

    void frame() {
        canvas.draw(area, Palette.AXIS, metrics.weight(0.9));
    }

    /// Axes without numbers, where there is nothing to measure yet.
    void lines(boolean top, boolean right) {
        line(area.getMinX(), side(top), area.getMaxX(), side(top), Palette.AXIS);
        double x = right ? area.getMaxX() : area.getMinX();
        line(x, area.getMinY(), x, area.getMaxY(), Palette.AXIS);
    }

    private double side(boolean top) {
        return top ? area.getMinY() : area.getMaxY();
    }

    private void line(double x1, double y1, double x2, double y2, Color color) {
        canvas.line(x1, y1, x2, y2, color, metrics.weight(0.9));
    }

    /// The line of the horizontal axis.
    ///
    /// @param top whether it runs along the upper side
    void horizontalLine(boolean top) {
        line(area.getMinX(), side(top), area.getMaxX(), side(top), Palette.AXIS);
    }

    /// @param right whether it runs along the right side
    /// @param color of its labels
    void verticalLine(boolean right, Color color) {
        double x = right ? area.getMaxX() : area.getMinX();
        line(x, area.getMinY(), x, area.getMaxY(), lineColor(color));
    }

    private static Color lineColor(Color color) {
        return color.equals(Palette.INK) ? Palette.AXIS : color;
    }

    /// The ticks of the horizontal axis and their labels.
    ///
    /// @param labelled whether numbers stand along it
    void horizontal(Axis axis, AxisStyle style, boolean top, boolean labelled) {
        ticks(true, () -> across(axis, style, top, labelled));
    }

    private void across(Axis axis, AxisStyle style, boolean top, boolean labelled) {
        double y = side(top);
        double out = (top ? -1 : 1) * (style.ticks() == Ticks.INSIDE ? -1 : 1);
        if (style.ticks() != Ticks.NONE) {
            axis.minorTicks()
                    .forEach(tick -> mark(
                            px(axis, tick), y, 0, out * metrics.length(MINOR_TICK), Palette.AXIS, metrics.weight(0.7)));
            axis.ticks()
                    .forEach(tick ->
                            mark(px(axis, tick), y, 0, out * metrics.length(TICK), Palette.AXIS, metrics.weight(0.9)));
        }
        if (!labelled) {
            return;
        }
        Font font = metrics.label();
        double baseline = top ? y - metrics.length(TICK + 2.5) : y + metrics.length(TICK + 1) + font.getSize2D();
        axis.ticks()
                .forEach(tick -> canvas.heldAt(
                        px(axis, tick),
                        y,
                        () -> canvas.text(
                                axis.label(tick, metrics.numbers()),
                                font,
                                Palette.INK,
                                px(axis, tick),
                                baseline,
                                0.5)));
    }

    /// Likewise of an upright axis.
    void vertical(Axis axis, AxisStyle style, boolean right, Color color, boolean labelled) {
        ticks(false, () -> along(axis, style, right, color, labelled));
    }

    private void along(Axis axis, AxisStyle style, boolean right, Color color, boolean labelled) {
        double x = right ? area.getMaxX() : area.getMinX();
        double out = (right ? 1 : -1) * (style.ticks() == Ticks.INSIDE ? -1 : 1);
        Color line = lineColor(color);
        if (style.ticks() != Ticks.NONE) {
            axis.minorTicks()
                    .forEach(tick ->
                            mark(x, py(axis, tick), out * metrics.length(MINOR_TICK), 0, line, metrics.weight(0.7)));
            axis.ticks()
                    .forEach(tick -> mark(x, py(axis, tick), out * metrics.length(TICK), 0, line, metrics.weight(0.9)));
        }
        if (!labelled) {
            return;
        }
        Font font = metrics.label();
        double at = x + (right ? 1 : -1) * metrics.length(TICK + 3);
        axis.ticks()
                .forEach(tick -> canvas.heldAt(
                        x,
                        py(axis, tick),
                        () -> canvas.text(
                                axis.label(tick, metrics.numbers()),
                                font,
                                color,
                                at,
                                py(axis, tick) + font.getSize2D() * 0.33,
                                right ? 0 : 1)));
    }

    private void mark(double x, double y, double across, double down, Color color, double weight) {
        canvas.heldAt(x, y, () -> canvas.line(x, y, x + across, y + down, color, weight));
    }

    /// How wide the labels of a vertical axis are.
    static double widest(Axis axis, SheetMetrics metrics) {
        return axis.ticks().stream()
                .mapToDouble(tick -> Typeface.width(metrics.label(), axis.label(tick, metrics.numbers())))
                .max()
                .orElse(0);
    }

    private double px(Axis axis, double tick) {
        return area.getX() + axis.fraction(tick) * area.getWidth();
    }

    private double py(Axis axis, double tick) {
        return area.getMaxY() - axis.fraction(tick) * area.getHeight();
    }
}
