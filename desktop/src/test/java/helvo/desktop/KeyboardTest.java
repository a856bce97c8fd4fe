package helvo.desktop;

import static helvo.desktop.FxThread.of;
import static helvo.desktop.FxThread.on;
import static org.assertj.core.api.Assertions.assertThat;

import helvo.desktop.figure.FigurePanel;
import helvo.desktop.figure.PointsPanel;
import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
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

/// The window by keys alone: from region to region, and over the figure.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class KeyboardTest {
    @RegisterExtension
    private static final SharedWindow SHARED = SharedWindow.onSample();

    private DrivenWindow window;

    @Start
    void start(Stage stage) {
        window = SHARED.on(stage);
    }

    @BeforeEach
    void settle() {
        window.settle();
    }

    private String spoken() {
        return of(() -> window.view.figure().view().getAccessibleText());
    }

    private String walk(FxRobot robot, KeyCode... keys) {
        for (KeyCode key : keys) {
            robot.type(key);
        }
        window.settle();
        return spoken();
    }

    private String region() {
        return of(() -> {
            for (Node node = window.view.getScene().getFocusOwner(); node != null; node = node.getParent()) {
                for (String style : List.of("top-bar", "figure-pane", "curves", "side")) {
                    if (node.getStyleClass().contains(style)) {
                        return style.equals("side") ? node.lookup("#grid") != null ? "measurements" : "results" : style;
                    }
                }
            }
            return "none";
        });
    }

    @Test
    void regionAfterRegionAndRoundAgain(FxRobot robot) {
        on(() -> window.grid().requestFocus());
        var there = new ArrayList<String>();
        for (int i = 0; i < 5; i++) {
            robot.type(KeyCode.F6);
            there.add(region());
        }
        assertThat(there).containsExactly("figure-pane", "results", "curves", "top-bar", "measurements");
        robot.push(KeyCode.SHIFT, KeyCode.F6);
        assertThat(region()).isEqualTo("top-bar");
        robot.push(KeyCode.CONTROL, KeyCode.ALT, KeyCode.DIGIT2);
        there.clear();
        on(() -> window.view.figure().view().requestFocus());
        robot.type(KeyCode.F6);
        assertThat(region()).as("a folded side is passed over").isEqualTo("curves");
        robot.push(KeyCode.CONTROL, KeyCode.ALT, KeyCode.DIGIT3);
        on(() -> window.view.figure().view().requestFocus());
        robot.type(KeyCode.F6);
        assertThat(region()).as("and so are folded curves").isEqualTo("top-bar");
    }

    @Test
    void theFigureIsWalkedPointByPointSeriesBySeries(FxRobot robot) {
        on(() -> window.view.figure().view().requestFocus());
        assertThat(spoken()).contains("Page Down");
        assertThat(walk(robot, KeyCode.RIGHT)).startsWith("Row 1: Load 5 N, Stretch 1.31 mm");
        assertThat(walk(robot, KeyCode.RIGHT, KeyCode.RIGHT)).startsWith("Row 3: Load 15 N");
        assertThat(walk(robot, KeyCode.LEFT)).startsWith("Row 2: Load 10 N");
        assertThat(of(() -> window.view.lookup("#figure-hover").isVisible())).isTrue();
        String beside = walk(robot, KeyCode.DOWN);
        assertThat(beside)
                .as("the other cord at the same load")
                .contains("Load 10 N")
                .doesNotStartWith("Row 2");
        assertThat(of(() -> window.workspace.series().orElseThrow().label())).isEqualTo("salt-soaked");
        assertThat(walk(robot, KeyCode.UP)).startsWith("Row 2:");
        assertThat(walk(robot, KeyCode.END)).contains("Load 50 N");
        assertThat(walk(robot, KeyCode.RIGHT)).as("there is no next one").contains("Load 50 N");
        assertThat(walk(robot, KeyCode.HOME)).startsWith("Row 1:");
    }

    @Test
    void pointsAreSelectedAndOpenedWhereTheWalkIs(FxRobot robot) {
        on(() -> window.view.figure().view().requestFocus());
        walk(robot, KeyCode.RIGHT, KeyCode.SPACE, KeyCode.RIGHT, KeyCode.SPACE);
        assertThat(of(() -> window.workspace.selection().get().rows())).containsExactly(0, 1);
        walk(robot, KeyCode.SPACE);
        assertThat(of(() -> window.workspace.selection().get().rows())).containsExactly(0);
        walk(robot, KeyCode.ENTER);
        assertThat(of(() -> window.view.panels().of(PointsPanel.class).isVisible()))
                .isTrue();
        walk(robot, KeyCode.ESCAPE);
        assertThat(of(() -> window.view.figure().view().isFocused()))
                .as("the walk goes on")
                .isTrue();
    }

    @Test
    void partAfterPartAndWhatEachHas(FxRobot robot) {
        on(() -> window.view.figure().view().requestFocus());
        var parts = new ArrayList<String>();
        for (int i = 0; i < 30; i++) {
            parts.add(walk(robot, KeyCode.PAGE_DOWN));
        }
        assertThat(parts)
                .anyMatch(each -> each.startsWith("Title:"))
                .anyMatch(each -> each.startsWith("Legend"))
                .anyMatch(each -> each.startsWith("Curve:"))
                .anyMatch(each -> each.startsWith("Label of the curve"))
                .anyMatch(each -> each.startsWith("The x axis"))
                .anyMatch(each -> each.startsWith("The y axis"));
        while (!spoken().startsWith("The x axis")) {
            walk(robot, KeyCode.PAGE_UP);
        }
        walk(robot, KeyCode.ENTER);
        assertThat(of(() -> window.view.panels().of(FigurePanel.class).isVisible()))
                .isTrue();
        walk(robot, KeyCode.ESCAPE);
        while (!spoken().startsWith("Title:")) {
            walk(robot, KeyCode.PAGE_DOWN);
        }
        walk(robot, KeyCode.ENTER);
        assertThat(of(() -> window.view.getScene().getFocusOwner())).isInstanceOf(TextField.class);
    }
}
