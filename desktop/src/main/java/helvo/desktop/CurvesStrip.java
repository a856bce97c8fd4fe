package helvo.desktop;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.curve.Curve;
import helvo.core.curve.Curves;
import helvo.core.study.FigureEdit;
import javafx.geometry.Insets;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/// Curves: every shape fitted to the series in view, side by side as small pictures. One press chooses.
final class CurvesStrip extends HBox {
    private final Session session;
    private final Label series = new Label();
    private final Label points = new Label();
    private final HBox cards = new HBox(8);
    private final ScrollPane scroll = new ScrollPane(cards);

    CurvesStrip(Session session) {
        this.session = session;
        getStyleClass().add("curves");
        var heading = new Label("Curves");
        heading.getStyleClass().add("region-heading");
        points.getStyleClass().add("muted");
        var judged = new Label("judged by AICc");
        judged.getStyleClass().add("muted");
        judged.setTooltip(new javafx.scene.control.Tooltip("The bar under each picture is the curve's share of the evidence, by the AICc of the fits."));
        var text = new VBox(2, heading, series, points, judged);
        text.setMinWidth(96);
        text.setPrefWidth(96);
        series.setMaxWidth(96);
        cards.setFillHeight(true);
        cards.setPadding(new Insets(0, 0, 9, 0)); // room for the scroll bar of a narrow window
        scroll.setFitToHeight(true);
        scroll.setVbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.setMinHeight(Region.USE_PREF_SIZE);
        HBox.setHgrow(scroll, Priority.ALWAYS);
        getChildren().addAll(text, scroll);
        var group = new ToggleGroup();
        for (Curve shape : Curves.offered()) {
            var card = new CurveCard(shape);
            card.setToggleGroup(group);
            card.setOnAction(_ -> choose(card));
            cards.getChildren().add(card);
        }
        session.analysis().subscribe(_ -> update());
        session.tableId().subscribe(_ -> update());
        session.seriesPlace().subscribe(_ -> update());
    }

    private void update() {
        var figure = session.figure();
        var current = session.series();
        boolean there = figure.isPresent() && current.isPresent();
        setVisible(there);
        setManaged(there);
        if (there) {
            show(figure.get(), current.get());
        }
    }

    private void show(FigureAnalysis figure, SeriesAnalysis current) {
        series.setText(figure.series().size() > 1 ? current.label() : "");
        series.setStyle("-fx-text-fill: " + SeriesColors.of(figure.series().indexOf(current)));
        series.getStyleClass().setAll("label", "strong");
        int n = current.points().size();
        points.setText("%,d %s".formatted(n, n == 1 ? "point" : "points"));
        for (Node card : cards.getChildren()) {
            var of = (CurveCard) card;
            of.show(current, SeriesColors.of(figure.series().indexOf(current)), figure.numbers());
            of.setSelected(of.shape().equals(current.chosen().curve()));
        }
        bringIntoView();
    }

    /// The chosen shape is seen, wherever the others were scrolled to.
    private void bringIntoView() {
        cards.getChildren().stream().filter(card -> ((CurveCard) card).isSelected()).findFirst().ifPresent(card -> Platform.runLater(() -> {
            double hidden = cards.getWidth() - scroll.getViewportBounds().getWidth();
            double left = scroll.getHvalue() * hidden;
            boolean seen = card.getBoundsInParent().getMinX() >= left && card.getBoundsInParent().getMaxX() <= left + scroll.getViewportBounds().getWidth();
            if (hidden > 0 && !seen) {
                scroll.setHvalue(Math.clamp((card.getBoundsInParent().getCenterX() - scroll.getViewportBounds().getWidth() / 2) / hidden, 0, 1));
            }
        }));
    }

    private void choose(CurveCard card) {
        card.setSelected(true);
        session.figure().ifPresent(figure -> session.series()
                .ifPresent(series -> session.perform(new FigureEdit.ChooseCurve(figure.figure().id(), series.key(), card.shape()))));
    }
}
