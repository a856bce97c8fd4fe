package helvo.files.study;

import helvo.core.study.History;
import java.util.Optional;

/// A study as a file holds it.
///
/// @param unknown  what this version of Helvo does not know; it is kept when the study is saved again
/// @param readOnly why the file must not be written to again, as a sentence; empty when it may
public record StoredStudy(History history, UnknownParts unknown, Optional<String> readOnly) {
    public static StoredStudy of(History history) {
        return new StoredStudy(history, UnknownParts.NONE, Optional.empty());
    }

    /// The same file with what became of the study.
    public StoredStudy with(History now) {
        return new StoredStudy(now, unknown, readOnly);
    }
}
