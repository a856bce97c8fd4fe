package helvo.core;

import java.util.concurrent.CompletableFuture;
import java.util.function.Supplier;

/// Parts of an analysis that do not wait for each other.
public final class Beside {
    /// Among fewer points a thread of its own costs more than it saves.
    private static final int MANY = 20_000;

    private Beside() {}

    /// Works on many points on another thread, on few at once.
    public static <T> CompletableFuture<T> of(int points, Supplier<T> work) {
        return points > MANY ? CompletableFuture.supplyAsync(work) : CompletableFuture.completedFuture(work.get());
    }
}
