package helvo.figure;

import helvo.core.Progress;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Residuals;
import helvo.core.number.ValueText;
import java.awt.Font;
import java.awt.geom.Rectangle2D;
import java.util.List;

/// Draws the residuals under the figure, over the same x axis.
final class ResidualStrip {
    private final Pen pen;
    private final Plot plot;
    private final Font font;

    ResidualStrip(Pen pen, Rectangle2D area, Axis x, List<SeriesAnalysis> series, Font font) {
        this.pen = pen;
        this.font = font;
        double greatest = 0;
        for (SeriesAnalysis each : series) {
            for (double residual : each.residuals().map(Residuals::raw).orElse(new double[0])) {
                greatest = Math.max(greatest, Math.abs(residual));
            }
        }
        plot = new Plot(area, x, AxisScale.symmetric(greatest));
    }

    void draw(FigureAnalysis figure, List<SeriesPainter> painters, double titleBaseline, Progress progress) {
        Rectangle2D area = plot.area();
        pen.fill(area, Inks.STRIP);
        for (double tick : plot.x().ticks()) {
            pen.line(plot.px(tick), area.getMinY(), plot.px(tick), area.getMaxY(), Inks.GRID, 0.5);
        }
        double zero = plot.py(0);
        pen.line(area.getMinX(), zero, area.getMaxX(), zero, Inks.MUTED, 0.8);
        pen.line(area.getMinX(), area.getMinY(), area.getMinX(), area.getMaxY(), Inks.AXIS, 0.9);
        for (double tick : plot.y().ticks()) {
            String label = tick > 0 ? "+" + plot.y().label(tick) : plot.y().label(tick);
            pen.line(area.getMinX() - 4, plot.py(tick), area.getMinX(), plot.py(tick), Inks.AXIS, 0.9);
            pen.text(label, font, Inks.MUTED, area.getMinX() - 7, plot.py(tick) + 3, 1);
        }
        String unit = figure.series().getFirst().rows().y().unit();
        String factor = plot.y().context();
        String title = "Residual" + (unit.isEmpty() && factor.isEmpty() ? "" : " (" + (factor + " " + unit).strip() + ")");
        pen.rising(Wrap.fitted(title, Typeface.REGULAR.at(9), area.getHeight() + 40), Typeface.REGULAR.at(9), Inks.MUTED, titleBaseline, area.getCenterY());
        for (int i = 0; i < painters.size(); i++) {
            SeriesPainter painter = painters.get(i);
            double aside = (i - (painters.size() - 1) / 2.0) * 3.2;
            figure.series().get(i).residuals().ifPresent(residuals -> points(residuals, painter, painters.size() <= 4 ? aside : 0, progress));
        }
        String check = String.join(" · ", figure.series().stream().filter(s -> s.runs().isPresent())
                .map(s -> (figure.series().size() > 1 ? s.label() + ": " : "Runs check: ") + ValueText.p(s.runs().get().p())
                        + ", " + s.runs().get().says()).toList());
        pen.text(Wrap.fitted(check, Typeface.REGULAR.at(8), area.getWidth()), Typeface.REGULAR.at(8), Inks.MUTED, area.getMaxX(), area.getMaxY() + 12, 1);
    }

    /// @param aside how far series move apart, so that points at the same x do not hide one another
    private void points(Residuals residuals, SeriesPainter painter, double aside, Progress progress) {
        double[] x = residuals.points().x();
        double[] raw = residuals.raw();
        if (PointCloud.serves(pen, raw.length)) {
            PointCloud.draw(pen, plot.area(), raw.length, new PointCloud.Place() {
                @Override
                public double x(int point) {
                    return plot.px(x[point]);
                }

                @Override
                public double y(int point) {
                    return plot.py(raw[point]);
                }
            }, painter.marker(), painter.radius(), painter.color(), progress);
            return;
        }
        double r = Math.min(2.5, painter.radius());
        double zero = plot.py(0);
        for (int i = 0; i < raw.length; i++) {
            double px = plot.px(x[i]) + (raw.length <= 150 ? aside : 0);
            double py = plot.py(raw[i]);
            if (raw.length <= 150) {
                pen.line(px, zero, px, py, painter.color(), 0.8);
            }
            pen.fill(painter.marker().at(px, py, r), painter.color());
        }
    }
}
