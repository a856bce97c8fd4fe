package helvo.desktop.figure;

import static helvo.desktop.controls.Controls.setShown;
import static helvo.desktop.controls.Controls.smallButton;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.SharedAxis;
import helvo.core.study.StudyEdit;
import helvo.core.table.Column;
import helvo.core.table.Table;
import helvo.desktop.workspace.Workspace;
import helvo.figure.layout.FigureLayout;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
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
        figure.filter(_ -> !right.isEmpty()).ifPresent(of -> getChildren().add(onRight(of.table(), right)));
        tooLong.forEach(text -> getChildren().add(line(text)));
        setShown(this, !now.isEmpty());
    }

    /// Columns of one quantity in two units are converted for one axis; others are measured along one as their
    /// numbers stand.
    private HBox onRight(Table table, List<Column> right) {
        List<SharedAxis> shared = SharedAxis.offered(workspace.study(), table).stream()
                .filter(each -> right.contains(each.column()))
                .toList();
        boolean isOneQuantity = shared.size() == right.size();
        String names = right.stream().map(column -> column.heading().text()).collect(Collectors.joining(", "));
        String one = right.size() == 1 ? " has another unit" : " have other units";
        Button use = isOneQuantity
                ? smallButton(
                        "one-axis",
                        "Convert into " + shared.getFirst().first().unit(),
                        "Convert into one unit, and measure all series along one axis",
                        () -> workspace.perform(new StudyEdit.Compound(
                                shared.stream().map(SharedAxis::label).collect(Collectors.joining(", ")),
                                shared.stream().map(each -> each.edit(table)).toList())))
                : smallButton(
                        "one-axis",
                        "Use one axis",
                        "Measure all series along one axis, as their numbers stand",
                        () -> choose(right, false));
        return line(
                names + one + (isOneQuantity ? " of the same quantity" : "") + ", and so the axis on the right.",
                use,
                smallButton("keep-right", "Keep it", "Keep the axis on the right", () -> choose(right, true)));
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
