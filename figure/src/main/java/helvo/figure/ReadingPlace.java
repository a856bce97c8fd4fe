package helvo.figure;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.ErrorBars;
import helvo.core.fit.Fit;
import helvo.core.look.FigureLook;
import helvo.core.look.Note;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/// Where a reading lies on its curve.
record ReadingPlace(double x, double y) {
    private static final int STEPS = 400;

    /// @return empty where the curve has no value, or does not reach the y within one span of x on either side of the points
    static Optional<ReadingPlace> of(Note.Drop drop, SeriesAnalysis series) {
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
        double[][] ranges = {{data.least(), data.greatest()}, {data.greatest(), data.greatest() + span}, {data.least(), data.least() - span}};
        for (double[] range : ranges) {
            OptionalDouble x = crossing(fit, drop.at(), range[0], range[1]);
            if (x.isPresent()) {
                return Optional.of(new ReadingPlace(x.getAsDouble(), drop.at()));
            }
        }
        return Optional.empty();
    }

    /// Those that axes and curve reach out to.
    static List<ReadingPlace> widening(FigureLook look, SeriesAnalysis series) {
        return look.notes().stream().filter(note -> note instanceof Note.Drop drop && drop.widens() && drop.series().equals(series.key()))
                .flatMap(note -> of((Note.Drop) note, series).stream()).toList();
    }

    /// The first x of a range where the curve reaches a y, by bisection between the ends of a step that it crosses in.
    static OptionalDouble crossing(Fit fit, double y, double from, double to) {
        double lastX = from;
        double last = fit.function().at(from) - y;
        for (int i = 1; i <= STEPS; i++) {
            double x = from + (to - from) * i / STEPS;
            double value = fit.function().at(x) - y;
            if (last == 0) {
                return OptionalDouble.of(lastX);
            }
            if (last * value < 0) {
                return OptionalDouble.of(bisected(fit, y, lastX, x, last));
            }
            lastX = x;
            last = value;
        }
        return last == 0 ? OptionalDouble.of(lastX) : OptionalDouble.empty();
    }

    private static double bisected(Fit fit, double y, double low, double high, double atLow) {
        double a = low;
        double b = high;
        for (int i = 0; i < 200 && a != b; i++) {
            double middle = a / 2 + b / 2;
            if (middle == a || middle == b) {
                break;
            }
            if ((fit.function().at(middle) - y) * atLow > 0) {
                a = middle;
            } else {
                b = middle;
            }
        }
        return a / 2 + b / 2;
    }
}
