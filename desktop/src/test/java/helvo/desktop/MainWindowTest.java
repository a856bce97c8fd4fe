package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.curve.Line;
import helvo.core.curve.Polynomial;
import helvo.core.study.Layer;
import helvo.core.table.Cell;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.figure.FigureFormat;
import helvo.files.samples.SampleStudy;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import javafx.animation.AnimationTimer;
import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import javafx.stage.Window;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/// Drives the real window, offscreen, as a person would.
@ExtendWith(ApplicationExtension.class)
class MainWindowTest {
    @TempDir
    private Path folder;
    private Session session;
    private MainView view;
    private Path saveTo;
    private List<Path> toOpen = List.of();

    @Start
    void start(Stage stage) {
        session = new Session(SampleStudy.study());
        view = new MainView(session, new FileDialogs() {
            @Override
            public List<Path> tables(Window owner) {
                return toOpen;
            }

            @Override
            public Optional<Path> figure(Window owner, FigureFormat format, String suggestedName) {
                return Optional.ofNullable(saveTo);
            }
        });
        stage.setScene(HelvoWindow.scene(view, 1280, 800));
        stage.show();
    }

    @AfterEach
    void close(FxRobot robot) {
        robot.interact(session::close);
    }

    @Test
    void typingIntoACellChangesReadoutAndFigureAndUndoBringsItBack(FxRobot robot) {
        settle();
        String slope = text("#value-slope");
        Object before = sheet(robot);
        robot.interact(() -> grid().choose(0, stretch().columns().get(2)));
        robot.write("9.25", 40).type(KeyCode.ENTER);
        settle();
        assertThat(stretch().columns().get(2).cells().cell(0)).isEqualTo(new Cell.Number(9.25));
        assertThat(text("#value-slope")).isNotEqualTo(slope);
        assertThat(sheet(robot)).isNotSameAs(before);
        assertThat(grid().getFocusModel().getFocusedCell().getRow()).isEqualTo(1);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        settle();
        assertThat(text("#value-slope")).isEqualTo(slope);
        robot.clickOn("#redo");
        settle();
        assertThat(text("#value-slope")).isNotEqualTo(slope);
    }

    @Test
    void editingEscapesEmptiesAndMovesByKeys(FxRobot robot) {
        settle();
        robot.interact(() -> grid().choose(2, stretch().columns().get(1)));
        robot.type(KeyCode.F2);
        robot.write("77").type(KeyCode.ESCAPE);
        assertThat(session.history().get().steps()).isEmpty();
        robot.type(KeyCode.F2).write("16").type(KeyCode.TAB);
        settle();
        assertThat(stretch().columns().get(1).cells().number(2)).isEqualTo(16);
        assertThat(grid().getFocusModel().getFocusedCell().getColumn()).isEqualTo(3);
        robot.type(KeyCode.DELETE);
        settle();
        assertThat(stretch().columns().get(2).cells().cell(2)).isEqualTo(Cell.EMPTY);
        assertThat(session.history().get().steps()).extracting(step -> step.sentence())
                .containsExactly("Row 3, Load: “16” instead of “15”", "Row 3, Stretch: empty instead of “3.20”");
    }

    @Test
    void aPressOnACurveChoosesIt(FxRobot robot) {
        settle();
        robot.clickOn("#curve-quadratic");
        settle();
        assertThat(session.series().orElseThrow().chosen().curve()).isEqualTo(new Polynomial(2));
        assertThat(text("#equation")).contains("Load²");
        assertThat(toggle("#curve-quadratic").isSelected()).isTrue();
        robot.clickOn("#series-1");
        settle();
        assertThat(session.series().orElseThrow().chosen().curve()).isEqualTo(new Line());
        assertThat(toggle("#curve-line").isSelected()).isTrue();
        robot.clickOn("#undo");
        settle();
        robot.clickOn("#series-0");
        assertThat(session.series().orElseThrow().chosen().curve()).isEqualTo(new Line());
    }

    @Test
    void aCellThatNeedsALookIsDecidedEachWay(FxRobot robot) {
        settle();
        robot.clickOn("#use-7");
        settle();
        assertThat(stretch().columns().get(2).cells().cell(7)).isEqualTo(new Cell.Number(7.6));
        assertThat(robot.lookup("#needs-a-look").query().isVisible()).isFalse();
        robot.clickOn("#undo");
        settle();
        robot.clickOn("#missing-7");
        settle();
        assertThat(stretch().columns().get(2).cells().cell(7)).isEqualTo(Cell.EMPTY);
        robot.clickOn("#undo");
        settle();
        robot.clickOn("#aside-7");
        settle();
        assertThat(stretch().setAside().reasons()).containsEntry(7, "“about 7.6” is not a number");
        robot.clickOn("#undo");
        settle();
        robot.clickOn("#edit-7");
        robot.write("7.55").type(KeyCode.ENTER);
        settle();
        assertThat(stretch().columns().get(2).cells().cell(7)).isEqualTo(new Cell.Number(7.55));
    }

    @Test
    void aRoleTagChangesTheRole(FxRobot robot) {
        settle();
        robot.clickOn("#role-1").clickOn("not used");
        settle();
        assertThat(stretch().columns().getFirst().role()).isEqualTo(Role.NONE);
        assertThat(session.figure().orElseThrow().series()).hasSize(1);
        robot.clickOn("#role-3").clickOn("x, along the foot");
        settle();
        assertThat(text("#equation")).startsWith("Load = ");
    }

    @Test
    void theTitleIsEditedInPlace(FxRobot robot) {
        settle();
        robot.clickOn("#figure-title");
        robot.write("Pulled cords").type(KeyCode.ENTER);
        settle();
        assertThat(session.figure().orElseThrow().title()).isEqualTo("Pulled cords");
        robot.push(KeyCode.CONTROL, KeyCode.T);
        robot.type(KeyCode.DELETE).type(KeyCode.ENTER);
        settle();
        assertThat(session.figure().orElseThrow().title()).isEqualTo("Stretch against Load");
    }

    @Test
    void theFigureIsSavedAtTheSizeAskedForAndReadsBack(FxRobot robot) throws IOException {
        settle();
        saveTo = folder.resolve("figure.pdf");
        robot.clickOn("#hand-over");
        robot.clickOn("#hand-over-width").push(KeyCode.CONTROL, KeyCode.A);
        robot.write("85").clickOn("#save-pdf");
        settle();
        try (var document = Loader.loadPDF(saveTo.toFile())) {
            assertThat(new PDFTextStripper().getText(document)).contains("Stretch of 3 mm marram cord", "salt-soaked", "Load (N)");
            assertThat(document.getPage(0).getMediaBox().getWidth()).isEqualTo(85 * 72 / 25.4f);
        }
        assertThat(text("#notice")).contains("Saved “figure.pdf”");
        robot.doubleClickOn("#hand-over-width").write("3").clickOn("#save-png");
        settle();
        assertThat(robot.lookup("must be a number from 40 to 1200 mm; “3” is not.").tryQuery()).isEmpty();
        assertThat(session.figure().orElseThrow().figure().widthMm()).isEqualTo(85);
        saveTo = folder.resolve("none/figure.png");
        robot.doubleClickOn("#hand-over-width").write("90").clickOn("#save-png");
        settle();
        assertThat(text("#notice")).contains("could not be saved: its folder does not exist");
    }

    @Test
    void theReadoutIsCopiedAtFullPrecision(FxRobot robot) {
        settle();
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.R);
        WaitForAsyncUtils.waitForFxEvents();
        String copied = WaitForAsyncUtils.waitForAsyncFx(1000, () -> Clipboard.getSystemClipboard().getString());
        double slope = session.series().orElseThrow().fit().orElseThrow().coefficient("b").value();
        assertThat(copied).contains("slope\t" + slope + " ± ", "salt-soaked");
    }

    @Test
    void anythingIsFoundByItsNameAndDoneByTheKeyboard(FxRobot robot) {
        settle();
        robot.push(KeyCode.CONTROL, KeyCode.K);
        robot.write("guide").type(KeyCode.ENTER);
        settle();
        assertThat(session.figure().orElseThrow().figure().shows(Layer.GUIDE_GRID)).isTrue();
        assertThat(toggle("#show-guide-grid").isSelected()).isTrue();
        robot.push(KeyCode.CONTROL, KeyCode.K);
        robot.write("fit cubic").type(KeyCode.ENTER);
        settle();
        assertThat(session.series().orElseThrow().chosen().curve()).isEqualTo(new Polynomial(3));
        robot.interact(() -> grid().choose(0, stretch().columns().get(1)));
        robot.push(KeyCode.CONTROL, KeyCode.D);
        settle();
        assertThat(stretch().setAside().has(0)).isTrue();
        robot.push(KeyCode.CONTROL, KeyCode.D);
        assertThat(stretch().setAside().has(0)).isFalse();
    }

    @Test
    void aFileIsOpenedReadInAnotherWayAndABadOneChangesNothing(FxRobot robot) throws IOException {
        settle();
        toOpen = List.of(Files.writeString(folder.resolve("kraft.csv"), "Kraft (N);Weg (mm)\n1,5;2,25\n2,5;3,5\n3,5;4,75\n"));
        robot.clickOn("#open");
        settle();
        assertThat(session.study().tables()).extracting(Table::name).containsExactly("Stretch", "Creep", "kraft");
        assertThat(text("#layout")).isEqualTo("Semicolons, decimal comma, UTF-8, headings");
        assertThat(text("#equation")).isEqualTo("Weg = 1.25 Kraft + 0.375");
        robot.clickOn("#layout").clickOn("No headings");
        settle();
        assertThat(session.table().orElseThrow().rows()).isEqualTo(4);
        var study = session.study();
        toOpen = List.of(Files.write(folder.resolve("photo.csv"), new byte[] {1, 2, 0, 0, 3}));
        robot.clickOn("#open");
        settle();
        assertThat(text("#notice")).contains("“photo.csv” is not a text file");
        assertThat(session.study()).isSameAs(study);
        robot.clickOn("#close-notice");
        assertThat(robot.lookup("#notice").query().getParent().isVisible()).isFalse();
    }

    /// At the smallest window of the design nothing is cut off.
    @Test
    void aSmallWindowKeepsEverythingInside(FxRobot robot) {
        robot.interact(() -> {
            view.getScene().getWindow().setWidth(1024);
            view.getScene().getWindow().setHeight(700);
        });
        settle();
        for (String id : List.of("#hand-over", "#show-guide-grid", "#sheet", "#equation", "#use-7", "#curve-line")) {
            Node node = robot.lookup(id).query();
            var bounds = node.localToScene(node.getLayoutBounds());
            assertThat(bounds.getMinX()).as(id).isGreaterThanOrEqualTo(0);
            assertThat(bounds.getMaxX()).as(id).isLessThanOrEqualTo(1024);
            assertThat(bounds.getMaxY()).as(id).isLessThanOrEqualTo(700);
        }
    }

    private MeasurementGrid grid() {
        return (MeasurementGrid) view.lookup("#grid");
    }

    private Table stretch() {
        return session.study().tables().getFirst();
    }

    private Object sheet(FxRobot robot) {
        return robot.lookup("#sheet").queryAs(javafx.scene.image.ImageView.class).getImage();
    }

    private ToggleButton toggle(String id) {
        return (ToggleButton) view.lookup(id);
    }

    private String text(String id) {
        Node node = view.lookup(id);
        return node instanceof TextField field ? field.getText() : ((Labeled) node).getText();
    }

    /// Waits until all work is done and a few frames of it were laid out.
    private void settle() {
        var laidOut = new CountDownLatch(4);
        var frames = new AnimationTimer() {
            @Override
            public void handle(long now) {
                if (session.workshop().idle() && view.figureView().settled()) {
                    laidOut.countDown();
                }
            }
        };
        try {
            WaitForAsyncUtils.waitForFxEvents();
            WaitForAsyncUtils.waitForAsyncFx(20_000, frames::start);
            assertThat(laidOut.await(30, TimeUnit.SECONDS)).as("the window came to rest").isTrue();
            WaitForAsyncUtils.waitForAsyncFx(20_000, frames::stop);
        } catch (InterruptedException e) {
            throw new AssertionError(e);
        }
    }
}
