package helvo.desktop.window;

import helvo.desktop.looks.Looks;
import javafx.scene.Cursor;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;

/// The figure with a region on either side. The edge between can be dragged, and the width that a side was given stays; a side
/// folds to a strip, and in a narrow window only one is open.
final class Regions extends HBox {
    /// In a narrower window one side is folded.
    static final double NARROW = 1100;

    private static final double MIN_SIDE = 220;
    private static final double MIN_MIDDLE = 380;
    private static final double BY_KEY = 16;

    private final Side left;
    private final Side right;
    private final StackPane middle = new StackPane();
    private boolean narrow;
    private double textSize = 1;

    Regions(Region left, Region right) {
        this.left = new Side(left, "measurements", "Measurements", 334, true);
        this.right = new Side(right, "readout", "Readout", 282, false);
        HBox.setHgrow(middle, Priority.ALWAYS);
        middle.setMinWidth(0);
        middle.setPrefWidth(0);
        getChildren().addAll(this.left.strip, left, this.left.edge, middle, this.right.edge, right, this.right.strip);
        this.left.show();
        this.right.show();
        widthProperty().subscribe(width -> widths(width.doubleValue()));
        Looks.follow(this, this::resizeText);
        resizeText();
    }

    void middle(Node node) {
        middle.getChildren().setAll(node);
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

    boolean isRightOpen() {
        return right.open;
    }

    boolean isLeftOpen() {
        return left.open;
    }

    void setWidths(double leftWidth, double rightWidth) {
        left.resize(leftWidth > 0 ? leftWidth : left.width);
        right.resize(rightWidth > 0 ? rightWidth : right.width);
    }

    double leftWidth() {
        return left.width;
    }

    double rightWidth() {
        return right.width;
    }

    /// Sides are as wide as their text asks for.
    private void resizeText() {
        double factor = Looks.textSize().get() / textSize;
        textSize = Looks.textSize().get();
        left.resize(left.width * factor);
        right.resize(right.width * factor);
        widths(getWidth());
    }

    private void toggle(Side side) {
        if (side.open) {
            side.open = false;
            side.show();
        } else {
            open(side);
        }
    }

    private void open(Side side) {
        Side other = side == left ? right : left;
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
            for (Side side : new Side[] {left, right}) {
                if (side.foldedByWidth || !side.open) {
                    side.open = true;
                    side.foldedByWidth = false;
                    side.show();
                }
            }
        }
        narrow = now;
        left.resize(left.width);
        right.resize(right.width);
    }

    /// One of the two: the region, the edge that is dragged, and the strip that stands for it while it is folded.
    private final class Side {
        private final Region region;
        private final Region edge = new Region();
        private final Button strip = new Button();
        private final boolean onLeft;
        private double width;
        private boolean open = true;
        private boolean there = true;
        private boolean foldedByWidth;
        private double draggedFrom;
        private double widthFrom;

        Side(Region region, String id, String name, double width, boolean onLeft) {
            this.region = region;
            this.width = width;
            this.onLeft = onLeft;
            region.setMinWidth(MIN_SIDE);
            var label = new Label(name);
            label.getStyleClass().add("strip-name");
            label.setRotate(onLeft ? -90 : 90);
            strip.setGraphic(new Group(label));
            strip.setId("unfold-" + id);
            strip.setAccessibleText("Show " + name);
            strip.setTooltip(new Tooltip("Show " + name));
            strip.getStyleClass().setAll("button", "side-strip");
            strip.setMaxHeight(Double.MAX_VALUE);
            strip.setOnAction(_ -> open(this));
            edge.setId("edge-" + id);
            edge.getStyleClass().add("side-edge");
            edge.setCursor(Cursor.H_RESIZE);
            edge.setFocusTraversable(true);
            edge.setAccessibleText("Width of " + name + ": arrow keys change it, Enter folds it");
            Tooltip.install(edge, new Tooltip("Drag for another width; double click to fold"));
            edge.setOnMousePressed(event -> {
                draggedFrom = event.getSceneX();
                widthFrom = region.getWidth();
            });
            edge.setOnMouseDragged(event -> resize(widthFrom + (event.getSceneX() - draggedFrom) * (onLeft ? 1 : -1)));
            edge.setOnMouseClicked(this::clicked);
            edge.setOnKeyPressed(this::key);
        }

        private void clicked(MouseEvent event) {
            if (event.getClickCount() == 2) {
                toggle(this);
            }
        }

        private void key(KeyEvent event) {
            KeyCode wider = onLeft ? KeyCode.RIGHT : KeyCode.LEFT;
            KeyCode narrower = onLeft ? KeyCode.LEFT : KeyCode.RIGHT;
            if (event.getCode() == wider || event.getCode() == narrower) {
                resize(width + (event.getCode() == wider ? BY_KEY : -BY_KEY));
                event.consume();
            } else if (event.getCode() == KeyCode.ENTER) {
                toggle(this);
                strip.requestFocus();
                event.consume();
            }
        }

        /// As wide as was asked for, as far as the figure keeps room.
        void resize(double wanted) {
            Side other = this == left ? right : left;
            double others = other.open && other.there ? other.region.getPrefWidth() : 40;
            double most = Math.max(MIN_SIDE, Regions.this.getWidth() - others - MIN_MIDDLE);
            width = Math.max(MIN_SIDE, Regions.this.getWidth() > 0 ? Math.min(wanted, most) : wanted);
            region.setPrefWidth(width);
        }

        void show() {
            set(region, there && open);
            set(edge, there && open);
            set(strip, there && !open);
            resize(width);
        }

        private static void set(Node node, boolean visible) {
            node.setVisible(visible);
            node.setManaged(visible);
        }
    }
}
