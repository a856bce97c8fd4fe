package helvo.figure.layout;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.points.ErrorBars;
import helvo.core.style.CurveStyle;
import helvo.core.style.FigureStyle;
import helvo.figure.scale.Extent;

/// Where a curve begins and ends: by default the span of its own points, and as far as what is read off it.
public record CurveReach(double from, double to) {
    public static CurveReach of(FigureStyle style, SeriesAnalysis series) {
        CurveReach points = ofPoints(series);
        CurveStyle curve = style.curve(series.key());
        double first = curve.from().orElse(points.from);
        double last = curve.to().orElse(points.to);
        double from = Math.min(first, last);
        double to = Math.max(first, last);
        for (ReadingPlace read : ReadingPlace.widening(style, series)) {
            from = Math.min(from, read.x());
            to = Math.max(to, read.x());
        }
        return new CurveReach(from, to);
    }

    /// The span of a series' points.
    public static CurveReach ofPoints(SeriesAnalysis series) {
        var extent = new Extent();
        extent.take(series.points().x(), ErrorBars.NONE);
        return new CurveReach(extent.least(), extent.greatest());
    }
}
