package helvo.desktop.workspace;

import helvo.desktop.task.BackgroundTasks;
import helvo.desktop.task.BackgroundTasks.Outcome;
import helvo.files.UnreadableFile;
import java.util.Optional;
import java.util.function.Consumer;

/// Reads files one after the other and reports what fails.
final class FileReadingQueue {
    private final BackgroundTasks.Queue queue;
    private final Messages messages;

    FileReadingQueue(Workspace workspace) {
        queue = workspace.background().queue("reading");
        messages = workspace.messages();
    }

    /// @param of what is opened, as a person calls it
    <T> void open(String of, BackgroundTasks.Work<T> work, Consumer<T> done) {
        open(of, work, new Outcome<>(done, this::failed, this::stopped));
    }

    <T> void open(String of, BackgroundTasks.Work<T> work, Outcome<T> outcome) {
        queue.run("Opening " + of + " …", work, outcome);
    }

    <T> void again(BackgroundTasks.Work<T> work, Consumer<T> done) {
        queue.run(
                "Reading again …",
                work,
                new Outcome<>(done, this::failed, () -> messages.show("Reading was stopped; nothing was changed.")));
    }

    /// Runs something once all that was asked for so far is read, or is not going to be.
    void afterwards(Runnable then) {
        queue.run("", _ -> Optional.empty(), new Outcome<>(_ -> then.run(), _ -> then.run(), then));
    }

    void stopped() {
        messages.show("Opening was stopped; nothing was changed.");
    }

    void failed(Throwable fault) {
        messages.warn(
                switch (fault) {
                    case UnreadableFile known -> known.getMessage();
                    case OutOfMemoryError _ ->
                        "There is not enough memory for this; nothing was changed. Close other programs, or take fewer "
                                + "rows.";
                    default -> "Helvo met a fault of its own; the study is as it was. (" + fault + ")";
                });
    }
}
