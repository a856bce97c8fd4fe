package helvo.desktop.panels;

import static helvo.desktop.controls.Controls.muted;

import helvo.core.study.History;
import helvo.core.study.TableEdit;
import helvo.desktop.workspace.Workspace;
import java.util.ArrayList;
import java.util.List;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;

/// The list of everything that was done. What was undone and then left for something else stands behind the step
/// where it was left.
public final class HistoryPanel extends Panel {
    /// As wide as the measurements beside the figure in a small window: the figure changes with each step.
    private static final double WIDTH = 326;

    private final ListView<HistoryEntry> list = new ListView<>();
    private final CheckBox dataOnly = new CheckBox("Only what was done to the data");

    public HistoryPanel(Workspace workspace, Panels panels) {
        super(workspace, panels, "steps", "History", WIDTH);
        place(Pos.TOP_LEFT, 56, 8);
        list.setId("steps-list");
        list.setAccessibleText("History, the latest step last");
        list.setPrefHeight(330);
        list.setCellFactory(_ -> new HistoryCell());
        list.setOnMouseClicked(_ -> go());
        list.setOnKeyPressed(event -> {
            if (event.getCode() == KeyCode.ENTER) {
                go();
                event.consume();
            }
        });
        dataOnly.setId("steps-data");
        dataOnly.setOnAction(_ -> show(workspace.history().get()));
        getChildren()
                .addAll(
                        heading,
                        muted("Click a step to have the study as it was after it. What was undone stays here until "
                                + "the study is closed."),
                        list,
                        dataOnly);
        workspace.history().subscribe(history -> {
            if (isVisible()) {
                show(history);
            }
        });
    }

    @Override
    protected void begin() {
        show(workspace.history().get());
        focus(list);
    }

    @Override
    protected boolean isToggle() {
        return true;
    }

    /// What it does by name, for the finder and for keys.
    public static void addTo(Commands commands, Panels panels) {
        commands.add(
                "History: everything that was done",
                "Shortcut+Shift+H",
                () -> true,
                () -> panels.show(HistoryPanel.class));
    }

    private void show(History history) {
        var lines = new ArrayList<HistoryEntry>();
        if (!dataOnly.isSelected()) {
            history.earlier().forEach(step -> lines.add(new HistoryEntry.Earlier(step.at(), step.sentence())));
        }
        lines.add(new HistoryEntry.AtFirst());
        addBranches(history, 0, lines);
        HistoryEntry now = lines.getFirst();
        int steps = 0;
        for (History.Step step : history.steps()) {
            steps++;
            if (!dataOnly.isSelected() || step.edit().isAboutData()) {
                add(step, steps, lines);
            }
            now = lines.getLast();
            addBranches(history, steps, lines);
        }
        for (History.Step step : history.undone()) {
            steps++;
            if (!dataOnly.isSelected() || step.edit().isAboutData()) {
                lines.add(new HistoryEntry.Undone(steps, step));
            }
        }
        list.getItems().setAll(lines);
        list.getSelectionModel()
                .select(history.steps().isEmpty() ? lines.indexOf(new HistoryEntry.AtFirst()) : lines.indexOf(now));
        // Once the lines are laid out: before, the list does not know how high they are.
        Platform.runLater(
                () -> list.scrollTo(Math.max(0, list.getSelectionModel().getSelectedIndex() - 8)));
    }

    private static void add(History.Step step, int steps, List<HistoryEntry> lines) {
        if (!(step.edit() instanceof TableEdit.AppendRows(int table, var _, var came))) {
            lines.add(new HistoryEntry.Done(steps, step));
        } else if (lines.getLast() instanceof HistoryEntry.Came last && last.table() == table) {
            lines.set(
                    lines.size() - 1,
                    new HistoryEntry.Came(steps, step, table, last.rows() + came.size(), last.times() + 1));
        } else {
            lines.add(new HistoryEntry.Came(steps, step, table, came.size(), 1));
        }
    }

    private void addBranches(History history, int steps, List<HistoryEntry> lines) {
        for (int i = 0; i < history.branches().size() && !dataOnly.isSelected(); i++) {
            History.Branch branch = history.branches().get(i);
            if (branch.leaves(history) == steps) {
                lines.add(new HistoryEntry.Left(
                        i, branch.path().size() - steps, branch.path().getLast()));
            }
        }
    }

    private void go() {
        switch (list.getSelectionModel().getSelectedItem()) {
            case HistoryEntry.AtFirst _ -> workspace.goTo(0);
            case HistoryEntry.Done(int steps, var _) -> workspace.goTo(steps);
            case HistoryEntry.Came(int steps, var _, var _, var _, var _) -> workspace.goTo(steps);
            case HistoryEntry.Undone(int steps, var _) -> workspace.goTo(steps);
            case HistoryEntry.Left(int place, var _, var _) -> workspace.takeUp(place);
            case HistoryEntry.Earlier _ ->
                showError("This was done before the study was opened, and cannot be undone any more.");
            case null -> {}
        }
    }
}
