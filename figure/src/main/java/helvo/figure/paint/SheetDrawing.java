package helvo.figure.paint;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SheetAnalysis;
import helvo.core.study.FigureSheet;
import helvo.figure.canvas.DrawingCanvas;
import helvo.figure.canvas.MeasuringCanvas;
import helvo.figure.canvas.Palette;
import helvo.figure.canvas.RichText;
import helvo.figure.layout.FigureLayout;
import helvo.figure.layout.PanelFrame;
import helvo.figure.layout.SheetLayout;
import helvo.figure.layout.SheetMetrics;
import java.awt.geom.Rectangle2D;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/// Draws a sheet of several figures. It is arranged once and can be drawn often.
public final class SheetDrawing {
    /// A page of A4 with its margins has room for so much beside a caption.
    private static final double TALLEST_MM = 247;

    private final SheetAnalysis sheet;
    private final List<FigureAnalysis> figures;
    private final List<PanelFrame> frames;
    private final SheetMetrics metrics;
    private final SheetLayout layout;
    private final SheetLegend legend;
    private final boolean hasLegend;

    private SheetDrawing(SheetAnalysis sheet, PanelArrangement arranged, Progress progress) {
        this.sheet = sheet;
        this.figures = arranged.figures();
        this.frames = arranged.frames();
        FigureAnalysis first = figures.getFirst();
        this.metrics = new SheetMetrics(first.figure().style().sheet(), first.numbers());
        double width = PanelFrame.points(sheet.sheet().widthMm());
        List<FigureLayout> drawn = IntStream.range(0, figures.size())
                .mapToObj(i -> FigureDrawing.draw(figures.get(i), frames.get(i), new MeasuringCanvas(), progress))
                .toList();
        this.legend = new SheetLegend(sheet, drawn, metrics, width - 2 * metrics.length(12));
        this.hasLegend = sheet.sheet().legends() == FigureSheet.Legends.ONE;
        List<SheetLayout.Panel> panels = panels(drawn, arranged.columns());
        double height = panels.stream()
                        .mapToDouble(panel -> panel.place().getMaxY())
                        .max()
                        .orElse(0)
                + (hasLegend ? legend.height() + metrics.length(8) : 0);
        this.layout = new SheetLayout(width, height, panels, notices(drawn, arranged, height));
    }

    /// @throws java.util.concurrent.CancellationException when `progress` says that nobody waits
    public static SheetDrawing of(SheetAnalysis sheet, Progress progress) {
        return new SheetDrawing(sheet, new PanelArrangement(sheet, progress), progress);
    }

    private List<SheetLayout.Panel> panels(List<FigureLayout> drawn, int columns) {
        var panels = new ArrayList<SheetLayout.Panel>();
        for (int i = 0; i < drawn.size(); i++) {
            double x = i % columns == 0 ? 0 : panels.getLast().place().getMaxX();
            double y = i < columns ? 0 : panels.get(i - columns).place().getMaxY();
            var place = new Rectangle2D.Double(
                    x, y, frames.get(i).width(), frames.get(i).height());
            panels.add(new SheetLayout.Panel(place, drawn.get(i)));
        }
        return panels;
    }

    private List<String> notices(List<FigureLayout> drawn, PanelArrangement arranged, double height) {
        var notices = new ArrayList<>(sheet.notices());
        drawn.stream().flatMap(each -> each.notices().stream()).distinct().forEach(notices::add);
        if (!arranged.hasRoom()) {
            notices.add("The panels leave no room for their plots: make the sheet wider or its panels taller, or set "
                    + "fewer beside one another.");
        }
        double tall = height / PanelFrame.points(1);
        if (tall > TALLEST_MM) {
            notices.add(
                    RootLocale.format("The sheet is %.0f mm tall; a page of A4 has room for %.0f.", tall, TALLEST_MM));
        }
        return notices;
    }

    /// In points; the height is what its rows need.
    public SheetLayout layout() {
        return layout;
    }

    /// Its text and lines.
    public SheetMetrics metrics() {
        return metrics;
    }

    /// The figures as its panels draw them.
    public List<FigureAnalysis> figures() {
        return figures;
    }

    /// Draws the whole sheet at one unit a point from the origin; the caller scales.
    public void draw(DrawingCanvas canvas, Progress progress) {
        sheet.background()
                .ifPresent(ground -> canvas.fill(
                        new Rectangle2D.Double(0, 0, layout.width(), layout.height()), SheetMetrics.color(ground, 1)));
        for (int i = 0; i < figures.size(); i++) {
            int panel = i;
            Rectangle2D place = layout.panels().get(i).place();
            canvas.moved(place.getX(), place.getY(), () -> {
                FigureDrawing.draw(figures.get(panel), frames.get(panel), canvas, progress);
                letter(canvas, panel);
            });
        }
        if (hasLegend) {
            double below = layout.panels().stream()
                    .mapToDouble(panel -> panel.place().getMaxY())
                    .max()
                    .orElse(0);
            legend.draw(canvas, layout.width() / 2, below);
        }
    }

    /// Outside, above the axis' title.
    private void letter(DrawingCanvas canvas, int panel) {
        String letter = sheet.panels().get(panel).letter();
        if (!letter.isEmpty() && !sheet.sheet().lettersInside()) {
            double top = layout.panels().get(panel).figure().plot().getMinY();
            new RichText(letter, metrics.panelLetter())
                    .draw(canvas, Palette.INK, metrics.length(3), top - metrics.length(5), 0);
        }
    }
}
