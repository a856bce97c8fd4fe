package helvo.desktop;

import helvo.core.analysis.BarSource;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.bounds.Bounds;
import helvo.core.fit.Weighting;
import helvo.core.look.BarLook;
import helvo.core.look.SeriesLook;
import helvo.core.study.ColumnEdit;
import helvo.core.study.FigureEdit;
import helvo.core.study.SeriesKey;
import helvo.core.table.BarMeaning;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.core.table.OwnBars;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.figure.Inks;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/// The error bars of a series: where their length comes from, what it means, how they look, and what would follow if they were
/// longer or shorter, which changes nothing until it is accepted.
final class BarsPanel extends Panel {
    private static final double MOST = 3;

    private final Runnable close;
    private final Form form = new Form(this::say);
    private final Form looks = new Form(this::say);
    private final Slider slider = new Slider(0, MOST, 1);
    private final TextField size = field("bars-what-if", "Length to try", 6);
    private final Label sizeUnit = new Label();
    private final Label verdict = muted("");
    private final VBox whatIf;
    private final Button accept;
    private SeriesKey key;
    private int row;
    private boolean inX;
    /// The half length at factor 1; empty where bars differ and a factor is tried.
    private Optional<Double> usual = Optional.empty();

    /// Where bars come from.
    private sealed interface From {
        record Nothing() implements From {}

        record Same() implements From {}

        record Percent() implements From {}

        record OfColumn(int column) implements From {}
    }

    BarsPanel(Session session, Runnable close) {
        super(session, "bars-panel", "Error bars", 316);
        this.close = close;
        slider.setId("bars-slider");
        slider.setAccessibleText("How long bars would be, in parts of what they are");
        slider.setBlockIncrement(0.05);
        slider.valueProperty().subscribe((_, now) -> {
            if (!Double.isNaN(now.doubleValue()) && slider.isFocused() | slider.isValueChanging()) {
                tryOut(now.doubleValue());
            }
        });
        size.setOnAction(_ -> typed());
        size.textProperty().subscribe((_, _) -> {
            if (size.isFocused()) {
                typed();
            }
        });
        verdict.setId("bars-verdict");
        slider.setPrefWidth(130);
        accept = mainButton("bars-accept", "Use these bars", this::accept);
        whatIf = new VBox(6, strong("What if"), row(slider, size, sizeUnit), verdict,
                new FlowPane(8, 6, accept, button("bars-back", "Back to those in the table", this::back)));
        var content = new VBox(12, form, whatIf, looks);
        content.setPadding(new Insets(0, 10, 0, 0));
        var scroll = new ScrollPane(content);
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.setMaxHeight(650);
        verdict.setMinHeight(Region.USE_PREF_SIZE);
        getChildren().addAll(heading, scroll, wrong);
        session.history().subscribe(() -> {
            if (isVisible()) {
                if (series().isEmpty()) {
                    close.run();
                } else {
                    form.update();
                    looks.update();
                }
            }
        });
        session.analysis().subscribe(_ -> {
            if (isVisible()) {
                tell();
            }
        });
        visibleProperty().subscribe(shown -> {
            if (!shown) {
                session.endTrial();
            }
        });
    }

    private static HBox row(Node... nodes) {
        var row = new HBox(8, nodes);
        row.setAlignment(Pos.CENTER_LEFT);
        return row;
    }

    /// @param ofRow the row whose bar was pressed; −1 for none
    void about(SeriesKey series, int ofRow, boolean ofX) {
        key = series;
        row = ofRow;
        inX = ofX;
    }

    private Optional<SeriesAnalysis> series() {
        return session.figure().flatMap(figure -> figure.series().stream().filter(each -> each.key().equals(key)).findFirst());
    }

    private Table table() {
        return session.table().orElseThrow();
    }

    /// The column that the bars belong to, as it is in the study.
    private Column column() {
        Table table = table();
        Column y = table.column(key.yColumn());
        return inX ? table.xOf(y).orElse(y) : y;
    }

    @Override
    void begin() {
        form.begin();
        looks.begin();
        say("");
        if (series().isEmpty()) {
            return;
        }
        heading.setText("Error bars in " + (inX ? "x" : "y") + ", " + column().name());
        form.row("Direction", form.choice("bars-direction", "Bars in y or in x", List.of(false, true), x -> x ? "in x" : "in y", () -> inX,
                x -> {
            if (x != inX) {
                inX = x;
                begin();
            }
        }));
        source();
        look();
        begun();
        focus(form.first());
    }

    private void source() {
        var from = new ArrayList<From>(List.of(new From.Nothing(), new From.Same(), new From.Percent()));
        table().columns().stream().filter(each -> each.kind() == Kind.NUMBER && each.role() != Role.X && each.role() != Role.Y)
                .forEach(each -> from.add(new From.OfColumn(each.id())));
        form.row("Length", form.choice("bars-from", "Where the length of the bars comes from", from, each -> switch (each) {
            case From.Nothing _ -> "no bars";
            case From.Same _ -> "the same for all";
            case From.Percent _ -> "a percentage";
            case From.OfColumn(int id) -> "column " + table().column(id).heading().text();
        }, this::from, this::take));
        if (!(from() instanceof From.OfColumn)) {
            sameForAll();
        }
        ofRow();
        form.row("A bar is", form.choice("bars-meaning", "What the length of a bar says", List.of(BarMeaning.values()),
                meaning -> "± " + meaning.words(),
                () -> meaningOf().barMeaning(), meaning -> session.perform(new ColumnEdit.SetBarMeaning(table().id(), meaningOf().id(),
                        meaning))));
        form.row("In fits", form.choice("bars-weights", "How points count in the fits of this figure", List.of(Weighting.values()),
                Weighting::words,
                () -> session.figureInView().orElseThrow().weighting(),
                        by -> session.figureInView().ifPresent(figure -> session.perform(new FigureEdit.Weigh(figure.id(), by)))));
    }

    private void sameForAll() {
        form.row("±", form.number("bars-size", "Half length of the bars, in the column's unit or in percent",
                () -> column().ownBars().map(OwnBars::size), typed -> {
            if (typed.isPresent() && !(typed.get() >= 0)) {
                throw new Form.Refused("A bar has a length of 0 or more.");
            }
            if (from() instanceof From.Nothing && typed.isPresent()) {
                take(new From.Same());
            }
            boolean percent = from() instanceof From.Percent;
            session.perform(new ColumnEdit.SetOwnBars(table().id(), column().id(), new OwnBars(typed.orElse(0.0), percent)));
            begun();
        }), new Label(from() instanceof From.Percent ? "%" : column().unit()));
    }

    /// The bar that was pressed, where each has its own cell.
    private void ofRow() {
        Optional<Column> bar = table().barOf(column()).filter(each -> !each.isDerived());
        if (row >= 0 && bar.isPresent()) {
            int id = bar.get().id();
            form.row("Row " + (row + 1), form.number("bars-row", "Half length of the bar of row " + (row + 1), () -> {
                double length = table().column(id).cells().number(row);
                return Double.isNaN(length) ? Optional.empty() : Optional.of(length);
            }, typed -> {
                if (typed.isPresent() && !(typed.get() >= 0)) {
                    throw new Form.Refused("A bar has a length of 0 or more.");
                }
                session.perform(new helvo.core.study.TableEdit.SetCell(table().id(), id, row,
                        typed.map(length -> helvo.core.number.NumberText.shortest(length).replace('.', table().mark().sign())).orElse("")));
            }));
        }
    }

    private Column meaningOf() {
        return table().barOf(column()).or(() -> table().downOf(column())).orElse(column());
    }

    private From from() {
        Optional<Column> bar = table().barOf(column());
        return bar.isPresent() ? new From.OfColumn(bar.get().id())
                : column().ownBars().map(own -> own.percent() ? (From) new From.Percent() : new From.Same()).orElse(new From.Nothing());
    }

    private void take(From chosen) {
        if (chosen.equals(from())) {
            return;
        }
        int table = table().id();
        Column of = column();
        Role role = inX ? Role.X_BAR : Role.Y_BAR;
        if (chosen instanceof From.OfColumn(int id)) {
            session.perform(new ColumnEdit.SetRole(table, id, role));
        } else {
            table().barOf(of).ifPresent(bar -> session.perform(new ColumnEdit.SetRole(table, bar.id(), Role.NONE)));
            switch (chosen) {
                case From.Same _ -> session.perform(new ColumnEdit.SetOwnBars(table, of.id(),
                        new OwnBars(own().filter(each -> !each.percent()).map(OwnBars::size).orElse(rough()), false)));
                case From.Percent _ -> session.perform(new ColumnEdit.SetOwnBars(table, of.id(), new OwnBars(5, true)));
                default -> session.perform(new ColumnEdit.SetOwnBars(table, of.id(), OwnBars.NONE));
            }
        }
        begin();
    }

    private Optional<OwnBars> own() {
        return column().ownBars();
    }

    /// A first length: about as long as the points scatter.
    private double rough() {
        double scatter = inX ? Double.NaN : series().flatMap(SeriesAnalysis::fit)
                .map(fit -> 2 * fit.quality().residualStandardDeviation().orElse(Double.NaN)).orElse(Double.NaN);
        double length = scatter > 0 ? scatter : 1;
        return new java.math.BigDecimal(length).round(new java.math.MathContext(1)).doubleValue();
    }

    private void look() {
        Supplier<SeriesLook> look = () -> session.figureInView().orElseThrow().look().series(key);
        looks.wide(looks.tick("bars-shown", "Drawn for this series", () -> look.get().bars().shown(),
                shown -> set(look.get().with(look.get().bars().shown(shown)))));
        looks.row("Caps", looks.sliding("bars-cap", "Width of the strokes at the ends, 0 for none", 0, BarLook.MOST_CAP,
                () -> look.get().bars().cap(), cap -> set(look.get().with(look.get().bars().withCap(cap)))));
        looks.row("Line width", looks.needed("bars-weight", "Width of the lines in points", 0.1, BarLook.MOST_WEIGHT,
                () -> look.get().bars().weight(), weight -> set(look.get().with(look.get().bars().withWeight(weight)))));
        looks.row("Colour", looks.color("bars-color", "Colour of the bars", Inks.seriesHex(), () -> look.get().bars().color(),
                color -> set(look.get().with(look.get().bars().withColor(color)))));
    }

    private void set(SeriesLook look) {
        session.figureInView().filter(figure -> !figure.look().series(key).equals(look))
                .ifPresent(figure -> session.perform(new FigureEdit.SetSeriesLook(figure.id(), key, look)));
    }

    // ---- what if ----

    private void begun() {
        session.endTrial();
        boolean any = !(from() instanceof From.Nothing);
        whatIf.setVisible(any);
        whatIf.setManaged(any);
        // What follows other columns can be tried, but is changed where it comes from.
        accept.setDisable(table().barOf(column()).filter(Column::isDerived).isPresent());
        usual = own().filter(_ -> table().barOf(column()).isEmpty()).map(OwnBars::size)
                .or(() -> table().barOf(column()).flatMap(BarsPanel::only));
        boolean percent = from() instanceof From.Percent;
        sizeUnit.setText(usual.isEmpty() ? "times" : percent ? "%" : column().unit());
        slider.setValue(1);
        size.setText(session.study().numbers().plain(usual.orElse(1.0)));
        tell();
    }

    /// The one length that all cells of a column hold.
    private static Optional<Double> only(Column bar) {
        return bar.values(2).filter(values -> values.size() == 1).map(values -> bar.cells().number(firstNumber(bar)))
                .filter(length -> length > 0);
    }

    private static int firstNumber(Column bar) {
        int at = 0;
        while (at < bar.cells().size() - 1 && Double.isNaN(bar.cells().number(at))) {
            at++;
        }
        return at;
    }

    private void typed() {
        double length = helvo.core.number.NumberText.number(size.getText().replace('−', '-'), table().mark()).orElse(Double.NaN);
        double factor = length / usual.orElse(1.0);
        if (!(factor >= 0) || !Double.isFinite(factor)) {
            say("Type a length of 0 or more.");
            return;
        }
        say("");
        session.tryOut(new ColumnEdit.ScaleBars(table().id(), column().id(), factor));
        if (!slider.isFocused()) {
            slider.setValue(Math.min(MOST, factor));
        }
    }

    private void tryOut(double factor) {
        double rounded = Math.round(factor * 200) / 200.0;
        size.setText(session.study().numbers().significant(rounded * usual.orElse(1.0), 4));
        session.tryOut(new ColumnEdit.ScaleBars(table().id(), column().id(), rounded));
    }

    private void accept() {
        if (session.trial().isPresent()) {
            session.keepTrial();
            begin();
        }
    }

    private void back() {
        begun();
    }

    /// What the bars as they are shown allow.
    private void tell() {
        Optional<Bounds> bounds = series().flatMap(SeriesAnalysis::bounds);
        if (bounds.isEmpty()) {
            verdict.setText("No point has a bar.");
            return;
        }
        double least = bounds.get().least().factor();
        String unit = column().unit().isEmpty() ? "" : " " + column().unit();
        String needed = bounds.get().equalBar().isPresent() && !inX && Double.isFinite(least)
                ? "± " + session.study().numbers().significant(bounds.get().equalBar().getAsDouble() * least, 6) + unit
                : Double.isFinite(least) ? session.study().numbers().significant(least, 6) + " times these" : "longer than any";
        String slope = bounds.get().slope().isPresent() ? " Slope "
                + session.study().numbers().withUncertainty(bounds.get().slope().getAsDouble(), bounds.get().slopeHalfRange()) + "." : "";
        verdict.setText((bounds.get().exist() ? "A line passes through all bars." + slope : "No line passes through all bars.")
                + " The least that would do: " + needed + "."
                + (accept.isDisabled() ? " These bars follow other columns: they can be tried here, and are changed there." : ""));
        verdict.getStyleClass().removeAll("warning");
        if (!bounds.get().exist()) {
            verdict.getStyleClass().add("warning");
        }
    }
}
