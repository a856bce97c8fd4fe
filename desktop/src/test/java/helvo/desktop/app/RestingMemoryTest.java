package helvo.desktop.app;

import static helvo.desktop.FxThread.on;
import static org.assertj.core.api.Assertions.assertThat;

import helvo.desktop.task.VirtualClock;
import java.time.Duration;
import java.util.concurrent.atomic.AtomicInteger;
import javafx.event.Event;
import javafx.scene.Scene;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.Pane;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.framework.junit5.ApplicationExtension;

@ExtendWith(ApplicationExtension.class)
class RestingMemoryTest {
    private final AtomicInteger collected = new AtomicInteger();

    private int after(VirtualClock clock, int seconds) {
        clock.advance(Duration.ofSeconds(seconds));
        on(() -> {});
        return collected.get();
    }

    /// Once after each time that something was done, and never meanwhile.
    @Test
    void collectsWhenNothingWasDoneForAWhile() {
        try (var clock = new VirtualClock()) {
            var pane = new Pane();
            on(() -> new RestingMemory(collected::incrementAndGet).watch(new Scene(pane)));
            Runnable key = () -> on(() -> Event.fireEvent(
                    pane, new KeyEvent(KeyEvent.KEY_PRESSED, "a", "a", KeyCode.A, false, false, false, false)));
            assertThat(after(clock, 29)).as("it has just opened").isZero();
            assertThat(after(clock, 1)).as("what opening it needed").isOne();
            assertThat(after(clock, 60)).as("once").isOne();
            key.run();
            assertThat(after(clock, 29)).isOne();
            assertThat(after(clock, 1)).isEqualTo(2);
            assertThat(after(clock, 60)).as("once").isEqualTo(2);
            key.run();
            assertThat(after(clock, 30)).isEqualTo(3);
        }
    }
}
