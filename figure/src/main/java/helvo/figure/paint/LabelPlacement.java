package helvo.figure.paint;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Fit;
import helvo.core.style.CurveStyle.Spot;
import helvo.figure.canvas.DrawingCanvas;
import helvo.figure.canvas.DrawingPart;
import helvo.figure.canvas.RichText;
import helvo.figure.layout.CurveLabel;
import helvo.figure.layout.CurveReach;
import helvo.figure.layout.FigureLayout;
import helvo.figure.layout.HitTarget;
import helvo.figure.layout.OccupancyGrid;
import helvo.figure.layout.PlotArea;
import helvo.figure.layout.SheetMetrics;
import java.awt.Color;
import java.awt.geom.Rectangle2D;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/// Places and draws the legend and the labels of curves.
final class LabelPlacement {
    private static final double LABEL_LINE = 11;
    /// Parts of the plot's width that a label may take; narrower where the wider would cover something.
    private static final double[] SHARES = {0.8, 0.6, 0.45};

    private final DrawingCanvas canvas;
    private final SheetMetrics metrics;
    private final Rectangle2D area;
    private final OccupancyGrid occupancy;
    private final List<FigureLayout.Part> parts;
    private final List<Runnable> drawings = new ArrayList<>();
    private boolean legendCovers;

    LabelPlacement(
            DrawingCanvas canvas,
            SheetMetrics metrics,
            Rectangle2D area,
            OccupancyGrid occupancy,
            List<FigureLayout.Part> parts) {
        this.canvas = canvas;
        this.metrics = metrics;
        this.area = area;
        this.occupancy = occupancy;
        this.parts = parts;
    }

    /// The weight of what they cover.
    long covered() {
        return occupancy.covered();
    }

    void draw() {
        drawings.forEach(Runnable::run);
    }

    /// Whether the legend lies on something.
    boolean legendCovers() {
        return legendCovers;
    }

    void legend(Legend legend, List<SeriesPainter> painters, Optional<Spot> at) {
        Rectangle2D box = legend.box(area);
        OccupancyGrid.Place place =
                freePlace(at, box.getWidth(), box.getHeight(), corners(box.getWidth(), box.getHeight()));
        legendCovers = place.cost() > 0
                || box.getHeight() > area.getHeight() - metrics.length(12)
                || box.getWidth() > area.getWidth();
        occupancy.reservePlace(place);
        drawings.add(() -> legend.draw(canvas, painters, area, place.at(), parts));
    }

    /// In rows above the plot.
    ///
    /// @param middle of the rows
    void legendAbove(Legend legend, List<SeriesPainter> painters, double middle, double top) {
        drawings.add(() -> legend.drawAbove(canvas, painters, middle, top, parts));
    }

    /// Where a person put it, kept within the plot; else a free place.
    private OccupancyGrid.Place freePlace(Optional<Spot> at, double width, double height, List<Rectangle2D> wished) {
        if (at.isEmpty()) {
            return occupancy.best(wished);
        }
        double x = area.getX() + at.get().across() * area.getWidth();
        double y = area.getY() + at.get().down() * area.getHeight();
        double edge = metrics.length(4);
        return new OccupancyGrid.Place(
                new Rectangle2D.Double(
                        Math.clamp(x, area.getMinX(), Math.max(area.getMinX(), area.getMaxX() - width - edge)),
                        Math.clamp(y, area.getMinY(), Math.max(area.getMinY(), area.getMaxY() - height - edge)),
                        width,
                        height),
                0);
    }

    private List<Rectangle2D> corners(double width, double height) {
        double left = area.getMinX() + metrics.length(8);
        double right = area.getMaxX() - metrics.length(6) - width;
        double top = area.getMinY() + metrics.length(4);
        double bottom = area.getMaxY() - metrics.length(8) - height;
        double middle = area.getCenterX() - width / 2;
        var places = new ArrayList<Rectangle2D>();
        for (double[] corner : new double[][] {
            {left, top}, {right, bottom}, {right, top}, {left, bottom}, {middle, top}, {middle, bottom}
        }) {
            places.add(new Rectangle2D.Double(corner[0], corner[1], width, height));
        }
        return places;
    }

    /// Beside the curve, towards its right end, on whichever side is free.
    void curve(SeriesPainter painter, List<SeriesAnalysis> all) {
        Fit fit = painter.series().fit().orElseThrow();
        List<RichText> chosen = List.of();
        OccupancyGrid.Place place = null;
        for (int i = 0; i < SHARES.length && (place == null || place.cost() > 0); i++) {
            List<RichText> lines = new CurveLabel(painter.series(), painter.curveStyle(), metrics)
                    .lines(painter.name(), area.getWidth() * SHARES[i]);
            Optional<OccupancyGrid.Place> of =
                    lines.size() > chosen.size() ? Optional.of(place(painter, all, fit, lines)) : Optional.empty();
            if (of.isPresent() && (place == null || of.get().cost() < place.cost())) {
                place = of.get();
                chosen = lines;
            }
        }
        if (place == null) {
            return;
        }
        occupancy.reservePlace(place);
        List<RichText> lines = chosen;
        Rectangle2D at = place.at();
        drawings.add(() -> canvas.part(
                new DrawingPart.Enlarged(true),
                () -> painter.part(() -> canvas.heldAt(at.getX(), at.getY(), () -> curve(painter, lines, at)))));
    }

    private OccupancyGrid.Place place(SeriesPainter painter, List<SeriesAnalysis> all, Fit fit, List<RichText> lines) {
        double width = lines.stream().mapToDouble(RichText::width).max().orElseThrow();
        double height = lines.size() * metrics.length(LABEL_LINE) + metrics.length(2);
        return freePlace(painter.curveStyle().labelAt(), width, height, beside(painter, all, fit, width, height));
    }

    private void curve(SeriesPainter painter, List<RichText> lines, Rectangle2D place) {
        Color color = painter.curveStyle().color().isPresent() ? painter.curveColor() : painter.color();
        for (int i = 0; i < lines.size(); i++) {
            lines.get(i)
                    .draw(
                            canvas,
                            color,
                            place.getX(),
                            place.getY() + metrics.length(9.5) + i * metrics.length(LABEL_LINE),
                            0);
        }
        parts.add(
                new FigureLayout.Part(new HitTarget.CurveLabel(painter.series().key()), place));
    }

    /// Places along the curve from its right end to its left, close to it first; above it for a series that lies
    /// above the others there, else below it.
    private List<Rectangle2D> beside(
            SeriesPainter painter, List<SeriesAnalysis> all, Fit fit, double width, double height) {
        PlotArea plot = painter.plot();
        CurveReach reach = painter.reach();
        double middle = reach.from() / 2 + reach.to() / 2;
        boolean top = all.size() > 1
                && all.stream()
                        .flatMap(each -> each.fit().stream())
                        .allMatch(other ->
                                other.function().at(middle) <= fit.function().at(middle));
        var places = new ArrayList<Rectangle2D>();
        double from = plot.pxWithin(reach.from());
        double to = plot.pxWithin(reach.to());
        for (double away : new double[] {7, 14, 24, 40}) {
            for (double along = 0.95; along > 0.04; along -= 0.05) {
                double right = from + (to - from) * along;
                double x = Math.min(right, area.getMaxX() - 4) - width;
                double a = plot.pyWithin(fit.function().at(value(plot, x)));
                double b = plot.pyWithin(fit.function().at(value(plot, x + width)));
                var above = new Rectangle2D.Double(x, Math.min(a, b) - metrics.length(away) - height, width, height);
                var below = new Rectangle2D.Double(x, Math.max(a, b) + metrics.length(away), width, height);
                places.add(top ? above : below);
                places.add(top ? below : above);
            }
        }
        places.forEach(this::moveInside);
        return places;
    }

    /// A steep curve leads out of the plot, its label does not.
    private void moveInside(Rectangle2D place) {
        double x = Math.max(area.getX(), Math.min(place.getX(), area.getMaxX() - place.getWidth()));
        double y = Math.max(area.getY(), Math.min(place.getY(), area.getMaxY() - place.getHeight()));
        place.setRect(x, y, place.getWidth(), place.getHeight());
    }

    private double value(PlotArea plot, double px) {
        return plot.x().value((px - area.getX()) / area.getWidth());
    }
}
