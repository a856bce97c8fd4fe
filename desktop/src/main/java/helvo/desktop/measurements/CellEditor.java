package helvo.desktop.measurements;

import helvo.core.RootLocale;
import helvo.core.study.Edit;
import helvo.core.study.Study;
import helvo.core.study.TableEdit;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.Table;
import helvo.desktop.workspace.SystemClipboard;
import helvo.desktop.workspace.Workspace;
import helvo.files.Limits;
import java.util.Optional;
import javafx.event.Event;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TextField;
import javafx.scene.control.TextFormatter;
import javafx.scene.control.skin.TextFieldSkin;
import javafx.scene.input.KeyEvent;
import org.jspecify.annotations.Nullable;

/// The cell that is being typed into, and its text. There is one editor for the whole grid, with one field that
/// lies over the cells, so that no key depends on whether the toolkit has made a cell for that row yet. Used on the
/// interface thread only.
final class CellEditor {
    private final Workspace workspace;
    private final MeasurementGrid grid;
    private final TextField field = new TextField() {
        @Override
        public void paste() {
            if (SystemClipboard.holdsSeveralCells()) {
                enter();
                grid.paste();
            } else {
                super.paste();
            }
        }
    };
    private final Runnable place = this::place;
    private Optional<Target> target = Optional.empty();
    /// Whether the text replaces that of the cell, so that arrows lead to other cells; else they move the caret.
    private boolean replaces;

    /// @param column of the table, by its id, like the table
    private record Target(int table, int column, int row) {
        boolean isIn(Table other) {
            return other.id() == table && other.columns().stream().anyMatch(each -> each.id() == column);
        }

        Edit edit(String text) {
            return new TableEdit.SetCell(table, column, row, text);
        }

        /// Whether a text would change nothing: none, where there is none.
        boolean leavesEmpty(String text, Study study) {
            return text.isBlank() && study.table(table).column(column).cells().cell(row) instanceof Cell.Empty;
        }
    }

    CellEditor(Workspace workspace, MeasurementGrid grid) {
        this.workspace = workspace;
        this.grid = grid;
        field.setManaged(false);
        field.setVisible(false);
        field.setAccessibleText("Cell");
        field.getStyleClass().add("cell-field");
        // A field takes no key before it has its skin.
        field.setSkin(new TextFieldSkin(field));
        field.setTextFormatter(new TextFormatter<>(this::limited));
        field.addEventFilter(KeyEvent.KEY_PRESSED, this::pressed);
        field.textProperty().subscribe(this::prepare);
        field.sceneProperty().subscribe((before, now) -> {
            if (before != null) {
                before.removePostLayoutPulseListener(place);
            }
            if (now != null) {
                now.focusOwnerProperty().subscribe(this::focusMoved);
            }
        });
    }

    /// The field that shows what is typed.
    TextField field() {
        return field;
    }

    boolean isOpen() {
        return target.isPresent();
    }

    /// Begins with what a key typed, in the place of what the cell holds.
    void replace(int row, Column column, String typed) {
        open(row, column, typed, true);
        field.end();
    }

    /// Begins with what the cell holds.
    void change(int row, Column column) {
        open(row, column, column.exact(row, grid.table().decimalMark()), false);
        field.selectAll();
    }

    private void open(int row, Column column, String text, boolean replacing) {
        enter();
        if (field.getScene() == null) {
            // The first key may come before the first frame, which gives the grid its skin and the field its place
            // in it.
            grid.applyCss();
        }
        replaces = replacing;
        field.setText(text);
        field.setAlignment(MeasurementCell.alignment(column));
        field.setAccessibleText("Row " + (row + 1) + ", " + column.name());
        field.setVisible(true);
        target = Optional.of(new Target(grid.table().id(), column.id(), row));
        grid.scrollToRow(row);
        grid.scrollToColumn(grid.view(column));
        place();
        field.getScene().addPostLayoutPulseListener(place);
        field.requestFocus();
        prepare(text);
    }

    private void prepare(String text) {
        target.ifPresent(at -> workspace.document().prepare(at.edit(text)));
    }

    /// Puts what was typed into the study.
    void enter() {
        Optional<Target> at = target;
        String text = field.getText();
        close();
        at.filter(there -> workspace.study().tables().stream().anyMatch(there::isIn))
                .filter(there -> !there.leavesEmpty(text, workspace.study()))
                .ifPresent(there -> {
                    grid.makeRoom(there.row);
                    workspace.perform(there.edit(text));
                });
    }

    /// Leaves the cell as it was.
    void cancel() {
        close();
        workspace.document().endPreview();
    }

    private void close() {
        if (target.isPresent()) {
            target = Optional.empty();
            field.getScene().removePostLayoutPulseListener(place);
            if (field.isFocused() || field.getScene().getFocusOwner() == field) {
                grid.requestFocus();
            }
            field.setVisible(false);
        }
    }

    /// What is typed is entered when the keyboard goes elsewhere in the window; another window leaves it open.
    private void focusMoved(Node to) {
        if (to != field && to != null) {
            enter();
        }
    }

    /// Over its cell, and out of sight while that is scrolled away.
    private void place() {
        target.filter(at -> at.isIn(grid.table())).ifPresent(at -> {
            TableColumn<Integer, ?> column = grid.view(grid.table().column(at.column));
            Optional<Bounds> cell = grid.cellBounds(at.row, column);
            cell.ifPresent(box -> {
                field.resizeRelocate(box.getMinX(), box.getMinY(), box.getWidth(), box.getHeight());
                field.layout();
            });
            boolean inSight = cell.filter(grid::isInSight).isPresent();
            field.setOpacity(inSight ? 1 : 0);
            field.setMouseTransparent(!inSight);
        });
    }

    private TextFormatter.@Nullable Change limited(TextFormatter.Change change) {
        if (change.isContentChange() && change.getControlNewText().length() > Limits.MAX_CELL_CHARS) {
            workspace
                    .messages()
                    .warn(RootLocale.format(
                            "A cell holds %,d characters at most; what was pasted has more, and was left out.",
                            Limits.MAX_CELL_CHARS));
            return null;
        }
        return change;
    }

    private void pressed(KeyEvent event) {
        target.ifPresent(at -> {
            // Whoever types sees it.
            grid.scrollToRow(at.row);
            switch (event.getCode()) {
                case ESCAPE -> {
                    cancel();
                    event.consume();
                }
                case ENTER, TAB, UP, DOWN, PAGE_UP, PAGE_DOWN -> leave(event);
                case LEFT, RIGHT -> {
                    if (replaces && !event.isShiftDown() && !event.isShortcutDown()) {
                        leave(event);
                    }
                }
                default -> {}
            }
        });
    }

    /// Enters what was typed and lets the grid do what the key does there.
    private void leave(KeyEvent event) {
        enter();
        event.consume();
        Event.fireEvent(grid, event.copyFor(grid, grid));
    }
}
