package helvo.core.study;

import java.time.Instant;

/// One change of a history, which is what a journal keeps: doing the same commits on the same study again gives the
/// same history.
public sealed interface Commit {
    Instant at();

    /// The history after this change; the same one when nothing changes.
    ///
    /// @throws IllegalArgumentException when the study lacks what an edit is about
    History apply(History before);

    /// An edit as a step of its own.
    record Append(Edit edit, Instant at) implements Commit {
        @Override
        public History apply(History before) {
            return before.with(edit, at);
        }
    }

    /// An edit of the same gesture as the last step, in its place.
    record Amend(Edit edit, Instant at) implements Commit {
        @Override
        public History apply(History before) {
            return before.continuing(edit, at);
        }
    }

    /// Undone or redone until so many steps are done.
    record Jump(int steps, Instant at) implements Commit {
        @Override
        public History apply(History before) {
            return before.to(steps);
        }
    }

    /// Back to what was undone and then left for something else.
    ///
    /// @param branch its place among [History#branches], 0 is the oldest
    record RestoreBranch(int branch, Instant at) implements Commit {
        @Override
        public History apply(History before) {
            return before.takingUp(branch);
        }
    }
}
