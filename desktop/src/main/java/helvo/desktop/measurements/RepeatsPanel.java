package helvo.desktop.measurements;

import static helvo.desktop.controls.Controls.mainButton;
import static helvo.desktop.controls.Controls.muted;
import static helvo.desktop.controls.Controls.strong;

import helvo.core.derive.Derivations;
import helvo.core.derive.Reshaping;
import helvo.core.study.ColumnEdit;
import helvo.core.study.StudyEdit;
import helvo.core.table.Column;
import helvo.core.table.Derivation;
import helvo.core.table.DerivedTable;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Statistic;
import helvo.core.table.Table;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.workspace.Workspace;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.RadioButton;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/// Takes columns that repeat one quantity as one y: their mean with its spread as error bars, or all their points.
public final class RepeatsPanel extends Panel {
    private final ColumnBoxes columns = new ColumnBoxes("repeats-of-", this::suggest);
    private final TextField name = new TextField();
    private final ToggleGroup ways = new ToggleGroup();
    private final Label gives = muted("");
    private Table table;
    private Optional<Column> chosen = Optional.empty();

    /// @param spread of the mean; empty for all points
    private record Way(String words, Optional<Statistic> spread) {}

    @SuppressWarnings("NullAway.Init") // set before it is read
    public RepeatsPanel(Workspace workspace, Panels panels) {
        super(workspace, panels, "repeats", "Repeats of one quantity", 420);
        name.setId("repeats-name");
        name.setAccessibleText("Name of the quantity, with its unit");
        name.setOnAction(_ -> make());
        HBox.setHgrow(name, Priority.ALWAYS);
        var called = new HBox(8, new Label("Quantity (unit)"), name);
        called.setAlignment(Pos.CENTER_LEFT);
        var choices = new VBox(6);
        for (Way way : List.of(
                new Way("Mean ± standard deviation", Optional.of(Statistic.STANDARD_DEVIATION)),
                new Way("Mean ± standard error of the mean", Optional.of(Statistic.STANDARD_ERROR)),
                new Way("Mean ± half of the range", Optional.of(Statistic.HALF_RANGE)),
                new Way("All points, in a table with a row for each", Optional.empty()))) {
            var choice = new RadioButton(way.words);
            choice.setId("repeats-as-"
                    + way.spread
                            .map(spread ->
                                    spread.name().toLowerCase(Locale.ROOT).replace('_', '-'))
                            .orElse("points"));
            choice.setUserData(way);
            choice.setToggleGroup(ways);
            choices.getChildren().add(choice);
        }
        ways.getToggles().getFirst().setSelected(true);
        ways.selectedToggleProperty().subscribe(_ -> update());
        name.textProperty().subscribe(_ -> update());
        getChildren()
                .addAll(
                        heading,
                        strong("Columns that repeat it"),
                        columns,
                        called,
                        strong("As y"),
                        choices,
                        gives,
                        wrong,
                        mainButton("repeats-make", "Use as y", this::make));
    }

    /// What it does by name, for the finder and for keys.
    public static void addTo(Commands commands, Workspace workspace, Panels panels, MeasurementGrid grid) {
        commands.add(
                "Repeats in several columns: mean and spread, or all points …",
                "",
                () -> workspace.table().isPresent(),
                () -> panels.of(RepeatsPanel.class).show(grid.chosenColumn()));
    }

    /// Asks for the repeats of what a column measures.
    void show(Optional<Column> column) {
        chosen = column;
        panels.show(this);
    }

    @Override
    protected void begin() {
        table = workspace.table().orElseThrow();
        clearError();
        List<Column> numbers = table.columns().stream()
                .filter(column -> column.kind() == Kind.NUMBER
                        && column.role() != Role.X
                        && !column.role().isBar()
                        && !(column.derivation().orElse(null) instanceof Derivation.RowStatistic))
                .toList();
        List<Column> repeats = chosen.filter(numbers::contains)
                .or(() -> table.first(Role.Y).filter(numbers::contains))
                .map(column -> Reshaping.repeatsOf(column, table))
                .orElse(List.of());
        columns.fill(numbers);
        repeats.forEach(column -> columns.tick(column, true));
        suggest();
        columns.getChildren().stream().findFirst().ifPresentOrElse(this::focus, () -> focus(name));
    }

    private List<Column> sources() {
        return columns.ticked().stream().map(table::column).toList();
    }

    /// The name that the columns have in common; one that a person wrote stays where they have none.
    private void suggest() {
        Reshaping.quantityOf(sources()).map(this::free).map(Heading::text).ifPresent(name::setText);
        update();
    }

    private Heading free(Heading heading) {
        return table.columns().stream().anyMatch(column -> column.name().equalsIgnoreCase(heading.name()))
                ? Statistic.MEAN.heading(heading)
                : heading;
    }

    private Way way() {
        return (Way) ways.getSelectedToggle().getUserData();
    }

    private void update() {
        clearError();
        boolean areEnough = table != null && columns.ticked().size() > 1;
        name.setDisable(way().spread.isEmpty());
        gives.setText(areEnough ? preview() : "");
    }

    /// What the first row gives.
    private String preview() {
        if (way().spread.isEmpty()) {
            return "Gives a table of " + table.rows() * columns.ticked().size() + " rows that follows this one.";
        }
        ColumnEdit.AverageRepeats edit = edit(way().spread.get());
        Table after = Derivations.refreshed(table, edit.change(table));
        int mean = table.nextColumnId();
        return table.rows() == 0
                ? ""
                : "Row 1: "
                        + sources().stream()
                                .map(column -> column.shown(0, table.decimalMark()))
                                .collect(Collectors.joining(", "))
                        + " gives " + after.column(mean).shown(0, table.decimalMark()) + " ± "
                        + after.column(mean + 1).shown(0, table.decimalMark());
    }

    private ColumnEdit.AverageRepeats edit(Statistic spread) {
        return new ColumnEdit.AverageRepeats(table.id(), columns.ticked(), Heading.of(name.getText()), spread);
    }

    private void make() {
        List<String> units = sources().stream().map(Column::unit).distinct().toList();
        if (columns.ticked().size() < 2) {
            showError("Select the columns that repeat one quantity, two at least.");
        } else if (units.size() > 1) {
            showError("These columns are in different units, and so do not repeat one quantity.");
        } else if (way().spread.isEmpty()) {
            workspace.perform(new StudyEdit.Reshape(
                    table.id(), table.name() + ", all points", DerivedTable.Form.ONE_ROW_EACH, columns.ticked()));
            close();
        } else if (name.getText().isBlank()) {
            showError("Give the quantity a name, such as Absorbance (AU).");
            focus(name);
        } else if (table.columns().stream().anyMatch(column -> column.name()
                .equalsIgnoreCase(Heading.of(name.getText()).name()))) {
            showError("There is a column of that name: give the quantity another one.");
            focus(name);
        } else {
            workspace.perform(edit(way().spread.get()));
            close();
        }
    }
}
