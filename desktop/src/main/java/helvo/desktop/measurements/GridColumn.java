package helvo.desktop.measurements;

import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.scene.control.TableColumn;

/// A column of the grid, which shows one column of the study, and another later.
final class GridColumn extends TableColumn<Integer, Integer> {
    private int column;

    @SuppressWarnings("this-escape") // controls are put together in their constructors, as the toolkit has it
    GridColumn(MeasurementGrid grid) {
        setSortable(false);
        setReorderable(false);
        setMinWidth(44);
        setCellValueFactory(row -> new ReadOnlyObjectWrapper<>(row.getValue()));
        setCellFactory(_ -> new MeasurementCell(grid, this));
    }

    /// @param id of the study's column
    void show(int id) {
        column = id;
    }

    int column() {
        return column;
    }
}
