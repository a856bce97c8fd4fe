package helvo.desktop.results;

import static helvo.desktop.controls.Controls.button;
import static helvo.desktop.controls.Controls.field;
import static helvo.desktop.controls.Controls.mainButton;
import static helvo.desktop.controls.Controls.muted;
import static helvo.desktop.controls.Controls.setShown;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Fit;
import helvo.core.number.DecimalMark;
import helvo.core.prediction.QuantityDefinition;
import helvo.core.results.QuantityResults;
import helvo.core.results.Results.Line;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.style.SymbolNames;
import helvo.core.table.Heading;
import helvo.core.table.Table;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.workspace.Workspace;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/// Quantities that are worked out of the coefficients of the chosen curve: the usual ones of its kind, and any by a
/// formula. They stand in the results and follow the data.
public final class QuantitiesPanel extends Panel {
    private final FlowPane usual = new FlowPane(6, 6);
    private final GridPane known = new GridPane(12, 6);
    private final TextField name = field("quantity-name", "Name and unit of the quantity, as g (m/s²)", 16);
    private final TextField formula = field("quantity-formula", "Formula over the coefficients", 24);
    private final Label preview = muted("");
    private final Label coefficients = muted("");

    public QuantitiesPanel(Workspace workspace, Panels panels) {
        super(workspace, panels, "quantities", "Quantities from the coefficients", 560);
        place(Pos.TOP_CENTER, 110, 40);
        name.setPromptText("g (m/s²)");
        formula.setPromptText("4 π² / slope");
        name.setOnAction(_ -> add());
        formula.setOnAction(_ -> add());
        for (TextField each : List.of(name, formula)) {
            each.textProperty().subscribe(_ -> preview());
        }
        var fields = new GridPane(8, 8);
        fields.addRow(0, new Label("Name (unit)"), name);
        fields.addRow(1, new Label("Formula"), formula);
        GridPane.setHgrow(formula, Priority.ALWAYS);
        getChildren()
                .addAll(
                        heading,
                        known,
                        usual,
                        fields,
                        coefficients,
                        preview,
                        wrong,
                        mainButton("quantity-add", "Add to the results", this::add));
        workspace.analysis().subscribe(_ -> {
            if (isVisible()) {
                show();
            }
        });
    }

    /// What it does by name, for the finder and for keys.
    public static void addTo(Commands commands, Workspace workspace, Panels panels) {
        commands.add(
                "Quantities from the coefficients: half-life, zero crossing, by formula …",
                "",
                () -> workspace.series().flatMap(SeriesAnalysis::fit).isPresent(),
                () -> panels.show(QuantitiesPanel.class));
    }

    @Override
    protected void begin() {
        clearError();
        name.clear();
        formula.clear();
        show();
        focus(formula);
    }

    @Override
    protected boolean isToggle() {
        return true;
    }

    private Optional<Fit> fit() {
        return workspace.series().flatMap(SeriesAnalysis::fit);
    }

    private void show() {
        known.getChildren().clear();
        usual.getChildren().clear();
        Optional<Figure> figure = workspace.figureInView();
        List<QuantityDefinition> all = figure.map(Figure::quantities).orElse(List.of());
        for (int i = 0; i < all.size(); i++) {
            known(i, all.get(i));
        }
        setShown(known, !all.isEmpty());
        fit().ifPresent(fit -> QuantityDefinition.usual(fit).stream()
                .filter(each -> all.stream()
                        .noneMatch(other ->
                                other.heading().name().equals(each.heading().name())))
                .forEach(each -> usual.getChildren().add(offer(each))));
        coefficients.setText(fit().map(fit -> "This curve has "
                        + fit.coefficients().stream()
                                .map(each -> named(fit, each.name()))
                                .collect(Collectors.joining(", "))
                        + "; area is that under the points.")
                .orElse("No curve is fitted."));
        preview();
    }

    private static String named(Fit fit, String coefficient) {
        String label = fit.curve().label(coefficient);
        return label.equals(coefficient) ? coefficient : label + " (" + coefficient + ")";
    }

    private Button offer(QuantityDefinition each) {
        String id = each.heading().name().replaceAll("[^a-z]+", "-");
        Button add = button("quantity-usual-" + id, "+ " + each.heading().name(), () -> set(each));
        add.setAccessibleText("Add to the results: " + each.heading().name() + " = " + each.formula());
        return add;
    }

    private void known(int row, QuantityDefinition each) {
        var value = new Label(said(each));
        value.setWrapText(true);
        var remove = button("quantity-remove-" + row, "Remove", () -> workspace
                .figureInView()
                .ifPresent(figure -> workspace.perform(new FigureEdit.RemoveQuantity(
                        figure.id(), each.heading().name()))));
        remove.getStyleClass().setAll("button", "look-choice");
        remove.setAccessibleText("Remove " + each.heading().name());
        var edit = button("quantity-edit-" + row, "Change", () -> {
            name.setText(each.heading().text());
            formula.setText(each.formula());
            formula.requestFocus();
            formula.end();
        });
        edit.getStyleClass().setAll("button", "look-choice");
        edit.setAccessibleText("Change " + each.heading().name());
        var text = new VBox(1, value, muted(each.heading().name() + " = " + each.formula()));
        GridPane.setHgrow(text, Priority.ALWAYS);
        known.addRow(row, text, new HBox(2, edit, remove));
    }

    /// The value in words, or why there is none.
    private String said(QuantityDefinition each) {
        return workspace
                .series()
                .flatMap(
                        series -> series.fit()
                                .map(fit -> QuantityResults.lines(
                                                QuantityResults.of(each, series, fit, mark()),
                                                workspace.study().numbers())
                                        .stream()
                                        .map(QuantitiesPanel::text)
                                        .collect(Collectors.joining("\n"))))
                .orElse("");
    }

    private static String text(Line line) {
        return switch (line) {
            case Line.Quantity(var label, var text, var unit, var _, var _) -> label + " = " + text + " " + unit;
            case Line.Sentence(var sentence, var _) -> sentence;
            case Line.Heading _, Line.Table _, Line.Advice _ -> "";
        };
    }

    private DecimalMark mark() {
        return workspace.table().map(Table::decimalMark).orElse(DecimalMark.POINT);
    }

    private Optional<QuantityDefinition> typed() {
        String called = name.getText().isBlank() ? formula.getText() : name.getText();
        return formula.getText().isBlank()
                ? Optional.empty()
                : Optional.of(new QuantityDefinition(
                        Heading.of(SymbolNames.replaced(called.strip(), true)),
                        formula.getText().strip()));
    }

    private void preview() {
        preview.setText(typed().map(this::said).orElse(""));
        setShown(preview, !preview.getText().isEmpty());
    }

    private void add() {
        typed().ifPresentOrElse(
                        definition -> {
                            clearError();
                            set(definition);
                            name.clear();
                            formula.clear();
                            formula.requestFocus();
                        },
                        () -> {
                            showError("Write a formula over the coefficients, such as 2 slope.");
                            formula.requestFocus();
                        });
    }

    private void set(QuantityDefinition definition) {
        workspace
                .figureInView()
                .ifPresent(figure -> workspace.perform(new FigureEdit.SetQuantity(figure.id(), definition)));
    }
}
