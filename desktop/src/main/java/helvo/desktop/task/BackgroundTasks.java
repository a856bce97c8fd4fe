package helvo.desktop.task;

import helvo.core.Progress;
import helvo.core.task.Faults;
import helvo.core.task.SerialTasks;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.jspecify.annotations.Nullable;

/// Runs work beside the interface thread, in queues: newest only, or first in first out. Used on the interface
/// thread only.
///
/// A line has a thread only while it has work; what takes long is shown with its progress.
public final class BackgroundTasks implements AutoCloseable {
    /// Work that takes longer than this is shown.
    private static final long PATIENCE_MS = 500;

    private final List<Line> lines = new ArrayList<>();
    private final ReadOnlyObjectWrapper<Shown> shown = new ReadOnlyObjectWrapper<>();
    private final InterfaceTimer watch = InterfaceTimer.every(Duration.ofMillis(100), this::updateShown);
    private boolean closed;

    /// Work that takes long enough to be told of.
    ///
    /// @param fraction done, 0 to 1; below 0 when it cannot be told
    public record Shown(String label, double fraction, Runnable cancel) {}

    /// Work that may be told to stop through its progress.
    public interface Work<T> {
        T run(Progress progress) throws Exception;
    }

    /// What becomes of work; all of it runs on the interface thread.
    ///
    /// @param done      gets the result, unless it is no longer wanted
    /// @param failed    gets what went wrong, be it an exception or an error
    /// @param cancelled runs when a person stopped the work
    public record Outcome<T>(Consumer<? super T> done, Consumer<? super Throwable> failed, Runnable cancelled) {}

    /// The longest-running work to tell of; null when there is none.
    public ReadOnlyObjectProperty<Shown> shown() {
        return shown.getReadOnlyProperty();
    }

    /// A line in which newer work replaces what is not finished.
    public Latest latest(String name) {
        return latest(name, true);
    }

    /// A line of work that nobody has asked for yet, and that is not told of.
    public Latest silent(String name) {
        return latest(name, false);
    }

    private Latest latest(String name, boolean isShown) {
        var line = new Latest(name, isShown);
        lines.add(line);
        return line;
    }

    /// A line in which work waits for what came before it.
    public Queue queue(String name) {
        var line = new Queue(name);
        lines.add(line);
        return line;
    }

    public boolean idle() {
        return lines.stream().noneMatch(Line::isBusy);
    }

    private void updateShown() {
        long now = System.currentTimeMillis();
        shown.set(lines.stream()
                .filter(line -> line.isShown)
                .map(line -> line.current)
                .filter(job -> job != null && now - job.started > PATIENCE_MS)
                .findFirst()
                .map(job -> new Shown(job.label, job.fraction, job::cancelByPerson))
                .orElse(null));
        if (idle()) {
            watch.stop();
        }
    }

    /// Stops all work; what is asked for afterwards is not done.
    @Override
    public void close() {
        closed = true;
        watch.stop();
        lines.forEach(line -> {
            line.stop();
            line.thread.stop();
        });
    }

    /// One thing at a time.
    public abstract sealed class Line {
        private final SerialTasks thread;
        /// Whether work that takes long is shown.
        private final boolean isShown;
        private @Nullable Job<?> current;

        private Line(String name, boolean isShown) {
            this.isShown = isShown;
            thread = SerialTasks.named(name);
        }

        public boolean isBusy() {
            return current != null;
        }

        /// Drops what is under way and what waits, without a word.
        public void stop() {
            if (current != null) {
                current.unwanted = true;
                current = null;
            }
        }

        /// Called when a piece of work is over.
        void next() {}

        final <T> void begin(Job<T> job) {
            if (closed) {
                return;
            }
            current = job;
            job.started = System.currentTimeMillis();
            if (!watch.isRunning()) {
                watch.start();
            }
            Faults.report(thread.run(job::run));
        }

        final class Job<T> {
            private final String label;
            private final Work<T> work;
            private final Outcome<T> outcome;
            private long started;
            private volatile boolean unwanted;
            private volatile double fraction = -1;

            Job(String label, Work<T> work, Outcome<T> outcome) {
                this.label = label;
                this.work = work;
                this.outcome = outcome;
            }

            void cancelByPerson() {
                if (current == this) {
                    unwanted = true;
                    current = null;
                    updateShown();
                    outcome.cancelled.run();
                    next();
                }
            }

            private void run() {
                try {
                    reached(Double.NaN);
                    T result = work.run(this::reached);
                    finish(() -> outcome.done.accept(result));
                } catch (CancellationException e) {
                    finish(() -> {});
                } catch (Throwable fault) {
                    // Errors too: nothing that goes wrong may leave the window waiting.
                    finish(() -> outcome.failed.accept(fault));
                }
            }

            private void reached(double done) {
                if (unwanted) {
                    throw new CancellationException();
                }
                fraction = Double.isNaN(done) ? -1 : done;
            }

            private void finish(Runnable then) {
                Platform.runLater(() -> {
                    if (current == this) {
                        current = null;
                        try {
                            then.run();
                        } finally {
                            next();
                        }
                    }
                });
            }
        }
    }

    /// The newest work replaces what is not finished.
    public final class Latest extends Line {
        private Latest(String name, boolean isShown) {
            super(name, isShown);
        }

        public <T> void run(String label, Work<T> work, Outcome<T> outcome) {
            stop();
            begin(new Job<>(label, work, outcome));
        }
    }

    /// Work is done in the order it came in; nothing is dropped but by a person.
    public final class Queue extends Line {
        private final Deque<Job<?>> waiting = new ArrayDeque<>();

        private Queue(String name) {
            super(name, true);
        }

        public <T> void run(String label, Work<T> work, Outcome<T> outcome) {
            waiting.add(new Job<>(label, work, outcome));
            next();
        }

        @Override
        public void stop() {
            waiting.clear();
            super.stop();
        }

        @Override
        void next() {
            if (!isBusy() && !waiting.isEmpty()) {
                begin(waiting.removeFirst());
            }
        }
    }
}
