package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.analysis.Analysis;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.table.ImportOptions;
import helvo.core.table.Table;
import helvo.desktop.document.StudyDocument;
import helvo.desktop.measurements.MeasurementGrid;
import helvo.desktop.persistence.StudyOrigin;
import helvo.desktop.theme.Themes;
import helvo.desktop.window.MainView;
import helvo.desktop.workspace.Exporter;
import helvo.desktop.workspace.FileDialogs;
import helvo.desktop.workspace.Importer;
import helvo.desktop.workspace.Saver;
import helvo.desktop.workspace.Workspace;
import helvo.figure.export.FigureFormat;
import helvo.files.UnreadableFile;
import helvo.files.table.TableExport;
import helvo.files.text.TextTable;
import helvo.report.ReportFormat;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import javafx.animation.AnimationTimer;
import javafx.event.EventType;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Labeled;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.PickResult;
import javafx.stage.Stage;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/// The real window on a study, for a test to drive.
final class DrivenWindow {
    final OneStudy study;
    final StudyDocument document;
    final Workspace workspace;
    final Exporter exporter;
    final Saver saver;
    final MainView view;
    private final FileDialogs dialogs;
    private final double width;
    private final double height;
    Path saveTo;
    List<Path> toOpen = List.of();

    DrivenWindow(Stage stage, Study study) {
        this(stage, new OneStudy(study));
    }

    DrivenWindow(Stage stage, OneStudy study) {
        this.study = study;
        document = study.document;
        dialogs = new FileDialogs() {
            @Override
            public List<Path> files() {
                return toOpen;
            }

            @Override
            public Optional<Path> data(String table) {
                return toOpen.stream().findFirst();
            }

            @Override
            public Optional<Path> study(String suggestedName) {
                return Optional.ofNullable(saveTo);
            }

            @Override
            public Optional<Path> table(TableExport.Format format, String suggestedName) {
                return Optional.ofNullable(saveTo);
            }

            @Override
            public Optional<Path> folder(String title) {
                return Optional.ofNullable(saveTo);
            }

            @Override
            public Optional<Path> faultReport(String suggestedName) {
                return Optional.ofNullable(saveTo);
            }

            @Override
            public Optional<Path> template() {
                return toOpen.stream().findFirst();
            }

            @Override
            public Optional<Path> curves() {
                return toOpen.stream().findFirst();
            }

            @Override
            public Optional<Path> curvesTo(String suggestedName) {
                return Optional.ofNullable(saveTo);
            }

            @Override
            public Optional<Path> report(ReportFormat format, String suggestedName) {
                return Optional.ofNullable(saveTo);
            }

            @Override
            public Optional<Path> figure(FigureFormat format, String suggestedName) {
                return Optional.ofNullable(saveTo);
            }
        };
        workspace = another();
        exporter = new Exporter(workspace, dialogs, study.folders().log());
        saver = new Saver(workspace, study.keeper, dialogs);
        view = view(workspace);
        stage.setScene(Themes.scene(view, 1280, 800));
        stage.show();
        width = stage.getWidth();
        height = stage.getHeight();
    }

    /// Brings everything back to what it was when it was opened, in the same window.
    void reopen(Stage stage, Analysis opened) {
        saveTo = null;
        toOpen = List.of();
        while (view.panels().isAnyShown()) {
            view.panels().hide();
        }
        workspace.select();
        workspace.messages().dismiss();
        study.forget();
        workspace.goTo(0);
        view.setSides(0, 0);
        workspace.become(new StudyOrigin.New(History.from(Study.blank())), Optional.empty());
        workspace.become(new StudyOrigin.New(History.from(opened.study())), Optional.of(opened));
        stage.setScene(view.getScene());
        stage.setWidth(width);
        stage.setHeight(height);
        stage.show();
        unfold();
    }

    private void unfold() {
        Stream.of("#unfold-measurements", "#unfold-results", "#unfold-curves")
                .map(id -> (Button) view.lookup(id))
                .filter(Node::isVisible)
                .forEach(Button::fire);
    }

    /// What one more window on the study would show.
    Workspace another() {
        return new Workspace(document, study.keeper, study);
    }

    /// The contents of a window.
    MainView view(Workspace of) {
        return new MainView(of, new Importer(of, dialogs, study), exporter, saver, study);
    }

    void close() {
        workspace.close();
        study.end();
    }

    MeasurementGrid grid() {
        return (MeasurementGrid) view.lookup("#grid");
    }

    Table table(int place) {
        return workspace.study().tables().get(place);
    }

    ToggleButton toggle(String id) {
        return (ToggleButton) view.lookup(id);
    }

    /// Adds a table as a file would bring it, and shows it.
    void open(FxRobot robot, String text) throws UnreadableFile {
        Table read = TextTable.readText(text.getBytes(StandardCharsets.UTF_8), "bath", ImportOptions.NONE)
                .table();
        robot.interact(() -> {
            workspace.perform(StudyEdit.AddTable.to(workspace.study(), read));
            workspace.show(workspace.study().tables().getLast().id());
        });
        settle();
    }

    /// Does what the finder finds first.
    static void find(FxRobot robot, String command) {
        robot.push(KeyCode.CONTROL, KeyCode.K);
        robot.write(command, 0).type(KeyCode.ENTER);
        WaitForAsyncUtils.waitForFxEvents();
    }

    /// Presses a control by the keyboard, wherever it is scrolled to, once the window is at rest: what a person
    /// presses is there.
    void press(FxRobot robot, String id) {
        settle();
        robot.interact(() -> view.lookup(id).requestFocus());
        assertThat(view.getScene().getFocusOwner()).as("what is pressed").isSameAs(view.lookup(id));
        robot.type(KeyCode.SPACE);
        settle();
    }

    /// Chooses from the menu of a button, as pressing through its submenus does.
    void choose(FxRobot robot, String button, String item) {
        var menu = (MenuButton) view.lookup(button);
        robot.interact(menu::show);
        robot.interact(menu::hide);
        robot.interact(() -> items(menu.getItems())
                .filter(each -> item.equals(each.getId()))
                .findFirst()
                .orElseThrow()
                .fire());
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
                if (workspace.isIdle() && view.figure().view().isSettled()) {
                    laidOut.countDown();
                }
            }
        };
        try {
            WaitForAsyncUtils.waitForFxEvents();
            WaitForAsyncUtils.waitForAsyncFx(20_000, frames::start);
            assertThat(laidOut.await(30, TimeUnit.SECONDS))
                    .as("the window came to rest")
                    .isTrue();
            WaitForAsyncUtils.waitForAsyncFx(20_000, frames::stop);
        } catch (InterruptedException e) {
            throw new AssertionError(e);
        }
    }

    /// Drags with Shift or with Ctrl held, which the robot's mouse does not tell of.
    void encircle(FxRobot robot, boolean shift, Point2D... places) {
        Node sheet = view.lookup("#sheet");
        robot.interact(() -> {
            fire(sheet, MouseEvent.MOUSE_PRESSED, places[0], shift);
            for (Point2D place : places) {
                fire(sheet, MouseEvent.MOUSE_DRAGGED, place, shift);
            }
            fire(sheet, MouseEvent.MOUSE_RELEASED, places[places.length - 1], shift);
        });
    }

    /// Drags with Ctrl held and does not let go.
    void drawLoop(FxRobot robot, Point2D from, Point2D to) {
        Node sheet = view.lookup("#sheet");
        robot.interact(() -> {
            fire(sheet, MouseEvent.MOUSE_PRESSED, from, false);
            fire(sheet, MouseEvent.MOUSE_DRAGGED, to, false);
        });
    }

    private static void fire(Node node, EventType<MouseEvent> type, Point2D screen, boolean shift) {
        Point2D scene =
                node.getScene().getRoot().localToScene(node.getScene().getRoot().screenToLocal(screen));
        node.fireEvent(new MouseEvent(
                type,
                scene.getX(),
                scene.getY(),
                screen.getX(),
                screen.getY(),
                MouseButton.PRIMARY,
                1,
                shift,
                !shift,
                false,
                false,
                true,
                false,
                false,
                false,
                false,
                true,
                new PickResult(node, scene.getX(), scene.getY())));
    }

    /// Waits until something holds in the window.
    static void until(FxRobot robot, BooleanSupplier holds) {
        long end = System.nanoTime() + 20_000_000_000L;
        while (System.nanoTime() < end) {
            boolean[] now = new boolean[1];
            robot.interact(() -> now[0] = holds.getAsBoolean());
            if (now[0]) {
                return;
            }
            robot.sleep(20);
        }
        throw new AssertionError("it never held");
    }
}
