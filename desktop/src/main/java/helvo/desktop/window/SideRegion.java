package helvo.desktop.window;

import static helvo.desktop.controls.Controls.setShown;

import javafx.scene.Cursor;
import javafx.scene.Group;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;

/// One of the two sides of the figure: the region, the edge that is dragged, and the strip that stands for it while
/// it is folded.
final class SideRegion {
    private static final double MIN_SIDE = 220;
    private static final double MIN_MIDDLE = 380;
    private static final double BY_KEY = 16;
    /// In a wider window a side that nobody has given a width takes its share of the rest.
    private static final double ROOMY = 1280;
    private static final double MOST_OF_ITS_OWN = 420;

    private final Region region;
    final Region edge = new Region();
    final Button strip = new Button();
    private final boolean onLeft;
    private final Regions all;
    private final double least;
    private final double share;
    private double textSize = 1;
    private double width;
    private boolean chosen;
    boolean open = true;
    boolean there = true;
    boolean foldedByWidth;
    private double draggedFrom;
    private double widthFrom;

    /// @param least its width where nobody chose one and the window is not wide
    /// @param share of what a wide window has more
    SideRegion(Regions all, Region region, String id, String name, double least, double share, boolean onLeft) {
        this.all = all;
        this.region = region;
        this.least = least;
        this.share = share;
        width = least;
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
        strip.setOnAction(_ -> all.open(this));
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
        edge.setOnMouseDragged(event -> choose(widthFrom + (event.getSceneX() - draggedFrom) * (onLeft ? 1 : -1)));
        edge.setOnMouseClicked(this::clicked);
        edge.setOnKeyPressed(this::key);
    }

    private void clicked(MouseEvent event) {
        if (event.getClickCount() == 2) {
            all.toggle(this);
        }
    }

    private void key(KeyEvent event) {
        KeyCode wider = onLeft ? KeyCode.RIGHT : KeyCode.LEFT;
        KeyCode narrower = onLeft ? KeyCode.LEFT : KeyCode.RIGHT;
        if (event.getCode() == wider || event.getCode() == narrower) {
            choose(width + (event.getCode() == wider ? BY_KEY : -BY_KEY));
            event.consume();
        } else if (event.getCode() == KeyCode.ENTER) {
            all.toggle(this);
            strip.requestFocus();
            event.consume();
        }
    }

    /// Gives it a width of a person's; 0 for its own.
    void choose(double wanted) {
        chosen = wanted > 0;
        if (chosen) {
            resize(wanted);
        } else {
            fit();
        }
    }

    double width() {
        return width;
    }

    /// The width that a person gave it; 0 for none.
    double chosenWidth() {
        return chosen ? width : 0;
    }

    /// As wide as its text asks for.
    void scale(double factor) {
        textSize *= factor;
        width *= factor;
        fit();
    }

    /// Into the window as it is now.
    void fit() {
        double more = Math.max(0, all.getWidth() - ROOMY * textSize);
        resize(chosen ? width : Math.min(least * textSize + share * more, MOST_OF_ITS_OWN * textSize));
    }

    /// As wide as was asked for, as far as the figure keeps room.
    private void resize(double wanted) {
        SideRegion other = all.other(this);
        double others = other.open && other.there ? other.region.getPrefWidth() : 40;
        double most = Math.max(MIN_SIDE, all.getWidth() - others - MIN_MIDDLE);
        width = Math.max(MIN_SIDE, all.getWidth() > 0 ? Math.min(wanted, most) : wanted);
        region.setPrefWidth(width);
    }

    void show() {
        setShown(region, there && open);
        setShown(edge, there && open);
        setShown(strip, there && !open);
        fit();
    }
}
