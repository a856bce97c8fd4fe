package helvo.desktop.app;

import helvo.desktop.task.InterfaceTimer;
import java.time.Duration;
import javafx.scene.Scene;
import javafx.scene.input.InputEvent;

/// Gives memory back that a window needed for a moment: ten seconds after the last input what is no longer needed is
/// collected, once, and the virtual machine returns it to the system.
final class RestingMemory {
    private static final Duration RESTS_AFTER = Duration.ofSeconds(10);
    private static final long SECOND = 1_000_000_000;

    private final InterfaceTimer rest;
    private long lastInput;

    RestingMemory(Scene scene, Runnable collect) {
        rest = InterfaceTimer.after(RESTS_AFTER, collect);
        scene.addEventFilter(InputEvent.ANY, _ -> input());
    }

    /// Collects beside the interface thread, as far as that can be.
    static void in(Scene scene) {
        new RestingMemory(
                scene, () -> Thread.ofPlatform().daemon().name("resting").start(System::gc));
    }

    private void input() {
        long now = System.nanoTime();
        if (now - lastInput > SECOND || !rest.isRunning()) {
            lastInput = now;
            rest.start();
        }
    }
}
