package helvo.figure.canvas;

import java.awt.Shape;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;

/// Marker shapes, so that no two series differ by colour alone. All cover about the same area.
public enum Marker {
    CIRCLE,
    DIAMOND,
    SQUARE,
    TRIANGLE,
    PENTAGON,
    TRIANGLE_DOWN,
    STAR,
    CROSS;

    public Shape at(double x, double y, double r) {
        return switch (this) {
            case CIRCLE -> new Ellipse2D.Double(x - r, y - r, 2 * r, 2 * r);
            case SQUARE -> new Rectangle2D.Double(x - 0.88 * r, y - 0.88 * r, 1.76 * r, 1.76 * r);
            case DIAMOND -> polygon(x, y, 1.26 * r, 4, -90);
            case TRIANGLE -> polygon(x, y + 0.15 * r, 1.42 * r, 3, -90);
            case TRIANGLE_DOWN -> polygon(x, y - 0.15 * r, 1.42 * r, 3, 90);
            case PENTAGON -> polygon(x, y, 1.14 * r, 5, -90);
            case STAR -> star(x, y, 1.4 * r);
            case CROSS -> cross(x, y, 1.15 * r);
        };
    }

    private static Path2D polygon(double x, double y, double r, int corners, double from) {
        var path = new Path2D.Double();
        for (int i = 0; i < corners; i++) {
            double angle = Math.toRadians(from + 360.0 * i / corners);
            step(path, i, x + r * Math.cos(angle), y + r * Math.sin(angle));
        }
        path.closePath();
        return path;
    }

    private static Path2D star(double x, double y, double r) {
        var path = new Path2D.Double();
        for (int i = 0; i < 10; i++) {
            double angle = Math.toRadians(-90 + 36.0 * i);
            double reach = i % 2 == 0 ? r : 0.5 * r;
            step(path, i, x + reach * Math.cos(angle), y + reach * Math.sin(angle));
        }
        path.closePath();
        return path;
    }

    private static Path2D cross(double x, double y, double r) {
        double w = 0.36 * r;
        double[][] corners = {
            {-w, -r}, {w, -r}, {w, -w}, {r, -w}, {r, w}, {w, w}, {w, r}, {-w, r}, {-w, w}, {-r, w}, {-r, -w}, {-w, -w}
        };
        var path = new Path2D.Double();
        for (int i = 0; i < corners.length; i++) {
            step(path, i, x + corners[i][0], y + corners[i][1]);
        }
        path.closePath();
        return path;
    }

    private static void step(Path2D path, int i, double x, double y) {
        if (i == 0) {
            path.moveTo(x, y);
        } else {
            path.lineTo(x, y);
        }
    }
}
