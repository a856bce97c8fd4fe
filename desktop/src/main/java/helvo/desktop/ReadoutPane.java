package helvo.desktop;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.readout.Readout;
import helvo.core.readout.Readout.Line;
import javafx.geometry.HPos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/// Readout: what the figure says of one series, in words and numbers.
final class ReadoutPane extends VBox {
    private final Session session;
    private final Tabs tabs;
    private final VBox content = new VBox(10);

    ReadoutPane(Session session) {
        this.session = session;
        getStyleClass().addAll("side", "readout");
        setPrefWidth(286);
        setMinWidth(250);
        var heading = new Label("Readout");
        heading.getStyleClass().add("region-heading");
        tabs = new Tabs("series-", session::showSeries);
        content.getStyleClass().add("readout-content");
        var scroll = new ScrollPane(content);
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        getChildren().addAll(heading, tabs, scroll);
        session.analysis().subscribe(_ -> update());
        session.tableId().subscribe(_ -> update());
        session.seriesPlace().subscribe(_ -> update());
    }

    private void update() {
        content.getChildren().clear();
        session.figure().ifPresent(figure -> {
            tabs.setVisible(figure.series().size() > 1);
            tabs.setManaged(figure.series().size() > 1);
            tabs.show(figure.series().stream().map(SeriesAnalysis::label).toList(),
                    session.series().map(figure.series()::indexOf).orElse(0));
            figure.missing().ifPresentOrElse(text -> content.getChildren().add(sentence(text, false)),
                    () -> session.series().ifPresent(series -> show(figure, series)));
        });
    }

    private void show(FigureAnalysis figure, SeriesAnalysis series) {
        Readout readout = Readout.of(figure, series);
        if (!readout.equation().isEmpty()) {
            Label equation = sentence(readout.equation(), false);
            equation.setId("equation");
            equation.getStyleClass().add("equation");
            content.getChildren().add(equation);
            Label units = sentence(readout.units(), false);
            units.getStyleClass().add("muted");
            if (!readout.units().isEmpty()) {
                content.getChildren().add(units);
            }
        }
        GridPane quantities = null;
        for (Line line : readout.lines()) {
            switch (line) {
                case Line.Quantity quantity -> {
                    if (quantities == null) {
                        quantities = grid();
                        content.getChildren().add(quantities);
                    }
                    add(quantities, quantity);
                }
                case Line.Sentence(var text, var warns) -> {
                    quantities = null;
                    content.getChildren().add(sentence(text, warns));
                }
            }
        }
    }

    private static GridPane grid() {
        var grid = new GridPane(8, 5);
        var label = new ColumnConstraints();
        label.setMinWidth(64);
        var value = new ColumnConstraints();
        value.setMinWidth(90);
        value.setHgrow(Priority.ALWAYS);
        var unit = new ColumnConstraints();
        unit.setHalignment(HPos.RIGHT);
        grid.getColumnConstraints().addAll(label, value, unit);
        return grid;
    }

    private static void add(GridPane grid, Line.Quantity quantity) {
        var label = new Label(quantity.label());
        label.getStyleClass().add("muted");
        var value = new Label(quantity.text());
        value.getStyleClass().add("value");
        value.setId("value-" + quantity.label().replace(' ', '-'));
        value.setAccessibleText(quantity.label() + " " + quantity.text() + " " + quantity.unit());
        value.setWrapText(true);
        value.setMinHeight(Region.USE_PREF_SIZE);
        var unit = new Label(quantity.unit().isEmpty() ? quantity.note() : quantity.unit());
        unit.getStyleClass().add("muted");
        unit.setMinWidth(Region.USE_PREF_SIZE);
        Node[] cells = {label, value, unit};
        grid.addRow(grid.getRowCount(), cells);
    }

    private static Label sentence(String text, boolean warns) {
        var label = new Label(text);
        label.setWrapText(true);
        label.setMinHeight(Region.USE_PREF_SIZE);
        if (warns) {
            label.getStyleClass().add("warning");
        }
        return label;
    }
}
