package helvo.figure.layout;

import helvo.figure.scale.Axis;
import java.awt.geom.Rectangle2D;

/// A rectangle of the sheet with its two axes.
public record PlotArea(Rectangle2D area, Axis x, Axis y) {
    /// NaN for what a logarithmic axis cannot show.
    public double px(double value) {
        return area.getX() + x.fraction(value) * area.getWidth();
    }

    public double py(double value) {
        return area.getMaxY() - y.fraction(value) * area.getHeight();
    }

    /// What a logarithmic axis cannot show lies at its lower end.
    public double pxWithin(double value) {
        double px = px(value);
        return Double.isNaN(px) ? px(x.low()) : px;
    }

    public double pyWithin(double value) {
        double py = py(value);
        return Double.isNaN(py) ? py(y.low()) : py;
    }

    /// Whether a straight line of values is straight on the sheet.
    public boolean isStraight() {
        return !x.isLogarithmic() && !y.isLogarithmic();
    }
}
