package helvo.desktop;

import helvo.core.fit.Fit;
import helvo.core.fit.Points;
import java.util.DoubleSummaryStatistics;
import java.util.stream.IntStream;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;

/// A small picture of points and the curve through them, without axes.
final class FitPicture extends Canvas {
    /// Points enough for a picture of this size.
    private static final int MOST_POINTS = 150;
    private static final int STEPS = 70;

    /// A dot of four pixels: to copy it takes a tenth of the time of a circle's outline.
    private static final WritableImage DOT = dot(Color.web("#A9A5B1"));

    private DoubleSummaryStatistics xs;
    private DoubleSummaryStatistics ys;

    FitPicture(double width, double height) {
        super(width, height);
    }

    private static WritableImage dot(Color color) {
        var dot = new WritableImage(4, 4);
        double[] strength = {0.5, 1, 1, 0.5};
        for (int y = 0; y < 4; y++) {
            for (int x = 0; x < 4; x++) {
                dot.getPixelWriter().setColor(x, y, Color.color(color.getRed(), color.getGreen(), color.getBlue(), strength[x] == 1 || strength[y] == 1 ? Math.min(1, strength[x] + strength[y] - 0.5) : 0.3));
            }
        }
        return dot;
    }

    void show(Points points, Fit fit, String color) {
        int step = Math.max(1, points.size() / MOST_POINTS);
        xs = extent(points.x(), step);
        ys = extent(points.y(), step);
        GraphicsContext g = getGraphicsContext2D();
        g.clearRect(0, 0, getWidth(), getHeight());
        for (int i = 0; i < points.size(); i += step) {
            g.drawImage(DOT, Math.rint(across(points.x()[i]) - 2), Math.rint(up(points.y()[i]) - 2));
        }
        g.setStroke(Color.web(color));
        g.setLineWidth(1.5);
        g.beginPath();
        int steps = fit.curve().isStraight() ? 1 : STEPS;
        for (int i = 0; i <= steps; i++) {
            double x = xs.getMin() + (xs.getMax() - xs.getMin()) * i / steps;
            double y = Math.clamp(up(fit.function().at(x)), -getHeight(), 2 * getHeight());
            if (i == 0) {
                g.moveTo(across(x), y);
            } else {
                g.lineTo(across(x), y);
            }
        }
        g.stroke();
    }

    /// Of the points that are drawn.
    private static DoubleSummaryStatistics extent(double[] values, int step) {
        return IntStream.iterate(0, i -> i < values.length, i -> i + step).mapToDouble(i -> values[i]).summaryStatistics();
    }

    private double across(double x) {
        return 4 + (getWidth() - 8) * fraction(x, xs);
    }

    private double up(double y) {
        return getHeight() - 5 - (getHeight() - 10) * fraction(y, ys);
    }

    private static double fraction(double value, DoubleSummaryStatistics of) {
        return of.getMax() > of.getMin() ? (value / 2 - of.getMin() / 2) / (of.getMax() / 2 - of.getMin() / 2) : 0.5;
    }
}
