package helvo.figure.layout;

import java.awt.geom.Path2D;
import java.awt.geom.PathIterator;
import java.awt.geom.Rectangle2D;
import java.util.List;
import java.util.Optional;

/// A grid of the taken places of a plot, in squares of three points, to find free ones for labels. A label that
/// must cover something covers a line rather than a point, and a point rather than another label.
public final class OccupancyGrid {
    private static final double SQUARE = 3;
    private static final int LINE = 1;
    private static final int POINT = 12;
    private static final int LABEL = 100;
    /// How far apart places are tried where those wished for are taken.
    private static final double STEP = 6;

    private final Rectangle2D area;
    private final int columns;
    private final int rows;
    private final int[] taken;
    private long covered;

    public OccupancyGrid(Rectangle2D area) {
        this.area = area;
        columns = Math.max(1, (int) Math.ceil(area.getWidth() / SQUARE));
        rows = Math.max(1, (int) Math.ceil(area.getHeight() / SQUARE));
        taken = new int[columns * rows];
    }

    public OccupancyGrid copy() {
        var copy = new OccupancyGrid(area);
        System.arraycopy(taken, 0, copy.taken, 0, taken.length);
        copy.covered = covered;
        return copy;
    }

    /// The weight of what the labels placed so far cover.
    public long covered() {
        return covered;
    }

    /// @param cost the weight of what would be covered there
    public record Place(Rectangle2D at, int cost) {}

    public void reservePoint(double x, double y, double r) {
        reserve(x - r, y - r, x + r, y + r, POINT);
    }

    public void reserveLine(double x1, double y1, double x2, double y2) {
        double length = Math.hypot(x2 - x1, y2 - y1);
        int steps = (int) Math.min(10_000, Math.ceil(length / SQUARE * 1.5)) + 1;
        for (int i = 0; i <= steps; i++) {
            double x = x1 + (x2 - x1) * i / steps;
            double y = y1 + (y2 - y1) * i / steps;
            reserve(x - 0.5, y - 0.5, x + 0.5, y + 0.5, LINE);
        }
    }

    public void reserveLine(Path2D path) {
        double[] corner = new double[6];
        double lastX = 0;
        double lastY = 0;
        for (var it = path.getPathIterator(null, 1); !it.isDone(); it.next()) {
            if (it.currentSegment(corner) != PathIterator.SEG_MOVETO) {
                reserveLine(lastX, lastY, corner[0], corner[1]);
            }
            lastX = corner[0];
            lastY = corner[1];
        }
    }

    /// Takes what a shape covers, as points are taken.
    public void reserveShape(java.awt.Shape shape) {
        Rectangle2D bounds = shape.getBounds2D();
        for (int r = Math.max(0, row(bounds.getMinY())); r <= Math.min(rows - 1, row(bounds.getMaxY())); r++) {
            for (int c = Math.max(0, column(bounds.getMinX()));
                    c <= Math.min(columns - 1, column(bounds.getMaxX()));
                    c++) {
                if (shape.contains(area.getX() + (c + 0.5) * SQUARE, area.getY() + (r + 0.5) * SQUARE)) {
                    taken[r * columns + c] = Math.max(taken[r * columns + c], POINT);
                }
            }
        }
    }

    /// A place for a label: of those wished for the first that is free; else the free place nearest to the first;
    /// else the one that covers least.
    public Place best(List<Rectangle2D> wished) {
        Rectangle2D best = wished.getFirst();
        int least = Integer.MAX_VALUE;
        for (Rectangle2D place : wished) {
            int cost = cost(place);
            if (cost < least) {
                best = place;
                least = cost;
            }
        }
        return least > 0 ? anywhere(wished.getFirst(), best, least) : new Place(best, 0);
    }

    public void reservePlace(Place place) {
        covered += place.cost;
        reserve(place.at, LABEL);
    }

    /// The first of the places that is free, else the one that covers least if that is lines only; it is taken.
    public Optional<Rectangle2D> free(List<Rectangle2D> wished) {
        Rectangle2D best = null;
        int least = POINT;
        for (Rectangle2D place : wished) {
            int cost = cost(new Rectangle2D.Double(
                    place.getX() - 1.5, place.getY() - 1.5, place.getWidth() + 3, place.getHeight() + 3));
            if (cost < least) {
                best = place;
                least = cost;
            }
        }
        if (best != null) {
            reserve(best, LABEL);
        }
        return Optional.ofNullable(best);
    }

    private Place anywhere(Rectangle2D wished, Rectangle2D known, int costOfKnown) {
        Rectangle2D best = known;
        int least = costOfKnown;
        double nearest = Double.POSITIVE_INFINITY;
        for (double y = area.getMinY() + 3; y + wished.getHeight() < area.getMaxY(); y += STEP) {
            for (double x = area.getMinX() + 5; x + wished.getWidth() < area.getMaxX(); x += STEP) {
                var place = new Rectangle2D.Double(x, y, wished.getWidth(), wished.getHeight());
                double distance = Math.hypot(x - wished.getX(), y - wished.getY());
                int cost = cost(place);
                if (cost < least || cost == least && distance < nearest) {
                    best = place;
                    least = cost;
                    nearest = distance;
                }
            }
        }
        return new Place(best, least);
    }

    private void reserve(Rectangle2D rectangle, int weight) {
        reserve(rectangle.getMinX(), rectangle.getMinY(), rectangle.getMaxX(), rectangle.getMaxY(), weight);
    }

    private void reserve(double left, double top, double right, double bottom, int weight) {
        int lastColumn = Math.min(columns - 1, column(right));
        int lastRow = Math.min(rows - 1, row(bottom));
        for (int r = Math.max(0, row(top)); r <= lastRow; r++) {
            for (int c = Math.max(0, column(left)); c <= lastColumn; c++) {
                taken[r * columns + c] = Math.max(taken[r * columns + c], weight);
            }
        }
    }

    /// The weight of what a rectangle would cover; one that reaches out of the area costs more than any other.
    private int cost(Rectangle2D rectangle) {
        if (!area.contains(rectangle)) {
            return Integer.MAX_VALUE;
        }
        int cost = 0;
        int lastColumn = Math.min(columns - 1, column(rectangle.getMaxX()));
        int lastRow = Math.min(rows - 1, row(rectangle.getMaxY()));
        for (int r = Math.max(0, row(rectangle.getMinY())); r <= lastRow; r++) {
            for (int c = Math.max(0, column(rectangle.getMinX())); c <= lastColumn; c++) {
                cost += taken[r * columns + c];
            }
        }
        return cost;
    }

    private int column(double x) {
        return (int) Math.floor((x - area.getX()) / SQUARE);
    }

    private int row(double y) {
        return (int) Math.floor((y - area.getY()) / SQUARE);
    }
}
