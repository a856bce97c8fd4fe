package helvo.figure.paint;

import helvo.core.Progress;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Curve;
import helvo.core.fit.Residuals;
import helvo.figure.canvas.DrawingCanvas;
import helvo.figure.canvas.DrawingPart;
import helvo.figure.canvas.Palette;
import helvo.figure.canvas.RichText;
import helvo.figure.canvas.Typeface;
import helvo.figure.layout.FigureLayout;
import helvo.figure.layout.PlotArea;
import helvo.figure.layout.SheetMetrics;
import helvo.figure.scale.Axis;
import helvo.figure.scale.AxisScale;
import java.awt.Color;
import java.awt.Shape;
import java.awt.geom.Rectangle2D;
import java.util.List;
import java.util.stream.Collectors;

/// Draws the residuals under a figure.
final class ResidualStrip {
    private final DrawingCanvas canvas;
    private final SheetMetrics metrics;
    private final PlotArea plot;
    private final List<SeriesPainter> painters;
    private final TickLevels levels;

    ResidualStrip(
            DrawingCanvas canvas,
            SheetMetrics metrics,
            Rectangle2D area,
            Axis x,
            List<SeriesPainter> painters,
            TickLevels levels) {
        this.canvas = canvas;
        this.metrics = metrics;
        this.levels = levels;
        this.painters = painters;
        plot = new PlotArea(
                area, x, scale(painters.stream().map(SeriesPainter::series).toList()));
    }

    private static AxisScale scale(List<SeriesAnalysis> series) {
        return AxisScale.symmetric(series.stream()
                .flatMap(each -> each.residuals().stream())
                .mapToDouble(Residuals::greatest)
                .max()
                .orElse(0));
    }

    /// The room that its labels and its title take at its left.
    static double left(List<SeriesAnalysis> series, SheetMetrics metrics) {
        AxisScale scale = scale(series);
        return metrics.length(22)
                + scale.ticks().stream()
                        .mapToDouble(
                                tick -> Typeface.width(metrics.label(), "+" + scale.label(tick, metrics.numbers())))
                        .max()
                        .orElse(0);
    }

    void draw(double titleBaseline, Progress progress) {
        Rectangle2D area = plot.area();
        canvas.fill(area, Palette.STRIP);
        levels.each(plot.x(), true, area.getWidth(), (axis, factor) -> {
            for (double tick : axis.ticks()) {
                double px = plot.px(tick);
                canvas.part(
                        new DrawingPart.Ticks(true, factor),
                        () -> canvas.line(px, area.getMinY(), px, area.getMaxY(), Palette.GRID, metrics.weight(0.5)));
            }
        });
        double zero = plot.py(0);
        canvas.line(area.getMinX(), zero, area.getMaxX(), zero, Palette.MUTED, metrics.weight(0.8));
        canvas.line(area.getMinX(), area.getMinY(), area.getMinX(), area.getMaxY(), Palette.AXIS, metrics.weight(0.9));
        for (double tick : plot.y().ticks()) {
            String label = tick > 0
                    ? "+" + plot.y().label(tick, metrics.numbers())
                    : plot.y().label(tick, metrics.numbers());
            canvas.line(
                    area.getMinX() - metrics.length(4),
                    plot.py(tick),
                    area.getMinX(),
                    plot.py(tick),
                    Palette.AXIS,
                    metrics.weight(0.9));
            canvas.text(
                    label,
                    metrics.label(),
                    Palette.MUTED,
                    area.getMinX() - metrics.length(7),
                    plot.py(tick) + metrics.length(3),
                    1);
        }
        String unit = painters.getFirst().series().rows().y().unit();
        String factor = plot.y().context();
        boolean onLogs = painters.stream()
                .anyMatch(each -> each.series().chosen().curve().fittedOn() != Curve.FittedOn.Y);
        String title = onLogs
                ? "Residual of ln y"
                : "Residual" + (unit.isEmpty() && factor.isEmpty() ? "" : " (" + (factor + " " + unit).strip() + ")");
        List<String> titleLines = RichText.lines(title, metrics.label(), area.getHeight() + metrics.length(40));
        for (int i = 0; i < titleLines.size(); i++) {
            canvas.rising(
                    titleLines.get(i),
                    metrics.label(),
                    Palette.MUTED,
                    titleBaseline + i * metrics.length(10),
                    area.getCenterY());
        }
        canvas.clipped(
                new Rectangle2D.Double(area.getX() - 1, area.getY() - 4, area.getWidth() + 2, area.getHeight() + 8),
                () -> {
                    for (SeriesPainter painter : painters) {
                        painter.series()
                                .residuals()
                                .filter(_ -> !painter.style().hidden())
                                .ifPresent(residuals -> canvas.part(
                                        new DrawingPart.Enlarged(false),
                                        () -> painter.part(
                                                () -> points(residuals, painter, aside(painter), progress))));
                    }
                });
    }

    /// Series of few points stand side by side.
    private double aside(SeriesPainter painter) {
        int count = painters.size();
        boolean few = count <= 4 && painter.series().points().size() <= 150;
        return few ? (painters.indexOf(painter) - (count - 1) / 2.0) * metrics.length(3.2) : 0;
    }

    FigureLayout.Strip layout() {
        return new FigureLayout.Strip(
                plot.area(),
                plot.y(),
                painters.stream().collect(Collectors.toMap(each -> each.series().key(), this::aside)));
    }

    /// @param aside how far series move apart, so that points at the same x do not hide one another
    private void points(Residuals residuals, SeriesPainter painter, double aside, Progress progress) {
        double[] x = residuals.points().x();
        double[] raw = residuals.raw();
        if (PointCloud.serves(canvas, raw.length)) {
            PointCloud.draw(canvas, plot, x, raw, painter.marker(), painter.radius(), painter.color(), 1, progress);
            return;
        }
        double r = Math.min(metrics.length(2.5), painter.radius());
        double zero = plot.py(0);
        for (int i = 0; i < raw.length; i++) {
            double px = plot.px(x[i]) + aside;
            double py = plot.py(raw[i]);
            if (Double.isNaN(px)) {
                continue;
            }
            if (raw.length <= 150) {
                canvas.line(px, zero, px, py, painter.color(), metrics.weight(0.8));
            }
            Color ink = painter.colors().isPresent()
                            && raw.length == painter.series().points().size()
                    ? painter.colors().get().at(i)
                    : painter.color();
            canvas.heldAt(px, py, () -> mark(painter, painter.marker().at(px, py, r), ink));
        }
    }

    private void mark(SeriesPainter painter, Shape shape, Color ink) {
        if (painter.opacity() == 0 && painter.style().opacity().isEmpty()) {
            canvas.fill(shape, Palette.SHEET);
            canvas.draw(shape, painter.color(), metrics.weight(0.8));
        } else {
            canvas.fill(shape, ink);
        }
    }
}
