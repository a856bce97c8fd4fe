package helvo.desktop.task;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.desktop.task.BackgroundTasks.Outcome;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;

@ExtendWith(ApplicationExtension.class)
class BackgroundTasksTest {
    private final List<String> results = new CopyOnWriteArrayList<>();
    private BackgroundTasks background;

    @AfterEach
    void close() {
        on(background::close);
    }

    private Outcome<String> told(String name) {
        return new Outcome<>(
                results::add,
                fault -> results.add(name + " failed: " + fault.getMessage()),
                () -> results.add(name + " cancelled"));
    }

    @Test
    void newerWorkReplacesOlderAndOnlyItsResultArrives() throws TimeoutException {
        on(() -> {
            background = new BackgroundTasks();
            BackgroundTasks.Latest line = background.latest("test");
            line.run("old", this::untilStopped, told("old"));
            line.run("new", _ -> "new", told("new"));
        });
        rest();
        assertThat(results).containsExactly("new");
    }

    /// A table that is saved while a picture is being written drops no picture.
    @Test
    void inAQueueNothingIsDroppedAndAllIsDoneInOrder() throws TimeoutException {
        on(() -> {
            background = new BackgroundTasks();
            BackgroundTasks.Queue line = background.queue("test");
            for (String name : List.of("picture", "table", "results")) {
                line.run(
                        name,
                        _ -> {
                            Thread.sleep(name.equals("picture") ? 200 : 1);
                            return name;
                        },
                        told(name));
            }
        });
        rest();
        assertThat(results).containsExactly("picture", "table", "results");
    }

    @Test
    void aPersonStopsOneOfAQueueAndTheRestIsDone() throws TimeoutException {
        on(() -> {
            background = new BackgroundTasks();
            BackgroundTasks.Queue line = background.queue("test");
            line.run("first", this::untilStopped, told("first"));
            line.run("second", _ -> "second", told("second"));
        });
        WaitForAsyncUtils.waitFor(
                10,
                TimeUnit.SECONDS,
                () -> WaitForAsyncUtils.waitForAsyncFx(
                        1000, () -> background.shown().get() != null));
        on(() -> {
            assertThat(background.shown().get().label()).isEqualTo("first");
            assertThat(background.shown().get().fraction()).isEqualTo(0.5);
            background.shown().get().cancel().run();
        });
        rest();
        assertThat(results).containsExactly("first cancelled", "second");
    }

    /// It began before the other, and takes as long.
    @Test
    void whatNobodyAskedForIsNotToldOf() throws TimeoutException {
        on(() -> {
            background = new BackgroundTasks();
            background.silent("test").run("expected", this::untilStopped, told("expected"));
            background.queue("test").run("asked for", this::untilStopped, told("asked for"));
        });
        WaitForAsyncUtils.waitFor(
                10,
                TimeUnit.SECONDS,
                () -> WaitForAsyncUtils.waitForAsyncFx(
                        1000, () -> background.shown().get() != null));
        on(() -> assertThat(background.shown().get().label()).isEqualTo("asked for"));
    }

    /// Not exceptions alone: an error leaves no window waiting either.
    @Test
    void anErrorIsToldAndTheLineGoesOn() throws TimeoutException {
        on(() -> {
            background = new BackgroundTasks();
            BackgroundTasks.Queue line = background.queue("test");
            line.run(
                    "deep",
                    _ -> {
                        throw new StackOverflowError("too deep");
                    },
                    told("deep"));
            line.run(
                    "missing",
                    _ -> {
                        throw new NoClassDefFoundError("gone");
                    },
                    told("missing"));
            line.run("next", _ -> "next", told("next"));
        });
        rest();
        assertThat(results).containsExactly("deep failed: too deep", "missing failed: gone", "next");
    }

    @Test
    void closedItLeavesNoThreadAndDoesNothingMore() throws TimeoutException {
        on(() -> {
            background = new BackgroundTasks();
            background.latest("a line to close").run("work", this::untilStopped, told("work"));
            background.close();
            background.latest("another line to close").run("late", _ -> "late", told("late"));
        });
        WaitForAsyncUtils.waitFor(10, TimeUnit.SECONDS, () -> Thread.getAllStackTraces().keySet().stream()
                .noneMatch(thread -> thread.getName().endsWith("line to close")));
        assertThat(results).isEmpty();
    }

    private String untilStopped(Progress progress) throws InterruptedException {
        while (true) {
            progress.reached(0.5);
            Thread.sleep(5);
        }
    }

    private void rest() throws TimeoutException {
        WaitForAsyncUtils.waitFor(20, TimeUnit.SECONDS, () -> WaitForAsyncUtils.waitForAsyncFx(1000, background::idle));
        WaitForAsyncUtils.waitForFxEvents();
    }

    private static void on(Runnable action) {
        WaitForAsyncUtils.waitForAsyncFx(10_000, action);
    }
}
