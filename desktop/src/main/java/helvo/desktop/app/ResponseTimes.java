package helvo.desktop.app;

import helvo.core.Phrase;
import helvo.desktop.figure.FigureView;
import helvo.desktop.workspace.Workspace;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import javafx.scene.Scene;
import javafx.scene.input.InputEvent;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;

/// How soon the window follows: from the event of an edit to its figure and readout, and frames a second while something is dragged.
/// Times are taken when an event reaches the window and when the scene with the new picture has been laid out for the renderer.
final class ResponseTimes {
    private static final double MILLISECOND = 1e6;

    private final Scene scene;
    private final Consumer<String> tell;
    private final List<Long> frames = new ArrayList<>();
    private long event;
    private long asked;
    private boolean dragging;

    private ResponseTimes(Scene scene, Consumer<String> tell) {
        this.scene = scene;
        this.tell = tell;
    }

    /// @param tell gets a sentence for each edit and each drag
    static void watch(Scene scene, Workspace workspace, FigureView figure, Consumer<String> tell) {
        var pace = new ResponseTimes(scene, tell);
        scene.addEventFilter(InputEvent.ANY, pace::happened);
        workspace.history().subscribe(history -> pace.asked = history.steps().isEmpty() ? 0 : pace.event);
        var first = new AtomicBoolean(true);
        figure.shownPicture().subscribe(_ -> {
            if (figure.isSettled() && first.getAndSet(false)) {
                pace.afterLayout(() -> tell.accept(Phrase.of("The first figure was there %d ms after the start.",
                        started().until(Instant.now()).toMillis())));
            }
        });
        figure.shownPicture().subscribe(_ -> pace.shown(workspace.analysis().get().study() == workspace.study() && figure.isSettled()));
    }

    /// What the start script says; systems know the start of a process to a second only.
    private static Instant started() {
        return Optional.ofNullable(System.getenv("HELVO_STARTED")).filter(text -> text.matches("\\d{1,18}"))
                .map(micros -> Instant.EPOCH.plus(Long.parseLong(micros), ChronoUnit.MICROS))
                .or(ProcessHandle.current().info()::startInstant).orElseGet(Instant::now);
    }

    private void happened(InputEvent happened) {
        if (happened.getEventType() == KeyEvent.KEY_PRESSED || happened.getEventType() == MouseEvent.MOUSE_PRESSED
                || happened.getEventType() == MouseEvent.MOUSE_RELEASED) {
            event = System.nanoTime();
        }
        if (happened.getEventType() == MouseEvent.MOUSE_DRAGGED) {
            dragging = true;
        } else if (happened.getEventType() == MouseEvent.MOUSE_RELEASED && dragging) {
            dragging = false;
            tellDrag();
        }
    }

    private void shown(boolean settled) {
        afterLayout(() -> {
            long now = System.nanoTime();
            if (dragging) {
                frames.add(now);
            }
            if (settled && asked != 0) {
                tell.accept(Phrase.of("Figure and readout followed after %.0f ms.", (now - asked) / MILLISECOND));
                asked = 0;
            }
        });
    }

    private void afterLayout(Runnable then) {
        scene.addPostLayoutPulseListener(new Runnable() {
            @Override
            public void run() {
                scene.removePostLayoutPulseListener(this);
                then.run();
            }
        });
    }

    private void tellDrag() {
        if (frames.size() > 2) {
            double seconds = (frames.getLast() - frames.getFirst()) / MILLISECOND / 1000;
            long longest = 0;
            for (int i = 1; i < frames.size(); i++) {
                longest = Math.max(longest, frames.get(i) - frames.get(i - 1));
            }
            tell.accept(Phrase.of("Dragged: %d frames in %.2f s, %.0f a second; the longest took %.0f ms.", frames.size() - 1, seconds,
                    (frames.size() - 1) / seconds, longest / MILLISECOND));
        }
        frames.clear();
    }
}
