package helvo.desktop;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.curve.Curve;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Quality;
import helvo.core.number.NumberFormat;
import helvo.core.study.SeriesKey;
import java.util.Optional;
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

    private final Curve shape;
    private final Label r2 = new Label();
    private final FitPicture picture = new FitPicture(WIDTH, HEIGHT);
    private final Label aboutZero = new Label("R² about zero");
    private final Rectangle bar = new Rectangle(0, 4);
    private final Label words = new Sentences();
    private final VBox fitted;
    private Optional<SeriesKey> pictured = Optional.empty();

    CurveCard(Curve shape) {
        this.shape = shape;
        getStyleClass().setAll("toggle-button", "curve-card");
        setId("curve-" + shape.name().toLowerCase().replace(' ', '-'));
        var name = new Label(shape.name());
        name.getStyleClass().add("strong");
        r2.getStyleClass().add("muted");
        var head = new BorderPane();
        head.setLeft(name);
        head.setRight(r2);
        head.setPrefWidth(WIDTH);
        aboutZero.getStyleClass().add("small");
        StackPane.setAlignment(aboutZero, javafx.geometry.Pos.BOTTOM_RIGHT);
        var evidence = new StackPane(new Rectangle(WIDTH, 4, Color.web("#E3E1E7")), bar);
        StackPane.setAlignment(bar, javafx.geometry.Pos.CENTER_LEFT);
        fitted = new VBox(3, new StackPane(picture, aboutZero), evidence);
        words.getStyleClass().add("muted");
        words.setPrefSize(WIDTH, HEIGHT + 8);
        var card = new VBox(3, head, new StackPane(fitted, words));
        card.setPadding(new Insets(6, 9, 7, 9));
        setGraphic(card);
    }

    Curve shape() {
        return shape;
    }

    void show(SeriesAnalysis series, String color, NumberFormat numbers) {
        Optional<FitOutcome> outcome = series.outcome(shape);
        boolean fits = outcome.isPresent() && outcome.get() instanceof FitOutcome.Fitted;
        if (outcome.isEmpty() && pictured.equals(Optional.of(series.key()))) {
            // The picture of a moment ago stays until the new one is there, its number does not.
            r2.setText("…");
            return;
        }
        pictured = fits ? Optional.of(series.key()) : Optional.empty();
        fitted.setVisible(fits);
        words.setVisible(!fits);
        switch (outcome.orElse(null)) {
            case null -> say("Fitting …");
            case FitOutcome.Fitted(Fit fit) -> show(series, fit, color, numbers);
            case FitOutcome.NotFitted(_, var reason) -> say(reason.sentence(numbers));
        }
    }

    private void say(String sentence) {
        r2.setText("");
        words.setText(sentence);
        setAccessibleText(shape.name() + ": " + sentence);
    }

    private void show(SeriesAnalysis series, Fit fit, String color, NumberFormat numbers) {
        OptionalDouble weight = series.weight(shape);
        String value = fit.quality().r2().isPresent() ? numbers.share(fit.quality().r2().getAsDouble()) : "–";
        r2.setText(value);
        picture.show(series.points(), fit, color);
        aboutZero.setVisible(fit.quality().about() == Quality.About.ZERO);
        bar.setWidth(WIDTH * weight.orElse(0));
        bar.setFill(Color.web(color));
        setAccessibleText("%s, R squared %s%s".formatted(shape.name(), value,
                weight.isPresent() ? ", weight of evidence " + Math.round(100 * weight.getAsDouble()) + " percent" : ""));
    }
}
