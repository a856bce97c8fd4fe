package helvo.desktop.measurements;

import helvo.core.study.Edit;
import helvo.core.study.TableEdit;
import helvo.core.number.MissingText;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.core.table.Table;
import helvo.desktop.workspace.Workspace;
import javafx.application.Platform;
import javafx.beans.InvalidationListener;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.control.TableCell;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;

/// One cell: shows the study's text, becomes a field while it is edited.
final class MeasurementCell extends TableCell<Integer, Integer> {
    private static final PseudoClass NEEDS_LOOK = PseudoClass.getPseudoClass("needs-look");

    private final Workspace workspace;
    private final MeasurementGrid grid;
    private final StudyColumn at;
    /// Kept, since the grid holds it weakly.
    private final InvalidationListener listener;
    private TextField field;
    /// What is edited, which stays so when the grid shows another column, or another table, here.
    private int editedRow;
    private int editedColumn;
    private int editedTable;

    MeasurementCell(Workspace workspace, MeasurementGrid grid, StudyColumn at) {
        this.workspace = workspace;
        this.grid = grid;
        this.at = at;
        listener = grid.whenShown(() -> updateItem(getItem(), isEmpty()));
    }

    @Override
    protected void updateItem(Integer row, boolean empty) {
        super.updateItem(row, empty);
        if (field != null && isEditing()) {
            return;
        }
        setGraphic(null);
        if (empty || row == null || !has(grid.table(), at.column())) {
            setText(null);
            pseudoClassStateChanged(NEEDS_LOOK, false);
            return;
        }
        Column column = grid.table().column(at.column());
        setText(column.shown(row, grid.table().mark()));
        boolean noResult = column.isDerived() && column.kind() == Kind.NUMBER && column.cells().cell(row) instanceof Cell.Text;
        setTooltip(noResult ? new Tooltip("No result: " + column.cells().cell(row).exactText()) : null);
        setAlignment(column.kind() == Kind.NUMBER ? Pos.CENTER_RIGHT : Pos.CENTER_LEFT);
        boolean odd = column.kind() != Kind.TEXT && column.cells().cell(row) instanceof Cell.Text(String text)
                && !MissingText.saysNone(text);
        pseudoClassStateChanged(NEEDS_LOOK, odd && !grid.table().setAside().has(row));
    }

    @Override
    public void startEdit() {
        String first = grid.keys().typedFirst();
        if (getTableColumn() != null && first == null
                && grid.refusesTyping(getTableView().getColumns().indexOf(getTableColumn()) - 1)) {
            return;
        }
        super.startEdit();
        if (!isEditing()) {
            return;
        }
        int row = getItem();
        editedRow = row;
        editedColumn = at.column();
        editedTable = grid.table().id();
        field = new TextField(first == null ? grid.table().column(at.column()).exact(row, grid.table().mark()) : first);
        field.setAccessibleText("Row " + (row + 1) + ", " + grid.table().column(at.column()).name());
        field.getStyleClass().add("cell-field");
        field.addEventFilter(KeyEvent.KEY_PRESSED, this::pressed);
        field.focusedProperty().subscribe((was, is) -> {
            if (was && !is) {
                Platform.runLater(this::enter);
            }
        });
        setText(null);
        setGraphic(field);
        // With its skin already there, the field does not select all on the first frame and so lose the character typed.
        field.applyCss();
        field.requestFocus();
        if (first == null) {
            field.selectAll();
        } else {
            field.end();
        }
        field.textProperty().subscribe(text -> workspace.document().prepare(change(text)));
    }

    private Edit change(String text) {
        return new TableEdit.SetCell(editedTable, editedColumn, editedRow, text);
    }

    private static boolean has(Table table, int column) {
        return table.columns().stream().anyMatch(each -> each.id() == column);
    }

    private void pressed(KeyEvent event) {
        if (event.getCode() == KeyCode.ESCAPE) {
            field = null;
            cancelEdit();
            workspace.document().endPreview();
            grid.requestFocus();
            event.consume();
        } else if (event.getCode() == KeyCode.ENTER || event.getCode() == KeyCode.TAB) {
            int row = editedRow;
            int column = getTableView().getColumns().indexOf(getTableColumn());
            enter();
            grid.requestFocus();
            if (event.getCode() == KeyCode.ENTER) {
                grid.keys().go(row, column);
                grid.keys().enter(event.isShiftDown());
            } else if (!grid.keys().tab(row, column, event.isShiftDown())) {
                grid.keys().go(row, column);
            }
            event.consume();
        }
    }

    private void enter() {
        if (field == null) {
            return;
        }
        String text = field.getText();
        field = null;
        cancelEdit();
        if (workspace.study().tables().stream().anyMatch(table -> table.id() == editedTable && has(table, editedColumn))) {
            workspace.perform(change(text));
        }
    }

    @Override
    public void cancelEdit() {
        super.cancelEdit();
        updateItem(getItem(), isEmpty());
    }
}
