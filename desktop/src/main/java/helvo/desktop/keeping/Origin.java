package helvo.desktop.keeping;

import helvo.core.Progress;
import helvo.core.study.History;
import helvo.files.CannotRead;
import helvo.files.study.FilePrint;
import helvo.files.study.Journal;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/// Where an open study is from.
public sealed interface Origin {
    /// The study as it was opened, with its steps.
    StoredStudy study();

    /// Whether that is what would be read now.
    default boolean isCurrent() {
        return true;
    }

    /// In no file.
    record New(StoredStudy study) implements Origin {
        public New(History history) {
            this(StoredStudy.of(history));
        }
    }

    /// @param print what the file was when it was read
    record FromFile(Path file, FilePrint print, StoredStudy study) implements Origin {
        /// Reads a study's file.
        ///
        /// @throws CannotRead with a sentence for a person
        public static FromFile read(Path file, Progress progress) throws CannotRead {
            Optional<FilePrint> before = FilePrint.of(file);
            StoredStudy study = StudyFile.read(file, progress);
            if (before.isEmpty() || !before.equals(FilePrint.of(file))) {
                throw new CannotRead(
                        "“" + file.getFileName() + "” changed while it was read: somebody is saving it. Try again.");
            }
            return new FromFile(real(file), before.get(), study);
        }

        @Override
        public boolean isCurrent() {
            return FilePrint.of(file).equals(Optional.of(print));
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
    record BroughtBack(Journal.Kept kept) implements Origin {
        @Override
        public StoredStudy study() {
            return kept.study();
        }
    }
}
