package helvo.figure;

import helvo.core.study.Layer;
import helvo.core.study.Figure;
import java.awt.Color;
import java.awt.Font;
import java.awt.geom.Rectangle2D;

/// Draws axes, their ticks, labels and titles, and the grid behind the points.
final class AxisPainter {
    private static final double TICK = 4.5;
    private static final double MINOR_TICK = 2.5;
    private static final double HAIR = 0.5;

    private final Pen pen;
    private final Plot plot;

    AxisPainter(Pen pen, Plot plot) {
        this.pen = pen;
        this.plot = plot;
    }

    void grid(Figure figure) {
        Rectangle2D area = plot.area();
        if (figure.shows(Layer.GUIDE_GRID)) {
            fine(plot.x(), true);
            fine(plot.y(), false);
        }
        for (double tick : plot.x().ticks()) {
            pen.line(plot.px(tick), area.getMinY(), plot.px(tick), area.getMaxY(), Inks.GRID, HAIR);
        }
        for (double tick : plot.y().ticks()) {
            pen.line(area.getMinX(), plot.py(tick), area.getMaxX(), plot.py(tick), Inks.GRID, HAIR);
        }
    }

    private void fine(Axis scale, boolean vertical) {
        Rectangle2D area = plot.area();
        Color color = Inks.FINE_GRID;
        for (double tick : scale.fineTicks(vertical ? area.getWidth() : area.getHeight())) {
            if (vertical) {
                pen.line(plot.px(tick), area.getMinY(), plot.px(tick), area.getMaxY(), color, HAIR);
            } else {
                pen.line(area.getMinX(), plot.py(tick), area.getMaxX(), plot.py(tick), color, HAIR);
            }
        }
    }

    void axes() {
        Rectangle2D area = plot.area();
        pen.line(area.getMinX(), area.getMaxY(), area.getMaxX(), area.getMaxY(), Inks.AXIS, 0.9);
        pen.line(area.getMinX(), area.getMinY(), area.getMinX(), area.getMaxY(), Inks.AXIS, 0.9);
        plot.x().minorTicks().forEach(tick -> pen.line(plot.px(tick), area.getMaxY(), plot.px(tick), area.getMaxY() + MINOR_TICK, Inks.AXIS, 0.7));
        plot.y().minorTicks().forEach(tick -> pen.line(area.getMinX() - MINOR_TICK, plot.py(tick), area.getMinX(), plot.py(tick), Inks.AXIS, 0.7));
        plot.x().ticks().forEach(tick -> pen.line(plot.px(tick), area.getMaxY(), plot.px(tick), area.getMaxY() + TICK, Inks.AXIS, 0.9));
        plot.y().ticks().forEach(tick -> pen.line(area.getMinX() - TICK, plot.py(tick), area.getMinX(), plot.py(tick), Inks.AXIS, 0.9));
    }

    void labels(Font font) {
        Rectangle2D area = plot.area();
        double half = font.getSize2D() * 0.33;
        plot.x().ticks().forEach(tick -> pen.text(plot.x().label(tick), font, Inks.INK, plot.px(tick), area.getMaxY() + TICK + font.getSize2D() + 1, 0.5));
        plot.y().ticks().forEach(tick -> pen.text(plot.y().label(tick), font, Inks.INK, area.getMinX() - TICK - 3, plot.py(tick) + half, 1));
    }
}
