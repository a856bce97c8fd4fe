package helvo.desktop.measurements;

import helvo.core.study.ColumnEdit;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.desktop.controls.TypedKeys;
import helvo.desktop.workspace.SystemClipboard;
import helvo.desktop.workspace.Workspace;
import java.util.Objects;
import java.util.OptionalInt;
import javafx.scene.control.TablePosition;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import org.jspecify.annotations.Nullable;

/// The keyboard of the grid and its headings. Tab goes right, Enter to the next row in the column where the Tabs
/// began.
final class GridKeys implements ColumnHead.Neighbours {
    private final Workspace workspace;
    private final MeasurementGrid grid;
    private final CellEditor editor;
    /// The column where a row of Tabs began; empty when none is under way.
    private OptionalInt tabsBegan = OptionalInt.empty();

    GridKeys(Workspace workspace, MeasurementGrid grid, CellEditor editor) {
        this.workspace = workspace;
        this.grid = grid;
        this.editor = editor;
        grid.addEventFilter(KeyEvent.KEY_PRESSED, this::pressed);
        grid.addEventFilter(KeyEvent.KEY_TYPED, this::typed);
        grid.addEventFilter(MouseEvent.MOUSE_PRESSED, _ -> tabsBegan = OptionalInt.empty());
    }

    void endTabs() {
        tabsBegan = OptionalInt.empty();
    }

    // ---- from a heading ----

    @Override
    public void heading(Column from, int right, boolean edit) {
        tabsBegan = OptionalInt.of(edit ? tabsBegan.orElse(place(from) + 1) : place(from) + 1 + right);
        int place = place(from) + right;
        if (place < 0 || place >= grid.table().columns().size()) {
            cells(from);
            return;
        }
        grid.select(0, grid.getColumns().get(place + 1));
        grid.scrollToColumnIndex(place + 1);
        ColumnHead head = grid.head(grid.table().columns().get(place));
        if (head == null) {
            return;
        }
        if (edit) {
            head.edit();
        } else {
            head.requestFocus();
        }
    }

    @Override
    public void cells(Column from) {
        grid.select(
                Math.max(0, grid.place().getRow()),
                grid.getColumns()
                        .get(Math.clamp(
                                tabsBegan.orElse(place(from) + 1),
                                1,
                                grid.table().columns().size())));
        tabsBegan = OptionalInt.empty();
        grid.requestFocus();
    }

    @Override
    public void widen(Column of) {
        grid.widen(of);
    }

    private int place(Column of) {
        return grid.table().columns().indexOf(grid.table().column(of.id()));
    }

    // ---- from a cell ----

    private void pressed(KeyEvent event) {
        if (event.getTarget() != grid) {
            return;
        }
        switch (event.getCode()) {
            case ENTER -> {
                enter(event.isShiftDown());
                event.consume();
            }
            case TAB -> {
                if (!event.isControlDown()) {
                    tabOrLeave(event);
                }
            }
            case UP -> up(event);
            case LEFT -> {
                tabsBegan = OptionalInt.empty();
                if (focused() != null && focused().getColumn() == 1) {
                    event.consume(); // there are only row numbers
                }
            }
            case RIGHT, DOWN, HOME, END, PAGE_UP, PAGE_DOWN -> tabsBegan = OptionalInt.empty();
            case F2 -> begin("", event);
            case DELETE, BACK_SPACE -> {
                grid.empty();
                event.consume();
            }
            case C, X, V -> {
                if (event.isShortcutDown() && !event.isShiftDown() && !event.isAltDown()) {
                    clipboard(event);
                }
            }
            default -> {}
        }
    }

    private void clipboard(KeyEvent event) {
        switch (event.getCode()) {
            case C -> SystemClipboard.copyText(grid.copied(false));
            case X -> grid.cut();
            default -> grid.paste();
        }
        event.consume();
    }

    /// From the first row to the heading.
    private void up(KeyEvent event) {
        tabsBegan = OptionalInt.empty();
        TablePosition<Integer, ?> at = focused();
        if (at != null
                && at.getRow() == 0
                && at.getColumn() <= grid.table().columns().size()
                && !event.isShiftDown()
                && !event.isShortcutDown()
                && !event.isAltDown()) {
            ColumnHead head = grid.head(grid.table().columns().get(at.getColumn() - 1));
            if (head != null) {
                head.requestFocus();
            }
            event.consume();
        }
    }

    private void typed(KeyEvent event) {
        if (event.getTarget() == grid && TypedKeys.prints(event)) {
            begin(event.getCharacter(), event);
        }
    }

    /// @param typed what the cell begins with; empty to change what it holds
    private void begin(String typed, KeyEvent event) {
        event.consume();
        TablePosition<Integer, ?> at = grid.place();
        if (focused() == null) {
            grid.select(at.getRow(), grid.getColumns().get(1));
        }
        if (at.getColumn() > grid.table().columns().size()) {
            if (workspace.document().isChanging()) {
                workspace.messages().warn("The table is still being changed: a column can be added when that is done.");
                return;
            }
            workspace.perform(new ColumnEdit.AddColumn(grid.table().id()));
            OptionalInt began = tabsBegan;
            grid.choose(at.getRow(), grid.table().columns().getLast());
            tabsBegan = began;
        }
        int place = Objects.requireNonNull(focused(), "a cell is chosen").getColumn() - 1;
        Column column = grid.table().columns().get(place);
        if (grid.refusesTyping(place)) {
            return;
        }
        if (typed.isEmpty()) {
            editor.change(at.getRow(), column);
        } else {
            editor.replace(at.getRow(), column, typed);
        }
    }

    /// The view gives it without its type.
    @SuppressWarnings("unchecked")
    private @Nullable TablePosition<Integer, ?> focusedCell() {
        return grid.getFocusModel().getFocusedCell();
    }

    /// The chosen cell, never a row number.
    @Nullable
    TablePosition<Integer, ?> focused() {
        TablePosition<Integer, ?> at = focusedCell();
        return at == null || at.getRow() < 0 || at.getTableColumn() == null || at.getColumn() < 1 ? null : at;
    }

    /// To the next row, in the column where a row of Tabs began.
    void enter(boolean back) {
        TablePosition<Integer, ?> at = focused();
        if (at != null) {
            go(at.getRow() + (back ? -1 : 1), tabsBegan.orElse(at.getColumn()));
        }
        tabsBegan = OptionalInt.empty();
    }

    /// To the next cell. From the last one of the first row it goes to where a column is added, of any other row to
    /// the next row: only from a cell that holds something, so that Tab leads out of the table as well.
    private void tabOrLeave(KeyEvent event) {
        TablePosition<Integer, ?> at = focused();
        if (at != null && tab(at.getRow(), at.getColumn(), event.isShiftDown())) {
            event.consume();
        }
    }

    boolean tab(int row, int column, boolean back) {
        int next = column + (back ? -1 : 1);
        int began = tabsBegan.orElse(column);
        boolean inside = next >= 1 && next <= grid.table().columns().size();
        boolean filled = column <= grid.table().columns().size()
                && !(grid.table().columns().get(column - 1).cells().cell(row) instanceof Cell.Empty);
        if (inside || !back && filled && row == 0) {
            tabsBegan = OptionalInt.of(began);
            go(row, next);
            return true;
        }
        boolean further = !back && filled;
        if (further) {
            tabsBegan = OptionalInt.of(began);
            go(row + 1, began);
        }
        return further;
    }

    void go(int row, int column) {
        if (row >= 0
                && row < grid.getItems().size()
                && column >= 1
                && column < grid.getColumns().size()) {
            grid.select(row, grid.getColumns().get(column));
            grid.scrollToRow(row);
        }
    }
}
