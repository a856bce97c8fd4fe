package helvo.desktop.curves;

import helvo.core.RootLocale;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Curve;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.number.NumberNotation;
import helvo.core.table.SeriesKey;
import helvo.desktop.controls.FitPicture;
import helvo.desktop.controls.WrappedLabel;
import helvo.desktop.theme.Themes;
import java.util.Arrays;
import java.util.DoubleSummaryStatistics;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import javafx.css.PseudoClass;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.paint.Color;
import javafx.scene.shape.Rectangle;

/// One curve shape in the strip: its name, R², a small picture of it over the points with its residuals beneath,
/// and its share of the evidence.
final class CurveCard extends ToggleButton {
    /// A curve whose middle is further from the line through its ends than this, in parts of its rise, is not
    /// straight.
    private static final double BENDS = 0.02;
    private static final double HEIGHT = 60;
    /// What R² takes where it stands beneath the name.
    private static final double LINE = 15;
    private static final double SIDES = 12;
    /// Characters of an R² beside which there is room for a word.
    private static final int SHORT_R2 = 7;
    /// Has a ground of its own over the curve.
    private static final String ON_PICTURE = "on-picture";
    private static final PseudoClass MAX_EVIDENCE = PseudoClass.getPseudoClass("most-evidence");

    private final Curve shape;
    private final Label name;
    private final Label r2 = new Label();
    private final BorderPane head = new BorderPane();
    private final FitPicture picture = new FitPicture(88, HEIGHT);
    private final Label simplest = new Label("simplest");
    private final Rectangle evidence = new Rectangle(88, 4);
    private final Rectangle bar = new Rectangle(0, 4);
    private final Label words = new WrappedLabel();
    private final VBox fitted;
    private final StackPane drawn = new StackPane(picture, simplest);
    /// R², with the word beside it where that leaves it whole.
    private final BorderPane secondLine = new BorderPane();
    private Optional<SeriesKey> pictured = Optional.empty();
    private final Tooltip tooltip = new Tooltip();
    private double share;
    private Color barColor = Color.TRANSPARENT;

    CurveCard(Curve shape) {
        this.shape = shape;
        getStyleClass().setAll("toggle-button", "curve-card");
        setId("curve-" + shape.name().toLowerCase(Locale.ROOT).replace(' ', '-'));
        name = new Label(shortName(shape));
        name.getStyleClass().add("card-name");
        r2.getStyleClass().add("card-number");
        simplest.getStyleClass().addAll("small", ON_PICTURE);
        simplest.setMouseTransparent(true);
        StackPane.setMargin(simplest, new Insets(0, 2, HEIGHT / 3, 2));
        Themes.follow(this, this::paint);
        paint();
        var weight = new StackPane(evidence, bar);
        StackPane.setAlignment(bar, Pos.CENTER_LEFT);
        fitted = new VBox(2, drawn, weight);
        words.getStyleClass().add("small");
        var card = new VBox(1, head, new StackPane(fitted, words));
        card.setPadding(new Insets(3, 5, 4, 5));
        setGraphic(card);
        setTooltip(tooltip);
        setMinWidth(60);
    }

    /// What a card has room for; its tooltip tells the whole name.
    private static String shortName(Curve shape) {
        return (shape.fixedIntercept() == 0 ? shape.name().replace("origin", "0") : shape.name())
                .replace("Four-parameter", "4-parameter")
                .replace("Five-parameter", "5-parameter")
                .replace(" with a lower level", ", lower level");
    }

    private void paint() {
        evidence.setFill(Themes.inUse().get().color("evidence"));
        bar.setFill(barColor.isOpaque() ? Themes.inUse().get().legible(barColor, "evidence") : barColor);
    }

    Curve shape() {
        return shape;
    }

    /// Takes another width, with all that it shows.
    void fit(double width) {
        double inner = Math.floor(width - SIDES);
        if (getPrefWidth() == width) {
            return;
        }
        setPrefWidth(width);
        name.setMaxWidth(inner);
        head.setLeft(name);
        head.setPrefWidth(inner);
        words.setPrefSize(inner, HEIGHT + 8);
        evidence.setWidth(inner);
        bar.setWidth(inner * share);
        picture.resizeTo(inner, HEIGHT - LINE);
        arrange(!words.isVisible());
    }

    /// Where no curve is shown, what is said of it has the room of R² too.
    private void arrange(boolean fits) {
        fitted.setVisible(fits);
        fitted.setManaged(fits);
        words.setVisible(!fits);
        words.setManaged(!fits);
        boolean beside = fits && r2.getText().length() <= SHORT_R2;
        secondLine.getChildren().clear();
        drawn.getChildren().setAll(picture);
        simplest.getStyleClass().remove(ON_PICTURE);
        if (beside) {
            secondLine.setRight(simplest);
        } else {
            simplest.getStyleClass().add(ON_PICTURE);
            drawn.getChildren().add(simplest);
        }
        secondLine.setLeft(r2);
        head.setBottom(fits ? secondLine : null);
    }

    /// @param most     whether no other shape has more evidence for it
    /// @param repeated a reason that is said elsewhere, for all shapes that have it
    void show(SeriesAnalysis series, Color color, NumberNotation numbers, boolean most, Optional<String> repeated) {
        Optional<FitOutcome> outcome = series.outcome(shape);
        boolean fits = outcome.isPresent() && outcome.get() instanceof FitOutcome.Fitted;
        pseudoClassStateChanged(MAX_EVIDENCE, most);
        if (outcome.isEmpty() && pictured.equals(Optional.of(series.key()))) {
            // The picture of a moment ago stays until the new one is there, its number does not.
            r2.setText("…");
            return;
        }
        pictured = fits ? Optional.of(series.key()) : Optional.empty();
        arrange(fits);
        switch (outcome.orElse(null)) {
            case null -> explain("Fitting …", "Fitting …");
            case FitOutcome.Fitted(Fit fit) -> show(series, fit, color, numbers, most);
            case FitOutcome.NotFitted(var _, var reason) -> {
                String sentence = reason.sentence(numbers);
                explain(repeated.equals(Optional.of(sentence)) ? "–" : sentence, sentence);
            }
        }
    }

    private void explain(String shown, String sentence) {
        r2.setText("");
        words.setText(shown);
        say(shape.name() + ": " + sentence);
    }

    private void say(String says) {
        tooltip.setText(says);
        setAccessibleText(says);
    }

    /// Below −1 a share of the variation says no more than that the curve does not fit.
    private static String r2(double value, NumberNotation numbers) {
        return value < -1 ? numbers.significant(value, 2) : numbers.share(value);
    }

    /// The corner that the curve leaves free: below it where it bends down or is straight, above it where it bends
    /// up.
    private static Pos freeCorner(SeriesAnalysis series, Fit fit) {
        DoubleSummaryStatistics x = Arrays.stream(series.points().x()).summaryStatistics();
        if (x.getCount() == 0) {
            return Pos.BOTTOM_RIGHT;
        }
        double first = fit.function().at(x.getMin());
        double last = fit.function().at(x.getMax());
        double middle = fit.function().at(x.getMin() / 2 + x.getMax() / 2);
        boolean bendsUp = first / 2 + last / 2 - middle > BENDS * Math.abs(last - first);
        return bendsUp
                ? first > last ? Pos.TOP_RIGHT : Pos.TOP_LEFT
                : first > last ? Pos.BOTTOM_LEFT : Pos.BOTTOM_RIGHT;
    }

    private void show(SeriesAnalysis series, Fit fit, Color color, NumberNotation numbers, boolean most) {
        OptionalDouble weight = series.weight(shape);
        String value = fit.quality().r2AboutMean().isPresent()
                ? r2(fit.quality().r2AboutMean().getAsDouble(), numbers)
                : "–";
        r2.setText(value);
        arrange(true);
        picture.show(series.points(), fit, color);
        boolean simple = series.simplest().equals(Optional.of(shape));
        simplest.setVisible(simple);
        // Beside the curve, above its residuals.
        StackPane.setAlignment(simplest, freeCorner(series, fit));
        share = weight.orElse(0);
        evidence.setVisible(!series.tooFewToRank());
        bar.setWidth(evidence.getWidth() * share);
        barColor = color;
        paint();
        say(RootLocale.format(
                "%s, R² %s%s%s%s",
                shape.name(),
                value,
                weight.isPresent()
                        ? ", " + Math.round(100 * weight.getAsDouble()) + " % of the evidence"
                        : series.whyNotRanked(shape)
                                .map(why -> ". Not ranked: " + why)
                                .orElse(""),
                most ? ", more than any other" : "",
                simple
                        ? ". The simplest that is as good as any: within 2 of the least AICc, with the fewest "
                                + "coefficients"
                        : ""));
    }
}
