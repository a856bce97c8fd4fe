package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import helvo.core.table.Role;
import helvo.desktop.theme.Themes;
import helvo.desktop.window.MainView;
import helvo.desktop.workspace.SystemClipboard;
import helvo.files.study.StudyFile;
import java.nio.file.Files;
import java.util.List;
import java.util.stream.IntStream;
import javafx.event.Event;
import javafx.geometry.Point2D;
import javafx.scene.control.TableCell;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/// Begins with nothing, as a person with a sheet of readings does.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class TypingTest {
    @RegisterExtension
    private static final SharedWindow SHARED = SharedWindow.onBlank();

    private DrivenWindow window;

    @Start
    void start(Stage stage) {
        window = SHARED.on(stage);
        window.view.begin();
    }

    @Test
    void pairsTypedByTheKeyboardAloneGiveAFigure(FxRobot robot) {
        assertThat(window.view.lookup("#unfold-curves").isVisible())
                .as("no curves without points")
                .isFalse();
        for (int i = 1; i <= 10; i++) {
            robot.write(Integer.toString(i), 0)
                    .type(KeyCode.TAB)
                    .write(Integer.toString(20 * i + 5), 0)
                    .type(KeyCode.ENTER);
        }
        window.settle();
        assertThat(window.text("#equation")).isEqualTo("y = 20 x + 5");
        assertThat(window.workspace.series().orElseThrow().points().size()).isEqualTo(10);
        assertThat(window.table(0).columns()).as("no column in passing").hasSize(2);
        for (int i = 0; i < 20; i++) {
            robot.push(KeyCode.CONTROL, KeyCode.Z);
        }
        window.settle();
        assertThat(window.workspace.study().isBlank()).isTrue();
    }

    @Test
    void pastedCellsGoOverTheChosenOnesAndBeyond(FxRobot robot) {
        clipboard("1\t2,5\n2\t3,5\n3\t4,5\n");
        robot.push(KeyCode.CONTROL, KeyCode.V);
        window.settle();
        assertThat(window.text("#equation")).isEqualTo("y = 1 x + 1,5");
        clipboard("4 9.25 wet\n5 9.75 dry");
        robot.interact(() -> window.grid().choose(3, window.table(0).columns().getFirst()));
        robot.push(KeyCode.CONTROL, KeyCode.V);
        window.settle();
        assertThat(window.table(0).columns()).extracting(Column::name).containsExactly("x", "y", "Column 3");
        assertThat(window.table(0).columns().get(1).cells().number(4)).isEqualTo(9.75);
        assertThat(window.table(0).columns().get(2).cells().cell(3)).isEqualTo(new Cell.Text("wet"));
    }

    @Test
    void aPastedTableWithHeadingsBecomesTheTable(FxRobot robot) {
        clipboard("Kraft (N)\tWeg (mm)\n1,5\t2,25\n2,5\t3,5\n3,5\tca. 5\n");
        robot.clickOn("#paste");
        window.settle();
        assertThat(window.workspace.study().tables()).hasSize(1);
        assertThat(window.table(0).columns())
                .extracting(Column::heading)
                .containsExactly(new Heading("Kraft", "N"), new Heading("Weg", "mm"));
        assertThat(window.table(0).columns()).extracting(Column::role).containsExactly(Role.X, Role.Y);
        assertThat(window.view.lookup("#use-2")).isNotNull();
        clipboard("");
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.V);
        window.settle();
        assertThat(window.text("#notice")).contains("The clipboard holds no text");
        assertThat(window.workspace.study().tables()).hasSize(1);
    }

    @Test
    void cellsAreCopiedAtFullPrecision(FxRobot robot) {
        clipboard("0.1234567890123\t2\n3\t1e-7\n");
        robot.push(KeyCode.CONTROL, KeyCode.V);
        window.settle();
        robot.push(KeyCode.CONTROL, KeyCode.A).push(KeyCode.CONTROL, KeyCode.C);
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(WaitForAsyncUtils.waitForAsyncFx(1000, () -> SystemClipboard.text()))
                .isEqualTo("0.1234567890123\t2\n3\t1E-7");
    }

    /// "8 Tab 1656 Enter 9 Tab 1884 …", and back again with Shift.
    @Test
    void enterAfterTabsGoesToWhereTheTabsBegan(FxRobot robot) {
        robot.write("8", 0)
                .type(KeyCode.TAB)
                .write("1656", 0)
                .type(KeyCode.ENTER)
                .write("9", 0)
                .type(KeyCode.TAB)
                .write("1884", 0)
                .type(KeyCode.ENTER);
        assertThat(place()).isEqualTo("3, 1");
        robot.write("10", 0).type(KeyCode.TAB).write("2082", 0).type(KeyCode.TAB);
        assertThat(place()).as("from a row's last cell on to the next row").isEqualTo("4, 1");
        robot.push(KeyCode.SHIFT, KeyCode.ENTER).push(KeyCode.SHIFT, KeyCode.ENTER);
        assertThat(place()).isEqualTo("2, 1");
        robot.type(KeyCode.TAB).push(KeyCode.SHIFT, KeyCode.TAB);
        assertThat(place()).isEqualTo("2, 1");
        assertThat(window.table(0).columns()).hasSize(2);
        robot.type(KeyCode.UP)
                .type(KeyCode.TAB)
                .type(KeyCode.TAB)
                .write("0.5", 0)
                .type(KeyCode.ENTER);
        window.settle();
        assertThat(window.table(0).columns())
                .as("past a filled last cell of the first row")
                .hasSize(3);
        assertThat(place()).isEqualTo("2, 1");
        assertThat(IntStream.range(0, 3)
                        .mapToDouble(window.table(0).columns().get(1).cells()::number)
                        .toArray())
                .containsExactly(1656, 1884, 2082);
    }

    private String place() {
        WaitForAsyncUtils.waitForFxEvents();
        return "%d, %d"
                .formatted(
                        window.grid().place().getRow() + 1,
                        window.grid().place().getColumn());
    }

    @Test
    void headingsAreTypedWhereTheyStand(FxRobot robot) {
        robot.type(KeyCode.UP)
                .type(KeyCode.F2)
                .write("Load (N)", 0)
                .type(KeyCode.TAB)
                .write("Stretch [mm]", 0)
                .type(KeyCode.ENTER);
        window.settle();
        assertThat(window.table(0).columns())
                .extracting(Column::heading)
                .containsExactly(new Heading("Load", "N"), new Heading("Stretch", "mm"));
        assertThat(place()).as("where the Tabs began").isEqualTo("1, 1");
        robot.write("1", 0).type(KeyCode.TAB).write("2", 0).type(KeyCode.ENTER);
        robot.doubleClickOn(window.grid().lookup("#heading-2").lookup(".column-name"));
        var field = (javafx.scene.control.TextField) window.grid().lookup("#heading-field");
        assertThat(field.getText()).isEqualTo("Stretch (mm)");
        assertThat(field.getSelectedText()).isEqualTo("Stretch (mm)");
        robot.write("nothing", 0).type(KeyCode.ESCAPE);
        assertThat(window.table(0).columns().get(1).name()).isEqualTo("Stretch");
        assertThat(window.grid().isFocused()).isTrue();
    }

    @Test
    void cellsAreCutAndCopiedWithTheirHeadings(FxRobot robot) {
        clipboard("1\t2\n3\t4\n");
        robot.push(KeyCode.CONTROL, KeyCode.V)
                .push(KeyCode.CONTROL, KeyCode.A)
                .push(KeyCode.CONTROL, KeyCode.ALT, KeyCode.C);
        window.settle();
        assertThat(WaitForAsyncUtils.waitForAsyncFx(1000, () -> SystemClipboard.text()))
                .isEqualTo("x\ty\n1\t2\n3\t4");
        robot.interact(() -> window.grid().choose(1, window.table(0).columns().get(1)));
        robot.push(KeyCode.CONTROL, KeyCode.X);
        window.settle();
        assertThat(window.table(0).columns().get(1).cells().cell(1)).isEqualTo(Cell.EMPTY);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(window.table(0).columns().get(1).cells().number(1)).isEqualTo(4);
        robot.push(KeyCode.CONTROL, KeyCode.Y);
        assertThat(window.table(0).columns().get(1).cells().cell(1)).isEqualTo(Cell.EMPTY);
        assertThat(WaitForAsyncUtils.waitForAsyncFx(1000, () -> SystemClipboard.text()))
                .isEqualTo("4");
    }

    @Test
    void whatIsMissingIsSaidOnce(FxRobot robot) {
        robot.write("1", 0).type(KeyCode.TAB).write("2", 0).type(KeyCode.ENTER);
        window.settle();
        assertThat(window.workspace.figure().orElseThrow().hint()).hasValue("One point so far: a line needs two.");
        assertThat(window.view.lookup("#curve-line").getParent().isVisible()).isFalse();
        assertThat(window.view.lookup("#curves-missing").isVisible()).isFalse();
        assertThat(window.view.lookup("#equation").isVisible()).isFalse();
        robot.write("1", 0).type(KeyCode.TAB).write("3", 0).type(KeyCode.ENTER);
        window.settle();
        assertThat(window.text("#curves-missing"))
                .isEqualTo("All x are equal (1): no curve of y against x can be fitted.");
        assertThat(window.toggle("#curve-quadratic").lookupAll(".label").stream()
                        .filter(javafx.scene.Node::isVisible)
                        .map(each -> ((javafx.scene.control.Label) each).getText()))
                .noneMatch(text -> text.startsWith("All x"));
    }

    @Test
    void aRegularSeriesFillsItselfFromItsFirstValues(FxRobot robot) {
        robot.write("0", 0).type(KeyCode.ENTER).write("0.3", 0).type(KeyCode.ENTER);
        robot.interact(() -> window.grid().choose(0, window.table(0).columns().getFirst()));
        robot.push(KeyCode.CONTROL, KeyCode.E);
        assertThat(window.text("#series-step")).isEqualTo("0.3");
        robot.clickOn("#series-last").write("abc").clickOn("#series-fill");
        assertThat(window.table(0).rows()).isEqualTo(2);
        robot.doubleClickOn("#series-last").write("1.2").type(KeyCode.ENTER);
        window.settle();
        assertThat(IntStream.range(0, 5)
                        .mapToDouble(window.table(0).columns().getFirst().cells()::number)
                        .toArray())
                .containsExactly(0, 0.3, 0.6, 0.9, 1.2);
        assertThat(window.table(0).rows()).isEqualTo(5);
    }

    @Test
    void columnsAreAddedByTypingPastTheEndAndRowsMovedByCommands(FxRobot robot) {
        robot.write("2", 0).type(KeyCode.TAB).write("7", 0).type(KeyCode.TAB);
        robot.write("0.5", 0).type(KeyCode.ENTER);
        window.settle();
        assertThat(window.table(0).columns()).hasSize(3);
        assertThat(window.table(0).columns().get(2).cells().number(0)).isEqualTo(0.5);
        robot.interact(() -> window.grid().choose(1, window.table(0).columns().getFirst()));
        robot.write("1", 0).type(KeyCode.ENTER);
        robot.interact(() -> window.grid().choose(0, window.table(0).columns().getFirst()));
        robot.push(KeyCode.CONTROL, KeyCode.K);
        robot.write("sort rising", 0).type(KeyCode.ENTER);
        window.settle();
        assertThat(window.table(0).columns().getFirst().cells().number(0)).isEqualTo(1);
        robot.push(KeyCode.CONTROL, KeyCode.I);
        assertThat(window.table(0).rows()).isEqualTo(3);
        assertThat(window.table(0).columns().getFirst().cells().cell(0)).isEqualTo(Cell.EMPTY);
        robot.push(KeyCode.CONTROL, KeyCode.DELETE);
        assertThat(window.table(0).rows()).isEqualTo(2);
    }

    /// A value that stands in the field counts, wherever the person goes from there.
    @Test
    void whatIsTypedIsEnteredWhereverOneGoes(FxRobot robot) throws Exception {
        // A finger rests on the cell for a while, in which what was typed is shown.
        robot.write("11", 0).moveTo(cell(robot, 2, 1)).press(MouseButton.PRIMARY);
        window.settle();
        robot.release(MouseButton.PRIMARY);
        assertThat(window.table(0).columns().getFirst().cells().number(0))
                .as("another cell")
                .isEqualTo(11);
        window.saveTo = Files.createTempDirectory("typed").resolve("typed.helvo");
        robot.write("22", 0).push(KeyCode.CONTROL, KeyCode.S);
        window.settle();
        assertThat(StudyFile.read(window.saveTo, Progress.none())
                        .history()
                        .study()
                        .tables()
                        .getFirst()
                        .columns()
                        .get(1)
                        .cells()
                        .number(2))
                .as("saved")
                .isEqualTo(22);
        robot.write("33", 0);
        robot.interact(window.view.workspace()::finishTyping);
        robot.push(KeyCode.CONTROL, KeyCode.K);
        robot.write("an empty table", 0).type(KeyCode.ENTER);
        window.settle();
        robot.write("44", 0);
        robot.interact(() -> window.workspace.show(window.table(0).id()));
        assertThat(window.table(1).columns().getFirst().cells().number(0))
                .as("another table")
                .isEqualTo(44);
        assertThat(window.table(0).columns().get(1).cells().number(2)).isEqualTo(33);
        robot.type(KeyCode.UP).type(KeyCode.F2).write("Load (N)", 0);
        robot.interact(window.view.workspace()::finishTyping);
        assertThat(window.table(0).columns().getFirst().name()).as("a heading").isEqualTo("Load");
    }

    /// While a cell is typed, keys that change text change the text and nothing else.
    @Test
    void keysOfTextStayInTheField(FxRobot robot) {
        robot.write("1", 0)
                .type(KeyCode.ENTER)
                .write("2", 0)
                .type(KeyCode.ENTER)
                .write("34", 0)
                .type(KeyCode.BACK_SPACE);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(window.table(0).rows()).as("nothing is undone in the table").isEqualTo(2);
        robot.push(KeyCode.CONTROL, KeyCode.DELETE);
        assertThat(window.table(0).rows()).as("no row is removed").isEqualTo(2);
        robot.type(KeyCode.ENTER);
        assertThat(window.table(0).columns().getFirst().cells().number(2)).isEqualTo(34);
    }

    /// Several cells that are pasted while one is typed go over the table from there, and none is run into another.
    @Test
    void severalCellsPastedIntoAFieldAreCells(FxRobot robot) {
        clipboard("5\t6\n7\t8\n");
        robot.write("1", 0).push(KeyCode.CONTROL, KeyCode.V);
        window.settle();
        assertThat(window.table(0).columns())
                .extracting(column -> column.cells().number(1))
                .containsExactly(7.0, 8.0);
        assertThat(window.table(0).columns().getFirst().cells().number(0)).isEqualTo(5);
    }

    /// Read beside the interface thread, within the limits of every reader; what is too much is said and changes
    /// nothing.
    @Test
    void longTextsArePastedOrRefusedAndUndone(FxRobot robot) {
        var rows = new StringBuilder();
        IntStream.range(0, 110_000)
                .forEach(i -> rows.append(i).append('\t').append(2 * i).append('\n'));
        clipboard(rows.toString());
        robot.push(KeyCode.CONTROL, KeyCode.V).write("7", 0).type(KeyCode.ENTER);
        window.settle();
        assertThat(window.table(0).rows()).isEqualTo(110_000);
        assertThat(window.table(0).columns().getFirst().cells().number(0))
                .as("typed after pasting")
                .isEqualTo(7);
        assertThat(window.table(0).columns().get(1).cells().number(109_999)).isEqualTo(219_998);
        for (String[] tooMuch : new String[][] {
            {"A".repeat(5_000_000), "a cell of 5,000,000 characters"}, {"1\t".repeat(1999) + "1\n2", "2,000 columns"}
        }) {
            clipboard(tooMuch[0]);
            robot.push(KeyCode.CONTROL, KeyCode.V);
            window.settle();
            assertThat(window.text("#notice")).contains(tooMuch[1], "Nothing was pasted");
        }
        robot.push(KeyCode.CONTROL, KeyCode.Z).push(KeyCode.CONTROL, KeyCode.Z);
        window.settle();
        assertThat(window.workspace.study().isBlank()).isTrue();
    }

    /// Keys may come before the toolkit has laid out anything.
    @Test
    void keysBeforeTheFirstFrameCount(FxRobot robot) {
        robot.interact(() -> {
            MainView view = window.view(window.another());
            Themes.scene(view, 1280, 800);
            view.begin();
            for (KeyCode key : List.of(KeyCode.DIGIT1, KeyCode.DIGIT8, KeyCode.ENTER, KeyCode.DIGIT7, KeyCode.ENTER)) {
                String typed = key == KeyCode.ENTER ? "\r" : key.getName();
                for (KeyEvent event : List.of(
                        new KeyEvent(KeyEvent.KEY_PRESSED, "", typed, key, false, false, false, false),
                        new KeyEvent(KeyEvent.KEY_TYPED, typed, "", KeyCode.UNDEFINED, false, false, false, false))) {
                    Event.fireEvent(view.getScene().getFocusOwner(), event);
                }
            }
        });
        assertThat(IntStream.range(0, 2)
                        .mapToObj(window.table(0).columns().getFirst().cells()::number))
                .containsExactly(18.0, 7.0);
        assertThat(window.workspace.history().get().steps()).hasSize(2);
    }

    /// The middle of a cell on the screen.
    private Point2D cell(FxRobot robot, int row, int column) {
        return robot
                .lookup(node -> node instanceof TableCell<?, ?> cell
                        && cell.getTableRow() != null
                        && cell.getIndex() == row
                        && window.grid().getColumns().indexOf(cell.getTableColumn()) == column + 1)
                .queryAll()
                .stream()
                .findFirst()
                .map(node -> node.localToScreen(node.getBoundsInLocal().getCenterX(), 8))
                .orElseThrow();
    }

    private static void clipboard(String text) {
        WaitForAsyncUtils.waitForAsyncFx(1000, () -> {
            var content = new javafx.scene.input.ClipboardContent();
            content.putString(text);
            return Clipboard.getSystemClipboard().setContent(content);
        });
    }
}
