package helvo.desktop.panels;

import java.util.Arrays;
import java.util.Comparator;
import java.util.Optional;
import javafx.geometry.BoundingBox;
import javafx.geometry.Bounds;
import javafx.geometry.Insets;
import javafx.scene.layout.Region;

/// The place of a panel that belongs to something in the window.
final class PlaceBeside {
    private static final double GAP = 8;
    /// Below the bar on top.
    private static final double TOP = 56;

    private PlaceBeside() {}

    /// Over one of the side regions, the left one first; close to what was clicked where both would cover it.
    ///
    /// @param of what it belongs to, in the scene
    static Insets of(Region panel, Region window, Optional<Bounds> of, double sceneY) {
        double width = Math.min(panel.prefWidth(-1), panel.getMaxWidth());
        double height = panel.prefHeight(width);
        double y = Math.clamp(sceneY - 60, TOP, Math.max(TOP, window.getHeight() - height - GAP));
        double atRight = window.getWidth() - width - GAP;
        double[] places = {
            GAP,
            atRight,
            of.map(box -> box.getMaxX() + 2 * GAP).orElse(atRight),
            of.map(box -> box.getMinX() - width - 2 * GAP).orElse(GAP)
        };
        double x = Arrays.stream(places)
                .filter(each -> each >= GAP && each <= atRight)
                .boxed()
                .min(Comparator.comparingDouble(
                        each -> of.map(box -> covered(new BoundingBox(each, y, width, height), box))
                                .orElse(0.0)))
                .orElse(GAP);
        return new Insets(y, 0, 0, x);
    }

    private static double covered(Bounds panel, Bounds box) {
        double across = Math.min(panel.getMaxX(), box.getMaxX()) - Math.max(panel.getMinX(), box.getMinX());
        double down = Math.min(panel.getMaxY(), box.getMaxY()) - Math.max(panel.getMinY(), box.getMinY());
        return across > 0 && down > 0 ? across * down : 0;
    }
}
