package helvo.files;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.task.SerialTasks;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Objects;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicLong;

/// A guard that gives up reading a file that stalls: nothing more of it was read for two minutes.
public final class StallGuard {
    private StallGuard() {}

    /// The reading of a file.
    public interface Reading<T> {
        T read(Progress progress) throws UnreadableFile;
    }

    /// @throws UnreadableFile as the reading does, or after [Limits#STALL_TIMEOUT] without any progress
    public static <T> T of(Path file, Progress progress, Reading<T> reading) throws UnreadableFile {
        return of(file, Limits.STALL_TIMEOUT, progress, reading);
    }

    static <T> T of(Path file, Duration silence, Progress progress, Reading<T> reading) throws UnreadableFile {
        var heard = new AtomicLong(System.nanoTime());
        SerialTasks reader = SerialTasks.named("reading " + file.getFileName());
        CompletableFuture<T> task = reader.call(() -> reading.read(fraction -> {
            heard.set(System.nanoTime());
            if (Thread.currentThread().isInterrupted()) {
                throw new CancellationException();
            }
            progress.reached(fraction);
        }));
        try {
            while (true) {
                long left = silence.toNanos() - (System.nanoTime() - heard.get());
                if (left <= 0) {
                    throw new UnreadableFile(RootLocale.format(
                            "“%s” was given up: for %s it got no further. If it lies on a slow share, copy it to this "
                                    + "computer and open the copy; else it is damaged, or made to keep a reader busy.",
                            file.getFileName(), words(silence)));
                }
                try {
                    return task.get(left, TimeUnit.NANOSECONDS);
                } catch (TimeoutException stillReading) {
                    // Until it is too long.
                }
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new CancellationException();
        } catch (ExecutionException e) {
            throw rethrown(Objects.requireNonNullElse(e.getCause(), e));
        } finally {
            reader.stop();
        }
    }

    private static String words(Duration silence) {
        return silence.toSeconds() >= 120 ? silence.toMinutes() + " minutes" : silence.toMillis() / 1000.0 + " s";
    }

    /// What the reading threw, as it was.
    private static UnreadableFile rethrown(Throwable thrown) {
        switch (thrown) {
            case UnreadableFile refusal -> {
                return refusal;
            }
            case RuntimeException fault -> throw fault;
            case Error fault -> throw fault;
            default -> throw new IllegalStateException(thrown);
        }
    }
}
