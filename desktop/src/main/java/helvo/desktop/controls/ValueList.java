package helvo.desktop.controls;

import static helvo.desktop.controls.Controls.asWritten;

import helvo.core.RootLocale;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.VBox;

/// The different values of a column, each with a box to tick.
public final class ValueList extends ScrollPane {
    /// More values than these are no list to tick through.
    public static final int MAX = 200;

    private final VBox boxes = new VBox(4);
    private final List<Cell> cells = new ArrayList<>();
    private final Runnable changed;

    public ValueList(String id, Runnable changed) {
        this.changed = changed;
        setId(id);
        setContent(boxes);
        setFitToWidth(true);
        setMaxHeight(190);
        boxes.getStyleClass().add("value-list");
    }

    public void show(Table table, Column column, Map<Cell, Integer> values, Collection<Cell> ticked) {
        boxes.getChildren().clear();
        cells.clear();
        values.forEach((cell, count) -> {
            CheckBox box = asWritten(new CheckBox(
                    text(table, column, cell) + RootLocale.format("  (%,d %s)", count, count == 1 ? "row" : "rows")));
            box.setId(getId() + "-" + cells.size());
            box.setSelected(ticked.contains(cell));
            box.setOnAction(_ -> changed.run());
            boxes.getChildren().add(box);
            cells.add(cell);
        });
    }

    public List<Cell> ticked() {
        var ticked = new ArrayList<Cell>();
        for (int i = 0; i < cells.size(); i++) {
            if (((CheckBox) boxes.getChildren().get(i)).isSelected()) {
                ticked.add(cells.get(i));
            }
        }
        return ticked;
    }

    public static String text(Table table, Column column, Cell cell) {
        return cell instanceof Cell.Number(double number)
                ? column.format().shown(number, table.decimalMark())
                : cell.exactText();
    }
}
