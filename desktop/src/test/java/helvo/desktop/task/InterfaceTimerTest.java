package helvo.desktop.task;

import static helvo.desktop.FxThread.on;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.framework.junit5.ApplicationExtension;

@ExtendWith(ApplicationExtension.class)
class InterfaceTimerTest {
    private final VirtualClock clock = new VirtualClock();
    private final List<String> calls = new ArrayList<>();

    @AfterEach
    void end() {
        clock.close();
    }

    private List<String> after(int ms) {
        clock.advance(Duration.ofMillis(ms));
        on(() -> {});
        return calls;
    }

    @Test
    void oneCallsOnceAndTheOtherAgainAndAgain() {
        InterfaceTimer once = InterfaceTimer.after(Duration.ofMillis(250), () -> calls.add("once"));
        InterfaceTimer again = InterfaceTimer.every(Duration.ofMillis(100), () -> calls.add("again"));
        on(once::start);
        on(again::start);
        assertThat(after(99)).isEmpty();
        assertThat(after(1)).containsExactly("again");
        assertThat(once.isRunning()).isTrue();
        assertThat(after(250)).containsExactly("again", "again", "once", "again");
        assertThat(once.isRunning()).isFalse();
        on(again::stop);
        assertThat(after(1000)).hasSize(4);
    }

    /// Also where its call is on the way to the interface thread already.
    @Test
    void whatIsStoppedOrBegunAnewDoesNotCallForTheTimeBefore() {
        InterfaceTimer timer = InterfaceTimer.after(Duration.ofMillis(100), () -> calls.add("called"));
        on(timer::start);
        after(60);
        on(timer::start);
        assertThat(after(60)).isEmpty();
        assertThat(after(40)).hasSize(1);
        on(timer::start);
        on(() -> {
            clock.advance(Duration.ofMillis(100));
            timer.stop();
        });
        assertThat(after(100)).hasSize(1);
    }
}
