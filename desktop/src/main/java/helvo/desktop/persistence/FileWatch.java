package helvo.desktop.persistence;

import helvo.files.study.FileFingerprint;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/// Notices when a file changes.
final class FileWatch {
    private volatile @Nullable FileTime seen;

    /// @param known what the file should be; empty for no file
    /// @return what it is now, empty for no file; nothing while it is as it should be, or was looked at before
    Optional<Optional<FileFingerprint>> changed(Path file, Optional<FileFingerprint> known) {
        FileTime time;
        try {
            time = Files.getLastModifiedTime(file);
        } catch (IOException e) {
            time = FileTime.fromMillis(0);
        }
        if (time.equals(seen)) {
            return Optional.empty();
        }
        seen = time;
        Optional<FileFingerprint> there = FileFingerprint.of(file);
        return there.equals(known) ? Optional.empty() : Optional.of(there);
    }

    /// Looks into the file again the next time, whatever its time says.
    void forget() {
        seen = null;
    }
}
