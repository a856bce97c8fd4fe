package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.desktop.app.FaultLog;
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
import javafx.application.Platform;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;

/// Windows that come and go, and what becomes of faults.
@ExtendWith(ApplicationExtension.class)
class WindowsTest {
    private static final int ROUNDS = 25;

    /// Two at a time, opened and closed again: no thread, no timer and no scene graph stays.
    @Test
    void closedWindowsLeaveNothingBehind() throws TimeoutException {
        List<WeakReference<?>> left = new ArrayList<>();
        for (int i = 0; i < ROUNDS; i++) {
            twoWindows(left);
        }
        WaitForAsyncUtils.waitFor(30, TimeUnit.SECONDS, () -> {
            System.gc();
            return left.stream().allMatch(each -> each.get() == null);
        });
        WaitForAsyncUtils.waitFor(10, TimeUnit.SECONDS, () -> Thread.getAllStackTraces().keySet().stream().map(Thread::getName)
                .noneMatch(List.of("analysis", "expectation", "reading", "writing", "changing", "drawing", "straightening")::contains));
    }

    private static void twoWindows(List<WeakReference<?>> left) throws TimeoutException {
        var stages = new Stage[2];
        on(() -> {
            for (int i = 0; i < 2; i++) {
                var session = new Session(i == 0 ? SampleStudy.study() : Study.blank());
                stages[i] = HelvoWindow.stage(HelvoWindow.Start.empty(), session);
                stages[i].show();
                session.perform(new StudyEdit.Rename("changed"));
                left.add(new WeakReference<>(session));
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
            Thread.currentThread().setUncaughtExceptionHandler(new FaultLog(folder.resolve("state"), told::add));
        });
        Platform.runLater(() -> {
            throw new IllegalStateException("in a handler");
        });
        WaitForAsyncUtils.waitFor(10, TimeUnit.SECONDS, () -> !told.isEmpty());
        on(() -> Thread.currentThread().setUncaughtExceptionHandler(before[0]));
        assertThat(told).singleElement().asString()
                .startsWith("Helvo met a fault of its own (IllegalStateException). The study is as it is shown; ").endsWith("faults.log.");
        assertThat(Files.readString(folder.resolve("state/faults.log")))
                .contains("java.lang.IllegalStateException: in a handler", "WindowsTest");
        new FaultLog(folder.resolve("state/faults.log"), told::add)
                .uncaughtException(Thread.currentThread(), new Error("no folder to write to"));
        assertThat(told.getLast()).isEqualTo("Helvo met a fault of its own (Error). The study is as it is shown.");
    }

    private static void on(Runnable action) {
        WaitForAsyncUtils.waitForAsyncFx(20_000, action);
    }
}
