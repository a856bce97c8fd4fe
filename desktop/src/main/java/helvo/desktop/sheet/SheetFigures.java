package helvo.desktop.sheet;

import static helvo.desktop.controls.Controls.smallButton;

import helvo.core.study.Figure;
import helvo.core.study.FigureSheet;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/// The figures of the study: those on the sheet with their letters, in its order, then the others. Rows are dragged
/// into place, or moved by their buttons.
final class SheetFigures extends VBox {
    private static final PseudoClass OVER = PseudoClass.getPseudoClass("over");

    private final Function<Figure, String> title;
    private final Consumer<List<Integer>> chosen;
    private List<Integer> on = List.of();

    /// @param title  that a person knows a figure by
    /// @param chosen gets the figures that shall stand on the sheet, in their order
    SheetFigures(Function<Figure, String> title, Consumer<List<Integer>> chosen) {
        super(4);
        this.title = title;
        this.chosen = chosen;
        setId("sheet-figures");
    }

    void show(FigureSheet sheet, List<Figure> all) {
        Optional<String> focused = Optional.ofNullable(getScene())
                .map(scene -> scene.getFocusOwner())
                .map(Node::getId);
        on = sheet.figures();
        var rows = new ArrayList<Node>();
        for (int id : on) {
            all.stream()
                    .filter(figure -> figure.id() == id)
                    .findFirst()
                    .ifPresent(figure -> rows.add(row(figure, sheet)));
        }
        all.stream().filter(figure -> !on.contains(figure.id())).forEach(figure -> rows.add(row(figure, sheet)));
        getChildren().setAll(rows);
        focused.map(id -> lookup("#" + id)).ifPresent(Node::requestFocus);
    }

    private HBox row(Figure figure, FigureSheet sheet) {
        int place = on.indexOf(figure.id());
        boolean isOn = place >= 0;
        var letter = new Label(isOn && on.size() > 1 ? sheet.letters().of(place) : "");
        letter.getStyleClass().add("sheet-letter");
        String words = title.apply(figure);
        var name = new Label(words);
        name.setMinWidth(0);
        name.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(name, Priority.ALWAYS);
        var row = new HBox(4, letter, name);
        row.setAlignment(Pos.CENTER_LEFT);
        row.getStyleClass().add("sheet-figure");
        if (isOn) {
            row.getChildren()
                    .addAll(
                            mover(figure, words, "up", "↑", place, place - 1),
                            mover(figure, words, "down", "↓", place, place + 1));
        }
        String id = "sheet-figure-" + figure.id();
        Button add = isOn
                ? smallButton(id, "take off", "Take “" + words + "” off the sheet", () -> {
                    var left = new ArrayList<>(on);
                    left.remove(Integer.valueOf(figure.id()));
                    chosen.accept(left);
                })
                : smallButton(id, "add", "Add “" + words + "” to the sheet", () -> {
                    var more = new ArrayList<>(on);
                    more.add(figure.id());
                    chosen.accept(more);
                });
        add.setDisable(isOn ? on.size() == 1 : on.size() == FigureSheet.MOST_PANELS);
        row.getChildren().add(add);
        if (isOn) {
            row.setOnDragDetected(event -> {
                row.startFullDrag();
                event.consume();
            });
            row.setOnMouseDragEntered(_ -> row.pseudoClassStateChanged(OVER, true));
            row.setOnMouseDragExited(_ -> row.pseudoClassStateChanged(OVER, false));
            row.setOnMouseDragReleased(event -> {
                int from = getChildren().indexOf(event.getGestureSource());
                if (from >= 0 && from < on.size() && from != place) {
                    chosen.accept(moved(on, from, place));
                }
            });
        }
        return row;
    }

    /// With one taken out and put in at another place.
    static List<Integer> moved(List<Integer> order, int from, int to) {
        var moved = new ArrayList<>(order);
        moved.add(to, moved.remove(from));
        return moved;
    }

    private Button mover(Figure figure, String words, String id, String sign, int from, int to) {
        Button button = smallButton("sheet-" + id + "-" + figure.id(), sign, "Move “" + words + "” " + id, () -> {
            var order = new ArrayList<>(on);
            Collections.swap(order, from, to);
            chosen.accept(order);
        });
        button.setDisable(to < 0 || to >= on.size());
        return button;
    }
}
