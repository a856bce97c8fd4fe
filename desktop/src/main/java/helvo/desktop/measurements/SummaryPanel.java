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
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;

/// Groups rows by one or more columns and takes statistics of others, as a table that follows this one.
public final class SummaryPanel extends Panel {
    private final FlowPane groups = new FlowPane(12, 6);
    private final FlowPane values = new FlowPane(12, 6);
    private final Map<Integer, CheckBox> by = new LinkedHashMap<>();
    private final Map<Integer, CheckBox> of = new LinkedHashMap<>();
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
                        groups,
                        strong("Of"),
                        values,
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
        fill(groups, by, table.columns(), "summary-by-");
        fill(
                values,
                of,
                table.columns().stream()
                        .filter(column -> column.kind() == Kind.NUMBER)
                        .toList(),
                "summary-of-");
        for (Column column : table.columns()) {
            boolean repeats = column.role() == Role.BY || column.role() == Role.X;
            select(by, column, repeats);
            select(of, column, column.role() == Role.Y);
        }
        update();
        by.values().stream().findFirst().ifPresent(this::focus);
    }

    private static void select(Map<Integer, CheckBox> boxes, Column column, boolean selected) {
        CheckBox box = boxes.get(column.id());
        if (box != null) {
            box.setSelected(selected);
        }
    }

    private void fill(FlowPane pane, Map<Integer, CheckBox> boxes, List<Column> columns, String id) {
        pane.getChildren().clear();
        boxes.clear();
        for (Column column : columns) {
            var box = new CheckBox(column.name());
            box.setId(id + column.id());
            box.setMnemonicParsing(false);
            box.setMaxWidth(200);
            box.setOnAction(_ -> update());
            boxes.put(column.id(), box);
            pane.getChildren().add(box);
        }
    }

    private static <K> List<K> ticked(Map<K, CheckBox> boxes) {
        return boxes.entrySet().stream()
                .filter(box -> box.getValue().isSelected())
                .map(Map.Entry::getKey)
                .toList();
    }

    /// What is summarised: a column that groups is not.
    private List<Integer> summarised() {
        var columns = new ArrayList<>(ticked(of));
        columns.removeAll(ticked(by));
        return columns;
    }

    private void update() {
        clearError();
        List<String> headings = summarised().stream()
                .flatMap(id -> ticked(statistics).stream()
                        .map(statistic ->
                                statistic.heading(table.column(id).heading()).name()))
                .toList();
        gives.setText(
                headings.isEmpty()
                        ? ""
                        : "Gives the columns "
                                + ticked(by).stream()
                                        .map(id -> table.column(id).name())
                                        .collect(Collectors.joining(", "))
                                + ", "
                                + String.join(", ", headings) + ".");
    }

    private void make() {
        if (ticked(by).isEmpty()) {
            showError("Select at least one column to group the rows by.");
        } else if (summarised().isEmpty()) {
            showError("Select at least one column of numbers, other than those to group by.");
        } else if (ticked(statistics).isEmpty()) {
            showError("Select what to take of them, such as the mean.");
        } else {
            String name = table.name() + " by "
                    + ticked(by).stream().map(id -> table.column(id).name()).collect(Collectors.joining(", "));
            workspace.perform(new StudyEdit.Summarise(table.id(), name, ticked(by), summarised(), ticked(statistics)));
            close();
        }
    }
}
