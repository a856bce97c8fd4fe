package helvo.desktop.measurements;

import javafx.beans.InvalidationListener;
import javafx.css.PseudoClass;
import javafx.scene.control.TableRow;

/// A row, struck through while it is excluded, tinted while its point is selected.
final class MeasurementRow extends TableRow<Integer> {
    private static final PseudoClass EXCLUDED = PseudoClass.getPseudoClass("excluded");
    private static final PseudoClass ON_FIGURE = PseudoClass.getPseudoClass("on-figure");

    private final MeasurementGrid grid;
    /// Kept, since the grid holds them weakly.
    @SuppressWarnings("UnusedVariable") // it is kept, not read
    private final InvalidationListener listener;

    @SuppressWarnings("UnusedVariable") // it is kept, not read
    private final InvalidationListener selection;

    MeasurementRow(MeasurementGrid grid) {
        this.grid = grid;
        listener = grid.whenShown(this::mark);
        selection = grid.whenSelected(this::mark);
    }

    @Override
    protected void updateItem(Integer row, boolean empty) {
        super.updateItem(row, empty);
        mark();
    }

    private void mark() {
        boolean there = !isEmpty() && getItem() != null;
        pseudoClassStateChanged(ON_FIGURE, there && grid.isSelected(getItem()));
        pseudoClassStateChanged(EXCLUDED, there && grid.table().excluded().has(getItem()));
    }
}
