package helvo.desktop.measurements;

import static helvo.desktop.controls.Controls.mainButton;
import static helvo.desktop.controls.Controls.muted;
import static helvo.desktop.controls.Controls.strong;

import helvo.core.study.StudyEdit;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Statistic;
import helvo.core.table.Table;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.workspace.Workspace;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;

/// Groups rows by one or more columns and takes statistics of others, as a table that follows this one.
public final class SummaryPanel extends Panel {
    private final ColumnBoxes by = new ColumnBoxes("summary-by-", this::update);
    private final ColumnBoxes of = new ColumnBoxes("summary-of-", this::update);
    private final Map<Statistic, CheckBox> statistics = new EnumMap<>(Statistic.class);
    private final Label gives = muted("");
    private Table table;

    @SuppressWarnings("NullAway.Init") // set before it is read
    public SummaryPanel(Workspace workspace, Panels panels) {
        super(workspace, panels, "summary", "Averages of repeats", 440);
        var middles = new FlowPane(12, 6);
        var spreads = new FlowPane(12, 6);
        for (Statistic statistic : Statistic.values()) {
            var box = new CheckBox(statistic.words().replaceAll(" of$", ""));
            box.setId("summary-" + statistic.name().toLowerCase(Locale.ROOT).replace('_', '-'));
            box.setSelected(statistic == Statistic.MEAN || statistic == Statistic.STANDARD_DEVIATION);
            box.setOnAction(_ -> update());
            statistics.put(statistic, box);
            (statistic.isSpread() ? spreads : middles).getChildren().add(box);
        }
        getChildren()
                .addAll(
                        heading,
                        strong("One row for each different"),
                        by,
                        strong("Of"),
                        of,
                        strong("Take"),
                        middles,
                        strong("Spread: the first serves as error bars"),
                        spreads,
                        gives,
                        wrong,
                        mainButton("summary-make", "Make the table", this::make));
    }

    /// What it does by name, for the finder and for keys.
    public static void addTo(Commands commands, Workspace workspace, Panels panels) {
        commands.add(
                "Averages of repeats: mean, sum, spread by group …",
                "Shortcut+Shift+A",
                () -> workspace.table().isPresent(),
                () -> panels.show(SummaryPanel.class));
    }

    @Override
    protected void begin() {
        table = workspace.table().orElseThrow();
        heading.setText("Averages of repeats in " + table.name());
        clearError();
        by.fill(table.columns());
        of.fill(table.columns().stream()
                .filter(column -> column.kind() == Kind.NUMBER)
                .toList());
        for (Column column : table.columns()) {
            boolean repeats = column.role() == Role.BY || column.role() == Role.X;
            by.tick(column, repeats);
            of.tick(column, column.role() == Role.Y);
        }
        update();
        by.getChildren().stream().findFirst().ifPresent(this::focus);
    }

    private List<Statistic> taken() {
        return statistics.entrySet().stream()
                .filter(box -> box.getValue().isSelected())
                .map(Map.Entry::getKey)
                .toList();
    }

    /// What is summarised: a column that groups is not.
    private List<Integer> summarised() {
        var columns = new ArrayList<>(of.ticked());
        columns.removeAll(by.ticked());
        return columns;
    }

    private void update() {
        clearError();
        List<String> headings = summarised().stream()
                .flatMap(id -> taken().stream()
                        .map(statistic ->
                                statistic.heading(table.column(id).heading()).name()))
                .toList();
        gives.setText(
                headings.isEmpty()
                        ? ""
                        : "Gives the columns "
                                + by.ticked().stream()
                                        .map(id -> table.column(id).name())
                                        .collect(Collectors.joining(", "))
                                + ", "
                                + String.join(", ", headings) + ".");
    }

    private void make() {
        if (by.ticked().isEmpty()) {
            showError("Select at least one column to group the rows by.");
        } else if (summarised().isEmpty()) {
            showError("Select at least one column of numbers, other than those to group by.");
        } else if (taken().isEmpty()) {
            showError("Select what to take of them, such as the mean.");
        } else {
            String name = table.name() + " by "
                    + by.ticked().stream().map(id -> table.column(id).name()).collect(Collectors.joining(", "));
            workspace.perform(new StudyEdit.Summarise(table.id(), name, by.ticked(), summarised(), taken()));
            close();
        }
    }
}
