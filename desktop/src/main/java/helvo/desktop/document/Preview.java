package helvo.desktop.document;

import helvo.core.study.Edit;
import helvo.core.study.History;
import helvo.core.study.Study;

/// An edit that is tried on the study without being done.
///
/// @param before what it is tried on
/// @param after  what doing it would lead to
public record Preview(History before, Edit edit, History after, Extent extent) {
    /// How much of it is seen while it is tried.
    public enum Extent {
        /// Nothing yet, as of a cell that is being typed: it is worked out so that it is there at once when it is
        /// done.
        PREPARED,
        /// The figure is drawn as it would look; nothing is fitted again.
        DRAWN,
        /// Figure and results are those of the study as it would be.
        ANALYSED
    }

    /// The study as it would be.
    public Study study() {
        return after.study();
    }

    /// Whether doing an edit now leads to what was tried.
    boolean isFor(History now, Edit wanted) {
        return before == now && edit.equals(wanted);
    }
}
