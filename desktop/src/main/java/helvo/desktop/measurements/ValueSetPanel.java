package helvo.desktop.measurements;

import static helvo.desktop.controls.Controls.field;
import static helvo.desktop.controls.Controls.mainButton;

import helvo.core.study.ColumnEdit;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.desktop.controls.ValueList;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.workspace.Workspace;
import java.util.List;
import java.util.stream.Collectors;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.util.StringConverter;

/// Names some values of a column as a set against all others, and splits by it.
public final class ValueSetPanel extends Panel {
    private final ChoiceBox<Column> column = columns("set-column", "Column whose values make the set");
    private final ValueList values = new ValueList("set-value", this::suggest);
    private final TextField name = field("set-name", "Name of the set", 16);
    private final TextField others = field("set-others", "Name of all other rows", 16);
    private Table table;
    private boolean named;

    @SuppressWarnings("NullAway.Init") // set before it is read
    public ValueSetPanel(Workspace workspace, Panels panels) {
        super(workspace, panels, "set", "A set of values against all others", 380);
        var fields = new GridPane(8, 8);
        fields.addRow(0, new Label("Column"), column);
        var names = new GridPane(8, 8);
        names.addRow(0, new Label("Name of the set"), name);
        names.addRow(1, new Label("All other rows"), others);
        name.setOnKeyTyped(_ -> named = !name.getText().isBlank());
        name.setOnAction(_ -> make());
        others.setOnAction(_ -> make());
        column.valueProperty().subscribe(this::list);
        getChildren().addAll(heading, fields, values, names, wrong, mainButton("set-make", "Split by it", this::make));
    }

    /// A choice of columns by their names.
    static ChoiceBox<Column> columns(String id, String accessible) {
        var choice = new ChoiceBox<Column>();
        choice.setId(id);
        choice.setAccessibleText(accessible);
        choice.setMaxWidth(230);
        choice.setConverter(new StringConverter<>() {
            @Override
            public String toString(Column column) {
                return column == null ? "" : column.heading().text();
            }

            @Override
            public Column fromString(String text) {
                throw new UnsupportedOperationException("a column is chosen, not typed");
            }
        });
        return choice;
    }

    /// What it does by name, for the finder and for keys.
    public static void addTo(Commands commands, Workspace workspace, Panels panels) {
        commands.add(
                "A set of values against all others …",
                "",
                () -> workspace.table().isPresent(),
                () -> panels.show(ValueSetPanel.class));
    }

    @Override
    protected void begin() {
        table = workspace.table().orElseThrow();
        List<Column> few = table.columns().stream()
                .filter(each -> each.values(ValueList.MAX)
                        .filter(found -> found.size() > 1)
                        .isPresent())
                .toList();
        column.getItems().setAll(few);
        showError(few.isEmpty() ? "No column has a few values that repeat: there is nothing to make a set of." : "");
        others.setText("others");
        named = false;
        column.setValue(few.stream()
                .filter(each -> each.role() == Role.BY)
                .findFirst()
                .or(() -> few.stream().findFirst())
                .orElse(null));
        focus(column);
    }

    private void list(Column chosen) {
        if (chosen != null) {
            values.show(table, chosen, chosen.values(ValueList.MAX).orElseThrow(), List.of());
            suggest();
        }
    }

    private void suggest() {
        if (!named) {
            List<String> texts = values.ticked().stream()
                    .limit(4)
                    .map(cell -> ValueList.text(table, column.getValue(), cell))
                    .toList();
            name.setText(
                    texts.isEmpty()
                            ? ""
                            : texts.size() == 1
                                    ? texts.getFirst()
                                    : texts.stream().limit(texts.size() - 1L).collect(Collectors.joining(", "))
                                            + " and " + texts.getLast());
        }
    }

    private void make() {
        List<Cell> ticked = values.ticked();
        if (ticked.isEmpty()) {
            showError("Select the values that belong to the set.");
        } else if (name.getText().isBlank()
                || others.getText().isBlank()
                || name.getText().strip().equals(others.getText().strip())) {
            showError("Give the set and all other rows a name each.");
        } else {
            workspace.perform(new ColumnEdit.NameSet(
                    table.id(),
                    column.getValue().id(),
                    name.getText().strip(),
                    ticked,
                    others.getText().strip()));
            close();
        }
    }
}
