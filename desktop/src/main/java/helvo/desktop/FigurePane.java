package helvo.desktop;

import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import java.util.EnumMap;
import java.util.Map;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/// Figure: the sheet, and above it the switches of what it shows.
final class FigurePane extends VBox {
    private final Session session;
    private final FigureView view;
    private final Map<Layer, ToggleButton> switches = new EnumMap<>(Layer.class);
    private final Label name = new Label();

    FigurePane(Session session) {
        this.session = session;
        getStyleClass().add("figure-pane");
        name.getStyleClass().add("region-heading");
        view = new FigureView(session);
        VBox.setVgrow(view, Priority.ALWAYS);
        var row = new FlowPane(8, 6);
        row.setAlignment(Pos.CENTER_RIGHT);
        for (Layer layer : Layer.values()) {
            var button = new ToggleButton(layer.label());
            button.setId("show-" + layer.name().toLowerCase().replace('_', '-'));
            button.getStyleClass().setAll("toggle-button", "switch");
            button.setTooltip(new Tooltip(layer.purpose()));
            button.setAccessibleText(layer.purpose());
            button.setOnAction(_ -> toggle(layer));
            switches.put(layer, button);
            row.getChildren().add(button);
        }
        HBox.setHgrow(row, Priority.ALWAYS);
        var head = new HBox(12, name, row);
        head.setAlignment(Pos.CENTER_LEFT);
        head.setPadding(new Insets(0, 0, 8, 4));
        getChildren().addAll(head, view);
        session.history().subscribe(this::update);
        session.tableId().subscribe(_ -> update());
    }

    FigureView view() {
        return view;
    }

    void toggle(Layer layer) {
        session.table().map(table -> session.study().figureOver(table.id()))
                .ifPresent(figure -> session.perform(new FigureEdit.Show(figure.id(), layer, !figure.shows(layer))));
        update();
    }

    private void update() {
        session.table().map(table -> session.study().figureOver(table.id())).ifPresent(figure -> {
            name.setText(figure.name());
            switches.forEach((layer, button) -> {
                button.setSelected(figure.shows(layer));
                button.setText((figure.shows(layer) ? "● " : "○ ") + layer.label());
            });
        });
    }
}
