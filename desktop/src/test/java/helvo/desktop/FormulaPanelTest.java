package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.fit.Fit;
import helvo.core.fit.FormulaCurve;
import helvo.core.fit.Line;
import helvo.core.fit.TradeCurve;
import helvo.files.UnreadableFile;
import helvo.files.samples.SampleStudy;
import java.util.List;
import java.util.Map;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/// Curves of the trade and of one's own, by mouse and by keys.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class FormulaPanelTest {
    private static final String COOLING = "Time (min),Temp (°C)\n0,88.1\n1,81.9\n2,77.4\n3,73.2\n4,70.6\n6,66.4\n"
            + "8,63.9\n10,62.3\n14,60.9\n20,60.1\n";
    private DrivenWindow window;

    @Start
    void start(Stage stage) {
        window = new DrivenWindow(stage, SampleStudy.study());
    }

    @AfterEach
    void close(FxRobot robot) {
        robot.interact(window::close);
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
        assertThat(window.view.lookup("#curve-exponential-to-a-level")).isNull();
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
                .isEqualTo("x is Time. T0, A, tau are found from the points, with no start.");
        robot.type(KeyCode.ENTER);
        window.settle();
        assertThat(((FormulaCurve) fit().curve()).formula().text()).isEqualTo("T0 + A*exp(-x/tau)");
        assertThat(fit().coefficient("T0").value()).isBetween(59.8, 60.0);
        // Held at a value, and another within limits.
        robot.type(KeyCode.TAB).write("60", 0).type(KeyCode.TAB, 4);
        robot.type(KeyCode.TAB, 4).write("five", 0).type(KeyCode.ENTER);
        assertThat(window.text("#formula-wrong")).isEqualTo("tau: “five” is not a number.");
        robot.push(KeyCode.CONTROL, KeyCode.A).write("5", 0).type(KeyCode.ENTER);
        window.settle();
        assertThat(fit().curve().held()).containsExactly(Map.entry("T0", 60.0), Map.entry("tau", 5.0));
        assertThat(fit().curve().coefficientNames()).containsExactly("A");
        robot.type(KeyCode.ESCAPE).push(KeyCode.CONTROL, KeyCode.Z);
        window.settle();
        assertThat(fit().curve().held()).isEmpty();
    }
}
