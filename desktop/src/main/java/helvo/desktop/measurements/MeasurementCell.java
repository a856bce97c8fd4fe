package helvo.desktop.measurements;

import helvo.core.number.MissingText;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.core.table.Table;
import javafx.beans.InvalidationListener;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.control.TableCell;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseButton;

/// One cell: shows the study's text.
final class MeasurementCell extends TableCell<Integer, Integer> {
    /// More than fits into the widest column.
    private static final int MOST_SHOWN = 300;
    private static final PseudoClass NEEDS_LOOK = PseudoClass.getPseudoClass("needs-look");

    private final MeasurementGrid grid;
    private final GridColumn at;
    /// Kept, since the grid holds it weakly.
    @SuppressWarnings("UnusedVariable") // it is kept, not read
    private final InvalidationListener listener;

    MeasurementCell(MeasurementGrid grid, GridColumn at) {
        this.grid = grid;
        this.at = at;
        listener = grid.whenShown(() -> updateItem(getItem(), isEmpty()));
        setOnMouseClicked(event -> {
            if (event.getButton() == MouseButton.PRIMARY && event.getClickCount() == 2 && getItem() != null) {
                grid.edit(getItem(), grid.table().column(at.column()));
                event.consume();
            }
        });
    }

    @Override
    protected void updateItem(Integer row, boolean empty) {
        super.updateItem(row, empty);
        if (empty || row == null || !has(grid.table(), at.column())) {
            setText(null);
            pseudoClassStateChanged(NEEDS_LOOK, false);
            return;
        }
        Column column = grid.table().column(at.column());
        String shown = column.shown(row, grid.table().decimalMark());
        // A long text would be measured letter by letter to find what of it fits.
        setText(shown.length() > MOST_SHOWN ? shown.substring(0, MOST_SHOWN) + "…" : shown);
        boolean noResult = column.isDerived()
                && column.kind() == Kind.NUMBER
                && column.cells().cell(row) instanceof Cell.Text;
        setTooltip(
                noResult ? new Tooltip("No result: " + column.cells().cell(row).exactText()) : null);
        setAlignment(alignment(column));
        boolean odd = column.kind() != Kind.TEXT
                && column.cells().cell(row) instanceof Cell.Text(String text)
                && !MissingText.standsForNone(text);
        pseudoClassStateChanged(NEEDS_LOOK, odd && !grid.table().excluded().has(row));
    }

    /// Numbers stand at the right, so that their digits are under one another.
    static Pos alignment(Column column) {
        return column.kind() == Kind.NUMBER ? Pos.CENTER_RIGHT : Pos.CENTER_LEFT;
    }

    private static boolean has(Table table, int column) {
        return table.columns().stream().anyMatch(each -> each.id() == column);
    }
}
