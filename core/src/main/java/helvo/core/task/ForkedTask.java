package helvo.core.task;

import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Executor;
import java.util.concurrent.FutureTask;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.IntFunction;
import java.util.function.Supplier;
import java.util.stream.IntStream;

/// A part of some work that another thread may do; whoever needs its result first does it itself.
public final class ForkedTask<T> {
    /// Among fewer points a thread of its own costs more than it saves.
    private static final int MIN_POINTS_TO_FORK = 20_000;

    private static final Executor WORKERS = workers();

    private final FutureTask<T> task;

    private ForkedTask(FutureTask<T> task) {
        this.task = task;
    }

    /// One fewer than there are processors: the thread that asks works too.
    private static Executor workers() {
        int threads = Math.max(1, Runtime.getRuntime().availableProcessors() - 1);
        var workers = new ThreadPoolExecutor(
                threads,
                threads,
                SerialTasks.IDLE_SECONDS,
                TimeUnit.SECONDS,
                new LinkedBlockingQueue<>(),
                Thread.ofPlatform().daemon().name("worker-", 1).factory());
        workers.allowCoreThreadTimeOut(true);
        return workers;
    }

    public static <T> ForkedTask<T> of(Supplier<T> work) {
        return of(Integer.MAX_VALUE, work);
    }

    /// @param points that it goes through
    public static <T> ForkedTask<T> of(int points, Supplier<T> work) {
        ForkedTask<T> later = later(work);
        if (points > MIN_POINTS_TO_FORK) {
            WORKERS.execute(later.task);
        }
        return later;
    }

    /// Not begun before its outcome is asked for.
    public static <T> ForkedTask<T> later(Supplier<T> work) {
        return new ForkedTask<>(new FutureTask<>(work::get));
    }

    /// What is worked out for each of 0 to count − 1, in this order.
    public static <T> List<T> all(int count, IntFunction<T> work) {
        var failed = new AtomicBoolean();
        List<ForkedTask<T>> tasks = IntStream.range(0, count)
                .mapToObj(i -> of(() -> {
                    boolean done = false;
                    try {
                        T result = work.apply(i);
                        done = true;
                        return result;
                    } finally {
                        failed.compareAndSet(false, !done);
                    }
                }))
                .toList();
        try {
            // What another thread has begun is not waited for before all have begun.
            tasks.stream().takeWhile(_ -> !failed.get()).forEach(each -> each.task.run());
            return tasks.stream().map(ForkedTask::join).toList();
        } finally {
            // Where one fails nobody waits for those that have not begun.
            tasks.forEach(each -> each.task.cancel(false));
        }
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
