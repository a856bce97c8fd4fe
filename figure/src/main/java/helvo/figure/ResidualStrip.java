package helvo.figure;

import helvo.core.Progress;
import helvo.core.fit.Residuals;
import java.awt.geom.Rectangle2D;
import java.util.List;

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
        String title = onLogs ? "Residual of ln y" : "Residual" + (unit.isEmpty() && factor.isEmpty() ? "" : " (" + (factor + " " + unit).strip() + ")");
        pen.rising(Wrap.fitted(title, style.label(), area.getHeight() + style.length(40)), style.label(), Inks.MUTED, titleBaseline, area.getCenterY());
        pen.clipped(new Rectangle2D.Double(area.getX() - 1, area.getY() - 4, area.getWidth() + 2, area.getHeight() + 8), () -> {
            for (int i = 0; i < painters.size(); i++) {
                SeriesPainter painter = painters.get(i);
                double aside = (i - (painters.size() - 1) / 2.0) * style.length(3.2);
                painter.series().residuals().filter(_ -> !painter.look().hidden())
                        .ifPresent(residuals -> points(residuals, painter, painters.size() <= 4 ? aside : 0, progress));
            }
        });
        String check = String.join(" · ", painters.stream().filter(each -> each.series().runs().isPresent())
                .map(each -> (painters.size() > 1 ? each.name() + ": " : "Runs check: ") + style.numbers().p(each.series().runs().get().p().orElseThrow())
                        + ", " + each.series().runs().get().says()).toList());
        pen.text(Wrap.fitted(check, style.small(), area.getWidth()), style.small(), Inks.MUTED, area.getMaxX(), area.getMaxY() + style.length(12), 1);
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
            double px = plot.px(x[i]) + (raw.length <= 150 ? aside : 0);
            double py = plot.py(raw[i]);
            if (Double.isNaN(px)) {
                continue;
            }
            if (raw.length <= 150) {
                pen.line(px, zero, px, py, painter.color(), style.weight(0.8));
            }
            pen.fill(painter.marker().at(px, py, r), painter.colors().isPresent() && raw.length == painter.series().points().size() ? painter.colors().get().at(i) : painter.color());
        }
    }
}
