package helvo.core.results;

import helvo.core.RootLocale;
import helvo.core.analysis.CoordinateColumn;
import helvo.core.analysis.CurveIntersection;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.FoundReading;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Fit;
import helvo.core.number.NumberNotation;
import helvo.core.numeric.Range;
import helvo.core.points.Weighting;
import helvo.core.prediction.Calibration;
import helvo.core.prediction.InverseReading;
import helvo.core.prediction.Reading;
import helvo.core.results.Results.Line;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/// The sentences about values read off a curve.
public final class ReadingsResults {
    /// Curves that meet more often than this run along one another.
    private static final int TOO_MANY = 5;
    /// What has no interval is told to this part of the data's span.
    private static final int SPAN_PARTS = 100;

    private final FigureAnalysis figure;
    private final NumberNotation numbers;

    public ReadingsResults(FigureAnalysis figure) {
        this.figure = figure;
        this.numbers = figure.numbers();
    }

    /// Those that are marked on the figure for a series.
    List<Line> of(SeriesAnalysis series) {
        var lines = new ArrayList<Line>();
        for (FoundReading found : figure.readings()) {
            if (found.note().series().equals(series.key())) {
                lines.addAll(
                        found.note().fromY()
                                ? solutionLines(
                                        series, found.note().at(), found.note().replicates(), found.when())
                                : at(series, found.fit(), found.note().at(), found.at()));
            }
        }
        lines.addAll(crossings(series));
        if (figure.readings().stream()
                .anyMatch(found -> found.note().series().equals(series.key())
                        && found.note().replicates() > 0)) {
            lines.addAll(calibration(series));
        }
        if (!lines.isEmpty()) {
            lines.addFirst(new Line.Heading("Readings"));
        }
        return lines;
    }

    /// "Load 55 → 11.5 ± 0.2 mm", and how far to trust it.
    public List<Line> at(SeriesAnalysis series, Fit fit, double x) {
        return at(series, fit, x, Reading.at(fit, series.points(), x));
    }

    private List<Line> at(SeriesAnalysis series, Fit fit, double x, Optional<Reading> found) {
        CoordinateColumn ofX = series.rows().x();
        CoordinateColumn ofY = series.rows().y();
        String label = ofX.symbol() + " " + shown(ofX, x);
        if (found.isEmpty()) {
            return List.of(new Line.Sentence(label + ": the curve has no value there.", true));
        }
        Reading reading = found.get();
        var lines = new ArrayList<Line>();
        lines.add(new Line.Quantity(
                label,
                numbers.withUncertainty(reading.value(), reading.meanHalf95()),
                ofY.unit(),
                numbers.exact(reading.value())
                        + (reading.meanHalf95().isPresent()
                                ? " ± " + numbers.exact(reading.meanHalf95().getAsDouble())
                                : ""),
                reading.meanHalf95().orElse(0) > 0 ? Results.HALF_95 + " of the mean" : ""));
        var text = new ArrayList<String>();
        reading.predictionHalf95()
                .ifPresent(half -> text.add(
                        RootLocale.format("± %s for one more measurement (95 %%)", numbers.uncertaintyAlone(half))));
        if (reading.predictionHalf95().isEmpty() && reading.meanHalf95().isPresent()) {
            text.add("for one more measurement it depends on its bar, since bars weigh");
        }
        series.bounds()
                .flatMap(bounds -> bounds.corridor(x))
                .filter(_ -> fit.curve().isStraight())
                .ifPresent(range -> text.add(RootLocale.format(
                        "lines within the bars reach from %s to %s",
                        limit(range.low(), range), limit(range.high(), range))));
        if (Double.isFinite(reading.slope()) && !fit.curve().isStraight()) {
            text.add("slope there " + numbers.significant(reading.slope(), 3));
        }
        if (!text.isEmpty()) {
            String joined = String.join("; ", text);
            lines.add(new Line.Sentence(Character.toUpperCase(joined.charAt(0)) + joined.substring(1) + ".", false));
        }
        beyond(reading.beyondPercent()).ifPresent(lines::add);
        return lines;
    }

    private String limit(double value, Range range) {
        double half = (range.high() - range.low()) / 2;
        return numbers.rounded(value, half > 0 ? OptionalDouble.of(half) : OptionalDouble.empty());
    }

    /// "Stretch 5 ← 23.0 N": every x at which the curve reaches it.
    ///
    /// @param measured how many measurements of an unknown y is the mean of; 0 for a y that is exact
    public List<Line> when(SeriesAnalysis series, Fit fit, double y, int measured) {
        return solutionLines(series, y, measured, InverseReading.at(fit, series.points(), y, measured));
    }

    private List<Line> solutionLines(SeriesAnalysis series, double y, int measured, List<InverseReading> solutions) {
        CoordinateColumn ofX = series.rows().x();
        String label = series.rows().y().symbol() + " " + shown(series.rows().y(), y)
                + (measured > 1 ? ", mean of " + measured : "");
        if (solutions.isEmpty()) {
            return List.of(new Line.Sentence(label + ": the curve never reaches it within reach of the data.", true));
        }
        var lines = new ArrayList<Line>();
        for (InverseReading solution : solutions) {
            boolean even = solution.low95().isPresent() && solution.high95().isPresent();
            double half =
                    even ? (solution.high95().getAsDouble() - solution.low95().getAsDouble()) / 2 : Double.NaN;
            String exact = numbers.exact(solution.value())
                    + (even
                            ? " (" + numbers.exact(solution.low95().getAsDouble()) + " to "
                                    + numbers.exact(solution.high95().getAsDouble()) + ")"
                            : "");
            String value = ofX.time().isPresent()
                    ? inside(ofX, solution.value(), even ? half : span(series) / SPAN_PARTS)
                    : numbers.withUncertainty(
                            solution.value(), half > 0 ? OptionalDouble.of(half) : OptionalDouble.empty());
            lines.add(new Line.Quantity(
                    label,
                    value,
                    ofX.time().isPresent() ? "" : ofX.unit(),
                    exact,
                    half > 0 && ofX.time().isEmpty() ? Results.HALF_95 : ""));
            if (even) {
                lines.add(new Line.Sentence(
                        RootLocale.format(
                                "95 %% between %s and %s%s.",
                                inside(ofX, solution.low95().getAsDouble(), half),
                                inside(ofX, solution.high95().getAsDouble(), half),
                                measured == 0
                                        ? ", for a y that is exact"
                                        : measured == 1
                                                ? ", for an unknown measured once"
                                                : RootLocale.format(
                                                        ", for the mean of %d measurements of an unknown", measured)),
                        false));
            } else if (series.fit()
                    .filter(each -> each.quality().degreesOfFreedom() > 0
                            && !each.quality().perfect())
                    .isPresent()) {
                boolean weighted = measured > 0 && series.points().weighting() != Weighting.UNWEIGHTED;
                lines.add(new Line.Sentence(
                        weighted
                                ? "No 95 % limits: where bars weigh, how an unknown scatters is not known."
                                : solution.low95().isPresent()
                                        ? "95 % above "
                                                + open(
                                                        series,
                                                        solution,
                                                        solution.low95().getAsDouble()) + ", without upper limit."
                                        : solution.high95().isPresent()
                                                ? "95 % below "
                                                        + open(
                                                                series,
                                                                solution,
                                                                solution.high95()
                                                                        .getAsDouble()) + ", without lower limit."
                                                : "No 95 % limits: the slope is too unsure.",
                        true));
            }
            beyond(solution.beyondPercent()).ifPresent(lines::add);
        }
        return lines;
    }

    /// @param half of the interval it belongs to, in units of the axis
    private String inside(CoordinateColumn of, double value, double half) {
        return of.time()
                .map(time -> time.text(value, half * time.per().seconds()))
                .orElseGet(() -> half > 0 ? numbers.rounded(value, OptionalDouble.of(half)) : numbers.plain(value));
    }

    /// The limit of a set that is open on the other side.
    private String open(SeriesAnalysis series, InverseReading solution, double limit) {
        return inside(
                series.rows().x(), limit, Math.max(span(series), Math.abs(limit - solution.value())) / SPAN_PARTS);
    }

    private static double span(SeriesAnalysis series) {
        Range x = Range.of(series.points().x());
        return x.high() - x.low();
    }

    private String shown(CoordinateColumn of, double value) {
        return of.time().map(time -> time.text(value)).orElseGet(() -> numbers.typed(value));
    }

    private Optional<Line> beyond(double percent) {
        return percent > 0
                ? Optional.of(new Line.Sentence(
                        RootLocale.format("%s %% beyond the measurements.", numbers.significant(percent, 2)), true))
                : Optional.empty();
    }

    /// How little of x its line can tell from none; nothing where that cannot be said.
    public List<Line> calibration(SeriesAnalysis series) {
        var lines = new ArrayList<Line>();
        series.fit()
                .flatMap(fit -> Calibration.of(fit, fit.used(series.points())))
                .ifPresent(of -> {
                    String unit = series.rows().x().unit();
                    lines.add(limit("limit of detection", of.byScatter().detection(), unit, "3.3 s/b"));
                    lines.add(limit("limit of quantification", of.byScatter().quantification(), unit, "10 s/b"));
                    lines.add(new Line.Sentence(
                            "By ICH Q2(R2), with the residual standard deviation s"
                                    + of.byIntercept()
                                            .map(own -> RootLocale.format(
                                                    "; with the intercept’s standard error instead, %s and %s",
                                                    numbers.significant(own.detection(), 3),
                                                    numbers.significant(own.quantification(), 3)))
                                            .orElse("")
                                    + ".",
                            false));
                    of.byBlank().ifPresent(blank -> {
                        lines.add(limit("detection limit", blank.detection(), unit, "by the blank"));
                        lines.add(new Line.Sentence(
                                RootLocale.format(
                                        "By Currie, from %d measurements at x = 0; found is what lies above %s.",
                                        blank.measured(), numbers.significant(blank.critical(), 3)),
                                false));
                    });
                });
        if (!lines.isEmpty()) {
            lines.addFirst(new Line.Heading("Calibration"));
        }
        return lines;
    }

    private Line limit(String label, double value, String unit, String note) {
        return new Line.Quantity(label, numbers.significant(value, 3), unit, numbers.exact(value), note);
    }

    /// Where its curve meets those of the other series over the same axes, within the data of both.
    private List<Line> crossings(SeriesAnalysis series) {
        var lines = new ArrayList<Line>();
        for (CurveIntersection crossing : figure.crossings()) {
            Optional<SeriesAnalysis> other = crossing.with(series.key()).flatMap(key -> figure.series().stream()
                    .filter(each -> each.key().equals(key))
                    .findFirst());
            if (other.isPresent() && crossing.at().size() < TOO_MANY) {
                String where = String.join(
                        ", ",
                        crossing.at().stream()
                                .map(x -> series.rows()
                                        .x()
                                        .time()
                                        .map(time -> time.text(x))
                                        .orElseGet(() -> numbers.plain(x)))
                                .toList());
                lines.add(new Line.Sentence(
                        RootLocale.format(
                                "Meets the curve of %s at %s %s.",
                                other.get().label(), series.rows().x().symbol(), where),
                        false));
            }
        }
        return lines;
    }
}
