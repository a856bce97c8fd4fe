package helvo.desktop.keeping;

import static helvo.desktop.FxThread.of;
import static helvo.desktop.FxThread.on;
import static helvo.desktop.FxThread.until;
import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Heading;
import helvo.core.table.ReadingChoices;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.desktop.document.Document;
import helvo.files.CannotRead;
import helvo.files.text.TextTable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
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
    private Path log;
    private Document document;
    private FileFollower follower;
    private final List<String> told = new CopyOnWriteArrayList<>();

    @BeforeEach
    void begin() throws IOException, CannotRead {
        log = Files.writeString(folder.resolve("log.csv"), "Load (N),Stretch (mm)\n1,2\n2,4\n3,about 6\n");
        Study study = StudyEdit.AddTable.to(Study.EMPTY, TextTable.read(log, ReadingChoices.NONE,
                Progress.none()).table()).apply(Study.EMPTY);
        on(() -> {
            document = new Document(History.from(study));
            follower = new FileFollower(document, told::add);
        });
        perform(new ColumnEdit.Derive(1, Heading.of("Work"), "{1} * {2}", Role.NONE, false));
        perform(new TableEdit.SetRowsAside(1, List.of(1), "slipped"));
        perform(new StudyEdit.Follow(1, true));
    }

    @AfterEach
    void end() {
        on(() -> {
            follower.close();
            document.close();
        });
    }

    private void perform(Edit edit) {
        on(() -> document.perform(edit, () -> {}, told::add));
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
        assertThat(table.column(3).cells().number(5)).as("a derived column follows").isEqualTo(72);
        assertThat(table.setAside().reasons()).containsOnlyKeys(1);
        assertThat(table.column(2).role()).isEqualTo(Role.Y);
        on(() -> document.undo(told::add));
        assertThat(table().rows()).isEqualTo(4);
        assertThat(told).containsExactly("While steps are undone no file is followed; it goes on once you redo them or do something else.");
        append("7,14\n");
        org.testfx.util.WaitForAsyncUtils.sleep(2, java.util.concurrent.TimeUnit.SECONDS);
        assertThat(table().rows()).as("what is undone does not come back by itself").isEqualTo(4);
        perform(new StudyEdit.Rename("goes on"));
        until("all rows are there", () -> document.study().table(1).rows() == 7);
    }

    /// A file that was written anew: rows go with what was decided about them.
    @Test
    void aFileThatIsReplacedIsTakenOverAsAStep() throws IOException {
        Files.writeString(log, "Load (N),Stretch (mm)\n9,9\n2,4\n");
        until("it is read", () -> document.study().table(1).rows() == 2);
        assertThat(lastStep()).isEqualTo("Use the data of log.csv for the table “log” (2 rows)");
        assertThat(table().setAside().reasons()).containsOnlyKeys(1);
        assertThat(table().column(1).cells().number(0)).isEqualTo(9);
        on(() -> document.undo(told::add));
        assertThat(table().rows()).isEqualTo(3);
    }

    @Test
    void whatDoesNotFitAnyMoreIsSaidOnceAndChangesNothing() throws IOException {
        Table before = table();
        Files.writeString(log, "Force (N),Other (mm)\n9,9\n2,4\n");
        until("it is said", () -> !told.isEmpty());
        append("3,3\n");
        org.testfx.util.WaitForAsyncUtils.sleep(2, java.util.concurrent.TimeUnit.SECONDS);
        assertThat(told).singleElement().asString().startsWith("“log.csv” changed and does not fit the table “log” any more: "
                + "there is no ");
        Files.delete(log);
        org.testfx.util.WaitForAsyncUtils.sleep(2, java.util.concurrent.TimeUnit.SECONDS);
        assertThat(table()).isEqualTo(before);
        Files.writeString(log, "Load (N),Stretch (mm)\n1,2\n2,4\n3,about 6\n4,8\n");
        until("it is followed again", () -> document.study().table(1).rows() == 4);
    }
}
