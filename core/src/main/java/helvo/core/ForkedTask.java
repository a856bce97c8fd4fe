package helvo.core;

import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.FutureTask;
import java.util.function.Supplier;

/// A part of some work that another thread may do; whoever needs its result first does it itself.
public final class ForkedTask<T> {
    /// Among fewer points a thread of its own costs more than it saves.
    private static final int MIN_POINTS_TO_FORK = 20_000;

    private final FutureTask<T> task;

    private ForkedTask(FutureTask<T> task) {
        this.task = task;
    }

    public static <T> ForkedTask<T> of(Supplier<T> work) {
        return of(Integer.MAX_VALUE, work);
    }

    /// @param points that it goes through
    public static <T> ForkedTask<T> of(int points, Supplier<T> work) {
        ForkedTask<T> later = later(work);
        if (points > MIN_POINTS_TO_FORK) {
            ForkJoinPool.commonPool().execute(later.task);
        }
        return later;
    }

    /// Not begun before its outcome is asked for.
    public static <T> ForkedTask<T> later(Supplier<T> work) {
        return new ForkedTask<>(new FutureTask<>(work::get));
    }

    /// Worked out here and now where no other thread has begun.
    public T join() {
        task.run();
        try {
            return task.get();
        } catch (InterruptedException _) {
            Thread.currentThread().interrupt();
            throw new CancellationException();
        } catch (ExecutionException e) {
            switch (e.getCause()) {
                case RuntimeException fault -> throw fault;
                case Error fault -> throw fault;
                case null, default -> throw new IllegalStateException(e);
            }
        }
    }
}
