package helvo.desktop.results;

import static helvo.desktop.controls.Controls.button;
import static helvo.desktop.controls.Controls.field;
import static helvo.desktop.controls.Controls.mainButton;
import static helvo.desktop.controls.Controls.muted;
import static helvo.desktop.controls.Controls.setShown;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.core.results.ReadingsResults;
import helvo.core.results.ReadingsTable;
import helvo.core.results.Results.Line;
import helvo.core.study.FigureEdit;
import helvo.core.study.StudyEdit;
import helvo.core.style.Note;
import helvo.core.table.Table;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.workspace.Exporter;
import helvo.desktop.workspace.SystemClipboard;
import helvo.desktop.workspace.Workspace;
import java.util.List;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/// The panel with all readings of the figure in a table, to be typed, copied and written into a file, with what the
/// line says as a calibration.
public final class ReadingsPanel extends Panel {
    private final GridPane rows = new GridPane(14, 4);
    private final VBox calibration = new VBox(3);
    private final TextField at = field("readings-at", "Where to read", 8);
    private final TextField measured =
            field("readings-measured", "How many measurements of an unknown the y is the mean of", 3);
    private final Label none = muted("Nothing is read off yet. Type an x to read y there, or a y to find its x.");
    private final List<Button> exports;

    public ReadingsPanel(Workspace workspace, Exporter exporter, Panels panels) {
        super(workspace, panels, "readings-panel", "Readings", 700);
        place(Pos.BOTTOM_LEFT, 8, 8); // leaves the curve to be seen that is read
        at.setPromptText("value");
        measured.setPromptText("m");
        var typed = new HBox(
                8,
                new Label("Read at"),
                at,
                mainButton("readings-add-y", "x → y", () -> add(false)),
                button("readings-add-x", "y → x", () -> add(true)),
                new Label("measured"),
                measured,
                new Label("times"));
        typed.setAlignment(Pos.CENTER_LEFT);
        var table = new ScrollPane(rows);
        table.setFitToWidth(true);
        table.setPrefViewportHeight(Region.USE_COMPUTED_SIZE);
        table.setMaxHeight(300);
        table.setVbarPolicy(ScrollPane.ScrollBarPolicy.AS_NEEDED);
        exports = List.of(
                button("readings-copy", "Copy", this::copy),
                button("readings-save", "Save as CSV …", exporter::saveReadings),
                button("readings-table", "As a table of the study", this::asTable));
        var actions = new FlowPane(8, 6);
        actions.getChildren().addAll(exports);
        getChildren().addAll(heading, typed, none, table, calibration, actions, wrong);
        workspace.analysis().subscribe(_ -> {
            if (isVisible()) {
                show();
            }
        });
    }

    /// What it does by name, for the finder and for keys.
    public static void addTo(Commands commands, Workspace workspace, Panels panels) {
        commands.addOfFigure(
                "Readings: a table of all, typed, copied, exported …",
                "Shortcut+Shift+E",
                workspace::hasSeries,
                () -> panels.show(ReadingsPanel.class));
    }

    @Override
    protected void begin() {
        clearError();
        at.clear();
        show();
        focus(at);
    }

    @Override
    protected boolean isToggle() {
        return true;
    }

    private void show() {
        rows.getChildren().clear();
        List<ReadingsTable.Row> all = workspace.figure().map(ReadingsTable::of).orElse(List.of());
        setShown(none, all.isEmpty());
        exports.forEach(each -> each.setDisable(all.isEmpty()));
        for (int column = 0; column < ReadingsTable.HEADS.size() && !all.isEmpty(); column++) {
            rows.add(muted(ReadingsTable.HEADS.get(column)), column, 0);
        }
        for (int i = 0; i < all.size(); i++) {
            ReadingsTable.Row row = all.get(i);
            List<String> texts = row.shown(workspace.figure().orElseThrow().numbers());
            for (int column = 0; column < texts.size(); column++) {
                var cell = new Label(row.value().isEmpty() && column == 4 ? "never reached" : texts.get(column));
                cell.setMinWidth(Region.USE_PREF_SIZE);
                rows.add(cell, column, i + 1);
            }
            var remove = button("readings-remove-" + i, "Remove", () -> workspace
                    .figureInView()
                    .ifPresent(figure -> workspace.perform(new FigureEdit.RemoveNote(figure.id(), row.note()))));
            remove.getStyleClass().setAll("button", "look-choice");
            remove.setAccessibleText("Remove: "
                    + ReadingsTable.spoken(row, workspace.figure().orElseThrow().numbers()));
            rows.add(remove, texts.size(), i + 1);
        }
        showCalibration();
    }

    private void showCalibration() {
        calibration.getChildren().clear();
        workspace.figure().ifPresent(figure -> workspace.series().ifPresent(series -> {
            for (Line line : new ReadingsResults(figure).calibration(series)) {
                switch (line) {
                    case Line.Heading(String text) -> {
                        var label = new Label(text + (figure.series().size() > 1 ? ", " + series.label() : ""));
                        label.getStyleClass().add("strong");
                        calibration.getChildren().add(label);
                    }
                    case Line.Quantity quantity ->
                        calibration
                                .getChildren()
                                .add(new Label(quantity.label() + "  " + quantity.text() + " " + quantity.unit() + "   "
                                        + quantity.note()));
                    case Line.Sentence sentence -> calibration.getChildren().add(muted(sentence.text()));
                    case Line.Table _, Line.Advice _ -> {}
                }
            }
        }));
    }

    private void add(boolean fromY) {
        DecimalMark mark = workspace.table().map(Table::decimalMark).orElse(DecimalMark.POINT);
        OptionalDouble value = NumberText.number(at.getText().strip().replace('−', '-'), mark);
        OptionalInt times = times();
        if (value.isEmpty()) {
            showError("Type a number to read at.");
        } else if (times.isEmpty() || !fromY && times.getAsInt() > 0) {
            showError(
                    times.isEmpty()
                            ? "How often an unknown was measured is a whole number."
                            : "Only a y is measured: x → y needs no m.");
        } else {
            clearError();
            workspace.figureInView().ifPresent(figure -> workspace
                    .series()
                    .map(SeriesAnalysis::key)
                    .ifPresent(key -> workspace.perform(new FigureEdit.PutNote(
                            figure.id(),
                            new Note.ReadingMarker(
                                    figure.style().nextNoteId(),
                                    key,
                                    fromY,
                                    value.getAsDouble(),
                                    true,
                                    times.getAsInt())))));
            at.clear();
            at.requestFocus();
        }
    }

    private OptionalInt times() {
        String text = measured.getText().strip();
        return text.isEmpty()
                ? OptionalInt.of(0)
                : text.matches("[0-9]{1,6}") ? OptionalInt.of(Integer.parseInt(text)) : OptionalInt.empty();
    }

    private void copy() {
        workspace
                .figure()
                .ifPresent(figure -> SystemClipboard.copyText(ReadingsTable.copied(ReadingsTable.of(figure))));
        workspace.messages().show("The readings are on the clipboard, at full precision.");
    }

    private void asTable() {
        workspace.figure().ifPresent(figure -> {
            close();
            workspace.perform(StudyEdit.AddTable.to(workspace.study(), ReadingsTable.asTable(figure)));
        });
    }
}
