package helvo.desktop.controls;

import javafx.geometry.Side;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.Tooltip;

/// The "+" behind a row of tabs: what can be added there, and what can be done with the tab that is chosen.
public final class AddButton extends Button {
    private final ContextMenu menu = new ContextMenu();

    public AddButton(String id, String purpose) {
        super("+");
        setId(id);
        getStyleClass().setAll("button", "add-tab");
        setAccessibleText(purpose);
        setTooltip(new Tooltip(purpose));
        setOnAction(_ -> menu.show(this, Side.BOTTOM, 0, 0));
    }

    public AddButton with(String id, String text, Runnable action) {
        var item = new MenuItem(text);
        item.setId(id);
        item.setOnAction(_ -> action.run());
        menu.getItems().add(item);
        return this;
    }

    public ContextMenu menu() {
        return menu;
    }
}
