package helvo.desktop.figure;

import java.awt.geom.Path2D;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.input.MouseEvent;
import javafx.scene.shape.Polyline;

/// Selects points by a loop drawn around them.
final class Lasso {
    private final FigureView view;
    private final Polyline line = new Polyline();
    private double fromX;
    private double fromY;

    Lasso(FigureView view) {
        this.view = view;
        line.getStyleClass().add("figure-lasso");
        line.setMouseTransparent(true);
        line.setVisible(false);
    }

    Node line() {
        return line;
    }

    boolean isDrawn() {
        return line.isVisible();
    }

    private double x(MouseEvent event) {
        return view.sheet().getLayoutX() + event.getX();
    }

    private double y(MouseEvent event) {
        return view.sheet().getLayoutY() + event.getY();
    }

    void begin(MouseEvent event) {
        line.getPoints().clear();
        fromX = x(event);
        fromY = y(event);
    }

    void draw(MouseEvent event, boolean free) {
        double x = x(event);
        double y = y(event);
        if (!free) {
            line.getPoints().setAll(fromX, fromY, x, fromY, x, y, fromX, y, fromX, fromY);
        } else if (line.getPoints().isEmpty()) {
            line.getPoints().addAll(fromX, fromY, x, y);
        } else {
            line.getPoints().addAll(x, y);
        }
        line.setVisible(true);
    }

    /// @return what it encloses, in points of the sheet
    Optional<Path2D> end() {
        line.setVisible(false);
        return shape();
    }

    /// What it encloses so far, in points of the sheet.
    Optional<Path2D> shape() {
        double scale = view.scale();
        var shape = new Path2D.Double();
        for (int i = 0; i + 1 < line.getPoints().size(); i += 2) {
            double x = (line.getPoints().get(i) - view.sheet().getLayoutX()) / scale;
            double y = (line.getPoints().get(i + 1) - view.sheet().getLayoutY()) / scale;
            if (i == 0) {
                shape.moveTo(x, y);
            } else {
                shape.lineTo(x, y);
            }
        }
        if (shape.getCurrentPoint() == null) {
            return Optional.empty();
        }
        shape.closePath();
        return Optional.of(shape);
    }
}
