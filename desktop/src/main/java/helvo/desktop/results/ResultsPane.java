package helvo.desktop.results;

import static helvo.desktop.controls.Controls.asWritten;
import static helvo.desktop.controls.Controls.setShown;
import static helvo.desktop.controls.Controls.smallButton;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.results.ComparisonResults;
import helvo.core.results.Results;
import helvo.core.results.Results.Line;
import helvo.core.results.SuggestedAction;
import helvo.desktop.controls.Controls;
import helvo.desktop.controls.FadingScroll;
import helvo.desktop.controls.Tabs;
import helvo.desktop.controls.ValueTable;
import helvo.desktop.controls.WrappedLabel;
import helvo.desktop.figure.FigurePane;
import helvo.desktop.panels.Panels;
import helvo.desktop.theme.FrameClock;
import helvo.desktop.workspace.Workspace;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.geometry.HPos;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/// The region with the results of one series.
public final class ResultsPane extends VBox {
    /// A label with more characters leaves its column.
    private static final int LONG_LABEL = 16;
    private static final double LEAST_LINE = 24;
    /// The height of all that stands above and below it in the window.
    private static final double OTHERS = 300;

    private final Workspace workspace;
    private final FigurePane figure;
    private final Tabs tabs;
    private final VBox content = new VBox(10);
    private final Label equation = sentence(false);
    private final Label where = sentence(false);
    private final Label units = sentence(false);
    private final ExplainedNames names;
    private final FlowPane actions = new FlowPane(6, 2);
    private List<Piece> pieces = List.of();
    private boolean comparing;

    /// Where a line's text and what stands beside it are.
    ///
    /// @param cells takes the values of a table
    private record Shown(Label text, Label beside, Consumer<Line.Table> cells) {
        Shown(Label text, Label beside) {
            this(text, beside, _ -> {});
        }
    }

    /// A part of the results as it stands in the window.
    ///
    /// @param key   what it is, but for its numbers
    /// @param names those of its labels that lead to the guide
    private record Piece(String key, Node node, List<Shown> lines, List<Label> names) {}

    /// @param figure where error bars are opened and readings are added
    public ResultsPane(Workspace workspace, Panels panels, FigurePane figure) {
        this.workspace = workspace;
        this.figure = figure;
        getStyleClass().addAll("side", "results");
        var heading = new Label("Results");
        heading.getStyleClass().add("region-heading");
        tabs = new Tabs("series-", this::chosen);
        content.getStyleClass().add("results-content");
        equation.setId("equation");
        equation.getStyleClass().add("equation");
        where.setId("equation-where");
        units.getStyleClass().add("muted");
        content.getChildren().addAll(equation, where, units);
        var scroll = new ScrollPane(content);
        names = new ExplainedNames(panels, scroll);
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        var fading = new FadingScroll(scroll, "panel");
        VBox.setVgrow(fading, Priority.ALWAYS);
        actions.getStyleClass().add("results-actions");
        actions.getChildren()
                .setAll(
                        smallButton(
                                "results-bars",
                                "Error bars …",
                                "Length and meaning of the error bars, and what if they were longer or shorter",
                                () -> figure.openBars(false)),
                        smallButton(
                                "results-at-x",
                                "+ at x",
                                "Read y off the curve at an x, on the figure",
                                () -> figure.addReading(false)),
                        smallButton(
                                "results-at-y",
                                "+ at y",
                                "Read x off the curve at a y, on the figure",
                                () -> figure.addReading(true)),
                        smallButton(
                                "results-readings",
                                "Readings …",
                                "All readings in a table, typed, copied, exported",
                                () -> panels.show(ReadingsPanel.class)),
                        smallButton(
                                "results-quantities",
                                "Derive …",
                                "Half-life, zero crossing and others, worked out of the coefficients",
                                () -> panels.show(QuantitiesPanel.class)),
                        smallButton(
                                "results-quote",
                                "On figure …",
                                "Put lines of the results on the figure",
                                () -> panels.show(ResultNotePanel.class)));
        getChildren().addAll(heading, tabs, fading, actions);
        workspace.analysis().subscribe(_ -> update());
        workspace.tableId().subscribe(_ -> update());
        workspace.seriesPlace().subscribe(_ -> {
            comparing = false;
            update();
        });
    }

    private void chosen(int place) {
        int series = workspace.figure().map(figure -> figure.series().size()).orElse(0);
        comparing = place >= series;
        if (!comparing) {
            workspace.showSeries(place);
        }
        update();
    }

    private void update() {
        workspace
                .figure()
                .ifPresentOrElse(
                        figure -> {
                            Optional<Results> compared = ComparisonResults.of(figure);
                            comparing = comparing && compared.isPresent();
                            setShown(tabs, figure.series().size() > 1);
                            actions.setVisible(workspace
                                            .series()
                                            .flatMap(SeriesAnalysis::fit)
                                            .isPresent()
                                    && !comparing);
                            tabs.show(
                                    Stream.concat(
                                                    figure.series().stream().map(SeriesAnalysis::label),
                                                    compared.stream().map(Results::series))
                                            .toList(),
                                    comparing
                                            ? figure.series().size()
                                            : workspace
                                                    .series()
                                                    .map(figure.series()::indexOf)
                                                    .orElse(0));
                            show(
                                    comparing
                                            ? compared.get()
                                            : figure.hint().isPresent()
                                                            || workspace
                                                                    .series()
                                                                    .isEmpty()
                                                    ? new Results("", "", "", "", "", "", List.of())
                                                    : Results.of(
                                                            figure,
                                                            workspace.series().get()));
                        },
                        () -> show(new Results("", "", "", "", "", "", List.of())));
    }

    private void show(Results results) {
        show(equation, results.equation());
        show(where, results.where().isEmpty() ? "" : "with " + results.where());
        show(units, together(results.units()));
        arrange(results);
        List<Shown> shown =
                pieces.stream().flatMap(piece -> piece.lines.stream()).toList();
        for (int i = 0; i < shown.size(); i++) {
            Shown at = shown.get(i);
            switch (results.lines().get(i)) {
                case Line.Quantity quantity -> {
                    at.text.setText(quantity.text());
                    at.text.setAccessibleText(
                            Stream.of(quantity.label(), quantity.text(), quantity.unit(), below(quantity))
                                    .filter(part -> !part.isEmpty())
                                    .collect(Collectors.joining(" ")));
                    at.beside.setText(quantity.unit().isEmpty() ? quantity.note() : quantity.unit());
                }
                case Line.Table table -> at.cells.accept(table);
                case Line.Heading(String text) -> at.text.setText(text);
                case Line.Sentence sentence -> at.text.setText(together(sentence.text()));
                case Line.Advice advice -> at.text.setText(together(advice.text()));
            }
        }
    }

    private static void show(Label label, String text) {
        label.setText(text);
        setShown(label, !text.isEmpty());
    }

    /// The parts of the results in their order. One that is there already stays, so that an edit makes only what it
    /// adds.
    private void arrange(Results results) {
        List<Part> parts = parts(results);
        if (pieces.isEmpty() && !parts.isEmpty() && getScene() != null) {
            parts = beginning(parts);
        }
        if (parts.stream()
                .map(Part::key)
                .toList()
                .equals(pieces.stream().map(Piece::key).toList())) {
            return;
        }
        Map<String, Deque<Piece>> there =
                pieces.stream().collect(Collectors.groupingBy(Piece::key, Collectors.toCollection(ArrayDeque::new)));
        pieces = parts.stream()
                .map(part -> {
                    Piece kept =
                            there.getOrDefault(part.key(), new ArrayDeque<>()).poll();
                    return kept == null ? build(part) : kept;
                })
                .toList();
        names.show(pieces.stream().flatMap(piece -> piece.names.stream()).toList());
        Controls.arrange(
                content.getChildren(),
                Stream.concat(Stream.of(equation, where, units), pieces.stream().map(Piece::node))
                        .toList());
    }

    /// Of results where there were none, what is in view; the rest comes once that is on the screen.
    private List<Part> beginning(List<Part> parts) {
        double room = (getScene().getHeight() - OTHERS) / LEAST_LINE;
        int count = 1;
        for (int lines = parts.getFirst().lines.size(); count < parts.size() && lines < room; count++) {
            lines += parts.get(count).lines.size();
        }
        if (count < parts.size()) {
            FrameClock.afterLayout(getScene(), () -> Platform.runLater(this::update));
        }
        return parts.subList(0, count);
    }

    /// Quantities that follow one another stand in one grid; all else is a part of its own.
    private static List<Part> parts(Results results) {
        var parts = new ArrayList<Part>();
        Optional<String> section = Optional.empty();
        for (Line line : results.lines()) {
            boolean goesOn = line instanceof Line.Quantity
                    && !parts.isEmpty()
                    && parts.getLast().lines.getFirst() instanceof Line.Quantity;
            if (line instanceof Line.Heading(String text)) {
                section = ExplainedNames.section(text);
            }
            if (!goesOn) {
                parts.add(new Part(section, parts.isEmpty(), new ArrayList<>()));
            }
            parts.getLast().lines.add(line);
        }
        return parts;
    }

    /// Lines that stand together.
    ///
    /// @param section where the guide tells of them
    /// @param first   of the whole results
    private record Part(Optional<String> section, boolean first, List<Line> lines) {
        /// Two parts with one key look alike but for their numbers and sentences.
        String key() {
            return section
                    + (first ? " first " : " ")
                    + switch (lines.getFirst()) {
                        case Line.Quantity _ ->
                            "quantities "
                                    + lines.stream()
                                            .map(each -> (Line.Quantity) each)
                                            .map(each -> each.label() + below(each))
                                            .toList();
                        case Line.Heading(String text) -> "heading " + text;
                        case Line.Table table ->
                            "table " + table.heads()
                                    + table.rows().stream()
                                            .map(Line.Table.Row::label)
                                            .toList();
                        case Line.Sentence sentence -> sentence.warns() ? "warning" : "sentence";
                        case Line.Advice advice -> (advice.warns() ? "advice" : "remark") + advice.offers();
                    };
        }
    }

    private Piece build(Part part) {
        return switch (part.lines.getFirst()) {
            case Line.Quantity _ -> {
                GridPane quantities = grid();
                var explained = new ArrayList<Label>();
                yield new Piece(
                        part.key(),
                        quantities,
                        part.lines.stream()
                                .map(each -> {
                                    var quantity = (Line.Quantity) each;
                                    Label label = names.quantity(quantity.label(), part.section);
                                    explained.add(label);
                                    return add(quantities, quantity, label);
                                })
                                .toList(),
                        explained);
            }
            case Line.Table table -> {
                var of = new ValueTable(table);
                yield new Piece(part.key(), of, List.of(new Shown(new Label(), new Label(), of::show)), List.of());
            }
            case Line.Heading(String text) -> {
                Label label = sentence(false);
                label.getStyleClass().add("section-heading");
                if (part.first) {
                    label.getStyleClass().add("first");
                }
                label.setMaxWidth(Double.MAX_VALUE);
                part.section.ifPresent(place -> names.heading(label, text, place));
                yield new Piece(
                        part.key(),
                        label,
                        List.of(new Shown(label, label)),
                        part.section.isPresent() ? List.of(label) : List.of());
            }
            case Line.Sentence sentence -> {
                Label label = sentence(sentence.warns());
                yield new Piece(part.key(), label, List.of(new Shown(label, label)), List.of());
            }
            case Line.Advice advice -> {
                Label label = sentence(false);
                yield new Piece(part.key(), box(advice, label), List.of(new Shown(label, label)), List.of());
            }
        };
    }

    /// A finding, with what one might do about it below.
    private VBox box(Line.Advice advice, Label text) {
        var presses = new FlowPane(10, 2);
        for (SuggestedAction offer : advice.offers()) {
            Hyperlink press = asWritten(new Hyperlink(offer.label()));
            press.setId("offer-"
                    + offer.label()
                            .toLowerCase(Locale.ROOT)
                            .replaceAll("[^a-z0-9]+", "-")
                            .replaceAll("-$", ""));
            press.getStyleClass().add("offer");
            press.setOnAction(_ -> {
                press.setVisited(false);
                figure.take(offer);
            });
            presses.getChildren().add(press);
        }
        var box = new VBox(4, text, presses);
        box.getStyleClass().addAll("advice", advice.warns() ? "warns" : "remarks");
        return box;
    }

    /// No line ends between "p <" and its number, or between a value and its ±.
    private static String together(String sentence) {
        return sentence.replace("p < ", "p\u00a0<\u00a0")
                .replace("p = ", "p\u00a0=\u00a0")
                .replace(Results.STANDARD_ERROR, Results.STANDARD_ERROR.replace(' ', '\u00a0'))
                .replaceAll("(?<=\\d) ± (?=\\d)", "\u00a0±\u00a0");
    }

    private static GridPane grid() {
        var grid = new GridPane(8, 5);
        var label = new ColumnConstraints();
        label.setMinWidth(58);
        var value = new ColumnConstraints();
        value.setMinWidth(90);
        value.setHgrow(Priority.ALWAYS);
        var unit = new ColumnConstraints();
        unit.setHalignment(HPos.RIGHT);
        grid.getColumnConstraints().addAll(label, value, unit);
        return grid;
    }

    private static Shown add(GridPane grid, Line.Quantity quantity, Label label) {
        label.getStyleClass().add("muted");
        var value = new WrappedLabel();
        value.getStyleClass().add("value");
        value.setId("value-" + quantity.label().replace(",", "").replace(' ', '-'));
        var unit = new Label();
        unit.getStyleClass().add("muted");
        unit.setMinWidth(Region.USE_PREF_SIZE);
        // A long value takes what its own unit leaves, not what the widest of all units would.
        var both = new HBox(8, value, unit);
        both.setAlignment(Pos.BASELINE_LEFT);
        HBox.setHgrow(value, Priority.ALWAYS);
        value.setMaxWidth(Double.MAX_VALUE);
        int row = grid.getRowCount();
        if (quantity.label().length() > LONG_LABEL) {
            // The name breaks between its words where they are too wide together, the number nowhere.
            label.setWrapText(true);
            label.setMinHeight(Region.USE_PREF_SIZE);
            value.setMinWidth(Region.USE_PREF_SIZE);
            both.getChildren().addFirst(label);
            grid.add(both, 0, row, 3, 1);
        } else {
            grid.add(label, 0, row);
            grid.add(both, 1, row, 2, 1);
        }
        String note = below(quantity);
        if (!note.isEmpty()) {
            var below = new WrappedLabel();
            below.getStyleClass().addAll("muted", "small");
            below.setText(note);
            grid.add(below, 0, row + 1, 3, 1);
        }
        return new Shown(value, unit);
    }

    /// What is said of a quantity below it, where its unit stands beside it.
    private static String below(Line.Quantity quantity) {
        return quantity.unit().isEmpty() ? "" : quantity.note();
    }

    private static Label sentence(boolean warns) {
        var label = new WrappedLabel();
        if (warns) {
            label.getStyleClass().add("warning");
        }
        return label;
    }
}
