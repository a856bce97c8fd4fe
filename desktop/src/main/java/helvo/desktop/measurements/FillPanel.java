package helvo.desktop.measurements;

import static helvo.desktop.controls.Controls.field;
import static helvo.desktop.controls.Controls.mainButton;

import helvo.core.number.NumberText;
import helvo.core.study.ColumnEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Column;
import helvo.core.table.Table;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.workspace.Workspace;
import java.util.Optional;
import java.util.OptionalDouble;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;

/// Fills a column from the chosen cell on with a regular series: first value and step, and either the last value or
/// how many.
public final class FillPanel extends Panel {
    private final MeasurementGrid grid;
    private final TextField first = field("series-first", "First value", 8);
    private final TextField step = field("series-step", "Step", 8);
    private final TextField last = field("series-last", "Last value", 8);
    private final TextField count = field("series-count", "How many values", 8);

    public FillPanel(Workspace workspace, Panels panels, MeasurementGrid grid) {
        super(workspace, panels, "series", "", 340);
        this.grid = grid;
        var fields = new GridPane(8, 8);
        fields.addRow(0, new Label("First value"), first);
        fields.addRow(1, new Label("Step"), step);
        fields.addRow(2, new Label("Last value"), last);
        fields.addRow(3, new Label("or how many"), count);
        for (TextField each : new TextField[] {first, step, last, count}) {
            each.setOnAction(_ -> fill());
        }
        getChildren().addAll(heading, fields, wrong, mainButton("series-fill", "Fill", this::fill));
    }

    /// What it does by name, for the finder and for keys.
    public static void addTo(Commands commands, Workspace workspace, Panels panels) {
        commands.add(
                "Fill a regular series …",
                "Shortcut+E",
                () -> workspace.table().isPresent(),
                () -> panels.show(FillPanel.class));
    }

    /// Takes first value and step from the chosen cell and the one below, where they hold numbers.
    @Override
    protected void begin() {
        clearError();
        last.clear();
        count.clear();
        Optional<Column> column = grid.chosenColumn();
        heading.setText("Fill " + column.map(Column::name).orElse("a new column") + " from row "
                + (grid.place().getRow() + 1) + " on");
        int row = grid.place().getRow();
        double a = column.map(c -> c.cells().number(row)).orElse(Double.NaN);
        double b = column.map(c -> c.cells().number(row + 1)).orElse(Double.NaN);
        first.setText(Double.isNaN(a) ? "0" : shown(a));
        step.setText(Double.isNaN(b) || Double.isNaN(a) ? "1" : shown(NumberText.difference(b, a)));
        first.requestFocus();
    }

    private void fill() {
        OptionalDouble from = number(first);
        OptionalDouble by = number(step);
        if (from.isEmpty() || by.isEmpty()) {
            showError("First value and step must be numbers.");
            return;
        }
        double values = count.getText().isBlank()
                ? Math.floor((number(last).orElse(Double.NaN) - from.getAsDouble()) / by.getAsDouble() + 1e-9) + 1
                : number(count).orElse(Double.NaN);
        if (!(values >= 1 && values <= TableEdit.FillSeries.MAX && values == Math.rint(values))) {
            showError(
                    "Give a last value that the steps reach, or how many values: a whole number from 1 to 1,000,000.");
            return;
        }
        Table table = workspace.table().orElseThrow();
        if (grid.chosenColumn().isEmpty()) {
            workspace.perform(new ColumnEdit.AddColumn(table.id()));
        }
        int column = grid.chosenColumn()
                .orElseGet(() -> workspace.table().orElseThrow().columns().getLast())
                .id();
        workspace.perform(new TableEdit.FillSeries(
                table.id(), column, grid.place().getRow(), from.getAsDouble(), by.getAsDouble(), (int) values));
        close();
    }

    private String shown(double value) {
        return NumberText.shortest(value)
                .replace('.', workspace.table().orElseThrow().decimalMark().sign());
    }

    private OptionalDouble number(TextField field) {
        return NumberText.number(
                field.getText(), workspace.table().orElseThrow().decimalMark());
    }
}
