package helvo.figure.paint;

import helvo.figure.canvas.DrawingCanvas;
import helvo.figure.layout.AxisChooser;
import helvo.figure.scale.Axis;
import java.util.function.ObjIntConsumer;

/// The ticks of an axis: those of the figure, and on a page, whose reader enlarges the plot, those of each factor.
record TickLevels(DrawingCanvas canvas, AxisChooser chooser) {
    private static final int[] FACTORS = {2, 4, 8, 16};

    /// @param across whether the axis is horizontal
    /// @param length of the axis
    /// @param draw   what is drawn of the axis where the plot is enlarged by a factor
    void each(Axis axis, boolean across, double length, ObjIntConsumer<Axis> draw) {
        draw.accept(axis, 1);
        if (canvas.enlarges()) {
            for (int factor : FACTORS) {
                draw.accept(chooser.refined(axis, across, length * factor), factor);
            }
        }
    }
}
