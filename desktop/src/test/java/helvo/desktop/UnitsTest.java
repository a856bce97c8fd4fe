package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.fit.Exponential;
import helvo.core.study.FigureEdit;
import helvo.core.table.Column;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import java.util.List;
import java.util.stream.IntStream;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/// Units in the window, by mouse and by keys.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class UnitsTest {
    @RegisterExtension
    private static final SharedWindow SHARED = SharedWindow.onSample();

    private static final String BATH =
            "t (min),Length (mm),Width (cm),u (cm)\n0,10,1.2,0.1\n1,14,1.5,0.1\n2,19,1.9,0.1\n"
                    + "3,22,2.3,0.2\n4,27,2.6,0.2\n";
    private DrivenWindow window;

    @Start
    void start(Stage stage) {
        window = SHARED.on(stage);
    }

    private Table table() {
        return window.workspace.table().orElseThrow();
    }

    private List<Double> numbers(int column) {
        Column of = table().column(column);
        return IntStream.range(0, of.cells().size())
                .mapToObj(of.cells()::number)
                .toList();
    }

    @Test
    void aColumnIsConvertedByTheTagAndByTheFinder(FxRobot robot) throws UnreadableFile {
        window.open(robot, BATH);
        window.choose(robot, "#role-2", "convert-2");
        assertThat(window.text("#convert .region-heading")).isEqualTo("Convert Length (mm)");
        ListView<?> units = (ListView<?>) window.view.lookup("#convert-units");
        assertThat(units.getItems())
                .map(Object::toString)
                .contains("µm", "cm", "m", "in")
                .doesNotContain("mm", "s");
        int metres = units.getItems().stream().map(Object::toString).toList().indexOf("m");
        robot.interact(() -> units.getSelectionModel().select(metres));
        assertThat(window.text("#convert-unit")).isEqualTo("m");
        robot.clickOn("#convert-do");
        window.settle();
        assertThat(table().column(2).heading().text()).isEqualTo("Length (m)");
        assertThat(numbers(2)).containsExactly(0.01, 0.014, 0.019, 0.022, 0.027);
        assertThat(window.text("#equation")).startsWith("Length = 0.0042 t");
        // By keys: a unit of another quantity is refused, and said.
        robot.interact(() -> window.grid().choose(0, table().column(2)));
        DrivenWindow.find(robot, "convert the chosen");
        robot.write("kg", 0).type(KeyCode.ENTER);
        assertThat(window.text("#convert-wrong")).isEqualTo("“Length” is in m: kg is a unit of another quantity.");
        robot.push(KeyCode.CONTROL, KeyCode.A).write("in", 0).type(KeyCode.ENTER);
        window.settle();
        assertThat(window.view.lookup("#convert").isVisible()).isFalse();
        assertThat(table().column(2).unit()).isEqualTo("in");
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        window.settle();
        assertThat(table().column(2).heading().text()).isEqualTo("Length (mm)");
        assertThat(numbers(2)).containsExactly(10.0, 14.0, 19.0, 22.0, 27.0);
    }

    @Test
    void twoUnitsOfOneQuantityStandOnOneAxisAfterOnePress(FxRobot robot) throws UnreadableFile {
        window.open(robot, BATH);
        window.choose(robot, "#role-3", "role-3-Y");
        window.choose(robot, "#role-4", "role-4-Y_BAR");
        assertThat(((Label) window.view.lookup("#figure-notices .label")).getText())
                .isEqualTo("Width (cm) has another unit of the same quantity, and so the axis on the right.");
        assertThat(window.text("#one-axis")).isEqualTo("Convert into mm");
        window.press(robot, "#one-axis");
        assertThat(numbers(3)).containsExactly(12.0, 15.0, 19.0, 23.0, 26.0);
        assertThat(numbers(4)).containsExactly(1.0, 1.0, 1.0, 2.0, 2.0);
        assertThat(window.workspace.figure().orElseThrow().isOnRight(SeriesKey.whole(3)))
                .isFalse();
        assertThat(window.view.lookup("#figure-notices").isVisible()).isFalse();
    }

    @Test
    void barsOfAnotherQuantityAreAskedAbout(FxRobot robot) throws UnreadableFile {
        window.open(robot, BATH.replace("u (cm)", "u (%)").replace("Width (cm)", "Width (mm)"));
        window.choose(robot, "#role-2", "role-2-NONE");
        window.choose(robot, "#role-3", "role-3-Y");
        window.choose(robot, "#role-4", "role-4-Y_BAR");
        assertThat(window.workspace.series().orElseThrow().points().yBars().isNone())
                .isTrue();
        assertThat(((Label) window.view.lookup("#needs-a-look .look-heading")).getText())
                .isEqualTo("Needs a look (1)");
        window.press(robot, "#bars-unit-4-0");
        assertThat(window.workspace.series().orElseThrow().points().yBars().up()[1])
                .isEqualTo(1.5 * 0.1 / 100);
        assertThat(table().column(4).role()).isEqualTo(Role.NONE);
    }

    @Test
    void aFormulaSaysItsUnitAndWhatDoesNotFit(FxRobot robot) throws UnreadableFile {
        window.open(robot, BATH);
        DrivenWindow.find(robot, "a column by formula");
        robot.write("Length + Width", 0);
        assertThat(window.text("#derive-name")).isEqualTo("Length + Width (mm)");
        assertThat(window.view.lookup("#derive").lookupAll(".label").stream().map(label -> ((Label) label).getText()))
                .anyMatch(text -> text.contains("In mm.\nWhat is in cm is converted into mm."));
        robot.type(KeyCode.ENTER);
        window.settle();
        assertThat(numbers(5)).containsExactly(22.0, 29.0, 38.0, 45.0, 53.0);
        // Whoever converts a source does not change it.
        window.choose(robot, "#role-3", "convert-3");
        robot.write("m", 0).type(KeyCode.ENTER);
        window.settle();
        assertThat(numbers(3).getFirst()).isEqualTo(0.012);
        assertThat(numbers(5)).containsExactly(22.0, 29.0, 38.0, 45.0, 53.0);
    }

    @Test
    void quantitiesFollowTheData(FxRobot robot) throws UnreadableFile {
        window.open(robot, "t (min),A (kBq)\n0,100.3\n1,71.2\n2,49.1\n3,36.2\n4,24.6\n5,17.9\n");
        int figure = window.workspace.figureInView().orElseThrow().id();
        robot.interact(() -> window.workspace.perform(
                new FigureEdit.ChooseCurve(figure, SeriesKey.whole(2), new Exponential(false))));
        window.settle();
        window.press(robot, "#results-quantities");
        window.press(robot, "#quantity-usual-half-life");
        assertThat(window.view.lookup("#quantity-remove-0").getAccessibleText()).isEqualTo("Remove half-life");
        robot.interact(() -> window.view.lookup("#quantity-formula").requestFocus());
        robot.write("a / nothing", 0).type(KeyCode.ENTER);
        window.settle();
        robot.type(KeyCode.ESCAPE);
        assertThat(shown())
                .anyMatch(text -> text.equals("1.995 ± 0.024"))
                .anyMatch(text -> text.contains("this curve has no coefficient “nothing”"));
        window.choose(robot, "#role-1", "convert-1");
        robot.write("s", 0).type(KeyCode.ENTER);
        window.settle();
        assertThat(shown()).anyMatch(text -> text.equals("119.7 ± 1.4"));
    }

    private List<String> shown() {
        return window.view.lookupAll(".results .label").stream()
                .map(label -> ((Label) label).getText())
                .toList();
    }
}
