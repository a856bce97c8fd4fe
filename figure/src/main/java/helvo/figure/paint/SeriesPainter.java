package helvo.figure.paint;

import helvo.core.Progress;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Fit;
import helvo.core.points.ErrorBars;
import helvo.core.points.Points;
import helvo.core.prediction.Reading;
import helvo.core.style.CurveStyle;
import helvo.core.style.SeriesStyle;
import helvo.core.table.Column;
import helvo.core.table.Table;
import helvo.figure.canvas.DrawingCanvas;
import helvo.figure.canvas.DrawingPart;
import helvo.figure.canvas.Marker;
import helvo.figure.canvas.Palette;
import helvo.figure.canvas.Typeface;
import helvo.figure.layout.ColorScale;
import helvo.figure.layout.CurveReach;
import helvo.figure.layout.DefaultSeriesStyle;
import helvo.figure.layout.FigureLayout;
import helvo.figure.layout.HitTarget;
import helvo.figure.layout.OccupancyGrid;
import helvo.figure.layout.PlotArea;
import helvo.figure.layout.SheetMetrics;
import java.awt.Color;
import java.awt.Font;
import java.awt.Shape;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Function;

/// Draws one series: its bars, its curve and its points.
final class SeriesPainter {
    private static final double CAP = 2.6;
    /// Of a plot, in points, on which markers have their full size.
    private static final double DEFAULT_WIDTH = 330;
    private static final double END = 3;
    private static final int MAX_PRESSED = 400;
    private static final int CURVE_STEPS = 240;
    private static final int BAND_STEPS = 120;
    /// How far beyond the data a place lies does not matter to a band.
    private static final Points ONE_POINT = Points.of(new double[] {0}, new double[] {0});
    private static final int MAX_LABELS = 2000;
    /// So many points tell labels where the others lie.
    private static final int ENOUGH_TO_AVOID = 4000;

    private final DrawingCanvas canvas;
    private final PlotArea plot;
    private final SheetMetrics metrics;
    private final SeriesAnalysis series;
    private final SeriesStyle style;
    private final CurveStyle curveStyle;
    private final Color color;
    private final Marker marker;
    private final Optional<ColorScale> colors;
    private final Optional<Column> labels;
    private final Table table;
    private final boolean onRight;
    private final CurveReach data;
    private final CurveReach reach;
    private final double opacity;
    private final CurveStyle.Dash usualDash;

    SeriesPainter(DrawingCanvas canvas, PlotArea plot, SheetMetrics metrics, FigureAnalysis figure, int place) {
        this.canvas = canvas;
        this.plot = plot;
        this.metrics = metrics;
        this.series = figure.series().get(place);
        this.style = figure.figure().style().series(series.key());
        this.curveStyle = figure.figure().style().curve(series.key());
        DefaultSeriesStyle usual = DefaultSeriesStyle.of(series.slot());
        this.color = style.color()
                .map(hex -> SheetMetrics.color(hex, 1))
                .orElseGet(() -> series.key().isPooled() ? Palette.INK : usual.color());
        this.marker = style.shape().map(shape -> Marker.valueOf(shape.name())).orElse(usual.marker());
        this.opacity = style.opacity().orElse(usual.filled() ? 1.0 : 0.0);
        this.usualDash = usual.dash();
        this.onRight = figure.isOnRight(series.key());
        this.data = CurveReach.ofPoints(series);
        this.reach = CurveReach.of(figure.figure().style(), series);
        this.colors = ColorScale.of(figure, series, style);
        this.labels = style.labels().flatMap(id -> figure.table().columns().stream()
                .filter(column -> column.id() == id)
                .findFirst());
        this.table = figure.table();
    }

    SeriesAnalysis series() {
        return series;
    }

    SeriesStyle style() {
        return style;
    }

    CurveStyle curveStyle() {
        return curveStyle;
    }

    PlotArea plot() {
        return plot;
    }

    Optional<ColorScale> colors() {
        return colors;
    }

    String name() {
        return style.name().orElse(series.label());
    }

    /// Draws what `inside` draws as a part of this series.
    void part(Runnable inside) {
        canvas.part(new DrawingPart.Series(name()), inside);
    }

    /// Smaller where there are more points, and on a narrow plot.
    double radius() {
        int n = series.points().size();
        double usual = n <= 150 ? 3.3 : n <= 1500 ? 2.3 : n <= PointCloud.MANY ? 1.5 : 0.9;
        double narrow = Math.clamp(Math.sqrt(plot.area().getWidth() / DEFAULT_WIDTH), 0.6, 1);
        return metrics.length(usual) * narrow * style.size();
    }

    Color color() {
        return color;
    }

    Color curveColor() {
        Color of = curveStyle.color().map(hex -> SheetMetrics.color(hex, 1)).orElse(color);
        return new Color(of.getRed(), of.getGreen(), of.getBlue(), (int) Math.round(255 * curveStyle.opacity()));
    }

    Marker marker() {
        return marker;
    }

    boolean isOnRight() {
        return onRight;
    }

    /// Of the markers' filling.
    double opacity() {
        return opacity;
    }

    /// The series of all groups together shows its curve; its points are the groups'.
    boolean drawsPoints() {
        return style.points() && !style.hidden() && series.key().hasOwnPoints();
    }

    boolean drawsCurve() {
        return series.fit().isPresent() && curveStyle.shown();
    }

    private boolean hasBars() {
        return style.bars().shown()
                && !(series.points().xBars().isNone() && series.points().yBars().isNone());
    }

    void bars(Progress progress) {
        Points points = series.points();
        double weight = metrics.weight(style.bars().width());
        double cap = metrics.length(CAP) * style.bars().cap();
        Color ink = style.bars().color().map(hex -> SheetMetrics.color(hex, 1)).orElse(color);
        int barred = hasBars() ? points.size() : 0;
        for (int i = 0; i < barred; i++) {
            if ((i & 0x3ff) == 0) {
                progress.reached(Double.NaN);
            }
            double x = plot.px(points.x()[i]);
            double y = plot.py(points.y()[i]);
            if (Double.isNaN(x) || Double.isNaN(y)) {
                continue;
            }
            if (visible(points.yBars(), i)) {
                double top = plot.pyWithin(points.y()[i] + points.yBars().up()[i]);
                double bottom = plot.pyWithin(points.y()[i] - points.yBars().down()[i]);
                canvas.line(x, top, x, bottom, ink, weight);
                canvas.heldAt(x, top, () -> canvas.line(x - cap, top, x + cap, top, ink, weight));
                canvas.heldAt(x, bottom, () -> canvas.line(x - cap, bottom, x + cap, bottom, ink, weight));
            }
            if (visible(points.xBars(), i)) {
                double left = plot.pxWithin(points.x()[i] - points.xBars().down()[i]);
                double right = plot.pxWithin(points.x()[i] + points.xBars().up()[i]);
                canvas.line(left, y, right, y, ink, weight);
                canvas.heldAt(left, y, () -> canvas.line(left, y - cap, left, y + cap, ink, weight));
                canvas.heldAt(right, y, () -> canvas.line(right, y - cap, right, y + cap, ink, weight));
            }
        }
    }

    /// Where bars and their ends are pressed; of many nobody presses one.
    void barParts(List<FigureLayout.Part> parts) {
        Points points = series.points();
        for (int i = 0; hasBars() && i < points.size() && points.size() <= MAX_PRESSED; i++) {
            double x = plot.px(points.x()[i]);
            double y = plot.py(points.y()[i]);
            if (!plot.area().contains(x, y)) {
                continue;
            }
            int row = points.rows()[i];
            if (visible(points.yBars(), i)) {
                double top = plot.pyWithin(points.y()[i] + points.yBars().up()[i]);
                double bottom = plot.pyWithin(points.y()[i] - points.yBars().down()[i]);
                parts.add(bar(
                        row, HitTarget.BarEnd.NONE, x - END, Math.min(top, bottom), 2 * END, Math.abs(bottom - top)));
                parts.add(bar(row, HitTarget.BarEnd.UP, x - 2 * END, top - END, 4 * END, 2 * END));
                parts.add(bar(row, HitTarget.BarEnd.DOWN, x - 2 * END, bottom - END, 4 * END, 2 * END));
            }
            if (visible(points.xBars(), i)) {
                double left = plot.pxWithin(points.x()[i] - points.xBars().down()[i]);
                double right = plot.pxWithin(points.x()[i] + points.xBars().up()[i]);
                parts.add(bar(
                        row, HitTarget.BarEnd.NONE, Math.min(left, right), y - END, Math.abs(right - left), 2 * END));
                parts.add(bar(row, HitTarget.BarEnd.LEFT, left - END, y - 2 * END, 2 * END, 4 * END));
                parts.add(bar(row, HitTarget.BarEnd.RIGHT, right - END, y - 2 * END, 2 * END, 4 * END));
            }
        }
    }

    private FigureLayout.Part bar(int row, HitTarget.BarEnd end, double x, double y, double width, double height) {
        return new FigureLayout.Part(
                new HitTarget.BarOf(series.key(), row, end), new Rectangle2D.Double(x, y, width, height));
    }

    private static boolean visible(ErrorBars bars, int i) {
        return bars.has(i) && (bars.up()[i] > 0 || bars.down()[i] > 0);
    }

    void curve(Fit fit) {
        draw(fit, curveColor(), metrics.weight(curveStyle.width()));
    }

    /// A curve in its points' own colour would drown in a cloud of them: it is dark, with a light border.
    void curveOverCloud(Fit fit) {
        canvas.draw(path(fit), Palette.SHEET, metrics.weight(curveStyle.width() + 2.1));
        draw(fit, curveStyle.color().isPresent() ? curveColor() : Palette.INK, metrics.weight(curveStyle.width()));
    }

    /// Beyond its measurements a curve is dotted.
    private void draw(Fit fit, Color ink, double weight) {
        draw(path(fit, Math.max(reach.from(), data.from()), Math.min(reach.to(), data.to())), ink, weight, dashes());
        float[] dotted = dashes(CurveStyle.Dash.DOTTED);
        draw(path(fit, reach.from(), Math.min(reach.to(), data.from())), ink, weight, dotted);
        draw(path(fit, Math.max(reach.from(), data.to()), reach.to()), ink, weight, dotted);
    }

    private void draw(Path2D path, Color ink, double weight, float[] dashes) {
        if (path.getCurrentPoint() != null) {
            canvas.draw(path, ink, weight, dashes);
        }
    }

    /// The 95 % confidence band of the mean, and thin dashed lines around one more measurement.
    void band(Fit fit) {
        Optional<Path2D> upper = edge(fit, Reading::meanHalf95, 1);
        Optional<Path2D> lower = edge(fit, Reading::meanHalf95, -1);
        if (upper.isEmpty() || lower.isEmpty()) {
            return;
        }
        Color of = curveColor();
        var band = new Path2D.Double(upper.get());
        band.append(reversed(lower.get()), true);
        band.closePath();
        canvas.fill(band, new Color(of.getRed(), of.getGreen(), of.getBlue(), 42));
        for (int side : new int[] {-1, 1}) {
            edge(fit, Reading::predictionHalf95, side)
                    .ifPresent(edge -> canvas.draw(
                            edge, of, metrics.weight(0.6), (float) metrics.length(3), (float) metrics.length(2.5)));
        }
    }

    /// @return empty where there is no scatter to judge by, or one more point has no bar of its own to be weighed
    ///     by
    private Optional<Path2D> edge(Fit fit, Function<Reading, OptionalDouble> half, int side) {
        var path = new Path2D.Double();
        for (int i = 0; i <= BAND_STEPS; i++) {
            double from = fractionOrEnd(reach.from());
            double x = i == 0
                    ? reach.from()
                    : i == BAND_STEPS
                            ? reach.to()
                            : plot.x().value(from + (fractionOrEnd(reach.to()) - from) * i / BAND_STEPS);
            Optional<Reading> reading = Reading.at(fit, ONE_POINT, x);
            if (reading.isEmpty() || half.apply(reading.get()).isEmpty()) {
                return Optional.empty();
            }
            double px = plot.pxWithin(x);
            double py = Math.clamp(
                    plot.pyWithin(reading.get().value()
                            + side * half.apply(reading.get()).getAsDouble()),
                    -1e5,
                    1e5);
            if (i == 0) {
                path.moveTo(px, py);
            } else {
                path.lineTo(px, py);
            }
        }
        return Optional.of(path);
    }

    private static Path2D reversed(Path2D path) {
        var corners = new ArrayList<double[]>();
        for (var it = path.getPathIterator(null); !it.isDone(); it.next()) {
            double[] corner = new double[6];
            it.currentSegment(corner);
            corners.add(corner);
        }
        var back = new Path2D.Double();
        for (int i = corners.size() - 1; i >= 0; i--) {
            if (i == corners.size() - 1) {
                back.moveTo(corners.get(i)[0], corners.get(i)[1]);
            } else {
                back.lineTo(corners.get(i)[0], corners.get(i)[1]);
            }
        }
        return back;
    }

    float[] dashes() {
        CurveStyle.Dash[] all = CurveStyle.Dash.values();
        return dashes(curveStyle.dash().orElse(metrics.sheet().dashes() ? all[series.slot() % all.length] : usualDash));
    }

    private float[] dashes(CurveStyle.Dash dash) {
        float unit = (float) metrics.weight(curveStyle.width());
        return switch (dash) {
            case SOLID -> new float[0];
            case DASHED -> new float[] {5 * unit, 3 * unit};
            case DOTTED -> new float[] {1.2f * unit, 2 * unit};
            case DASH_DOT -> new float[] {6 * unit, 2.5f * unit, 1.2f * unit, 2.5f * unit};
        };
    }

    /// Where the curve begins and ends.
    CurveReach reach() {
        return reach;
    }

    /// The curve over its reach.
    Path2D path(Fit fit) {
        return path(fit, reach.from(), reach.to());
    }

    /// The curve from one x to another, in equal steps on the sheet; nothing where the second is not greater.
    private Path2D path(Fit fit, double first, double last) {
        var path = new Path2D.Double();
        if (!(first < last)) {
            return path;
        }
        double from = Math.clamp(fractionOrEnd(first), -1, 2);
        double to = Math.clamp(fractionOrEnd(last), -1, 2);
        boolean straight = fit.curve().isStraight() && plot.isStraight();
        int steps = straight ? 1 : CURVE_STEPS;
        for (int i = 0; i <= steps; i++) {
            double x = i == 0 ? first : i == steps ? last : plot.x().value(from + (to - from) * i / steps);
            double py = plot.py(fit.function().at(x));
            double px = plot.px(x);
            if (!Double.isNaN(px) && !Double.isNaN(py)) {
                py = Math.clamp(py, -1e5, 1e5);
                px = Math.clamp(px, -1e5, 1e5);
                if (path.getCurrentPoint() == null) {
                    path.moveTo(px, py);
                } else {
                    path.lineTo(px, py);
                }
            }
        }
        return path;
    }

    private double fractionOrEnd(double x) {
        double fraction = plot.x().fraction(x);
        return Double.isNaN(fraction) ? 0 : fraction;
    }

    /// Lines from point to point in order of x.
    void joined() {
        joinedPath().ifPresent(path -> canvas.draw(path, color, metrics.weight(1.3), dashes()));
    }

    private Optional<Path2D> joinedPath() {
        Points points = series.points();
        int n = points.size();
        if (style.join() == SeriesStyle.Join.NONE || n < 2) {
            return Optional.empty();
        }
        int[] order = points.orderByX();
        double[] px = new double[n];
        double[] py = new double[n];
        int used = 0;
        for (int i : order) {
            double x = plot.px(points.x()[i]);
            double y = plot.py(points.y()[i]);
            if (!Double.isNaN(x) && !Double.isNaN(y)) {
                px[used] = x;
                py[used++] = y;
            }
        }
        return used < 2
                ? Optional.empty()
                : Optional.of(
                        style.join() == SeriesStyle.Join.SMOOTH
                                ? MonotoneSpline.path(px, py, used)
                                : paintSegments(px, py, used));
    }

    private static Path2D paintSegments(double[] px, double[] py, int n) {
        var path = new Path2D.Double();
        path.moveTo(px[0], py[0]);
        for (int i = 1; i < n; i++) {
            path.lineTo(px[i], py[i]);
        }
        return path;
    }

    void points(Progress progress) {
        Points points = series.points();
        if (!drawsPoints()) {
            return;
        }
        double r = radius();
        if (PointCloud.serves(canvas, points.size()) && colors.isEmpty()) {
            PointCloud.draw(canvas, plot, points.x(), points.y(), marker, r, color, opacity, progress);
            return;
        }
        boolean ringed = points.size() <= 1500;
        Map<Long, Integer> counts = style.bySize() ? counts(points) : Map.of();
        for (int i = 0; i < points.size(); i++) {
            if ((i & 0x3ff) == 0) {
                progress.reached(Double.NaN);
            }
            double px = plot.px(points.x()[i]);
            double py = plot.py(points.y()[i]);
            if (Double.isNaN(px) || Double.isNaN(py)) {
                continue;
            }
            double size = style.bySize() ? r * Math.sqrt(Math.min(25, counts.getOrDefault(place(px, py), 1))) : r;
            Color ink = colors.isPresent() ? colors.get().at(i) : color;
            canvas.heldAt(px, py, () -> mark(marker.at(px, py, size), ink, ringed));
        }
    }

    private void mark(Shape shape, Color ink, boolean ringed) {
        if (ringed && opacity == 1) {
            canvas.draw(shape, Palette.SHEET, metrics.weight(1.4));
        }
        if (style.opacity().isEmpty() && opacity == 0) {
            canvas.fill(shape, Palette.SHEET);
        } else if (opacity > 0) {
            canvas.fill(shape, new Color(ink.getRed(), ink.getGreen(), ink.getBlue(), (int) Math.round(255 * opacity)));
        }
        if (style.edge().isPresent()) {
            canvas.draw(shape, SheetMetrics.color(style.edge().get(), 1), metrics.weight(0.9));
        } else if (opacity < 1 || colors.isPresent()) {
            canvas.draw(shape, colors.isPresent() ? Palette.AXIS : ink, metrics.weight(colors.isPresent() ? 0.4 : 0.9));
        }
    }

    private Map<Long, Integer> counts(Points points) {
        var counts = new HashMap<Long, Integer>();
        for (int i = 0; i < points.size(); i++) {
            counts.merge(place(plot.px(points.x()[i]), plot.py(points.y()[i])), 1, Integer::sum);
        }
        return counts;
    }

    /// Points nearer to one another than a tenth of a point on the sheet are at one place.
    private static long place(double px, double py) {
        return Math.round(px * 10) << 32 ^ Math.round(py * 10) & 0xffffffffL;
    }

    boolean hasLabels() {
        return labels.isPresent() && drawsPoints() && series.points().size() <= MAX_LABELS;
    }

    /// What a column says, beside each point where it covers neither a point nor another label; farther away, with
    /// a line to its point, where there is no room beside it. Where there is none there either, it is left out.
    void labels(OccupancyGrid occupancy) {
        Font font = metrics.small();
        Points points = series.points();
        double tall = font.getSize2D() * 0.74;
        for (int i = 0; i < points.size(); i++) {
            double px = plot.px(points.x()[i]);
            double py = plot.py(points.y()[i]);
            String text = labels.orElseThrow().shown(points.rows()[i], table.decimalMark());
            if (!text.isEmpty() && plot.area().contains(px, py)) {
                double width = Typeface.width(font, text);
                occupancy
                        .free(around(px, py, width, tall))
                        .ifPresent(place -> canvas.heldAt(px, py, () -> {
                            if (place.getMinY() - py > tall + metrics.length(4)
                                    || py - place.getMaxY() > tall + metrics.length(4)) {
                                double from = py + Math.signum(place.getCenterY() - py) * radius();
                                double to = place.getCenterY() > py ? place.getMinY() - 1 : place.getMaxY() + 1;
                                double across = Math.clamp(px, place.getMinX(), place.getMaxX());
                                canvas.line(px, from, across, to, Palette.MUTED, metrics.weight(0.4));
                                occupancy.reserveLine(px, from, across, to);
                            }
                            canvas.text(text, font, Palette.INK, place.getX(), place.getMaxY(), 0);
                        }));
            }
        }
    }

    /// Places for a label, those liked best first.
    private List<Rectangle2D> around(double px, double py, double width, double tall) {
        double gap = metrics.length(2);
        double corner = radius() * 0.75 + gap / 2;
        double side = radius() + gap;
        var places = new ArrayList<Rectangle2D>();
        for (double x : new double[] {px + corner, px - corner - width}) {
            places.add(new Rectangle2D.Double(x, py - corner - tall, width, tall));
            places.add(new Rectangle2D.Double(x, py + corner, width, tall));
        }
        places.add(new Rectangle2D.Double(px - width / 2, py - side - tall, width, tall));
        places.add(new Rectangle2D.Double(px - width / 2, py + side, width, tall));
        places.add(new Rectangle2D.Double(px + side, py - tall / 2, width, tall));
        places.add(new Rectangle2D.Double(px - side - width, py - tall / 2, width, tall));
        for (int step = 1; step <= 2; step++) {
            double away = side + step * (tall + gap);
            for (double x : new double[] {px - width / 2, px + gap, px - gap - width}) {
                places.add(new Rectangle2D.Double(x, py - away - tall, width, tall));
                places.add(new Rectangle2D.Double(x, py + away, width, tall));
            }
        }
        return places;
    }

    /// Excluded points stay visible, hollow.
    void paintExcluded() {
        int[] rows = series.rows().excluded();
        for (int i = 0; i < rows.length && rows.length <= PointCloud.MANY; i++) {
            double px = plot.px(series.rows().x().at(rows[i]));
            double py = plot.py(series.rows().y().at(rows[i]));
            if (plot.area().contains(px, py)) {
                Shape shape = marker.at(px, py, radius());
                canvas.heldAt(px, py, () -> {
                    canvas.fill(shape, Palette.SHEET);
                    canvas.draw(shape, Palette.MUTED, metrics.weight(0.9));
                });
            }
        }
    }

    /// Takes the places that points, bars and curve cover.
    void take(OccupancyGrid occupancy) {
        Points points = series.points();
        int step = !series.key().hasOwnPoints() ? points.size() + 1 : Math.max(1, points.size() / ENOUGH_TO_AVOID);
        for (int i = 0; i < points.size(); i += step) {
            double x = plot.px(points.x()[i]);
            occupancy.reservePoint(x, plot.py(points.y()[i]), radius() + 1);
            if (visible(points.yBars(), i) && points.size() <= 1500) {
                occupancy.reserveLine(
                        x,
                        plot.pyWithin(points.y()[i] + points.yBars().up()[i]),
                        x,
                        plot.pyWithin(points.y()[i] - points.yBars().down()[i]));
            }
        }
        if (points.size() <= ENOUGH_TO_AVOID) {
            joinedPath().ifPresent(path -> occupancy.reserveLine(path));
        }
        if (drawsCurve()) {
            occupancy.reserveLine(path(series.fit().orElseThrow()));
        }
    }

    /// Keeps labels away from the band's edges, one more measurement's too.
    void takeBand(OccupancyGrid occupancy, Fit fit) {
        for (int side : new int[] {-1, 1}) {
            edge(fit, Reading::predictionHalf95, side)
                    .or(() -> edge(fit, Reading::meanHalf95, side))
                    .ifPresent(occupancy::reserveLine);
        }
    }
}
