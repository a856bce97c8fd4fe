package helvo.desktop.window;

import static helvo.desktop.controls.Controls.setShown;

import helvo.desktop.theme.Themes;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;

/// The figure with a region on either side. The edge between can be dragged, and the width that a side was given
/// stays; a side folds to a strip, and in a narrow window only one is open.
final class Regions extends HBox {
    /// In a narrower window one side is folded.
    static final double NARROW = 1100;

    private final SideRegion left;
    private final SideRegion right;
    private final StackPane middle;
    private boolean narrow;
    private double textSize = 1;

    /// @param middle what may be in the middle, one at a time; all of it is styled before it is shown
    Regions(Region left, List<? extends Node> middle, Region right) {
        this.left = new SideRegion(this, left, "measurements", "Measurements", 334, 0, true);
        this.right = new SideRegion(this, right, "results", "Results", 282, 0.18, false);
        this.middle = new StackPane(middle.toArray(Node[]::new));
        HBox.setHgrow(this.middle, Priority.ALWAYS);
        this.middle.setMinWidth(0);
        this.middle.setPrefWidth(0);
        getChildren()
                .addAll(this.left.strip, left, this.left.edge, this.middle, this.right.edge, right, this.right.strip);
        this.left.show();
        this.right.show();
        widthProperty().subscribe(width -> widths(width.doubleValue()));
        Themes.follow(this, this::resizeText);
        resizeText();
    }

    void middle(Node node) {
        middle.getChildren().forEach(each -> setShown(each, each == node));
    }

    /// Whether the side is there at all.
    void showRight(boolean there) {
        right.there = there;
        right.show();
    }

    void showLeft(boolean there) {
        left.there = there;
        left.show();
    }

    /// Unfolds the left side.
    void openLeft() {
        open(left);
    }

    /// Folds what is open, or opens it.
    void toggleLeft() {
        toggle(left);
    }

    void toggleRight() {
        toggle(right);
    }

    void setWidths(double leftWidth, double rightWidth) {
        left.choose(leftWidth);
        right.choose(rightWidth);
    }

    SideRegion left() {
        return left;
    }

    SideRegion right() {
        return right;
    }

    /// Sides are as wide as their text asks for.
    private void resizeText() {
        double factor = Themes.textSize().get() / textSize;
        textSize = Themes.textSize().get();
        left.scale(factor);
        right.scale(factor);
        widths(getWidth());
    }

    SideRegion other(SideRegion side) {
        return side == left ? right : left;
    }

    void toggle(SideRegion side) {
        if (side.open) {
            side.open = false;
            side.show();
        } else {
            open(side);
        }
    }

    void open(SideRegion side) {
        SideRegion other = other(side);
        side.open = true;
        if (narrow && other.open) {
            other.open = false;
            other.show();
        }
        side.show();
    }

    private void widths(double width) {
        boolean now = width > 0 && width < NARROW * textSize;
        if (now && !narrow && left.open && right.open && right.there) {
            right.open = false;
            right.foldedByWidth = true;
            right.show();
        } else if (!now && narrow) {
            for (SideRegion side : new SideRegion[] {left, right}) {
                if (side.foldedByWidth || !side.open) {
                    side.open = true;
                    side.foldedByWidth = false;
                    side.show();
                }
            }
        }
        narrow = now;
        left.fit();
        right.fit();
    }
}
