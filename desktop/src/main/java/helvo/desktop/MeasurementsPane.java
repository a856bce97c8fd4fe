package helvo.desktop;

import helvo.core.study.ColumnEdit;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Column;
import helvo.core.table.Problems;
import helvo.core.table.Table;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.input.Clipboard;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/// Measurements: the tables, and the cells that need a look.
final class MeasurementsPane extends VBox {
    private final Session session;
    private final Tabs tabs;
    private final LayoutStrip layout;
    private final MeasurementGrid grid;
    private final NeedsALook look;
    private final FilterLine filter;
    private final Asks asks;
    private final Label hint = new Sentences();

    /// Panels that the table opens.
    ///
    /// @param open    for tables to open
    /// @param series  for a regular series
    /// @param formula for another formula of a derived column; empty for a new column
    /// @param filter  for the rows to use
    /// @param summary for averages of repeats
    /// @param set     for a set of values
    record Asks(Runnable open, Runnable series, Consumer<Optional<Column>> formula, Runnable filter, Runnable summary, Runnable set) {}

    MeasurementsPane(Session session, Asks asks) {
        this.session = session;
        this.asks = asks;
        getStyleClass().addAll("side", "measurements");
        var heading = new Label("Measurements");
        heading.getStyleClass().add("region-heading");
        hint.setText("Click a heading to type its name and unit, then pairs: Tab to the right, Enter to the next row.");
        tabs = new Tabs("table-", place -> session.show(session.study().tables().get(place).id()))
                .renaming((name, place) -> session.perform(new StudyEdit.RenameTable(session.study().tables().get(place).id(), name)))
                .ending(add());
        layout = new LayoutStrip(session);
        layout.setMaxWidth(Double.MAX_VALUE);
        filter = new FilterLine(asks.filter());
        grid = new MeasurementGrid(session, column -> asks.formula().accept(Optional.of(column)));
        look = new NeedsALook(session, grid);
        hint.getStyleClass().addAll("muted", "first-hint");
        VBox.setVgrow(grid, Priority.ALWAYS);
        grid.setContextMenu(menu());
        getChildren().addAll(heading, tabs, layout, filter, grid, hint, look);
        session.history().subscribe(this::update);
        session.tableId().subscribe(_ -> update());
        session.analysis().subscribe(_ -> problems());
    }

    /// More tables.
    private AddButton add() {
        return new AddButton("table-add", "Another table").with("table-open", "Open a table …", asks.open())
                .with("table-paste", "Paste as a new table", () -> session.pasteTable(Clipboard.getSystemClipboard().getString()))
                .with("table-new", "An empty table", this::addTable)
                .with("table-rename", "Another name for this table", this::rename)
                        .with("table-remove", "Remove this table", this::removeTable);
    }

    /// An empty table to type into.
    void addTable() {
        Study study = session.study();
        Table empty = Study.blank().tables().getFirst();
        session.perform(StudyEdit.AddTable.to(study, empty.withName("Table " + study.nextTableId())));
    }

    /// Types the name of the table in view on its tab.
    void rename() {
        session.table().ifPresent(table -> tabs.edit(session.study().tables().indexOf(table)));
    }

    void removeTable() {
        session.table().ifPresent(table -> session.perform(new StudyEdit.RemoveTable(table.id())));
    }

    MeasurementGrid grid() {
        return grid;
    }

    /// Sets the chosen rows aside, or brings them back when all of them are set aside.
    void toggleSetAside() {
        session.table().ifPresent(table -> {
            List<Integer> rows = grid.chosenRows();
            if (rows.isEmpty()) {
                session.say("Choose a cell in each row to set aside first.", false);
            } else if (rows.stream().allMatch(table.setAside()::has)) {
                session.perform(new TableEdit.BringRowsBack(table.id(), rows));
            } else {
                session.perform(new TableEdit.SetRowsAside(table.id(), rows, "by hand"));
            }
        });
    }

    /// The first choice in Needs a look.
    Optional<Node> firstLook() {
        return Optional.ofNullable(look.lookup(".look-choice"));
    }

    /// The tag over the chosen column.
    Optional<MenuButton> chosenTag() {
        return grid.chosenColumn().map(column -> (MenuButton) grid.lookup("#role-" + column.id()));
    }

    /// Types the heading of the chosen column where it stands.
    void editHeading() {
        grid.chosenColumn().ifPresent(grid::editHeading);
    }

    void insertRow() {
        session.table().ifPresent(table -> session.perform(new TableEdit.InsertRows(table.id(),
                Math.min(grid.place().getRow(), table.rows()), 1)));
    }

    void removeRows() {
        session.table().filter(_ -> !grid.chosenRows().isEmpty())
                .ifPresent(table -> session.perform(new TableEdit.RemoveRows(table.id(), grid.chosenRows())));
    }

    void sort(boolean rising) {
        session.table().ifPresent(table -> grid.chosenColumn()
                .ifPresent(column -> session.perform(new TableEdit.Sort(table.id(), column.id(), rising))));
    }

    /// Moves the chosen rows.
    ///
    /// @param by places down
    void moveRows(int by) {
        session.table().filter(table -> table.summary().isEmpty() && !grid.chosenRows().isEmpty()).ifPresent(table -> {
            List<Integer> rows = grid.chosenRows();
            int first = rows.getFirst();
            int column = Math.min(grid.place().getColumn() - 1, table.columns().size() - 1);
            session.perform(new TableEdit.MoveRows(table.id(), first, rows.getLast() - first + 1, by));
            grid.choose(Math.clamp((long) first + by, 0, table.rows() - 1), session.table().orElseThrow().columns().get(column));
        });
    }

    /// Moves the chosen column.
    ///
    /// @param by places to the right
    void moveColumn(int by) {
        session.table().ifPresent(table -> grid.chosenColumn().ifPresent(column -> {
            int row = grid.place().getRow();
            session.perform(new ColumnEdit.MoveColumn(table.id(), column.id(), table.columns().indexOf(column) + by));
            grid.choose(row, session.table().orElseThrow().column(column.id()));
        }));
    }

    void addColumn() {
        session.table().ifPresent(table -> session.perform(new ColumnEdit.AddColumn(table.id())));
    }

    void removeColumn() {
        session.table().filter(table -> table.columns().size() > 1).ifPresent(table -> grid.chosenColumn()
                .ifPresent(column -> session.perform(new ColumnEdit.RemoveColumn(table.id(), column.id()))));
    }

    private ContextMenu menu() {
        MenuItem aside = item("Set row aside", this::toggleSetAside);
        var menu = new ContextMenu(item("Cut", grid::cut), item("Copy", () -> session.copy(grid.copied(false))),
                item("Copy with headings", () -> session.copy(grid.copied(true))),
                item("Paste", () -> session.pasteOver(Clipboard.getSystemClipboard().getString(), grid.place().getRow(),
                        grid.place().getColumn() - 1)), new SeparatorMenuItem(),
                item("Change the heading", this::editHeading), aside, item("Insert a row before this", this::insertRow),
                        item("Remove rows", this::removeRows),
                item("Move rows up", () -> moveRows(-1)), item("Move rows down", () -> moveRows(1)), new SeparatorMenuItem(),
                item("Sort rows by this column, rising", () -> sort(true)), item("Sort rows by this column, falling", () -> sort(false)),
                item("Fill a regular series …", asks.series()), new SeparatorMenuItem(),
                item("A column by formula …", () -> asks.formula().accept(Optional.empty())), item("Averages of repeats …", asks.summary()),
                item("A set of values …", asks.set()), item("Only these rows …", asks.filter()), new SeparatorMenuItem(),
                        item("Add a column", this::addColumn),
                item("Move this column left", () -> moveColumn(-1)), item("Move this column right", () -> moveColumn(1)),
                        item("Remove this column", this::removeColumn));
        menu.setOnShowing(_ -> session.table().ifPresent(table -> {
            boolean back = !grid.chosenRows().isEmpty() && grid.chosenRows().stream().allMatch(table.setAside()::has);
            aside.setText(back ? "Bring row back (set aside: " + table.setAside().reasons().get(grid.chosenRows().getFirst()) + ")"
                    : "Set row aside");
        }));
        return menu;
    }

    private static MenuItem item(String text, Runnable action) {
        var item = new MenuItem(text);
        item.setOnAction(_ -> action.run());
        return item;
    }

    private void update() {
        List<Table> tables = session.study().tables();
        session.table().ifPresent(table -> {
            tabs.show(tables.stream().map(Table::name).toList(), tables.indexOf(table));
            layout.show(table);
            filter.show(table, session.figureInView().orElseThrow());
            grid.show(table);
            hint.setVisible(table.isBlank());
            hint.setManaged(table.isBlank());
        });
        problems();
    }

    private void problems() {
        session.table().ifPresent(table -> look.show(table, session.analysis().get().problems().getOrDefault(table.id(), Problems.NONE)));
    }
}
