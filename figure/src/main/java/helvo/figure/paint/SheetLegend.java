package helvo.figure.paint;

import helvo.core.analysis.SheetAnalysis;
import helvo.core.style.AxisPlace;
import helvo.figure.canvas.DrawingCanvas;
import helvo.figure.canvas.DrawingPart;
import helvo.figure.canvas.MeasuringCanvas;
import helvo.figure.canvas.RichText;
import helvo.figure.layout.FigureLayout;
import helvo.figure.layout.PlotArea;
import helvo.figure.layout.SheetMetrics;
import java.awt.Color;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/// One legend for all panels of a sheet, in rows: what looks alike and is called alike stands in it once.
final class SheetLegend {
    private final SheetMetrics metrics;
    private final double width;
    private final boolean dashed;
    private final List<Entry> entries = new ArrayList<>();

    private record Entry(SeriesPainter painter, List<RichText> lines, double width) {}

    /// How an entry looks and is called.
    private record Look(String name, Color color, Object marker, double opacity, boolean points, boolean curve) {}

    /// @param drawn of each panel
    /// @param width of a row
    SheetLegend(SheetAnalysis sheet, List<FigureLayout> drawn, SheetMetrics metrics, double width) {
        this.metrics = metrics;
        this.width = width;
        this.dashed = sheet.panels().stream().anyMatch(panel -> Legend.areDashed(panel.figure()));
        Set<Look> had = new HashSet<>();
        for (int i = 0; i < sheet.panels().size(); i++) {
            var figure = sheet.panels().get(i).figure();
            FigureLayout layout = drawn.get(i);
            for (int s = 0; s < figure.series().size() && !layout.axes().isEmpty(); s++) {
                var plot = new PlotArea(layout.plot(), layout.axis(AxisPlace.X), layout.axis(AxisPlace.Y));
                var painter = new SeriesPainter(new MeasuringCanvas(), plot, metrics, figure, s);
                var look = new Look(
                        painter.name(),
                        painter.color(),
                        painter.marker(),
                        painter.opacity(),
                        painter.drawsPoints(),
                        painter.series().key().hasOwnPoints());
                if (!painter.style().hidden() && painter.style().inLegend() && had.add(look)) {
                    entries.add(entry(painter));
                }
            }
        }
    }

    private Entry entry(SeriesPainter painter) {
        double sample = Legend.sample(metrics, dashed);
        List<RichText> lines = RichText.lines(painter.name(), metrics.label(), width - sample).stream()
                .map(line -> new RichText(line, metrics.label()))
                .toList();
        return new Entry(
                painter,
                lines,
                sample + lines.stream().mapToDouble(RichText::width).max().orElse(0));
    }

    private List<List<Entry>> rows() {
        var rows = new ArrayList<List<Entry>>();
        double used = width;
        for (Entry entry : entries) {
            if (rows.isEmpty() || used + entry.width > width) {
                rows.add(new ArrayList<>());
                used = 0;
            }
            rows.getLast().add(entry);
            used += entry.width + metrics.length(Legend.GAP);
        }
        return rows;
    }

    private double tall(Entry entry) {
        return entry.lines.size() * metrics.length(Legend.LINE);
    }

    private double tallest(List<Entry> row) {
        return row.stream().mapToDouble(this::tall).max().orElse(0);
    }

    double height() {
        return rows().stream().mapToDouble(this::tallest).sum();
    }

    void draw(DrawingCanvas canvas, double middle, double top) {
        double sample = Legend.sample(metrics, dashed);
        double y = top;
        for (List<Entry> row : rows()) {
            double x = middle
                    - row.stream().mapToDouble(Entry::width).sum() / 2
                    - (row.size() - 1) * metrics.length(Legend.GAP) / 2;
            for (Entry entry : row) {
                double left = x;
                double head = y;
                canvas.part(new DrawingPart.LegendEntry(entry.painter.name()), () -> {
                    double centre = head + metrics.length(Legend.LINE) / 2;
                    Legend.sample(canvas, metrics, entry.painter, sample, dashed, left + sample / 2, centre);
                    Legend.words(canvas, metrics, entry.lines, left + sample, head);
                });
                x += entry.width + metrics.length(Legend.GAP);
            }
            y += tallest(row);
        }
    }
}
