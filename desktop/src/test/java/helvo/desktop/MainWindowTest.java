package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.fit.Line;
import helvo.core.fit.Polynomial;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Layer;
import helvo.core.table.Cell;
import helvo.core.table.Decision;
import helvo.core.table.Heading;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.desktop.workspace.SystemClipboard;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.PickResult;
import javafx.scene.layout.Region;
import javafx.stage.Stage;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/// Drives the real window, offscreen, as a person would.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class MainWindowTest {
    @RegisterExtension
    private static final SharedWindow SHARED = SharedWindow.onSample();

    @TempDir
    private Path folder;

    private DrivenWindow window;

    @Start
    void start(Stage stage) {
        window = SHARED.on(stage);
    }

    @Test
    void typingIntoACellChangesResultsAndFigureAndUndoBringsItBack(FxRobot robot) {
        window.settle();
        String slope = window.text("#value-slope");
        int before = drawings();
        robot.interact(() -> window.grid().choose(0, stretch().columns().get(2)));
        robot.write("9.25", 40).type(KeyCode.ENTER);
        window.settle();
        assertThat(stretch().columns().get(2).cells().cell(0)).isEqualTo(new Cell.Number(9.25));
        assertThat(window.text("#value-slope")).isNotEqualTo(slope);
        assertThat(drawings()).isGreaterThan(before);
        assertThat(window.grid().getFocusModel().getFocusedCell().getRow()).isEqualTo(1);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        window.settle();
        assertThat(window.text("#value-slope")).isEqualTo(slope);
        robot.clickOn("#redo");
        window.settle();
        assertThat(window.text("#value-slope")).isNotEqualTo(slope);
    }

    /// A long name gives way to it.
    @Test
    void aNumberInTheResultsStandsOnOneLine(FxRobot robot) {
        int stretch = stretch().columns().get(2).id();
        robot.interact(() -> window.workspace.perform(
                new ColumnEdit.SetHeading(stretch().id(), stretch, Heading.of("Stretch (mm/(m N))"))));
        window.settle();
        var value = (Region) window.view.lookup("#value-residual-standard-deviation-s");
        assertThat(value.getWidth()).isGreaterThanOrEqualTo(Math.floor(value.prefWidth(-1)));
    }

    @Test
    void editingEscapesEmptiesAndMovesByKeys(FxRobot robot) {
        window.settle();
        robot.interact(() -> window.grid().choose(2, stretch().columns().get(1)));
        robot.type(KeyCode.F2);
        robot.write("77").type(KeyCode.ESCAPE);
        assertThat(window.workspace.history().get().steps()).isEmpty();
        robot.type(KeyCode.F2).write("16").type(KeyCode.TAB);
        window.settle();
        assertThat(stretch().columns().get(1).cells().number(2)).isEqualTo(16);
        assertThat(window.grid().getFocusModel().getFocusedCell().getColumn()).isEqualTo(3);
        robot.type(KeyCode.DELETE);
        window.settle();
        assertThat(stretch().columns().get(2).cells().cell(2)).isEqualTo(Cell.EMPTY);
        assertThat(window.workspace.history().get().steps())
                .extracting(step -> step.sentence())
                .containsExactly("Row 3, Load: “16” instead of “15”", "Row 3, Stretch: empty instead of “3.20”");
    }

    @Test
    void aPressOnACurveChoosesIt(FxRobot robot) {
        window.settle();
        robot.clickOn("#curve-quadratic");
        window.settle();
        assertThat(window.workspace.series().orElseThrow().chosen().curve()).isEqualTo(new Polynomial(2));
        assertThat(window.text("#equation")).contains("Load²");
        assertThat(window.toggle("#curve-quadratic").isSelected()).isTrue();
        robot.clickOn("#series-1");
        window.settle();
        assertThat(window.workspace.series().orElseThrow().chosen().curve()).isEqualTo(new Line());
        assertThat(window.toggle("#curve-line").isSelected()).isTrue();
        robot.clickOn("#undo");
        window.settle();
        robot.clickOn("#series-0");
        assertThat(window.workspace.series().orElseThrow().chosen().curve()).isEqualTo(new Line());
    }

    @Test
    void aCellThatNeedsALookIsDecidedEachWay(FxRobot robot) {
        window.settle();
        robot.clickOn("#use-7");
        window.settle();
        assertThat(stretch().columns().get(2).cells().cell(7)).isEqualTo(new Cell.Number(7.6));
        assertThat(stretch().decisions()).extracting(Decision::original).containsExactly(new Cell.Text("about 7.6"));
        robot.clickOn("#back-7");
        window.settle();
        assertThat(stretch().columns().get(2).cells().cell(7)).isEqualTo(new Cell.Text("about 7.6"));
        assertThat(stretch().decisions()).isEmpty();
        robot.clickOn("#undo").clickOn("#undo");
        window.settle();
        robot.clickOn("#missing-7");
        window.settle();
        assertThat(stretch().columns().get(2).cells().cell(7)).isEqualTo(Cell.EMPTY);
        robot.clickOn("#undo");
        window.settle();
        robot.clickOn("#aside-7");
        window.settle();
        assertThat(stretch().excluded().reasons()).containsEntry(7, "“about 7.6” is not a number");
        robot.clickOn("#undo");
        window.settle();
        robot.clickOn("#edit-7");
        robot.write("7.55").type(KeyCode.ENTER);
        window.settle();
        assertThat(stretch().columns().get(2).cells().cell(7)).isEqualTo(new Cell.Number(7.55));
    }

    @Test
    void aRoleTagChangesTheRole(FxRobot robot) {
        window.settle();
        robot.clickOn("#role-1").clickOn("not used");
        window.settle();
        assertThat(stretch().columns().getFirst().role()).isEqualTo(Role.NONE);
        assertThat(window.workspace.figure().orElseThrow().series()).hasSize(1);
        robot.clickOn("#role-3").clickOn("x, horizontal");
        window.settle();
        assertThat(window.text("#equation")).startsWith("Load = ");
    }

    @Test
    void theTitleIsEditedInPlace(FxRobot robot) {
        window.settle();
        robot.clickOn("#figure-title");
        robot.write("Pulled cords").type(KeyCode.ENTER);
        window.settle();
        assertThat(window.workspace.figure().orElseThrow().title()).isEqualTo("Pulled cords");
        robot.push(KeyCode.CONTROL, KeyCode.T);
        robot.type(KeyCode.DELETE).type(KeyCode.ENTER);
        window.settle();
        assertThat(window.workspace.figure().orElseThrow().title()).isEqualTo("Stretch against Load");
    }

    @Test
    void theFigureIsSavedAtTheSizeAskedForAndReadsBack(FxRobot robot) throws IOException {
        window.settle();
        window.saveTo = folder.resolve("figure.pdf");
        robot.clickOn("#export");
        window.settle();
        robot.clickOn("#export-width").push(KeyCode.CONTROL, KeyCode.A);
        robot.write("85").clickOn("#save-pdf");
        window.settle();
        try (var document = Loader.loadPDF(window.saveTo.toFile())) {
            assertThat(new PDFTextStripper().getText(document))
                    .contains("Stretch of 3 mm marram cord", "salt-soaked", "Load (N)");
            assertThat(document.getPage(0).getMediaBox().getWidth()).isEqualTo(85 * 72 / 25.4f);
        }
        assertThat(window.text("#notice")).contains("Saved “figure.pdf”");
        robot.clickOn("#export-width")
                .push(KeyCode.CONTROL, KeyCode.A)
                .write("3")
                .clickOn("#save-png");
        window.settle();
        assertThat(robot.lookup("must be a number from 40 to 1200 mm; “3” is not.")
                        .tryQuery())
                .isEmpty();
        assertThat(window.workspace.figure().orElseThrow().figure().widthMm()).isEqualTo(85);
        window.saveTo = folder.resolve("none/figure.png");
        robot.clickOn("#export-width")
                .push(KeyCode.CONTROL, KeyCode.A)
                .write("90")
                .clickOn("#save-png");
        window.settle();
        assertThat(window.text("#notice")).contains("could not be saved: its folder does not exist");
    }

    @Test
    void theTableIsSavedAndOpensAsItWas(FxRobot robot) {
        window.settle();
        Table before = stretch();
        window.saveTo = folder.resolve("Stretch.csv");
        robot.clickOn("#export");
        window.settle();
        robot.clickOn("#export-part-2").clickOn("#save-csv");
        window.settle();
        assertThat(window.text("#notice")).contains("Saved “Stretch.csv”");
        robot.type(KeyCode.ESCAPE);
        window.toOpen = List.of(window.saveTo);
        robot.clickOn("#open");
        window.settle();
        assertThat(window.workspace.study().tables().getLast().columns()).isEqualTo(before.columns());
    }

    @Test
    void theResultsAreCopiedAtFullPrecision(FxRobot robot) {
        window.settle();
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.R);
        WaitForAsyncUtils.waitForFxEvents();
        String copied = WaitForAsyncUtils.waitForAsyncFx(1000, () -> SystemClipboard.text());
        double slope = window.workspace
                .series()
                .orElseThrow()
                .fit()
                .orElseThrow()
                .coefficient("b")
                .value();
        assertThat(copied).contains("slope\t" + slope + " ± ", "salt-soaked");
    }

    @Test
    void anythingIsFoundByItsNameAndDoneByTheKeyboard(FxRobot robot) {
        window.settle();
        robot.push(KeyCode.CONTROL, KeyCode.K);
        robot.write("grid lines").type(KeyCode.ENTER);
        window.settle();
        assertThat(window.workspace.figure().orElseThrow().figure().shows(Layer.GRID_LINES))
                .isTrue();
        assertThat(window.toggle("#show-grid-lines").isSelected()).isTrue();
        robot.push(KeyCode.CONTROL, KeyCode.K);
        robot.write("fit cubic").type(KeyCode.ENTER);
        window.settle();
        assertThat(window.workspace.series().orElseThrow().chosen().curve()).isEqualTo(new Polynomial(3));
        robot.interact(() -> window.grid().choose(0, stretch().columns().get(1)));
        robot.push(KeyCode.CONTROL, KeyCode.D);
        window.settle();
        assertThat(stretch().excluded().has(0)).isTrue();
        robot.push(KeyCode.CONTROL, KeyCode.D);
        assertThat(stretch().excluded().has(0)).isFalse();
    }

    @Test
    void aFileIsOpenedReadInAnotherWayAndABadOneChangesNothing(FxRobot robot) throws IOException {
        window.settle();
        window.toOpen = List.of(
                Files.writeString(folder.resolve("kraft.csv"), "Kraft (N);Weg (mm)\n1,5;2,25\n2,5;3,5\n3,5;4,75\n"));
        robot.clickOn("#open");
        window.settle();
        assertThat(window.workspace.study().tables()).extracting(Table::name).endsWith("Stock", "kraft");
        assertThat(window.text("#layout")).isEqualTo("Semicolons, UTF-8, headings, decimal comma");
        assertThat(window.text("#equation")).isEqualTo("Weg = 1.25 Kraft + 0.375");
        robot.clickOn("#layout").clickOn("No headings");
        window.settle();
        assertThat(window.workspace.table().orElseThrow().rows()).isEqualTo(4);
        var study = window.workspace.study();
        window.toOpen = List.of(Files.write(folder.resolve("photo.csv"), new byte[] {1, 2, 0, 0, 3}));
        robot.clickOn("#open");
        window.settle();
        assertThat(window.text("#notice")).contains("“photo.csv” is not a text file");
        assertThat(window.workspace.study()).isSameAs(study);
        robot.clickOn("#close-notice");
        assertThat(robot.lookup("#notice").query().getParent().isVisible()).isFalse();
    }

    /// At the smallest window of the design nothing is cut off.
    @Test
    void aSmallWindowKeepsEverythingInside(FxRobot robot) {
        resize(robot, 1024, 700);
        inside(
                robot,
                1024,
                700,
                "#export",
                "#show-grid-lines",
                "#sheet",
                "#use-7",
                "#curve-line",
                "#curves-more",
                "#unfold-results");
        robot.clickOn("#unfold-results");
        window.settle();
        inside(robot, 1024, 700, "#equation", "#unfold-measurements", "#sheet", "#show-grid-lines");
        assertThat(window.view.lookup("#grid").getParent().isVisible()).isFalse();
        robot.push(KeyCode.CONTROL, KeyCode.DIGIT1);
        window.settle();
        inside(robot, 1024, 700, "#use-7", "#grid", "#unfold-results");
    }

    /// Folded regions leave their room to the sheet; a frame's edges are two pixels of a window of 1280.
    @Test
    void switchesStandInOneRowAndTheSheetGrowsByWhatIsFolded(FxRobot robot) {
        resize(robot, 1278, 770);
        assertThat(window.view.lookupAll(".switch").stream()
                        .filter(each -> each.getParent().isVisible())
                        .mapToDouble(each -> each.getBoundsInParent().getMinY())
                        .distinct()
                        .count())
                .isEqualTo(1);
        robot.push(KeyCode.CONTROL, KeyCode.ALT, KeyCode.DIGIT1);
        window.settle();
        double whole = height("#sheet");
        robot.push(KeyCode.CONTROL, KeyCode.ALT, KeyCode.DIGIT3);
        window.settle();
        assertThat(height("#sheet")).isGreaterThan(1.15 * whole);
        assertThat(window.view.lookup("#curves-more").getParent().getParent().isVisible())
                .isFalse();
        window.press(robot, "#unfold-curves");
        assertThat(height("#sheet")).isEqualTo(whole);
        robot.interact(() -> window.view.lookup("#edge-curves").requestFocus());
        robot.type(KeyCode.ENTER);
        window.settle();
        assertThat(height("#sheet")).as("folded by its edge").isGreaterThan(1.15 * whole);
        assertThat(window.view.getScene().getFocusOwner()).isSameAs(window.view.lookup("#unfold-curves"));
    }

    /// In a wide window the results take a share of it, but for a width that a person chose.
    @Test
    void resultsAreWiderInAWideWindow(FxRobot robot) {
        double usual = window.view.rightWidth();
        resize(robot, 1900, 500);
        assertThat(window.view.rightWidth()).isGreaterThan(1.25 * usual);
        assertThat(window.view.chosenRightWidth()).isZero();
        robot.interact(() -> window.view.setSides(0, 300));
        resize(robot, 1700, 500);
        assertThat(window.view.rightWidth()).isEqualTo(300);
        assertThat(window.view.chosenRightWidth()).isEqualTo(300);
        resize(robot, 1280, 800);
    }

    private void resize(FxRobot robot, double width, double height) {
        robot.interact(() -> {
            window.view.getScene().getWindow().setWidth(width);
            window.view.getScene().getWindow().setHeight(height);
        });
        window.settle();
    }

    private double height(String id) {
        return window.view.lookup(id).getLayoutBounds().getHeight();
    }

    /// A side keeps the width that it was given, also while the window changes.
    @Test
    void sidesAreDraggedWiderAndKeepTheirWidth(FxRobot robot) {
        var side = (javafx.scene.layout.Region) window.view.lookup(".measurements");
        double first = side.getWidth();
        // The robot's moves end where the pointer leaves a node as narrow as this: events as a mouse sends them.
        Node edge = window.view.lookup("#edge-measurements");
        var from = edge.localToScene(edge.getLayoutBounds());
        for (var type : List.of(MouseEvent.MOUSE_PRESSED, MouseEvent.MOUSE_DRAGGED, MouseEvent.MOUSE_RELEASED)) {
            double x = from.getCenterX() + (type == MouseEvent.MOUSE_PRESSED ? 0 : 60);
            robot.interact(() -> edge.fireEvent(new MouseEvent(
                    type,
                    x,
                    from.getCenterY(),
                    x,
                    from.getCenterY(),
                    MouseButton.PRIMARY,
                    1,
                    false,
                    false,
                    false,
                    false,
                    true,
                    false,
                    false,
                    false,
                    false,
                    false,
                    new PickResult(edge, x, from.getCenterY()))));
        }
        window.settle();
        double wide = side.getWidth();
        assertThat(wide).isEqualTo(first + 60);
        robot.interact(() -> window.view.getScene().getWindow().setWidth(1500));
        window.settle();
        assertThat(side.getWidth()).isEqualTo(wide);
        robot.interact(() -> window.view.lookup("#edge-results").requestFocus());
        var results = (javafx.scene.layout.Region) window.view.lookup(".results");
        double before = results.getWidth();
        robot.type(KeyCode.LEFT).type(KeyCode.LEFT);
        window.settle();
        assertThat(results.getWidth()).isEqualTo(before + 32);
        robot.type(KeyCode.ENTER);
        window.settle();
        assertThat(results.isVisible()).isFalse();
    }

    private static void inside(FxRobot robot, double width, double height, String... ids) {
        for (String id : ids) {
            Node node = robot.lookup(id).query();
            var bounds = node.localToScene(node.getLayoutBounds());
            assertThat(bounds.getMinX()).as(id).isGreaterThanOrEqualTo(0);
            assertThat(bounds.getMaxX()).as(id).isLessThanOrEqualTo(width);
            assertThat(bounds.getMaxY()).as(id).isLessThanOrEqualTo(height);
        }
    }

    private Table stretch() {
        return window.table(0);
    }

    private int drawings() {
        return FxThread.of(() -> window.view.figure().view().drawings().get());
    }
}
