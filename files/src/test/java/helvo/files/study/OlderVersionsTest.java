package helvo.files.study;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.number.DecimalMark;
import helvo.core.study.History;
import helvo.core.study.Layer;
import helvo.core.study.Study;
import helvo.core.table.RowCondition;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
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

    /// Version 4 counted rows of texts from 1.
    @Test
    void aStudyOfVersion4HasItsCellsInTheirRows() throws UnreadableFile, IOException {
        Path file = Path.of("src/test/resources/helvo/files/study/version-4/study.helvo");
        StoredStudy read = StudyFile.read(file, Progress.none());
        var now = new ByteArrayOutputStream();
        StudyFile.writeTo(now, read, Progress.none());
        Path saved = Files.write(folder.resolve("now.helvo"), now.toByteArray());
        for (Path each : List.of(file, saved)) {
            Table stretch = StudyFile.read(each, Progress.none())
                    .history()
                    .study()
                    .tables()
                    .getFirst();
            assertThat(stretch.columns().get(2).shown(7, DecimalMark.POINT)).isEqualTo("about 7.6");
            assertThat(stretch.columns().get(2).cells().number(6)).isEqualTo(6.29);
        }
    }
}
