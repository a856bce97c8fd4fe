package helvo.desktop.figure;

import static helvo.desktop.controls.Controls.button;
import static helvo.desktop.controls.Controls.field;
import static helvo.desktop.controls.Controls.mainButton;
import static helvo.desktop.controls.Controls.setShown;

import helvo.core.RootLocale;
import helvo.core.study.TableEdit;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.workspace.Workspace;
import helvo.figure.layout.HitTarget;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;

/// The panel of points that were pressed or encircled: their numbers, and what can be done with them.
public final class PointsPanel extends Panel {
    private final TextField reason =
            field("points-reason", "Why the rows are excluded, or what their group is called", 14);
    private final Button aside = mainButton("points-aside", "Exclude", this::exclude);
    private final Button others = button("points-others", "Fit these alone: exclude all others", this::setOthersAside);
    private final Button style;
    private final PartOfPointsBox part;
    private final Button group = button("points-group", "A group of their own", this::setGroup);
    private int[] rows = {};
    private Optional<SeriesKey> series = Optional.empty();

    public PointsPanel(Workspace workspace, Panels panels, FigureView view) {
        super(workspace, panels, "points-panel", "", 290);
        part = new PartOfPointsBox(workspace, this::close);
        reason.setPromptText("reason, or the group’s name");
        var show = button("points-show", "Show in the table", () -> {
            close();
            workspace.reveal(rows[0]);
        });
        style = button("points-looks", "Marker, colour, labels …", () -> {
            close();
            series.ifPresent(key -> new PartOpener(panels, () -> view).show(new HitTarget.LegendEntry(key), 160));
        });
        getChildren().addAll(heading, part, reason, new FlowPane(8, 8, aside, others, group, show, style), wrong);
    }

    /// @param of the series of a point that was pressed; empty for points that were encircled
    void about(int[] pressed, Optional<SeriesKey> of, String says) {
        rows = pressed;
        series = of;
        heading.setText(says);
    }

    @Override
    protected void begin() {
        clearError();
        reason.clear();
        workspace.table().ifPresent(table -> {
            boolean back = Arrays.stream(rows).allMatch(table.excluded()::has);
            aside.setText(
                    back ? "Include" : rows.length == 1 ? "Exclude" : RootLocale.format("Exclude %,d", rows.length));
            setShown(reason, !back);
            setShown(others, rows.length > 1);
            setShown(group, rows.length > 1);
            setShown(style, series.isPresent());
        });
        part.about(rows);
        focus(aside);
    }

    private String why(String usual) {
        return reason.getText().isBlank() ? usual : reason.getText().strip();
    }

    private void exclude() {
        Table table = workspace.table().orElseThrow();
        List<Integer> chosen = Arrays.stream(rows).boxed().toList();
        close();
        workspace.perform(
                chosen.stream().allMatch(table.excluded()::has)
                        ? new TableEdit.IncludeRows(table.id(), chosen)
                        : new TableEdit.ExcludeRows(table.id(), chosen, why("on the figure")));
    }

    /// A column that says which rows they are, and splits the series by it.
    private void setGroup() {
        close();
        workspace.perform(PointsGroup.of(workspace.table().orElseThrow(), rows, why("chosen")));
    }

    private void setOthersAside() {
        Table table = workspace.table().orElseThrow();
        List<Integer> all = IntStream.range(0, table.rows())
                .filter(row ->
                        Arrays.binarySearch(rows, row) < 0 && !table.excluded().has(row))
                .boxed()
                .toList();
        close();
        workspace.perform(new TableEdit.ExcludeRows(table.id(), all, why("not among the chosen points")));
    }
}
