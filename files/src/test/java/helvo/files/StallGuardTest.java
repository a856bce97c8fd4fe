package helvo.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import helvo.core.Progress;
import java.nio.file.Path;
import java.time.Duration;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

class StallGuardTest {
    private static final Path FILE = Path.of("share", "pulls.csv");
    private static final Duration SHORT = Duration.ofMillis(400);

    @Test
    void aFileThatNoLongerComesIsGivenUpAndItsReaderStopped() throws InterruptedException {
        var stopped = new CountDownLatch(1);
        assertThatThrownBy(() -> StallGuard.of(FILE, SHORT, Progress.none(), _ -> {
                    try {
                        Thread.sleep(60_000);
                    } catch (InterruptedException e) {
                        stopped.countDown();
                    }
                    return "";
                }))
                .isInstanceOf(UnreadableFile.class)
                .hasMessage("“pulls.csv” was given up: for 0.4 s it got no further. If it lies on a slow share, "
                        + "copy it to this computer and open the copy; else it is damaged, or made to keep a "
                        + "reader busy.");
        assertThat(stopped.await(10, TimeUnit.SECONDS)).isTrue();
    }

    @Test
    void aFileThatComesSlowlyIsReadToItsEnd() throws UnreadableFile {
        String read = StallGuard.of(FILE, Duration.ofSeconds(2), Progress.none(), progress -> {
            for (int i = 0; i < 11; i++) {
                progress.reached(i / 11.0);
                try {
                    Thread.sleep(200);
                } catch (InterruptedException e) {
                    return "interrupted";
                }
            }
            return "whole";
        });
        assertThat(read).isEqualTo("whole");
    }

    @Test
    void whatTheReadingThrowsComesAsItWas() {
        assertThatThrownBy(() -> StallGuard.of(FILE, Progress.none(), _ -> {
                    throw new UnreadableFile("no table");
                }))
                .isInstanceOf(UnreadableFile.class)
                .hasMessage("no table");
        assertThatThrownBy(() -> StallGuard.of(
                        FILE,
                        fraction -> {
                            throw new CancellationException();
                        },
                        progress -> {
                            progress.reached(0);
                            return "";
                        }))
                .isInstanceOf(CancellationException.class);
        assertThatThrownBy(() -> StallGuard.of(FILE, Progress.none(), _ -> {
                    throw new OutOfMemoryError();
                }))
                .isInstanceOf(OutOfMemoryError.class);
    }
}
