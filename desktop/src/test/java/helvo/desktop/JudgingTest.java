package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Mean;
import helvo.core.fit.ResidualMeasure;
import helvo.core.study.Figure;
import helvo.core.style.Note;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.desktop.panels.Commands;
import helvo.desktop.workspace.SystemClipboard;
import helvo.figure.layout.FigureLayout;
import helvo.figure.paint.ResidualSheet;
import java.util.HashSet;
import java.util.List;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/// Judges a fit in the window: its residuals in full, further curves, parts of the points, readings, what stands on
/// the figure.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class JudgingTest {
    @RegisterExtension
    private static final SharedWindow SHARED = SharedWindow.onSample();

    private static final SeriesKey FREQUENCY = SeriesKey.whole(2);
    private DrivenWindow window;

    @Start
    void start(Stage stage) {
        window = SHARED.on(stage);
    }

    /// The bent table of plucked cords.
    @BeforeEach
    void show(FxRobot robot) {
        Table pluck = window.workspace.study().tables().stream()
                .filter(table -> table.name().equals("Pluck"))
                .findFirst()
                .orElseThrow();
        robot.interact(() -> window.workspace.show(pluck.id()));
        window.settle();
    }

    private Figure figure() {
        return window.workspace.figureInView().orElseThrow();
    }

    private List<SeriesAnalysis> series() {
        window.settle();
        return window.workspace.figure().orElseThrow().series();
    }

    private Point2D data(double x, double y) {
        window.settle();
        FigureLayout layout = window.view.figure().view().layoutNow().orElseThrow();
        Point2D scene = window.view.figure().view().inScene(layout.px(x), layout.py(helvo.core.style.AxisPlace.Y, y));
        return window.view.localToScreen(window.view.sceneToLocal(scene));
    }

    private ResidualSheet.Picture residuals() {
        window.settle();
        for (int i = 0; i < 100 && window.view.figure().residuals().picture().isEmpty(); i++) {
            window.settle();
        }
        return window.view.figure().residuals().picture().orElseThrow();
    }

    @Test
    void residualsAreSeenChosenAndKept(FxRobot robot) {
        window.settle();
        robot.push(KeyCode.CONTROL, KeyCode.R);
        assertThat(residuals().panels()).hasSize(4);
        assertThat(window.view.figure().view().isVisible()).isFalse();
        robot.push(KeyCode.RIGHT).push(KeyCode.RIGHT);
        assertThat(window.workspace.selection().get().rows())
                .as("from point to point")
                .containsExactly(1);
        robot.clickOn("#residuals-percent-of-fitted");
        window.settle();
        robot.clickOn("#residuals-add");
        window.settle();
        Table table = window.workspace.table().orElseThrow();
        assertThat(table.columns().getLast().heading().text()).isEqualTo("Residual of Frequency (%)");
        SeriesAnalysis line = series().getFirst();
        assertThat(table.columns().getLast().cells().number(3))
                .isEqualTo(line.residuals()
                        .orElseThrow()
                        .in(ResidualMeasure.PERCENT_OF_FITTED, 3)
                        .orElseThrow());
        assertThat(window.workspace.messages().notice().get().orElseThrow().text())
                .contains("does not follow");
        robot.clickOn("#residuals-full");
        assertThat(window.view.figure().view().isVisible()).isTrue();
        assertThat(window.view.figure().residuals().isVisible()).isFalse();
        robot.clickOn("#residuals-open");
        assertThat(window.view.figure().residuals().isVisible()).isTrue();
    }

    @Test
    void curvesStandSideBySideAndDegreesAreStepped(FxRobot robot) {
        robot.clickOn("#curve-beside");
        assertThat(series()).hasSize(2);
        assertThat(series().getLast().label()).isEqualTo("Frequency, power");
        assertThat(figure().furtherCurves()).singleElement().satisfies(curve -> assertThat(curve.series())
                .isEqualTo(FREQUENCY.further(1)));
        assertThat(window.workspace.series().orElseThrow().key())
                .as("the new one is in view")
                .isEqualTo(FREQUENCY.further(1));
        DrivenWindow.find(robot, "Fit: quadratic");
        window.settle();
        assertThat(series().getLast().label()).isEqualTo("Frequency, quadratic");
        robot.clickOn("#degree-more");
        window.settle();
        robot.push(KeyCode.CONTROL, KeyCode.ALT, KeyCode.UP);
        assertThat(series().getLast().chosen().curve().degree()).isEqualTo(4);
        assertThat(series().getFirst().chosen().curve().degree()).isEqualTo(1);
        robot.clickOn("#curve-remove");
        assertThat(series()).hasSize(1);
        robot.clickOn("#degree-less");
        assertThat(series().getFirst().chosen().curve().degree())
                .as("below a line is the mean")
                .isZero();
        robot.clickOn("#degree-less");
        assertThat(series().getFirst().chosen().curve()).isEqualTo(new Mean());
        robot.clickOn("#degree-more");
        assertThat(series().getFirst().chosen().curve().degree()).isEqualTo(1);
    }

    @Test
    void encircledPointsShowTheirOwnCurveUntilItIsKept(FxRobot robot) {
        window.encircle(robot, false, data(5, 75), data(44, 33));
        assertThat(series()).as("tried beside the other").hasSize(2);
        assertThat(figure().furtherCurves()).as("nothing is kept yet").isEmpty();
        assertThat(robot.lookup("#part-says").queryAs(Label.class).getText()).startsWith("These 5 points alone");
        SeriesAnalysis part = series().getLast();
        assertThat(part.points().x()).containsExactly(10, 15, 20, 30, 40);
        assertThat(robot.lookup("#value-slope-these").queryAs(Label.class).getText())
                .startsWith(window.workspace
                        .study()
                        .numbers()
                        .rounded(part.fit().orElseThrow().slope().value(), java.util.OptionalDouble.of(0.06)));
        robot.push(KeyCode.ESCAPE);
        assertThat(series()).hasSize(1);
        robot.interact(() -> window.workspace.select(0, 1, 2));
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.P);
        assertThat(series().getLast().points().size()).as("the same by keys").isEqualTo(3);
        robot.push(KeyCode.ESCAPE);
        window.settle();
        window.encircle(robot, false, data(5, 75), data(44, 33));
        window.settle();
        robot.clickOn("#part-keep");
        assertThat(figure().furtherCurves()).hasSize(1);
        assertThat(series().getLast().points().size()).isEqualTo(5);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(series()).hasSize(1);
    }

    /// While the loop is drawn the curve of the points in it lies over the sheet, with its numbers.
    @Test
    void theCurveOfALoopIsThereWhileItIsDrawn(FxRobot robot) {
        Node line = window.view.lookup(".figure-part");
        window.drawLoop(robot, data(5, 75), data(44, 33));
        for (int i = 0; i < 50 && !line.isVisible(); i++) {
            window.settle();
        }
        assertThat(line.isVisible()).isTrue();
        assertThat(robot.lookup("#figure-hover").queryAs(Label.class).getText())
                .startsWith("5 points alone: slope 1.168 ± 0.063 (standard error), R² 0.9914");
        assertThat(window.workspace.selection().get().rows()).containsExactly(0, 1, 2, 3, 4);
        assertThat(figure().furtherCurves()).isEmpty();
        assertThat(series()).hasSize(1);
    }

    @Test
    void encircledPointsBecomeAGroup(FxRobot robot) {
        window.encircle(robot, false, data(5, 75), data(44, 33));
        window.settle();
        robot.clickOn("#points-reason").write("low", 0).clickOn("#points-group");
        window.settle();
        Table table = window.workspace.table().orElseThrow();
        assertThat(table.columns().getLast().role()).isEqualTo(Role.BY);
        assertThat(series()).extracting(SeriesAnalysis::label).containsExactly("low", "others");
        assertThat(series()).extracting(each -> each.points().size()).containsExactly(5, 5);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(series()).as("one step").hasSize(1);
    }

    @Test
    void excludingARowSaysWhatItChanged(FxRobot robot) {
        robot.interact(() -> window.workspace.perform(new helvo.core.study.TableEdit.ExcludeRows(
                window.workspace.tableId().get(), List.of(0), "slack")));
        window.settle();
        assertThat(robot.lookup("#value-slope-with-row-1").queryAs(Label.class).getText())
                .startsWith("0.776");
        assertThat(robot.lookup("#value-slope-without").queryAs(Label.class).getText())
                .startsWith("0.742");
        assertThat(window.workspace.messages().notice().get().orElseThrow().text())
                .isEqualTo("Row 1 excluded: slope 0.776 → 0.742, R² 0.9748 → 0.9798, s 4.94 → 4.14.");
        robot.interact(window.workspace::undo);
        window.settle();
        assertThat(window.workspace.messages().notice().get().orElseThrow().text())
                .startsWith("Row 1 included again: slope 0.742 → 0.776");
    }

    @Test
    void readingsAreTypedListedCopiedAndMadeATable(FxRobot robot) {
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.E);
        robot.write("90", 0).clickOn("#readings-measured").write("3", 0).clickOn("#readings-add-x");
        window.settle();
        assertThat(figure().style().notes()).containsExactly(new Note.ReadingMarker(1, FREQUENCY, true, 90, true, 3));
        robot.clickOn("#readings-at").write("60", 0).clickOn("#readings-add-y");
        assertThat(robot.lookup("#readings-panel-wrong").queryAs(Label.class).getText())
                .contains("needs no m");
        robot.interact(() ->
                robot.lookup("#readings-measured").queryAs(TextField.class).clear());
        robot.clickOn("#readings-add-y");
        window.settle();
        assertThat(figure().style().notes()).hasSize(2);
        robot.clickOn("#readings-at").write("much", 0).clickOn("#readings-add-y");
        assertThat(robot.lookup("#readings-panel-wrong").queryAs(Label.class).getText())
                .isEqualTo("Type a number to read at.");
        robot.clickOn("#readings-copy");
        var copied = new String[1];
        robot.interact(() -> copied[0] = SystemClipboard.text());
        assertThat(copied[0].split("\n")).hasSize(3);
        robot.clickOn("#readings-remove-1");
        window.settle();
        assertThat(figure().style().notes()).hasSize(1);
        robot.clickOn("#readings-table");
        window.settle();
        assertThat(window.workspace.table().orElseThrow().name()).isEqualTo("Readings");
        assertThat(window.workspace.table().orElseThrow().rows()).isEqualTo(1);
    }

    @Test
    void linesOfTheResultsStandOnTheFigureAndFollowIt(FxRobot robot) {
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.Q);
        robot.push(KeyCode.SPACE);
        window.settle();
        assertThat(figure().style().notes()).singleElement().satisfies(note -> {
            assertThat(((Note.Result) note).label()).isEqualTo("slope");
            assertThat(((Note.Result) note).series()).isEqualTo(FREQUENCY);
        });
        assertThat(robot.lookup("#quote-0").queryAs(CheckBox.class).getText()).startsWith("slope = 0.776");
        robot.push(KeyCode.SPACE);
        window.settle();
        assertThat(figure().style().notes()).isEmpty();
    }

    /// A key that two commands have would reach one of them only.
    @Test
    void noTwoCommandsShareAKey() {
        var seen = new HashSet<String>();
        for (Commands.Command command : FxThread.of(() -> window.view.commands().all())) {
            command.keys().forEach(key -> assertThat(seen.add(key.getName()))
                    .as("%s: %s", command.name(), key.getName())
                    .isTrue());
        }
        assertThat(seen.size()).isGreaterThan(40);
    }
}
