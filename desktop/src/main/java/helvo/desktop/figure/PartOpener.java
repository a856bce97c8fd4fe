package helvo.desktop.figure;

import helvo.core.table.SeriesKey;
import helvo.desktop.panels.Panels;
import helvo.figure.layout.HitTarget;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.geometry.BoundingBox;

/// Opens what belongs to a part of the figure, beside it.
final class PartOpener {
    private static final double BAR_PANEL_Y = 120;

    private final Panels panels;
    private final Supplier<FigureView> view;

    /// @param view that the part is on, once it is made
    PartOpener(Panels panels, Supplier<FigureView> view) {
        this.panels = panels;
        this.view = view;
    }

    /// At the height of what was clicked, on the side where it covers least of it.
    void show(HitTarget part, double sceneY) {
        if (part instanceof HitTarget.BarOf(var key, var row, var end)) {
            panels.of(BarsPanel.class).about(key, row, end == HitTarget.BarEnd.LEFT || end == HitTarget.BarEnd.RIGHT);
            panels.showBeside(panels.of(BarsPanel.class), view.get().inScene(part), BAR_PANEL_Y);
        } else {
            panels.of(FigurePanel.class).about(part);
            panels.showBeside(panels.of(FigurePanel.class), view.get().inScene(part), sceneY);
        }
    }

    /// @param of the series of a point that was clicked; empty for points that were encircled
    void showPoints(int[] rows, Optional<SeriesKey> of, String words, double sceneX, double sceneY) {
        panels.of(PointsPanel.class).about(rows, of, words);
        panels.showBeside(
                panels.of(PointsPanel.class), Optional.of(new BoundingBox(sceneX - 12, sceneY - 12, 24, 24)), sceneY);
    }

    void showLinearise() {
        panels.show(LinearisePanel.class);
    }
}
