package helvo.desktop.panels;

import helvo.desktop.workspace.Workspace;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Queue;
import java.util.function.Supplier;
import javafx.geometry.Bounds;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.layout.StackPane;

/// The panels of a window, over its regions; one at most is shown.
public final class Panels {
    private final Workspace workspace;
    private final StackPane window;
    private final List<Panel> all = new ArrayList<>();
    private final Queue<Supplier<Panel>> unbuilt = new ArrayDeque<>();
    private Commands commands;
    private Node home;
    private Node focusedBefore;

    /// @param window what they lie over
    public Panels(Workspace workspace, StackPane window) {
        this.workspace = workspace;
        this.window = window;
        home = window;
    }

    /// Adds panels to the window, and their commands to the others, each when it is first wanted.
    ///
    /// @param focusedAfterwards what gets the keyboard when a panel closes and nothing had it before
    public void add(List<Supplier<Panel>> panels, Commands commands, Node focusedAfterwards) {
        home = focusedAfterwards;
        this.commands = commands;
        unbuilt.addAll(panels);
    }

    /// Builds the next panel that nobody has wanted yet.
    ///
    /// @return whether there are more
    public boolean buildOne() {
        if (!unbuilt.isEmpty()) {
            Panel panel = unbuilt.remove().get();
            all.add(panel);
            window.getChildren().add(panel);
            panel.addTo(commands);
        }
        return !unbuilt.isEmpty();
    }

    /// Builds all, for what asks for any of them or for what they can do.
    public void buildAll() {
        while (buildOne()) {
            // The next.
        }
    }

    public <P extends Panel> P of(Class<P> kind) {
        buildAll();
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
