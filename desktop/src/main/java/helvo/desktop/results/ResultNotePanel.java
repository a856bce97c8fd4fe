package helvo.desktop.results;

import static helvo.desktop.controls.Controls.asWritten;
import static helvo.desktop.controls.Controls.muted;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.results.Results;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.style.AxisPlace;
import helvo.core.style.Note;
import helvo.desktop.figure.FigureView;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.workspace.Workspace;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.VBox;

/// Chooses lines of the results that stand on the figure.
public final class ResultNotePanel extends Panel {
    private static final double FROM_LEFT = 0.04;
    private static final double LINE = 0.07;

    private final FigureView view;
    private final VBox lines = new VBox(5);

    public ResultNotePanel(Workspace workspace, Panels panels, FigureView view) {
        super(workspace, panels, "quote-panel", "On the figure", 330);
        place(Pos.TOP_LEFT, 56, 4); // leaves the figure to be seen
        this.view = view;
        var scroll = new ScrollPane(lines);
        scroll.setFitToWidth(true);
        scroll.setMaxHeight(380);
        getChildren()
                .addAll(
                        heading,
                        muted("Select a line of the results: it stands on the figure, follows the data, and can be "
                                + "dragged."),
                        scroll,
                        wrong);
        workspace.analysis().subscribe(_ -> {
            if (isVisible()) {
                show();
            }
        });
    }

    /// What it does by name, for the finder and for keys.
    public static void addTo(Commands commands, Workspace workspace, Panels panels) {
        commands.addOfFigure(
                "Put lines of the results on the figure …",
                "Shortcut+Shift+Q",
                () -> workspace.series().flatMap(SeriesAnalysis::fit).isPresent(),
                () -> panels.show(ResultNotePanel.class));
    }

    @Override
    protected void begin() {
        clearError();
        show();
        lines.getChildren().stream().findFirst().ifPresent(this::focus);
    }

    @Override
    protected boolean isToggle() {
        return true;
    }

    private void show() {
        Map<String, String> texts = workspace
                .figure()
                .flatMap(figure -> workspace.series().map(series -> Results.of(figure, series)
                        .quotable()))
                .orElse(Map.of());
        int at = 0;
        for (var entry : texts.entrySet()) {
            CheckBox box = box(at++);
            box.setText(entry.getValue());
            box.setSelected(quoted(entry.getKey()).isPresent());
            box.setOnAction(_ -> set(entry.getKey(), box.isSelected()));
        }
        lines.getChildren().remove(at, lines.getChildren().size());
    }

    /// Boxes stay while their texts change, so that the focus does.
    private CheckBox box(int place) {
        if (place == lines.getChildren().size()) {
            CheckBox box = asWritten(new CheckBox());
            box.setId("quote-" + place);
            lines.getChildren().add(box);
        }
        return (CheckBox) lines.getChildren().get(place);
    }

    private Optional<Note.Result> quoted(String label) {
        return workspace
                .figureInView()
                .flatMap(figure -> workspace.series().flatMap(series -> figure.style().notes().stream()
                        .filter(Note.Result.class::isInstance)
                        .map(Note.Result.class::cast)
                        .filter(note -> note.series().equals(series.key())
                                && note.label().equals(label))
                        .findFirst()));
    }

    private void set(String label, boolean on) {
        Figure figure = workspace.figureInView().orElseThrow();
        Optional<Note.Result> now = quoted(label);
        if (!on) {
            now.ifPresent(note -> workspace.perform(new FigureEdit.RemoveNote(figure.id(), note.id())));
        } else if (now.isEmpty()) {
            view.layoutNow().filter(layout -> !layout.axes().isEmpty()).ifPresent(layout -> {
                long before = figure.style().notes().stream()
                        .filter(Note.Result.class::isInstance)
                        .count();
                double x = layout.axis(AxisPlace.X).value(FROM_LEFT);
                double y = layout.axes().containsKey(AxisPlace.Y)
                        ? layout.axis(AxisPlace.Y).value(1 - LINE * (before + 1))
                        : 0;
                workspace.perform(new FigureEdit.PutNote(
                        figure.id(),
                        new Note.Result(
                                figure.style().nextNoteId(),
                                workspace.series().orElseThrow().key(),
                                label,
                                x,
                                y)));
            });
        }
    }
}
