package helvo.desktop.measurements;

import helvo.core.RootLocale;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Column;
import helvo.core.table.Derivation;
import helvo.core.table.Table;
import helvo.desktop.theme.Themes;
import helvo.desktop.workspace.Importer;
import helvo.desktop.workspace.SystemClipboard;
import helvo.desktop.workspace.Workspace;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javafx.beans.InvalidationListener;
import javafx.beans.WeakInvalidationListener;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import javafx.geometry.BoundingBox;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.IndexedCell;
import javafx.scene.control.SelectionMode;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TablePosition;
import javafx.scene.control.TableView;
import javafx.scene.control.Tooltip;
import javafx.scene.control.skin.VirtualFlow;
import org.jspecify.annotations.Nullable;

/// The cells of one table. It holds no values of its own: it shows the study's and turns typing into edits.
///
/// Tab goes right, Enter to the next row in the column where the Tabs began; Shift reverses both. Typing replaces a
/// cell, F2 or a double click edits it, Delete empties it. Up from the first row leads to the headings. Below the
/// last row lie empty cells, and typing there adds rows; right of the last column lies one that adds a column, for
/// who goes there on purpose.
public final class MeasurementGrid extends TableView<Integer> {
    private static final double ROW_HEIGHT = 23;
    /// What a new table shows to type into.
    private static final int ROWS_TO_BEGIN = 12;

    /// Wide enough for a heading that is typed.
    private static final double NEW_HEADING = 130.5;

    private final Workspace workspace;
    private final Importer importer;
    private final ObjectProperty<Table> shown = new SimpleObjectProperty<>();
    private final RowNumbers rowNumbers = new RowNumbers();
    private final RoleTag.Asked asked;
    private final Map<Integer, ColumnHead> heads = new HashMap<>();
    private final GridKeys keys;
    private final CellEditor editor;

    @SuppressWarnings("NullAway.Init") // set before anything is shown
    private Table table;

    /// @param asked what the headings' tags ask for in a panel
    MeasurementGrid(Workspace workspace, Importer importer, RoleTag.Asked asked) {
        this.workspace = workspace;
        this.importer = importer;
        this.asked = asked;
        setId("grid");
        setAccessibleText("Measurements");
        setEditable(false); // what is typed goes through the editor, whatever cells the toolkit has made
        Themes.follow(this, this::resizeText);
        setFixedCellSize(ROW_HEIGHT * Themes.textSize().get());
        getSelectionModel().setCellSelectionEnabled(true);
        getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
        setItems(rowNumbers);
        editor = new CellEditor(workspace, this);
        keys = new GridKeys(workspace, this, editor);
        skinProperty().subscribe(skin -> {
            getChildren().remove(editor.field());
            if (skin != null) {
                getChildren().add(editor.field());
            }
        });
        setRowFactory(_ -> new MeasurementRow(this));
        getColumns().add(numbers());
        getColumns().add(further());
        getSelectionModel().getSelectedCells().addListener((InvalidationListener) _ -> selectRows());
    }

    /// Whether the point of a row is selected.
    boolean isSelected(int row) {
        return workspace.selection().get().has(row);
    }

    /// Several rows that are chosen here are selected on the figure as well; a single cell is only where the
    /// keyboard is.
    private void selectRows() {
        if (!isFocused() || table == null) {
            return;
        }
        List<Integer> rows = chosenRows();
        if (rows.size() > 1 || !workspace.selection().get().isNone()) {
            workspace.select(
                    rows.size() > 1 ? rows.stream().mapToInt(Integer::intValue).toArray() : new int[0]);
        }
    }

    public void show(Table newTable) {
        Table old = table;
        table = newTable;
        boolean sameColumns = old != null
                && old.id() == table.id()
                && old.columns().stream()
                        .map(Column::id)
                        .toList()
                        .equals(table.columns().stream().map(Column::id).toList());
        if (sameColumns) {
            for (int i = 0; i < table.columns().size(); i++) {
                follow(
                        getColumns().get(i + 1),
                        old.columns().get(i),
                        table.columns().get(i),
                        old);
            }
            getColumns().getFirst().setPrefWidth(GridColumnWidths.ofRowNumbers(table));
        } else {
            showColumns();
        }
        int wanted = table.rows() + spareRows();
        // While a change is under way, the rows that it and those behind it make may be typed into.
        rowNumbers.resize(workspace.document().isChanging() ? Math.max(wanted, rowNumbers.size()) : wanted);
        TablePosition<Integer, ?> at = keys.focused();
        if (at != null && at.getRow() >= getItems().size()) {
            select(getItems().size() - 1, at.getTableColumn());
        }
        shown.set(table);
        if (old != null && old.id() != table.id()) {
            keys.endTabs();
            select(0, getColumns().get(1));
            scrollTo(0);
            scrollToColumnIndex(0);
        }
    }

    /// Columns of the view stay, with their cells, and show other columns of the study: most of what another table
    /// costs is new cells.
    private void showColumns() {
        int wanted = table.columns().size();
        have(wanted);
        heads.clear();
        for (int i = 0; i < wanted; i++) {
            var at = (GridColumn) getColumns().get(1 + i);
            Column column = table.columns().get(i);
            at.show(column.id());
            head(at, column);
            setWidth(at, GridColumnWidths.of(column, table));
        }
        setWidth(getColumns().getFirst(), GridColumnWidths.ofRowNumbers(table));
    }

    private void have(int columns) {
        int there = getColumns().size() - 2;
        if (there > columns) {
            getColumns().remove(1 + columns, 1 + there);
        } else if (there < columns) {
            getColumns()
                    .addAll(
                            1 + there,
                            IntStream.range(there, columns)
                                    .mapToObj(_ -> new GridColumn(this))
                                    .toList());
        }
    }

    /// Also where the person gave it another width.
    private void setWidth(TableColumn<Integer, ?> at, double width) {
        at.setPrefWidth(width);
        if (at.getWidth() != width) {
            resizeColumn(at, width - at.getWidth());
        }
    }

    private void resizeText() {
        setFixedCellSize(ROW_HEIGHT * Themes.textSize().get());
        if (table != null) {
            getColumns().getFirst().setPrefWidth(GridColumnWidths.ofRowNumbers(table));
            for (int i = 0; i < table.columns().size(); i++) {
                head(getColumns().get(i + 1), table.columns().get(i));
                getColumns()
                        .get(i + 1)
                        .setPrefWidth(GridColumnWidths.of(table.columns().get(i), table));
            }
        }
    }

    private void follow(TableColumn<Integer, ?> at, Column before, Column column, Table old) {
        boolean sameHead = ColumnHead.Contents.of(before, old).equals(ColumnHead.Contents.of(column, table));
        if (!sameHead) {
            head(at, column);
        }
        if (!sameHead || before.cells() != column.cells()) {
            at.setPrefWidth(Math.max(
                    at.getWidth(),
                    sameHead
                            ? GridColumnWidths.ofCells(column, table, Optional.of(before))
                            : GridColumnWidths.of(column, table)));
        }
    }

    /// The table as it is shown.
    Table table() {
        return table;
    }

    @Nullable
    ColumnHead head(Column of) {
        return heads.get(of.id());
    }

    /// Makes a heading wide enough to type in.
    void widen(Column of) {
        TableColumn<Integer, ?> at = view(of);
        at.setPrefWidth(Math.max(at.getWidth(), NEW_HEADING));
    }

    /// The cells that are typed into.
    CellEditor editor() {
        return editor;
    }

    /// The view's column over a column of the study.
    TableColumn<Integer, ?> view(Column of) {
        return getColumns().get(1 + table.columns().indexOf(table.column(of.id())));
    }

    /// Where a cell stands in this grid, in view or not; empty before the grid is laid out.
    Optional<Bounds> cellBounds(int row, TableColumn<Integer, ?> column) {
        return flow().filter(flow -> flow.getFirstVisibleCell() != null).map(flow -> {
            IndexedCell<?> first = flow.getFirstVisibleCell();
            Point2D corner = sceneToLocal(first.localToScene(0, 0));
            double before = getVisibleLeafColumns().stream()
                    .takeWhile(each -> each != column)
                    .mapToDouble(TableColumn::getWidth)
                    .sum();
            return new BoundingBox(
                    corner.getX() + before,
                    corner.getY() + (row - first.getIndex()) * getFixedCellSize(),
                    column.getWidth(),
                    getFixedCellSize());
        });
    }

    /// Whether a cell lies among those that are shown.
    boolean isInSight(Bounds cell) {
        return flow().map(Node::getBoundsInParent)
                .filter(shown -> shown.contains(cell.getCenterX(), cell.getCenterY()))
                .isPresent();
    }

    private Optional<VirtualFlow<?>> flow() {
        return lookup(".virtual-flow") instanceof VirtualFlow<?> flow ? Optional.of(flow) : Optional.empty();
    }

    /// Pastes over the cells from the chosen one on.
    void paste() {
        importer.pasteOver(place().getRow(), place().getColumn() - 1);
    }

    /// The row behind one that is typed into can be chosen, though the study has neither yet.
    void makeRoom(int row) {
        rowNumbers.resize(Math.max(getItems().size(), row + 2));
    }

    /// Cells of derived columns follow others: typing there asks for the formula, or says what to change instead.
    boolean refusesTyping(int place) {
        Optional<Column> derived = place < table.columns().size()
                ? Optional.of(table.columns().get(place)).filter(Column::isDerived)
                : Optional.empty();
        if (derived.isEmpty()) {
            boolean summary = place < table.columns().size() && table.summary().isPresent();
            if (summary) {
                workspace.messages().show("Rows of this table follow the one that it summarises: change that one.");
            }
            return summary;
        }
        if (derived.get().derivation().orElseThrow() instanceof Derivation.Formula) {
            asked.formula(derived.get());
        } else {
            workspace
                    .messages()
                    .show(DerivationText.of(derived.get(), table).orElseThrow() + ": change what it follows.");
        }
        return true;
    }

    /// Copies the chosen cells and empties them.
    void cut() {
        SystemClipboard.copyText(copied(false));
        empty();
    }

    /// Brings a cell into view and chooses it, from elsewhere than the keys of the grid: a row of Tabs ends.
    public void choose(int row, Column column) {
        keys.endTabs();
        TableColumn<Integer, ?> at = view(column);
        select(row, at);
        scrollToRow(row);
        scrollToColumn(at);
        requestFocus();
    }

    void select(int row, TableColumn<Integer, ?> at) {
        getSelectionModel().clearAndSelect(row, at);
        getFocusModel().focus(row, at);
    }

    /// Chooses a cell and begins to change what it holds.
    public void edit(int row, Column column) {
        choose(row, column);
        if (!refusesTyping(table.columns().indexOf(table.column(column.id())))) {
            editor.change(row, column);
        }
    }

    /// Scrolls only when the row is out of sight.
    void scrollToRow(int row) {
        boolean inSight = flow().filter(flow -> flow.getFirstVisibleCell() != null
                        && (row > flow.getFirstVisibleCell().getIndex() || flow.getPosition() == 0)
                        && row < flow.getLastVisibleCell().getIndex())
                .isPresent();
        if (!inSight) {
            scrollTo(Math.max(0, row - 4));
        }
    }

    /// The rows of the chosen cells.
    public List<Integer> chosenRows() {
        return chosenPlaces()
                .map(TablePosition::getRow)
                .filter(row -> row < table.rows())
                .distinct()
                .sorted()
                .toList();
    }

    /// The view gives them without their type.
    private Stream<TablePosition<?, ?>> chosenPlaces() {
        return getSelectionModel().getSelectedCells().stream().map(at -> (TablePosition<?, ?>) at);
    }

    /// Empty rows to type into, below the last.
    private int spareRows() {
        return table.summary().isPresent() ? 0 : Math.max(1, ROWS_TO_BEGIN - table.rows());
    }

    /// Where typing or pasting would go: the first chosen cell, or the first of all.
    public TablePosition<Integer, ?> place() {
        TablePosition<Integer, ?> at = keys.focused();
        return at == null ? new TablePosition<>(this, 0, getColumns().get(1)) : at;
    }

    /// The column of the chosen cell.
    public Optional<Column> chosenColumn() {
        int place = place().getColumn() - 1;
        return place < table.columns().size() ? Optional.of(table.columns().get(place)) : Optional.empty();
    }

    /// The block around the chosen cells as lines of cells parted by tabs, at full precision.
    ///
    /// @param headings whether their headings stand above them
    public String copied(boolean headings) {
        List<Column> columns = chosenPlaces()
                .map(at -> at.getColumn() - 1)
                .filter(place -> place >= 0 && place < table.columns().size())
                .distinct()
                .sorted()
                .map(table.columns()::get)
                .toList();
        return CellsAsText.of(columns, chosenRows(), table.decimalMark(), headings);
    }

    /// Calls the action whenever another state of the table is shown, for as long as its owner lives.
    InvalidationListener whenShown(Runnable action) {
        InvalidationListener listener = _ -> {
            shown.get(); // makes it valid, so that it tells of its next change
            action.run();
        };
        shown.addListener(new WeakInvalidationListener(listener));
        return listener;
    }

    InvalidationListener whenSelected(Runnable action) {
        InvalidationListener listener = _ -> {
            workspace.selection().get(); // makes it valid, so that it tells of its next change
            action.run();
        };
        workspace.selection().addListener(new WeakInvalidationListener(listener));
        return listener;
    }

    private TableColumn<Integer, Integer> numbers() {
        var column = new TableColumn<Integer, Integer>();
        column.setSortable(false);
        column.setReorderable(false);
        column.setResizable(false);
        column.setCellValueFactory(row -> new ReadOnlyObjectWrapper<>(row.getValue()));
        column.setCellFactory(_ -> new TableCell<>() {
            {
                getStyleClass().add("row-number");
                setOnMousePressed(event -> {
                    if (getItem() != null && !table.columns().isEmpty()) {
                        choose(getItem(), table.columns().getFirst());
                    }
                    event.consume();
                });
            }

            @Override
            protected void updateItem(Integer row, boolean empty) {
                super.updateItem(row, empty);
                setText(empty || row == null ? null : Integer.toString(row + 1));
            }
        });
        return column;
    }

    /// The empty column at the right end.
    private TableColumn<Integer, Integer> further() {
        var column = new TableColumn<Integer, Integer>();
        column.setSortable(false);
        column.setReorderable(false);
        column.setResizable(false);
        column.setPrefWidth(21.5);
        column.setEditable(false);
        var add = new Button("+");
        add.setId("add-column");
        add.setAccessibleText("Add a column");
        add.setTooltip(new Tooltip("Add a column"));
        add.getStyleClass().setAll("button", "add-column");
        add.setOnAction(_ -> workspace.perform(new ColumnEdit.AddColumn(table.id())));
        column.setGraphic(add);
        return column;
    }

    private void head(TableColumn<Integer, ?> column, Column of) {
        var head = new ColumnHead(workspace, table, of, asked, keys);
        head.prefWidthProperty().bind(column.widthProperty().subtract(1));
        heads.put(of.id(), head);
        column.setGraphic(head);
    }

    /// Begins to type the heading of a column.
    void editHeading(Column column) {
        Optional.ofNullable(heads.get(column.id())).ifPresent(ColumnHead::edit);
    }

    /// Empties the chosen cells, as one step.
    void empty() {
        List<Edit> edits = chosenPlaces()
                .filter(at ->
                        at.getColumn() >= 1 && at.getColumn() <= table.columns().size() && at.getRow() < table.rows())
                .<Edit>map(at -> new TableEdit.SetCell(
                        table.id(), table.columns().get(at.getColumn() - 1).id(), at.getRow(), ""))
                .toList();
        if (edits.size() == 1) {
            workspace.perform(edits.getFirst());
        } else if (!edits.isEmpty()) {
            workspace.perform(new StudyEdit.Compound(RootLocale.format("Empty %,d cells", edits.size()), edits));
        }
    }
}
