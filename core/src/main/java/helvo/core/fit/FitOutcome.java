package helvo.core.fit;

import helvo.core.curve.Curve;

/// A fit, or why there is none.
public sealed interface FitOutcome {
    Curve curve();

    record Fitted(Fit fit) implements FitOutcome {
        @Override
        public Curve curve() {
            return fit.curve();
        }
    }

    record NotFitted(Curve curve, Reason reason) implements FitOutcome {}
}
