package helvo.desktop.figure;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.style.AxisPlace;
import helvo.core.table.SeriesKey;
import helvo.figure.layout.FigureLayout;
import helvo.figure.scale.Axis;
import java.math.BigDecimal;
import java.math.RoundingMode;

/// A place on the drawn figure that was pointed at, in points of the sheet, and what it is in units of the axes.
record PlaceOnFigure(FigureAnalysis figure, FigureLayout layout, double x, double y) {
    /// Whether it lies in the plot, between axes.
    boolean isInPlot() {
        return !layout.axes().isEmpty() && layout.plot().contains(x, y);
    }

    /// The x there, no more exact than it can be pointed at.
    double atX() {
        return rounded(layout.xAt(x), AxisPlace.X);
    }

    /// The y there, likewise.
    double atY(AxisPlace place) {
        return rounded(layout.yAt(place, y), place);
    }

    AxisPlace along(SeriesKey key) {
        return layout.along(figure, key);
    }

    /// A tenth of what an axis shows.
    double tenth(AxisPlace place) {
        return span(place) / 10;
    }

    private double span(AxisPlace place) {
        Axis axis = layout.axis(place);
        return Math.abs(axis.high() - axis.low());
    }

    /// A place that was pointed at is no more exact than a two hundredth of its axis.
    double rounded(double value, AxisPlace place) {
        int decimals = -(int) Math.floor(Math.log10(span(place) / 200));
        return Double.isFinite(value)
                ? new BigDecimal(value)
                        .setScale(decimals, RoundingMode.HALF_EVEN)
                        .doubleValue()
                : value;
    }
}
