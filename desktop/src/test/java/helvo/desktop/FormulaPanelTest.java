package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.RootLocale;
import helvo.core.fit.Fit;
import helvo.core.fit.FormulaCurve;
import helvo.core.fit.Line;
import helvo.core.fit.TradeCurve;
import helvo.core.study.ColumnEdit;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import javafx.scene.control.Label;
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
import org.testfx.util.WaitForAsyncUtils;

/// Curves of the trade and of one's own, by mouse and by keys.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class FormulaPanelTest {
    @RegisterExtension
    private static final SharedWindow SHARED = SharedWindow.onSample();

    private static final String COOLING = "Time (min),Temp (°C)\n0,88.1\n1,81.9\n2,77.4\n3,73.2\n4,70.6\n6,66.4\n"
            + "8,63.9\n10,62.3\n14,60.9\n20,60.1\n";
    private DrivenWindow window;

    @TempDir
    private Path folder;

    @Start
    void start(Stage stage) {
        window = SHARED.on(stage);
    }

    private Fit fit() {
        return window.workspace.series().orElseThrow().fit().orElseThrow();
    }

    @Test
    void oneOfTheTradeIsChosenByTheMouse(FxRobot robot) throws UnreadableFile {
        window.open(robot, COOLING);
        window.press(robot, "#curves-more");
        robot.moveTo("#formula-saturation");
        assertThat(window.text("#formula-for")).startsWith("y = a*x/(b + x): rises from 0");
        robot.clickOn("#formula-exponential-to-level");
        window.settle();
        assertThat(fit().curve()).isEqualTo(TradeCurve.EXPONENTIAL_TO_LEVEL.curve());
        assertThat(window.view.lookup("#curve-exponential-to-a-level"))
                .as("its picture")
                .isNotNull();
        assertThat(window.workspace.series().orElseThrow().simplest()).hasValue(fit().curve());
        assertThat(labels()).contains("c", "a", "b").anyMatch(text -> text.matches("59\\.9\\d ± 0\\.\\d+ °C"));
        robot.type(KeyCode.ESCAPE);
        robot.clickOn("#curve-line");
        window.settle();
        assertThat(fit().curve()).isEqualTo(new Line());
        assertThat(window.view.lookup("#curve-exponential-to-a-level"))
                .as("it suits the points best of all")
                .isNotNull();
    }

    private List<String> labels() {
        return window.view.lookup("#formula-coefficients").lookupAll(".label").stream()
                .map(label -> ((Label) label).getText())
                .toList();
    }

    @Test
    void onesOwnIsTypedHeldAndLimitedByKeys(FxRobot robot) throws UnreadableFile {
        window.open(robot, COOLING);
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.M);
        robot.write("T0 + A*exp(-Time/", 0);
        assertThat(window.text("#formula-says")).startsWith("At character 18: The formula ends where");
        assertThat(window.view.lookup("#formula-use").isDisabled()).isTrue();
        robot.write("tau)", 0);
        assertThat(window.text("#formula-says"))
                .isEqualTo("x is Time. T0, A, tau are found from the points; no starting values are needed.");
        robot.type(KeyCode.ENTER);
        window.settle();
        assertThat(((FormulaCurve) fit().curve()).formula().text()).isEqualTo("T0 + A*exp(-x/tau)");
        assertThat(fit().coefficient("T0").value()).isBetween(59.8, 60.0);
        // Held at a value, and another within limits.
        robot.type(KeyCode.TAB).write("60", 0).type(KeyCode.TAB, 4);
        robot.type(KeyCode.TAB, 4).write("five", 0).type(KeyCode.ENTER);
        assertThat(window.text("#formula-wrong"))
                .isEqualTo("tau: “five” is not a number, nor one with a unit such as 8.314 J/(mol K).");
        robot.push(KeyCode.CONTROL, KeyCode.A).write("5", 0).type(KeyCode.ENTER);
        window.settle();
        assertThat(fit().curve().held()).containsExactly(Map.entry("T0", 60.0), Map.entry("tau", 5.0));
        assertThat(fit().curve().coefficientNames()).containsExactly("A");
        robot.type(KeyCode.ESCAPE).push(KeyCode.CONTROL, KeyCode.Z);
        window.settle();
        assertThat(fit().curve().held()).isEmpty();
    }

    @Test
    void whatIsTypedIsDrawnAndNotKept(FxRobot robot) throws UnreadableFile, TimeoutException {
        window.open(robot, COOLING);
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.M);
        robot.write("T0 + A*exp(-Time/tau)", 0);
        WaitForAsyncUtils.waitFor(
                10, TimeUnit.SECONDS, () -> window.workspace.preview().get().isPresent());
        window.settle();
        assertThat(labels()).anyMatch(text -> text.matches("59\\.9\\d ± 0\\.\\d+ °C"));
        assertThat(((FormulaCurve) fit().curve()).shared()).isEmpty();
        // What is no formula any more is not drawn any more; what no points tell apart is said.
        robot.write("+", 0);
        WaitForAsyncUtils.waitFor(
                10, TimeUnit.SECONDS, () -> window.workspace.preview().get().isEmpty());
        robot.push(KeyCode.CONTROL, KeyCode.A).write("a*b*x", 0);
        assertThat(window.text("#formula-says")).startsWith("a and b always act as one in this formula");
        robot.type(KeyCode.ENTER);
        assertThat(window.text("#formula-wrong")).startsWith("a and b always act as one in this formula");
        robot.type(KeyCode.ESCAPE);
        window.settle();
        assertThat(fit().curve()).isEqualTo(new Line());
    }

    @Test
    void aCurveIsKeptHandedOnAndTaken(FxRobot robot) throws UnreadableFile {
        window.open(robot, COOLING);
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.M);
        robot.write("T0 + A*exp(-Time/tau)", 0);
        robot.clickOn("#formula-name").write("line", 0).type(KeyCode.ENTER);
        assertThat(window.text("#formula-wrong"))
                .isEqualTo("This curve is not kept: “line” is the name of a curve that is there already.");
        robot.push(KeyCode.CONTROL, KeyCode.A).write("Newton cooling", 0).type(KeyCode.ENTER);
        window.settle();
        assertThat(window.view.lookup("#formula-own-newton-cooling")).isNotNull();
        Path file = folder.resolve("curves.json");
        window.saveTo = file;
        window.press(robot, "#formula-write");
        assertThat(file).content().contains("Newton cooling");
        window.press(robot, "#formula-forget");
        assertThat(window.view.lookup("#formula-own-newton-cooling")).isNull();
        window.toOpen = List.of(file);
        window.press(robot, "#formula-take");
        window.press(robot, "#formula-own-newton-cooling");
        assertThat(fit().curve().name()).isEqualTo("Newton cooling");
        assertThat(window.text("#formula-name")).isEqualTo("Newton cooling");
        assertThat(fit().coefficient("T0").value()).isBetween(59.8, 60.0);
    }

    @Test
    void allGroupsShareACoefficient(FxRobot robot) throws UnreadableFile {
        var text = new StringBuilder("t (min),T (°C),Cord\n");
        double[] wobble = {0.1, -0.2, 0.15, -0.1, 0.05, 0.1, -0.1};
        for (int i = 0; i < wobble.length; i++) {
            text.append(RootLocale.format(
                    "%d,%.2f,A\n%d,%.2f,B\n",
                    i, 60 + 28 * Math.exp(-i / 2.0) + wobble[i], i, 40 - 9 * Math.exp(-i / 2.0) - wobble[i]));
        }
        window.open(robot, text.toString());
        Table table = window.workspace.study().tables().getLast();
        robot.interact(() -> window.workspace.perform(
                new ColumnEdit.SetRole(table.id(), table.columns().getLast().id(), Role.BY)));
        window.settle();
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.M);
        robot.write("T0 + A*exp(-t/tau)", 0);
        window.press(robot, "#formula-shared-tau");
        window.press(robot, "#formula-use");
        List<Fit> fits = window.workspace.figure().orElseThrow().series().stream()
                .filter(each -> each.key().hasOwnPoints())
                .map(each -> each.fit().orElseThrow())
                .toList();
        assertThat(fits).hasSize(2).allMatch(each -> each.shared().isPresent());
        assertThat(fits.get(0).coefficient("tau")).isEqualTo(fits.get(1).coefficient("tau"));
        robot.type(KeyCode.ESCAPE).push(KeyCode.CONTROL, KeyCode.Z);
        window.settle();
        assertThat(fit().curve()).isEqualTo(new Line());
    }
}
