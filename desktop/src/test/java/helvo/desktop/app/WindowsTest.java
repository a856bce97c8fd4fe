package helvo.desktop.app;

import static helvo.desktop.FxThread.of;
import static helvo.desktop.FxThread.on;
import static helvo.desktop.FxThread.until;
import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.desktop.document.CommitResult;
import helvo.desktop.document.StudyDocument;
import helvo.desktop.figure.FigureView;
import helvo.desktop.panels.Panel;
import helvo.desktop.persistence.RecoverableStudies;
import helvo.desktop.persistence.StudyOrigin;
import helvo.desktop.window.MainView;
import helvo.desktop.window.TourPanel;
import helvo.files.disk.UserFolders;
import helvo.files.samples.SampleStudy;
import java.io.IOException;
import java.lang.ref.WeakReference;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.IntStream;
import javafx.application.Platform;
import javafx.event.Event;
import javafx.event.EventTarget;
import javafx.geometry.Rectangle2D;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.stage.Screen;
import javafx.stage.Stage;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;

/// Windows that come and go, and what becomes of faults.
@Tag("thorough")
@ExtendWith(ApplicationExtension.class)
class WindowsTest {
    private static final int ROUNDS = 25;
    private static final int PANELS = 25;

    @TempDir
    private Path state;

    private Windows windows;

    /// Two at a time, opened and closed again: no thread, no timer and no scene graph stays.
    @Test
    void closedWindowsLeaveNothingBehind() throws TimeoutException {
        windows = new Windows(UserFolders.below(state), List.of(state.resolve("kept")), () -> {});
        List<WeakReference<?>> left = new ArrayList<>();
        for (int i = 0; i < ROUNDS; i++) {
            twoWindows(left);
        }
        WaitForAsyncUtils.waitFor(30, TimeUnit.SECONDS, () -> {
            System.gc();
            return left.stream().allMatch(each -> each.get() == null);
        });
        WaitForAsyncUtils.waitFor(10, TimeUnit.SECONDS, () -> Thread.getAllStackTraces().keySet().stream()
                .map(Thread::getName)
                .noneMatch(List.of(
                        "analysis",
                        "expectation",
                        "expected study",
                        "reading",
                        "writing",
                        "changing",
                        "drawing",
                        "linearising",
                        "saving",
                        "keeping")::contains));
    }

    /// A document lives as long as a window shows it.
    @Test
    void aDocumentIsClosedWithItsLastWindow() {
        var lastClosed = new AtomicBoolean();
        var windows = new Windows(UserFolders.below(state), List.of(state.resolve("kept")), () -> lastClosed.set(true));
        var document = new StudyDocument[1];
        var stages = new ArrayList<Stage>();
        List<WeakReference<?>> left = new ArrayList<>();
        on(() -> {
            stages.add(windows.open(
                    new StudyOrigin.New(History.from(SampleStudy.study())),
                    StartOptions.withStudy(Study::blank, false)));
            var shown = ((MainView) stages.getFirst().getScene().getRoot()).workspace();
            document[0] = shown.document();
            stages.add(windows.openDocument(
                    document[0], windows.open().getFirst().keeper(), StartOptions.withStudy(Study::blank, false)));
            stages.forEach(Stage::show);
            Stage first = stages.removeFirst();
            left.add(new WeakReference<>(first));
            left.add(new WeakReference<>(first.getScene().getRoot()));
            first.close();
            CommitResult.tell(document[0].perform(new StudyEdit.Rename("goes on")), () -> {}, _ -> {});
        });
        until("the closed window is let go of, though its document lives on", () -> {
            System.gc();
            return left.stream().allMatch(each -> each.get() == null);
        });
        assertThat(lastClosed).isFalse();
        assertThat(stages.getLast().getTitle()).isEqualTo("goes on – Helvo");
        until("it is analysed", () -> document[0].analyses().latest().get().study() == document[0].study());
        on(() -> stages.getLast().close());
        assertThat(lastClosed).isTrue();
    }

    /// The next window, and the next start, have the size and the sides of the last.
    @Test
    void aWindowComesBackAsItWas() throws InterruptedException {
        var folders = UserFolders.below(state);
        windows = new Windows(folders, List.of(state.resolve("kept")), () -> {});
        on(() -> {
            Stage stage = windows.open(
                    new StudyOrigin.New(History.from(SampleStudy.study())),
                    StartOptions.withStudy(Study::blank, false));
            stage.show();
            stage.setWidth(1180);
            stage.setHeight(720);
            ((MainView) stage.getScene().getRoot()).setSides(300, 250);
        });
        WaitForAsyncUtils.waitForFxEvents();
        MainView first = of(() -> windows.open().getFirst().view());
        until("its figure has its size", () -> {
            first.layout();
            return !first.isNeedsLayout() && first.figure().view().isSettled();
        });
        on(() -> windows.open().getFirst().stage().close());
        windows.end();
        windows = new Windows(folders, List.of(state.resolve("kept")), () -> {});
        Stage stage = of(() -> windows.open(
                new StudyOrigin.New(History.from(SampleStudy.study())), StartOptions.withStudy(Study::blank, false)));
        var view = (MainView) stage.getScene().getRoot();
        FigureView figure = view.figure().view();
        until(
                "its figure is drawn while it has no size yet",
                () -> figure.drawings().get() > 0 && view.workspace().isIdle());
        assertThat(figure.getWidth()).isZero();
        int drawn = figure.drawings().get();
        on(stage::show);
        until("it is in its place", () -> figure.getWidth() > 0 && figure.isSettled());
        assertThat(figure.drawings().get()).as("it was not drawn again").isEqualTo(drawn);
        on(() -> {
            assertThat(List.of(stage.getScene().getWidth(), stage.getScene().getHeight()))
                    .isEqualTo(List.of(1180.0, 720.0));
            assertThat(List.of(view.leftWidth(), view.rightWidth())).isEqualTo(List.of(300.0, 250.0));
            stage.close();
        });
    }

    /// The frame stands before anything is in it; what fills it takes its place and its name, and its panels come
    /// without being asked for.
    @Test
    void theFirstWindowShowsItsFrameAndIsFilledThen() throws IOException {
        Path settings = UserFolders.below(state).config().resolve("settings.json");
        Files.createDirectories(settings.getParent());
        Files.writeString(settings, "{ broken");
        windows = new Windows(UserFolders.below(state), List.of(state.resolve("kept")), () -> {});
        var start = StartOptions.withStudy(SampleStudy::study, false);
        var frame = new Stage[1];
        var rooms = new ArrayList<Double>();
        on(() -> {
            frame[0] = windows.frame(start);
            assertThat(frame[0].isShowing()).isTrue();
            assertThat(frame[0].getTitle()).isEqualTo("Helvo");
            assertThat(frame[0].getScene().getRoot().getChildrenUnmodifiable()).isEmpty();
            rooms.add(frame[0].getWidth());
            rooms.add(frame[0].getHeight());
            ProgramStart.begin(
                    windows,
                    frame[0],
                    start,
                    RecoverableStudies.NOTHING,
                    new ProgramStart.FirstStudy.Read(new StudyOrigin.New(History.from(SampleStudy.study()))));
        });
        assertThat(windows.open()).extracting(OpenWindow::stage).containsExactly(frame[0]);
        assertThat(frame[0].getTitle()).isEqualTo(SampleStudy.NAME + " – Helvo");
        Rectangle2D screen = of(() -> Screen.getPrimary().getVisualBounds());
        assertThat(screen.getWidth())
                .as("this screen is narrower than the window")
                .isLessThan(rooms.getFirst());
        until(
                "the window is inside the screen",
                () -> frame[0].getX() >= 0 && frame[0].getX() + frame[0].getWidth() <= screen.getMaxX());
        assertThat(List.of(frame[0].getWidth(), frame[0].getHeight()))
                .containsExactly(screen.getWidth(), rooms.getLast());
        assertThat(frame[0].getIcons()).extracting(icon -> icon.getWidth()).contains(16.0, 256.0);
        assertThat(windows.open().getFirst().workspace().messages().notice().get())
                .as("broken settings are said")
                .hasValueSatisfying(notice -> assertThat(notice.text()).contains("settings.json.broken"));
        var view = (MainView) frame[0].getScene().getRoot();
        until(
                "every panel is built, though none was asked for",
                () -> view.getChildren().stream()
                                .filter(Panel.class::isInstance)
                                .count()
                        == PANELS);
        until(
                "who starts for the first time is shown around",
                () -> view.panels().of(TourPanel.class).isVisible());
        on(frame[0]::close);
        assertThat(windows.open()).isEmpty();
    }

    /// Who closes the frame at once wanted no window.
    @Test
    void aFrameThatIsClosedStaysEmpty() {
        var ended = new AtomicBoolean();
        windows = new Windows(UserFolders.below(state), List.of(state.resolve("kept")), () -> ended.set(true));
        var start = StartOptions.withStudy(SampleStudy::study, false);
        on(() -> {
            Stage frame = windows.frame(start);
            frame.close();
            ProgramStart.begin(
                    windows,
                    frame,
                    start,
                    RecoverableStudies.NOTHING,
                    new ProgramStart.FirstStudy.Read(new StudyOrigin.New(History.from(SampleStudy.study()))));
        });
        assertThat(ended).isTrue();
        assertThat(windows.open()).isEmpty();
        assertThat(state.resolve("kept")).doesNotExist();
    }

    /// Its panels would keep the thread that the other windows need.
    @Test
    void aClosedWindowBuildsNothingFurther() {
        windows = new Windows(UserFolders.below(state), List.of(state.resolve("kept")), () -> {});
        MainView view = of(() -> {
            Stage stage = windows.open(
                    new StudyOrigin.New(History.from(SampleStudy.study())),
                    StartOptions.withStudy(Study::blank, false));
            stage.show();
            stage.close();
            return (MainView) stage.getScene().getRoot();
        });
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(of(() -> view.getChildren().stream()
                        .filter(Panel.class::isInstance)
                        .toList()))
                .isEmpty();
    }

    private void twoWindows(List<WeakReference<?>> left) throws TimeoutException {
        var stages = new Stage[2];
        on(() -> {
            for (int i = 0; i < 2; i++) {
                Study study = i == 0 ? SampleStudy.study() : Study.blank();
                stages[i] = windows.open(
                        new StudyOrigin.New(History.from(study)), StartOptions.withStudy(() -> study, false));
                stages[i].show();
                StudyDocument document =
                        ((MainView) stages[i].getScene().getRoot()).workspace().document();
                CommitResult.tell(document.perform(new StudyEdit.Rename("changed")), () -> {}, _ -> {});
                left.add(new WeakReference<>(document));
                left.add(new WeakReference<>(stages[i].getScene().getRoot()));
            }
        });
        WaitForAsyncUtils.sleep(60, TimeUnit.MILLISECONDS);
        on(() -> {
            for (Stage stage : stages) {
                stage.close();
            }
        });
    }

    @Test
    void aFaultThatNobodyCaughtIsSaidAndWrittenDown(@TempDir Path folder) throws IOException, TimeoutException {
        List<String> told = new CopyOnWriteArrayList<>();
        var before = new Thread.UncaughtExceptionHandler[1];
        on(() -> {
            before[0] = Thread.currentThread().getUncaughtExceptionHandler();
            Thread.currentThread()
                    .setUncaughtExceptionHandler(new FaultLog(folder.resolve("state/faults.log"), told::add));
        });
        Platform.runLater(() -> {
            throw new IllegalStateException("in a handler");
        });
        WaitForAsyncUtils.waitFor(10, TimeUnit.SECONDS, () -> !told.isEmpty());
        on(() -> Thread.currentThread().setUncaughtExceptionHandler(before[0]));
        assertThat(told)
                .singleElement()
                .asString()
                .startsWith("Helvo met a fault of its own (IllegalStateException). The study is as it is shown; ")
                .endsWith("faults.log.");
        assertThat(Files.readString(folder.resolve("state/faults.log")))
                .contains("java.lang.IllegalStateException: in a handler", "WindowsTest");
        new FaultLog(folder.resolve("state/faults.log/faults.log"), told::add)
                .uncaughtException(Thread.currentThread(), new Error("no folder to write to"));
        assertThat(told.getLast()).isEqualTo("Helvo met a fault of its own (Error). The study is as it is shown.");
    }

    /// Impatient people type before there is anything in the window: each key goes, in order, into the cell that
    /// gets the keyboard. The tour, which comes by itself, leaves the keyboard there; a value that is not entered
    /// yet is when the window is closed.
    @Test
    void whatIsTypedFromTheFirstFrameOnIsThere() {
        windows = new Windows(UserFolders.below(state), List.of(state.resolve("kept")), () -> {});
        var start = StartOptions.withStudy(SampleStudy::study, false);
        Stage frame = of(() -> windows.frame(start));
        on(() -> press(frame, "4", "2", "\r", "4"));
        on(() -> ProgramStart.begin(
                windows,
                frame,
                start,
                RecoverableStudies.NOTHING,
                new ProgramStart.FirstStudy.Read(new StudyOrigin.New(History.from(SampleStudy.study())))));
        on(() -> press(frame, "3", "\r"));
        var view = (MainView) frame.getScene().getRoot();
        until("the tour is shown", () -> view.panels().of(TourPanel.class).isVisible());
        on(() -> press(frame, "4", "4", "\r", "4", "5"));
        var workspace = view.workspace();
        on(() -> assertThat(workspace
                        .study()
                        .tables()
                        .getFirst()
                        .columns()
                        .getFirst()
                        .cells()
                        .cell(2)
                        .exactText())
                .isEqualTo("44"));
        on(() -> {
            press(frame, "\u001b");
            assertThat(view.panels().isAnyShown())
                    .as("Escape is the cell's first")
                    .isTrue();
            press(frame, "4", "6");
            frame.close();
            assertThat(workspace
                            .study()
                            .tables()
                            .getFirst()
                            .columns()
                            .getFirst()
                            .cells())
                    .satisfies(cells -> assertThat(IntStream.range(0, 4)
                                    .mapToObj(row -> cells.cell(row).exactText()))
                            .containsExactly("42", "43", "44", "46"));
        });
    }

    /// As the toolkit gives keys to a window: to what has the keyboard at that moment.
    private static void press(Stage stage, String... keys) {
        for (String key : keys) {
            KeyCode code =
                    key.equals("\r") ? KeyCode.ENTER : key.equals("\u001b") ? KeyCode.ESCAPE : KeyCode.getKeyCode(key);
            for (var type : List.of(KeyEvent.KEY_PRESSED, KeyEvent.KEY_TYPED, KeyEvent.KEY_RELEASED)) {
                boolean isTyped = type == KeyEvent.KEY_TYPED;
                EventTarget to = stage.getScene().getFocusOwner() == null
                        ? stage.getScene()
                        : stage.getScene().getFocusOwner();
                Event.fireEvent(
                        to,
                        new KeyEvent(
                                type,
                                isTyped ? key : "",
                                isTyped ? "" : key,
                                isTyped ? KeyCode.UNDEFINED : code,
                                false,
                                false,
                                false,
                                false));
            }
        }
    }

    /// Whatever is wrong with what was kept, the others are found, and it is said.
    @Test
    void aFaultInLookingForWhatWasKeptIsSaid() throws IOException {
        Path kept = Files.createDirectories(state.resolve("kept"));
        Path folder = Files.createDirectory(kept.resolve("0f0e0d0c-0000-4000-8000-000000000001"));
        Files.writeString(folder.resolve("journal"), "no journal at all, but long enough to be one");
        RecoverableStudies left = RecoverableStudies.find(List.of(kept));
        assertThat(left.studies()).isEmpty();
        assertThat(left.troubles()).singleElement().asString().contains("could not be brought back", folder.toString());
    }
}
