package helvo.desktop.measurements;

import static helvo.desktop.controls.Controls.menuItem;
import static helvo.desktop.controls.Controls.setShown;

import helvo.core.quality.Problems;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Column;
import helvo.core.table.DerivedTable;
import helvo.core.table.Table;
import helvo.desktop.controls.AddButton;
import helvo.desktop.controls.Tabs;
import helvo.desktop.controls.WrappedLabel;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panels;
import helvo.desktop.workspace.Copying;
import helvo.desktop.workspace.Importer;
import helvo.desktop.workspace.SystemClipboard;
import helvo.desktop.workspace.Workspace;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/// Measurements: the tables, and the cells that need a look.
public final class MeasurementsPane extends VBox {
    private final Workspace workspace;
    private final Importer importer;
    private final Copying copying;
    private final Tabs tabs;
    private final LayoutStrip layout;
    private final MeasurementGrid grid;
    private final DataIssuesPane issues;
    private final FilterLine filter;
    private final SeveralYNotice severalY;
    private final Panels panels;
    private final Label hint = new WrappedLabel();

    public MeasurementsPane(Workspace workspace, Importer importer, Copying copying, Panels panels) {
        this.workspace = workspace;
        this.importer = importer;
        this.copying = copying;
        this.panels = panels;
        getStyleClass().addAll("side", "measurements");
        var heading = new Label("Measurements");
        heading.getStyleClass().add("region-heading");
        hint.setText("Click a heading to type its name and unit, then pairs: Tab to the right, Enter to the next row.");
        tabs = new Tabs(
                        "table-",
                        place -> workspace.show(
                                workspace.study().tables().get(place).id()))
                .renaming((name, place) -> workspace.perform(new StudyEdit.RenameTable(
                        workspace.study().tables().get(place).id(), name)))
                .ending(add());
        layout = new LayoutStrip(workspace, importer);
        layout.setMaxWidth(Double.MAX_VALUE);
        severalY = new SeveralYNotice(
                workspace, () -> panels.of(RepeatsPanel.class).show(Optional.empty()));
        filter = new FilterLine(() -> panels.show(FilterPanel.class));
        grid = new MeasurementGrid(workspace, importer, new RoleTag.Asked() {
            @Override
            public void formula(Column column) {
                showFormula(Optional.of(column));
            }

            @Override
            public void repeats(Column column) {
                panels.of(RepeatsPanel.class).show(Optional.of(column));
            }

            @Override
            public void unit(Column column) {
                panels.of(ConvertPanel.class).show(Optional.of(column));
            }
        });
        issues = new DataIssuesPane(workspace, importer, grid);
        hint.getStyleClass().addAll("muted", "first-hint");
        VBox.setVgrow(grid, Priority.ALWAYS);
        grid.setContextMenu(menu());
        getChildren().addAll(heading, tabs, layout, severalY, filter, grid, hint, issues);
        workspace.history().subscribe(this::update);
        workspace.tableId().subscribe(_ -> update());
        workspace.analysis().subscribe(_ -> problems());
        workspace
                .revealed()
                .subscribe(row -> row.ifPresent(at -> workspace
                        .table()
                        .ifPresent(table -> grid.choose(at, table.columns().getFirst()))));
    }

    private void showFormula(Optional<Column> column) {
        panels.of(DerivePanel.class).show(column);
    }

    /// Over the chosen cells while the table has the focus, else as a table of its own.
    public void paste() {
        if (grid.editor().isOpen()) {
            grid.editor().field().paste();
        } else if (grid.isFocused()) {
            grid.paste();
        } else {
            importer.pasteTable();
        }
    }

    /// What can be done with tables by name.
    public void addTo(Commands commands) {
        commands.add(
                "Use other data for this table …",
                "",
                () -> workspace.table().filter(table -> !table.isBlank()).isPresent(),
                importer::useOtherData);
        commands.add("Follow the file of this table", "", () -> hasFile(false), () -> follow(true));
        commands.add("No longer follow the file of this table", "", () -> hasFile(true), () -> follow(false));
        commands.add("Paste as a new table", "Shortcut+Shift+V", () -> true, importer::pasteTable);
        commands.add(
                "Change the heading of the chosen column: name and unit",
                "Shift+F2",
                () -> grid.chosenColumn().isPresent(),
                this::editHeading);
        commands.add(
                "Copy the chosen cells with their headings",
                "Shortcut+Alt+C",
                this::hasTable,
                () -> SystemClipboard.copyText(grid.copied(true)));
        commands.add("Copy the table with its headings", "", this::hasTable, copying::table);
        commands.add("Insert a row before the chosen one", "Shortcut+I", this::hasTable, this::insertRow);
        commands.add("Remove the chosen rows", "Shortcut+Delete", this::hasTable, this::removeRows);
        commands.add("Sort the rows by the chosen column, rising", "", this::hasTable, () -> sort(true));
        commands.add("Sort the rows by the chosen column, falling", "", this::hasTable, () -> sort(false));
        commands.addOfFigure(
                "Go to what needs a look", "Shortcut+2", () -> firstIssue().isPresent(), () -> firstIssue()
                        .ifPresent(Node::requestFocus));
        commands.add(
                "Role, kind and format of the chosen column",
                "Shortcut+Shift+K",
                () -> chosenTag().isPresent(),
                () -> chosenTag().ifPresent(tag -> {
                    tag.requestFocus();
                    tag.show();
                }));
        commands.add("Move the chosen rows up", "Alt+Up", this::hasTable, () -> moveRows(-1));
        commands.add("Move the chosen rows down", "Alt+Down", this::hasTable, () -> moveRows(1));
        commands.add("Move the chosen column left", "Alt+Left", this::hasTable, () -> moveColumn(-1));
        commands.add("Move the chosen column right", "Alt+Right", this::hasTable, () -> moveColumn(1));
        commands.add(
                "One row for each value of a wide table, as another table",
                "",
                this::hasTable,
                () -> turn(DerivedTable.Form.ONE_ROW_EACH));
        commands.add(
                "Turn rows into columns, as another table",
                "",
                this::hasTable,
                () -> turn(DerivedTable.Form.ROWS_TO_COLUMNS));
        commands.add("Add a column", "", this::hasTable, this::addColumn);
        commands.add("Remove the chosen column", "", this::hasTable, this::removeColumn);
        commands.add(
                "Exclude the chosen rows, or include them again", "Shortcut+D", this::hasTable, this::toggleExcluded);
        commands.add(
                "Show the next table",
                "Shortcut+Page Up",
                () -> workspace.study().tables().size() > 1,
                this::next);
        commands.add("An empty table to type into", "", () -> true, this::addTable);
        commands.add("Another name for this table", "", this::hasTable, this::rename);
        commands.add("Remove this table from the study", "", this::hasTable, this::removeTable);
    }

    private boolean hasTable() {
        return workspace.table().isPresent();
    }

    private void next() {
        List<Table> tables = workspace.study().tables();
        workspace
                .table()
                .ifPresent(table -> workspace.show(
                        tables.get((tables.indexOf(table) + 1) % tables.size()).id()));
    }

    /// More tables.
    private AddButton add() {
        return new AddButton("table-add", "Another table")
                .with("table-open", "Open a table …", importer::open)
                .with("table-paste", "Paste as a new table", importer::pasteTable)
                .with("table-new", "An empty table", this::addTable)
                .with("table-rename", "Another name for this table", this::rename)
                .with("table-remove", "Remove this table", this::removeTable);
    }

    /// An empty table to type into.
    void addTable() {
        Study study = workspace.study();
        Table empty = Study.blank().tables().getFirst();
        workspace.perform(StudyEdit.AddTable.to(study, empty.withName("Table " + study.nextTableId())));
    }

    /// Types the name of the table in view on its tab.
    void rename() {
        workspace
                .table()
                .ifPresent(table -> tabs.edit(workspace.study().tables().indexOf(table)));
    }

    void removeTable() {
        workspace.table().ifPresent(table -> workspace.perform(new StudyEdit.RemoveTable(table.id())));
    }

    public MeasurementGrid grid() {
        return grid;
    }

    /// Excludes the chosen rows, or includes them again when all of them are excluded.
    void toggleExcluded() {
        workspace.table().ifPresent(table -> {
            List<Integer> rows = grid.chosenRows();
            if (rows.isEmpty()) {
                workspace.messages().show("Choose a cell in each row to exclude first.");
            } else if (rows.stream().allMatch(table.excluded()::has)) {
                workspace.perform(new TableEdit.IncludeRows(table.id(), rows));
            } else {
                workspace.perform(new TableEdit.ExcludeRows(table.id(), rows, "by hand"));
            }
        });
    }

    /// The first choice in Needs a look.
    Optional<Node> firstIssue() {
        return Optional.ofNullable(issues.lookup(".look-choice"));
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
        workspace
                .table()
                .ifPresent(table -> workspace.perform(new TableEdit.InsertRows(
                        table.id(), Math.min(grid.place().getRow(), table.rows()), 1)));
    }

    void removeRows() {
        workspace
                .table()
                .filter(_ -> !grid.chosenRows().isEmpty())
                .ifPresent(table -> workspace.perform(new TableEdit.RemoveRows(table.id(), grid.chosenRows())));
    }

    void sort(boolean rising) {
        workspace.table().ifPresent(table -> grid.chosenColumn()
                .ifPresent(column -> workspace.perform(new TableEdit.Sort(table.id(), column.id(), rising))));
    }

    /// The table in another shape, as another table that follows it.
    private void turn(DerivedTable.Form form) {
        workspace.table().ifPresent(table -> importer.turn(table, form));
    }

    /// Moves the chosen rows.
    ///
    /// @param by places down
    void moveRows(int by) {
        workspace
                .table()
                .filter(table -> table.summary().isEmpty() && !grid.chosenRows().isEmpty())
                .ifPresent(table -> {
                    List<Integer> rows = grid.chosenRows();
                    int first = rows.getFirst();
                    int column = Math.min(
                            grid.place().getColumn() - 1, table.columns().size() - 1);
                    workspace.perform(new TableEdit.MoveRows(table.id(), first, rows.getLast() - first + 1, by));
                    grid.choose(
                            Math.clamp((long) first + by, 0, table.rows() - 1),
                            workspace.table().orElseThrow().columns().get(column));
                });
    }

    /// Moves the chosen column.
    ///
    /// @param by places to the right
    void moveColumn(int by) {
        workspace.table().ifPresent(table -> grid.chosenColumn().ifPresent(column -> {
            int row = grid.place().getRow();
            workspace.perform(new ColumnEdit.MoveColumn(
                    table.id(), column.id(), table.columns().indexOf(column) + by));
            grid.choose(row, workspace.table().orElseThrow().column(column.id()));
        }));
    }

    void addColumn() {
        workspace.table().ifPresent(table -> workspace.perform(new ColumnEdit.AddColumn(table.id())));
    }

    void removeColumn() {
        workspace.table().filter(table -> table.columns().size() > 1).ifPresent(table -> grid.chosenColumn()
                .ifPresent(column -> workspace.perform(new ColumnEdit.RemoveColumn(table.id(), column.id()))));
    }

    private ContextMenu menu() {
        MenuItem aside = menuItem("Exclude row", this::toggleExcluded);
        var menu = new ContextMenu(
                menuItem("Cut", grid::cut),
                menuItem("Copy", () -> SystemClipboard.copyText(grid.copied(false))),
                menuItem("Copy with headings", () -> SystemClipboard.copyText(grid.copied(true))),
                menuItem("Paste", grid::paste),
                new SeparatorMenuItem(),
                menuItem("Change the heading", this::editHeading),
                aside,
                menuItem("Insert a row before this", this::insertRow),
                menuItem("Remove rows", this::removeRows),
                menuItem("Move rows up", () -> moveRows(-1)),
                menuItem("Move rows down", () -> moveRows(1)),
                new SeparatorMenuItem(),
                menuItem("Sort rows by this column, rising", () -> sort(true)),
                menuItem("Sort rows by this column, falling", () -> sort(false)),
                menuItem("Fill a regular series …", () -> panels.show(FillPanel.class)),
                new SeparatorMenuItem(),
                menuItem("A column by formula …", () -> showFormula(Optional.empty())),
                menuItem("Averages of repeats …", () -> panels.show(SummaryPanel.class)),
                menuItem("Repeats in several columns …", () -> panels.of(RepeatsPanel.class)
                        .show(grid.chosenColumn())),
                menuItem("One row for each value", () -> turn(DerivedTable.Form.ONE_ROW_EACH)),
                menuItem("Turn rows into columns", () -> turn(DerivedTable.Form.ROWS_TO_COLUMNS)),
                menuItem("A set of values …", () -> panels.show(ValueSetPanel.class)),
                menuItem("Only these rows …", () -> panels.show(FilterPanel.class)),
                new SeparatorMenuItem(),
                menuItem("Add a column", this::addColumn),
                menuItem("Move this column left", () -> moveColumn(-1)),
                menuItem("Move this column right", () -> moveColumn(1)),
                menuItem("Remove this column", this::removeColumn));
        menu.setOnShowing(_ -> workspace.table().ifPresent(table -> {
            boolean back =
                    !grid.chosenRows().isEmpty() && grid.chosenRows().stream().allMatch(table.excluded()::has);
            aside.setText(
                    back
                            ? "Include row (excluded: "
                                    + table.excluded()
                                            .reasons()
                                            .get(grid.chosenRows().getFirst()) + ")"
                            : "Exclude row");
        }));
        return menu;
    }

    private void update() {
        List<Table> tables = workspace.study().tables();
        workspace.table().ifPresent(table -> {
            tabs.show(tables.stream().map(Table::name).toList(), tables.indexOf(table));
            layout.show(table);
            severalY.show(table, workspace.history().get());
            filter.show(table, workspace.figureInView().orElseThrow());
            grid.show(table);
            setShown(hint, table.isBlank());
        });
        problems();
    }

    private void problems() {
        workspace
                .table()
                .ifPresent(table -> issues.show(
                        table, workspace.analysis().get().problems().getOrDefault(table.id(), Problems.NONE)));
    }

    private boolean hasFile(boolean followed) {
        return workspace
                .table()
                .filter(table -> table.source().isPresent() && table.followsFile() == followed)
                .isPresent();
    }

    private void follow(boolean follows) {
        workspace.table().ifPresent(table -> workspace.perform(new StudyEdit.Follow(table.id(), follows)));
    }
}
