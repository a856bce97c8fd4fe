package helvo.figure;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Fit;
import helvo.core.number.ValueText;
import helvo.core.readout.Equation;
import java.awt.Color;
import java.awt.Font;
import java.awt.geom.Rectangle2D;
import java.awt.geom.RoundRectangle2D;
import java.util.ArrayList;
import java.util.List;

/// Places and draws the legend and the curves' equations where no point lies.
final class Labels {
    private static final double LINE = 13;

    private final Pen pen;
    private final Plot plot;
    private final Occupancy occupancy;

    Labels(Pen pen, Plot plot, Occupancy occupancy) {
        this.pen = pen;
        this.plot = plot;
        this.occupancy = occupancy;
    }

    void legend(List<SeriesPainter> painters, List<SeriesAnalysis> series) {
        Font font = Typeface.REGULAR.at(9);
        double most = plot.area().getWidth() * 0.45;
        List<String> names = series.stream().map(each -> Wrap.fitted(each.label(), font, most - 34)).toList();
        int fitting = (int) Math.max(1, Math.min(names.size(), (plot.area().getHeight() - 20) / LINE));
        double width = 30 + names.stream().mapToDouble(name -> Typeface.width(font, name)).max().orElse(0);
        double height = fitting * LINE + 8;
        Rectangle2D place = occupancy.place(corners(width, height));
        var box = new RoundRectangle2D.Double(place.getX(), place.getY(), width, height, 4, 4);
        pen.fill(box, new Color(255, 255, 255, 235));
        pen.draw(box, Inks.RULE, 0.7);
        for (int i = 0; i < fitting; i++) {
            double middle = place.getY() + 4 + LINE * (i + 0.5);
            pen.fill(painters.get(i).marker().at(place.getX() + 12, middle, 3.3), painters.get(i).color());
            String name = i == fitting - 1 && fitting < names.size() ? "and " + (names.size() - i) + " more" : names.get(i);
            pen.text(name, font, Inks.INK, place.getX() + 22, middle + 3.1, 0);
        }
    }

    private List<Rectangle2D> corners(double width, double height) {
        Rectangle2D area = plot.area();
        double left = area.getMinX() + 8;
        double right = area.getMaxX() - 6 - width;
        double top = area.getMinY() + 4;
        double bottom = area.getMaxY() - 8 - height;
        double middle = area.getCenterX() - width / 2;
        var places = new ArrayList<Rectangle2D>();
        for (double[] corner : new double[][] {{left, top}, {right, bottom}, {right, top}, {left, bottom}, {middle, top}, {middle, bottom}}) {
            places.add(new Rectangle2D.Double(corner[0], corner[1], width, height));
        }
        return places;
    }

    /// Beside the curve, towards its right end, on whichever side is free.
    void equation(SeriesPainter painter, List<SeriesAnalysis> all, SeriesAnalysis series, Fit fit) {
        Font strong = Typeface.SEMIBOLD.at(9.5);
        Font plain = Typeface.REGULAR.at(9);
        boolean dates = series.rows().x().time().isPresent();
        String equation = Wrap.fitted(Equation.inSymbols(fit, dates ? "t" : "x"), strong, plot.area().getWidth() * 0.8);
        String second = fit.quality().r2().isPresent() ? "R² = " + ValueText.share(fit.quality().r2().getAsDouble()) : "";
        second = dates ? (second.isEmpty() ? "" : second + ", ") + series.rows().x().unitSentence() : second;
        double width = Math.max(Typeface.width(strong, equation), Typeface.width(plain, second));
        double height = second.isEmpty() ? 12 : 24;
        Rectangle2D place = occupancy.place(beside(all, series, fit, width, height));
        pen.text(equation, strong, painter.color(), place.getX(), place.getY() + 9.5, 0);
        pen.text(second, plain, painter.color(), place.getX(), place.getY() + 20.5, 0);
    }

    /// Places along the curve from its right end to its left, close to it first; above it for a series that lies above
    /// the others there, else below it.
    private List<Rectangle2D> beside(List<SeriesAnalysis> all, SeriesAnalysis series, Fit fit, double width, double height) {
        var extent = new Extent();
        extent.take(series.points().x(), new double[0]);
        Rectangle2D area = plot.area();
        double middle = extent.least() / 2 + extent.greatest() / 2;
        boolean top = all.size() > 1 && all.stream().flatMap(each -> each.fit().stream())
                .allMatch(other -> other.function().at(middle) <= fit.function().at(middle));
        var places = new ArrayList<Rectangle2D>();
        for (double away : new double[] {7, 14, 24, 40}) {
            for (double along = 0.95; along > 0.04; along -= 0.05) {
                double right = plot.px(extent.at(along));
                double x = Math.min(right, area.getMaxX() - 4) - width;
                double a = plot.py(fit.function().at(value(x)));
                double b = plot.py(fit.function().at(value(x + width)));
                var above = new Rectangle2D.Double(x, Math.min(a, b) - away - height, width, height);
                var below = new Rectangle2D.Double(x, Math.max(a, b) + away, width, height);
                places.add(top ? above : below);
                places.add(top ? below : above);
            }
        }
        return places;
    }

    private double value(double px) {
        return plot.x().value((px - plot.area().getX()) / plot.area().getWidth());
    }
}
