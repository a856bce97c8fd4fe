package helvo.desktop.controls;

import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyEvent;

/// Keys that type something, or change what is typed.
public final class TypedKeys {
    private TypedKeys() {}

    /// Whether a key types something.
    public static boolean prints(KeyEvent event) {
        String character = event.getCharacter();
        boolean printing = !character.isEmpty() && character.charAt(0) >= ' ' && character.charAt(0) != 127;
        return printing && !event.isControlDown() && !event.isAltDown() && !event.isMetaDown();
    }

    /// Whether a key with Ctrl changes the text of a field, so that it does nothing else while that has the
    /// keyboard.
    public static boolean edits(TextInputControl field, KeyEvent event) {
        return event.isShortcutDown()
                && !event.isAltDown()
                && switch (event.getCode()) {
                    case Z -> event.isShiftDown() ? field.isRedoable() : field.isUndoable();
                    case Y -> field.isRedoable();
                    case A, C, X, V -> !event.isShiftDown();
                    case DELETE, BACK_SPACE, LEFT, RIGHT, HOME, END -> true;
                    default -> false;
                };
    }
}
