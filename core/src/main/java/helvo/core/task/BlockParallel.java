package helvo.core.task;

import helvo.core.Progress;
import java.util.List;
import java.util.function.BinaryOperator;

/// Work on many points in blocks on all processors; results are combined in the order of the blocks, so that sums
/// do not depend on the number of processors.
public final class BlockParallel {
    private static final int BLOCK_SIZE = 1 << 14;

    private BlockParallel() {}

    /// What is worked out of the points `from` to `to`, the last not included.
    @FunctionalInterface
    public interface Work<T> {
        T of(int from, int to);
    }

    /// What is done to the points `from` to `to`, the last not included.
    @FunctionalInterface
    public interface Task {
        void at(int from, int to);
    }

    /// @param n how many points there are; of none, one empty block
    /// @throws java.util.concurrent.CancellationException when the progress says that nobody waits
    public static <T> T reduce(int n, Progress progress, Work<T> work, BinaryOperator<T> join) {
        progress.reached(0);
        if (n <= BLOCK_SIZE) {
            return work.of(0, n);
        }
        int blocks = (n + BLOCK_SIZE - 1) / BLOCK_SIZE;
        List<T> all = ForkedTask.all(blocks, block -> {
            progress.reached((double) block / blocks);
            return work.of(block * BLOCK_SIZE, Math.min(n, (block + 1) * BLOCK_SIZE));
        });
        return all.stream().reduce(join).orElseThrow();
    }

    public static void forEach(int n, Progress progress, Task task) {
        reduce(
                n,
                progress,
                (from, to) -> {
                    task.at(from, to);
                    return n;
                },
                (one, _) -> one);
    }

    public static void forEach(int n, Task task) {
        forEach(n, Progress.none(), task);
    }

    /// The sum of what each block adds up to.
    public static double sum(int n, Work<Double> work) {
        return reduce(n, Progress.none(), work, Double::sum);
    }
}
