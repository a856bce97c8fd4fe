package helvo.desktop.curves;

import helvo.core.Phrase;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Curve;
import helvo.core.fit.Curves;
import helvo.core.fit.FitOutcome;
import helvo.core.number.NumberFormat;
import helvo.core.study.FigureEdit;
import helvo.desktop.controls.SeriesColors;
import helvo.desktop.controls.WrappedLabel;
import helvo.desktop.panels.Commands;
import helvo.desktop.workspace.Workspace;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/// Curves: every shape fitted to the series in view, side by side as small pictures. One press chooses.
public final class CurvesStrip extends HBox {
    private static final double GAP = 6;
    private static final double WIDEST = 150;
    private static final int SEVERAL = 3;

    private final Workspace workspace;
    private final Label series = new Label();
    private final Label points = new Label();
    private final Label missing = new WrappedLabel();
    private final HBox cards = new HBox(GAP);

    public CurvesStrip(Workspace workspace) {
        this.workspace = workspace;
        getStyleClass().add("curves");
        var heading = new Label("Curves");
        heading.getStyleClass().add("region-heading");
        points.getStyleClass().add("muted");
        var judged = new Label("by AICc");
        judged.getStyleClass().add("muted");
        judged.setTooltip(new Tooltip("The bar under each picture is the curve's share of the evidence, by the AICc of the fits; the "
                + "shape that has most is named in colour."));
        var text = new VBox(1, heading, series, points, judged);
        text.setMinWidth(74);
        text.setPrefWidth(74);
        series.setMaxWidth(74);
        missing.setId("curves-missing");
        missing.getStyleClass().add("muted");
        missing.setMinWidth(150);
        missing.setPrefWidth(150);
        cards.setMinWidth(0);
        HBox.setHgrow(cards, Priority.ALWAYS);
        getChildren().addAll(text, missing, cards);
        cards.widthProperty().subscribe(_ -> fit());
        var group = new ToggleGroup();
        for (Curve shape : Curves.offered()) {
            var card = new CurveCard(shape);
            card.setToggleGroup(group);
            card.setOnAction(_ -> choose(card));
            cards.getChildren().add(card);
        }
        fit();
        workspace.analysis().subscribe(_ -> update());
        workspace.tableId().subscribe(_ -> update());
        workspace.seriesPlace().subscribe(_ -> update());
    }

    private void update() {
        var figure = workspace.figure();
        var current = workspace.series();
        boolean there = figure.isPresent() && current.isPresent();
        setVisible(there);
        setManaged(there);
        if (there) {
            show(figure.get(), current.get());
        }
    }

    private void show(FigureAnalysis figure, SeriesAnalysis current) {
        series.setText(figure.series().size() > 1 ? current.label() : "");
        series.setStyle("-fx-text-fill: " + SeriesColors.of(current.slot()));
        series.getStyleClass().setAll("label", "strong");
        int n = current.points().size();
        points.setText(Phrase.of("%,d %s", n, n == 1 ? "point" : "points"));
        Optional<String> repeated = repeated(current, figure.numbers());
        show(cards, figure.hint().isEmpty());
        show(missing, repeated.isPresent() && figure.hint().isEmpty());
        missing.setText(repeated.orElse(""));
        double most = current.weights().stream().mapToDouble(weight -> weight.orElse(0)).max().orElse(0);
        for (Node card : cards.getChildren()) {
            var of = (CurveCard) card;
            boolean hasMost = most > 0 && current.weight(of.shape()).orElse(0) == most;
            of.show(current, SeriesColors.of(current.slot()), figure.numbers(), hasMost, repeated);
            of.setSelected(of.shape().equals(current.chosen().curve()));
        }
    }

    /// Why several shapes cannot be fitted; said once, not on every card.
    private static Optional<String> repeated(SeriesAnalysis current, NumberFormat numbers) {
        Map<String, Long> reasons = current.outcomes().stream().filter(FitOutcome.NotFitted.class::isInstance)
                .collect(Collectors.groupingBy(outcome -> ((FitOutcome.NotFitted) outcome).reason().sentence(numbers),
                        Collectors.counting()));
        return reasons.entrySet().stream().filter(reason -> reason.getValue() >= SEVERAL).max(Map.Entry.comparingByValue())
                .map(Map.Entry::getKey);
    }

    private static void show(Node node, boolean visible) {
        node.setVisible(visible);
        node.setManaged(visible);
    }

    /// All cards side by side, as wide as there is room for.
    private void fit() {
        int count = cards.getChildren().size();
        double width = Math.clamp(Math.floor((cards.getWidth() - (count - 1) * GAP) / count), 60, WIDEST);
        cards.getChildren().forEach(card -> ((CurveCard) card).fit(width));
    }

    private void choose(CurveCard card) {
        card.setSelected(true);
        choose(card.shape());
    }

    private void choose(Curve shape) {
        workspace.figureInView().ifPresent(figure -> workspace.series()
                .ifPresent(series -> workspace.perform(new FigureEdit.ChooseCurve(figure.id(), series.key(), shape))));
    }

    /// What can be done with curves by name.
    public void addTo(Commands commands) {
        for (Curve curve : Curves.all()) {
            commands.add("Fit: " + curve.name().toLowerCase(Locale.ROOT), "", () -> workspace.series().isPresent(), () -> choose(curve));
        }
        commands.add("Show the next series", "Shortcut+Page Down", () ->
                workspace.figure().filter(of -> of.series().size() > 1).isPresent(),
                () -> workspace.figure().ifPresent(figure -> workspace.showSeries(
                        Math.floorMod(workspace.seriesPlace().get() + 1, figure.series().size()))));
    }
}
