package helvo.figure;

import java.awt.geom.Rectangle2D;

/// Which places of the plot are taken, in squares of three points, so that labels find free ones.
final class Occupancy {
    private static final double SQUARE = 3;

    private final Rectangle2D area;
    private final int columns;
    private final int rows;
    private final boolean[] taken;

    Occupancy(Rectangle2D area) {
        this.area = area;
        columns = Math.max(1, (int) Math.ceil(area.getWidth() / SQUARE));
        rows = Math.max(1, (int) Math.ceil(area.getHeight() / SQUARE));
        taken = new boolean[columns * rows];
    }

    void takePoint(double x, double y, double r) {
        take(new Rectangle2D.Double(x - r, y - r, 2 * r, 2 * r));
    }

    void takeLine(double x1, double y1, double x2, double y2) {
        double length = Math.hypot(x2 - x1, y2 - y1);
        int steps = (int) Math.min(10_000, Math.ceil(length / SQUARE * 1.5)) + 1;
        for (int i = 0; i <= steps; i++) {
            takePoint(x1 + (x2 - x1) * i / steps, y1 + (y2 - y1) * i / steps, 0.5);
        }
    }

    void take(Rectangle2D rectangle) {
        each(rectangle, square -> taken[square] = true);
    }

    /// How many taken squares a rectangle would cover; a rectangle that reaches out of the area costs more than any other.
    int cost(Rectangle2D rectangle) {
        if (!area.contains(rectangle)) {
            return Integer.MAX_VALUE;
        }
        int[] cost = {0};
        each(rectangle, square -> cost[0] += taken[square] ? 1 : 0);
        return cost[0];
    }

    private void each(Rectangle2D rectangle, java.util.function.IntConsumer square) {
        int left = column(rectangle.getMinX());
        int right = column(rectangle.getMaxX());
        int top = row(rectangle.getMinY());
        int bottom = row(rectangle.getMaxY());
        for (int r = Math.max(0, top); r <= Math.min(rows - 1, bottom); r++) {
            for (int c = Math.max(0, left); c <= Math.min(columns - 1, right); c++) {
                square.accept(r * columns + c);
            }
        }
    }

    private int column(double x) {
        return (int) Math.floor((x - area.getX()) / SQUARE);
    }

    private int row(double y) {
        return (int) Math.floor((y - area.getY()) / SQUARE);
    }
}
