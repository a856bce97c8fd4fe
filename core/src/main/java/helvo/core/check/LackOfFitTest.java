package helvo.core.check;

import helvo.core.fit.FitQuality;
import java.util.Optional;

/// The pure-error test for lack of fit: whether a curve misses the means of points at the same x by more than these
/// scatter about their means. Draper & Smith 1998, Applied Regression Analysis, §2.1.
record LackOfFitTest(FitQuality.F test) {
    /// @param byX of rising x
    static Optional<LackOfFitTest> of(OrthogonalResiduals scatter, Replicates byX) {
        int n = scatter.size();
        int different = byX.count();
        int explained = different - scatter.q().length;
        int freedom = n - different;
        if (explained < 1 || freedom < 1) {
            return Optional.empty();
        }
        double pure = byX.within(scatter);
        double lack = scatter.squares() - pure;
        double f = lack / explained / (pure / freedom);
        return pure > 0 && Double.isFinite(f)
                ? Optional.of(new LackOfFitTest(FitQuality.F.of(f, explained, freedom)))
                : Optional.empty();
    }
}
