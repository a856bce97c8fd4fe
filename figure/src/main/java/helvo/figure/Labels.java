package helvo.figure;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.bounds.Bounds;
import helvo.core.curve.Curve;
import helvo.core.curve.Line;
import helvo.core.fit.Fit;
import helvo.core.look.CurveLook.LabelPart;
import helvo.core.look.CurveLook.Spot;
import helvo.core.look.SeriesLook;
import helvo.core.number.NumberFormat;
import helvo.core.readout.Equation;
import java.awt.Color;
import java.awt.Font;
import java.awt.geom.Rectangle2D;
import java.awt.geom.RoundRectangle2D;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;

/// Places the legend and the curves' labels, where a person put them, else where no point lies; then draws them.
final class Labels {
    private static final double LINE = 13;
    private static final double LABEL_LINE = 11;
    private static final int MOST_ROWS = 3;
    /// Parts of the plot's width that a label may take; narrower where the wider would cover something.
    private static final double[] SHARES = {0.8, 0.6, 0.45};

    private final Pen pen;
    private final Style style;
    private final Rectangle2D area;
    private final Occupancy occupancy;
    private final List<FigureLayout.Part> parts;
    private final List<Runnable> drawings = new ArrayList<>();
    private boolean legendCovers;

    Labels(Pen pen, Style style, Rectangle2D area, Occupancy occupancy, List<FigureLayout.Part> parts) {
        this.pen = pen;
        this.style = style;
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

    /// @param painters of the series that it has, in its order
    void legend(List<SeriesPainter> painters, Optional<Spot> at) {
        Font font = style.label();
        double line = style.length(LINE);
        double most = Math.clamp(style.length(140), area.getWidth() * 0.45, area.getWidth() * 0.7);
        List<String> names = painters.stream().map(each -> RichText.fitted(each.name(), font, most - style.length(34))).toList();
        int fitting = (int) Math.max(1, Math.min(names.size(), (area.getHeight() - style.length(20)) / line));
        double width = style.length(30) + names.stream().mapToDouble(name -> new RichText(name, font).width()).max().orElse(0);
        double height = fitting * line + style.length(8);
        Occupancy.Place place = place(at, width, height, corners(width, height));
        legendCovers = place.cost() > 0;
        occupancy.take(place);
        drawings.add(() -> legend(painters, names.subList(0, fitting), place.at()));
    }

    /// In rows above the plot.
    ///
    /// @param middle of the rows; `most` as long as they may be
    void legendAbove(List<SeriesPainter> painters, double middle, double top, double most) {
        List<List<Entry>> rows = rows(painters.stream().map(SeriesPainter::name).toList(), style, most);
        drawings.add(() -> {
            int next = 0;
            for (int r = 0; r < rows.size(); r++) {
                double x = middle - length(rows.get(r)) / 2;
                double y = top + r * style.length(LINE);
                parts.add(new FigureLayout.Part(new Thing.Legend(), new Rectangle2D.Double(x, y, length(rows.get(r)), style.length(LINE))));
                for (Entry entry : rows.get(r)) {
                    entry(painters.get(next++), entry.name, x, y, entry.width);
                    x += entry.width;
                }
            }
        });
    }

    /// How tall the rows of a legend above the plot are.
    ///
    /// @param most as long as they may be
    static double rowsAbove(List<String> names, Style style, double most) {
        return rows(names, style, most).size() * style.length(LINE);
    }

    private record Entry(String name, double width) {}

    private static double length(List<Entry> row) {
        return row.stream().mapToDouble(Entry::width).sum();
    }

    /// The last of a row that may not be followed by another says how many more there are.
    private static List<List<Entry>> rows(List<String> names, Style style, double most) {
        var rows = new ArrayList<List<Entry>>();
        double used = most;
        for (int i = 0; i < names.size(); i++) {
            Entry entry = entry(names.get(i), style, most);
            if (used + entry.width > most) {
                if (rows.size() == MOST_ROWS) {
                    int more = names.size() - i + 1;
                    rows.getLast().set(rows.getLast().size() - 1, entry("and " + more + " more", style, most));
                    return rows;
                }
                rows.add(new ArrayList<>());
                used = 0;
            }
            rows.getLast().add(entry);
            used += entry.width;
        }
        return rows;
    }

    private static Entry entry(String name, Style style, double most) {
        String fitted = RichText.fitted(name, style.label(), most - style.length(36));
        return new Entry(fitted, new RichText(fitted, style.label()).width() + style.length(36));
    }

    /// @param names of as many of the series as there is room for
    private void legend(List<SeriesPainter> painters, List<String> names, Rectangle2D place) {
        double line = style.length(LINE);
        var box = new RoundRectangle2D.Double(place.getX(), place.getY(), place.getWidth(), place.getHeight(), style.length(4), style.length(4));
        pen.fill(box, new Color(255, 255, 255, 235));
        pen.draw(box, Inks.RULE, style.weight(0.7));
        parts.add(new FigureLayout.Part(new Thing.Legend(), place));
        for (int i = 0; i < names.size(); i++) {
            SeriesPainter painter = painters.get(i);
            double top = place.getY() + style.length(4) + line * i;
            String name = i == names.size() - 1 && i < painters.size() - 1 ? "and " + (painters.size() - i) + " more" : names.get(i);
            entry(painter, name, place.getX(), top, place.getWidth());
        }
    }

    private void entry(SeriesPainter painter, String name, double x, double top, double width) {
        double line = style.length(LINE);
        sample(painter, x + style.length(12), top + line / 2);
        new RichText(name, style.label()).draw(pen, Inks.INK, x + style.length(22), top + line / 2 + style.length(3.1), 0);
        parts.add(new FigureLayout.Part(new Thing.LegendEntry(painter.series().key()), new Rectangle2D.Double(x, top, width, line)));
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
    private Occupancy.Place place(Optional<Spot> at, double width, double height, List<Rectangle2D> wished) {
        if (at.isEmpty()) {
            return occupancy.best(wished);
        }
        double x = area.getX() + at.get().across() * area.getWidth();
        double y = area.getY() + at.get().down() * area.getHeight();
        return new Occupancy.Place(new Rectangle2D.Double(Math.clamp(x, area.getMinX(), Math.max(area.getMinX(), area.getMaxX() - width)),
                Math.clamp(y, area.getMinY(), Math.max(area.getMinY(), area.getMaxY() - height)), width, height), 0);
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
    void curve(SeriesPainter painter, List<SeriesAnalysis> all) {
        Fit fit = painter.series().fit().orElseThrow();
        List<RichText> chosen = List.of();
        Occupancy.Place place = null;
        for (int i = 0; i < SHARES.length && (place == null || place.cost() > 0); i++) {
            List<RichText> lines = lines(painter, fit, area.getWidth() * SHARES[i]);
            Optional<Occupancy.Place> of = lines.size() > chosen.size() ? Optional.of(place(painter, all, fit, lines)) : Optional.empty();
            if (of.isPresent() && (place == null || of.get().cost() < place.cost())) {
                place = of.get();
                chosen = lines;
            }
        }
        if (place == null) {
            return;
        }
        occupancy.take(place);
        List<RichText> lines = chosen;
        Rectangle2D at = place.at();
        drawings.add(() -> curve(painter, lines, at));
    }

    private Occupancy.Place place(SeriesPainter painter, List<SeriesAnalysis> all, Fit fit, List<RichText> lines) {
        double width = lines.stream().mapToDouble(RichText::width).max().orElseThrow();
        double height = lines.size() * style.length(LABEL_LINE) + style.length(2);
        return place(painter.curveLook().labelAt(), width, height, beside(painter, all, fit, width, height));
    }

    private void curve(SeriesPainter painter, List<RichText> lines, Rectangle2D place) {
        Color color = painter.curveLook().color().isPresent() ? painter.curveColor() : painter.color();
        for (int i = 0; i < lines.size(); i++) {
            lines.get(i).draw(pen, color, place.getX(), place.getY() + style.length(9.5) + i * style.length(LABEL_LINE), 0);
        }
        parts.add(new FigureLayout.Part(new Thing.CurveLabel(painter.series().key()), place));
    }

    /// @param most as wide as the label may be; a longer equation is broken
    private List<RichText> lines(SeriesPainter painter, Fit fit, double most) {
        SeriesAnalysis series = painter.series();
        boolean dates = series.rows().x().time().isPresent();
        Set<LabelPart> parts = painter.curveLook().label();
        var lines = new ArrayList<RichText>();
        NumberFormat numbers = style.numbers();
        if (parts.contains(LabelPart.NAME)) {
            lines.add(new RichText(RichText.fitted(painter.name(), style.strong(), most), style.strong()));
        }
        if (parts.contains(LabelPart.EQUATION)) {
            Font font = lines.isEmpty() ? style.strong() : style.label();
            var equation = new Equation(painter.equation(), numbers);
            String x = dates ? "t" : "x";
            RichText.broken(equation.inSymbols(x), font, most).forEach(line -> lines.add(new RichText(line, font)));
            equation.where(x).ifPresent(where -> lines.add(new RichText(where, style.label())));
        }
        var others = new ArrayList<String>();
        var second = new ArrayList<String>();
        if (parts.contains(LabelPart.R2) && fit.quality().r2().isPresent()) {
            second.add("R² = " + numbers.share(fit.quality().r2().getAsDouble()) + (fit.curve().fittedOn().equals("y") ? "" : " of " + fit.curve().fittedOn()));
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
            fit.coefficients().reversed().forEach(each -> others.add(each.name() + " = " + numbers.withUncertainty(each.value(), Equation.standardError(each))));
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

    private String line(Bounds.Limit limit, Bounds bounds) {
        NumberFormat numbers = style.numbers();
        double slopes = bounds.slopeHalfRange().orElse(0) / 10;
        double intercepts = bounds.intercepts().map(range -> (range.high() - range.low()) / 20).orElse(0.0);
        return "y = " + new Line().form(name -> name.equals("a") ? numbers.rounded(limit.intercept(), digits(intercepts)) : numbers.rounded(limit.slope(), digits(slopes)), "x", Curve.Notation.TYPESET);
    }

    private static OptionalDouble digits(double uncertainty) {
        return uncertainty > 0 ? OptionalDouble.of(uncertainty) : OptionalDouble.empty();
    }

    /// Places along the curve from its right end to its left, close to it first; above it for a series that lies above
    /// the others there, else below it.
    private List<Rectangle2D> beside(SeriesPainter painter, List<SeriesAnalysis> all, Fit fit, double width, double height) {
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
