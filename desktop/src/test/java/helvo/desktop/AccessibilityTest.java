package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.study.StudyEdit;
import helvo.desktop.export.ExportPanel;
import helvo.desktop.figure.BarsPanel;
import helvo.desktop.guide.GuidePanel;
import helvo.desktop.measurements.FilterPanel;
import helvo.desktop.measurements.RepeatsPanel;
import helvo.desktop.measurements.SummaryPanel;
import helvo.desktop.measurements.ValueSetPanel;
import helvo.desktop.panels.CommandFinder;
import helvo.desktop.panels.HistoryPanel;
import helvo.desktop.panels.Panel;
import helvo.desktop.results.ReadingsPanel;
import helvo.desktop.settings.SettingsPanel;
import helvo.files.UnreadableFile;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.control.TableView;
import javafx.scene.control.TextInputControl;
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

@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class AccessibilityTest {
    @RegisterExtension
    private static final SharedWindow SHARED = SharedWindow.onSample();

    private DrivenWindow window;

    @Start
    void start(Stage stage) {
        window = SHARED.on(stage);
    }

    /// Looks at the window with each panel shown.
    private void inEach(FxRobot robot, List<Class<? extends Panel>> panels, Runnable look) {
        for (Class<? extends Panel> panel : panels) {
            robot.interact(() -> window.view.panels().show(panel));
            window.settle();
            robot.interact(look);
        }
    }

    @Test
    void everyControlHasAName(FxRobot robot) {
        window.settle();
        List<Node> nameless = new ArrayList<>();
        inEach(
                robot,
                List.of(
                        CommandFinder.class,
                        ExportPanel.class,
                        SettingsPanel.class,
                        GuidePanel.class,
                        HistoryPanel.class,
                        BarsPanel.class,
                        ReadingsPanel.class),
                () -> collect(window.view, nameless));
        assertThat(nameless).isEmpty();
    }

    private static void collect(Node node, List<Node> nameless) {
        boolean control = node instanceof ButtonBase
                || node instanceof TextInputControl
                || node instanceof TableView<?>
                || node instanceof ListView<?>
                || node instanceof ImageView;
        boolean partOfAnother = node.getStyleClass().stream()
                .anyMatch(name -> name.contains("arrow") || name.contains("increment") || name.contains("decrement"));
        boolean named = node.getAccessibleText() != null
                || node instanceof Labeled labeled
                        && labeled.getText() != null
                        && !labeled.getText().isBlank();
        if (control && !named && !partOfAnother) {
            nameless.add(node);
        }
        if (node instanceof Parent parent) {
            parent.getChildrenUnmodifiable().forEach(child -> collect(child, nameless));
        }
    }

    /// The toolkit takes "_" in what stands on a control for the sign of a key, and does not show it.
    @Test
    void namesAreShownWithTheirUnderscores(FxRobot robot) throws UnreadableFile {
        window.open(
                robot,
                "time_s,load_a_b,± load_a_b,kind_of_cord\n1,2,0.1,wet_1\n2,4,0.1,wet_1\n3,7,0.1,dry_2\n4,x_,0,dry_2");
        int table = window.workspace.study().tables().getLast().id();
        robot.interact(() -> window.workspace.perform(new StudyEdit.RenameTable(table, "bath_1")));
        List<String> shown = new ArrayList<>();
        List<String> shortened = new ArrayList<>();
        inEach(
                robot,
                List.of(
                        ExportPanel.class,
                        BarsPanel.class,
                        FilterPanel.class,
                        ValueSetPanel.class,
                        SummaryPanel.class,
                        RepeatsPanel.class,
                        HistoryPanel.class),
                () -> texts(window.view, shown, shortened));
        assertThat(shown)
                .contains("bath_1", "time_s", "load_a_b", "kind_of_cord")
                .anyMatch(each -> each.startsWith("wet_1"));
        assertThat(shortened).isEmpty();
    }

    private static void texts(Node node, List<String> shown, List<String> shortened) {
        if (node instanceof Labeled labeled
                && labeled.getText() != null
                && labeled.getText().contains("_")) {
            (labeled.isMnemonicParsing() ? shortened : shown).add(labeled.getText());
        }
        if (node instanceof MenuButton button) {
            button.show();
            button.hide();
            DrivenWindow.items(button.getItems())
                    .filter(item -> item.getText() != null && item.getText().contains("_"))
                    .forEach(item -> (item.isMnemonicParsing() ? shortened : shown).add(item.getText()));
        }
        if (node instanceof Parent parent) {
            parent.getChildrenUnmodifiable().forEach(child -> texts(child, shown, shortened));
        }
    }

    /// Tab alone leads to the regions' controls and round again.
    @Test
    void theKeyboardReachesEveryRegion(FxRobot robot) {
        window.settle();
        robot.interact(() -> window.view.lookup("#open").requestFocus());
        Set<String> reached = new HashSet<>();
        for (int i = 0; i < 60; i++) {
            robot.interact(() -> {
                for (Node node = window.view.getScene().getFocusOwner(); node != null; node = node.getParent()) {
                    if (node.getId() != null) {
                        reached.add(node.getId());
                    }
                }
            });
            robot.type(KeyCode.TAB);
        }
        assertThat(reached)
                .contains(
                        "open",
                        "find",
                        "export",
                        "table-0",
                        "role-1",
                        "grid",
                        "use-7",
                        "figure-title",
                        "show-bars",
                        "series-0",
                        "curve-line");
    }
}
