package helvo.core.analysis;

import helvo.core.Progress;
import helvo.core.bounds.ErrorBarLines;
import helvo.core.check.ResidualDiagnosis;
import helvo.core.fit.Correlation;
import helvo.core.fit.Curve;
import helvo.core.fit.Curves;
import helvo.core.fit.EvidenceWeights;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Line;
import helvo.core.fit.PrintedEquation;
import helvo.core.fit.Residuals;
import helvo.core.fit.SampledComparison;
import helvo.core.points.Points;
import helvo.core.table.SeriesKey;
import helvo.core.task.ForkedTask;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/// The analysis of one series: its points, fits, residuals and checks.
///
/// @param label     what a legend calls it
/// @param slot      which of the program's colours and markers it has, wherever its rows stand
/// @param outcomes  of the shapes compared so far
/// @param weights   of evidence, one for each outcome
/// @param chosen    of the curve that the figure shows
/// @param equation  of the chosen fit, as it is printed
/// @param residuals of the chosen fit
/// @param diagnostics  what bars and residuals say; empty while that is not known yet
@RecordBuilder
public record SeriesAnalysis(
        SeriesKey key,
        String label,
        int slot,
        Points points,
        RowUse rows,
        List<FitOutcome> outcomes,
        List<OptionalDouble> weights,
        FitOutcome chosen,
        Optional<PrintedEquation> equation,
        Optional<Residuals> residuals,
        Optional<Diagnostics> diagnostics,
        Optional<Correlation> correlation)
        implements SeriesAnalysisBuilder.With {

    /// With more points, bars and residuals are judged after the curves are known.
    private static final int MAX_POINTS_JUDGED_AT_ONCE = 20_000;

    public Optional<Fit> fit() {
        return chosen instanceof FitOutcome.Fitted(Fit fit) ? Optional.of(fit) : Optional.empty();
    }

    /// @param known what fitting its curve gave, if it is known
    static SeriesAnalysis of(SeriesPoints series, Curve curve, Optional<FitOutcome> known, Progress progress) {
        FitOutcome line = new Line().fit(series.points(), progress.part(0, 0.4));
        Optional<Correlation> correlation =
                series.points().weighedInBoth() ? Correlation.of(series.points()) : Correlation.ofLine(line);
        SeriesAnalysis chosen = new SeriesAnalysis(
                        series.key(),
                        series.label(),
                        series.slot(),
                        series.points(),
                        series.rows(),
                        List.of(line),
                        EvidenceWeights.of(List.of(line), series.points()),
                        line,
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        correlation)
                .choosing(curve, known, progress.part(0.4, 1));
        return series.points().size() > MAX_POINTS_JUDGED_AT_ONCE ? chosen : chosen.diagnosing(progress);
    }

    /// What fitting a shape gave; empty while that is not known yet.
    public Optional<FitOutcome> outcome(Curve shape) {
        return Stream.concat(outcomes.stream(), Stream.of(chosen))
                .filter(outcome -> outcome.curve().equals(shape))
                .findFirst();
    }

    /// The share of the evidence for a shape among those compared.
    public OptionalDouble weight(Curve shape) {
        return IntStream.range(0, outcomes.size())
                .filter(i -> outcomes.get(i).curve().equals(shape))
                .mapToObj(weights::get)
                .findFirst()
                .orElse(OptionalDouble.empty());
    }

    boolean drawsLike(SeriesAnalysis other) {
        return key.equals(other.key)
                && label.equals(other.label)
                && slot == other.slot
                && points == other.points
                && chosen == other.chosen
                && diagnostics.equals(other.diagnostics);
    }

    /// The shapes compared: perfect ones first, the simplest leading, then those with least AICc, then those that
    /// are not ranked, as one through as many points as it has coefficients or one worse than the mean, and last
    /// those that could not be fitted. Where the points are too few to rank by, they are as offered.
    public List<FitOutcome> ranked() {
        List<Fit> perfect = EvidenceWeights.perfect(outcomes, points);
        return outcomes.stream()
                .sorted(Comparator.comparingInt((FitOutcome outcome) -> rank(outcome, perfect))
                        .thenComparingDouble(outcome -> outcome instanceof FitOutcome.Fitted(Fit fit)
                                ? perfect.contains(fit)
                                        ? fit.coefficients().size()
                                        : weight(fit.curve()).isPresent()
                                                ? fit.quality().aicc().orElse(Double.MAX_VALUE)
                                                : 0
                                : 0)
                        .thenComparingInt(outcome -> Curves.all().indexOf(outcome.curve())))
                .toList();
    }

    /// Whether there are too few points to tell the shapes compared apart.
    public boolean tooFewToRank() {
        return EvidenceWeights.tooFew(outcomes, points);
    }

    /// Why a fitted shape is not ranked though others are; empty for one that is.
    public Optional<String> whyNotRanked(Curve shape) {
        return weight(shape).isPresent() || tooFewToRank()
                ? Optional.empty()
                : outcomes.stream()
                        .filter(outcome -> outcome.curve().equals(shape))
                        .findFirst()
                        .flatMap(outcome ->
                                outcome instanceof FitOutcome.Fitted(Fit fit) ? whyNotRanked(fit) : Optional.empty());
    }

    private Optional<String> whyNotRanked(Fit fit) {
        return fit.shared().isPresent()
                ? Optional.of("it is one fit over several series")
                : !EvidenceWeights.isRefuted(fit, outcomes)
                        ? Optional.empty()
                        : Optional.of(
                                fit.quality().r2AboutMean().orElse(0) < 0
                                        ? "it fits worse than the mean alone"
                                        : "the line’s intercept differs from it");
    }

    /// The simplest shape that is as good as any: of those within 2 of the least AICc, the one with the fewest
    /// coefficients, and of these the one with the least (Burnham & Anderson 2002, §2.6). Of perfect fits, the
    /// simplest.
    public Optional<Curve> simplest() {
        List<FitOutcome> judged = ranked().stream()
                .filter(outcome -> weight(outcome.curve()).isPresent())
                .toList();
        double most = judged.stream()
                .mapToDouble(outcome -> weight(outcome.curve()).getAsDouble())
                .max()
                .orElse(0);
        return judged.stream()
                .filter(outcome -> weight(outcome.curve()).getAsDouble() >= most / Math.E)
                .min(Comparator.comparingInt(
                        outcome -> outcome.curve().coefficientNames().size()))
                .map(FitOutcome::curve);
    }

    private int rank(FitOutcome outcome, List<Fit> perfect) {
        return !(outcome instanceof FitOutcome.Fitted(Fit fit))
                ? 3
                : perfect.contains(fit) ? 0 : weight(fit.curve()).isPresent() ? 1 : 2;
    }

    /// The same series with another curve chosen.
    public SeriesAnalysis showing(Curve curve) {
        return choosing(curve, Optional.empty(), Progress.none());
    }

    boolean compares(Curve shape) {
        return outcomes.stream().anyMatch(outcome -> outcome.curve().equals(shape));
    }

    /// The same series with further shapes to compare.
    public SeriesAnalysis comparing(List<Curve> shapes, Progress progress) {
        List<FitOutcome> known =
                shapes.stream().flatMap(shape -> outcome(shape).stream()).toList();
        List<Curve> unknown =
                shapes.stream().filter(shape -> outcome(shape).isEmpty()).toList();
        return comparing(known).comparing(SampledComparison.of(unknown, points, progress));
    }

    /// The same with what fitting further shapes to its points gave; those that it compares already stay.
    public SeriesAnalysis comparing(List<FitOutcome> further) {
        var all = new ArrayList<>(outcomes);
        further.stream().filter(outcome -> !compares(outcome.curve())).forEach(all::add);
        return with(change -> change.outcomes(List.copyOf(all)).weights(EvidenceWeights.of(all, points)));
    }

    /// @param known what fitting it gave, if it is known
    SeriesAnalysis comparing(Curve shape, Optional<FitOutcome> known, Progress progress) {
        var all = new ArrayList<>(outcomes);
        all.add(known.orElseGet(() -> shape.fit(points, progress)));
        return with(change -> change.outcomes(List.copyOf(all)).weights(EvidenceWeights.of(all, points)));
    }

    /// The same series with another curve; the shapes are not fitted again.
    ///
    /// @param known what fitting it gave, if it is known: as one of several series with a curve in common
    SeriesAnalysis choosing(Curve curve, Optional<FitOutcome> known, Progress progress) {
        boolean isSame = known.map(outcome -> outcome == chosen)
                .orElse(chosen.curve().equals(curve)
                        && fit().flatMap(Fit::shared).isEmpty());
        return isSame && (residuals.isPresent() || fit().isEmpty())
                ? this
                : newly(
                        known.or(() -> outcome(curve).filter(SeriesAnalysis::isOfOneSeries))
                                .orElseGet(() -> curve.fit(points, progress.part(0, 0.5))),
                        progress);
    }

    private static boolean isOfOneSeries(FitOutcome outcome) {
        return !(outcome instanceof FitOutcome.Fitted(Fit fit)) || fit.shared().isEmpty();
    }

    private SeriesAnalysis newly(FitOutcome outcome, Progress progress) {
        SeriesAnalysisBuilder chosen = SeriesAnalysisBuilder.builder(this)
                .chosen(outcome)
                .equation(Optional.empty())
                .residuals(Optional.empty())
                .diagnostics(Optional.empty());
        if (outcome instanceof FitOutcome.Fitted(Fit fit)) {
            ForkedTask<PrintedEquation> equation = ForkedTask.of(points.size(), () -> PrintedEquation.of(fit, points));
            chosen.residuals(Optional.of(Residuals.of(fit, fit.used(points), progress.part(0.5, 0.8))))
                    .equation(Optional.of(equation.join()));
        }
        return chosen.build().withBoundsOf(this);
    }

    /// The bounds do not depend on the curve.
    private SeriesAnalysis withBoundsOf(SeriesAnalysis other) {
        return other.diagnostics.isEmpty() || points.size() > MAX_POINTS_JUDGED_AT_ONCE
                ? this
                : diagnosing(other.diagnostics.get().bounds(), Progress.none());
    }

    /// With what bars and residuals say.
    public SeriesAnalysis diagnosing(Progress progress) {
        return diagnostics.isPresent() ? this : diagnosing(Optional.empty(), progress);
    }

    private SeriesAnalysis diagnosing(Optional<ErrorBarLines> known, Progress progress) {
        return withDiagnostics(Optional.of(Diagnostics.of(
                points,
                points.size() > MAX_POINTS_JUDGED_AT_ONCE ? Optional.empty() : rows.withExcluded(points),
                key.rows() == SeriesKey.Rows.POOLED,
                known,
                residuals,
                progress)));
    }

    public Optional<ErrorBarLines> bounds() {
        return diagnostics.flatMap(Diagnostics::bounds);
    }

    /// What the residuals say against the curve; nothing while that is not known yet.
    public ResidualDiagnosis judgement() {
        return diagnostics.map(Diagnostics::judgement).orElse(ResidualDiagnosis.NONE);
    }
}
