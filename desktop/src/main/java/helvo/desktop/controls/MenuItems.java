package helvo.desktop.controls;

import static helvo.desktop.controls.Controls.asWritten;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;

/// The items of a menu, in the order they are added.
public final class MenuItems {
    private final List<MenuItem> items = new ArrayList<>();

    /// @param id after "menu-"
    public void item(String id, String text, Runnable action) {
        add(asWritten(new MenuItem(text)), id, action);
    }

    /// An item with a tick while it is on.
    public void check(String id, String text, boolean on, Runnable action) {
        CheckMenuItem item = asWritten(new CheckMenuItem(text));
        item.setSelected(on);
        add(item, id, action);
    }

    private void add(MenuItem item, String id, Runnable action) {
        item.setId("menu-" + id);
        item.setOnAction(_ -> action.run());
        items.add(item);
    }

    public void separator() {
        items.add(new SeparatorMenuItem());
    }

    /// A menu in the menu; none where nothing is put into it.
    public void menu(String text, Consumer<MenuItems> filled) {
        var inside = new MenuItems();
        filled.accept(inside);
        if (!inside.items.isEmpty()) {
            Menu menu = asWritten(new Menu(text));
            menu.getItems().setAll(inside.items);
            items.add(menu);
        }
    }

    public List<MenuItem> all() {
        return List.copyOf(items);
    }
}
