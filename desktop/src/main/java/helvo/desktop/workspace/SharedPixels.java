package helvo.desktop.workspace;

import java.awt.image.BufferedImage;
import java.awt.image.DataBufferInt;
import java.nio.IntBuffer;
import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;

/// Pictures as JavaFX shows them.
public final class SharedPixels {
    private SharedPixels() {}

    /// The pixels are shared, not copied.
    public static WritableImage image(BufferedImage image) {
        int[] pixels = ((DataBufferInt) image.getRaster().getDataBuffer()).getData();
        return new WritableImage(new PixelBuffer<>(
                image.getWidth(), image.getHeight(), IntBuffer.wrap(pixels), PixelFormat.getIntArgbPreInstance()));
    }
}
