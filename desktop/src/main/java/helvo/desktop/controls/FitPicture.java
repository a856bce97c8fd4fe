package helvo.desktop.controls;

import helvo.core.fit.Fit;
import helvo.core.points.Points;
import helvo.desktop.theme.ColorTheme;
import helvo.desktop.theme.Themes;
import java.util.DoubleSummaryStatistics;
import java.util.EnumMap;
import java.util.Map;
import java.util.stream.IntStream;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;

/// A small picture of points and the curve through them with the residuals beneath, without axes.
public final class FitPicture extends Canvas {
    /// Points enough for a picture of this size.
    private static final int MAX_POINTS = 150;
    private static final int STEPS = 70;

    /// A dot of four pixels: to copy it takes a tenth of the time of a circle's outline.
    private static final Map<ColorTheme, WritableImage> DOTS = new EnumMap<>(ColorTheme.class);

    /// How tall the part with the residuals is.
    private static final double RESIDUALS = 19;

    private Points points;
    private Fit fit;
    private Color color;
    private DoubleSummaryStatistics xs;
    private DoubleSummaryStatistics ys;

    @SuppressWarnings("NullAway.Init") // set before they are read
    public FitPicture(double width, double height) {
        super(width, height);
        Themes.follow(this, this::draw);
    }

    private static WritableImage dot(Color color) {
        var dot = new WritableImage(4, 4);
        double[] strength = {0.5, 1, 1, 0.5};
        for (int y = 0; y < 4; y++) {
            for (int x = 0; x < 4; x++) {
                dot.getPixelWriter()
                        .setColor(
                                x,
                                y,
                                Color.color(
                                        color.getRed(),
                                        color.getGreen(),
                                        color.getBlue(),
                                        strength[x] == 1 || strength[y] == 1
                                                ? Math.min(1, strength[x] + strength[y] - 0.5)
                                                : 0.3));
            }
        }
        return dot;
    }

    /// Takes another size and draws what it shows again.
    public void resizeTo(double width, double height) {
        setWidth(width);
        setHeight(height);
        draw();
    }

    public void show(Points of, Fit through, Color inColor) {
        points = of;
        fit = through;
        color = inColor;
        draw();
    }

    private void draw() {
        if (points == null) {
            return;
        }
        ColorTheme theme = Themes.inUse().get();
        Color line = theme.legible(color, "card");
        WritableImage point = DOTS.computeIfAbsent(theme, each -> dot(each.color("dot")));
        int step = Math.max(1, points.size() / MAX_POINTS);
        xs = extent(points.x(), step);
        ys = extent(points.y(), step);
        GraphicsContext g = getGraphicsContext2D();
        g.clearRect(0, 0, getWidth(), getHeight());
        for (int i = 0; i < points.size(); i += step) {
            g.drawImage(point, Math.rint(across(points.x()[i]) - 2), Math.rint(up(points.y()[i]) - 2));
        }
        g.setStroke(line);
        g.setLineWidth(1.5);
        g.beginPath();
        int steps = fit.curve().isStraight() ? 1 : STEPS;
        for (int i = 0; i <= steps; i++) {
            double x = xs.getMin() + (xs.getMax() - xs.getMin()) * i / steps;
            double y = Math.clamp(up(fit.function().at(x)), -getHeight(), upper() + 4);
            if (i == 0) {
                g.moveTo(across(x), y);
            } else {
                g.lineTo(across(x), y);
            }
        }
        g.stroke();
        residuals(g, step, theme.color("zero"), line);
    }

    /// Beneath the curve, each as a stroke from zero; all cards of a series in one scale, that of the scatter about
    /// the mean.
    private void residuals(GraphicsContext g, int step, Color zero, Color line) {
        double middle = Math.rint(getHeight() - RESIDUALS / 2) + 0.5;
        double reach = (ys.getMax() - ys.getMin()) / 4;
        g.setStroke(zero);
        g.setLineWidth(1);
        g.strokeLine(2, middle, getWidth() - 2, middle);
        g.setStroke(line);
        for (int i = 0; i < points.size() && reach > 0; i += step) {
            double residual = fit.uses(points.x()[i], points.y()[i])
                    ? fit.function().residual(points.x()[i], points.y()[i])
                    : Double.NaN;
            if (Double.isFinite(residual)) {
                double x = Math.rint(across(points.x()[i])) + 0.5;
                g.strokeLine(x, middle, x, middle - Math.clamp(residual / reach, -1, 1) * (RESIDUALS / 2 - 1));
            }
        }
    }

    /// How tall the part with the curve is.
    private double upper() {
        return getHeight() - RESIDUALS;
    }

    /// Of the points that are drawn.
    private static DoubleSummaryStatistics extent(double[] values, int step) {
        return IntStream.iterate(0, i -> i < values.length, i -> i + step)
                .mapToDouble(i -> values[i])
                .summaryStatistics();
    }

    private double across(double x) {
        return 4 + (getWidth() - 8) * fraction(x, xs);
    }

    private double up(double y) {
        return upper() - 3 - (upper() - 7) * fraction(y, ys);
    }

    private static double fraction(double value, DoubleSummaryStatistics of) {
        return of.getMax() > of.getMin() ? (value / 2 - of.getMin() / 2) / (of.getMax() / 2 - of.getMin() / 2) : 0.5;
    }
}
