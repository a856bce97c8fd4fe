package helvo.desktop.figure;

import static helvo.desktop.controls.Controls.setShown;
import static helvo.desktop.controls.Controls.smallButton;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.StudyEdit;
import helvo.core.table.Column;
import helvo.desktop.workspace.Workspace;
import helvo.figure.layout.FigureLayout;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/// The notices above a figure: what the program decided for it by itself, with the way back, and what does not fit
/// on its sheet; a line each.
final class FigureNotices extends VBox {
    private final Workspace workspace;
    private List<String> shown = List.of();
    private Optional<FigureLayout> last = Optional.empty();

    FigureNotices(Workspace workspace) {
        super(4);
        this.workspace = workspace;
        setId("figure-notices");
        show(Optional.empty());
        workspace.unfinished().subscribe(_ -> show(last));
    }

    /// @param layout of the figure in view as it is drawn
    void show(Optional<FigureLayout> layout) {
        last = layout;
        Optional<FigureAnalysis> figure = workspace.figure();
        Optional<String> unfinished = workspace.unfinished().get();
        List<Column> right = figure.map(FigureAnalysis::rightByUnit).orElse(List.of());
        List<String> tooLong = layout.map(FigureLayout::notices).orElse(List.of());
        List<String> now = Stream.of(
                        unfinished.stream(),
                        right.stream().map(column -> column.heading().text()),
                        tooLong.stream())
                .flatMap(each -> each)
                .toList();
        if (now.equals(shown) && !getChildren().isEmpty() == !now.isEmpty()) {
            return;
        }
        shown = now;
        getChildren().clear();
        unfinished.ifPresent(text -> getChildren()
                .add(line(
                        text,
                        smallButton(
                                "analyse-again",
                                "Try again",
                                "Work out the figure again",
                                workspace.document().analyses()::again))));
        if (!right.isEmpty()) {
            String names = right.stream().map(column -> column.heading().text()).collect(Collectors.joining(", "));
            getChildren()
                    .add(line(
                            names
                                    + (right.size() == 1
                                            ? " has another unit, and so the axis on the right."
                                            : " have other units, and so the axis on the right."),
                            smallButton(
                                    "one-axis",
                                    "Use one axis",
                                    "Measure all series along one axis",
                                    () -> choose(right, false)),
                            smallButton(
                                    "keep-right", "Keep it", "Keep the axis on the right", () -> choose(right, true))));
        }
        tooLong.forEach(text -> getChildren().add(line(text)));
        setShown(this, !now.isEmpty());
    }

    private static HBox line(String text, Node... choices) {
        var label = new Label(text);
        label.setWrapText(true);
        var line = new HBox(6, label);
        line.getChildren().addAll(choices);
        line.setAlignment(Pos.CENTER_LEFT);
        line.getStyleClass().add("figure-notice");
        return line;
    }

    private void choose(List<Column> columns, boolean right) {
        workspace
                .figure()
                .ifPresent(figure -> workspace.perform(new StudyEdit.Compound(
                        right ? "Keep the axis on the right" : "Use one axis",
                        columns.stream()
                                .flatMap(column -> figure.measuring(column, right).stream())
                                .toList())));
    }
}
