package helvo.desktop.panels;

import helvo.desktop.workspace.Workspace;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.geometry.Bounds;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.layout.StackPane;
import org.jspecify.annotations.Nullable;

/// The panels of a window, over its regions; one at most is shown, besides the guide.
public final class Panels {
    private final Workspace workspace;
    private final StackPane window;
    private final List<Panel> all = new ArrayList<>();
    private final Map<Class<? extends Panel>, Supplier<? extends Panel>> unbuilt = new LinkedHashMap<>();
    private Node home;
    /// Those that are shown, the last first.
    private final Deque<Open> open = new ArrayDeque<>();

    /// @param before what had the keyboard
    private record Open(Panel panel, @Nullable Node before) {}

    /// @param window what they lie over
    public Panels(Workspace workspace, StackPane window) {
        this.workspace = workspace;
        this.window = window;
        home = window;
    }

    /// Adds panels to the window, each built when it is first wanted, or when there is time.
    ///
    /// @param focusedAfterwards what gets the keyboard when a panel closes and nothing had it before
    public void add(Map<Class<? extends Panel>, Supplier<? extends Panel>> panels, Node focusedAfterwards) {
        home = focusedAfterwards;
        unbuilt.putAll(panels);
    }

    /// Builds the next panel that nobody has wanted yet.
    ///
    /// @return whether there are more
    public boolean buildOne() {
        unbuilt.keySet().stream().findFirst().ifPresent(this::build);
        return !unbuilt.isEmpty();
    }

    private Panel build(Class<? extends Panel> kind) {
        Panel panel = unbuilt.remove(kind).get();
        all.add(panel);
        window.getChildren().add(panel);
        return panel;
    }

    public <P extends Panel> P of(Class<P> kind) {
        return kind.cast(all.stream().filter(kind::isInstance).findFirst().orElseGet(() -> build(kind)));
    }

    public boolean isAnyShown() {
        return all.stream().anyMatch(Node::isVisible);
    }

    public void show(Class<? extends Panel> kind) {
        show(of(kind));
    }

    /// Shows one panel in the place of any other, but for the one that stays beside others; a toggle that is shown
    /// is hidden.
    public void show(Panel panel) {
        if (panel.isVisible() && panel.isToggle()) {
            hide(panel);
            return;
        }
        if (!panel.isVisible()) {
            @Nullable
            Node before = window.getScene() == null ? null : window.getScene().getFocusOwner();
            if (!panel.staysBeside()) {
                for (Open replaced :
                        open.stream().filter(each -> !each.panel.staysBeside()).toList()) {
                    replaced.panel.setVisible(false);
                    open.remove(replaced);
                    before = replaced.before;
                }
            }
            open.push(new Open(panel, before));
        } else {
            open.stream().filter(each -> each.panel == panel).findFirst().ifPresent(again -> {
                open.remove(again);
                open.push(again);
            });
        }
        all.forEach(each -> each.setViewOrder(each == panel ? -1 : 0));
        panel.setVisible(true);
        panel.begin();
        // Its fields take keys from here on, not from the next frame.
        panel.applyCss();
        panel.layout();
    }

    /// Hides the panel that was shown last.
    public void hide() {
        open.stream().findFirst().ifPresent(last -> hide(last.panel));
    }

    /// Drops what is only tried, and gives the keyboard back to what had it.
    void hide(Panel panel) {
        if (!panel.staysBeside()) {
            workspace.document().endPreview();
        }
        Node owner = window.getScene() == null ? null : window.getScene().getFocusOwner();
        boolean hadFocus = owner == null || isIn(panel, owner);
        @Nullable
        Node before = open.stream()
                .filter(each -> each.panel == panel)
                .findFirst()
                .map(Open::before)
                .orElse(null);
        open.removeIf(each -> each.panel == panel);
        if (hadFocus) {
            // Before it is hidden, else the toolkit would give the keyboard to whatever comes next.
            (before != null && isThere(before) && !isIn(panel, before) ? before : home).requestFocus();
        }
        panel.setVisible(false);
    }

    /// Whether a node is in one of the panels.
    public boolean hold(Node node) {
        return all.stream().anyMatch(each -> isIn(each, node));
    }

    private static boolean isIn(Panel panel, Node node) {
        Node each = node;
        while (each != null && each != panel) {
            each = each.getParent();
        }
        return each == panel;
    }

    private boolean isThere(Node node) {
        boolean there = node.getScene() == window.getScene();
        for (Node each = node; each != null && there; each = each.getParent()) {
            there = each.isVisible();
        }
        return there;
    }

    /// Over one of the side regions, the left one first; close to what was clicked where both would cover it.
    ///
    /// @param of where that is in the scene
    public void showBeside(Panel panel, Optional<Bounds> of, double sceneY) {
        show(panel);
        StackPane.setAlignment(panel, Pos.TOP_LEFT);
        StackPane.setMargin(panel, PlaceBeside.of(panel, window, of, sceneY));
    }
}
