package helvo.figure;

import java.awt.geom.Rectangle2D;
import java.util.Optional;

/// Where things are on a drawn sheet, in points (1/72 inch) from its upper left corner.
///
/// @param plot      the ground that the points lie on
/// @param residuals the ground of the residual strip
/// @param x         the horizontal axis; empty when the figure has nothing to show
public record FigureLayout(double width, double height, Rectangle2D title, Rectangle2D plot, Optional<Rectangle2D> residuals,
        Optional<Axis> x, Optional<Axis> y) {}
