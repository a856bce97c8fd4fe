package helvo.desktop.app;

import java.util.ArrayDeque;
import java.util.Deque;
import javafx.event.Event;
import javafx.event.EventHandler;
import javafx.event.EventTarget;
import javafx.scene.Scene;
import javafx.scene.input.KeyEvent;

/// Keys pressed before a window can take them, kept in order. They wait, in their order, for what gets the
/// keyboard. Used on the interface thread only.
final class HeldKeys {
    private final Deque<KeyEvent> waiting = new ArrayDeque<>();
    private final EventHandler<KeyEvent> hold = event -> {
        waiting.add(event);
        event.consume();
    };

    /// Holds what is typed into a scene until it is released.
    void holdIn(Scene scene) {
        scene.addEventFilter(KeyEvent.ANY, hold);
    }

    /// Gives what was typed to what has the keyboard in a scene, and holds nothing there any more.
    void releaseTo(Scene scene) {
        scene.removeEventFilter(KeyEvent.ANY, hold);
        if (!waiting.isEmpty()) {
            scene.getRoot().applyCss();
            scene.getRoot().layout();
        }
        while (!waiting.isEmpty()) {
            EventTarget to = scene.getFocusOwner() == null ? scene.getRoot() : scene.getFocusOwner();
            Event.fireEvent(to, waiting.removeFirst().copyFor(to, to));
        }
    }
}
