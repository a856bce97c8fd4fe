package helvo.desktop.measurements;

import static helvo.desktop.controls.Controls.field;
import static helvo.desktop.controls.Controls.mainButton;
import static helvo.desktop.controls.Controls.muted;
import static helvo.desktop.controls.Controls.setShown;

import helvo.core.study.ColumnConversion;
import helvo.core.study.ColumnConversion.Planned;
import helvo.core.study.StudyEdit;
import helvo.core.style.SymbolNames;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.core.table.Table;
import helvo.core.unit.CommonUnits;
import helvo.core.unit.Conversion;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.workspace.Workspace;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/// Converts a column into another unit: each that is common for its quantity stands with the first three values in
/// it, and any other can be typed.
public final class ConvertPanel extends Panel {
    private static final int PREVIEWED = 3;
    private static final double ROW = 26;
    private static final int MOST_ROWS = 9;

    private final ListView<String> units = new ListView<>();
    private final TextField unit = field("convert-unit", "Unit to convert into", 10);
    private final Label preview = muted("");
    private final Label warning = new Label();
    private Optional<Column> chosen = Optional.empty();
    private final MeasurementGrid grid;

    public ConvertPanel(Workspace workspace, Panels panels, MeasurementGrid grid) {
        super(workspace, panels, "convert", "", 440);
        this.grid = grid;
        units.setId("convert-units");
        units.setFixedCellSize(ROW);
        units.setAccessibleText("Units of the same quantity, with the first values in each");
        units.setCellFactory(_ -> new UnitCell());
        units.getSelectionModel().selectedItemProperty().subscribe(each -> {
            if (each != null && !each.equals(unit.getText())) {
                unit.setText(each);
            }
        });
        units.setOnMouseClicked(event -> {
            if (event.getClickCount() == 2) {
                convert();
            }
        });
        units.addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.ENTER) {
                event.consume();
                convert();
            }
        });
        unit.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        unit.setOnAction(_ -> convert());
        unit.textProperty().subscribe(_ -> update());
        warning.setWrapText(true);
        warning.setId("convert-warning");
        warning.getStyleClass().add("wrong-sentence");
        var line = new HBox(8, new Label("Unit"), unit);
        line.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
        getChildren()
                .addAll(
                        heading,
                        units,
                        line,
                        preview,
                        warning,
                        wrong,
                        muted("Bars, limits, conditions, readings and titles follow; columns by formula keep their "
                                + "values."),
                        mainButton("convert-do", "Convert", this::convert));
    }

    /// What it does by name, for the finder and for keys.
    public static void addTo(Commands commands, Panels panels, MeasurementGrid grid) {
        commands.add(
                "Convert the chosen column to another unit …",
                "",
                () -> grid.chosenColumn()
                        .filter(column -> column.kind() == Kind.NUMBER)
                        .isPresent(),
                () -> panels.of(ConvertPanel.class).show(grid.chosenColumn()));
    }

    /// Asks for the unit of a column.
    public void show(Optional<Column> column) {
        chosen = column;
        panels.show(this);
    }

    @Override
    protected void begin() {
        clearError();
        chosen = chosen.or(grid::chosenColumn);
        Column column = chosen.orElseThrow();
        heading.setText("Convert " + column.heading().text());
        List<String> common = CommonUnits.of(column.unit());
        units.getItems().setAll(common);
        setShown(units, !common.isEmpty());
        units.setPrefHeight(Math.min(MOST_ROWS, common.size()) * ROW + 2);
        unit.clear();
        update();
        focus(unit);
    }

    private Optional<Planned> planned() {
        Optional<Table> table = workspace.table();
        return chosen.isEmpty() || table.isEmpty()
                ? Optional.empty()
                : Optional.of(ColumnConversion.planned(
                        workspace.study(), table.get().id(), chosen.get().id(), typed()));
    }

    private String typed() {
        return SymbolNames.replaced(unit.getText().strip(), true);
    }

    private void update() {
        clearError();
        preview.setText("");
        warning.setText("");
        if (chosen.isPresent() && chosen.get().unit().isEmpty()) {
            planned().ifPresent(plan -> preview.setText(((Planned.Refused) plan).why()));
        } else if (!unit.getText().isBlank()) {
            planned().ifPresent(plan -> {
                if (plan instanceof Planned.Possible(Conversion conversion, Optional<String> says)) {
                    preview.setText(values(conversion));
                    warning.setText(says.orElse(""));
                }
            });
        }
        setShown(preview, !preview.getText().isEmpty());
        setShown(warning, !warning.getText().isEmpty());
    }

    private String values(Conversion conversion) {
        return String.join(
                ",  ",
                ColumnConversion.preview(workspace.table().orElseThrow(), chosen.orElseThrow(), conversion, PREVIEWED));
    }

    private void key(KeyEvent event) {
        int step = event.getCode() == KeyCode.DOWN ? 1 : event.getCode() == KeyCode.UP ? -1 : 0;
        if (step != 0 && !units.getItems().isEmpty()) {
            int next = units.getSelectionModel().getSelectedIndex() + step;
            units.getSelectionModel()
                    .select(Math.clamp(next, 0, units.getItems().size() - 1));
            if (units.getItems().size() > MOST_ROWS) {
                units.scrollTo(units.getSelectionModel().getSelectedIndex());
            }
            unit.end();
            event.consume();
        }
    }

    private void convert() {
        if (unit.getText().isBlank()) {
            showError("Choose a unit, or type one.");
            unit.requestFocus();
            return;
        }
        planned().ifPresent(plan -> {
            switch (plan) {
                case Planned.Refused(String why) -> {
                    showError(why);
                    unit.requestFocus();
                }
                case Planned.Possible _ -> {
                    workspace.perform(new StudyEdit.Convert(
                            workspace.table().orElseThrow().id(),
                            chosen.orElseThrow().id(),
                            typed()));
                    close();
                }
            }
        });
    }

    /// A unit, with the first values in it.
    private final class UnitCell extends ListCell<String> {
        @Override
        protected void updateItem(String each, boolean empty) {
            super.updateItem(each, empty);
            setText(null);
            setGraphic(null);
            if (empty || each == null || chosen.isEmpty() || workspace.table().isEmpty()) {
                return;
            }
            Planned plan = ColumnConversion.planned(
                    workspace.study(),
                    workspace.table().get().id(),
                    chosen.get().id(),
                    each);
            var gap = new Region();
            HBox.setHgrow(gap, Priority.ALWAYS);
            String values = plan instanceof Planned.Possible(Conversion conversion, var _)
                    ? String.join(
                            ", ",
                            ColumnConversion.converted(workspace.table().get(), chosen.get(), conversion, PREVIEWED))
                    : "";
            setGraphic(new HBox(8, new Label(each), gap, muted(values)));
            setAccessibleText(each + ": " + values);
        }
    }
}
