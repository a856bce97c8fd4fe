package helvo.desktop.persistence;

import static helvo.desktop.FxThread.of;
import static helvo.desktop.FxThread.on;
import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Heading;
import helvo.core.table.ImportOptions;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.desktop.FxThread;
import helvo.desktop.document.CommitResult;
import helvo.desktop.document.StudyDocument;
import helvo.desktop.task.VirtualClock;
import helvo.files.UnreadableFile;
import helvo.files.text.TextTable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.framework.junit5.ApplicationExtension;

/// A table that follows the file of a logger.
@ExtendWith(ApplicationExtension.class)
class FileFollowerTest {
    @TempDir
    private Path folder;

    private final VirtualClock clock = new VirtualClock();
    private Path log;
    private StudyDocument document;
    private FileFollower follower;
    private Optional<Runnable> offered = Optional.empty();
    private final List<String> told = new CopyOnWriteArrayList<>();

    @BeforeEach
    void begin() throws IOException, UnreadableFile {
        log = Files.writeString(folder.resolve("log.csv"), "Load (N),Stretch (mm)\n1,2\n2,4\n3,about 6\n");
        Study study = StudyEdit.AddTable.to(
                        Study.EMPTY,
                        TextTable.read(log, ImportOptions.NONE, Progress.none()).table())
                .apply(Study.EMPTY);
        on(() -> {
            document = new StudyDocument(History.from(study));
            follower = new FileFollower(document, new FileFollower.Voice() {
                @Override
                public void show(String sentence) {
                    told.add(sentence);
                }

                @Override
                public void ask(String sentence, String label, Runnable action) {
                    told.add(sentence);
                    offered = Optional.of(action);
                }
            });
        });
        perform(new ColumnEdit.Derive(1, Heading.of("Work"), "{1} * {2}", Role.NONE, false));
        perform(new TableEdit.ExcludeRows(1, List.of(1), "slipped"));
        perform(new StudyEdit.Follow(1, true));
    }

    @AfterEach
    void end() {
        on(() -> {
            follower.close();
            document.close();
        });
        clock.close();
    }

    /// Lets the follower look at the file until something is so.
    private void until(String what, BooleanSupplier isSo) {
        FxThread.until(what, () -> {
            clock.advance(Duration.ofSeconds(1));
            return isSo.getAsBoolean();
        });
    }

    private void looksSomeTimes() {
        for (int i = 0; i < 5; i++) {
            clock.advance(Duration.ofSeconds(1));
            FxThread.until("it has looked", () -> document.background().idle());
        }
    }

    private void perform(Edit edit) {
        on(() -> CommitResult.tell(document.perform(edit), () -> {}, told::add));
    }

    private Table table() {
        return of(() -> document.study().table(1));
    }

    private void append(String lines) throws IOException {
        Files.writeString(log, lines, StandardOpenOption.APPEND);
    }

    private String lastStep() {
        return of(() -> document.history().get().steps().getLast().sentence());
    }

    @Test
    void rowsThatAreAppendedComeAsStepsAndAllElseStays() throws IOException {
        append("4,8\n");
        until("the row is there", () -> document.study().table(1).rows() == 4);
        assertThat(lastStep()).isEqualTo("1 row more of log.csv");
        append("5,10\n6,12\n");
        until("the rows are there", () -> document.study().table(1).rows() == 6);
        Table table = table();
        assertThat(lastStep()).isEqualTo("2 rows more of log.csv");
        assertThat(table.column(3).cells().number(5))
                .as("a derived column follows")
                .isEqualTo(72);
        assertThat(table.excluded().reasons()).containsOnlyKeys(1);
        assertThat(table.column(2).role()).isEqualTo(Role.Y);
        on(() -> CommitResult.tell(document.undo(), () -> {}, told::add));
        assertThat(table().rows()).isEqualTo(4);
        assertThat(told)
                .containsExactly(
                        "While steps are undone no file is followed; it goes on once you redo them or do something "
                                + "else.");
        append("7,14\n");
        looksSomeTimes();
        assertThat(table().rows())
                .as("what is undone does not come back by itself")
                .isEqualTo(4);
        perform(new StudyEdit.Rename("goes on"));
        until("all rows are there", () -> document.study().table(1).rows() == 7);
    }

    /// A file that was cut or replaced is asked about; rows go with what was decided about them.
    @Test
    void aFileThatIsReplacedIsAskedAboutAndTakenOverAsAStep() throws IOException {
        Table before = table();
        Files.writeString(log, "Load (N),Stretch (mm)\n9,9\n2,4\n");
        until("it is asked", () -> offered.isPresent());
        assertThat(table()).isEqualTo(before);
        assertThat(told)
                .containsExactly(
                        "“log.csv” was cut or replaced: it has 2 rows now, and the table “log” has 3. The table "
                                + "stays as "
                                + "it is until you decide.");
        append("7,7\n");
        on(() -> offered.get().run());
        until("it is read", () -> document.study().table(1).column(1).cells().number(0) == 9);
        assertThat(lastStep()).isEqualTo("Use the data of log.csv for the table “log” (3 rows)");
        assertThat(table().excluded().reasons()).containsOnlyKeys(1);
        on(() -> CommitResult.tell(document.undo(), () -> {}, told::add));
        assertThat(table()).isEqualTo(before);
    }

    @Test
    void aValueThatWasCorrectedInTheFileIsTakenOverAndSaid() throws IOException {
        Files.writeString(log, "Load (N),Stretch (mm)\n1,2\n2,4\n3,6.1\n");
        until("it is there", () -> document.study().table(1).column(2).cells().number(2) == 6.1);
        until("it is said", () -> !told.isEmpty());
        assertThat(told.getFirst())
                .startsWith("“log.csv” was changed in 1 row; the table “log” has that now, as a step.");
    }

    /// "12,24" is a reading only when it is certain that it is not 24.5 or 240.
    @Test
    void halfALineIsNoReading() throws IOException {
        append("4,8\n12,24");
        until("the whole line is there", () -> document.study().table(1).rows() == 4);
        append(".5\n13,");
        until("the next is there", () -> document.study().table(1).rows() == 5);
        assertThat(table().column(2).cells().number(4)).isEqualTo(24.5);
        until(
                "a last line that nobody ends is taken in the end",
                () -> document.study().table(1).rows() == 6);
        assertThat(told).isEmpty();
    }

    /// Each trouble is said, also after another, and again when it was mended and came back. Nothing is waited for.
    @Test
    void eachTroubleIsSaid() throws IOException, InterruptedException {
        Files.delete(log);
        until("gone", () -> told.size() == 1);
        assertThat(told.getLast()).contains("There is no file");
        assertThat(new ProcessBuilder("mkfifo", log.toString()).start().waitFor())
                .isZero();
        until("a pipe", () -> told.size() == 2);
        assertThat(told.getLast()).contains("is a folder, a pipe or a device now, and is not read");
        Files.delete(log);
        until("gone again", () -> told.size() == 3);
        Files.writeString(log, "Load (N),Stretch (mm)\n1,2\n2,4\n3,about 6\n4,8\n");
        until("mended", () -> document.study().table(1).rows() == 4);
        Files.delete(log);
        until("gone once more", () -> told.size() == 4);
    }

    @Test
    void whatDoesNotFitAnyMoreIsSaidOnceAndChangesNothing() throws IOException {
        Table before = table();
        Files.writeString(log, "Force (N),Other (mm)\n9,9\n2,4\n");
        until("it is said", () -> !told.isEmpty());
        append("3,3\n");
        looksSomeTimes();
        assertThat(told)
                .as("once")
                .singleElement()
                .asString()
                .startsWith("“log.csv” changed and does not fit the table “log” any more: " + "there is no ");
        Files.delete(log);
        looksSomeTimes();
        assertThat(table()).isEqualTo(before);
        Files.writeString(log, "Load (N),Stretch (mm)\n1,2\n2,4\n3,about 6\n4,8\n");
        until("it is followed again", () -> document.study().table(1).rows() == 4);
    }
}
