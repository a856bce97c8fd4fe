package helvo.desktop.task;

import java.time.Duration;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import javafx.application.Platform;

/// A timer that calls back on the interface thread, once or again and again. It costs nothing between its calls,
/// where an animation of the toolkit has every frame drawn for as long as it runs. Used on the interface thread
/// only.
public final class InterfaceTimer {
    /// What calls back after a time; tests have one that they move by hand.
    public interface Clock {
        /// @param isRepeated whether it calls at each such interval, else once
        /// @return what stops it
        Runnable schedule(Runnable call, Duration interval, boolean isRepeated);
    }

    private static Clock clock = system();

    private final Duration interval;
    private final Runnable action;
    private final boolean isRepeated;
    /// Stops the present run; a run that was stopped while its call was on the way does nothing.
    private Runnable stop = () -> {};
    private int run;
    private boolean isRunning;

    private InterfaceTimer(Duration interval, Runnable action, boolean isRepeated) {
        this.interval = interval;
        this.action = action;
        this.isRepeated = isRepeated;
    }

    public static InterfaceTimer every(Duration interval, Runnable action) {
        return new InterfaceTimer(interval, action, true);
    }

    public static InterfaceTimer after(Duration delay, Runnable action) {
        return new InterfaceTimer(delay, action, false);
    }

    /// For tests.
    ///
    /// @return the clock until now
    public static Clock use(Clock other) {
        Clock before = clock;
        clock = other;
        return before;
    }

    private static Clock system() {
        ScheduledExecutorService thread = Executors.newSingleThreadScheduledExecutor(
                Thread.ofPlatform().daemon().name("clock").factory());
        return (call, interval, isRepeated) -> {
            long ms = interval.toMillis();
            ScheduledFuture<?> calls = isRepeated
                    ? thread.scheduleWithFixedDelay(call, ms, ms, TimeUnit.MILLISECONDS)
                    : thread.schedule(call, ms, TimeUnit.MILLISECONDS);
            return () -> calls.cancel(false);
        };
    }

    public boolean isRunning() {
        return isRunning;
    }

    /// Begins, or begins anew.
    public void start() {
        stop();
        isRunning = true;
        int present = run;
        stop = clock.schedule(
                () -> Platform.runLater(() -> {
                    if (run == present) {
                        isRunning = isRepeated;
                        action.run();
                    }
                }),
                interval,
                isRepeated);
    }

    public void stop() {
        run++;
        isRunning = false;
        stop.run();
        stop = () -> {};
    }
}
