package helvo.desktop.controls;

import helvo.core.results.Results.Line;
import java.util.ArrayList;
import java.util.List;
import javafx.geometry.HPos;
import javafx.scene.control.Label;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;

/// Values side by side, a label before each row.
public final class ValueTable extends GridPane {
    private final List<List<Label>> cells = new ArrayList<>();

    @SuppressWarnings("this-escape") // controls are put together in their constructors, as the toolkit has it
    public ValueTable(Line.Table table) {
        super(8, 5);
        getStyleClass().add("results-table");
        var labels = new ColumnConstraints();
        labels.setHgrow(Priority.ALWAYS);
        getColumnConstraints().add(labels);
        for (int column = 0; column < table.heads().size(); column++) {
            var values = new ColumnConstraints();
            values.setHalignment(HPos.RIGHT);
            getColumnConstraints().add(values);
            var head = new Label(table.heads().get(column));
            head.getStyleClass().add("muted");
            add(head, column + 1, 0);
        }
        for (int row = 0; row < table.rows().size(); row++) {
            var label = new Label(table.rows().get(row).label());
            label.getStyleClass().add("muted");
            label.setMinWidth(50);
            add(label, 0, row + 1);
            var values = new ArrayList<Label>();
            for (int column = 0; column < table.heads().size(); column++) {
                var value = new Label();
                value.getStyleClass().addAll("value", "small-value");
                // A long value goes on in a second line rather than beyond the region.
                value.setWrapText(true);
                value.setId("value-"
                        + (table.rows().get(row).label() + " " + table.heads().get(column))
                                .replace(",", "")
                                .replace(' ', '-'));
                values.add(value);
                add(value, column + 1, row + 1);
            }
            cells.add(values);
        }
    }

    /// New values in the places of the old.
    public void show(Line.Table table) {
        for (int row = 0; row < cells.size(); row++) {
            Line.Table.Row of = table.rows().get(row);
            for (int column = 0; column < of.cells().size(); column++) {
                Label cell = cells.get(row).get(column);
                cell.setText(of.cells().get(column));
                cell.setAccessibleText(of.label() + ", " + table.heads().get(column) + ": "
                        + of.cells().get(column));
            }
        }
    }
}
