package helvo.desktop;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Quality;
import helvo.core.number.ValueText;
import java.util.OptionalDouble;
import javafx.geometry.Insets;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.paint.Color;
import javafx.scene.shape.Rectangle;

/// One curve shape in the strip: its name, R², a small picture of it over the points, and its share of the evidence.
final class CurveCard extends ToggleButton {
    private static final double WIDTH = 140;
    private static final double HEIGHT = 46;

    CurveCard(SeriesAnalysis series, FitOutcome outcome, OptionalDouble weight, String color) {
        getStyleClass().setAll("toggle-button", "curve-card");
        setId("curve-" + outcome.curve().name().toLowerCase().replace(' ', '-'));
        var name = new Label(outcome.curve().name());
        name.getStyleClass().add("strong");
        var r2 = new Label();
        r2.getStyleClass().add("muted");
        var head = new BorderPane();
        head.setLeft(name);
        head.setRight(r2);
        head.setPrefWidth(WIDTH);
        var card = new VBox(3, head);
        switch (outcome) {
            case FitOutcome.Fitted(Fit fit) -> {
                String value = fit.quality().r2().isPresent() ? ValueText.share(fit.quality().r2().getAsDouble()) : "–";
                r2.setText(value);
                var picture = new FitPicture(series.points(), fit, color, WIDTH, HEIGHT);
                if (fit.quality().about() == Quality.About.ZERO) {
                    var about = new Label("R² about zero");
                    about.getStyleClass().add("small");
                    StackPane.setAlignment(about, javafx.geometry.Pos.BOTTOM_RIGHT);
                    card.getChildren().add(new StackPane(picture, about));
                } else {
                    card.getChildren().add(picture);
                }
                card.getChildren().add(evidence(weight, color));
                setAccessibleText("%s, R squared %s%s".formatted(outcome.curve().name(), value,
                        weight.isPresent() ? ", weight of evidence " + Math.round(100 * weight.getAsDouble()) + " percent" : ""));
            }
            case FitOutcome.NotFitted(_, var reason) -> {
                var why = new Label(reason.sentence());
                why.getStyleClass().add("muted");
                why.setWrapText(true);
                why.setMaxWidth(WIDTH);
                why.setPrefHeight(HEIGHT + 8);
                card.getChildren().add(why);
                setAccessibleText(outcome.curve().name() + ": " + reason.sentence());
            }
        }
        card.setPadding(new Insets(6, 9, 7, 9));
        setGraphic(card);
    }

    private static StackPane evidence(OptionalDouble weight, String color) {
        var ground = new Rectangle(WIDTH, 4, Color.web("#E3E1E7"));
        var bar = new Rectangle(WIDTH * weight.orElse(0), 4, Color.web(color));
        var stack = new StackPane(ground, bar);
        StackPane.setAlignment(bar, javafx.geometry.Pos.CENTER_LEFT);
        return stack;
    }
}
