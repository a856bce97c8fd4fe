package helvo.desktop.controls;

import static helvo.desktop.controls.Controls.asWritten;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.IntConsumer;
import java.util.function.ObjIntConsumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;

/// A row of names of which one is chosen. A double click or F2 types another name where the old one stands.
public final class Tabs extends FlowPane {
    private final String prefix;
    private final IntConsumer chosen;
    private final List<ToggleButton> buttons = new ArrayList<>();
    private Optional<ObjIntConsumer<String>> rename = Optional.empty();
    private Optional<Node> last = Optional.empty();
    private final ToggleGroup group = new ToggleGroup();
    private OptionalDouble most = OptionalDouble.empty();
    private List<String> names = List.of();

    /// @param prefix of the tabs' ids
    public Tabs(String prefix, IntConsumer chosen) {
        this.prefix = prefix;
        this.chosen = chosen;
        getStyleClass().add("tabs");
    }

    /// @param renamed gets the name that was typed and the place of its tab
    public Tabs renaming(ObjIntConsumer<String> renamed) {
        rename = Optional.of(renamed);
        return this;
    }

    /// @param button behind the last tab
    public Tabs ending(Node button) {
        last = Optional.of(button);
        return this;
    }

    public void show(List<String> newNames, int selected) {
        if (!names.equals(newNames)) {
            names = List.copyOf(newNames);
            int there = buttons.size();
            if (there > names.size()) {
                List<ToggleButton> gone = buttons.subList(names.size(), there);
                gone.forEach(tab -> tab.setToggleGroup(null));
                gone.clear();
            }
            for (int i = there; i < names.size(); i++) {
                buttons.add(tab(i));
            }
            for (int i = 0; i < names.size(); i++) {
                name(buttons.get(i), names.get(i));
            }
            if (there != names.size()) {
                arrange();
            }
        }
        for (int i = 0; i < buttons.size(); i++) {
            buttons.get(i).setSelected(i == selected);
        }
    }

    /// Keeps the button that ends the row beside the last tab, so that it never stands on a line of its own.
    private void arrange() {
        getChildren().setAll(buttons);
        last.ifPresent(button -> {
            var together = new HBox(getHgap(), button);
            together.setAlignment(Pos.CENTER_LEFT);
            if (!buttons.isEmpty()) {
                getChildren().remove(buttons.getLast());
                together.getChildren().addFirst(buttons.getLast());
            }
            getChildren().add(together);
        });
    }

    private static List<Node> beside(Node tab) {
        return tab.getParent() instanceof Pane row ? row.getChildren() : List.of();
    }

    /// Takes no more room than its tabs need, and this at most.
    public Tabs wrappingAfter(double width) {
        most = OptionalDouble.of(width);
        return this;
    }

    @Override
    protected double computePrefWidth(double height) {
        return most.isEmpty()
                ? super.computePrefWidth(height)
                : Math.min(
                        most.getAsDouble(),
                        getManagedChildren().stream()
                                        .mapToDouble(each -> Math.ceil(each.prefWidth(-1)) + getHgap())
                                        .sum()
                                + snappedLeftInset()
                                + snappedRightInset());
    }

    private void name(ToggleButton tab, String name) {
        tab.setText(name);
        rename.ifPresent(_ -> tab.getTooltip().setText(name + ": double click or F2 for another name"));
    }

    private ToggleButton tab(int place) {
        ToggleButton tab = asWritten(new ToggleButton());
        tab.setId(prefix + place);
        tab.setMaxWidth(180);
        tab.getStyleClass().setAll("toggle-button", "tab-name");
        tab.setToggleGroup(group);
        tab.setOnAction(_ -> {
            tab.setSelected(true);
            chosen.accept(place);
        });
        rename.ifPresent(_ -> {
            tab.setTooltip(new Tooltip());
            tab.setOnMouseClicked(event -> {
                if (event.getButton() == MouseButton.PRIMARY && event.getClickCount() == 2) {
                    edit(place);
                }
            });
            tab.addEventHandler(KeyEvent.KEY_PRESSED, event -> {
                if (event.getCode() == KeyCode.F2) {
                    edit(place);
                    event.consume();
                }
            });
        });
        return tab;
    }

    /// Types another name where a tab stands.
    public void edit(int place) {
        ToggleButton tab = buttons.get(place);
        List<Node> row = beside(tab);
        int at = row.indexOf(tab);
        if (at < 0 || rename.isEmpty()) {
            return;
        }
        TextField field = Controls.limited(new TextField(names.get(place)));
        field.setId(prefix + "name");
        field.setAccessibleText("Name");
        field.setPrefWidth(Math.max(110, tab.getWidth() + 24));
        field.getStyleClass().add("heading-field");
        row.set(at, field);
        field.addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.ENTER || event.getCode() == KeyCode.ESCAPE) {
                end(place, field, event.getCode() == KeyCode.ENTER);
                tab.requestFocus();
                event.consume();
            }
        });
        field.applyCss();
        field.requestFocus();
        field.selectAll();
        field.focusedProperty().subscribe((was, is) -> {
            if (was && !is) {
                end(place, field, true);
            }
        });
    }

    private void end(int place, TextField field, boolean keep) {
        List<Node> row = beside(field);
        int at = row.indexOf(field);
        if (at < 0) {
            return;
        }
        row.set(at, buttons.get(place));
        String typed = field.getText().strip();
        if (keep && !typed.isEmpty() && !typed.equals(names.get(place))) {
            rename.orElseThrow().accept(typed, place);
        }
    }
}
