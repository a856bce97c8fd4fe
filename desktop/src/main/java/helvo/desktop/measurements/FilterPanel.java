package helvo.desktop.measurements;

import static helvo.desktop.controls.Controls.button;
import static helvo.desktop.controls.Controls.field;
import static helvo.desktop.controls.Controls.mainButton;
import static helvo.desktop.controls.Controls.muted;
import static helvo.desktop.controls.Controls.setShown;

import helvo.core.RootLocale;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.core.table.RowCondition;
import helvo.core.table.Table;
import helvo.desktop.controls.ValueList;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.workspace.Workspace;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import javafx.geometry.Pos;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/// The panel that chooses rows by the values of columns: those that figure and fits use, or those to exclude.
public final class FilterPanel extends Panel {
    /// Numbers with no more different values than these are ticked, others are given as a range.
    private static final int FEW = 24;

    private final VBox conditions = new VBox(4);
    private final ChoiceBox<Column> column = ValueSetPanel.columns("filter-column", "Column to choose rows by");
    private final ValueList values = new ValueList("filter-value", () -> clearError());
    private final TextField from = field("filter-from", "From this value", 8);
    private final TextField to = field("filter-to", "To this value", 8);
    private final HBox range = new HBox(8, new Label("from"), from, new Label("to"), to);
    private final TextField reason = field("filter-reason", "Reason for excluding rows", 14);
    private Table table;

    @SuppressWarnings("NullAway.Init") // set before it is read
    public FilterPanel(Workspace workspace, Panels panels) {
        super(workspace, panels, "filter", "Only these rows", 410);
        range.setAlignment(Pos.CENTER_LEFT);
        column.valueProperty().subscribe(this::list);
        from.setOnAction(_ -> use());
        to.setOnAction(_ -> use());
        var excluded =
                new HBox(8, new Label("Reason"), reason, button("filter-aside", "Exclude these rows", this::exclude));
        excluded.setAlignment(Pos.CENTER_LEFT);
        HBox.setHgrow(reason, Priority.ALWAYS);
        getChildren()
                .addAll(
                        heading,
                        conditions,
                        new HBox(8, new Label("Rows where"), column),
                        values,
                        range,
                        wrong,
                        new FlowPane(
                                8,
                                8,
                                mainButton("filter-use", "Use only these", this::use),
                                button("filter-all", "Use all rows", () -> {
                                    workspace.perform(new FigureEdit.SetConditions(figure().id(), List.of()));
                                    close();
                                })),
                        muted("Or leave them in the table, struck through, and out of every fit:"),
                        excluded);
    }

    /// What it does by name, for the finder and for keys.
    public static void addTo(Commands commands, Workspace workspace, Panels panels) {
        commands.add(
                "Only these rows: filter by value or range …",
                "Shortcut+Shift+O",
                () -> workspace.table().isPresent(),
                () -> panels.show(FilterPanel.class));
        commands.add(
                "Exclude rows by condition …",
                "",
                () -> workspace.table().isPresent(),
                () -> panels.show(FilterPanel.class));
    }

    @Override
    protected void begin() {
        table = workspace.table().orElseThrow();
        clearError();
        reason.clear();
        conditions.getChildren().clear();
        List<RowCondition> only = figure().conditions();
        for (RowCondition condition : only) {
            var text = new Label("Now only rows where " + condition.sentence(table));
            text.setWrapText(true);
            HBox.setHgrow(text, Priority.ALWAYS);
            var drop = button("filter-drop-" + only.indexOf(condition), "Drop", () -> {
                workspace.perform(new FigureEdit.SetConditions(
                        figure().id(),
                        only.stream().filter(each -> each != condition).toList()));
                begin();
            });
            drop.setMinWidth(USE_PREF_SIZE);
            conditions.getChildren().add(new HBox(8, text, drop));
        }
        Column chosen = column.getValue();
        column.getItems().setAll(table.columns());
        column.setValue(table.columns().stream()
                .filter(each -> chosen != null && each.id() == chosen.id())
                .findFirst()
                .orElse(table.columns().getFirst()));
        focus(column);
    }

    private Figure figure() {
        return workspace.figureInView().orElseThrow();
    }

    private Optional<Map<Cell, Integer>> few(Column of) {
        return of.values(of.kind() == Kind.TEXT ? ValueList.MAX : FEW);
    }

    private void list(Column chosen) {
        if (chosen == null) {
            return;
        }
        Optional<Map<Cell, Integer>> few = few(chosen);
        setShown(values, few.isPresent());
        boolean ranged = chosen.kind() != Kind.TEXT;
        setShown(range, ranged);
        from.clear();
        to.clear();
        showError(
                few.isEmpty() && !ranged
                        ? RootLocale.format(
                                "This column has more than %,d different texts: choose by another.", ValueList.MAX)
                        : "");
        List<RowCondition> now = figure().conditions().stream()
                .filter(each -> each.column() == chosen.id())
                .toList();
        few.ifPresent(found -> values.show(
                table,
                chosen,
                found,
                now.stream()
                        .flatMap(each -> switch (each) {
                            case RowCondition.Is(var _, Cell value) -> List.of(value).stream();
                            case RowCondition.OneOf(var _, List<Cell> ticked) -> ticked.stream();
                            case RowCondition.Between _, RowCondition.Beyond _, RowCondition.IsNot _ ->
                                List.<Cell>of().stream();
                        })
                        .toList()));
        now.stream()
                .filter(RowCondition.Between.class::isInstance)
                .map(RowCondition.Between.class::cast)
                .findFirst()
                .ifPresent(between -> {
                    from.setText(
                            Double.isInfinite(between.low())
                                    ? ""
                                    : chosen.format().shown(between.low(), table.decimalMark()));
                    to.setText(
                            Double.isInfinite(between.high())
                                    ? ""
                                    : chosen.format().shown(between.high(), table.decimalMark()));
                });
    }

    /// What is ticked or given as a range; empty, with a word why, when there is nothing or it is wrong.
    private Optional<RowCondition> condition() {
        Column chosen = column.getValue();
        boolean ranged =
                range.isVisible() && !(from.getText().isBlank() && to.getText().isBlank());
        if (!ranged) {
            List<Cell> ticked = values.isVisible() ? values.ticked() : List.of();
            if (ticked.isEmpty()) {
                showError(
                        range.isVisible()
                                ? "Give a value from or to which rows are used"
                                        + (values.isVisible() ? ", or select some." : ".")
                                : "Select at least one value.");
                return Optional.empty();
            }
            return Optional.of(new RowCondition.OneOf(chosen.id(), ticked));
        }
        double low = limit(chosen, from, Double.NEGATIVE_INFINITY);
        double high = limit(chosen, to, Double.POSITIVE_INFINITY);
        if (Double.isNaN(low) || Double.isNaN(high)) {
            showError(RootLocale.format(
                    "“%s” is not a %s.",
                    (Double.isNaN(low) ? from : to).getText(), chosen.kind() == Kind.DATE ? "date" : "number"));
            return Optional.empty();
        }
        if (low > high) {
            showError("“From” must not be greater than “to”.");
            return Optional.empty();
        }
        return Optional.of(new RowCondition.Between(chosen.id(), low, high));
    }

    private double limit(Column of, TextField field, double open) {
        return field.getText().isBlank()
                ? open
                : of.typed(field.getText(), table.decimalMark()) instanceof Cell.Number(double number)
                        ? number
                        : Double.NaN;
    }

    /// Another condition on a column takes the place of the one before it.
    private void use() {
        condition().ifPresent(condition -> {
            var all = new ArrayList<>(figure().conditions());
            all.removeIf(each -> each.column() == condition.column());
            all.add(condition);
            workspace.perform(new FigureEdit.SetConditions(figure().id(), all));
            close();
        });
    }

    private void exclude() {
        condition().ifPresent(condition -> {
            var meets = condition.in(table);
            long rows = IntStream.range(0, table.rows()).filter(meets).count();
            workspace.perform(new TableEdit.ExcludeWhere(
                    table.id(),
                    List.of(condition),
                    reason.getText().isBlank()
                            ? condition.sentence(table)
                            : reason.getText().strip()));
            workspace
                    .messages()
                    .show(RootLocale.format(
                            "%,d %s excluded: %s.",
                            rows, rows == 1 ? "row was" : "rows were", condition.sentence(table)));
            close();
        });
    }
}
