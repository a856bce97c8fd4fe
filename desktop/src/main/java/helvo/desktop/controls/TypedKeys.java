package helvo.desktop.controls;

import javafx.scene.input.KeyEvent;

/// Keys that type something.
public final class TypedKeys {
    private TypedKeys() {}

    /// Whether a key types something.
    public static boolean prints(KeyEvent event) {
        String character = event.getCharacter();
        boolean printing = !character.isEmpty() && character.charAt(0) >= ' ' && character.charAt(0) != 127;
        return printing && !event.isControlDown() && !event.isAltDown() && !event.isMetaDown();
    }
}
