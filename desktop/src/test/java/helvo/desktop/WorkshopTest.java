package helvo.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.study.Study;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;

@ExtendWith(ApplicationExtension.class)
class WorkshopTest {
    @Test
    void newerWorkReplacesOlderAndOnlyItsResultArrives() throws Exception {
        List<String> results = new ArrayList<>();
        var finished = new CountDownLatch(1);
        onInterface(() -> {
            var lane = new Workshop().lane("test");
            lane.run("old", this::untilStopped, results::add, fault -> results.add("failed"), () -> results.add("cancelled"));
            lane.run("new", _ -> "new", result -> {
                results.add(result);
                finished.countDown();
            }, fault -> {}, () -> {});
        });
        assertThat(finished.await(10, TimeUnit.SECONDS)).isTrue();
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(results).containsExactly("new");
    }

    @Test
    void longWorkIsShownWithItsProgressAndAPersonCanStopIt() throws Exception {
        List<String> results = new ArrayList<>();
        var workshop = new Workshop[1];
        onInterface(() -> {
            workshop[0] = new Workshop();
            workshop[0].lane("test").run("Counting …", this::untilStopped, results::add, fault -> results.add("failed"), () -> results.add("cancelled"));
        });
        WaitForAsyncUtils.waitFor(10, TimeUnit.SECONDS, () -> WaitForAsyncUtils.waitForAsyncFx(1000, () -> workshop[0].shown().get() != null));
        onInterface(() -> {
            assertThat(workshop[0].shown().get().label()).isEqualTo("Counting …");
            assertThat(workshop[0].shown().get().fraction()).isEqualTo(0.5);
            workshop[0].shown().get().cancel().run();
            assertThat(workshop[0].idle()).isTrue();
        });
        assertThat(results).containsExactly("cancelled");
    }

    /// Stopping the fit of a new table takes the table back; redoing brings it again.
    @Test
    void stoppingAnAnalysisTakesTheStepBack(@TempDir Path folder) throws IOException {
        Path file = Files.writeString(folder.resolve("t.csv"), "x,y\n1,2\n2,3\n3,5\n");
        var session = new Session[1];
        onInterface(() -> session[0] = new Session(Study.EMPTY));
        onInterface(() -> session[0].open(List.of(file)));
        WaitForAsyncUtils.sleep(1, TimeUnit.SECONDS);
        onInterface(() -> {
            assertThat(session[0].study().tables()).hasSize(1);
            session[0].perform(new helvo.core.study.TableEdit.SetCell(1, 2, 0, "7"));
            session[0].stopAnalysis();
            assertThat(session[0].study().tables().getFirst().columns().get(1).cells().number(0)).isEqualTo(2);
            assertThat(session[0].history().get().redoable()).isPresent();
            session[0].close();
        });
    }

    private String untilStopped(Progress progress) throws InterruptedException {
        while (true) {
            progress.reached(0.5);
            Thread.sleep(5);
        }
    }

    private static void onInterface(Runnable action) {
        WaitForAsyncUtils.waitForAsyncFx(10_000, action);
    }
}
