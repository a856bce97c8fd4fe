package helvo.desktop.workspace;

import java.awt.image.BufferedImage;
import java.awt.image.DataBufferInt;
import java.nio.IntBuffer;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import org.jspecify.annotations.Nullable;

/// Pictures as JavaFX shows them, one after another in one view. One of the size of that before takes its place in
/// memory: each image has another copy in the toolkit, which is let go of late. Used on the interface thread.
public final class SharedPixels {
    private final ImageView view;
    private @Nullable PixelBuffer<IntBuffer> shown;

    public SharedPixels(ImageView view) {
        this.view = view;
    }

    /// The pixels are shared, not copied.
    public static WritableImage image(BufferedImage image) {
        return new WritableImage(buffer(image, pixels(image)));
    }

    /// The pixels are copied.
    public void show(BufferedImage image) {
        if (shown != null && shown.getWidth() == image.getWidth() && shown.getHeight() == image.getHeight()) {
            shown.updateBuffer(buffer -> {
                buffer.getBuffer().put(0, pixels(image));
                return null;
            });
        } else {
            shown = buffer(image, pixels(image).clone());
            view.setImage(new WritableImage(shown));
        }
    }

    private static PixelBuffer<IntBuffer> buffer(BufferedImage image, int[] pixels) {
        return new PixelBuffer<>(
                image.getWidth(), image.getHeight(), IntBuffer.wrap(pixels), PixelFormat.getIntArgbPreInstance());
    }

    private static int[] pixels(BufferedImage image) {
        return ((DataBufferInt) image.getRaster().getDataBuffer()).getData();
    }
}
