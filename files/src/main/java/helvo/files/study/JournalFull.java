package helvo.files.study;

import java.io.IOException;

/// Thrown when a record no longer fits into a journal.
public final class JournalFull extends IOException {
    private final boolean isRecord;

    /// @param isRecord whether the record alone is too large for any journal
    JournalFull(boolean isRecord) {
        super(isRecord ? "the step is larger than 1 GB" : "the journal would be larger than 2 GB");
        this.isRecord = isRecord;
    }

    /// Whether another journal would have no room for it either.
    public boolean isRecordTooLarge() {
        return isRecord;
    }
}
