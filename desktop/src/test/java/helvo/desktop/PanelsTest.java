package helvo.desktop;

import static helvo.desktop.FxThread.of;
import static helvo.desktop.FxThread.on;
import static helvo.desktop.FxThread.until;
import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.study.ColumnEdit;
import helvo.core.study.FigureEdit;
import helvo.core.study.Study;
import helvo.core.style.AxisPlace;
import helvo.core.table.Cell;
import helvo.core.table.Role;
import helvo.core.table.RowCondition;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.TextField;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/// Panels and menus, each once on its way through the real window.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class PanelsTest {
    @RegisterExtension
    private static final SharedWindow SHARED = SharedWindow.onSample();

    private Stage stage;
    private DrivenWindow window;

    @TempDir
    private Path folder;

    @Start
    void start(Stage shown) {
        stage = shown;
        window = SHARED.on(stage);
    }

    private void keys(FxRobot robot, KeyCode... keys) {
        robot.push(keys);
        window.settle();
    }

    private void enter(FxRobot robot, String id, String text) {
        robot.interact(() -> {
            TextField field = (TextField) window.view.lookup(id);
            field.requestFocus();
            field.setText(text);
        });
        robot.type(KeyCode.ENTER);
        window.settle();
    }

    /// What a key means is known without building what it does not open.
    @Test
    void aKeyBuildsNoPanelButItsOwn(FxRobot robot) {
        on(() -> window = SHARED.newOn(stage));
        assertThat(of(() -> window.view.lookup("#series") == null && window.view.lookup("#readings-panel") == null))
                .as("nobody asked for one yet")
                .isTrue();
        keys(robot, KeyCode.CONTROL, KeyCode.A);
        assertThat(of(() -> window.view.lookupAll(".panel").size())).isZero();
        keys(robot, KeyCode.CONTROL, KeyCode.E);
        assertThat(of(() -> window.view.lookupAll(".panel").size())).isEqualTo(1);
        assertThat(of(() -> window.view.lookup("#series").isVisible())).isTrue();
    }

    private void find(FxRobot robot, String command) {
        keys(robot, KeyCode.CONTROL, KeyCode.K);
        robot.write(command, 0).type(KeyCode.ENTER);
        window.settle();
    }

    @Test
    void theRowsOfAnotherFileTakeTheirPlaceUnderAllThatWasChosen(FxRobot robot) throws IOException {
        window.settle();
        Table before = window.table(0);
        Path other = Files.writeString(
                folder.resolve("tuesday.csv"),
                "Cord,Load (N),Stretch (mm),± "
                        + "(mm)\ndry,5,1,0.3\ndry,10,2,0.3\nsalt-soaked,5,2,0.3\nsalt-soaked,10,4,0.3\n");
        window.toOpen = List.of(other);
        find(robot, "Use other data for this table");
        until("it is read", () -> window.table(0).rows() == 4);
        assertThat(window.table(0).columns())
                .extracting(column -> column.role())
                .isEqualTo(
                        before.columns().stream().map(column -> column.role()).toList());
        assertThat(window.text("#notice"))
                .isEqualTo("1 row about which something was decided is not there; nothing is decided about "
                        + "the others.");
        Table now = window.table(0);
        window.toOpen = List.of(
                Files.writeString(folder.resolve("kilo.csv"), "Cord,Load (g),Stretch (mm),± (mm)\ndry,5,1,0.3\n"));
        find(robot, "Use other data for this table");
        assertThat(window.text("#notice"))
                .isEqualTo("“kilo.csv” does not fit the table “Stretch”, and nothing was changed: "
                        + "“Load” is in g there, and in N here.");
        assertThat(window.table(0)).isEqualTo(now);
        window.choose(robot, "#layout", "follow");
        assertThat(window.table(0).followsFile()).isTrue();
        assertThat(window.text("#layout")).startsWith("Follows tuesday.csv · ");
        find(robot, "No longer follow the file of this table");
        assertThat(window.table(0).followsFile()).isFalse();
    }

    @Test
    void handingOverTakesSizeAndResolutionAndRefusesWhatCannotBe(FxRobot robot) {
        window.settle();
        robot.clickOn("#export");
        window.settle();
        enter(robot, "#export-height", "100");
        assertThat(window.workspace.figureInView().orElseThrow().heightMm()).isEqualTo(100);
        enter(robot, "#export-height", "2");
        assertThat(window.text("#export-panel-wrong"))
                .isEqualTo("Height must be a number from 40 to 1200 mm; “2” is not.");
        enter(robot, "#export-height", "100");
        window.saveTo = folder.resolve("a.png");
        robot.interact(() -> ((TextField) window.view.lookup("#export-dpi")).setText("about 300"));
        robot.clickOn("#save-png");
        assertThat(window.text("#export-panel-wrong"))
                .contains("Resolution must be a number from", "“about 300” is not.");
        assertThat(window.saveTo).doesNotExist();
        robot.interact(() -> ((TextField) window.view.lookup("#export-dpi")).setText("72"));
        robot.clickOn("#save-png");
        window.settle();
        assertThat(window.saveTo).isNotEmptyFile();
        robot.interact(() -> Clipboard.getSystemClipboard().clear());
        robot.clickOn("#copy-figure");
        until("it is on the clipboard", () -> Clipboard.getSystemClipboard().hasImage());
        assertThat(of(() -> Clipboard.getSystemClipboard().getImage().getWidth()))
                .isGreaterThan(1000);
    }

    @Test
    void aSeriesIsFilledByHowManyValuesItHas(FxRobot robot) {
        window.settle();
        robot.interact(() -> window.grid().choose(0, window.table(0).columns().get(1)));
        keys(robot, KeyCode.CONTROL, KeyCode.E);
        enter(robot, "#series-count", "2.5");
        assertThat(window.text("#series-wrong")).startsWith("Give a last value that the steps reach");
        robot.interact(() -> ((TextField) window.view.lookup("#series-first")).setText("30"));
        robot.interact(() -> ((TextField) window.view.lookup("#series-step")).setText("-2.5"));
        enter(robot, "#series-count", "3");
        assertThat(List.of(0, 1, 2, 3))
                .extracting(row -> window.table(0).columns().get(1).cells().number(row))
                .containsExactly(30.0, 27.5, 25.0, 20.0);
    }

    @Test
    void oneOfSeveralConditionsIsDropped(FxRobot robot) {
        var load = new RowCondition.Between(2, 10, 40);
        robot.interact(() -> window.workspace.perform(
                new FigureEdit.SetConditions(1, List.of(load, new RowCondition.Is(1, new Cell.Text("dry"))))));
        window.settle();
        keys(robot, KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.O);
        robot.clickOn("#filter-drop-1");
        window.settle();
        assertThat(window.workspace.figureInView().orElseThrow().conditions()).containsExactly(load);
        robot.clickOn("#filter-all");
        window.settle();
        assertThat(window.workspace.figureInView().orElseThrow().conditions()).isEmpty();
    }

    /// A y of another unit has the right-hand axis by itself, says so, and keeps it when asked.
    @Test
    void theRightHandAxisIsKeptWhenAsked(FxRobot robot) {
        Study study = new ColumnEdit.SetRole(3, 3, Role.Y).apply(window.workspace.study());
        robot.interact(() -> window.workspace.show(study.table(3).id()));
        window.settle();
        robot.clickOn("#keep-right");
        window.settle();
        assertThat(window.workspace
                        .figureInView()
                        .orElseThrow()
                        .style()
                        .series(SeriesKey.whole(3))
                        .rightAxis())
                .isEqualTo(Optional.of(true));
        assertThat(window.workspace.figure().orElseThrow().isOnRight(SeriesKey.whole(3)))
                .isTrue();
        assertThat(window.view.lookup("#keep-right")).isNull();
        assertThat(window.workspace.figureInView().orElseThrow().style().axis(AxisPlace.RIGHT))
                .isNotNull();
    }
}
