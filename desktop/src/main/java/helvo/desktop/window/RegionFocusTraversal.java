package helvo.desktop.window;

import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.control.ToggleButton;

/// Moves the keyboard focus from region to region.
record RegionFocusTraversal(List<Stop> stops, Supplier<Scene> window) {
    /// @param enter gives the keyboard to the part of the region where one begins
    record Stop(Node region, Runnable enter) {
        /// One begins with what comes first.
        Stop(Node region) {
            this(region, () -> first(region).ifPresent(Node::requestFocus));
        }

        boolean isThere() {
            return region.getScene() != null && isShown(region) && first(region).isPresent();
        }
    }

    void step(int by) {
        List<Stop> there = stops.stream().filter(Stop::isThere).toList();
        Node focused = window.get().getFocusOwner();
        int now = IntStream.range(0, there.size())
                .filter(i -> isWithin(focused, there.get(i).region))
                .findFirst()
                .orElse(by > 0 ? -1 : 0);
        if (!there.isEmpty()) {
            there.get(Math.floorMod(now + by, there.size())).enter.run();
        }
    }

    private static boolean isShown(Node node) {
        return node == null || node.isVisible() && isShown(node.getParent());
    }

    private static boolean isWithin(Node node, Node region) {
        return node != null && (node == region || isWithin(node.getParent(), region));
    }

    /// Of buttons that exclude one another, the one that is chosen.
    private static Optional<Node> first(Node in) {
        if (!in.isVisible() || in.isDisabled()) {
            return Optional.empty();
        }
        boolean chosen = !(in instanceof ToggleButton each)
                || each.getToggleGroup() == null
                || each.isSelected()
                || each.getToggleGroup().getSelectedToggle() == null;
        return in.isFocusTraversable() && chosen
                ? Optional.of(in)
                : in instanceof Parent parent
                        ? parent.getChildrenUnmodifiable().stream()
                                .map(RegionFocusTraversal::first)
                                .flatMap(Optional::stream)
                                .findFirst()
                        : Optional.empty();
    }
}
