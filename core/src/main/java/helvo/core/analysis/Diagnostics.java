package helvo.core.analysis;

import helvo.core.Progress;
import helvo.core.bounds.Bounds;
import helvo.core.bounds.Minimax;
import helvo.core.bounds.Passing;
import helvo.core.check.Judgement;
import helvo.core.fit.Correlation;
import helvo.core.fit.Curve;
import helvo.core.fit.Points;
import helvo.core.fit.Residuals;
import java.util.Optional;
import java.util.OptionalDouble;

/// What the error bars and the residuals say of a series and its curve.
///
/// @param bounds  of the lines through its bars; empty without bars
/// @param judgement of its curve by the residuals
/// @param passing how its curve meets the bars
/// @param spearmanRho how closely the ranks of y follow those of x
/// @param minimax the least that the bars of any polynomial of the curve's degree would need; empty for other shapes
public record Diagnostics(Optional<Bounds> bounds, Judgement judgement, Optional<Passing> passing, OptionalDouble spearmanRho,
        Optional<Minimax> minimax) {
    static Diagnostics of(Points points, Optional<Bounds> known, Optional<Residuals> residuals, Progress progress) {
        Optional<Bounds> bounds = known.or(() -> Bounds.of(points, progress.part(0, 0.5)));
        Judgement judgement = residuals.map(left -> Judgement.of(left, progress)).orElse(Judgement.NONE);
        Optional<Passing> passing = residuals.filter(left -> left.fit().curve().fittedOn() == Curve.FittedOn.Y)
                .flatMap(left -> Passing.of(left.fit(), left.points(), progress.part(0.5, 0.7)));
        Optional<Curve> polynomial = residuals.map(left -> left.fit().curve()).filter(curve -> curve.degree() > 1);
        return new Diagnostics(bounds, judgement, passing, Correlation.spearmanRho(points),
                polynomial.flatMap(curve -> Minimax.of(points, curve.degree(), progress.part(0.7, 1))));
    }
}
