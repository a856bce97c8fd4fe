package helvo.desktop;

import helvo.core.number.NumberText;
import helvo.core.study.TableEdit;
import helvo.core.table.Problem;
import helvo.core.table.Problems;
import helvo.core.table.Table;
import java.util.List;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;

/// Lists the cells that are not what their column says, each with the choices that fit it.
final class NeedsALook extends VBox {
    /// So many have room one under the other.
    private static final int FEW = 2;

    private final Session session;
    private final MeasurementGrid grid;

    NeedsALook(Session session, MeasurementGrid grid) {
        this.session = session;
        this.grid = grid;
        getStyleClass().add("needs-a-look");
        setId("needs-a-look");
    }

    void show(Table table, Problems problems) {
        getChildren().clear();
        setVisible(problems.count() > 0);
        setManaged(problems.count() > 0);
        if (problems.count() == 0) {
            return;
        }
        var heading = new Label("Needs a look (%,d)".formatted(problems.count()));
        heading.getStyleClass().add("look-heading");
        var list = new VBox(8);
        problems.first().stream().limit(40).forEach(problem -> list.getChildren().add(entry(table, problem)));
        if (problems.count() > 40) {
            list.getChildren().add(sentence("and %,d more; those above come first.".formatted(problems.count() - 40)));
        }
        getChildren().addAll(heading, problems.count() <= FEW ? list : scrolling(list));
    }

    private static ScrollPane scrolling(VBox list) {
        var scroll = new ScrollPane(list);
        scroll.setFitToWidth(true);
        scroll.setPrefHeight(170);
        scroll.setMinHeight(120);
        return scroll;
    }

    private VBox entry(Table table, Problem problem) {
        int row = problem.row();
        int column = problem.column().id();
        var choices = new FlowPane(2, 4);
        problem.numberInside().ifPresent(number -> {
            String text = NumberText.shortest(number).replace('.', table.mark().sign());
            var use = choice("Use " + text, "use-" + row, () -> session.perform(new TableEdit.SetCell(table.id(), column, row, text)));
            use.getStyleClass().add("look-main");
            choices.getChildren().add(use);
        });
        choices.getChildren().addAll(
                choice("Missing", "missing-" + row, () -> session.perform(new TableEdit.SetCell(table.id(), column, row, ""))),
                choice("Set aside", "aside-" + row, () -> session.perform(new TableEdit.SetRowsAside(table.id(), List.of(row), "“" + problem.text() + "” is not a number"))),
                choice("Edit", "edit-" + row, () -> grid.edit(row, problem.column())));
        return new VBox(4, sentence("Row %d, %s: “%s” is not a number.".formatted(row + 1, problem.column().name(), problem.text())), choices);
    }

    private static Label sentence(String text) {
        var label = new Label(text);
        label.setWrapText(true);
        label.setMinHeight(USE_PREF_SIZE);
        return label;
    }

    private static Button choice(String text, String id, Runnable action) {
        var button = new Button(text);
        button.setId(id);
        button.getStyleClass().setAll("button", "look-choice");
        button.setOnAction(_ -> action.run());
        return button;
    }
}
