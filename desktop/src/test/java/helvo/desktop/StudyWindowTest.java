package helvo.desktop;

import static helvo.desktop.FxThread.of;
import static helvo.desktop.FxThread.on;
import static helvo.desktop.FxThread.until;
import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.study.Commit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Cell;
import helvo.desktop.persistence.RecentStudies;
import helvo.files.UnreadableFile;
import helvo.files.samples.SampleStudy;
import helvo.files.study.FileFingerprint;
import helvo.files.study.Journal;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.Pane;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/// A study saved, closed, opened and lost, through the real window.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class StudyWindowTest {
    private DrivenWindow window;

    @TempDir
    private Path folder;

    @Start
    void start(Stage stage) {
        window = new DrivenWindow(stage, Study.blank());
    }

    @AfterEach
    void close() {
        on(window::close);
    }

    private void untilSign(String text) {
        until("the sign says “" + text + "”", () -> window.text("#study-sign").startsWith(text));
    }

    private void type(FxRobot robot, int row, String text) {
        robot.interact(() -> window.grid().choose(row, window.table(0).columns().getFirst()));
        robot.write(text, 0).type(KeyCode.ENTER);
        window.settle();
    }

    private List<String> headings() {
        return window.table(0).columns().stream()
                .map(column -> window.view.lookup("#heading-" + column.id()))
                .map(heading -> ((Labeled) ((Pane) heading).getChildren().get(1)).getText())
                .toList();
    }

    private void keys(FxRobot robot, KeyCode... keys) {
        robot.push(keys);
        window.settle();
    }

    @Test
    void aStudyIsTypedSavedAndGoneBackTo(FxRobot robot) throws UnreadableFile {
        window.settle();
        assertThat(window.text("#study-sign")).isEqualTo("no changes yet");
        assertThat(headings()).containsExactly("name (unit)", "name (unit)");
        type(robot, 0, "5");
        assertThat(headings()).as("those that the figure goes by").containsExactly("x", "y");
        untilSign("kept, not saved to a file yet");
        window.saveTo = folder.resolve("pulls.helvo");
        keys(robot, KeyCode.CONTROL, KeyCode.S);
        untilSign("saved");
        assertThat(window.workspace.study().name())
                .as("a study without a name gets its file's")
                .isEqualTo("pulls");
        Study saved = StudyFile.read(window.saveTo, Progress.none()).history().study();
        assertThat(saved).isEqualTo(window.workspace.study());
        type(robot, 1, "10");
        untilSign("all changes kept");
        assertThat(window.text("#notice")).isEqualTo("Saved “pulls.helvo” in " + folder + ".");
        on(() -> window.saver.revert());
        until("it is as it was saved", () -> window.workspace.study().equals(saved));
        untilSign("saved");
        keys(robot, KeyCode.CONTROL, KeyCode.Z);
        assertThat(window.table(0).rows()).isEqualTo(2);
        window.saveTo = folder.resolve("other.helvo");
        keys(robot, KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.S);
        untilSign("saved");
        assertThat(StudyFile.read(folder.resolve("other.helvo"), Progress.none())
                        .history()
                        .study()
                        .table(1)
                        .rows())
                .isEqualTo(2);
        keys(robot, KeyCode.CONTROL, KeyCode.N);
        window.toOpen = List.of(folder.resolve("pulls.helvo"));
        keys(robot, KeyCode.CONTROL, KeyCode.O);
        until("it is opened", () -> window.study.asked.contains("open pulls"));
        window.toOpen = List.of(Files.exists(folder) ? folder.resolve("none.helvo") : folder);
        robot.clickOn("#open");
        window.settle();
        assertThat(window.text("#notice")).startsWith("There is no file");
        keys(robot, KeyCode.CONTROL, KeyCode.W);
        assertThat(window.study.asked).containsExactly("new", "open pulls", "close");
    }

    @Test
    void whatWasUndoneAndLeftStaysAmongTheSteps(FxRobot robot) {
        type(robot, 0, "1");
        type(robot, 1, "2");
        Study left = window.workspace.study();
        keys(robot, KeyCode.CONTROL, KeyCode.Z);
        type(robot, 1, "3");
        robot.interact(() -> window.workspace.perform(new StudyEdit.Rename("Cords")));
        keys(robot, KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.H);
        robot.clickOn("Undone and left: Row 2, x: “2” instead of an empty cell");
        window.settle();
        assertThat(window.workspace.study()).isEqualTo(left);
        robot.clickOn("2 steps undone and left, the last: Name the study “Cords”");
        window.settle();
        assertThat(window.workspace.study().name()).isEqualTo("Cords");
        assertThat(shown("Name the study “Cords”")).isTrue();
        robot.clickOn("#steps-data");
        window.settle();
        assertThat(shown("Name the study “Cords”")).isFalse();
        assertThat(shown("Row 2, x: “3” instead of an empty cell")).isTrue();
    }

    /// Rows that a file brought one after the other are one line of the list.
    @Test
    void rowsThatCameAreOneLine(FxRobot robot) {
        type(robot, 0, "1");
        for (int i = 2; i <= 4; i++) {
            List<Cell> row = List.of(new Cell.Number(i));
            robot.interact(() -> window.workspace.perform(new TableEdit.AppendRows(1, List.of(1), List.of(row, row))));
        }
        keys(robot, KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.H);
        assertThat(shown("6 rows more, in 3 steps")).isTrue();
        assertThat(window.table(0).rows()).isEqualTo(7);
    }

    private boolean shown(String text) {
        return of(() -> window.view.lookupAll("#steps-list .label").stream()
                .filter(Node::isVisible)
                .anyMatch(node -> node instanceof Label label && label.getText().equals(text)));
    }

    @Test
    void aFileSavedByTwoIsAskedAbout(FxRobot robot) throws IOException, UnreadableFile {
        type(robot, 0, "1");
        window.saveTo = folder.resolve("shared.helvo");
        keys(robot, KeyCode.CONTROL, KeyCode.S);
        untilSign("saved");
        type(robot, 1, "2");
        StudyFile.write(window.saveTo, StoredStudy.of(History.from(SampleStudy.study())), Progress.none());
        Files.setLastModifiedTime(window.saveTo, FileTime.from(Instant.now().plusSeconds(5)));
        keys(robot, KeyCode.CONTROL, KeyCode.S);
        until(
                "it is asked",
                () -> window.view.lookup("#conflict") != null
                        && window.view.lookup("#conflict").isVisible());
        robot.clickOn("#conflict-both");
        untilSign("saved");
        assertThat(StudyFile.read(folder.resolve("shared, mine.helvo"), Progress.none())
                        .history()
                        .study()
                        .table(1)
                        .rows())
                .isEqualTo(2);
        assertThat(StudyFile.read(window.saveTo, Progress.none()).history().study())
                .isEqualTo(SampleStudy.study());
    }

    @Test
    void theStartPageOffersWhatWasKeptAndRecentStudies(FxRobot robot) throws IOException, UnreadableFile {
        History history = History.from(Study.blank());
        try (Journal journal = Journal.begin(folder.resolve("kept"), StoredStudy.of(history))) {
            journal.add(new Commit.Append(new StudyEdit.Begin(SampleStudy.study()), Instant.now()));
            journal.add(new Commit.Append(new StudyEdit.Rename("Lot C"), Instant.now()));
            journal.saved(folder.resolve("c.helvo"), new FileFingerprint(1, 1), 1);
        }
        Journal.Kept kept = Journal.bringBack(
                        Journal.folders(folder.resolve("kept")).getFirst())
                .orElseThrow();
        Path file = folder.resolve("creep.helvo");
        StudyFile.write(file, StoredStudy.of(History.from(SampleStudy.study())), Progress.none());
        var list = new RecentStudies(folder);
        list.add(file, SampleStudy.study(), Instant.now(), Optional.empty());
        list.add(folder.resolve("gone.helvo"), SampleStudy.study(), Instant.now(), Optional.empty());
        robot.interact(() -> {
            window.study.leftBehind.set(List.of(kept));
            window.study.recent.set(list.all());
        });
        window.settle();
        assertThat(robot.lookup("“Lot C” with 1 step that is in no file, the last at "
                                + helvo.desktop.persistence.ClockText.of(kept.last()) + ".")
                        .tryQuery())
                .isPresent();
        robot.interact(() -> window.study.leftBehind.set(java.util.Collections.nCopies(5, kept)));
        assertThat(robot.lookup("#kept-open").queryAll()).hasSize(3);
        robot.clickOn("2 more kept studies …");
        assertThat(robot.lookup("#kept-open").queryAll()).hasSize(5);
        robot.interact(() -> window.study.leftBehind.set(List.of(kept)));
        window.settle();
        var expected = new CopyOnWriteArrayList<String>();
        robot.interact(() -> window.workspace.preparing(
                (analysis, _) -> expected.add(analysis.study().name())));
        robot.moveTo("#kept-open");
        until("what the pointer rests on is read", () -> expected.contains("Lot C"));
        robot.moveTo(SampleStudy.NAME);
        until("a card too", () -> expected.contains(SampleStudy.NAME));
        expected.clear();
        assertThat(robot.lookup("#example-cooling").queryButton().getText()).isEqualTo("Cooling towards a level");
        robot.interact(() -> robot.lookup("#start-sample").query().requestFocus());
        until("and what the keyboard has come to", () -> expected.contains(SampleStudy.NAME));
        assertThat(window.study.asked).isEmpty();
        robot.clickOn("#kept-open");
        window.settle();
        robot.clickOn("#kept-discard");
        assertThat(window.study.asked).containsExactly("open Lot C", "discard Lot C");
        assertThat(list.all())
                .extracting(RecentStudies.Recent::file)
                .as("what is gone is not offered")
                .containsExactly(file);
        robot.clickOn(SampleStudy.NAME);
        until("it is opened", () -> window.study.asked.contains("open " + SampleStudy.NAME));
        kept.journal().discard();
        robot.clickOn("#start-sample");
        until(
                "the sample is opened",
                () -> window.study.asked.stream()
                                .filter(("open " + SampleStudy.NAME)::equals)
                                .count()
                        == 2);
    }
}
