package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.points.Weighting;
import helvo.core.study.ColumnEdit;
import helvo.core.study.TableEdit;
import helvo.core.style.AxisPlace;
import helvo.core.style.BarStyle;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.figure.layout.FigureLayout;
import helvo.figure.layout.HitTarget;
import java.util.Arrays;
import java.util.Optional;
import javafx.geometry.Point2D;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/// Error bars in the window: their panel, what if, dragging, weights, readings, groups side by side.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class BarsTest {
    @RegisterExtension
    private static final SharedWindow SHARED = SharedWindow.onSample();

    private static final SeriesKey DRY = SeriesKey.group(3, "dry");
    private DrivenWindow window;

    @Start
    void start(Stage stage) {
        window = SHARED.on(stage);
    }

    private SeriesAnalysis dry() {
        window.settle();
        return window.workspace.figure().orElseThrow().series().getFirst();
    }

    private double bar(int point) {
        return dry().points().yBars().up()[point];
    }

    private String readout() {
        window.settle();
        return window.view.lookupAll(".label").stream()
                .map(node -> ((javafx.scene.control.Labeled) node).getText())
                .reduce("", (a, b) -> a + "\n" + b);
    }

    private void type(FxRobot robot, String id, String text) {
        var field = (TextField) window.view.lookup(id);
        robot.interact(() -> {
            field.requestFocus();
            field.selectAll();
        });
        robot.write(text);
    }

    private void enter(FxRobot robot, String id, String text) {
        type(robot, id, text);
        robot.type(KeyCode.ENTER);
        window.settle();
    }

    private void choose(FxRobot robot, String id, String shown) {
        ComboBox<Object> box = combo(id);
        robot.interact(() -> box.setValue(box.getItems().stream()
                .filter(item -> box.getConverter().toString(item).equals(shown))
                .findFirst()
                .orElseThrow()));
        window.settle();
    }

    @SuppressWarnings("unchecked")
    private ComboBox<Object> combo(String id) {
        return (ComboBox<Object>) window.view.lookup(id);
    }

    private Point2D scene(double x, double y) {
        FigureLayout layout = window.view.figure().view().layoutNow().orElseThrow();
        Point2D at = window.view.figure().view().inScene(layout.px(x), layout.py(AxisPlace.Y, y));
        return window.view.localToScreen(window.view.sceneToLocal(at));
    }

    /// The verdict turns at the least bar and nowhere else; nothing changes in the table until it is accepted.
    @Test
    void whatIfTurnsTheVerdictAtTheLeastFactor(FxRobot robot) {
        double least = dry().bounds().orElseThrow().least().factor() * 0.35;
        window.press(robot, "#results-bars");
        type(robot, "#bars-what-if", Double.toString(Math.nextUp(least * (1 + 1e-9))));
        assertThat(dry().bounds().orElseThrow().exist()).isTrue();
        assertThat(window.text("#bars-verdict")).startsWith("A line passes through all bars.");
        type(robot, "#bars-what-if", Double.toString(least * (1 - 1e-9)));
        assertThat(dry().bounds().orElseThrow().exist()).isFalse();
        assertThat(window.text("#bars-verdict")).startsWith("No line passes through all bars.");
        assertThat(readout()).contains("No line passes through all bars. One would with bars 1 times as long");
        assertThat(window.workspace
                        .study()
                        .tables()
                        .getFirst()
                        .column(4)
                        .cells()
                        .number(0))
                .isEqualTo(0.35);
        window.press(robot, "#bars-back");
        assertThat(bar(0)).isEqualTo(0.35);
        robot.interact(() -> {
            window.view.lookup("#bars-slider").requestFocus();
            ((Slider) window.view.lookup("#bars-slider")).setValue(2);
        });
        assertThat(bar(0)).isCloseTo(0.7, within(1e-12));
        assertThat(window.workspace.history().get().steps()).isEmpty();
        window.press(robot, "#bars-accept");
        assertThat(window.workspace
                        .study()
                        .tables()
                        .getFirst()
                        .column(4)
                        .cells()
                        .number(0))
                .isCloseTo(0.7, within(1e-12));
        robot.interact(window.workspace::undo);
        assertThat(bar(0)).isEqualTo(0.35);
    }

    @Test
    void barsComeFromOneLengthAPercentageOrAColumn(FxRobot robot) {
        window.press(robot, "#results-bars");
        choose(robot, "#bars-from", "a percentage");
        assertThat(bar(0)).isCloseTo(0.05 * dry().points().y()[0], within(1e-15));
        type(robot, "#bars-size", "10");
        robot.type(KeyCode.ENTER);
        assertThat(bar(0)).isCloseTo(0.1 * dry().points().y()[0], within(1e-15));
        choose(robot, "#bars-from", "the same for all");
        type(robot, "#bars-size", "0.5");
        robot.type(KeyCode.ENTER);
        assertThat(Arrays.stream(dry().points().yBars().up())).containsOnly(0.5);
        choose(robot, "#bars-from", "no bars");
        assertThat(dry().points().yBars().isNone()).isTrue();
        assertThat(dry().bounds()).isEmpty();
        choose(robot, "#bars-from", "column ± (mm)");
        assertThat(window.workspace.table().orElseThrow().column(4).role()).isEqualTo(Role.Y_BAR);
        assertThat(window.view.lookup("#bars-size")).as("each row has its own").isNull();
        choose(robot, "#bars-direction", "in x");
        choose(robot, "#bars-from", "the same for all");
        type(robot, "#bars-size", "-1");
        robot.type(KeyCode.ENTER);
        assertThat(window.text("#bars-panel-wrong")).startsWith("A bar has a length of 0 or more.");
        assertThat(dry().points().xBars().isNone()).isFalse();
        choose(robot, "#bars-weights", "by their error bars, as stated");
        assertThat(dry().points().weighedInBoth()).isTrue();
        assertThat(readout())
                .contains("Points are weighted by their error bars, as stated, in x and y (York’s line).")
                .contains("χ²");
        assertThat(window.workspace.figureInView().orElseThrow().weighting()).isEqualTo(Weighting.STATED);
    }

    /// One drag is one step; while it lasts the results follow and the table does not.
    /// How they look, in the panel that a pressed bar opens; and two columns for unequal bars, whose tags say so.
    @Test
    void barsLookAsChosenAndMayBeUnequal(FxRobot robot) {
        window.settle();
        robot.push(KeyCode.CONTROL, KeyCode.B);
        window.settle();
        java.util.function.Supplier<BarStyle> style = () -> window.workspace
                .figureInView()
                .orElseThrow()
                .style()
                .series(DRY)
                .bars();
        enter(robot, "#bars-cap", "2.5");
        enter(robot, "#bars-width", "2");
        assertThat(style.get()).isEqualTo(new BarStyle(true, 2.5, 2, Optional.empty()));
        enter(robot, "#bars-width", "9");
        assertThat(style.get().width()).as("too heavy").isEqualTo(2);
        robot.interact(() -> ((ToggleButton) window.view.lookup("#bars-color-4C7A34")).fire());
        assertThat(style.get().color()).contains("#4C7A34");
        robot.interact(() -> ((CheckBox) window.view.lookup("#bars-shown")).fire());
        window.settle();
        assertThat(window.view.figure().view().layoutNow().orElseThrow().parts())
                .noneMatch(part -> part.of() instanceof HitTarget.BarOf(var key, var _, var _) && key.equals(DRY))
                .anyMatch(part -> part.of() instanceof HitTarget.BarOf);
        int table = window.workspace.table().orElseThrow().id();
        robot.interact(() -> {
            window.workspace.perform(new ColumnEdit.AddColumn(table));
            int added =
                    window.workspace.table().orElseThrow().columns().getLast().id();
            window.workspace.perform(new TableEdit.FillSeries(table, added, 0, 0.1, 0.01, 22));
            window.workspace.perform(new ColumnEdit.SetRole(table, added, Role.Y_DOWN));
        });
        assertThat(dry().points().yBars().up()[3]).isEqualTo(0.35);
        assertThat(dry().points().yBars().down()[3]).isCloseTo(0.13, within(1e-15));
        assertThat(readout()).contains("Bars in y from column ± (mm) and ", "+ y", "− y");
    }

    @Test
    void theEndOfABarIsDragged(FxRobot robot) {
        window.settle();
        FigureLayout layout = window.view.figure().view().layoutNow().orElseThrow();
        var end =
                layout.place(new HitTarget.BarOf(DRY, 10, HitTarget.BarEnd.UP)).orElseThrow();
        Point2D from = window.view.localToScreen(
                window.view.sceneToLocal(window.view.figure().view().inScene(end.getCenterX(), end.getCenterY())));
        double y = dry().points().y()[9];
        robot.moveTo(from).press(MouseButton.PRIMARY).moveTo(scene(50, y + 1)).moveTo(scene(50, y + 1.5));
        assertThat(bar(9)).isCloseTo(1.5, within(0.06));
        assertThat(window.workspace
                        .study()
                        .tables()
                        .getFirst()
                        .column(4)
                        .cells()
                        .number(10))
                .isEqualTo(0.35);
        robot.release(MouseButton.PRIMARY);
        window.settle();
        assertThat(window.workspace.history().get().steps()).hasSize(1);
        assertThat(window.workspace
                        .study()
                        .tables()
                        .getFirst()
                        .column(4)
                        .cells()
                        .number(10))
                .isCloseTo(1.5, within(0.06));
        robot.clickOn(window.view.localToScreen(window.view.sceneToLocal(window.view
                .figure()
                .view()
                .inScene(
                        layout.px(50),
                        window.view
                                .figure()
                                .view()
                                .layoutNow()
                                .orElseThrow()
                                .place(new HitTarget.BarOf(DRY, 10, HitTarget.BarEnd.UP))
                                .orElseThrow()
                                .getCenterY()))));
        assertThat(window.view.lookup("#bars-panel").isVisible()).isTrue();
        type(robot, "#bars-row", "0.4");
        robot.type(KeyCode.ENTER);
        assertThat(bar(9)).isEqualTo(0.4);
    }

    @Test
    void readingsCarryIntervalsAndCorridor(FxRobot robot) {
        window.settle();
        window.press(robot, "#results-at-x");
        assertThat(readout())
                .contains(
                        "Readings",
                        "95 % half width of the mean",
                        "for one more measurement (95 %)",
                        "by the bounds; ± is half their range",
                        "lines within the bars reach from");
        window.press(robot, "#results-at-y");
        assertThat(readout()).contains("95 % between");
        assertThat(window.workspace.figureInView().orElseThrow().style().notes())
                .hasSize(2);
    }

    @Test
    void groupsAreCompared(FxRobot robot) {
        window.settle();
        window.press(robot, "#series-2");
        assertThat(readout()).contains("Slopes of the lines", "The slopes differ (F =", "salt-soaked against dry");
        window.press(robot, "#series-1");
        assertThat(window.text("#equation")).startsWith("Stretch = 0.28");
        assertThat(window.toggle("#show-bounds").isSelected()).isTrue();
    }
}
