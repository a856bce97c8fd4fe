package helvo.figure.layout;

import java.awt.geom.Rectangle2D;
import java.util.List;

/// The places of the panels on a drawn sheet, in points from its upper left corner.
///
/// @param panels  from left to right and from the top down
/// @param notices what does not fit, in sentences
public record SheetLayout(double width, double height, List<Panel> panels, List<String> notices) {
    /// @param place  of all that the panel draws
    /// @param figure within that
    public record Panel(Rectangle2D place, FigureLayout figure) {}

    public SheetLayout {
        panels = List.copyOf(panels);
        notices = List.copyOf(notices);
    }
}
