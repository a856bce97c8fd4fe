package helvo.figure.paint;

import helvo.core.Progress;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.check.Histogram;
import helvo.core.check.NormalScores;
import helvo.core.fit.Curve;
import helvo.core.fit.ResidualMeasure;
import helvo.core.fit.Residuals;
import helvo.core.points.ErrorBars;
import helvo.core.style.AxisStyle;
import helvo.figure.canvas.DrawingCanvas;
import helvo.figure.canvas.GraphicsCanvas;
import helvo.figure.canvas.Marker;
import helvo.figure.canvas.Palette;
import helvo.figure.canvas.Typeface;
import helvo.figure.layout.AxisChooser;
import helvo.figure.layout.DefaultSeriesStyle;
import helvo.figure.layout.PlotArea;
import helvo.figure.layout.SheetMetrics;
import helvo.figure.scale.Axis;
import helvo.figure.scale.AxisScale;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.Shape;
import java.awt.geom.Path2D;
import java.awt.geom.Point2D;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalInt;
import java.util.stream.IntStream;

/// Draws the residuals of one series as five plots.
public final class ResidualSheet {
    private static final double GAP = 12;
    private static final double TITLE = 20;
    private static final double LEFT = 54;
    private static final double FOOT = 32;
    private static final double RIGHT = 24;
    private static final double ROOM = 0.03;
    private static final Color BAND = new Color(0x1F, 0x5F, 0x8B, 28);
    private static final Color NEXT = new Color(0xA4, 0x55, 0x10);

    /// One of the five plots: what it shows of each residual along x; y is the residual everywhere but in the
    /// histogram.
    private enum View {
        X,
        FITTED,
        ORDER,
        SPREAD,
        NORMAL
    }

    /// A plot whose points can be pressed.
    ///
    /// @param x where the residuals lie on the sheet, in their order; NaN for those that have no value
    public record Panel(Rectangle2D area, double[] x, double[] y) {}

    /// A picture and where its points are, in points of the sheet.
    ///
    /// @param rows  of the table, of each residual
    /// @param scale pixels a point
    public record Picture(BufferedImage image, double scale, int[] rows, List<Panel> panels) {
        /// The row of the nearest residual within reach.
        public OptionalInt nearest(double x, double y, double reach) {
            int best = -1;
            double least = reach * reach;
            for (Panel panel : panels) {
                for (int i = 0; i < rows.length; i++) {
                    double dx = panel.x[i] - x;
                    double dy = panel.y[i] - y;
                    if (dx * dx + dy * dy <= least) {
                        least = dx * dx + dy * dy;
                        best = i;
                    }
                }
            }
            return best < 0 ? OptionalInt.empty() : OptionalInt.of(rows[best]);
        }

        /// The rows of all residuals that a shape encloses in any plot, rising.
        public int[] within(Shape shape) {
            return IntStream.range(0, rows.length)
                    .filter(i -> panels.stream().anyMatch(panel -> shape.contains(panel.x[i], panel.y[i])))
                    .map(i -> rows[i])
                    .sorted()
                    .distinct()
                    .toArray();
        }
    }

    private final FigureAnalysis figure;
    private final SeriesAnalysis series;
    private final Residuals residuals;
    private final ResidualMeasure measure;
    private final DrawingCanvas canvas;
    private final SheetMetrics metrics;
    private final Progress progress;
    private final Color color;
    private final Marker marker;
    private final double[] values;
    private final Axis vertical;
    private final String title;
    private final List<Panel> panels = new ArrayList<>();

    private ResidualSheet(
            FigureAnalysis figure,
            SeriesAnalysis series,
            ResidualMeasure measure,
            DrawingCanvas canvas,
            Progress progress) {
        this.figure = figure;
        this.series = series;
        this.residuals = series.residuals().orElseThrow();
        this.measure = measure;
        this.canvas = canvas;
        this.progress = progress;
        metrics = new SheetMetrics(helvo.core.style.SheetStyle.DEFAULT, figure.numbers());
        var style = figure.figure().style().series(series.key());
        color = style.color().map(hex -> SheetMetrics.color(hex, 1)).orElseGet(() -> Palette.series(series.slot()));
        marker = style.shape()
                .map(shape -> Marker.valueOf(shape.name()))
                .orElse(DefaultSeriesStyle.of(series.slot()).marker());
        values = IntStream.range(0, residuals.raw().length)
                .mapToDouble(i -> residuals.in(measure, i).orElse(Double.NaN))
                .toArray();
        vertical = AxisScale.symmetric(Arrays.stream(values)
                .filter(Double::isFinite)
                .map(Math::abs)
                .max()
                .orElse(0));
        String unit = residuals.fit().curve().fittedOn() == Curve.FittedOn.Y
                ? series.rows().y().unit()
                : "";
        String ofLogs = residuals.fit().curve().fittedOn() == Curve.FittedOn.Y ? "" : " of ln y";
        String context = (vertical.context() + " " + (measure == ResidualMeasure.RAW ? unit : "")).strip();
        title = measure.title()
                + (measure == ResidualMeasure.RAW ? ofLogs : "")
                + (context.isEmpty() ? "" : " (" + context + ")");
    }

    /// @param width  of the sheet in points, likewise `height`
    /// @param scale  pixels a point
    /// @param series one with residuals
    /// @throws java.util.concurrent.CancellationException when `progress` says that nobody waits
    public static Picture draw(
            FigureAnalysis figure,
            SeriesAnalysis series,
            ResidualMeasure measure,
            double width,
            double height,
            double scale,
            Progress progress) {
        var image = new BufferedImage(
                Math.max(1, (int) Math.round(width * scale)),
                Math.max(1, (int) Math.round(height * scale)),
                BufferedImage.TYPE_INT_ARGB_PRE);
        Graphics2D g = image.createGraphics();
        try {
            g.scale(scale, scale);
            var sheet = new ResidualSheet(figure, series, measure, GraphicsCanvas.onPixels(g), progress);
            sheet.draw(width, height);
            return new Picture(image, scale, sheet.residuals.points().rows(), List.copyOf(sheet.panels));
        } finally {
            g.dispose();
        }
    }

    private void draw(double width, double height) {
        canvas.fill(new Rectangle2D.Double(0, 0, width, height), Palette.SHEET);
        double third = (height - GAP) / 3;
        double half = width / 2;
        plot(
                View.X,
                "Residuals of the "
                        + helvo.core.results.SuggestedAction.named(
                                residuals.fit().curve()) + ", against " + ofX(),
                new Rectangle2D.Double(0, GAP / 2, width, third));
        plot(View.FITTED, "Against fitted", new Rectangle2D.Double(0, GAP / 2 + third, half, third));
        plot(View.ORDER, "In order of measurement", new Rectangle2D.Double(half, GAP / 2 + third, half, third));
        plot(View.SPREAD, "How they are spread", new Rectangle2D.Double(0, GAP / 2 + 2 * third, half, third));
        plot(
                View.NORMAL,
                "Against a normal distribution",
                new Rectangle2D.Double(half, GAP / 2 + 2 * third, half, third));
    }

    private void plot(View view, String heading, Rectangle2D place) {
        progress.reached(Double.NaN);
        var area = new Rectangle2D.Double(
                place.getX() + LEFT,
                place.getY() + TITLE,
                Math.max(10, place.getWidth() - LEFT - RIGHT),
                Math.max(10, place.getHeight() - TITLE - FOOT));
        canvas.text(heading, metrics.strong(), Palette.INK, place.getX() + GAP, place.getY() + TITLE - 8, 0);
        if (view == View.X) {
            canvas.text(
                    explained(),
                    metrics.label(),
                    Palette.MUTED,
                    place.getX() + GAP + 6 + Typeface.width(metrics.strong(), heading),
                    place.getY() + TITLE - 8,
                    0);
        }
        double[] along = along(view);
        int steps = metrics.steps(area.getWidth(), 45, 10);
        Histogram spread = view == View.SPREAD ? spread() : null;
        Axis x = spread == null
                ? horizontal(view, along, steps)
                : AxisScale.between(spread.from(), spread.from() + spread.width() * spread.counts().length, steps);
        Axis y = spread == null
                ? vertical
                : AxisScale.between(
                        0,
                        1.08 * Math.max(1, Arrays.stream(spread.counts()).max().orElse(1)),
                        metrics.steps(area.getHeight(), 26, 6));
        var plot = new PlotArea(area, x, y);
        var axes = new AxisPainter(canvas, metrics, area, 1);
        axes.grid(x, y, AxisStyle.DEFAULT, AxisStyle.DEFAULT, false);
        if (spread == null) {
            residuals(view, plot, along);
        } else {
            bins(spread, plot);
        }
        axes.horizontalLine(false);
        axes.horizontal(x, AxisStyle.DEFAULT, false, true);
        axes.verticalLine(false, Palette.INK);
        axes.vertical(y, AxisStyle.DEFAULT, false, Palette.INK, true);
        canvas.text(titleOf(view, x), metrics.label(), Palette.INK, area.getCenterX(), area.getMaxY() + FOOT - 4, 0.5);
        canvas.rising(
                spread == null ? title : "Number of points",
                metrics.label(),
                Palette.INK,
                place.getX() + GAP + 4,
                area.getCenterY());
    }

    private String explained() {
        boolean bars = !residuals.points().yBars().isNone();
        boolean next = series.judgement().nextTerm().length == values.length;
        return (bars ? "shaded: the error bars" : "")
                + (bars && next ? "; " : "")
                + (next ? "dashed: what the next term would take out" : "");
    }

    private String titleOf(View view, Axis x) {
        String context = x.context();
        String y = series.rows().y().symbol();
        return switch (view) {
            case X ->
                series.rows().x().time().isPresent()
                        ? ofX()
                        : named(ofX(), (context + " " + series.rows().x().unit()).strip());
            case FITTED ->
                named("Fitted " + y, (context + " " + series.rows().y().unit()).strip());
            case ORDER -> "Row of the table";
            case SPREAD -> title;
            case NORMAL -> "Normal quantile";
        };
    }

    private String ofX() {
        return series.rows().x().column().name();
    }

    private static String named(String name, String unit) {
        return unit.isEmpty() ? name : name + " (" + unit + ")";
    }

    private double[] along(View view) {
        int n = values.length;
        return switch (view) {
            case X -> residuals.points().x();
            case FITTED -> IntStream.range(0, n).mapToDouble(residuals::fitted).toArray();
            case ORDER ->
                IntStream.range(0, n)
                        .mapToDouble(i -> residuals.points().rows()[i] + 1)
                        .toArray();
            case SPREAD -> values;
            case NORMAL -> scores();
        };
    }

    private double[] scores() {
        int[] there = IntStream.range(0, values.length)
                .filter(i -> Double.isFinite(values[i]))
                .toArray();
        double[] known =
                NormalScores.of(Arrays.stream(there).mapToDouble(i -> values[i]).toArray());
        double[] scores = new double[values.length];
        Arrays.fill(scores, Double.NaN);
        for (int k = 0; k < there.length; k++) {
            scores[there[k]] = known[k];
        }
        return scores;
    }

    /// That of the figure for x; else round limits around all.
    private Axis horizontal(View view, double[] along, int steps) {
        if (view == View.X && figure.xTime().isPresent()) {
            return new AxisChooser(figure, figure.figure().style(), metrics).horizontal(steps * 45.0);
        }
        double least = Arrays.stream(along).filter(Double::isFinite).min().orElse(0);
        double greatest = Arrays.stream(along).filter(Double::isFinite).max().orElse(1);
        return AxisScale.around(least, greatest, steps, ROOM);
    }

    private void residuals(View view, PlotArea plot, double[] along) {
        double[] px = Arrays.stream(along).map(plot::px).toArray();
        double[] py = Arrays.stream(values).map(plot::py).toArray();
        panels.add(new Panel(plot.area(), px, py));
        Rectangle2D area = plot.area();
        int[] order = IntStream.range(0, values.length)
                .filter(i -> Double.isFinite(px[i]) && Double.isFinite(py[i]))
                .boxed()
                .sorted((a, b) -> Double.compare(px[a], px[b]))
                .mapToInt(Integer::intValue)
                .toArray();
        canvas.clipped(area, () -> {
            if (view == View.X) {
                band(plot, px, order);
            }
            double zero = plot.py(0);
            if (view == View.NORMAL) {
                normal(plot);
            } else {
                canvas.line(area.getMinX(), zero, area.getMaxX(), zero, Palette.MUTED, metrics.weight(0.8));
            }
            boolean few = values.length <= 150;
            if (view == View.X && few) {
                Arrays.stream(order).forEach(i -> canvas.line(px[i], zero, px[i], py[i], color, metrics.weight(0.8)));
            }
            points(plot, along, px, py, order);
            if (view == View.X && series.judgement().nextTerm().length == values.length) {
                nextTerm(plot, px, order);
            } else if (view == View.ORDER && values.length <= 500) {
                joined(px, py, order);
            }
        });
    }

    private void points(PlotArea plot, double[] along, double[] px, double[] py, int[] order) {
        double r = values.length <= 150 ? 3.2 : values.length <= 2000 ? 2 : 1.2;
        if (PointCloud.serves(canvas, values.length)) {
            PointCloud.draw(canvas, plot, along, values, marker, r, color, 1, progress);
            return;
        }
        Arrays.stream(order).forEach(i -> canvas.fill(marker.at(px[i], py[i], r), color));
    }

    /// What the error bars reach to on either side of no residual.
    private void band(PlotArea plot, double[] px, int[] order) {
        ErrorBars bars = residuals.points().yBars();
        int[] barred = Arrays.stream(order)
                .filter(i -> bars.has(i) && residuals.fit().curve().fittedOn() == Curve.FittedOn.Y)
                .toArray();
        if (bars.isNone() || barred.length < 2) {
            return;
        }
        var band = new Path2D.Double();
        for (int k = 0; k < 2 * barred.length; k++) {
            boolean up = k < barred.length;
            int i = barred[up ? k : 2 * barred.length - 1 - k];
            double unit = Math.abs(residuals.unit(measure, i));
            double y = plot.py(up ? unit * bars.up()[i] : -unit * bars.down()[i]);
            if (!Double.isFinite(y)) {
                continue;
            }
            if (band.getCurrentPoint() == null) {
                band.moveTo(px[i], y);
            } else {
                band.lineTo(px[i], y);
            }
        }
        if (band.getCurrentPoint() != null) {
            band.closePath();
            canvas.fill(band, BAND);
        }
    }

    private void nextTerm(PlotArea plot, double[] px, int[] order) {
        double[] next = series.judgement().nextTerm();
        double[] x = Arrays.stream(order).mapToDouble(i -> px[i]).toArray();
        double[] y = Arrays.stream(order)
                .mapToDouble(i -> plot.py(next[i] * residuals.unit(measure, i)))
                .toArray();
        if (x.length > 2 && Arrays.stream(y).allMatch(Double::isFinite)) {
            canvas.draw(
                    MonotoneSpline.path(x, y, x.length), NEXT, metrics.weight(1.3), (float) metrics.length(4), (float)
                            metrics.length(3));
        }
    }

    private void joined(double[] px, double[] py, int[] order) {
        var path = new Path2D.Double();
        for (int i : order) {
            if (path.getCurrentPoint() == null) {
                path.moveTo(px[i], py[i]);
            } else {
                path.lineTo(px[i], py[i]);
            }
        }
        if (path.getCurrentPoint() != null) {
            canvas.draw(path, color, metrics.weight(0.6));
        }
    }

    /// Where residuals with their own mean and standard deviation lie if they are normal.
    private void normal(PlotArea plot) {
        double[] known = Arrays.stream(values).filter(Double::isFinite).toArray();
        double mean = Arrays.stream(known).average().orElse(0);
        double deviation = Math.sqrt(Arrays.stream(known)
                        .map(value -> (value - mean) * (value - mean))
                        .sum()
                / Math.max(1, known.length - 1));
        Point2D from = new Point2D.Double(
                plot.px(plot.x().low()), plot.py(mean + deviation * plot.x().low()));
        Point2D to = new Point2D.Double(
                plot.px(plot.x().high()), plot.py(mean + deviation * plot.x().high()));
        canvas.draw(
                new java.awt.geom.Line2D.Double(from, to),
                Palette.MUTED,
                metrics.weight(0.8),
                (float) metrics.length(3),
                (float) metrics.length(3));
    }

    private Histogram spread() {
        double[] known = Arrays.stream(values).filter(Double::isFinite).toArray();
        return Histogram.of(known.length == 0 ? new double[] {0} : known);
    }

    private void bins(Histogram spread, PlotArea plot) {
        for (int i = 0; i < spread.counts().length; i++) {
            double left = plot.px(spread.from() + i * spread.width());
            double right = plot.px(spread.from() + (i + 1) * spread.width());
            double top = plot.py(spread.counts()[i]);
            canvas.fill(
                    new Rectangle2D.Double(
                            left + 0.5,
                            top,
                            Math.max(0.5, right - left - 1),
                            plot.area().getMaxY() - top),
                    new Color(color.getRed(), color.getGreen(), color.getBlue(), 190));
        }
    }
}
