package helvo.figure;

import helvo.core.Progress;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Fit;
import helvo.core.study.Layer;
import helvo.core.table.Column;
import helvo.core.table.Role;
import java.awt.Font;
import java.awt.geom.Rectangle2D;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.stream.IntStream;

/// Draws a figure's sheet: the one piece of code behind the screen and every export.
public final class FigureDrawing {
    private static final double MARGIN = 12;
    private static final double LABEL_SIZE = 9;
    private static final double TITLE_LINE = 16;
    private static final double POINTS_PER_MM = 72 / 25.4;

    private final FigureAnalysis figure;
    private final Pen pen;
    private final Progress progress;
    private final double width;
    private final double height;
    private final Font labelFont = Typeface.REGULAR.at(LABEL_SIZE);
    private final Font axisFont = Typeface.SEMIBOLD.at(10);

    private FigureDrawing(FigureAnalysis figure, Pen pen, Progress progress) {
        this.figure = figure;
        this.pen = pen;
        this.progress = progress;
        this.width = widthPoints(figure);
        this.height = heightPoints(figure);
    }

    public static double widthPoints(FigureAnalysis figure) {
        return figure.figure().widthMm() * POINTS_PER_MM;
    }

    public static double heightPoints(FigureAnalysis figure) {
        return figure.figure().heightMm() * POINTS_PER_MM;
    }

    /// Draws the whole sheet at one unit a point from the origin; the caller scales.
    ///
    /// @throws java.util.concurrent.CancellationException when `progress` says that nobody waits
    static FigureLayout draw(FigureAnalysis figure, Pen pen, Progress progress) {
        return new FigureDrawing(figure, pen, progress).draw();
    }

    private FigureLayout draw() {
        pen.fill(new Rectangle2D.Double(0, 0, width, height), Inks.SHEET);
        Rectangle2D title = title();
        Optional<String> missing = figure.missing();
        if (missing.isPresent()) {
            pen.text(Wrap.fitted(missing.get(), labelFont, width - 2 * MARGIN), labelFont, Inks.MUTED, width / 2, height / 2, 0.5);
            return new FigureLayout(width, height, title, new Rectangle2D.Double(0, 0, width, height), Optional.empty(), Optional.empty(), Optional.empty());
        }
        boolean residuals = figure.figure().shows(Layer.RESIDUALS) && figure.series().stream().anyMatch(s -> s.residuals().isPresent());
        double stripHeight = residuals ? Math.max(36, 0.15 * height) : 0;
        double below = residuals ? stripHeight + 40 : MARGIN;
        Plot plot = plot(title.getMaxY() + 12, height - below - 34);
        List<SeriesPainter> painters = IntStream.range(0, figure.series().size())
                .mapToObj(i -> new SeriesPainter(pen, plot, figure.series().get(i), i)).toList();
        plot(plot, painters);
        axisTitles(plot);
        Optional<Rectangle2D> strip = Optional.empty();
        if (residuals) {
            var area = new Rectangle2D.Double(plot.area().getX(), height - stripHeight - 22, plot.area().getWidth(), stripHeight);
            new ResidualStrip(pen, area, plot.x(), figure.series(), labelFont).draw(figure, painters, MARGIN + 9, progress);
            strip = Optional.of(area);
        }
        return new FigureLayout(width, height, title, plot.area(), strip, Optional.of(plot.x()), Optional.of(plot.y()));
    }

    private Rectangle2D title() {
        Font font = Typeface.SEMIBOLD.at(12.5);
        List<String> lines = Wrap.lines(figure.title(), font, width - 4 * MARGIN, 3);
        double baseline = MARGIN + 10;
        double widest = 40;
        for (String line : lines) {
            pen.text(line, font, Inks.INK, width / 2, baseline, 0.5);
            widest = Math.max(widest, Typeface.width(font, line));
            baseline += TITLE_LINE;
        }
        return new Rectangle2D.Double((width - widest) / 2, MARGIN - 4, widest, lines.size() * TITLE_LINE + 2);
    }

    private Plot plot(double top, double bottom) {
        var xs = new Extent();
        var ys = new Extent();
        boolean bars = figure.figure().shows(Layer.BARS);
        for (SeriesAnalysis series : figure.series()) {
            xs.take(series.points().x(), bars ? series.points().xBar() : new double[0]);
            ys.take(series.points().y(), bars ? series.points().yBar() : new double[0]);
        }
        ys.takeNearby(curveValues());
        AxisScale y = AxisScale.around(ys.least(), ys.greatest(), (int) Math.clamp((bottom - top) / 26, 2, 12));
        double widestY = y.ticks().stream().mapToDouble(tick -> Typeface.width(labelFont, y.label(tick))).max().orElse(0);
        double left = MARGIN + 22 + Math.max(22, widestY);
        double right = width - MARGIN - 10;
        Axis x = xScale(xs, right - left);
        return new Plot(new Rectangle2D.Double(left, top, right - left, Math.max(20, bottom - top)), x, y);
    }

    /// The curves' values over the span of their points.
    private double[] curveValues() {
        return figure.series().stream().filter(series -> series.fit().isPresent()).flatMapToDouble(series -> {
            var span = new Extent();
            span.take(series.points().x(), new double[0]);
            return IntStream.rangeClosed(0, 50).mapToDouble(i -> series.fit().get().function().at(span.at(i / 50.0)));
        }).toArray();
    }

    /// As many steps as leave room between the labels.
    private Axis xScale(Extent xs, double length) {
        int steps = (int) Math.clamp(length / 36, 2, 14);
        while (true) {
            int most = steps;
            Axis scale = figure.xTime().<Axis>map(time -> DateScale.around(time, xs.least(), xs.greatest(), most)).orElseGet(() -> AxisScale.around(xs.least(), xs.greatest(), most));
            double widest = scale.ticks().stream().mapToDouble(tick -> Typeface.width(labelFont, scale.label(tick))).max().orElse(0);
            if (widest + 8 <= scale.leastApart() * length || steps == 1) {
                return scale;
            }
            steps--;
        }
    }

    private void plot(Plot plot, List<SeriesPainter> painters) {
        var axes = new AxisPainter(pen, plot);
        axes.grid(figure.figure());
        axes.axes();
        axes.labels(labelFont);
        pen.clipped(plot.area(), () -> series(painters));
        labels(plot, painters);
    }

    private void series(List<SeriesPainter> painters) {
        boolean bars = figure.figure().shows(Layer.BARS);
        for (int i = 0; i < painters.size(); i++) {
            if (bars && figure.series().get(i).points().size() <= PointCloud.MANY) {
                painters.get(i).bars(progress);
            }
        }
        boolean cloud = figure.series().stream().anyMatch(s -> s.points().size() > 1500);
        if (!cloud) {
            curves(painters, SeriesPainter::curve);
        }
        painters.forEach(SeriesPainter::setAside);
        painters.forEach(painter -> painter.points(progress));
        if (cloud) {
            curves(painters, SeriesPainter::curveOverCloud);
        }
    }

    private void curves(List<SeriesPainter> painters, BiConsumer<SeriesPainter, Fit> draw) {
        for (int i = 0; i < painters.size(); i++) {
            SeriesPainter painter = painters.get(i);
            figure.series().get(i).fit().ifPresent(fit -> draw.accept(painter, fit));
        }
    }

    private void labels(Plot plot, List<SeriesPainter> painters) {
        boolean equations = figure.figure().shows(Layer.EQUATIONS);
        if (painters.size() < 2 && !equations) {
            return;
        }
        var occupancy = new Occupancy(plot.area());
        painters.forEach(painter -> painter.take(occupancy));
        var labels = new Labels(pen, plot, occupancy);
        if (painters.size() > 1) {
            labels.legend(painters, figure.series());
        }
        for (int i = 0; equations && i < painters.size() && i < 8; i++) {
            SeriesAnalysis series = figure.series().get(i);
            SeriesPainter painter = painters.get(i);
            series.fit().ifPresent(fit -> labels.equation(painter, figure.series(), series, fit));
        }
    }

    private void axisTitles(Plot plot) {
        Rectangle2D area = plot.area();
        String x = axisTitle(figure.xs(), figure.xTime().isPresent(), plot.x(), area.getWidth());
        String y = axisTitle(figure.table().all(Role.Y), false, plot.y(), area.getHeight());
        pen.text(x, axisFont, Inks.INK, area.getCenterX(), area.getMaxY() + 29, 0.5);
        pen.rising(y, axisFont, Inks.INK, MARGIN + 9, area.getCenterY());
    }

    /// "Load (N)", "Absorbed dose (10⁻⁶ Gy)", "Month (2026)"; a name too long for its axis is cut, its unit never.
    private String axisTitle(List<Column> columns, boolean dates, Axis axis, double length) {
        boolean oneUnit = dates || columns.stream().map(Column::unit).distinct().count() == 1;
        String names = String.join(", ", columns.stream().map(column -> oneUnit ? column.name() : column.heading().text()).distinct().toList());
        String unit = dates || !oneUnit ? "" : columns.getFirst().unit();
        String measured = (axis.context() + " " + unit).strip();
        String end = measured.isEmpty() ? "" : " (" + measured + ")";
        return Wrap.fitted(names, axisFont, length - Typeface.width(axisFont, end)) + end;
    }
}
