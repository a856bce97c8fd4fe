package helvo.core.task;

import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;

/// Work that is done one piece after the other, in the order in which it is handed in, on a thread of its own. The
/// thread is there while there is work, and a moment longer.
public final class SerialTasks {
    static final long IDLE_SECONDS = 2;

    private final ThreadPoolExecutor thread;

    private SerialTasks(String name, boolean daemon) {
        thread = new ThreadPoolExecutor(
                1,
                1,
                IDLE_SECONDS,
                TimeUnit.SECONDS,
                new LinkedBlockingQueue<>(),
                Thread.ofPlatform().daemon(daemon).name(name).factory());
        thread.allowCoreThreadTimeOut(true);
    }

    /// Work that the program need not wait for when it ends.
    public static SerialTasks named(String name) {
        return new SerialTasks(name, true);
    }

    /// Work that the runtime does not end before: what is written to the disk.
    public static SerialTasks outliving(String name) {
        return new SerialTasks(name, false);
    }

    /// One piece of work on a thread of its own.
    public static <T> CompletableFuture<T> once(String name, Callable<T> work) {
        SerialTasks alone = named(name);
        CompletableFuture<T> done = alone.call(work);
        alone.close();
        return done;
    }

    /// @return what the work returns; fails with what it throws, as it was thrown
    public <T> CompletableFuture<T> call(Callable<T> work) {
        var piece = new Piece<>(work, new CompletableFuture<T>());
        thread.execute(piece);
        return piece.done;
    }

    private record Piece<T>(Callable<T> work, CompletableFuture<T> done) implements Runnable {
        @Override
        public void run() {
            try {
                done.complete(work.call());
            } catch (Throwable fault) {
                done.completeExceptionally(fault);
            }
        }
    }

    /// @return done when the work is; fails with what it throws, as it was thrown
    public CompletableFuture<Void> run(Runnable work) {
        return call(() -> {
            work.run();
            return null;
        });
    }

    /// What was handed in is done; nothing more is taken.
    public void close() {
        thread.shutdown();
    }

    /// What waits is cancelled, and what is under way interrupted; nothing more is taken.
    public void stop() {
        for (Runnable waiting : thread.shutdownNow()) {
            if (waiting instanceof Piece<?> piece) {
                piece.done.cancel(false);
            }
        }
    }
}
