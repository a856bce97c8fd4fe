package helvo.files.study;

import helvo.core.Progress;
import helvo.files.StallGuard;
import helvo.files.UnreadableFile;
import helvo.files.archive.GuardedZip;
import helvo.files.disk.AtomicFile;
import helvo.files.json.OlderNames;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.Locale;
import tools.jackson.databind.JsonNode;

/// The study file: a zip that is a Data Package, so that other programs read the tables, with `study.json` for all
/// else and `history.jsonl` for the steps. `docs/format.md` describes it. The same history gives the same bytes.
public final class StudyFile {
    public static final String ENDING = ".helvo";
    /// Of the format; raised when an older Helvo could misread a file.
    /// 2: further curves, readings of unknowns, lines of the results on figures.
    /// 3: the mean as a curve.
    /// 4: other words for members and types; see `OlderNames`.
    static final int VERSION = 5;
    /// Before this version ranges of rows were counted from 1.
    static final int VERSION_OF_ROWS = 5;
    /// From here on a file has the words of now.
    private static final int VERSION_OF_NAMES = 4;
    public static final String STUDY = "study.json";

    private StudyFile() {}

    /// JSON of a file of any version in the words of now.
    static JsonNode inWordsOfNow(JsonNode json, int version) {
        return version < VERSION_OF_NAMES ? OlderNames.translated(json) : json;
    }

    /// Whether a file is one by its name.
    public static boolean isStudy(Path file) {
        return String.valueOf(file.getFileName()).toLowerCase(Locale.ROOT).endsWith(ENDING);
    }

    /// Whether a file is one by what is in it.
    public static boolean isInside(Path file) {
        if (!GuardedZip.isArchive(file)) {
            return false;
        }
        try (GuardedZip zip = GuardedZip.open(file)) {
            return zip.has(STUDY);
        } catch (UnreadableFile e) {
            return false;
        }
    }

    /// @throws UnreadableFile with a sentence for a person
    public static StoredStudy read(Path file, Progress progress) throws UnreadableFile {
        return StallGuard.of(file, progress, watched -> StudyReader.read(file, watched));
    }

    /// Writes into a stream, which stays open; without the results, for Helvo alone.
    public static void writeTo(OutputStream out, StoredStudy stored, Progress progress) throws IOException {
        StudyWriter.write(out, stored, false, progress);
    }

    /// Writes a whole file without the results, for Helvo alone.
    static void writeWithoutResults(Path file, StoredStudy stored) throws IOException {
        AtomicFile.write(file, out -> StudyWriter.write(out, stored, false, Progress.none()));
    }

    /// Writes a whole file; whatever happens meanwhile, there is the old file or the new one.
    public static void write(Path file, StoredStudy stored, Progress progress) throws IOException {
        write(file, stored, progress, () -> {});
    }

    /// What must hold of a file that is about to be replaced.
    public interface Condition {
        /// @throws IOException when it may not be replaced
        void check() throws IOException;
    }

    /// @param condition asked again when all is written beside the file and only has to take its place
    public static void write(Path file, StoredStudy stored, Progress progress, Condition condition) throws IOException {
        AtomicFile.write(file, out -> {
            StudyWriter.write(out, stored, true, progress);
            condition.check();
        });
    }
}
