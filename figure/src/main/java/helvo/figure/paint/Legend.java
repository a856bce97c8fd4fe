package helvo.figure.paint;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.study.Layer;
import helvo.core.style.CurveStyle;
import helvo.core.style.FigureStyle;
import helvo.core.style.LegendStyle;
import helvo.core.style.SeriesStyle;
import helvo.core.table.SeriesKey;
import helvo.figure.canvas.DrawingCanvas;
import helvo.figure.canvas.DrawingPart;
import helvo.figure.canvas.Palette;
import helvo.figure.canvas.RichText;
import helvo.figure.layout.CurveLabel;
import helvo.figure.layout.FigureLayout;
import helvo.figure.layout.HitTarget;
import helvo.figure.layout.SheetMetrics;
import java.awt.Color;
import java.awt.Font;
import java.awt.geom.Line2D;
import java.awt.geom.Rectangle2D;
import java.awt.geom.RoundRectangle2D;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/// The legend of a figure. Where many curves have an equation, the legend has those too: strewn among the curves
/// nobody could tell which belongs to which.
final class Legend {
    /// More equations than these stand in the legend.
    private static final int MAX_BESIDE = 4;
    static final double LINE = 13;
    private static final double SAMPLE = 22;
    /// Where curves are told apart by their dashes, which a marker must not hide.
    private static final double LONG_SAMPLE = 40;
    static final double GAP = 14;

    private final FigureAnalysis figure;
    private final FigureStyle style;
    private final SheetMetrics metrics;
    private final double width;
    private final List<Integer> places;
    private final boolean equations;
    private final boolean dashed;

    /// @param width of the sheet without its margins
    Legend(FigureAnalysis figure, SheetMetrics metrics, double width) {
        this.figure = figure;
        this.style = figure.figure().style();
        this.metrics = metrics;
        this.width = width;
        this.equations = hasEquations(figure);
        this.places = places();
        dashed = areDashed(figure);
    }

    /// Whether curves are told apart by their dashes.
    static boolean areDashed(FigureAnalysis figure) {
        FigureStyle style = figure.figure().style();
        return style.sheet().dashes()
                || figure.series().stream().anyMatch(series -> style.curve(series.key())
                        .dash()
                        .filter(dash -> dash != CurveStyle.Dash.SOLID)
                        .isPresent());
    }

    private double sample() {
        return sample(metrics, dashed);
    }

    /// The room of a sample and the gap behind it.
    static double sample(SheetMetrics metrics, boolean dashed) {
        return metrics.length(dashed ? LONG_SAMPLE : SAMPLE);
    }

    /// Whether the equations stand in the legend.
    static boolean hasEquations(FigureAnalysis figure) {
        return figure.figure().shows(Layer.EQUATIONS)
                && figure.series().stream()
                                .filter(series -> isLabelled(figure, series))
                                .count()
                        > MAX_BESIDE;
    }

    private static boolean isLabelled(FigureAnalysis figure, SeriesAnalysis series) {
        var curve = figure.figure().style().curve(series.key());
        return series.fit().isPresent() && curve.shown() && !curve.label().isEmpty();
    }

    boolean isShown() {
        LegendStyle.Shown shown = style.legend().shown();
        return !places.isEmpty()
                && (equations
                        || shown == LegendStyle.Shown.ALWAYS
                        || shown == LegendStyle.Shown.FOR_SEVERAL
                                && figure.series().size() > 1);
    }

    /// The series that it has, in its order.
    private List<Integer> places() {
        List<SeriesKey> order = style.legend().order();
        return IntStream.range(0, figure.series().size())
                .boxed()
                .filter(i -> {
                    SeriesStyle series = style.series(figure.series().get(i).key());
                    return !series.hidden() && (series.inLegend() || equations);
                })
                .sorted(Comparator.comparingInt(i -> {
                    int at = order.indexOf(figure.series().get(i).key());
                    return at < 0 ? order.size() : at;
                }))
                .toList();
    }

    /// One series: its sample and the lines beside it.
    private record Entry(int place, List<RichText> lines, double width) {}

    private List<Entry> entries(double most) {
        return places.stream()
                .map(place -> {
                    SeriesAnalysis series = figure.series().get(place);
                    Font font = metrics.label();
                    String name = style.series(series.key()).name().orElse(series.label());
                    List<String> words = new ArrayList<>(RichText.lines(name, font, most - sample()));
                    if (equations && isLabelled(figure, series)) {
                        String equation = CurveLabel.line(series, style.curve(series.key()), metrics);
                        String together = words.getLast() + ":  " + equation;
                        if (words.size() == 1 && new RichText(together, font).width() <= most - sample()) {
                            words.set(0, together);
                        } else {
                            words.addAll(RichText.broken(equation, font, most - sample()));
                        }
                    }
                    List<RichText> lines =
                            words.stream().map(line -> new RichText(line, font)).toList();
                    return new Entry(
                            place,
                            lines,
                            sample()
                                    + lines.stream()
                                            .mapToDouble(RichText::width)
                                            .max()
                                            .orElse(0));
                })
                .toList();
    }

    // ---- among the points ----

    private double mostInside(Rectangle2D area) {
        return equations
                ? area.getWidth() * 0.6
                : Math.clamp(metrics.length(140), area.getWidth() * 0.45, area.getWidth() * 0.7);
    }

    /// How wide and how tall it is in the plot.
    Rectangle2D box(Rectangle2D area) {
        List<Entry> entries = entries(mostInside(area));
        double widest = entries.stream().mapToDouble(Entry::width).max().orElse(0);
        return new Rectangle2D.Double(
                0,
                0,
                widest + metrics.length(8),
                entries.stream().mapToDouble(this::tall).sum() + metrics.length(8));
    }

    private double tall(Entry entry) {
        return entry.lines.size() * metrics.length(LINE);
    }

    /// @param place its box in the plot
    void draw(
            DrawingCanvas canvas,
            List<SeriesPainter> painters,
            Rectangle2D area,
            Rectangle2D place,
            List<FigureLayout.Part> parts) {
        var box = new RoundRectangle2D.Double(
                place.getX(), place.getY(), place.getWidth(), place.getHeight(), metrics.length(4), metrics.length(4));
        canvas.fill(box, new Color(255, 255, 255, 235));
        canvas.draw(box, Palette.RULE, metrics.weight(0.7));
        parts.add(new FigureLayout.Part(new HitTarget.Legend(), place));
        double top = place.getY() + metrics.length(4);
        for (Entry entry : entries(mostInside(area))) {
            draw(canvas, painters, entry, place.getX() + metrics.length(2), top, place.getWidth(), parts);
            top += tall(entry);
        }
    }

    // ---- in rows above the plot ----

    private List<List<Entry>> rows() {
        var rows = new ArrayList<List<Entry>>();
        double used = width;
        List<Entry> entries = entries(width);
        double column =
                equations ? entries.stream().mapToDouble(Entry::width).max().orElse(0) : 0;
        for (Entry entry : entries) {
            double wide = Math.max(entry.width, column);
            if (used + wide > width) {
                rows.add(new ArrayList<>());
                used = 0;
            }
            rows.getLast().add(new Entry(entry.place, entry.lines, wide));
            used += wide + metrics.length(GAP);
        }
        return rows;
    }

    double heightAbove() {
        return rows().stream().mapToDouble(this::tallest).sum();
    }

    private double tallest(List<Entry> row) {
        return row.stream().mapToDouble(this::tall).max().orElse(0);
    }

    private double length(List<Entry> row) {
        return row.stream().mapToDouble(Entry::width).sum() + (row.size() - 1) * metrics.length(GAP);
    }

    /// @param middle of the rows
    void drawAbove(
            DrawingCanvas canvas,
            List<SeriesPainter> painters,
            double middle,
            double top,
            List<FigureLayout.Part> parts) {
        List<List<Entry>> rows = rows();
        double longest = rows.stream().mapToDouble(this::length).max().orElse(0);
        parts.add(new FigureLayout.Part(
                new HitTarget.Legend(), new Rectangle2D.Double(middle - longest / 2, top, longest, heightAbove())));
        double y = top;
        for (List<Entry> row : rows) {
            double x = middle - (equations ? longest : length(row)) / 2;
            for (Entry entry : row) {
                draw(canvas, painters, entry, x, y, entry.width, parts);
                x += entry.width + metrics.length(GAP);
            }
            y += tallest(row);
        }
    }

    private void draw(
            DrawingCanvas canvas,
            List<SeriesPainter> painters,
            Entry entry,
            double x,
            double top,
            double wide,
            List<FigureLayout.Part> parts) {
        double line = metrics.length(LINE);
        SeriesPainter painter = painters.get(entry.place);
        canvas.part(new DrawingPart.LegendEntry(painter.name()), () -> {
            sample(canvas, painter, x + sample() / 2 - metrics.length(1), top + line / 2);
            words(canvas, metrics, entry.lines, x + sample() - metrics.length(2), top);
        });
        parts.add(new FigureLayout.Part(
                new HitTarget.LegendEntry(painter.series().key()), new Rectangle2D.Double(x, top, wide, tall(entry))));
    }

    /// The lines beside a sample.
    static void words(DrawingCanvas canvas, SheetMetrics metrics, List<RichText> lines, double x, double top) {
        for (int i = 0; i < lines.size(); i++) {
            double baseline = top + (i + 0.5) * metrics.length(LINE) + metrics.length(3.1);
            lines.get(i).draw(canvas, Palette.INK, x, baseline, 0);
        }
    }

    private void sample(DrawingCanvas canvas, SeriesPainter painter, double x, double y) {
        sample(canvas, metrics, painter, sample(), dashed, x, y);
    }

    /// @param room   of the sample, from one side to the other
    /// @param dashed whether curves are told apart by their dashes
    static void sample(
            DrawingCanvas canvas,
            SheetMetrics metrics,
            SeriesPainter painter,
            double room,
            boolean dashed,
            double x,
            double y) {
        boolean line = painter.style().join() != SeriesStyle.Join.NONE
                || !painter.series().key().hasOwnPoints()
                || dashed && painter.drawsCurve();
        if (line) {
            double half = room / 2 - metrics.length(3);
            canvas.draw(
                    new Line2D.Double(x - half, y, x + half, y),
                    painter.color(),
                    metrics.weight(1.3),
                    painter.dashes());
        }
        if (painter.drawsPoints()) {
            var shape = painter.marker().at(x, y, metrics.length(3.3));
            Color color = painter.color();
            canvas.fill(shape, Palette.SHEET);
            canvas.fill(shape, new Color(color.getRed(), color.getGreen(), color.getBlue(), (int)
                    (255 * painter.opacity())));
            canvas.draw(shape, color, metrics.weight(painter.opacity() < 1 ? 0.9 : 0.1));
        }
    }
}
