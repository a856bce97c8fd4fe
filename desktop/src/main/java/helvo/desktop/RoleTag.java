package helvo.desktop;

import helvo.core.study.ColumnEdit;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import helvo.core.table.Role;
import javafx.scene.control.Button;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.CustomMenuItem;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.TextField;
import javafx.scene.layout.VBox;

/// The small tag in a column's heading: shows what the column is for; pressing it changes that, or the heading.
final class RoleTag extends MenuButton {
    RoleTag(Session session, int tableId, Column column) {
        setText(column.role() == Role.NONE ? "–" : column.role().tag());
        setId("role-" + column.id());
        getStyleClass().addAll("role-tag", "role-" + column.role().name().toLowerCase().replace('_', '-'));
        setMinWidth(USE_PREF_SIZE);
        setAccessibleText("Role of " + column.name() + ": " + column.role().tag());
        for (Role role : Role.values()) {
            var item = new CheckMenuItem(meaning(role));
            item.setId("role-" + column.id() + "-" + role.name());
            item.setSelected(role == column.role());
            item.setOnAction(_ -> session.perform(new ColumnEdit.SetRole(tableId, column.id(), role)));
            getItems().add(item);
        }
        getItems().addAll(new SeparatorMenuItem(), heading(session, tableId, column));
    }

    private CustomMenuItem heading(Session session, int tableId, Column column) {
        var text = new TextField(column.heading().text());
        text.setAccessibleText("Name and unit, as Load (N)");
        var use = new Button("Rename");
        var content = new VBox(4, new Label("Name (unit)"), text, use);
        content.getStyleClass().add("menu-form");
        var item = new CustomMenuItem(content, false);
        Runnable rename = () -> {
            hide();
            if (!text.getText().isBlank()) {
                session.perform(new ColumnEdit.SetHeading(tableId, column.id(), Heading.of(text.getText())));
            }
        };
        use.setOnAction(_ -> rename.run());
        text.setOnAction(_ -> rename.run());
        return item;
    }

    private static String meaning(Role role) {
        return switch (role) {
            case X -> "x, along the foot";
            case Y -> "y, upwards";
            case X_BAR -> "± x, half length of the bars in x";
            case Y_BAR -> "± y, half length of the bars in y";
            case BY -> "by, splits the rows into groups";
            case NONE -> "not used";
        };
    }
}
