package helvo.figure.layout;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Fit;
import helvo.core.numeric.RootFinder;
import helvo.core.points.ErrorBars;
import helvo.core.style.FigureStyle;
import helvo.core.style.Note;
import helvo.figure.scale.Extent;
import java.util.List;
import java.util.Optional;

/// The place of a reading on its curve.
public record ReadingPlace(double x, double y) {
    /// @return empty where the curve has no value, or does not reach the y within one span of x on either side of
    ///     the points
    public static Optional<ReadingPlace> of(Note.ReadingMarker drop, SeriesAnalysis series) {
        if (series.fit().isEmpty()) {
            return Optional.empty();
        }
        Fit fit = series.fit().get();
        if (!drop.fromY()) {
            double y = fit.function().at(drop.at());
            return Double.isFinite(y) ? Optional.of(new ReadingPlace(drop.at(), y)) : Optional.empty();
        }
        var data = new Extent();
        data.take(series.points().x(), ErrorBars.NONE);
        double span = data.greatest() - data.least();
        double[][] ranges = {
            {data.least(), data.greatest()},
            {data.greatest(), data.greatest() + span},
            {data.least(), data.least() - span}
        };
        for (double[] range : ranges) {
            List<Double> x = RootFinder.in(at -> fit.function().at(at) - drop.at(), range[0], range[1]);
            if (!x.isEmpty()) {
                return Optional.of(new ReadingPlace(x.getFirst(), drop.at()));
            }
        }
        return Optional.empty();
    }

    /// Those that axes and curve reach out to.
    public static List<ReadingPlace> widening(FigureStyle style, SeriesAnalysis series) {
        return style.notes().stream()
                .filter(note -> note instanceof Note.ReadingMarker drop
                        && drop.extendsAxes()
                        && drop.series().equals(series.key()))
                .flatMap(note -> of((Note.ReadingMarker) note, series).stream())
                .toList();
    }
}
