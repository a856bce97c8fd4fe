package helvo.files.study;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.study.History;
import helvo.core.study.Layer;
import helvo.core.study.Study;
import helvo.core.table.RowCondition;
import helvo.files.UnreadableFile;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/// Studies and journals that earlier versions wrote, kept as they were written. They have a step of nearly every
/// kind.
class OlderVersionsTest {
    private static final Path VERSION_3 = Path.of("src/test/resources/helvo/files/study/version-3");

    @TempDir
    private Path folder;

    private static void isWhole(History history) {
        assertThat(history.steps()).as("steps that can be undone").hasSize(64);
        Study study = history.study();
        assertThat(study.name()).isEqualTo("Other cords");
        assertThat(study.styles()).extracting("name").containsExactly("Thesis");
        assertThat(study.report().omittedFigures()).isEqualTo(Set.of(2, 3));
        assertThat(study.figures().getFirst().layers()).contains(Layer.GRID_LINES);
        assertThat(study.figures().getFirst().conditions()).contains(new RowCondition.Beyond(2, 3, true));
        assertThat(study.tables().getFirst().decisions()).extracting("original").hasSize(1);
    }

    @Test
    void aStudyOfVersion3IsOpenedWithItsSteps() throws UnreadableFile, IOException {
        StoredStudy read = StudyFile.read(VERSION_3.resolve("study.helvo"), Progress.none());
        isWhole(read.history());
        assertThat(read.readOnly()).isEmpty();
        assertThat(read.notices()).isEmpty();
        var now = new ByteArrayOutputStream();
        StudyFile.writeTo(now, read, Progress.none());
        Path saved = Files.write(folder.resolve("now.helvo"), now.toByteArray());
        isWhole(StudyFile.read(saved, Progress.none()).history());
        assertThat(read.unknown().members().values())
                .as("nothing is kept under an older word")
                .allMatch(members -> members.isEmpty());
    }

    @Test
    void aJournalOfVersion3IsBroughtBack() throws UnreadableFile, IOException {
        for (String part : Set.of("base.helvo", "journal", "journal.end")) {
            Files.copy(VERSION_3.resolve("kept").resolve(part), folder.resolve(part));
        }
        Journal.Kept kept = Journal.bringBack(folder).orElseThrow();
        assertThat(kept.trouble()).isEmpty();
        isWhole(kept.study().history());
        kept.journal().close();
    }
}
