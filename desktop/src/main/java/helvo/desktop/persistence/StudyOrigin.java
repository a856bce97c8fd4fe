package helvo.desktop.persistence;

import helvo.core.Progress;
import helvo.core.study.History;
import helvo.files.UnreadableFile;
import helvo.files.study.FileFingerprint;
import helvo.files.study.Journal;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/// The file that an open study comes from, and its fingerprint.
public sealed interface StudyOrigin {
    /// The study as it was opened, with its steps.
    StoredStudy study();

    /// Whether that is what would be read now.
    default boolean isCurrent() {
        return true;
    }

    /// In no file.
    record New(StoredStudy study) implements StudyOrigin {
        public New(History history) {
            this(StoredStudy.of(history));
        }
    }

    /// @param print what the file was when it was read
    record FromFile(Path file, FileFingerprint print, StoredStudy study) implements StudyOrigin {
        /// Reads a study's file.
        ///
        /// @throws UnreadableFile with a sentence for a person
        public static FromFile read(Path file, Progress progress) throws UnreadableFile {
            Optional<FileFingerprint> before = FileFingerprint.of(file);
            StoredStudy study = StudyFile.read(file, progress);
            if (before.isEmpty() || !before.equals(FileFingerprint.of(file))) {
                throw new UnreadableFile(
                        "“" + file.getFileName() + "” changed while it was read: somebody is saving it. Try again.");
            }
            return new FromFile(real(file), before.get(), study);
        }

        @Override
        public boolean isCurrent() {
            return FileFingerprint.of(file).equals(Optional.of(print));
        }

        /// What a link leads to: that is where the study is saved.
        private static Path real(Path file) {
            try {
                return file.toRealPath();
            } catch (IOException vanished) {
                return file.toAbsolutePath();
            }
        }
    }

    /// Brought back after a stop.
    record BroughtBack(Journal.Kept kept) implements StudyOrigin {
        @Override
        public StoredStudy study() {
            return kept.study();
        }
    }
}
