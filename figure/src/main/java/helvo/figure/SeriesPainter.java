package helvo.figure;

import helvo.core.Progress;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Fit;
import helvo.core.fit.Points;
import java.awt.Color;
import java.awt.Shape;
import java.awt.geom.Path2D;

/// Draws one series: its bars, its curve and its points.
final class SeriesPainter {
    private static final double CAP = 2.6;
    private static final int CURVE_STEPS = 240;

    private final Pen pen;
    private final Plot plot;
    private final SeriesAnalysis series;
    private final Color color;
    private final Marker marker;

    SeriesPainter(Pen pen, Plot plot, SeriesAnalysis series, int place) {
        this.pen = pen;
        this.plot = plot;
        this.series = series;
        this.color = Inks.series(place);
        this.marker = Marker.of(place);
    }

    /// Smaller where there are more points.
    double radius() {
        int n = series.points().size();
        return n <= 150 ? 3.3 : n <= 1500 ? 2.3 : n <= PointCloud.MANY ? 1.5 : 0.9;
    }

    Color color() {
        return color;
    }

    Marker marker() {
        return marker;
    }

    void bars(Progress progress) {
        Points points = series.points();
        for (int i = 0; i < points.size(); i++) {
            if ((i & 0x3ff) == 0) {
                progress.reached(Double.NaN);
            }
            double x = plot.px(points.x()[i]);
            double y = plot.py(points.y()[i]);
            if (points.yBar().length > 0 && points.yBar()[i] > 0) {
                double top = plot.py(points.y()[i] + points.yBar()[i]);
                double bottom = plot.py(points.y()[i] - points.yBar()[i]);
                pen.line(x, top, x, bottom, color, 0.8);
                pen.line(x - CAP, top, x + CAP, top, color, 0.8);
                pen.line(x - CAP, bottom, x + CAP, bottom, color, 0.8);
            }
            if (points.xBar().length > 0 && points.xBar()[i] > 0) {
                double left = plot.px(points.x()[i] - points.xBar()[i]);
                double right = plot.px(points.x()[i] + points.xBar()[i]);
                pen.line(left, y, right, y, color, 0.8);
                pen.line(left, y - CAP, left, y + CAP, color, 0.8);
                pen.line(right, y - CAP, right, y + CAP, color, 0.8);
            }
        }
    }

    void curve(Fit fit) {
        pen.draw(path(fit), color, 1.5);
    }

    /// A curve in its points' own colour would drown in a cloud of them: it is dark, with a light border.
    void curveOverCloud(Fit fit) {
        Path2D path = path(fit);
        pen.draw(path, Inks.SHEET, 3.6);
        pen.draw(path, Inks.INK, 1.6);
    }

    /// The curve over the span of its own points.
    Path2D path(Fit fit) {
        var extent = new Extent();
        extent.take(series.points().x(), new double[0]);
        int steps = fit.curve().degree() == 1 ? 1 : CURVE_STEPS;
        var path = new Path2D.Double();
        for (int i = 0; i <= steps; i++) {
            double x = extent.at((double) i / steps);
            double px = plot.px(x);
            double py = Math.clamp(plot.py(fit.function().at(x)), -1e5, 1e5);
            if (i == 0) {
                path.moveTo(px, py);
            } else {
                path.lineTo(px, py);
            }
        }
        return path;
    }

    void points(Progress progress) {
        Points points = series.points();
        double r = radius();
        if (PointCloud.serves(pen, points.size())) {
            PointCloud.draw(pen, plot.area(), points.size(), new PointCloud.Place() {
                @Override
                public double x(int point) {
                    return plot.px(points.x()[point]);
                }

                @Override
                public double y(int point) {
                    return plot.py(points.y()[point]);
                }
            }, marker, r, color, progress);
            return;
        }
        boolean ringed = points.size() <= 1500;
        for (int i = 0; i < points.size(); i++) {
            if ((i & 0x3ff) == 0) {
                progress.reached(Double.NaN);
            }
            Shape shape = marker.at(plot.px(points.x()[i]), plot.py(points.y()[i]), r);
            if (ringed) {
                pen.draw(shape, Inks.SHEET, 1.4);
            }
            pen.fill(shape, color);
        }
    }

    /// Points set aside stay visible, hollow.
    void setAside() {
        int[] rows = series.rows().setAside();
        for (int i = 0; i < rows.length && rows.length <= PointCloud.MANY; i++) {
            double x = series.rows().x().at(rows[i]);
            double y = series.rows().y().at(rows[i]);
            if (x >= plot.x().low() && x <= plot.x().high() && y >= plot.y().low() && y <= plot.y().high()) {
                Shape shape = marker.at(plot.px(x), plot.py(y), radius());
                pen.fill(shape, Inks.SHEET);
                pen.draw(shape, Inks.MUTED, 0.9);
            }
        }
    }

    /// Takes the places that points, bars and curve cover.
    void take(Occupancy occupancy) {
        Points points = series.points();
        for (int i = 0; i < points.size(); i++) {
            double x = plot.px(points.x()[i]);
            occupancy.takePoint(x, plot.py(points.y()[i]), radius() + 1);
            if (points.yBar().length > 0 && points.yBar()[i] > 0 && points.size() <= 1500) {
                occupancy.takeLine(x, plot.py(points.y()[i] + points.yBar()[i]), x, plot.py(points.y()[i] - points.yBar()[i]));
            }
        }
        series.fit().ifPresent(fit -> {
            double[] corner = new double[6];
            double lastX = 0;
            double lastY = 0;
            for (var it = path(fit).getPathIterator(null); !it.isDone(); it.next()) {
                if (it.currentSegment(corner) != java.awt.geom.PathIterator.SEG_MOVETO) {
                    occupancy.takeLine(lastX, lastY, corner[0], corner[1]);
                }
                lastX = corner[0];
                lastY = corner[1];
            }
        });
    }
}
