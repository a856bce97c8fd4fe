package helvo.desktop.app;

import helvo.core.RootLocale;
import helvo.desktop.figure.FigureView;
import helvo.desktop.theme.FrameClock;
import helvo.desktop.workspace.Workspace;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.scene.Scene;
import javafx.scene.input.InputEvent;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;

/// The response times of windows: from the event of an edit to its figure and results, frames a second while
/// something is dragged, and from what opens a window to its first frame and its first figure; and what its status
/// says. Times are taken when an event reaches a window and when the scene with the new picture has been laid out
/// for the renderer.
final class ResponseTimes {
    private static final double MILLISECOND = 1e6;

    private final Consumer<String> report;
    /// When a key or a button was last pressed or let go, in any window.
    private long event;
    private boolean isStart = true;

    /// @param report gets a sentence for each edit, each drag and each window
    ResponseTimes(Consumer<String> report) {
        this.report = report;
    }

    /// Tells of one more window that is about to be shown.
    void watch(Scene scene, Workspace workspace, FigureView figure) {
        var window = new Watched(scene);
        scene.addEventFilter(InputEvent.ANY, window::happened);
        var first = new AtomicBoolean(true);
        workspace.history().subscribe((_, _) -> {
            window.asked = event;
            first.set(false);
        });
        Supplier<String> after = sinceAsked();
        FrameClock.afterLayout(scene, () -> report.accept("The window was there " + after.get() + "."));
        figure.drawings().subscribe(drawing -> {
            if (drawing.intValue() > 0 && first.get()) {
                FrameClock.afterLayout(scene, () -> {
                    if (figure.isSettled() && first.getAndSet(false)) {
                        report.accept("Its first figure was there " + after.get() + ".");
                    }
                });
            }
        });
        figure.drawings().subscribe(_ -> window.shown(isNow(workspace) && figure.isSettled()));
        var said = new AtomicReference<>("");
        workspace.sign().subscribe(sign -> {
            String now = RootLocale.format(
                    "After %d steps the sign says: ",
                    workspace.history().get().steps().size());
            // Not each time that it counts seconds.
            if (!said.getAndSet(now + sign.mood()).equals(now + sign.mood())) {
                report.accept(now + sign.text());
            }
        });
    }

    private static boolean isNow(Workspace workspace) {
        return workspace
                .figure()
                .filter(shown -> workspace
                                .table()
                                .filter(table -> table == shown.table())
                                .isPresent()
                        && workspace
                                .figureInView()
                                .filter(shown.figure()::equals)
                                .isPresent())
                .isPresent();
    }

    /// How long it is since somebody asked for the window that is being opened: for the first, since the start.
    private Supplier<String> sinceAsked() {
        long asked = event;
        boolean atStart = isStart;
        isStart = false;
        return () -> atStart
                ? RootLocale.format(
                        "%d ms after the start", started().until(Instant.now()).toMillis())
                : RootLocale.format("%.0f ms after it was asked for", since(asked));
    }

    private static double since(long time) {
        return (System.nanoTime() - time) / MILLISECOND;
    }

    /// What the start script says; systems know the start of a process to a second only.
    private static Instant started() {
        return Optional.ofNullable(System.getenv("HELVO_STARTED"))
                .filter(text -> text.matches("\\d{1,18}"))
                .map(micros -> Instant.EPOCH.plus(Long.parseLong(micros), ChronoUnit.MICROS))
                .or(ProcessHandle.current().info()::startInstant)
                .orElseGet(Instant::now);
    }

    /// One window.
    private final class Watched {
        private final Scene scene;
        private final List<Long> frames = new ArrayList<>();
        private long asked;
        private boolean dragging;

        Watched(Scene scene) {
            this.scene = scene;
        }

        private void happened(InputEvent happened) {
            if (happened.getEventType() == KeyEvent.KEY_PRESSED
                    || happened.getEventType() == MouseEvent.MOUSE_PRESSED
                    || happened.getEventType() == MouseEvent.MOUSE_RELEASED) {
                event = System.nanoTime();
            }
            if (happened.getEventType() == MouseEvent.MOUSE_DRAGGED) {
                dragging = true;
            } else if (happened.getEventType() == MouseEvent.MOUSE_RELEASED && dragging) {
                dragging = false;
                reportDrag();
            }
        }

        private void shown(boolean settled) {
            FrameClock.afterLayout(scene, () -> {
                long now = System.nanoTime();
                if (dragging) {
                    frames.add(now);
                }
                if (settled && asked != 0) {
                    report.accept(RootLocale.format("Figure and results followed after %.0f ms.", since(asked)));
                    asked = 0;
                }
            });
        }

        private void reportDrag() {
            if (frames.size() > 2) {
                double seconds = (frames.getLast() - frames.getFirst()) / MILLISECOND / 1000;
                long longest = 0;
                for (int i = 1; i < frames.size(); i++) {
                    longest = Math.max(longest, frames.get(i) - frames.get(i - 1));
                }
                report.accept(RootLocale.format(
                        "Dragged: %d frames in %.2f s, %.0f a second; the longest took %.0f ms.",
                        frames.size() - 1, seconds, (frames.size() - 1) / seconds, longest / MILLISECOND));
            }
            frames.clear();
        }
    }
}
