package helvo.desktop.curves;

import helvo.core.fit.TradeCurve;
import helvo.desktop.theme.Themes;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;

/// A small picture of what a curve of the trade looks like.
final class CurveSketch extends Canvas {
    private static final double WIDTH = 26;
    private static final double HEIGHT = 16;
    private static final int STEPS = 52;
    private static final double EDGE = 1.5;

    private final TradeCurve curve;

    CurveSketch(TradeCurve curve) {
        super(WIDTH, HEIGHT);
        this.curve = curve;
        Themes.follow(this, this::draw);
        draw();
    }

    private void draw() {
        GraphicsContext g = getGraphicsContext2D();
        g.clearRect(0, 0, WIDTH, HEIGHT);
        g.setStroke(Themes.inUse().get().color("dot"));
        g.setLineWidth(1.5);
        g.beginPath();
        for (int i = 1; i < STEPS; i++) {
            double x = (double) i / STEPS;
            double across = EDGE + x * (WIDTH - 2 * EDGE);
            double down = EDGE + (1 - Math.clamp(curve.sketch(x), 0, 1)) * (HEIGHT - 2 * EDGE);
            if (i == 1) {
                g.moveTo(across, down);
            } else {
                g.lineTo(across, down);
            }
        }
        g.stroke();
    }
}
