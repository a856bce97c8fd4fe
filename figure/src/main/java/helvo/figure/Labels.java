package helvo.figure;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.bounds.Bounds;
import helvo.core.curve.Curve;
import helvo.core.curve.Line;
import helvo.core.fit.Fit;
import helvo.core.look.CurveLook.LabelPart;
import helvo.core.look.CurveLook.Spot;
import helvo.core.look.LegendLook;
import helvo.core.look.SeriesLook;
import helvo.core.number.ValueText;
import helvo.core.readout.Equation;
import java.awt.Color;
import java.awt.Font;
import java.awt.geom.Rectangle2D;
import java.awt.geom.RoundRectangle2D;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;

/// Places and draws the legend and the curves' labels: where a person put them, else where no point lies.
final class Labels {
    private static final double LINE = 13;
    private static final double LABEL_LINE = 11;

    private final Pen pen;
    private final Style style;
    private final Rectangle2D area;
    private final Occupancy occupancy;
    private final List<FigureLayout.Part> parts;

    Labels(Pen pen, Style style, Rectangle2D area, Occupancy occupancy, List<FigureLayout.Part> parts) {
        this.pen = pen;
        this.style = style;
        this.area = area;
        this.occupancy = occupancy;
        this.parts = parts;
    }

    void legend(List<SeriesPainter> all, LegendLook look) {
        List<SeriesPainter> painters = all.stream().filter(each -> each.look().inLegend() && !each.look().hidden())
                .sorted(Comparator.comparingInt(each -> look.order().contains(all.indexOf(each)) ? look.order().indexOf(all.indexOf(each)) : all.size())).toList();
        if (painters.isEmpty()) {
            return;
        }
        Font font = style.label();
        double line = style.length(LINE);
        double most = Math.clamp(style.length(140), area.getWidth() * 0.45, area.getWidth() * 0.7);
        List<String> names = painters.stream().map(each -> RichText.fitted(each.name(), font, most - style.length(34))).toList();
        int fitting = (int) Math.max(1, Math.min(names.size(), (area.getHeight() - style.length(20)) / line));
        double width = style.length(30) + names.stream().mapToDouble(name -> new RichText(name, font).width()).max().orElse(0);
        double height = fitting * line + style.length(8);
        Rectangle2D place = place(look.at(), width, height, corners(width, height));
        var box = new RoundRectangle2D.Double(place.getX(), place.getY(), width, height, style.length(4), style.length(4));
        pen.fill(box, new Color(255, 255, 255, 235));
        pen.draw(box, Inks.RULE, style.weight(0.7));
        parts.add(new FigureLayout.Part(new Thing.Legend(), place));
        for (int i = 0; i < fitting; i++) {
            SeriesPainter painter = painters.get(i);
            double top = place.getY() + style.length(4) + line * i;
            sample(painter, place.getX() + style.length(12), top + line / 2);
            String name = i == fitting - 1 && fitting < names.size() ? "and " + (names.size() - i) + " more" : names.get(i);
            new RichText(name, font).draw(pen, Inks.INK, place.getX() + style.length(22), top + line / 2 + style.length(3.1), 0);
            parts.add(new FigureLayout.Part(new Thing.LegendEntry(painter.series().key()), new Rectangle2D.Double(place.getX(), top, width, line)));
        }
    }

    private void sample(SeriesPainter painter, double x, double y) {
        if (painter.look().join() != SeriesLook.Join.NONE || painter.series().key().isTogether()) {
            pen.draw(new java.awt.geom.Line2D.Double(x - style.length(8), y, x + style.length(8), y), painter.color(), style.weight(1.3), painter.dashes());
        }
        if (painter.drawsPoints()) {
            var shape = painter.marker().at(x, y, style.length(3.3));
            Color color = painter.color();
            pen.fill(shape, Inks.SHEET);
            pen.fill(shape, new Color(color.getRed(), color.getGreen(), color.getBlue(), (int) (255 * painter.look().strength())));
            pen.draw(shape, color, style.weight(painter.look().strength() < 1 ? 0.9 : 0.1));
        }
    }

    /// Where a person put it, kept within the plot; else a free place.
    private Rectangle2D place(Optional<Spot> at, double width, double height, List<Rectangle2D> wished) {
        if (at.isEmpty()) {
            return occupancy.place(wished);
        }
        double x = area.getX() + at.get().across() * area.getWidth();
        double y = area.getY() + at.get().down() * area.getHeight();
        return occupancy.place(List.of(new Rectangle2D.Double(Math.clamp(x, area.getMinX(), Math.max(area.getMinX(), area.getMaxX() - width)),
                Math.clamp(y, area.getMinY(), Math.max(area.getMinY(), area.getMaxY() - height)), width, height)), true);
    }

    private List<Rectangle2D> corners(double width, double height) {
        double left = area.getMinX() + style.length(8);
        double right = area.getMaxX() - style.length(6) - width;
        double top = area.getMinY() + style.length(4);
        double bottom = area.getMaxY() - style.length(8) - height;
        double middle = area.getCenterX() - width / 2;
        var places = new ArrayList<Rectangle2D>();
        for (double[] corner : new double[][] {{left, top}, {right, bottom}, {right, top}, {left, bottom}, {middle, top}, {middle, bottom}}) {
            places.add(new Rectangle2D.Double(corner[0], corner[1], width, height));
        }
        return places;
    }

    /// Beside the curve, towards its right end, on whichever side is free.
    void curve(SeriesPainter painter, List<SeriesAnalysis> all, Fit fit) {
        SeriesAnalysis series = painter.series();
        List<RichText> lines = lines(painter, fit, area.getWidth() * 0.8);
        if (lines.isEmpty()) {
            return;
        }
        List<Rectangle2D> beside = beside(painter, all, series, fit, lines);
        if (painter.curveLook().labelAt().isEmpty() && !occupancy.anyFree(beside)) {
            List<RichText> narrow = lines(painter, fit, area.getWidth() * 0.45);
            List<Rectangle2D> places = beside(painter, all, series, fit, narrow);
            if (narrow.size() > lines.size() && occupancy.anyFree(places)) {
                lines = narrow;
                beside = places;
            }
        }
        Rectangle2D place = place(painter.curveLook().labelAt(), beside.getFirst().getWidth(), beside.getFirst().getHeight(), beside);
        Color color = painter.curveLook().color().isPresent() ? painter.curveColor() : painter.color();
        for (int i = 0; i < lines.size(); i++) {
            lines.get(i).draw(pen, color, place.getX(), place.getY() + style.length(9.5) + i * style.length(LABEL_LINE), 0);
        }
        parts.add(new FigureLayout.Part(new Thing.CurveLabel(series.key()), place));
    }

    /// @param most as wide as the label may be; a longer equation is broken
    private List<RichText> lines(SeriesPainter painter, Fit fit, double most) {
        SeriesAnalysis series = painter.series();
        boolean dates = series.rows().x().time().isPresent();
        Set<LabelPart> parts = painter.curveLook().label();
        var lines = new ArrayList<RichText>();
        if (parts.contains(LabelPart.NAME)) {
            lines.add(new RichText(RichText.fitted(painter.name(), style.strong(), most), style.strong()));
        }
        if (parts.contains(LabelPart.EQUATION)) {
            Font font = lines.isEmpty() ? style.strong() : style.label();
            RichText.broken(Equation.inSymbols(fit, dates ? "t" : "x"), font, most).forEach(line -> lines.add(new RichText(line, font)));
        }
        var others = new ArrayList<String>();
        var second = new ArrayList<String>();
        if (parts.contains(LabelPart.R2) && fit.quality().r2().isPresent()) {
            second.add("R² = " + ValueText.share(fit.quality().r2().getAsDouble()) + (fit.curve().fittedOn().equals("y") ? "" : " of " + fit.curve().fittedOn()));
        }
        if (parts.contains(LabelPart.POINTS)) {
            second.add("n = " + series.points().size());
        }
        if (dates && parts.contains(LabelPart.EQUATION)) {
            second.add(series.rows().x().unitSentence());
        }
        if (!second.isEmpty()) {
            others.add(String.join(", ", second));
        }
        if (parts.contains(LabelPart.UNCERTAINTY)) {
            fit.coefficients().reversed().forEach(each -> others.add(each.name() + " = " + ValueText.withUncertainty(each.value(), Equation.standardError(each))));
        }
        if (parts.contains(LabelPart.BOUNDS)) {
            series.bounds().ifPresent(bounds -> {
                bounds.steepest().ifPresent(limit -> others.add("steepest " + line(limit, bounds)));
                bounds.shallowest().ifPresent(limit -> others.add("shallowest " + line(limit, bounds)));
            });
        }
        others.forEach(line -> lines.add(new RichText(line, lines.isEmpty() ? style.strong() : style.label())));
        return lines;
    }

    private static String line(Bounds.Limit limit, Bounds bounds) {
        double slopes = bounds.slopeHalfRange().orElse(0) / 10;
        double intercepts = bounds.intercepts().map(range -> (range.high() - range.low()) / 20).orElse(0.0);
        return "y = " + new Line().form(name -> name.equals("a") ? ValueText.rounded(limit.intercept(), digits(intercepts)) : ValueText.rounded(limit.slope(), digits(slopes)), "x", Curve.Notation.TYPESET);
    }

    private static OptionalDouble digits(double uncertainty) {
        return uncertainty > 0 ? OptionalDouble.of(uncertainty) : OptionalDouble.empty();
    }

    /// Places along the curve from its right end to its left, close to it first; above it for a series that lies above
    /// the others there, else below it.
    private List<Rectangle2D> beside(SeriesPainter painter, List<SeriesAnalysis> all, SeriesAnalysis series, Fit fit, List<RichText> lines) {
        double width = lines.stream().mapToDouble(RichText::width).max().orElseThrow();
        double height = lines.size() * style.length(LABEL_LINE) + style.length(2);
        Plot plot = painter.plot();
        double[] reach = painter.reach();
        double middle = reach[0] / 2 + reach[1] / 2;
        boolean top = all.size() > 1 && all.stream().flatMap(each -> each.fit().stream())
                .allMatch(other -> other.function().at(middle) <= fit.function().at(middle));
        var places = new ArrayList<Rectangle2D>();
        double from = plot.pxWithin(reach[0]);
        double to = plot.pxWithin(reach[1]);
        for (double away : new double[] {7, 14, 24, 40}) {
            for (double along = 0.95; along > 0.04; along -= 0.05) {
                double right = from + (to - from) * along;
                double x = Math.min(right, area.getMaxX() - 4) - width;
                double a = plot.pyWithin(fit.function().at(value(plot, x)));
                double b = plot.pyWithin(fit.function().at(value(plot, x + width)));
                var above = new Rectangle2D.Double(x, Math.min(a, b) - style.length(away) - height, width, height);
                var below = new Rectangle2D.Double(x, Math.max(a, b) + style.length(away), width, height);
                places.add(top ? above : below);
                places.add(top ? below : above);
            }
        }
        return places;
    }

    private double value(Plot plot, double px) {
        return plot.x().value((px - area.getX()) / area.getWidth());
    }
}
