package helvo.figure.paint;

import helvo.core.analysis.Diagnostics;
import helvo.core.bounds.ErrorBarLines;
import helvo.core.numeric.Range;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.figure.canvas.DrawingCanvas;
import helvo.figure.canvas.Palette;
import helvo.figure.layout.OccupancyGrid;
import helvo.figure.layout.PlotArea;
import helvo.figure.layout.SheetMetrics;
import java.awt.Color;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Line2D;
import java.awt.geom.Path2D;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/// Draws the corridor and the bounds of a series. Where no line is allowed, the one that needs the least longer
/// bars.
final class BoundsPainter {
    private static final int STEPS = 160;
    /// Above so many points single bars are not marked.
    private static final int MAX_MARKED = 1500;

    private final DrawingCanvas canvas;
    private final SheetMetrics metrics;
    private final SeriesPainter series;
    private final PlotArea plot;
    private final ErrorBarLines bounds;
    private final Color color;

    BoundsPainter(DrawingCanvas canvas, SheetMetrics metrics, SeriesPainter series, ErrorBarLines bounds) {
        this.canvas = canvas;
        this.metrics = metrics;
        this.series = series;
        this.plot = series.plot();
        this.bounds = bounds;
        this.color = series.color();
    }

    void part(Runnable inside) {
        series.part(inside);
    }

    /// Behind the points: the corridor and its limits.
    void lines() {
        double[] reach = reach();
        if (bounds.exist() && !bounds.upright()) {
            Optional<Path2D> corridor = corridor(reach);
            corridor.ifPresent(
                    path -> canvas.fill(path, new Color(color.getRed(), color.getGreen(), color.getBlue(), 36)));
        }
        double dash = bounds.exist() ? 4 : 1.2;
        double gap = bounds.exist() ? 2.6 : 2.2;
        limits(reach)
                .forEach(path -> canvas.draw(
                        path, color, metrics.weight(0.8), (float) metrics.length(dash), (float) metrics.length(gap)));
    }

    /// Keeps labels away from the limits.
    void take(OccupancyGrid occupancy) {
        limits(reach()).forEach(occupancy::reserveLine);
    }

    /// The steepest and the shallowest line; without these the one that needs the least longer bars.
    private List<Path2D> limits(double[] reach) {
        Stream<ErrorBarLines.Limit> lines = Stream.of(
                        bounds.steepest(),
                        bounds.shallowest(),
                        bounds.exist()
                                ? Optional.<ErrorBarLines.Limit>empty()
                                : bounds.least().line())
                .flatMap(Optional::stream);
        return lines.map(line -> path(line, reach)).toList();
    }

    /// As far as the curve, and to the y axis where that is near.
    private double[] reach() {
        double[] reach = {series.reach().from(), series.reach().to()};
        double zero = plot.x().fraction(0);
        if (zero >= 0 && zero <= 1 && reach[0] > 0) {
            reach[0] = 0;
        }
        return reach;
    }

    private double x(double[] reach, int step, int steps) {
        if (step == 0 || step == steps) {
            return reach[step == 0 ? 0 : 1];
        }
        double from = plot.x().fraction(reach[0]);
        double to = plot.x().fraction(reach[1]);
        return plot.x().value(from + (to - from) * step / steps);
    }

    private Optional<Path2D> corridor(double[] reach) {
        var upper = new Path2D.Double();
        var lower = new Path2D.Double();
        for (int i = 0; i <= STEPS; i++) {
            double up = x(reach, i, STEPS);
            double back = x(reach, STEPS - i, STEPS);
            Optional<Range> above = bounds.corridor(up);
            Optional<Range> below = bounds.corridor(back);
            if (above.isEmpty() || below.isEmpty()) {
                return Optional.empty();
            }
            to(upper, up, above.get().high());
            to(lower, back, below.get().low());
        }
        upper.append(lower, true);
        upper.closePath();
        return Optional.of(upper);
    }

    private void to(Path2D path, double x, double y) {
        double px = plot.pxWithin(x);
        double py = Math.clamp(plot.pyWithin(y), -1e5, 1e5);
        if (path.getCurrentPoint() == null) {
            path.moveTo(px, py);
        } else {
            path.lineTo(px, py);
        }
    }

    private Path2D path(ErrorBarLines.Limit line, double[] reach) {
        var path = new Path2D.Double();
        int steps = plot.isStraight() ? 1 : STEPS;
        for (int i = 0; i <= steps; i++) {
            double x = x(reach, i, steps);
            to(path, x, line.at(x));
        }
        return path;
    }

    /// Before the points: a ring at the bars that pin the limits, and another in the colour of what needs a look at
    /// bars that the curve misses, drawn in that colour too.
    void bars() {
        Points points = series.series().points();
        if (points.size() > MAX_MARKED) {
            return;
        }
        Set<Integer> pinning = new HashSet<>();
        bounds.steepest().ifPresent(line -> pinning.addAll(boxed(line.rows())));
        bounds.shallowest().ifPresent(line -> pinning.addAll(boxed(line.rows())));
        if (!bounds.exist()) {
            pinning.addAll(boxed(bounds.least().rows()));
        }
        Set<Integer> missed = series.series()
                .diagnostics()
                .flatMap(Diagnostics::passing)
                .map(passing -> boxed(passing.missed()))
                .orElse(Set.of());
        for (int i = 0; i < points.size(); i++) {
            double x = plot.px(points.x()[i]);
            double y = plot.py(points.y()[i]);
            if (Double.isNaN(x) || Double.isNaN(y)) {
                continue;
            }
            int row = points.rows()[i];
            if (missed.contains(row)) {
                missed(points, i, x, y);
                ring(x, y, pinning.contains(row) ? 4.6 : 2.4, Palette.ATTENTION, 1.2);
            }
            if (pinning.contains(row)) {
                ring(x, y, 2.4, color, 0.8);
            }
        }
    }

    private void ring(double x, double y, double beyond, Color ink, double weight) {
        double r = series.radius() + metrics.length(beyond);
        canvas.heldAt(
                x, y, () -> canvas.draw(new Ellipse2D.Double(x - r, y - r, 2 * r, 2 * r), ink, metrics.weight(weight)));
    }

    private static Set<Integer> boxed(int[] rows) {
        return Arrays.stream(rows).boxed().collect(Collectors.toSet());
    }

    private void missed(Points points, int i, double x, double y) {
        double weight = metrics.weight(1.8);
        ErrorBars inY = points.yBars();
        ErrorBars inX = points.xBars();
        if (inY.has(i)) {
            canvas.draw(
                    new Line2D.Double(
                            x,
                            plot.pyWithin(points.y()[i] + inY.up()[i]),
                            x,
                            plot.pyWithin(points.y()[i] - inY.down()[i])),
                    Palette.ATTENTION,
                    weight);
        }
        if (inX.has(i)) {
            canvas.draw(
                    new Line2D.Double(
                            plot.pxWithin(points.x()[i] - inX.down()[i]),
                            y,
                            plot.pxWithin(points.x()[i] + inX.up()[i]),
                            y),
                    Palette.ATTENTION,
                    weight);
        }
    }
}
