package helvo.desktop.controls;

import helvo.desktop.task.InterfaceTimer;
import java.time.Duration;
import javafx.scene.Scene;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.skin.TextInputControlSkin;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;

/// A caret that stops blinking, and stays to be seen, in a field that nobody has typed into for a while: each blink
/// has the window drawn again.
public final class RestingCaret {
    private static final Duration BLINKS_FOR = Duration.ofSeconds(3);

    private final Scene scene;
    private final InterfaceTimer rest = InterfaceTimer.after(BLINKS_FOR, () -> blink(false));
    private boolean isResting;

    private RestingCaret(Scene scene) {
        this.scene = scene;
    }

    /// Lets the carets of all fields of a scene rest.
    public static void in(Scene scene) {
        var caret = new RestingCaret(scene);
        scene.focusOwnerProperty().subscribe(_ -> caret.wake());
        scene.addEventFilter(KeyEvent.KEY_PRESSED, _ -> caret.wake());
        scene.addEventFilter(MouseEvent.MOUSE_PRESSED, _ -> caret.wake());
    }

    private void wake() {
        if (isResting) {
            blink(true);
        }
        if (scene.getFocusOwner() instanceof TextInputControl) {
            rest.start();
        } else {
            rest.stop();
        }
    }

    private void blink(boolean blinks) {
        isResting = !blinks;
        if (scene.getFocusOwner() instanceof TextInputControl field
                && field.getSkin() instanceof TextInputControlSkin<?> skin) {
            skin.setCaretAnimating(blinks);
        }
    }
}
