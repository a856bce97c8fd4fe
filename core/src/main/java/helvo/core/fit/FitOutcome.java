package helvo.core.fit;

/// A fit, or why there is none.
public sealed interface FitOutcome {
    Curve curve();

    record Fitted(Fit fit) implements FitOutcome {
        @Override
        public Curve curve() {
            return fit.curve();
        }
    }

    record NotFitted(Curve curve, FitFailureReason reason) implements FitOutcome {}
}
