package helvo.desktop;

import helvo.core.Phrase;
import helvo.core.formula.Formula;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Derivation;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.beans.InvalidationListener;
import javafx.beans.WeakInvalidationListener;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.ObservableListBase;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.SelectionMode;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TablePosition;
import javafx.scene.control.TableRow;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.control.skin.VirtualFlow;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;

/// The cells of one table. It holds no values of its own: it shows the study's and turns typing into edits.
///
/// Tab goes right, Enter to the next row in the column where the Tabs began; Shift reverses both. Typing replaces a cell, F2 or a
/// double click edits it, Delete empties it. Up from the first row leads to the headings. Below the last row lie empty cells, and
/// typing there adds rows; right of the last column lies one that adds a column, for who goes there on purpose.
final class MeasurementGrid extends TableView<Integer> {
    private static final double ROW_HEIGHT = 23;
    /// What a new table shows to type into.
    private static final int ROWS_TO_BEGIN = 12;
    private static final PseudoClass SET_ASIDE = PseudoClass.getPseudoClass("set-aside");
    private static final PseudoClass ON_FIGURE = PseudoClass.getPseudoClass("on-figure");
    private static final PseudoClass NEEDS_LOOK = PseudoClass.getPseudoClass("needs-look");

    /// Wide enough for a heading that is typed, and for what invites to it.
    private static final double NEW_HEADING = 130.5;
    private static final double INVITING = 104;

    private final Session session;
    private final ObjectProperty<Table> shown = new SimpleObjectProperty<>();
    private final RowNumbers rowNumbers = new RowNumbers();
    private final Consumer<Column> formula;
    private final Map<Integer, ColumnHead> heads = new HashMap<>();
    private Table table;
    private String typedFirst;
    /// The column where a row of Tabs began; empty when none is under way.
    private OptionalInt tabsBegan = OptionalInt.empty();

    /// @param formula asks for another formula of a derived column
    MeasurementGrid(Session session, Consumer<Column> formula) {
        this.session = session;
        this.formula = formula;
        setId("grid");
        setAccessibleText("Measurements");
        setEditable(true);
        setFixedCellSize(ROW_HEIGHT);
        getSelectionModel().setCellSelectionEnabled(true);
        getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
        setItems(rowNumbers);
        addEventFilter(KeyEvent.KEY_PRESSED, this::pressed);
        addEventFilter(KeyEvent.KEY_TYPED, this::typed);
        addEventFilter(MouseEvent.MOUSE_PRESSED, _ -> tabsBegan = OptionalInt.empty());
        setRowFactory(_ -> new MeasurementRow());
        getSelectionModel().getSelectedCells().addListener((InvalidationListener) _ -> selectRows());
    }

    /// Several rows that are chosen here are selected on the figure as well; a single cell is only where the keyboard is.
    private void selectRows() {
        if (!isFocused() || table == null) {
            return;
        }
        List<Integer> rows = chosenRows();
        if (rows.size() > 1 || !session.selection().get().isNone()) {
            session.select(rows.size() > 1 ? rows.stream().mapToInt(Integer::intValue).toArray() : new int[0]);
        }
    }

    void show(Table newTable) {
        Table old = table;
        table = newTable;
        boolean sameColumns = old != null && old.id() == table.id()
                && old.columns().stream().map(Column::id).toList().equals(table.columns().stream().map(Column::id).toList());
        if (sameColumns) {
            for (int i = 0; i < table.columns().size(); i++) {
                Column column = table.columns().get(i);
                Column before = old.columns().get(i);
                // What a tag says hangs on whether there is an x, and halves of bars, elsewhere.
                boolean sameAround = Stream.of(Role.X, Role.X_DOWN, Role.Y_DOWN)
                        .allMatch(role -> old.first(role).isPresent() == table.first(role).isPresent());
                boolean sameHead = before.with(Cells.NONE).equals(column.with(Cells.NONE)) && sameAround;
                TableColumn<Integer, ?> at = getColumns().get(i + 1);
                if (!sameHead) {
                    head(at, column);
                }
                if (!sameHead || before.cells() != column.cells()) {
                    at.setPrefWidth(Math.max(at.getWidth(), sameHead ? cellsWidth(column, Optional.of(before)) : width(column)));
                }
            }
            getColumns().getFirst().setPrefWidth(numbersWidth());
        } else {
            heads.clear();
            getColumns().setAll(numbers());
            table.columns().forEach(column -> getColumns().add(column(column)));
            getColumns().add(further());
        }
        rowNumbers.resize(table.rows() + spareRows());
        shown.set(table);
        if (old != null && old.id() != table.id()) {
            select(0, getColumns().get(1));
        }
    }

    /// Brings a cell into view and chooses it.
    void choose(int row, Column column) {
        TableColumn<Integer, ?> at = getColumns().get(1 + table.columns().indexOf(table.column(column.id())));
        select(row, at);
        show(row);
        scrollToColumn(at);
        requestFocus();
    }

    private void select(int row, TableColumn<Integer, ?> at) {
        getSelectionModel().clearAndSelect(row, at);
        getFocusModel().focus(row, at);
    }

    /// Chooses a cell and begins to edit it.
    void edit(int row, Column column) {
        choose(row, column);
        Platform.runLater(() -> {
            layout(); // else the cell that begins to be edited may be given another row when the scroll is laid out
            edit(row, getColumns().get(1 + table.columns().indexOf(table.column(column.id()))));
        });
    }

    /// Scrolls only when the row is out of sight.
    private void show(int row) {
        boolean inSight = lookup(".virtual-flow") instanceof VirtualFlow<?> flow && flow.getFirstVisibleCell() != null
                && row > flow.getFirstVisibleCell().getIndex() && row < flow.getLastVisibleCell().getIndex();
        if (!inSight) {
            scrollTo(Math.max(0, row - 4));
        }
    }

    /// The rows of the chosen cells.
    List<Integer> chosenRows() {
        return getSelectionModel().getSelectedCells().stream().map(TablePosition::getRow)
                .filter(row -> row < table.rows()).distinct().sorted().toList();
    }

    /// Empty rows to type into, below the last.
    private int spareRows() {
        return table.summary().isPresent() ? 0 : Math.max(1, ROWS_TO_BEGIN - table.rows());
    }

    /// Where typing or pasting would go: the first chosen cell, or the first of all.
    TablePosition<Integer, ?> place() {
        TablePosition<Integer, ?> at = focused();
        return at == null ? new TablePosition<>(this, 0, getColumns().get(1)) : at;
    }

    /// The column of the chosen cell.
    Optional<Column> chosenColumn() {
        int place = place().getColumn() - 1;
        return place < table.columns().size() ? Optional.of(table.columns().get(place)) : Optional.empty();
    }

    /// The block around the chosen cells as lines of cells parted by tabs, at full precision.
    ///
    /// @param headings whether their headings stand above them
    String copied(boolean headings) {
        List<Integer> rows = chosenRows();
        List<Integer> places = getSelectionModel().getSelectedCells().stream().map(at -> at.getColumn() - 1)
                .filter(place -> place >= 0 && place < table.columns().size()).distinct().sorted().toList();
        String head = headings ? places.stream().map(place -> table.columns().get(place).heading().text()).collect(Collectors.joining("\t"))
                + "\n" : "";
        return head + rows.stream().map(row -> places.stream().map(place -> exact(table.columns().get(place), row))
                .collect(Collectors.joining("\t")))
                .collect(Collectors.joining("\n"));
    }

    /// The whole table with its headings, likewise.
    String copiedTable() {
        String headings = table.columns().stream().map(column -> column.heading().text()).collect(Collectors.joining("\t"));
        return headings + "\n" + IntStream.range(0, table.rows())
                .mapToObj(row -> table.columns().stream().map(column -> exact(column, row)).collect(Collectors.joining("\t")))
                .collect(Collectors.joining("\n"));
    }

    /// On one line, so that it reads back as the same cell in the same place.
    private String exact(Column column, int row) {
        return column.exact(row, table.mark()).replaceAll("[\t\n\r]+", " ");
    }

    /// Row numbers as a list that takes no room, and that grows at its end without disturbing a cell that is being edited.
    private static final class RowNumbers extends ObservableListBase<Integer> {
        private int rows;

        void resize(int newRows) {
            if (newRows == rows) {
                return;
            }
            int old = rows;
            beginChange();
            rows = newRows;
            if (newRows > old) {
                nextAdd(old, newRows);
            } else {
                nextRemove(newRows, IntStream.range(newRows, old).boxed().toList());
            }
            endChange();
        }

        @Override
        public Integer get(int index) {
            return index;
        }

        @Override
        public int size() {
            return rows;
        }
    }

    /// Calls the action whenever another state of the table is shown, for as long as its owner lives.
    private InvalidationListener whenShown(Runnable action) {
        InvalidationListener listener = _ -> action.run();
        shown.addListener(new WeakInvalidationListener(listener));
        return listener;
    }

    private InvalidationListener whenSelected(Runnable action) {
        InvalidationListener listener = _ -> {
            session.selection().get(); // makes it valid, so that it tells of its next change
            action.run();
        };
        session.selection().addListener(new WeakInvalidationListener(listener));
        return listener;
    }

    /// A row, struck through while it is set aside, tinted while its point is selected.
    private final class MeasurementRow extends TableRow<Integer> {
        private final InvalidationListener listener = whenShown(this::mark);
        private final InvalidationListener selection = whenSelected(this::mark);

        @Override
        protected void updateItem(Integer row, boolean empty) {
            super.updateItem(row, empty);
            mark();
        }

        private void mark() {
            shown.get(); // makes the property valid, so that it tells of its next change
            pseudoClassStateChanged(ON_FIGURE, !isEmpty() && getItem() != null && session.selection().get().has(getItem()));
            pseudoClassStateChanged(SET_ASIDE, !isEmpty() && getItem() != null && table.setAside().has(getItem()));
        }
    }

    private TableColumn<Integer, Integer> numbers() {
        var column = new TableColumn<Integer, Integer>();
        column.setSortable(false);
        column.setReorderable(false);
        column.setResizable(false);
        column.setPrefWidth(numbersWidth());
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

    private double numbersWidth() {
        return 9.5 + 7 * Math.max(2, Integer.toString(table.rows()).length());
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
        add.setOnAction(_ -> session.perform(new ColumnEdit.AddColumn(table.id())));
        column.setGraphic(add);
        return column;
    }

    private TableColumn<Integer, Integer> column(Column of) {
        var column = new TableColumn<Integer, Integer>();
        column.setSortable(false);
        column.setReorderable(false);
        column.setPrefWidth(width(of));
        column.setMinWidth(44);
        column.setCellValueFactory(row -> new ReadOnlyObjectWrapper<>(row.getValue()));
        column.setCellFactory(_ -> new MeasurementCell(of.id()));
        head(column, of);
        return column;
    }

    /// Wide enough for the heading, its tag and the widest of the first cells. Never a whole number: the table takes a
    /// width of 80, its own default, as one that nobody set.
    private double width(Column column) {
        return Math.max(cellsWidth(column, Optional.empty()),
                bounded(table.isBlank() ? Math.max(INVITING, ColumnHead.width(column)) : ColumnHead.width(column)));
    }

    /// @param before the same column as it was, whose cells need no measuring
    private double cellsWidth(Column column, Optional<Column> before) {
        return bounded(IntStream.range(0, Math.min(table.rows(), 60)).mapToObj(row -> {
            String text = column.shown(row, table.mark());
            boolean known = before.filter(old -> row < old.cells().size() && old.shown(row, table.mark()).equals(text)).isPresent();
            return known ? "" : text;
        }).filter(text -> !text.isEmpty()).mapToDouble(text -> ColumnHead.textWidth(text, ColumnHead.PLAIN)).max().orElse(0) + 17);
    }

    private static double bounded(double width) {
        return Math.clamp(width, 44, 200) + 0.5;
    }

    private void head(TableColumn<Integer, ?> column, Column of) {
        var head = new ColumnHead(session, table, of, formula, follows(of), new Headings());
        head.prefWidthProperty().bind(column.widthProperty().subtract(1));
        heads.put(of.id(), head);
        column.setGraphic(head);
    }

    /// Begins to type the heading of a column.
    void editHeading(Column column) {
        Optional.ofNullable(heads.get(column.id())).ifPresent(ColumnHead::edit);
    }

    /// Where the keyboard goes from a heading.
    private final class Headings implements ColumnHead.Neighbours {
        @Override
        public void heading(Column from, int right, boolean edit) {
            tabsBegan = OptionalInt.of(edit ? tabsBegan.orElse(places(from) + 1) : places(from) + 1 + right);
            int place = places(from) + right;
            if (place < 0 || place >= table.columns().size()) {
                cells(from);
                return;
            }
            Column next = table.columns().get(place);
            select(0, getColumns().get(place + 1));
            scrollToColumnIndex(place + 1);
            ColumnHead head = heads.get(next.id());
            if (edit) {
                head.edit();
            } else {
                head.requestFocus();
            }
        }

        @Override
        public void cells(Column from) {
            select(Math.max(0, place().getRow()), getColumns()
                    .get(Math.clamp(tabsBegan.orElse(places(from) + 1), 1, table.columns().size())));
            tabsBegan = OptionalInt.empty();
            MeasurementGrid.this.requestFocus();
        }

        @Override
        public void widen(Column of) {
            TableColumn<Integer, ?> at = getColumns().get(places(of) + 1);
            at.setPrefWidth(Math.max(at.getWidth(), NEW_HEADING));
        }

        private int places(Column of) {
            return table.columns().indexOf(table.column(of.id()));
        }
    }

    /// What a derived column follows, in words.
    private Optional<String> follows(Column column) {
        return column.derivation().map(derivation -> switch (derivation) {
            case Derivation.Formula kept -> column.name() + " = " + Formula.written(kept, table);
            case Derivation.Carried(int of, _) -> "Uncertainty of " + table.column(of).name()
                    + ", carried over from the bars of what it is computed from";
            case Derivation.Membership(int of, String name, var values, _) -> Phrase.of("“%s” where %s is one of %d values", name,
                    table.column(of).name(), values.size());
            case Derivation.Group _ -> "One row for each different " + column.name();
            case Derivation.Statistic _ -> column.name() + ", follows its source";
        });
    }

    private void pressed(KeyEvent event) {
        if (getEditingCell() != null || event.getTarget() != this) {
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
            case F2 -> begin(null, event);
            case DELETE, BACK_SPACE -> {
                empty();
                event.consume();
            }
            case C, X, V -> {
                if (event.isShortcutDown() && !event.isShiftDown() && !event.isAltDown()) {
                    clipboard(event);
                }
            }
            default -> {
            }
        }
    }

    private void clipboard(KeyEvent event) {
        switch (event.getCode()) {
            case C -> session.copy(copied(false));
            case X -> cut();
            default -> session.pasteOver(Clipboard.getSystemClipboard().getString(), place().getRow(), place().getColumn() - 1);
        }
        event.consume();
    }

    /// Copies the chosen cells and empties them.
    void cut() {
        session.copy(copied(false));
        empty();
    }

    /// From the first row to the heading.
    private void up(KeyEvent event) {
        tabsBegan = OptionalInt.empty();
        TablePosition<Integer, ?> at = focused();
        if (at != null && at.getRow() == 0 && at.getColumn() <= table.columns().size() && !event.isShiftDown() && !event.isShortcutDown()
                && !event.isAltDown()) {
            heads.get(table.columns().get(at.getColumn() - 1).id()).requestFocus();
            event.consume();
        }
    }

    private void typed(KeyEvent event) {
        if (getEditingCell() == null && event.getTarget() == this && prints(event)) {
            begin(event.getCharacter(), event);
        }
    }

    /// Whether a key types something.
    static boolean prints(KeyEvent event) {
        String character = event.getCharacter();
        boolean printing = !character.isEmpty() && character.charAt(0) >= ' ' && character.charAt(0) != 127;
        return printing && !event.isControlDown() && !event.isAltDown() && !event.isMetaDown();
    }

    private void begin(String first, KeyEvent event) {
        TablePosition<Integer, ?> at = focused();
        if (at != null && !session.isChanging()) {
            if (at.getColumn() > table.columns().size()) {
                session.perform(new ColumnEdit.AddColumn(table.id()));
                choose(at.getRow(), table.columns().getLast());
                layout();
            }
            TablePosition<Integer, ?> now = focused();
            if (refusesTyping(now.getColumn() - 1)) {
                event.consume();
                return;
            }
            typedFirst = first;
            edit(now.getRow(), now.getTableColumn());
            typedFirst = null;
            event.consume();
        }
    }

    /// Cells of derived columns follow others: typing there asks for the formula, or says what to change instead.
    private boolean refusesTyping(int place) {
        if (place >= table.columns().size() || !table.columns().get(place).isDerived()) {
            boolean summary = place < table.columns().size() && table.summary().isPresent();
            if (summary) {
                session.say("Rows of this table follow the one that it summarises: change that one.", false);
            }
            return summary;
        }
        Column column = table.columns().get(place);
        if (column.derivation().orElseThrow() instanceof Derivation.Formula) {
            formula.accept(column);
        } else {
            session.say(follows(column).orElseThrow() + ": change what it follows.", false);
        }
        return true;
    }

    /// The chosen cell, never a row number.
    private TablePosition<Integer, ?> focused() {
        TablePosition<Integer, ?> at = getFocusModel().getFocusedCell();
        return at == null || at.getRow() < 0 || at.getTableColumn() == null || at.getColumn() < 1 ? null : at;
    }

    /// To the next row, in the column where a row of Tabs began.
    private void enter(boolean back) {
        TablePosition<Integer, ?> at = focused();
        if (at != null) {
            go(at.getRow() + (back ? -1 : 1), tabsBegan.orElse(at.getColumn()));
        }
        tabsBegan = OptionalInt.empty();
    }

    /// To the next cell. From the last one of the first row it goes to where a column is added, of any other row to the next row:
    /// only from a cell that holds something, so that Tab leads out of the table as well.
    private void tabOrLeave(KeyEvent event) {
        TablePosition<Integer, ?> at = focused();
        if (at != null && tab(at.getRow(), at.getColumn(), event.isShiftDown())) {
            event.consume();
        }
    }

    private boolean tab(int row, int column, boolean back) {
        int next = column + (back ? -1 : 1);
        int began = tabsBegan.orElse(column);
        boolean inside = next >= 1 && next <= table.columns().size();
        boolean filled = column <= table.columns().size() && !(table.columns().get(column - 1).cells().cell(row) instanceof Cell.Empty);
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

    private void go(int row, int column) {
        if (row >= 0 && row < getItems().size() && column >= 1 && column < getColumns().size()) {
            getSelectionModel().clearAndSelect(row, getColumns().get(column));
            getFocusModel().focus(row, getColumns().get(column));
            show(row);
        }
    }

    /// Empties the chosen cells, as one step.
    void empty() {
        List<Edit> edits = getSelectionModel().getSelectedCells().stream()
                .filter(at -> at.getColumn() >= 1 && at.getColumn() <= table.columns().size() && at.getRow() < table.rows())
                .<Edit>map(at -> new TableEdit.SetCell(table.id(), table.columns().get(at.getColumn() - 1).id(), at.getRow(), "")).toList();
        if (edits.size() == 1) {
            session.perform(edits.getFirst());
        } else if (!edits.isEmpty()) {
            session.perform(new StudyEdit.Together(Phrase.of("Empty %,d cells", edits.size()), edits));
        }
    }

    /// One cell: shows the study's text, becomes a field while it is edited.
    private final class MeasurementCell extends TableCell<Integer, Integer> {
        private final int columnId;
        private final InvalidationListener listener = whenShown(() -> updateItem(getItem(), isEmpty()));
        private TextField field;
        private int editedRow;

        MeasurementCell(int columnId) {
            this.columnId = columnId;
        }

        @Override
        protected void updateItem(Integer row, boolean empty) {
            super.updateItem(row, empty);
            shown.get();
            if (field != null && isEditing()) {
                return;
            }
            setGraphic(null);
            if (empty || row == null || table.columns().stream().noneMatch(column -> column.id() == columnId)) {
                setText(null);
                pseudoClassStateChanged(NEEDS_LOOK, false);
                return;
            }
            Column column = table.column(columnId);
            setText(column.shown(row, table.mark()));
            boolean noResult = column.isDerived() && column.kind() == Kind.NUMBER && column.cells().cell(row) instanceof Cell.Text;
            setTooltip(noResult ? new Tooltip("No result: " + column.cells().cell(row).exactText()) : null);
            setAlignment(column.kind() == Kind.NUMBER ? Pos.CENTER_RIGHT : Pos.CENTER_LEFT);
            boolean odd = column.kind() != Kind.TEXT && column.cells().cell(row) instanceof Cell.Text;
            pseudoClassStateChanged(NEEDS_LOOK, odd && !table.setAside().has(row));
        }

        @Override
        public void startEdit() {
            if (getTableColumn() != null && typedFirst == null
                    && refusesTyping(getTableView().getColumns().indexOf(getTableColumn()) - 1)) {
                return;
            }
            super.startEdit();
            if (!isEditing()) {
                return;
            }
            int row = getItem();
            editedRow = row;
            field = new TextField(typedFirst == null ? table.column(columnId).exact(row, table.mark()) : typedFirst);
            field.setAccessibleText("Row " + (row + 1) + ", " + table.column(columnId).name());
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
            if (typedFirst == null) {
                field.selectAll();
            } else {
                field.end();
            }
            field.textProperty().subscribe(text -> session.expect(change(text)));
        }

        private Edit change(String text) {
            return new TableEdit.SetCell(table.id(), columnId, editedRow, text);
        }

        private void pressed(KeyEvent event) {
            if (event.getCode() == KeyCode.ESCAPE) {
                field = null;
                cancelEdit();
                session.expectNothing();
                MeasurementGrid.this.requestFocus();
                event.consume();
            } else if (event.getCode() == KeyCode.ENTER || event.getCode() == KeyCode.TAB) {
                int row = editedRow;
                int column = getTableView().getColumns().indexOf(getTableColumn());
                enter();
                MeasurementGrid.this.requestFocus();
                if (event.getCode() == KeyCode.ENTER) {
                    go(row, column);
                    MeasurementGrid.this.enter(event.isShiftDown());
                } else if (!tab(row, column, event.isShiftDown())) {
                    go(row, column);
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
            session.perform(change(text));
        }

        @Override
        public void cancelEdit() {
            super.cancelEdit();
            updateItem(getItem(), isEmpty());
        }
    }
}
