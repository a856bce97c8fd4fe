package helvo.desktop.app;

import helvo.desktop.task.InterfaceTimer;
import java.time.Duration;
import javafx.scene.Scene;
import javafx.scene.input.InputEvent;

/// Gives memory back that was needed for a moment: some time after a window opened, or after the last input to any,
/// what is no longer needed is collected, once, and the virtual machine returns it to the system. Used on the
/// interface thread only.
final class RestingMemory {
    private static final Duration RESTS_AFTER = Duration.ofSeconds(30);
    private static final long SECOND = 1_000_000_000;

    private final InterfaceTimer rest;
    private long lastInput;

    RestingMemory(Runnable collect) {
        rest = InterfaceTimer.after(RESTS_AFTER, collect);
    }

    /// Collects beside the interface thread, as far as that can be.
    static RestingMemory ofProgram() {
        return new RestingMemory(
                () -> Thread.ofPlatform().daemon().name("resting").start(System::gc));
    }

    void watch(Scene scene) {
        scene.addEventFilter(InputEvent.ANY, _ -> input());
        input();
    }

    private void input() {
        long now = System.nanoTime();
        if (now - lastInput > SECOND || !rest.isRunning()) {
            lastInput = now;
            rest.start();
        }
    }
}
