package helvo.desktop.measurements;

import static helvo.desktop.controls.Controls.asWritten;

import helvo.core.table.Column;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javafx.scene.control.CheckBox;
import javafx.scene.layout.FlowPane;

/// A tick box for each of some columns.
final class ColumnBoxes extends FlowPane {
    private final Map<Integer, CheckBox> boxes = new LinkedHashMap<>();
    private final String id;
    private final Runnable changed;

    /// @param id of each box, before the id of its column
    ColumnBoxes(String id, Runnable changed) {
        super(12, 6);
        this.id = id;
        this.changed = changed;
    }

    /// Shows these columns, none of them ticked.
    void fill(List<Column> columns) {
        getChildren().clear();
        boxes.clear();
        for (Column column : columns) {
            CheckBox box = asWritten(new CheckBox(column.name()));
            box.setId(id + column.id());
            box.setMaxWidth(200);
            box.setOnAction(_ -> changed.run());
            boxes.put(column.id(), box);
            getChildren().add(box);
        }
    }

    void tick(Column column, boolean ticked) {
        CheckBox box = boxes.get(column.id());
        if (box != null) {
            box.setSelected(ticked);
        }
    }

    /// Ids of those that are ticked, in their order.
    List<Integer> ticked() {
        return boxes.entrySet().stream()
                .filter(box -> box.getValue().isSelected())
                .map(Map.Entry::getKey)
                .toList();
    }
}
