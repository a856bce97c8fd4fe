package helvo.figure.export;

import helvo.core.Progress;
import helvo.core.analysis.FigureAnalysis;
import helvo.figure.canvas.GraphicsCanvas;
import helvo.figure.layout.FigureLayout;
import helvo.figure.paint.FigureDrawing;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;

/// A figure as pixels.
///
/// @param layout in points; multiply by `scale` for pixels
public record Raster(BufferedImage image, FigureLayout layout, double scale) {
    /// @param scale pixels a point
    public static Raster draw(FigureAnalysis figure, double scale, Progress progress) {
        int width = Math.max(1, (int) Math.round(FigureDrawing.widthPoints(figure) * scale));
        int height = Math.max(1, (int) Math.round(FigureDrawing.heightPoints(figure) * scale));
        var image = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB_PRE);
        Graphics2D g = image.createGraphics();
        try {
            g.scale(width / FigureDrawing.widthPoints(figure), height / FigureDrawing.heightPoints(figure));
            return new Raster(image, FigureDrawing.draw(figure, GraphicsCanvas.onPixels(g), progress), scale);
        } finally {
            g.dispose();
        }
    }
}
