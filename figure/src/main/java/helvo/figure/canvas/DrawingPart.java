package helvo.figure.canvas;

import java.awt.geom.Rectangle2D;

/// A part of a drawing that a page can move, enlarge or hide.
public sealed interface DrawingPart {
    /// All that is drawn about one plot.
    record Panel(Rectangle2D plot) implements DrawingPart {}

    /// What lies in a plot and is enlarged with it.
    ///
    /// @param down whether along the upright direction too
    record Enlarged(boolean down) implements DrawingPart {}

    /// Ticks, labels and lines of a grid, for a plot that is enlarged by a factor.
    ///
    /// @param across of the horizontal axis; of an upright one otherwise
    record Ticks(boolean across, int factor) implements DrawingPart {}

    /// What is drawn of a series.
    record Series(String name) implements DrawingPart {}

    /// The entry of a series in a legend.
    record LegendEntry(String name) implements DrawingPart {}
}
