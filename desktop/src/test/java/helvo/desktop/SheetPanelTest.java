package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.study.FigureSheet;
import helvo.core.study.FigureSheet.AxisUse;
import helvo.desktop.sheet.SheetPanel;
import java.util.List;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;

/// The panel for sheets of figures, by keys and by the pointer.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class SheetPanelTest {
    @RegisterExtension
    private static final SharedWindow SHARED = SharedWindow.onSample();

    private DrivenWindow window;

    @Start
    void start(Stage stage) {
        window = SHARED.on(stage);
    }

    private List<FigureSheet> sheets() {
        return window.workspace.study().sheets();
    }

    private Node node(String id) {
        return window.view.lookup(id);
    }

    private void open(FxRobot robot) {
        window.settle();
        robot.push(KeyCode.CONTROL, KeyCode.ALT, KeyCode.F);
        DrivenWindow.until(robot, () -> ((ImageView) node("#sheet-picture")).getImage() != null);
    }

    private void choose(FxRobot robot, String id, Object value) {
        robot.interact(() -> {
            @SuppressWarnings("unchecked")
            var box = (ComboBox<Object>) node(id);
            box.setValue(box.getItems().stream()
                    .filter(each -> each.equals(value) || each.toString().contains(String.valueOf(value)))
                    .findFirst()
                    .orElseThrow());
        });
        window.settle();
    }

    /// Looked at, nothing is kept; the first change keeps it, and one undo takes it back.
    @Test
    void aSheetIsKeptWithItsFirstChange(FxRobot robot) {
        open(robot);
        assertThat(sheets()).isEmpty();
        robot.interact(() -> {
            var width = (TextField) node("#sheet-width");
            width.requestFocus();
            width.setText("85");
            width.fireEvent(new javafx.event.ActionEvent());
        });
        window.settle();
        assertThat(sheets()).hasSize(1);
        assertThat(sheets().getFirst().figures()).containsExactly(1, 2, 3, 4);
        assertThat(sheets().getFirst().widthMm()).isEqualTo(85);
        assertThat(sheets().getFirst().textSize()).isEqualTo(7);
        DrivenWindow.until(robot, () -> ((Label) node("#sheet-says")).getText().startsWith("85 × "));
        choose(robot, "#sheet-x", AxisUse.SHARED);
        choose(robot, "#sheet-columns", 1);
        assertThat(sheets().getFirst().x()).isEqualTo(AxisUse.SHARED);
        assertThat(sheets().getFirst().columns()).isEqualTo(1);
        for (int i = 0; i < 3; i++) {
            robot.interact(() -> window.workspace.document().undo());
        }
        window.settle();
        assertThat(sheets()).isEmpty();
    }

    /// By their buttons, and by dragging one panel over another.
    @Test
    void figuresAreAddedMovedAndDraggedIntoPlace(FxRobot robot) {
        open(robot);
        robot.interact(() -> ((javafx.scene.control.Button) node("#sheet-figure-4")).fire());
        robot.interact(() -> ((javafx.scene.control.Button) node("#sheet-figure-7")).fire());
        robot.interact(() -> ((javafx.scene.control.Button) node("#sheet-down-1")).fire());
        window.settle();
        assertThat(sheets().getFirst().figures()).containsExactly(2, 1, 3, 7);
        DrivenWindow.until(
                robot, () -> node("#sheet-picture").getAccessibleText().contains("4 panels"));
        window.settle();
        Bounds picture =
                node("#sheet-picture").localToScreen(node("#sheet-picture").getBoundsInLocal());
        robot.moveTo(picture.getMinX() + picture.getWidth() / 4, picture.getMinY() + picture.getHeight() / 4);
        robot.press(javafx.scene.input.MouseButton.PRIMARY);
        robot.moveTo(picture.getMinX() + 3 * picture.getWidth() / 4, picture.getMinY() + 3 * picture.getHeight() / 4);
        robot.release(javafx.scene.input.MouseButton.PRIMARY);
        DrivenWindow.until(robot, () -> sheets().getFirst().figures().equals(List.of(1, 3, 7, 2)));
    }

    @Test
    void oneFigureIsSplitByAColumnAndTheSheetRemoved(FxRobot robot) {
        open(robot);
        choose(robot, "#sheet-contents", "by Cord: Stretch of 3 mm");
        assertThat(sheets().getFirst().splitBy()).contains(1);
        assertThat(sheets().getFirst().figures()).containsExactly(1);
        DrivenWindow.until(
                robot, () -> node("#sheet-picture").getAccessibleText().contains("2 panels"));
        assertThat(node("#sheet-figures").isVisible()).isFalse();
        robot.interact(() -> ((javafx.scene.control.Button) node("#sheet-remove")).fire());
        window.settle();
        assertThat(sheets()).isEmpty();
        robot.push(KeyCode.ESCAPE);
        assertThat(window.view.panels().of(SheetPanel.class).isVisible()).isFalse();
    }
}
