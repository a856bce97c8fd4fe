package helvo.figure;

import java.awt.geom.Rectangle2D;

/// A rectangle of the sheet with an axis along its foot and one along its left side.
record Plot(Rectangle2D area, Axis x, Axis y) {
    /// NaN for what a logarithmic axis cannot show.
    double px(double value) {
        return area.getX() + x.fraction(value) * area.getWidth();
    }

    double py(double value) {
        return area.getMaxY() - y.fraction(value) * area.getHeight();
    }

    /// What a logarithmic axis cannot show lies at its lower end.
    double pxWithin(double value) {
        double px = px(value);
        return Double.isNaN(px) ? px(x.low()) : px;
    }

    double pyWithin(double value) {
        double py = py(value);
        return Double.isNaN(py) ? py(y.low()) : py;
    }

    /// Whether a straight line of values is straight on the sheet.
    boolean isStraight() {
        return !logarithmic(x) && !logarithmic(y);
    }

    private static boolean logarithmic(Axis axis) {
        return axis instanceof LogScale || axis instanceof Reversed(LogScale _);
    }
}
