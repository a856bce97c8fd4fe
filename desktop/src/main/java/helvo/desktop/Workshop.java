package helvo.desktop;

import helvo.core.Progress;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Consumer;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.util.Duration;

/// Where work runs beside the interface thread. In each lane the newest work replaces what it has not finished.
final class Workshop implements AutoCloseable {
    /// Work that takes longer than this is shown.
    private static final long PATIENCE_MS = 500;

    private final List<Lane> lanes = new ArrayList<>();
    private final ReadOnlyObjectWrapper<Shown> shown = new ReadOnlyObjectWrapper<>();
    private final Timeline watch = new Timeline(new KeyFrame(Duration.millis(100), _ -> look()));

    /// Work that takes long enough to be told of.
    ///
    /// @param fraction done, 0 to 1; below 0 when it cannot be told
    record Shown(String label, double fraction, Runnable cancel) {}

    /// Work that may be told to stop through its progress.
    interface Work<T> {
        T run(Progress progress) throws Exception;
    }

    Workshop() {
        watch.setCycleCount(Timeline.INDEFINITE);
        watch.play();
    }

    /// The longest-running work to tell of; null when there is none.
    ReadOnlyObjectProperty<Shown> shown() {
        return shown.getReadOnlyProperty();
    }

    Lane lane(String name) {
        var lane = new Lane(name);
        lanes.add(lane);
        return lane;
    }

    boolean idle() {
        return lanes.stream().allMatch(lane -> lane.current == null);
    }

    private void look() {
        long now = System.currentTimeMillis();
        shown.set(lanes.stream().map(lane -> lane.current).filter(job -> job != null && now - job.started > PATIENCE_MS).findFirst()
                .map(job -> new Shown(job.label, job.fraction, job::cancelByPerson)).orElse(null));
    }

    @Override
    public void close() {
        watch.stop();
        lanes.forEach(lane -> {
            lane.stop();
            lane.thread.shutdownNow();
        });
    }

    /// One thread, doing one thing at a time. Used from the interface thread only.
    final class Lane {
        private final ExecutorService thread;
        private Job<?> current;

        private Lane(String name) {
            thread = Executors.newSingleThreadExecutor(Thread.ofPlatform().daemon().name(name).factory());
        }

        /// Drops what the lane is doing and does this.
        ///
        /// @param done      gets the result on the interface thread, unless newer work came
        /// @param failed    gets what went wrong
        /// @param cancelled runs when a person stopped the work
        <T> void run(String label, Work<T> work, Consumer<T> done, Consumer<Throwable> failed, Runnable cancelled) {
            stop();
            var job = new Job<T>(label, cancelled);
            current = job;
            thread.execute(() -> job.run(work, done, failed));
        }

        boolean isBusy() {
            return current != null;
        }

        void stop() {
            if (current != null) {
                current.unwanted = true;
                current = null;
            }
        }

        private final class Job<T> {
            private final String label;
            private final Runnable cancelled;
            private final long started = System.currentTimeMillis();
            private volatile boolean unwanted;
            private volatile double fraction = -1;

            Job(String label, Runnable cancelled) {
                this.label = label;
                this.cancelled = cancelled;
            }

            void cancelByPerson() {
                if (current == this) {
                    stop();
                    look();
                    cancelled.run();
                }
            }

            void run(Work<T> work, Consumer<T> done, Consumer<Throwable> failed) {
                try {
                    if (!unwanted) {
                        T result = work.run(this::reached);
                        finish(() -> done.accept(result));
                    }
                } catch (CancellationException e) {
                    finish(() -> {});
                } catch (Exception | OutOfMemoryError e) {
                    finish(() -> failed.accept(e));
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
                        then.run();
                    }
                });
            }
        }
    }
}
