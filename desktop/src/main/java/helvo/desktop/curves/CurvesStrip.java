package helvo.desktop.curves;

import static helvo.desktop.controls.Controls.setShown;
import static helvo.desktop.controls.Controls.smallButton;

import helvo.core.RootLocale;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Curve;
import helvo.core.fit.Curves;
import helvo.core.fit.EvidenceWeights;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Line;
import helvo.core.fit.Mean;
import helvo.core.fit.Polynomial;
import helvo.core.number.NumberNotation;
import helvo.core.points.Points;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.table.RowCondition;
import helvo.core.table.SeriesKey;
import helvo.desktop.controls.SeriesColors;
import helvo.desktop.controls.WrappedLabel;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panels;
import helvo.desktop.task.BackgroundTasks;
import helvo.desktop.theme.Themes;
import helvo.desktop.workspace.Workspace;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/// Curves: every shape fitted to the series in view, side by side as small pictures. One press chooses.
public final class CurvesStrip extends HBox {
    private static final double GAP = 6;
    private static final double LEFT = 84;
    private static final double WIDEST = 150;
    private static final int SEVERAL = 3;
    private static final double NARROWEST = 124;
    private static final int FEWEST = 4;
    private static final int MOST_KEPT = 12;

    private final Workspace workspace;
    private final Label series = new Label();
    private final Label points = new Label();
    private final Label missing = new WrappedLabel();
    private final HBox cards = new HBox(GAP);
    private final Label judged = new WrappedLabel();
    private final Tooltip judgedBy = new Tooltip();
    private final Label degree = new Label();
    private final HBox degrees = new HBox(2);
    private final Button remove;
    private final Button more;
    private final ToggleGroup group = new ToggleGroup();
    private final VBox labels = new VBox();
    private final Map<Curve, CurveCard> made = new HashMap<>();
    /// The curves by their evidence, and whose they are.
    private List<Curve> ranked = Curves.offered();
    private Optional<SeriesKey> arranged = Optional.empty();
    /// What the curves of the trade gave for the points of the series that were in view lately.
    private final Map<Points, List<FitOutcome>> searched = new LinkedHashMap<>();
    private final BackgroundTasks.Latest searching;
    private Optional<Points> underWay = Optional.empty();

    public CurvesStrip(Workspace workspace, Panels panels) {
        this.workspace = workspace;
        searching = workspace.background().latest("comparing curves");
        getStyleClass().add("curves");
        var heading = new Label("Curves");
        heading.getStyleClass().add("region-heading");
        points.getStyleClass().add("muted");
        judged.getStyleClass().add("muted");
        judged.setId("curves-judged");
        judged.setTooltip(judgedBy);
        var beside = smallButton(
                "curve-beside", "+", "Another curve through the same points, beside this one", this::beside);
        degrees.getChildren()
                .setAll(
                        smallButton("degree-less", "−", "One degree less", () -> step(-1)),
                        degree,
                        smallButton("degree-more", "+", "One degree more", () -> step(1)));
        degrees.setAlignment(Pos.CENTER_LEFT);
        degree.setMinWidth(Region.USE_PREF_SIZE);
        more = smallButton(
                "curves-more",
                "more …",
                "More curves: of the trade, or your own by its formula",
                () -> panels.show(FormulaPanel.class));
        remove = smallButton("curve-remove", "remove", "Remove this curve", this::remove);
        var head = new HBox(4, heading, beside);
        head.setAlignment(Pos.CENTER_LEFT);
        labels.getChildren().setAll(head, series, points, judged, remove, degrees);
        resizeText();
        missing.setId("curves-missing");
        missing.getStyleClass().add("muted");
        missing.setMinWidth(150);
        missing.setPrefWidth(150);
        cards.setMinWidth(0);
        HBox.setHgrow(cards, Priority.ALWAYS);
        more.setMinWidth(Region.USE_PREF_SIZE);
        getChildren().addAll(labels, missing, cards, more);
        setAlignment(Pos.CENTER_LEFT);
        cards.widthProperty().subscribe(_ -> update());
        workspace.analysis().subscribe(_ -> update());
        Themes.follow(this, () -> {
            resizeText();
            update();
        });
        workspace.tableId().subscribe(_ -> update());
        workspace.seriesPlace().subscribe(_ -> update());
    }

    private CurveCard card(Curve shape) {
        var card = new CurveCard(shape);
        card.setToggleGroup(group);
        card.setOnAction(_ -> chooseCard(card));
        return card;
    }

    /// The cards of the curves that suit the series best, as many as there is room for: the mean, which each has to
    /// beat, the line, the curve that is chosen, and those with most evidence. They keep their places until all are
    /// compared.
    private void arrange(SeriesAnalysis current) {
        List<Curve> compared = Curves.compared();
        boolean isComplete =
                compared.stream().allMatch(shape -> current.outcome(shape).isPresent());
        boolean isNew = !arranged.equals(Optional.of(current.key()));
        Curve chosen = current.chosen().curve();
        if (isComplete || isNew) {
            ranked = isComplete
                    ? current.ranked().stream().map(FitOutcome::curve).toList()
                    : Curves.offered();
            arranged = Optional.of(current.key());
        }
        int room = Math.max(FEWEST, (int)
                ((cards.getWidth() + GAP) / (NARROWEST * Themes.textSize().get() + GAP)));
        var shapes = new LinkedHashSet<Curve>(List.of(new Mean(), new Line(), chosen));
        ranked.stream().takeWhile(_ -> shapes.size() < room).forEach(shapes::add);
        List<Curve> inOrder = shapes.stream()
                .sorted(Comparator.comparingInt(CurvesStrip::place).thenComparingInt(this::rank))
                .toList();
        if (!inOrder.equals(cards.getChildren().stream()
                .map(card -> ((CurveCard) card).shape())
                .toList())) {
            made.keySet().retainAll(inOrder);
            cards.getChildren().setAll(inOrder.stream().map(this::cardOf).toList());
        }
        fit();
    }

    /// The two that others are measured by come first.
    private static int place(Curve shape) {
        return shape instanceof Mean ? 0 : shape instanceof Line ? 1 : 2;
    }

    private int rank(Curve shape) {
        return ranked.contains(shape) ? ranked.indexOf(shape) : ranked.size();
    }

    private CurveCard cardOf(Curve shape) {
        return made.computeIfAbsent(shape, this::card);
    }

    private void resizeText() {
        double width = LEFT * Themes.textSize().get();
        labels.setMinWidth(width);
        labels.setPrefWidth(width);
        series.setMaxWidth(width);
    }

    private void update() {
        var figure = workspace.figure();
        var current = workspace.series();
        boolean there = figure.isPresent() && current.isPresent();
        setShown(this, there);
        if (there) {
            show(figure.get(), withTrade(current.get()));
        }
    }

    /// With the curves of the trade compared too; they are searched for where they are not known yet, for the
    /// series in view alone, since that takes longer than all others.
    private SeriesAnalysis withTrade(SeriesAnalysis current) {
        Points of = current.points();
        if (searched.containsKey(of)) {
            return current.comparing(searched.get(of));
        }
        List<Curve> trade = Curves.compared().stream()
                .filter(shape -> current.outcome(shape).isEmpty())
                .toList();
        boolean isReady = Curves.offered().stream()
                .allMatch(shape -> current.outcome(shape).isPresent());
        if (isReady && !underWay.equals(Optional.of(of))) {
            underWay = Optional.of(of);
            searching.run(
                    "Comparing more curves",
                    progress -> current.comparing(trade, progress).outcomes().stream()
                            .filter(outcome -> trade.contains(outcome.curve()))
                            .toList(),
                    new BackgroundTasks.Outcome<>(
                            outcomes -> {
                                searched.put(of, outcomes);
                                if (searched.size() > MOST_KEPT) {
                                    searched.remove(searched.keySet().iterator().next());
                                }
                                underWay = Optional.empty();
                                update();
                            },
                            _ -> underWay = Optional.empty(),
                            () -> {}));
        }
        return current;
    }

    private void show(FigureAnalysis figure, SeriesAnalysis current) {
        series.setText(figure.series().size() > 1 ? current.label() : "");
        series.setStyle("-fx-text-fill: "
                + SeriesColors.css(Themes.inUse().get().legible(SeriesColors.of(current.slot()), "strip")));
        series.getStyleClass().setAll("label", "strong");
        int n = current.points().size();
        points.setText(RootLocale.format("%,d %s", n, n == 1 ? "point" : "points"));
        setShown(series, figure.series().size() > 1);
        int power = current.chosen().curve().degree();
        setShown(degrees, power > 0 || current.chosen().curve() instanceof Mean);
        degree.setText("deg. " + power);
        degree.setAccessibleText("Degree " + power);
        setShown(remove, current.key().isFurther());
        setShown(judged, !current.key().isFurther());
        boolean tooFew = current.tooFewToRank();
        judged.setText(tooFew ? "too few to rank" : "by AICc");
        judgedBy.setText(
                tooFew
                        ? "By AICc the evidence for a shape takes " + EvidenceWeights.FEWEST_POINTS
                                + " points or more, and two more "
                                + "than the shape has coefficients: judge by what you know of it."
                        : "The bar under each picture is the curve's share of the evidence, by the AICc of the fits; "
                                + "the shape that has most is "
                                + "named in colour. The mean alone is what each has to beat.");
        Optional<String> repeated = repeated(current, figure.numbers());
        setShown(cards, figure.hint().isEmpty());
        arrange(current);
        setShown(missing, repeated.isPresent() && figure.hint().isEmpty());
        missing.setText(repeated.orElse(""));
        double most = current.weights().stream()
                .mapToDouble(weight -> weight.orElse(0))
                .max()
                .orElse(0);
        for (Node card : cards.getChildren()) {
            var of = (CurveCard) card;
            boolean hasMost = most > 0 && current.weight(of.shape()).orElse(0) == most;
            of.show(current, SeriesColors.of(current.slot()), figure.numbers(), hasMost, repeated);
            of.setSelected(of.shape().equals(current.chosen().curve()));
        }
    }

    /// Why several shapes cannot be fitted; said once, not on every card.
    private static Optional<String> repeated(SeriesAnalysis current, NumberNotation numbers) {
        Map<String, Long> reasons = current.outcomes().stream()
                .filter(outcome -> outcome instanceof FitOutcome.NotFitted
                        && Curves.offered().contains(outcome.curve()))
                .collect(Collectors.groupingBy(
                        outcome -> ((FitOutcome.NotFitted) outcome).reason().sentence(numbers), Collectors.counting()));
        return reasons.entrySet().stream()
                .filter(reason -> reason.getValue() >= SEVERAL)
                .max(Map.Entry.comparingByValue())
                .map(Map.Entry::getKey);
    }

    /// All cards side by side, as wide as there is room for.
    private void fit() {
        int count = cards.getChildren().size();
        double width = Math.clamp(Math.floor((cards.getWidth() - (count - 1) * GAP) / count), 60, WIDEST);
        cards.getChildren().forEach(card -> ((CurveCard) card).fit(width));
    }

    private void chooseCard(CurveCard card) {
        card.setSelected(true);
        choose(card.shape());
    }

    private void choose(Curve shape) {
        workspace.figureInView().ifPresent(figure -> workspace
                .series()
                .ifPresent(series -> workspace.perform(new FigureEdit.ChooseCurve(figure.id(), series.key(), shape))));
    }

    /// A line or polynomial of another degree, the mean being of none; what is no polynomial becomes a line first.
    private void step(int by) {
        workspace.series().ifPresent(current -> {
            Curve shown = current.chosen().curve();
            int to = shown.degree() == 0 && !(shown instanceof Mean)
                    ? 1
                    : Math.clamp(shown.degree() + (long) by, 0, Polynomial.MAX_DEGREE);
            choose(to == 0 ? new Mean() : to == 1 ? new Line() : new Polynomial(to));
        });
    }

    /// Another curve: the simplest shape that is as good as any, or a parabola where that is shown already.
    private void beside() {
        workspace.figure().ifPresent(figure -> workspace.series().ifPresent(current -> {
            Curve shown = current.chosen().curve();
            Curve shape = current.simplest()
                    .filter(curve -> !curve.equals(shown))
                    .orElse(shown.degree() == 1 ? new Polynomial(2) : new Line());
            Figure now = workspace.figureInView().orElseThrow();
            if (now.furtherCurves().size() == Figure.MOST_FURTHER) {
                workspace
                        .messages()
                        .show("A figure has at most " + Figure.MOST_FURTHER + " further curves: remove one first.");
                return;
            }
            List<RowCondition> only = now.furtherCurves().stream()
                    .filter(each -> each.series().equals(current.key()))
                    .findFirst()
                    .map(Figure.FurtherCurve::conditions)
                    .orElse(List.of());
            workspace.perform(new FigureEdit.AddCurve(now.id(), now.nextFurther(current.key()), shape, only));
            workspace.showSeries(figure.series().size());
        }));
    }

    private void remove() {
        workspace.figureInView().ifPresent(figure -> workspace
                .series()
                .filter(series -> series.key().isFurther())
                .ifPresent(series -> {
                    workspace.showSeries(0);
                    workspace.perform(new FigureEdit.RemoveCurve(figure.id(), series.key()));
                }));
    }

    /// What can be done with curves by name.
    public void addTo(Commands commands) {
        for (Curve curve : Curves.all()) {
            commands.add("Fit: " + curve.nameInSentence(), "", workspace::hasSeries, () -> choose(curve));
        }
        commands.addOfFigure(
                "Add another curve beside this one", "Shortcut+Shift+B", workspace::hasSeries, this::beside);
        commands.add(
                "Remove this curve",
                "",
                () -> workspace.series().filter(of -> of.key().isFurther()).isPresent(),
                this::remove);
        commands.addOfFigure("One degree more", "Shortcut+Alt+Up", workspace::hasSeries, () -> step(1));
        commands.addOfFigure("One degree less", "Shortcut+Alt+Down", workspace::hasSeries, () -> step(-1));
        commands.addOfFigure(
                "Show the next series",
                "Shortcut+Page Down",
                () -> workspace.figure().filter(of -> of.series().size() > 1).isPresent(),
                () -> workspace
                        .figure()
                        .ifPresent(figure -> workspace.showSeries(Math.floorMod(
                                workspace.seriesPlace().get() + 1,
                                figure.series().size()))));
    }
}
