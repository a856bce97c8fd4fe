package helvo.desktop;

import static helvo.desktop.FxThread.of;
import static helvo.desktop.FxThread.on;
import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.study.TableEdit;
import helvo.core.table.Table;
import helvo.desktop.figure.BarsPanel;
import helvo.desktop.workspace.SystemClipboard;
import helvo.files.samples.SampleStudy;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import javafx.event.Event;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.testfx.framework.junit5.ApplicationExtension;

/// What is asked for while the figure is still worked out: in the turn of the interface thread that opens the
/// window, so that no machine is fast enough to have it already.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class EarlyKeysTest {
    private DrivenWindow window;

    /// Opens the window and does something at once.
    private void openAnd(Runnable first) {
        on(() -> {
            window = new DrivenWindow(new Stage(), SampleStudy.study());
            window.view.begin();
            assertThat(window.workspace.hasSeries()).as("worked out already").isFalse();
            first.run();
        });
        window.settle();
    }

    @AfterEach
    void close() {
        on(() -> {
            window.view.getScene().getWindow().hide();
            window.close();
        });
    }

    private void key(KeyCode code, boolean shift, boolean shortcut) {
        Scene scene = window.view.getScene();
        Node to = Optional.ofNullable(scene.getFocusOwner()).orElse(window.view);
        Event.fireEvent(to, new KeyEvent(KeyEvent.KEY_PRESSED, "", "", code, shift, shortcut, false, false));
        Event.fireEvent(to, new KeyEvent(KeyEvent.KEY_RELEASED, "", "", code, shift, shortcut, false, false));
    }

    private void type(String text) {
        for (String character : text.split("")) {
            Node to = window.view.getScene().getFocusOwner();
            Event.fireEvent(
                    to, new KeyEvent(KeyEvent.KEY_TYPED, character, "", KeyCode.UNDEFINED, false, false, false, false));
        }
    }

    @Test
    void theKeyOfTheFigureWaitsForItAndWhatIsTypedNextWaitsBehind() {
        openAnd(() -> {
            key(KeyCode.T, false, true);
            type("Cord");
            key(KeyCode.ENTER, false, false);
            key(KeyCode.B, false, true);
        });
        FxThread.until(
                "the title",
                () -> window.workspace.figure().orElseThrow().title().equals("Cord"));
        FxThread.until(
                "the error bars", () -> window.view.panels().of(BarsPanel.class).isVisible());
        assertThat(of(() -> window.workspace.history().get().steps()))
                .as("nothing was typed into a cell")
                .hasSize(1);
    }

    @Test
    void escapeDropsWhatWaits() {
        openAnd(() -> {
            key(KeyCode.B, false, true);
            type("7");
            key(KeyCode.ESCAPE, false, false);
        });
        assertThat(of(() -> window.view.panels().isAnyShown())).isFalse();
        on(() -> key(KeyCode.B, false, true));
        assertThat(of(() -> window.view.panels().isAnyShown()))
                .as("nothing waits any more")
                .isTrue();
        assertThat(of(() -> window.workspace.history().get().steps())).isEmpty();
    }

    @Test
    void whatNeedsNoFigureIsDoneAtOnce() {
        openAnd(() -> {
            key(KeyCode.Z, false, true);
            type("7");
            key(KeyCode.ENTER, false, false);
            assertThat(window.workspace.history().get().steps())
                    .as("nothing to undo is nothing to wait for")
                    .hasSize(1);
        });
    }

    @Test
    void whatTheFinderHasWithTheFigureIsFoundOnceThatIsThere() {
        openAnd(() -> {
            key(KeyCode.K, false, true);
            type("error bars length");
        });
        on(() -> key(KeyCode.ENTER, false, false));
        assertThat(of(() -> window.view.panels().of(BarsPanel.class).isVisible()))
                .isTrue();
    }

    /// In the turn that shows it, as keys come to a window that was busy.
    @ParameterizedTest
    @CsvSource({"K, false", "T, false", "E, false", "H, false", "E, true", "F, true", "M, true", "N, true", "X, true"})
    void theFieldThatAKeyOpensTakesTheNextKey(KeyCode code, boolean shift) {
        openAnd(() -> {});
        on(() -> {
            key(code, shift, true);
            type("7");
        });
        assertThat(of(() -> ((TextInputControl) window.view.getScene().getFocusOwner()).getText()))
                .isEqualTo("7");
    }

    @Test
    void undoIsOfTheChangeUnderWay() {
        openAnd(() -> {});
        Table before = of(() -> window.table(0));
        List<List<String>> many = Collections.nCopies(25_000, List.of("1"));
        on(() -> {
            window.workspace.perform(new TableEdit.SetBlock(before.id(), 0, 1, many));
            assertThat(window.document.isChanging()).as("it takes a while").isTrue();
            key(KeyCode.Z, false, true);
        });
        window.settle();
        assertThat(of(() -> window.workspace.history().get().redoable()))
                .as("what was undone")
                .isPresent();
        assertThat(of(() -> window.table(0))).isEqualTo(before);
    }

    @Test
    void theResultsOfWhatWasJustTypedAreCopied() {
        openAnd(() -> {});
        String before = copied("the results", () -> {});
        int table = of(() -> window.table(0).id());
        int column = of(() -> window.table(0).columns().get(2).id());
        String after =
                copied("the new results", () -> window.workspace.perform(new TableEdit.SetCell(table, column, 0, "4")));
        assertThat(after).startsWith(before.lines().findFirst().orElseThrow()).isNotEqualTo(before);
    }

    private String copied(String what, Runnable first) {
        on(() -> {
            SystemClipboard.copyText("nothing yet");
            first.run();
            key(KeyCode.R, true, true);
        });
        FxThread.until(what, () -> !SystemClipboard.text().equals("nothing yet"));
        return of(SystemClipboard::text);
    }
}
