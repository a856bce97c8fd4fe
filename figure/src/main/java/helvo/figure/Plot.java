package helvo.figure;

import java.awt.geom.Rectangle2D;

/// A rectangle of the sheet with an axis along its foot and one along its left side.
record Plot(Rectangle2D area, Axis x, Axis y) {
    double px(double value) {
        return area.getX() + x.fraction(value) * area.getWidth();
    }

    double py(double value) {
        return area.getMaxY() - y.fraction(value) * area.getHeight();
    }
}
