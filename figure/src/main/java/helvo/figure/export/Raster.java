package helvo.figure.export;

import helvo.core.Progress;
import helvo.core.analysis.FigureAnalysis;
import helvo.figure.canvas.DrawingCanvas;
import helvo.figure.canvas.GraphicsCanvas;
import helvo.figure.layout.FigureLayout;
import helvo.figure.paint.FigureDrawing;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.util.ArrayList;
import java.util.function.Consumer;

/// A figure as pixels.
///
/// @param layout in points; multiply by `scale` for pixels
public record Raster(BufferedImage image, FigureLayout layout, double scale) {
    /// @param scale pixels a point
    public static Raster draw(FigureAnalysis figure, double scale, Progress progress) {
        var layouts = new ArrayList<FigureLayout>();
        BufferedImage image = image(
                FigureDrawing.widthPoints(figure),
                FigureDrawing.heightPoints(figure),
                scale,
                canvas -> layouts.add(FigureDrawing.draw(figure, canvas, progress)));
        return new Raster(image, layouts.getFirst(), scale);
    }

    /// The pixels alone.
    ///
    /// @param scale pixels a point
    public static BufferedImage image(Drawing drawing, double scale, Progress progress) {
        return image(drawing.width(), drawing.height(), scale, canvas -> drawing.draw(canvas, progress));
    }

    private static BufferedImage image(double width, double height, double scale, Consumer<DrawingCanvas> draw) {
        int across = Math.max(1, (int) Math.round(width * scale));
        int down = Math.max(1, (int) Math.round(height * scale));
        var image = new BufferedImage(across, down, BufferedImage.TYPE_INT_ARGB_PRE);
        Graphics2D g = image.createGraphics();
        try {
            g.scale(across / width, down / height);
            draw.accept(GraphicsCanvas.onPixels(g));
            return image;
        } finally {
            g.dispose();
        }
    }
}
