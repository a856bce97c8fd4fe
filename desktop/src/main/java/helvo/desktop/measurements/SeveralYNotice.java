package helvo.desktop.measurements;

import static helvo.desktop.controls.Controls.setShown;
import static helvo.desktop.controls.Controls.smallButton;

import helvo.core.importing.RoleGuess;
import helvo.core.study.ColumnEdit;
import helvo.core.study.History;
import helvo.core.table.Column;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.desktop.controls.WrappedLabel;
import helvo.desktop.workspace.Workspace;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/// The notice above the table that several columns were taken for y, with the way back and the way on, where they
/// repeat one quantity, until somebody has given a column of it a role.
final class SeveralYNotice extends HBox {
    private final Label sentence = new WrappedLabel();
    private final Button back;
    private final Workspace workspace;

    /// @param repeats asks for the columns that repeat one quantity
    SeveralYNotice(Workspace workspace, Runnable repeats) {
        super(8);
        this.workspace = workspace;
        setId("several-y");
        getStyleClass().add("several-y");
        setAlignment(Pos.CENTER_LEFT);
        back = smallButton("only-first-y", "", "Use the first of these columns alone as y", this::keepFirst);
        HBox.setHgrow(sentence, Priority.ALWAYS);
        sentence.setMaxWidth(Double.MAX_VALUE);
        var ways = new VBox(
                back,
                smallButton("several-repeats", "Repeats …", "Use these columns as repeats of one quantity", repeats));
        ways.setAlignment(Pos.CENTER_RIGHT);
        ways.setMinWidth(USE_PREF_SIZE);
        getChildren().addAll(sentence, ways);
    }

    void show(Table table, History history) {
        Optional<String> several = history.steps().stream().anyMatch(step -> isChoiceOfRoles(step, table))
                ? Optional.empty()
                : RoleGuess.severalY(table.columns());
        setShown(this, several.isPresent());
        several.ifPresent(says -> {
            String first = table.first(Role.Y).map(Column::name).orElse("");
            sentence.setText(says);
            back.setText("Only " + first);
            back.setAccessibleText("Use " + first + " alone as y");
        });
    }

    private static boolean isChoiceOfRoles(History.Step step, Table table) {
        return step.edit() instanceof ColumnEdit.SetRole(var id, var _, var _) && id == table.id()
                || step.edit() instanceof ColumnEdit.AverageRepeats repeats && repeats.table() == table.id()
                || step.edit() instanceof ColumnEdit.UseOneY(var of, var _) && of == table.id();
    }

    private void keepFirst() {
        workspace.table().ifPresent(table -> table.first(Role.Y)
                .ifPresent(first -> workspace.perform(new ColumnEdit.UseOneY(table.id(), first.id()))));
    }
}
