package helvo.desktop.window;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;
import javafx.event.Event;
import javafx.event.EventHandler;
import javafx.event.EventTarget;
import javafx.scene.Scene;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;

/// Keys that come before what they are for is there: they wait, in their order, for what gets the keyboard then.
/// Escape drops those that wait. Used on the interface thread only.
public final class HeldKeys {
    private final Deque<KeyEvent> waiting = new ArrayDeque<>();
    private final EventHandler<KeyEvent> hold = this::hold;
    private boolean holds;

    private void hold(KeyEvent event) {
        if (event.getCode() == KeyCode.ESCAPE) {
            waiting.clear();
        } else {
            waiting.add(event);
        }
        event.consume();
    }

    /// The key that has waited longest.
    public Optional<KeyEvent> first() {
        return Optional.ofNullable(waiting.peekFirst());
    }

    /// Holds what is typed into a scene until it is released.
    public void holdIn(Scene scene) {
        holds = true;
        scene.addEventFilter(KeyEvent.ANY, hold);
    }

    /// Holds a key that came too early, and what is typed after it.
    public void holdFrom(KeyEvent early, Scene scene) {
        waiting.addFirst(early);
        early.consume();
        holdIn(scene);
    }

    /// Gives what was typed to what has the keyboard in a scene, and holds nothing there any more, unless one of
    /// these keys comes too early again.
    public void releaseTo(Scene scene) {
        holds = false;
        scene.removeEventFilter(KeyEvent.ANY, hold);
        if (!waiting.isEmpty()) {
            scene.getRoot().applyCss();
            scene.getRoot().layout();
        }
        while (!holds && !waiting.isEmpty()) {
            EventTarget to = scene.getFocusOwner() == null ? scene.getRoot() : scene.getFocusOwner();
            Event.fireEvent(to, waiting.removeFirst().copyFor(to, to));
        }
    }
}
