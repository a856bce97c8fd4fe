package helvo.core.task;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import helvo.core.Progress;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/// The contract of `helvo.core.task`.
@Timeout(30)
class TasksTest {
    @Test
    void partsAreInTheOrderOfTheParts() {
        assertThat(ForkedTask.all(200, i -> i * i))
                .isEqualTo(IntStream.range(0, 200).mapToObj(i -> i * i).toList());
        assertThat(ForkedTask.all(0, i -> i)).isEmpty();
    }

    /// Each first part waits until a later one was done: by whichever thread has no part.
    @Test
    void noThreadWaitsForAPartWhileThereAreOthers() {
        for (int turn = 0; turn < 50; turn++) {
            var done = new CountDownLatch(1);
            assertThat(ForkedTask.all(2, i -> {
                        if (i == 0) {
                            return await(done);
                        }
                        done.countDown();
                        return true;
                    }))
                    .containsOnly(true);
        }
    }

    private static boolean await(CountDownLatch latch) {
        try {
            return latch.await(5, TimeUnit.SECONDS);
        } catch (InterruptedException _) {
            return false;
        }
    }

    /// More of them than there are workers, each of which waits for further ones.
    @Test
    void workMayForkWork() {
        assertThat(sum(0, 1 << 12)).isEqualTo((1 << 12) * ((1 << 12) - 1) / 2);
    }

    private static int sum(int from, int to) {
        return to - from == 1
                ? from
                : ForkedTask.all(2, half -> half == 0 ? sum(from, (from + to) / 2) : sum((from + to) / 2, to)).stream()
                        .mapToInt(Integer::intValue)
                        .sum();
    }

    @Test
    void whatAPartThrowsIsThrownAndTheRestIsNotBegun() {
        var begun = new AtomicInteger();
        assertThatThrownBy(() -> ForkedTask.all(2_000, i -> {
                    begun.incrementAndGet();
                    if (i == 0) {
                        throw new IllegalArgumentException("the first");
                    }
                    LockSupport.parkNanos(200_000);
                    return i;
                }))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage("the first");
        assertThat(begun.get()).isLessThan(2_000);
    }

    @Test
    void blocksStopWhereNobodyWaits() {
        assertThatThrownBy(() -> BlockParallel.forEach(
                        1 << 20,
                        done -> {
                            if (done > 0.5) {
                                throw new CancellationException();
                            }
                        },
                        (from, to) -> {}))
                .isInstanceOf(CancellationException.class);
    }

    /// A sum of doubles is the same to the last bit on any number of processors.
    @Test
    void sumsAreThoseOfTheBlocksInOrder() {
        double[] x = IntStream.range(0, 300_000).mapToDouble(i -> 1.0 / (i + 1)).toArray();
        double expected = 0;
        for (int from = 0; from < x.length; from += 1 << 14) {
            double block = 0;
            for (int i = from; i < Math.min(x.length, from + (1 << 14)); i++) {
                block += x[i];
            }
            expected += block;
        }
        for (int i = 0; i < 20; i++) {
            assertThat(BlockParallel.reduce(
                            x.length,
                            Progress.none(),
                            (from, to) -> {
                                double block = 0;
                                for (int k = from; k < to; k++) {
                                    block += x[k];
                                }
                                return block;
                            },
                            Double::sum))
                    .isEqualTo(expected);
        }
    }

    @Test
    void serialWorkIsDoneInOrderOnOneThread() {
        SerialTasks tasks = SerialTasks.named("in order");
        var done = new ArrayList<Integer>();
        List<CompletableFuture<Void>> handles = IntStream.range(0, 1_000)
                .mapToObj(i -> tasks.run(() -> done.add(i)))
                .toList();
        tasks.close();
        handles.forEach(CompletableFuture::join);
        assertThat(done).isEqualTo(IntStream.range(0, 1_000).boxed().toList());
    }

    @Test
    void aHandleFailsWithWhatWasThrown() {
        CompletableFuture<String> failed = SerialTasks.once("failing", () -> {
            throw new IOException("no disk");
        });
        assertThatThrownBy(failed::get)
                .isInstanceOf(ExecutionException.class)
                .cause()
                .isInstanceOf(IOException.class)
                .hasMessage("no disk");
    }

    @Test
    void stoppedWorkIsInterruptedAndWhatWaitsIsCancelled() throws InterruptedException {
        SerialTasks tasks = SerialTasks.named("stopped");
        var began = new CountDownLatch(1);
        var interrupted = new CountDownLatch(1);
        var _ = tasks.run(() -> {
            began.countDown();
            try {
                new CountDownLatch(1).await();
            } catch (InterruptedException e) {
                interrupted.countDown();
            }
        });
        CompletableFuture<Void> waits = tasks.run(() -> {});
        began.await();
        tasks.stop();
        assertThat(interrupted.await(20, TimeUnit.SECONDS)).isTrue();
        assertThat(waits).isCancelled();
    }

    @Test
    void aFaultThatNobodyAwaitsIsReported() throws InterruptedException {
        var told = new CountDownLatch(1);
        Thread.UncaughtExceptionHandler before = Thread.getDefaultUncaughtExceptionHandler();
        Thread.setDefaultUncaughtExceptionHandler((_, fault) -> {
            if ("lost".equals(fault.getMessage())) {
                told.countDown();
            }
        });
        try {
            Faults.report(SerialTasks.once("lost", () -> {
                throw new IllegalStateException("lost");
            }));
            assertThat(told.await(20, TimeUnit.SECONDS)).isTrue();
        } finally {
            Thread.setDefaultUncaughtExceptionHandler(before);
        }
    }
}
