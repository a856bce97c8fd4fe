package helvo.core.analysis;

import helvo.core.Progress;
import helvo.core.curve.Curve;
import helvo.core.curve.Line;
import helvo.core.fit.Correlation;
import helvo.core.fit.EvidenceWeights;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Points;
import helvo.core.fit.Residuals;
import helvo.core.fit.RunsTest;
import helvo.core.study.SeriesKey;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Stream;

/// Everything that is known of one series.
///
/// @param label     what a legend calls it
/// @param outcomes  of every shape on offer, in the order of [helvo.core.curve.Curves#offered]
/// @param weights   of evidence, one for each outcome
/// @param chosen    of the curve that the figure shows
/// @param residuals of the chosen fit
/// @param runs      the check of their signs; empty where it cannot judge
public record SeriesAnalysis(SeriesKey key, String label, Points points, RowUse rows, List<FitOutcome> outcomes, List<OptionalDouble> weights,
        FitOutcome chosen, Optional<Residuals> residuals, Optional<RunsTest> runs, Optional<Correlation> correlation) {

    public Optional<Fit> fit() {
        return chosen instanceof FitOutcome.Fitted(Fit fit) ? Optional.of(fit) : Optional.empty();
    }

    /// @param shapes to fit for comparison
    static SeriesAnalysis of(SeriesPoints series, Curve curve, List<Curve> shapes, Progress progress) {
        var outcomes = new ArrayList<FitOutcome>();
        for (int i = 0; i < shapes.size(); i++) {
            outcomes.add(shapes.get(i).fit(series.points(), progress.part(0.8 * i / shapes.size(), 0.8 * (i + 1) / shapes.size())));
        }
        FitOutcome line = outcomes.stream().filter(outcome -> outcome.curve().equals(new Line())).findFirst()
                .orElseGet(() -> new Line().fit(series.points(), progress.part(0.7, 0.8)));
        return new SeriesAnalysis(series.key(), series.label(), series.points(), series.rows(), List.copyOf(outcomes),
                EvidenceWeights.of(outcomes), line, Optional.empty(), Optional.empty(), Correlation.of(line))
                .choosing(curve, progress.part(0.8, 1));
    }

    /// The same series with another curve; the shapes are not fitted again.
    SeriesAnalysis choosing(Curve curve, Progress progress) {
        FitOutcome outcome = Stream.concat(outcomes.stream(), Stream.of(chosen)).filter(o -> o.curve().equals(curve)).findFirst()
                .orElseGet(() -> curve.fit(points, progress.part(0, 0.5)));
        Optional<Residuals> left = outcome instanceof FitOutcome.Fitted(Fit fit)
                ? Optional.of(Residuals.of(fit, points, progress.part(0.5, 0.8))) : Optional.empty();
        return new SeriesAnalysis(key, label, points, rows, outcomes, weights, outcome, left, left.flatMap(RunsTest::of), correlation);
    }
}
