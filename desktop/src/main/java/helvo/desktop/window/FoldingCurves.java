package helvo.desktop.window;

import static helvo.desktop.controls.Controls.setShown;

import helvo.desktop.curves.CurvesStrip;
import javafx.scene.control.Button;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/// The strip of curves below the figure, with the edge that folds it and the line that stands for it while it is
/// folded, which leaves its height to the figure.
final class FoldingCurves extends VBox {
    private final CurvesStrip curves;
    private final StackPane holder;
    private final Region edge = new Region();
    private final Button strip = new Button("Curves");
    private boolean open = true;

    FoldingCurves(CurvesStrip curves) {
        this.curves = curves;
        holder = new StackPane(curves);
        edge.setId("edge-curves");
        edge.getStyleClass().add("lower-edge");
        edge.setFocusTraversable(true);
        edge.setAccessibleText("Curves: Enter folds them");
        Tooltip.install(edge, new Tooltip("Double click to fold the curves"));
        edge.setOnMouseClicked(event -> {
            if (event.getClickCount() == 2) {
                toggle();
            }
        });
        edge.setOnKeyPressed(event -> {
            if (event.getCode() == KeyCode.ENTER) {
                toggle();
                strip.requestFocus();
                event.consume();
            }
        });
        strip.setId("unfold-curves");
        strip.setAccessibleText("Show Curves");
        strip.setTooltip(new Tooltip("Show the curves"));
        strip.getStyleClass().setAll("button", "lower-strip");
        strip.setMaxWidth(Double.MAX_VALUE);
        strip.setOnAction(_ -> toggle());
        getChildren().setAll(edge, holder, strip);
        curves.visibleProperty().subscribe(_ -> show());
    }

    /// Folds the curves, or opens them.
    void toggle() {
        open = !open;
        show();
    }

    private void show() {
        boolean there = curves.isVisible();
        setShown(edge, there && open);
        setShown(holder, open);
        setShown(strip, there && !open);
    }
}
