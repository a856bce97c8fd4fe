package helvo.core.task;

import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;

/// The one road that a fault takes which nobody awaits: to what reports uncaught exceptions.
public final class Faults {
    private Faults() {}

    /// Reports the fault of work that nobody waits for; on the thread that it fails on. Work that was cancelled has
    /// none.
    public static void report(CompletableFuture<?> work) {
        var _ = work.exceptionally(fault -> {
            if (!(fault instanceof CancellationException)) {
                Thread here = Thread.currentThread();
                here.getUncaughtExceptionHandler().uncaughtException(here, fault);
            }
            return null;
        });
    }
}
