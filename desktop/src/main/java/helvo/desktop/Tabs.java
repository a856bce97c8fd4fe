package helvo.desktop;

import java.util.List;
import java.util.function.IntConsumer;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.FlowPane;

/// A row of names of which one is chosen.
final class Tabs extends FlowPane {
    private final String prefix;
    private final IntConsumer chosen;
    private List<String> names = List.of();

    /// @param prefix of the tabs' ids
    Tabs(String prefix, IntConsumer chosen) {
        this.prefix = prefix;
        this.chosen = chosen;
        getStyleClass().add("tabs");
    }

    void show(List<String> newNames, int selected) {
        if (!names.equals(newNames)) {
            names = List.copyOf(newNames);
            var group = new ToggleGroup();
            getChildren().clear();
            for (int i = 0; i < names.size(); i++) {
                int place = i;
                var tab = new ToggleButton(names.get(i));
                tab.setId(prefix + i);
                tab.setMaxWidth(180);
                tab.getStyleClass().setAll("toggle-button", "tab-name");
                tab.setToggleGroup(group);
                tab.setOnAction(_ -> {
                    tab.setSelected(true);
                    chosen.accept(place);
                });
                getChildren().add(tab);
            }
        }
        for (int i = 0; i < getChildren().size(); i++) {
            ((ToggleButton) getChildren().get(i)).setSelected(i == selected);
        }
    }
}
