package helvo.desktop.theme;

import javafx.scene.Scene;

/// Tells when what is shown has reached the screen.
public final class FrameClock {
    private FrameClock() {}

    /// Runs something once, when the scene has been laid out for its next frame.
    public static void afterLayout(Scene scene, Runnable then) {
        scene.addPostLayoutPulseListener(new Runnable() {
            @Override
            public void run() {
                scene.removePostLayoutPulseListener(this);
                then.run();
            }
        });
    }
}
