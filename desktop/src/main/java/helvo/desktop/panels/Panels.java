package helvo.desktop.panels;

import helvo.desktop.workspace.Workspace;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Bounds;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.layout.StackPane;

/// The panels of a window, over its regions; one at most is shown.
public final class Panels {
    private final Workspace workspace;
    private final StackPane window;
    private final List<Panel> all = new ArrayList<>();
    private Node home;
    private Node focusedBefore;

    /// @param window what they lie over
    public Panels(Workspace workspace, StackPane window) {
        this.workspace = workspace;
        this.window = window;
        home = window;
    }

    /// Adds panels to the window, and their commands to the others.
    ///
    /// @param focusedAfterwards what gets the keyboard when a panel closes and nothing had it before
    public void add(List<Panel> panels, Commands commands, Node focusedAfterwards) {
        home = focusedAfterwards;
        all.addAll(panels);
        window.getChildren().addAll(panels);
        panels.forEach(each -> each.addTo(commands));
    }

    public <P extends Panel> P of(Class<P> kind) {
        return all.stream().filter(kind::isInstance).map(kind::cast).findFirst().orElseThrow();
    }

    public boolean isAnyShown() {
        return all.stream().anyMatch(Node::isVisible);
    }

    public void show(Class<? extends Panel> kind) {
        show(of(kind));
    }

    /// Shows one panel in the place of any other.
    public void show(Panel panel) {
        if (panel.isVisible() && panel.isToggle()) {
            hide();
            return;
        }
        if (!isAnyShown() && window.getScene() != null) {
            focusedBefore = window.getScene().getFocusOwner();
        }
        all.forEach(each -> each.setVisible(each == panel));
        panel.begin();
    }

    /// Drops what is only tried, and gives the keyboard back to what had it.
    public void hide() {
        workspace.document().endPreview();
        all.forEach(each -> each.setVisible(false));
        boolean back = focusedBefore != null && focusedBefore.getScene() == window.getScene();
        (back ? focusedBefore : home).requestFocus();
    }

    /// Over one of the side regions, the left one first; close to what was clicked where both would cover it.
    ///
    /// @param of where that is in the scene
    public void showBeside(Panel panel, Optional<Bounds> of, double sceneY) {
        show(panel);
        panel.applyCss();
        panel.layout();
        StackPane.setAlignment(panel, Pos.TOP_LEFT);
        StackPane.setMargin(panel, PlaceBeside.of(panel, window, of, sceneY));
    }
}
