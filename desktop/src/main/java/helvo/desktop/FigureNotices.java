package helvo.desktop;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.look.SeriesLook;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.StudyEdit;
import helvo.core.table.Column;
import helvo.figure.FigureLayout;
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

/// What the program decided for a figure by itself, with the way back, and what does not fit on its sheet; a line each.
final class FigureNotices extends VBox {
    private final Session session;
    private List<String> shown = List.of();
    private Optional<FigureLayout> last = Optional.empty();

    FigureNotices(Session session) {
        super(4);
        this.session = session;
        setId("figure-notices");
        show(Optional.empty());
        session.unfinished().subscribe(_ -> show(last));
    }

    /// @param layout of the figure in view as it is drawn
    void show(Optional<FigureLayout> layout) {
        last = layout;
        Optional<FigureAnalysis> figure = session.figure();
        Optional<String> unfinished = session.unfinished().get();
        List<Column> right = figure.map(FigureAnalysis::rightByUnit).orElse(List.of());
        List<String> tooLong = layout.map(FigureLayout::notices).orElse(List.of());
        List<String> now = Stream.of(unfinished.stream(), right.stream().map(column -> column.heading().text()), tooLong.stream())
                .flatMap(each -> each).toList();
        if (now.equals(shown) && !getChildren().isEmpty() == !now.isEmpty()) {
            return;
        }
        shown = now;
        getChildren().clear();
        unfinished.ifPresent(text -> getChildren().add(line(text, choice("analyse-again", "Try again", session::analyseAgain))));
        if (!right.isEmpty()) {
            String names = right.stream().map(column -> column.heading().text()).collect(Collectors.joining(", "));
            getChildren().add(line(names + (right.size() == 1 ? " has another unit, and so the axis on the right."
                    : " have other units, and so the axis on the right."),
                    choice("one-axis", "Use one axis", () -> choose(right, false)),
                            choice("keep-right", "Keep it", () -> choose(right, true))));
        }
        tooLong.forEach(text -> getChildren().add(line(text)));
        setVisible(!now.isEmpty());
        setManaged(!now.isEmpty());
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

    private static Button choice(String id, String text, Runnable action) {
        Button button = Panel.button(id, text, action);
        button.getStyleClass().setAll("button", "look-choice");
        button.setMinWidth(USE_PREF_SIZE);
        return button;
    }

    private void choose(List<Column> columns, boolean right) {
        session.figure().ifPresent(figure -> session.perform(new StudyEdit.Together(right ? "Keep the axis on the right" : "Use one axis",
                columns.stream()
                .flatMap(column -> onRight(figure, column, right).stream()).toList())));
    }

    /// What measures all series of a column along one axis.
    static List<Edit> onRight(FigureAnalysis figure, Column column, boolean right) {
        return figure.series().stream().filter(series -> series.key().yColumn() == column.id()).<Edit>map(series -> {
            SeriesLook look = figure.figure().look().series(series.key());
            return new FigureEdit.SetSeriesLook(figure.figure().id(), series.key(), look.onRight(Optional.of(right)));
        }).toList();
    }
}
