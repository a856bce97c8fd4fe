package helvo.desktop.app;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import javafx.application.Platform;

/// The start and the end of the window toolkit, once each in a run of the program.
final class WindowToolkit {
    private static final int SECONDS_TO_END = 5;

    private WindowToolkit() {}

    /// @param first is done on the interface thread
    static void start(Runnable first) {
        // The last window may be closed while its study is still being saved.
        Platform.setImplicitExit(false);
        Platform.startup(first);
    }

    /// Ends the toolkit and waits for the interface thread: its renderer draws nothing while the program ends.
    static void end() {
        var thread = new CompletableFuture<Thread>();
        Platform.runLater(() -> {
            thread.complete(Thread.currentThread());
            Platform.exit();
        });
        try {
            thread.get(SECONDS_TO_END, TimeUnit.SECONDS).join(TimeUnit.SECONDS.toMillis(SECONDS_TO_END));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (java.util.concurrent.ExecutionException | TimeoutException e) {
            // It hangs: the program ends all the same.
        }
    }
}
