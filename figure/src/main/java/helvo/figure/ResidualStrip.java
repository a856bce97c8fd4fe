package helvo.figure;

import helvo.core.Progress;
import helvo.core.Phrase;
import helvo.core.fit.Residuals;
import java.awt.geom.Rectangle2D;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/// Draws the residuals under the figure, over the same x axis.
final class ResidualStrip {
    private final Pen pen;
    private final Style style;
    private final Plot plot;
    private final List<SeriesPainter> painters;

    ResidualStrip(Pen pen, Style style, Rectangle2D area, Axis x, List<SeriesPainter> painters) {
        this.pen = pen;
        this.style = style;
        this.painters = painters;
        double greatest = 0;
        for (SeriesPainter painter : painters) {
            for (double residual : painter.series().residuals().map(Residuals::raw).orElse(new double[0])) {
                greatest = Math.max(greatest, Math.abs(residual));
            }
        }
        plot = new Plot(area, x, AxisScale.symmetric(greatest));
    }

    void draw(double titleBaseline, Progress progress) {
        Rectangle2D area = plot.area();
        pen.fill(area, Inks.STRIP);
        for (double tick : plot.x().ticks()) {
            pen.line(plot.px(tick), area.getMinY(), plot.px(tick), area.getMaxY(), Inks.GRID, style.weight(0.5));
        }
        double zero = plot.py(0);
        pen.line(area.getMinX(), zero, area.getMaxX(), zero, Inks.MUTED, style.weight(0.8));
        pen.line(area.getMinX(), area.getMinY(), area.getMinX(), area.getMaxY(), Inks.AXIS, style.weight(0.9));
        for (double tick : plot.y().ticks()) {
            String label = tick > 0 ? "+" + plot.y().label(tick, style.numbers()) : plot.y().label(tick, style.numbers());
            pen.line(area.getMinX() - style.length(4), plot.py(tick), area.getMinX(), plot.py(tick), Inks.AXIS, style.weight(0.9));
            pen.text(label, style.label(), Inks.MUTED, area.getMinX() - style.length(7), plot.py(tick) + style.length(3), 1);
        }
        String unit = painters.getFirst().series().rows().y().unit();
        String factor = plot.y().context();
        boolean onLogs = painters.stream().anyMatch(each -> !each.series().chosen().curve().fittedOn().equals("y"));
        String title = onLogs ? "Residual of ln y" : "Residual"
                + (unit.isEmpty() && factor.isEmpty() ? "" : " (" + (factor + " " + unit).strip() + ")");
        List<String> titleLines = RichText.lines(title, style.label(), area.getHeight() + style.length(40));
        for (int i = 0; i < titleLines.size(); i++) {
            pen.rising(titleLines.get(i), style.label(), Inks.MUTED, titleBaseline + i * style.length(10), area.getCenterY());
        }
        pen.clipped(new Rectangle2D.Double(area.getX() - 1, area.getY() - 4, area.getWidth() + 2, area.getHeight() + 8), () -> {
            for (SeriesPainter painter : painters) {
                painter.series().residuals().filter(_ -> !painter.look().hidden())
                        .ifPresent(residuals -> points(residuals, painter, aside(painter), progress));
            }
        });
        pen.text(check(area.getWidth()), style.small(), Inks.MUTED, area.getMaxX(), area.getMaxY() + style.length(12), 1);
    }

    /// What the residuals' order says, as much of it as fits in a line.
    private String check(double width) {
        List<SeriesPainter> checked = painters.stream().filter(each -> each.series().runs().isPresent()).toList();
        String each = String.join(" · ", checked.stream().map(painter -> (painters.size() > 1 ? painter.name() + ": " : "Runs check: ")
                + style.numbers().p(painter.series().runs().get().p().orElseThrow()) + ", "
                + painter.series().runs().get().says()).toList());
        List<String> seen = checked.stream().filter(painter -> painter.series().runs().get().warns()).map(SeriesPainter::name).toList();
        String named = seen.isEmpty() ? "No pattern seen in any series" : "A pattern is left in " + String.join(", ", seen);
        String counted = seen.isEmpty() ? "No pattern seen"
                : Phrase.of("A pattern is left in %d of %d series", seen.size(), checked.size());
        return Stream.of(each, named, counted).filter(text -> Typeface.width(style.small(), text) <= width).findFirst().orElse("");
    }

    /// Series of few points stand side by side.
    private double aside(SeriesPainter painter) {
        int count = painters.size();
        boolean few = count <= 4 && painter.series().points().size() <= 150;
        return few ? (painters.indexOf(painter) - (count - 1) / 2.0) * style.length(3.2) : 0;
    }

    FigureLayout.Strip layout() {
        return new FigureLayout.Strip(plot.area(), plot.y(),
                painters.stream().collect(Collectors.toMap(each -> each.series().key(), this::aside)));
    }

    /// @param aside how far series move apart, so that points at the same x do not hide one another
    private void points(Residuals residuals, SeriesPainter painter, double aside, Progress progress) {
        double[] x = residuals.points().x();
        double[] raw = residuals.raw();
        if (PointCloud.serves(pen, raw.length)) {
            PointCloud.draw(pen, plot, x, raw, painter.marker(), painter.radius(), painter.color(), 1, progress);
            return;
        }
        double r = Math.min(style.length(2.5), painter.radius());
        double zero = plot.py(0);
        for (int i = 0; i < raw.length; i++) {
            double px = plot.px(x[i]) + aside;
            double py = plot.py(raw[i]);
            if (Double.isNaN(px)) {
                continue;
            }
            if (raw.length <= 150) {
                pen.line(px, zero, px, py, painter.color(), style.weight(0.8));
            }
            if (painter.opacity() == 0 && painter.look().strength().isEmpty()) {
                pen.fill(painter.marker().at(px, py, r), Inks.SHEET);
                pen.draw(painter.marker().at(px, py, r), painter.color(), style.weight(0.8));
                continue;
            }
            pen.fill(painter.marker().at(px, py, r), painter.colors().isPresent() && raw.length == painter.series().points().size()
                    ? painter.colors().get().at(i) : painter.color());
        }
    }
}
