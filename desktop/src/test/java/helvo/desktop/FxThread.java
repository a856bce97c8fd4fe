package helvo.desktop;

import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.testfx.util.WaitForAsyncUtils;

/// Work on the interface thread, for tests without a robot.
public final class FxThread {
    private FxThread() {}

    public static void on(Runnable action) {
        WaitForAsyncUtils.waitForAsyncFx(20_000, action);
    }

    public static <T> T of(Callable<T> question) {
        return WaitForAsyncUtils.waitForAsyncFx(20_000, question);
    }

    /// Waits until something holds, asked on the interface thread.
    public static void until(String what, Callable<Boolean> holds) {
        try {
            WaitForAsyncUtils.waitFor(30, TimeUnit.SECONDS, () -> of(holds));
        } catch (TimeoutException e) {
            throw new AssertionError("never: " + what, e);
        }
        WaitForAsyncUtils.waitForFxEvents();
    }
}
