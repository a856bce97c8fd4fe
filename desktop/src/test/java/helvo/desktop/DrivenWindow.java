package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.study.Study;
import helvo.core.table.Table;
import helvo.figure.FigureFormat;
import helvo.files.TableFile;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import javafx.animation.AnimationTimer;
import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import javafx.stage.Window;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/// The real window on a study, for a test to drive.
final class DrivenWindow {
    final Session session;
    final MainView view;
    Path saveTo;
    List<Path> toOpen = List.of();

    DrivenWindow(Stage stage, Study study) {
        session = new Session(study);
        view = new MainView(session, new FileDialogs() {
            @Override
            public List<Path> tables(Window owner) {
                return toOpen;
            }

            @Override
            public Optional<Path> table(Window owner, TableFile.Format format, String suggestedName) {
                return Optional.ofNullable(saveTo);
            }

            @Override
            public Optional<Path> figure(Window owner, FigureFormat format, String suggestedName) {
                return Optional.ofNullable(saveTo);
            }
        });
        stage.setScene(HelvoWindow.scene(view, 1280, 800));
        stage.show();
    }

    MeasurementGrid grid() {
        return (MeasurementGrid) view.lookup("#grid");
    }

    Table table(int place) {
        return session.study().tables().get(place);
    }

    ToggleButton toggle(String id) {
        return (ToggleButton) view.lookup(id);
    }

    /// Presses a control by the keyboard, wherever it is scrolled to.
    void press(FxRobot robot, String id) {
        robot.interact(() -> view.lookup(id).requestFocus());
        robot.type(KeyCode.SPACE);
        settle();
    }

    /// Chooses from the menu of a button, as pressing through its submenus does.
    void choose(FxRobot robot, String button, String item) {
        robot.interact(() -> items(((MenuButton) view.lookup(button)).getItems())
                .filter(each -> item.equals(each.getId())).findFirst().orElseThrow().fire());
        settle();
    }

    static Stream<MenuItem> items(List<MenuItem> of) {
        return of.stream().flatMap(item -> item instanceof Menu menu ? items(menu.getItems()) : Stream.of(item));
    }

    String text(String id) {
        Node node = view.lookup(id);
        return node instanceof TextField field ? field.getText() : ((Labeled) node).getText();
    }

    /// Waits until all work is done and a few frames of it were laid out.
    void settle() {
        var laidOut = new CountDownLatch(4);
        var frames = new AnimationTimer() {
            @Override
            public void handle(long now) {
                if (session.background().idle() && view.figureView().settled()) {
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
