package helvo.files.study;

import helvo.core.study.History;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/// A study as a file holds it.
///
/// @param unknown  what this version of Helvo does not know; it is kept when the study is saved again
/// @param readOnly why the file must not be written to again, as a sentence; empty when it may
/// @param notices  what else a person should know of the reading, in sentences
public record StoredStudy(History history, UnknownParts unknown, Optional<String> readOnly, List<String> notices) {
    public StoredStudy {
        notices = List.copyOf(notices);
    }

    public static StoredStudy of(History history) {
        return new StoredStudy(history, UnknownParts.NONE, Optional.empty(), List.of());
    }

    /// All that is to be said when it is opened; empty for nothing.
    public Optional<String> remarks() {
        return Stream.concat(readOnly.stream(), notices.stream()).reduce((a, b) -> a + " " + b);
    }

    /// The same file with what became of the study.
    public StoredStudy with(History now) {
        return new StoredStudy(now, unknown, readOnly, notices);
    }
}
