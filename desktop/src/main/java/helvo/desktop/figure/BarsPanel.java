package helvo.desktop.figure;

import helvo.core.number.NumberText;
import helvo.core.points.Weighting;
import helvo.core.study.ColumnEdit;
import helvo.core.study.FigureEdit;
import helvo.core.study.TableEdit;
import helvo.core.style.BarStyle;
import helvo.core.table.BarMeaning;
import helvo.core.table.SeriesKey;
import helvo.core.table.UniformBarLength;
import helvo.desktop.controls.Controls;
import helvo.desktop.controls.Form;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.workspace.Workspace;
import helvo.figure.canvas.Palette;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.geometry.Insets;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.VBox;

/// The error bars of a series: where their length comes from, what it means, how they look, and what if they were
/// others.
public final class BarsPanel extends Panel {
    private final Form form = new Form(this::showError);
    private final Form styleForm = new Form(this::showError);
    private final BarsWhatIf whatIf;
    private BarsOfSeries bars;
    private SeriesKey key;
    private int row;
    private boolean inX;

    @SuppressWarnings("NullAway.Init") // set before they are read
    public BarsPanel(Workspace workspace, Panels panels) {
        super(workspace, panels, "bars-panel", "Error bars", 316);
        whatIf = new BarsWhatIf(workspace, this::showError, this::begin);
        var content = new VBox(12, form, whatIf, styleForm);
        content.setPadding(new Insets(0, 10, 0, 0));
        var scroll = new ScrollPane(content);
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        Controls.fitHeight(scroll, 690);
        getChildren().addAll(heading, scroll, wrong);
        workspace.history().subscribe(this::follow);
        workspace.analysis().subscribe(_ -> {
            if (isVisible()) {
                whatIf.update();
            }
        });
        visibleProperty().subscribe(shown -> {
            if (!shown) {
                workspace.document().endPreview();
            }
        });
    }

    private void follow() {
        if (!isVisible()) {
            return;
        }
        if (bars.series().isEmpty()) {
            close();
        } else {
            form.update();
            styleForm.update();
        }
    }

    /// @param ofRow the row whose bar was clicked; −1 for none
    void about(SeriesKey series, int ofRow, boolean ofX) {
        key = series;
        row = ofRow;
        inX = ofX;
    }

    @Override
    protected void begin() {
        form.begin();
        styleForm.begin();
        clearError();
        bars = new BarsOfSeries(workspace, key, inX);
        if (bars.series().isEmpty()) {
            return;
        }
        heading.setText(
                "Error bars in " + (inX ? "x" : "y") + ", " + bars.column().name());
        form.row(
                "Direction",
                form.choice(
                        "bars-direction",
                        "Bars in y or in x",
                        List.of(false, true),
                        x -> x ? "in x" : "in y",
                        () -> inX,
                        this::turn));
        length();
        meaning();
        updateStyle();
        whatIf.begin(bars);
        focus(form.first());
    }

    private void turn(boolean toX) {
        if (toX != inX) {
            inX = toX;
            begin();
        }
    }

    private void length() {
        form.row(
                "Length",
                form.choice(
                        "bars-from",
                        "Where the length of the bars comes from",
                        bars.sources(),
                        bars::words,
                        bars::source,
                        chosen -> {
                            if (!chosen.equals(bars.source())) {
                                bars.take(chosen);
                                begin();
                            }
                        }));
        if (!(bars.source() instanceof BarsOfSeries.Source.OfColumn)) {
            form.row(
                    "±",
                    form.number(
                            "bars-size",
                            "Half length of the bars, in the column's unit or in percent",
                            () -> bars.column().uniformBars().map(UniformBarLength::size),
                            typed -> {
                                requireLength(typed);
                                if (bars.source() instanceof BarsOfSeries.Source.Nothing && typed.isPresent()) {
                                    bars.take(new BarsOfSeries.Source.Same());
                                    begin();
                                }
                                bars.resize(typed.orElse(0.0));
                                whatIf.begin(bars);
                            }),
                    new Label(bars.unit()));
        }
        bars.lengths().filter(each -> row >= 0 && !each.isDerived()).ifPresent(each -> lengthOfRow(each.id()));
    }

    private static void requireLength(Optional<Double> typed) throws Form.Refused {
        if (typed.isPresent() && !(typed.get() >= 0)) {
            throw new Form.Refused("A bar has a length of 0 or more.");
        }
    }

    /// The bar that was clicked, where each has its own cell.
    private void lengthOfRow(int column) {
        form.row(
                "Row " + (row + 1),
                form.number(
                        "bars-row",
                        "Half length of the bar of row " + (row + 1),
                        () -> {
                            double length = bars.table().column(column).cells().number(row);
                            return Double.isNaN(length) ? Optional.empty() : Optional.of(length);
                        },
                        typed -> {
                            requireLength(typed);
                            workspace.perform(new TableEdit.SetCell(
                                    bars.table().id(),
                                    column,
                                    row,
                                    typed.map(length -> NumberText.shortest(length)
                                                    .replace(
                                                            '.',
                                                            bars.table()
                                                                    .decimalMark()
                                                                    .sign()))
                                            .orElse("")));
                        }));
    }

    private void meaning() {
        form.row(
                "A bar is",
                form.choice(
                        "bars-meaning",
                        "What the length of a bar says",
                        List.of(BarMeaning.values()),
                        meaning -> "± " + meaning.words(),
                        () -> bars.meaningOf().barMeaning(),
                        meaning -> workspace.perform(new ColumnEdit.SetBarMeaning(
                                bars.table().id(), bars.meaningOf().id(), meaning))));
        form.row(
                "In fits",
                form.choice(
                        "bars-weights",
                        "How points count in the fits of this figure",
                        List.of(Weighting.values()),
                        Weighting::words,
                        () -> workspace.figureInView().orElseThrow().weighting(),
                        by -> workspace
                                .figureInView()
                                .ifPresent(figure -> workspace.perform(new FigureEdit.SetWeighting(figure.id(), by)))));
    }

    private void updateStyle() {
        Supplier<BarStyle> style =
                () -> workspace.figureInView().orElseThrow().style().series(key).bars();
        styleForm.wide(styleForm.tick(
                "bars-shown",
                "Drawn for this series",
                () -> style.get().shown(),
                shown -> set(style.get().withShown(shown))));
        styleForm.row(
                "Caps",
                styleForm.sliding(
                        "bars-cap",
                        "Width of the strokes at the ends, 0 for none",
                        0,
                        BarStyle.MAX_CAP,
                        () -> style.get().cap(),
                        cap -> set(style.get().withCap(cap))));
        styleForm.row(
                "Line width",
                styleForm.needed(
                        "bars-width",
                        "Width of the lines in points",
                        0.1,
                        BarStyle.MAX_WIDTH,
                        () -> style.get().width(),
                        width -> set(style.get().withWidth(width))));
        styleForm.row(
                "Colour",
                styleForm.color(
                        "bars-color",
                        "Colour of the bars",
                        Palette.seriesHex(),
                        () -> style.get().color(),
                        color -> set(style.get().withColor(color))));
    }

    private void set(BarStyle changed) {
        workspace
                .figureInView()
                .filter(figure -> !figure.style().series(key).bars().equals(changed))
                .ifPresent(figure -> workspace.perform(new FigureEdit.SetSeriesStyle(
                        figure.id(), key, figure.style().series(key).withBars(changed))));
    }
}
