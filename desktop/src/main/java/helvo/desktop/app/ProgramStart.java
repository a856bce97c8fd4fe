package helvo.desktop.app;

import helvo.core.Progress;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.task.Faults;
import helvo.core.task.SerialTasks;
import helvo.desktop.persistence.RecoverableStudies;
import helvo.desktop.persistence.StudyOrigin;
import helvo.files.UnreadableFile;
import helvo.files.disk.TemporaryFolder;
import helvo.files.disk.UserFolders;
import helvo.files.study.StudyFile;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import javafx.application.Platform;
import javafx.stage.Stage;

/// The program from its first window to its last: the frame is shown while the study is read beside it.
final class ProgramStart {
    private ProgramStart() {}

    /// Opens the first window, and returns when the last is closed and everything is on the disk.
    static void run(StartOptions start) {
        var closed = new CountDownLatch(1);
        UserFolders folders = UserFolders.ofSystem();
        var windows = new Windows(folders, closed::countDown);
        if (start.reportsPace()) {
            windows.reportPace(new ResponseTimes(System.err::println));
        }
        var found = SerialTasks.once("kept studies", () -> {
                    TemporaryFolder.removeLeftBehind();
                    return windows.onDisk().find();
                })
                .exceptionally(fault -> new RecoverableStudies(
                        List.of(),
                        List.of("It could not be found out what was kept when Helvo stopped. (" + fault + ")")));
        var read = SerialTasks.once("first study", () -> read(start, windows));
        WindowToolkit.start(() -> {
            windows.useThemes();
            Stage frame = windows.frame(start);
            Thread.setDefaultUncaughtExceptionHandler(
                    new FaultLog(folders.log(), sentence -> Platform.runLater(() -> windows.warn(sentence))));
            // What was kept of a study goes before its file; a window without one need not wait for what was kept.
            var first = start.file().filter(StudyFile::isStudy).isPresent()
                    ? found
                    : CompletableFuture.completedFuture(RecoverableStudies.NOTHING);
            Faults.report(first.thenAcceptBoth(
                    read.exceptionally(FirstStudy.Unread::new),
                    (left, study) -> Platform.runLater(() -> {
                        begin(windows, frame, start, left, study);
                        Faults.report(found.thenAccept(all -> Platform.runLater(() -> windows.learn(all))));
                    })));
        });
        SystemEnd.whenAsked(() -> {
            // Windows that are open keep their places as they are hidden.
            WindowToolkit.end();
            windows.end();
        });
        try {
            closed.await();
            windows.end();
            WindowToolkit.end();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /// The study that the program was to begin with, or why it cannot be shown.
    sealed interface FirstStudy {
        record Read(StudyOrigin origin) implements FirstStudy {}

        record Unread(Throwable fault) implements FirstStudy {}
    }

    /// A study that is blank is so in the person's own way.
    private static FirstStudy read(StartOptions start, Windows windows) throws UnreadableFile {
        Optional<Path> file = start.file().filter(StudyFile::isStudy);
        if (file.isPresent()) {
            return new FirstStudy.Read(StudyOrigin.FromFile.read(file.get(), Progress.none()));
        }
        Study study = start.study().get();
        return new FirstStudy.Read(new StudyOrigin.New(
                History.from(study.isBlank() ? windows.settings().get().blank() : study)));
    }

    /// Fills the frame, unless it was closed meanwhile.
    static void begin(Windows windows, Stage frame, StartOptions start, RecoverableStudies left, FirstStudy first) {
        if (!frame.isShowing()) {
            return;
        }
        windows.onDisk().offer(left.studies(), List.of());
        StudyOrigin origin =
                switch (first) {
                    case FirstStudy.Read(StudyOrigin read) -> windows.onDisk().asKept(read);
                    case FirstStudy.Unread _ -> new StudyOrigin.New(History.from(Study.blank()));
                };
        windows.openInFrame(frame, origin, start);
        windows.settings().trouble().ifPresent(windows::warn);
        if (first instanceof FirstStudy.Unread(Throwable fault)) {
            windows.warn(
                    fault instanceof UnreadableFile known
                            ? known.getMessage()
                            : "The study could not be opened. (" + fault + ")");
        }
        Faults.report(windows.onDisk().readRecent());
    }
}
