package helvo.desktop.figure;

import helvo.core.RootLocale;
import helvo.core.number.NumberNotation;
import helvo.desktop.workspace.Workspace;
import helvo.figure.layout.FigureLayout;
import helvo.figure.layout.HitTarget;
import java.awt.geom.Rectangle2D;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.input.MouseEvent;
import javafx.scene.shape.Rectangle;

/// Names the part of the figure under the pointer.
final class HoverLabel {
    private final Workspace workspace;
    private final FigureView view;
    private final Label label = new Label();
    private final Rectangle outline = new Rectangle();

    HoverLabel(Workspace workspace, FigureView view) {
        this.workspace = workspace;
        this.view = view;
        label.setId("figure-hover");
        label.getStyleClass().add("figure-hover");
        outline.getStyleClass().add("figure-outline");
        for (Node each : nodes()) {
            each.setMouseTransparent(true);
            each.setVisible(false);
        }
    }

    List<Node> nodes() {
        return List.of(outline, label);
    }

    void show(String text, MouseEvent event) {
        show(text, event.getX(), event.getY());
    }

    /// @param sheetX where on the sheet, in units of the scene, like `sheetY`
    void show(String text, double sheetX, double sheetY) {
        label.setText(text);
        label.setVisible(true);
        label.applyCss();
        double width = label.prefWidth(-1);
        double height = label.prefHeight(-1);
        double x = view.sheet().getLayoutX() + sheetX + 14;
        double y = view.sheet().getLayoutY() + sheetY - height - 8;
        label.resizeRelocate(Math.max(2, Math.min(x, view.getWidth() - width - 2)), Math.max(2, y), width, height);
    }

    /// @param at on the sheet, in points
    void frame(Optional<Rectangle2D> at) {
        outline.setVisible(at.isPresent());
        at.ifPresent(box -> {
            double scale = view.scale();
            outline.setX(view.sheet().getLayoutX() + box.getX() * scale - 2);
            outline.setY(view.sheet().getLayoutY() + box.getY() * scale - 2);
            outline.setWidth(box.getWidth() * scale + 4);
            outline.setHeight(box.getHeight() * scale + 4);
        });
    }

    void hide() {
        hideLabel();
        outline.setVisible(false);
    }

    void hideLabel() {
        label.setVisible(false);
    }

    /// "Row 7, dry: Load 30 N, Stretch 6.29 mm, residual −0.11".
    String textOfHit(FigureLayout.Hit hit) {
        NumberNotation numbers = workspace.study().numbers();
        var rows = hit.series().rows();
        boolean dated = rows.x().time().isPresent();
        var text = new StringBuilder(RootLocale.format("Row %,d", hit.row() + 1))
                .append(hit.excluded() ? ", excluded" : "")
                .append(": ");
        text.append(rows.x().column().name())
                .append(' ')
                .append(dated ? rows.x().column().shown(hit.row(), numbers.decimalMark()) : numbers.plain(hit.x()))
                .append(rows.x().unit().isEmpty() || dated ? "" : " " + rows.x().unit());
        text.append(", ")
                .append(rows.y().column().name())
                .append(' ')
                .append(numbers.plain(hit.y()))
                .append(rows.y().unit().isEmpty() ? "" : " " + rows.y().unit());
        if (!hit.excluded()) {
            hit.series().fit().ifPresent(fit -> text.append(", residual ")
                    .append(numbers.significant(fit.function().residual(hit.x(), hit.y()), 3)));
        }
        return text.toString();
    }

    static String textOfTarget(HitTarget part) {
        return switch (part) {
            case HitTarget.Title _ -> "Title: click to change it";
            case HitTarget.AxisOf(var place) ->
                "The " + place.words() + ": click to change it, drag it to move its limits";
            case HitTarget.AxisTitle(var place) -> "Title of the " + place.words() + ": click to change it";
            case HitTarget.Legend _ -> "Legend: click to change it, drag it to move it";
            case HitTarget.LegendEntry _ -> "Series: click to change how it looks, drag to move the legend";
            case HitTarget.CurveOf _ -> "Curve: click to change it";
            case HitTarget.CurveEnd _ -> "End of the curve: drag it to extend the curve";
            case HitTarget.BarOf(var _, var _, var end) ->
                end == HitTarget.BarEnd.NONE
                        ? "Error bar: click to change the bars"
                        : "End of an error bar: drag it, or click it for a number to type";
            case HitTarget.CurveLabel _ -> "Label of the curve: click to change it, drag it to move it";
            case HitTarget.NoteOf _ -> "Click to change it, drag it to move it";
            case HitTarget.ColorKey _ -> "Colours: click to change what they show";
            case HitTarget.Background _ -> "The figure";
        };
    }
}
