package helvo.core.analysis;

import helvo.core.Progress;
import helvo.core.bounds.BarCoverage;
import helvo.core.bounds.ErrorBarLines;
import helvo.core.bounds.MinimaxPolynomial;
import helvo.core.check.Check;
import helvo.core.check.ResidualDiagnosis;
import helvo.core.fit.Correlation;
import helvo.core.fit.Curve;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.ProfileLimits;
import helvo.core.fit.Residuals;
import helvo.core.fit.TheilSen;
import helvo.core.points.Points;
import helvo.core.task.ForkedTask;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/// The error bars and the residuals of one series, judged against its curve.
///
/// @param bounds  of the lines through its bars; empty without bars
/// @param judgement of its curve by the residuals
/// @param passing how its curve meets the bars
/// @param spearmanRho how closely the ranks of y follow those of x
/// @param theilSen a line that outliers cannot turn, where one was named beside a straight line
/// @param withExcluded the same curve through the rows that were excluded as well; empty where none was
/// @param minimax the least that the bars of any polynomial of the curve's degree would need; empty for other
///     shapes
/// @param profiles the limits of coefficients that ± does not tell
public record Diagnostics(
        Optional<ErrorBarLines> bounds,
        ResidualDiagnosis judgement,
        Optional<BarCoverage> passing,
        OptionalDouble spearmanRho,
        Optional<TheilSen> theilSen,
        Optional<Fit> withExcluded,
        Optional<MinimaxPolynomial> minimax,
        List<ProfileLimits> profiles) {
    /// @param excluded the points with those that were excluded; empty where none was
    /// @param isPooled whether the points are of several groups, whose rows stand in no common order
    static Diagnostics of(
            Points points,
            Optional<Points> excluded,
            boolean isPooled,
            Optional<ErrorBarLines> known,
            Optional<Residuals> residuals,
            Progress progress) {
        ForkedTask<OptionalDouble> spearman = ForkedTask.of(points.size(), () -> Correlation.spearmanRho(points));
        Optional<ErrorBarLines> bounds = known.or(() -> ErrorBarLines.of(points, progress.part(0, 0.5)));
        // Of a fit over several groups, each group's curve is judged as it is alone.
        Optional<Residuals> judged =
                residuals.flatMap(left -> left.fit().shared().isEmpty()
                        ? residuals
                        : left.fit().shared().get().alone() instanceof FitOutcome.Fitted(Fit alone)
                                ? Optional.of(Residuals.of(alone, left.points(), progress))
                                : Optional.empty());
        ResidualDiagnosis judgement = judged.map(left -> ResidualDiagnosis.of(left, progress))
                .map(all -> isPooled ? all.withoutOrderOfRows() : all)
                .orElse(ResidualDiagnosis.NONE);
        Optional<BarCoverage> passing = residuals
                .filter(left -> left.fit().curve().fittedOn() == Curve.FittedOn.Y)
                .flatMap(left -> BarCoverage.of(left.fit(), left.points(), progress.part(0.5, 0.7)));
        Optional<Curve> polynomial = residuals.map(left -> left.fit().curve()).filter(curve -> curve.degree() > 1);
        boolean odd = judgement.speaking().stream().anyMatch(check -> check.kind() == Check.Kind.OUTLIER);
        Optional<TheilSen> opinion = residuals
                .filter(left -> odd
                        && left.fit().curve().degree() == 1
                        && left.fit().coefficients().size() == 2)
                .flatMap(left -> TheilSen.of(left.points()));
        Optional<Fit> before = excluded.flatMap(
                        all -> residuals.map(left -> left.fit().curve().fit(all, progress)))
                .flatMap(
                        outcome -> outcome instanceof FitOutcome.Fitted(Fit fit) ? Optional.of(fit) : Optional.empty());
        return new Diagnostics(
                bounds,
                judgement,
                passing,
                spearman.join(),
                opinion,
                before,
                polynomial.flatMap(curve -> MinimaxPolynomial.of(points, curve.degree(), progress.part(0.7, 1))),
                residuals
                        .map(left -> ProfileLimits.of(left.fit(), left.points(), progress))
                        .orElse(List.of()));
    }
}
