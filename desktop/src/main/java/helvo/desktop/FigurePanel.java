package helvo.desktop;

import helvo.core.Phrase;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.analysis.TimeAxis;
import helvo.core.fit.PrintedEquation;
import helvo.core.look.AxisLook;
import helvo.core.look.AxisPlace;
import helvo.core.look.CurveLook;
import helvo.core.look.CurveLook.LabelPart;
import helvo.core.look.FigureLook;
import helvo.core.look.LegendLook;
import helvo.core.look.MarkerShape;
import helvo.core.look.Note;
import helvo.core.look.SeriesLook;
import helvo.core.look.SeriesLook.ColorBy;
import helvo.core.look.SheetLook;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberFormat;
import helvo.core.number.NumberText;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.study.SeriesKey;
import helvo.core.study.StudyEdit;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.figure.Axis;
import helvo.figure.FigureDrawing;
import helvo.figure.FigureLayout;
import helvo.figure.Inks;
import helvo.figure.SeriesStyle;
import helvo.figure.Thing;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.FlowPane;

/// What a thing on the figure has, beside that thing: axis, legend, series, curve, note, colours or the whole sheet.
final class FigurePanel extends Panel {
    private final Runnable close;
    private final FigureView view;
    private final Form form = new Form(this::say);
    private Thing thing = new Thing.Ground();

    FigurePanel(Session session, FigureView view, Runnable close) {
        super(session, "figure-panel", "", 330);
        this.view = view;
        this.close = close;
        var scroll = new ScrollPane(form);
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.setMaxHeight(650);
        getChildren().addAll(heading, scroll, wrong);
        view.shownPicture().subscribe(_ -> {
            if (isVisible()) {
                form.update();
            }
        });
        session.history().subscribe(() -> {
            if (isVisible()) {
                if (look().isEmpty() || gone()) {
                    close.run();
                } else {
                    form.update();
                }
            }
        });
    }

    void about(Thing about) {
        thing = about;
    }

    Thing thing() {
        return thing;
    }

    private boolean gone() {
        return thing instanceof Thing.NoteOf(int id, _) && look().flatMap(look -> look.note(id)).isEmpty();
    }

    private Optional<Figure> figure() {
        return session.figureInView();
    }

    private Optional<FigureLook> look() {
        return figure().map(Figure::look);
    }

    @Override
    void begin() {
        form.begin();
        say("");
        figure().ifPresent(figure -> {
            switch (thing) {
                case Thing.AxisOf(var place) -> axis(place);
                case Thing.AxisTitle(var place) -> axis(place);
                case Thing.Legend _ -> legend();
                case Thing.LegendEntry(var key) -> series(key);
                case Thing.ColorKey(var key) -> series(key);
                case Thing.CurveOf(var key) -> curve(key);
                case Thing.CurveEnd(var key, _) -> curve(key);
                case Thing.CurveLabel(var key) -> curve(key);
                case Thing.NoteOf(int id, _) -> note(id);
                case Thing.BarOf(var key, _, _) -> series(key);
                case Thing.Ground _, Thing.Title _ -> sheet();
            }
            focus(form.first());
        });
    }

    // ---- axis ----

    private void axis(AxisPlace place) {
        heading.setText("The " + place.words());
        Supplier<AxisLook> look = () -> look().orElseThrow().axis(place);
        Optional<TimeAxis> time = place == AxisPlace.X ? session.figure().flatMap(FigureAnalysis::xTime) : Optional.empty();
        form.row("From", limit(place, look, time, true));
        form.row("To", limit(place, look, time, false));
        if (time.isEmpty()) {
            form.row("Step", form.number("axis-step", "Step between labels", () -> look.get().step(),
                    () -> axisNow(place).flatMap(Axis::labelledStep).map(FigurePanel::tidy), Form.Writing.PLAIN, step -> {
                Axis axis = axisNow(place).orElse(null);
                if (step.isPresent() && !(step.get() > 0)) {
                    throw new Form.Refused("A step must be more than 0.");
                }
                if (step.isPresent() && axis != null && (axis.high() - axis.low()) / step.get() > AxisLook.MOST_STEPS) {
                    throw new Form.Refused(Phrase.of("A step of %s would make %,.0f labels, and no more than %d have room.",
                            NumberText.shortest(step.get()),
                            (axis.high() - axis.low()) / step.get(), AxisLook.MOST_STEPS));
                }
                set(place, look.get().withStep(step));
            }));
            form.row("Minor steps", form.number("axis-minor", "Minor steps in a step, 1 for none",
                    () -> look.get().minor().map(Integer::doubleValue),
                    () -> axisNow(place).flatMap(Axis::partsOfStep).map(Integer::doubleValue), Form.Writing.PLAIN, parts -> {
                if (parts.isPresent() && !(parts.get() >= 1 && parts.get() <= AxisLook.MOST_PARTS
                        && parts.get() == Math.rint(parts.get()))) {
                    throw new Form.Refused(Phrase.of("A step has 1 to %d minor steps.", AxisLook.MOST_PARTS));
                }
                set(place, look.get().withMinor(parts.map(Double::intValue)));
            }));
            form.row("Decimals", form.number("axis-decimals", "Decimals of the labels",
                    () -> look.get().decimals().map(Integer::doubleValue), decimals -> {
                if (decimals.isPresent() && !(decimals.get() >= 0 && decimals.get() <= AxisLook.MOST_DECIMALS
                        && decimals.get() == Math.rint(decimals.get()))) {
                    throw new Form.Refused(Phrase.of("There can be 0 to %d decimals.", AxisLook.MOST_DECIMALS));
                }
                set(place, look.get().withDecimals(decimals.map(Double::intValue)));
            }));
        }
        if (time.isPresent()) {
            form.row("Dates as", form.choice("axis-dates", "How dates are written", List.of(AxisLook.DateLabels.values()),
                    each -> switch (each) {
                case OWN -> "the steps ask for";
                case YEAR -> "2026";
                case MONTH -> "Mar 2026";
                case DAY -> "5 Mar 2026";
                case NUMERIC -> "2026-03-05";
                case TIME -> "14:30";
            }, () -> look.get().dates(), each -> set(place, look.get().with(each))));
        }
        form.row("Title", form.text("axis-title", "Title of the axis; empty for the columns' names", () -> title(place, look.get()),
                text -> set(place, look.get().withTitle(text.isEmpty() || text.equals(title(place, look.get().withTitle(Optional.empty())))
                        ? Optional.empty() : Optional.of(text)))));
        form.row("Ticks", form.choice("axis-ticks", "Where ticks point", List.of(AxisLook.Ticks.values()), FigurePanel::words,
                () -> look.get().ticks(), ticks -> set(place, look.get().with(ticks))));
        if (place != AxisPlace.RIGHT) {
            form.row("Grid", form.choice("axis-grid", "Lines behind the points", List.of(AxisLook.Grid.values()), grid -> switch (grid) {
                case NONE -> "none";
                case MAJOR -> "at the labels";
                case MINOR -> "at all ticks";
            }, () -> look.get().grid(), grid -> set(place, look.get().with(grid))));
            form.wide(form.tick("axis-side", "Axis on the other side", () -> look.get().otherSide(),
                    other -> set(place, look.get().onOtherSide(other))));
        }
        if (time.isEmpty()) {
            form.wide(form.tick("axis-zero", "Begin at zero, or hold it", () -> look.get().withZero(),
                    zero -> set(place, look.get().withZero(zero))));
            form.wide(form.tick("axis-log", "Logarithmic", () -> look.get().logarithmic(), log -> logarithmic(place, look.get(), log)));
        }
        form.wide(form.tick("axis-reversed", "Reversed", () -> look.get().reversed(),
                reversed -> set(place, look.get().reversed(reversed))));
    }

    private Optional<Axis> axisNow(AxisPlace place) {
        return view.layoutNow().map(FigureLayout::axes).map(axes -> axes.get(place));
    }

    /// Without the rounding of doubles.
    private static double tidy(double value) {
        return NumberText.withoutRounding(value);
    }

    /// What stands at an axis, as it is edited.
    private String title(AxisPlace place, AxisLook look) {
        return look.title().or(() -> session.figure().map(figure -> FigureDrawing.ownAxisTitle(figure, place))).orElse("");
    }

    private static String words(AxisLook.Ticks ticks) {
        return switch (ticks) {
            case OUTSIDE -> "outwards";
            case INSIDE -> "inwards";
            case NONE -> "none";
        };
    }

    private javafx.scene.control.TextField limit(AxisPlace place, Supplier<AxisLook> look, Optional<TimeAxis> time, boolean lower) {
        Function<String, OptionalDouble> readDate = text -> DateText.read(text, DateText.Order.DAY_FIRST)
                .map(moment -> OptionalDouble.of(time.orElseThrow().coordinate(moment.seconds())))
                .orElse(OptionalDouble.empty());
        Function<Double, String> writeDate = value -> DateText.shown(Math.rint(time.orElseThrow().seconds(value)),
                Math.rint(time.get().seconds(value)) % 86_400 == 0 ? DateText.Form.DAY : DateText.Form.SECOND);
        Form.Change<Optional<Double>> change = typed -> {
            AxisLook now = look.get();
            Optional<Double> low = lower ? typed : now.low();
            Optional<Double> high = lower ? now.high() : typed;
            if (typed.isPresent() && now.logarithmic() && !(typed.get() > 0)) {
                throw new Form.Refused("A logarithmic axis has only values above 0.");
            }
            if (typed.isPresent() && time.isPresent() && Math.abs(time.get().seconds(typed.get())) > 3e11) {
                throw new Form.Refused("Dates reach from the year −7000 to 9999.");
            }
            Optional<Axis> axis = axisNow(place);
            double from = low.or(() -> axis.map(Axis::low)).orElse(Double.NEGATIVE_INFINITY);
            double to = high.or(() -> axis.map(Axis::high)).orElse(Double.POSITIVE_INFINITY);
            if (typed.isPresent() && !(from < to)) {
                throw new Form.Refused(lower ? "The lower limit must be less than the upper."
                        : "The upper limit must be more than the lower.");
            }
            boolean steps = now.step().isPresent() && low.isPresent() && high.isPresent()
                    && (to - from) / now.step().get() > AxisLook.MOST_STEPS;
            set(place, (steps ? now.withStep(Optional.empty()) : now).withLimits(low, high));
        };
        Supplier<Optional<Double>> value = () -> lower ? look.get().low() : look.get().high();
        String id = lower ? "axis-from" : "axis-to";
        String accessible = lower ? "Lower limit; empty for the program's own" : "Upper limit; empty for the program's own";
        Supplier<Optional<Double>> automatic = () -> axisNow(place).map(axis -> tidy(lower ? axis.low() : axis.high()));
        var field = form.number(id, accessible, value, automatic,
                time.isPresent() ? new Form.Writing(readDate, writeDate) : Form.Writing.PLAIN, change);
        field.setPrefColumnCount(time.isPresent() ? 11 : 8);
        return field;
    }

    private void logarithmic(AxisPlace place, AxisLook look, boolean log) throws Form.Refused {
        if (log) {
            List<SeriesAnalysis> along = session.figure().map(FigureAnalysis::series).orElse(List.of()).stream()
                    .filter(series -> place == AxisPlace.X || session.figure().orElseThrow()
                            .isOnRight(series.key()) == (place == AxisPlace.RIGHT)).toList();
            long all = along.stream().mapToLong(series -> series.points().size()).sum();
            long fit = along.stream().flatMapToDouble(series -> java.util.Arrays.stream(place == AxisPlace.X ? series.points().x()
                    : series.points().y())).filter(value -> value > 0).count();
            if (fit == 0) {
                throw new Form.Refused("No point has a value above 0, so a logarithmic axis could show none.");
            }
            if (fit < all) {
                session.say(Phrase.of("%,d of %,d points are not above 0 and cannot be shown on a logarithmic axis; fits still use them.",
                        all - fit, all), true);
            }
        }
        set(place, look.logarithmic(log));
    }

    private void set(AxisPlace place, AxisLook look) {
        figure().filter(figure -> !figure.look().axis(place).equals(look))
                .ifPresent(figure -> session.perform(new FigureEdit.SetAxis(figure.id(), place, look)));
    }

    // ---- legend ----

    private void legend() {
        heading.setText("Legend");
        Supplier<LegendLook> look = () -> look().orElseThrow().legend();
        form.row("Shown", form.choice("legend-shown", "When the legend is shown", List.of(LegendLook.Shown.values()),
                shown -> switch (shown) {
            case FOR_SEVERAL -> "for two series or more";
            case ALWAYS -> "always";
            case NEVER -> "never";
        }, () -> look.get().shown(), shown -> set(look.get().with(shown))));
        form.row("Place", button("legend-own-place", "Where no point lies", () -> set(look.get().withAt(Optional.empty()))),
                button("legend-corner", "Next corner", this::nextCorner));
        form.row("From left", spot("legend-across", () -> look.get().at(), true, at -> set(look.get().withAt(Optional.of(at)))));
        form.row("From top", spot("legend-down", () -> look.get().at(), false, at -> set(look.get().withAt(Optional.of(at)))));
        List<SeriesAnalysis> series = session.figure().map(FigureAnalysis::series).orElse(List.of());
        for (int i = 0; i < Math.min(series.size(), 24); i++) {
            int place = i;
            SeriesKey key = series.get(i).key();
            Supplier<SeriesLook> of = () -> look().orElseThrow().series(key);
            var shown = form.tick("legend-entry-" + i, "", () -> of.get().inLegend(), in -> set(key, of.get().inLegend(in)));
            shown.setAccessibleText("Show " + series.get(i).label() + " in the legend");
            var name = form.text("legend-name-" + i, "Name of " + series.get(i).label() + " in the legend",
                    () -> of.get().name().orElse(series.get(place).label()),
                    text -> set(key, of.get().withName(text.isEmpty() || text.equals(series.get(place).label()) ? Optional.empty()
                            : Optional.of(text))));
            name.setPrefColumnCount(11);
            var up = button("legend-up-" + i, "Up", () -> earlier(key, series.stream().map(SeriesAnalysis::key).toList()));
            form.row(i == 0 ? "Entries" : "", shown, name, up);
        }
    }

    private javafx.scene.control.TextField spot(String id, Supplier<Optional<CurveLook.Spot>> at, boolean across,
            java.util.function.Consumer<CurveLook.Spot> change) {
        return form.number(id, across ? "Part of the plot's width from its left, 0 to 1; empty where no point lies"
                : "Part of the plot's height from its top, 0 to 1",
                () -> at.get().map(spot -> Math.round(1000 * (across ? spot.across() : spot.down())) / 1000.0), typed -> {
                    if (typed.isPresent() && !(typed.get() >= 0 && typed.get() <= 1)) {
                        throw new Form.Refused("It must be from 0 to 1.");
                    }
                    CurveLook.Spot now = at.get().orElse(new CurveLook.Spot(0.05, 0.05));
                    typed.ifPresent(value -> change.accept(across ? new CurveLook.Spot(value, now.down())
                            : new CurveLook.Spot(now.across(), value)));
                });
    }

    private void nextCorner() {
        LegendLook legend = look().orElseThrow().legend();
        double[][] corners = {{0.02, 0.02}, {1, 0.02}, {1, 0.97}, {0.02, 0.97}};
        int now = IntStream.range(0, 4).filter(i -> legend.at()
                .filter(at -> at.across() == corners[i][0] && at.down() == corners[i][1]).isPresent()).findFirst().orElse(-1);
        double[] next = corners[(now + 1) % 4];
        set(legend.withAt(Optional.of(new CurveLook.Spot(next[0], next[1]))));
    }

    private void earlier(SeriesKey key, List<SeriesKey> all) {
        LegendLook legend = look().orElseThrow().legend();
        List<SeriesKey> order = new ArrayList<>(legend.order().stream().filter(all::contains).toList());
        all.stream().filter(each -> !order.contains(each)).forEach(order::add);
        int at = order.indexOf(key);
        if (at > 0) {
            Collections.swap(order, at, at - 1);
            set(legend.withOrder(order));
        }
    }

    private void set(LegendLook look) {
        figure().filter(figure -> !figure.look().legend().equals(look))
                .ifPresent(figure -> session.perform(new FigureEdit.SetLegend(figure.id(), look)));
    }

    // ---- series ----

    /// How points are drawn, as one choice.
    private enum Drawn { POINTS, POINTS_JOINED, POINTS_SMOOTH, LINE, SMOOTH_LINE, HIDDEN }

    private void series(SeriesKey key) {
        Optional<SeriesAnalysis> of = session.figure().flatMap(figure -> figure.series().stream()
                .filter(each -> each.key().equals(key)).findFirst());
        heading.setText("Series " + of.map(SeriesAnalysis::label).orElse(""));
        Supplier<SeriesLook> look = () -> look().orElseThrow().series(key);
        form.row("Drawn as", form.choice("series-drawn", "How the series is drawn", List.of(Drawn.values()), drawn -> switch (drawn) {
            case POINTS -> "points";
            case POINTS_JOINED -> "points, joined straight";
            case POINTS_SMOOTH -> "points, joined smoothly";
            case LINE -> "a straight-joined line only";
            case SMOOTH_LINE -> "a smooth line only";
            case HIDDEN -> "hidden, but still fitted";
        }, () -> drawn(look.get()), drawn -> set(key, drawn(look.get(), drawn))));
        form.row("Marker", form.choice("series-shape", "Shape of the markers", List.of(MarkerShape.values()),
                shape -> shape.name().toLowerCase(Locale.ROOT).replace('_', ' '),
                () -> look.get().shape().orElse(MarkerShape.valueOf(usual(key).marker().name())),
                        shape -> set(key, look.get().with(shape))));
        form.row("Size", form.sliding("series-size", "Size of the markers, 1 for the usual", SeriesLook.LEAST_SIZE, SeriesLook.MOST_SIZE,
                () -> look.get().size(), size -> set(key, look.get().withSize(size))));
        form.row("Opacity", form.sliding("series-strength", "Opacity of the markers, 0 for hollow", 0, 1,
                () -> look.get().strength().orElse(usual(key).filled() ? 1.0 : 0.0),
                strength -> set(key, look.get().withStrength(Optional.of(strength)))));
        form.row("Colour", form.color("series-color", "Colour of the series", Inks.seriesHex(), () -> look.get().color(),
                color -> set(key, look.get().withColor(color))));
        form.row("Edge", form.color("series-edge", "Colour of the markers' edge", List.of("#17242B", "#FFFFFF"), () -> look.get().edge(),
                edge -> set(key, look.get().withEdge(edge))));
        var colored = new ArrayList<Optional<ColorBy>>(List.of(Optional.empty(), Optional.of(ColorBy.RESIDUAL)));
        var labels = new ArrayList<Optional<Integer>>(List.of(Optional.empty()));
        List<Column> columns = session.table().orElseThrow().columns();
        columns.stream().filter(column -> column.kind() == Kind.NUMBER)
                .forEach(column -> colored.add(Optional.of(new ColorBy(column.id()))));
        columns.forEach(column -> labels.add(Optional.of(column.id())));
        form.row("Colour by", form.choice("series-colored", "What gives each point its colour", colored,
                by -> by.map(each -> each.equals(ColorBy.RESIDUAL) ? "residual" : name(each.column())).orElse("one colour"),
                () -> look.get().coloredBy(), by -> set(key, look.get().coloredBy(by))));
        form.row("Labels", form.choice("series-labels", "What is written at the points; left out where there is no room for it", labels,
                each -> each.map(this::name).orElse("none"), () -> look.get().labels(),
                column -> set(key, look.get().withLabels(column))));
        form.wide(form.tick("series-counts", "Repeated points are larger", () -> look.get().bySize(),
                counted -> set(key, look.get().bySize(counted))));
        form.wide(form.tick("series-right", "Along the right-hand axis",
                () -> session.figure().filter(figure -> figure.isOnRight(key)).isPresent(),
                right -> set(key, look.get().onRight(Optional.of(right)))));
        form.row("In the legend", form.tick("series-legend", "", () -> look.get().inLegend(), in -> set(key, look.get().inLegend(in))),
                form.text("series-name", "Name in the legend", () -> look.get().name().orElse(of.map(SeriesAnalysis::label).orElse("")),
                        text -> set(key, look.get().withName(text.isEmpty() ? Optional.empty() : Optional.of(text)))));
        form.wide(button("series-to-curve", "Its curve …", () -> turnTo(new Thing.CurveOf(key))));
    }

    private void turnTo(Thing other) {
        thing = other;
        begin();
    }

    private String name(int column) {
        return session.table().flatMap(table -> table.columns().stream().filter(each -> each.id() == column).findFirst()).map(Column::name)
                .orElse("");
    }

    private SeriesStyle usual(SeriesKey key) {
        return SeriesStyle.of(session.figure().flatMap(figure -> figure.series().stream()
                .filter(each -> each.key().equals(key)).findFirst()).map(SeriesAnalysis::slot).orElse(0));
    }

    private static Drawn drawn(SeriesLook look) {
        if (look.hidden()) {
            return Drawn.HIDDEN;
        }
        return switch (look.join()) {
            case NONE -> Drawn.POINTS;
            case STRAIGHT -> look.points() ? Drawn.POINTS_JOINED : Drawn.LINE;
            case SMOOTH -> look.points() ? Drawn.POINTS_SMOOTH : Drawn.SMOOTH_LINE;
        };
    }

    private static SeriesLook drawn(SeriesLook look, Drawn drawn) {
        SeriesLook.Join join = switch (drawn) {
            case POINTS, HIDDEN -> SeriesLook.Join.NONE;
            case POINTS_JOINED, LINE -> SeriesLook.Join.STRAIGHT;
            case POINTS_SMOOTH, SMOOTH_LINE -> SeriesLook.Join.SMOOTH;
        };
        return look.hidden(drawn == Drawn.HIDDEN).with(join).withPoints(drawn != Drawn.LINE && drawn != Drawn.SMOOTH_LINE);
    }

    private void set(SeriesKey key, SeriesLook look) {
        figure().filter(figure -> !figure.look().series(key).equals(look))
                .ifPresent(figure -> session.perform(new FigureEdit.SetSeriesLook(figure.id(), key, look)));
    }

    // ---- curve ----

    private void curve(SeriesKey key) {
        Optional<SeriesAnalysis> of = session.figure().flatMap(figure -> figure.series().stream()
                .filter(each -> each.key().equals(key)).findFirst());
        heading.setText("Curve of " + of.map(SeriesAnalysis::label).orElse(""));
        Supplier<CurveLook> look = () -> look().orElseThrow().curve(key);
        form.wide(form.tick("curve-shown", "Shown", () -> look.get().shown(), shown -> set(key, look.get().shown(shown))));
        form.row("Line width", form.needed("curve-weight", "Width of the line in points", 0.1, CurveLook.MOST_WEIGHT,
                () -> look.get().weight(), weight -> set(key, look.get().withWeight(weight))));
        form.row("Dashes", form.choice("curve-dash", "Dashes of the line", List.of(CurveLook.Dash.values()),
                dash -> dash.name().toLowerCase(Locale.ROOT).replace('_', ' '),
                () -> look.get().dash().orElse(usual(key).dash()), dash -> set(key, look.get().with(dash))));
        form.row("Opacity", form.sliding("curve-strength", "Opacity of the line, 0 to 1", 0, 1, () -> look.get().strength(),
                strength -> set(key, look.get().withStrength(strength))));
        form.row("Colour", form.color("curve-color", "Colour of the curve", Inks.seriesHex(), () -> look.get().color(),
                color -> set(key, look.get().withColor(color))));
        form.row("From x", form.number("curve-from", "Where the curve begins; empty for the first point", () -> look.get().from(),
                () -> end(of, true), Form.Writing.PLAIN, from -> reach(key, look.get(), from, look.get().to())));
        form.row("To x", form.number("curve-to", "Where the curve ends; empty for the last point", () -> look.get().to(),
                () -> end(of, false), Form.Writing.PLAIN, to -> reach(key, look.get(), look.get().from(), to)));
        var parts = new FlowPane(10, 5);
        parts.setPrefWrapLength(220);
        for (LabelPart part : LabelPart.values()) {
            CheckBox box = form.tick("curve-label-" + part.name().toLowerCase(Locale.ROOT), switch (part) {
                case NAME -> "name";
                case EQUATION -> "equation";
                case R2 -> "R²";
                case UNCERTAINTY -> "coefficients ±";
                case POINTS -> "number of points";
                case BOUNDS -> "bounds";
            }, () -> look.get().label().contains(part), in -> {
                var label = EnumSet.noneOf(LabelPart.class);
                label.addAll(look.get().label());
                if (in) {
                    label.add(part);
                } else {
                    label.remove(part);
                }
                set(key, look.get().withLabel(label));
            });
            parts.getChildren().add(box);
        }
        form.row("Label", parts);
        form.row("Digits", form.choice("curve-digits", "Digits of the equation's coefficients", digits(),
                each -> each.map(digits -> Integer.toString(digits)).orElse("automatic"), () -> look.get().digits(),
                digits -> set(key, look.get().withDigits(digits))));
        form.row("Label at", spot("curve-label-across", () -> look.get().labelAt(), true,
                at -> set(key, look.get().withLabelAt(Optional.of(at)))),
                spot("curve-label-down", () -> look.get().labelAt(), false, at -> set(key, look.get().withLabelAt(Optional.of(at)))));
        form.wide(new FlowPane(8, 6, button("curve-label-own-place", "Label where no point lies",
                () -> set(key, look.get().withLabelAt(Optional.empty()))),
                button("curve-to-series", "Its points …", () -> turnTo(new Thing.LegendEntry(key)))));
    }

    /// The first x of a series' points, or the last.
    private static Optional<Double> end(Optional<SeriesAnalysis> of, boolean first) {
        return of.map(series -> Arrays.stream(series.points().x())).flatMap(x -> (first ? x.min() : x.max()).stream().boxed().findFirst());
    }

    private static List<Optional<Integer>> digits() {
        return Stream.concat(Stream.of(Optional.<Integer>empty()),
                IntStream.rangeClosed(PrintedEquation.FEWEST_DIGITS, PrintedEquation.MOST_DIGITS).mapToObj(Optional::of)).toList();
    }

    private void reach(SeriesKey key, CurveLook look, Optional<Double> from, Optional<Double> to) throws Form.Refused {
        if (from.isPresent() && to.isPresent() && !(from.get() < to.get())) {
            throw new Form.Refused("A curve must begin before it ends.");
        }
        set(key, look.reaching(from, to));
    }

    private void set(SeriesKey key, CurveLook look) {
        figure().filter(figure -> !figure.look().curve(key).equals(look))
                .ifPresent(figure -> session.perform(new FigureEdit.SetCurveLook(figure.id(), key, look)));
    }

    // ---- notes ----

    private void note(int id) {
        Supplier<Note> note = () -> look().flatMap(look -> look.note(id)).orElseThrow();
        switch (note.get()) {
            case Note.Text _ -> {
                heading.setText("Note");
                Supplier<Note.Text> text = () -> (Note.Text) note.get();
                form.row("Text", form.text("note-text", "Text of the note; ^{2} is raised, _{0} lowered", () -> text.get().text(),
                        typed -> put(new Note.Text(id, typed.substring(0, Math.min(typed.length(), Note.MOST_CHARACTERS)), text.get().x(),
                                text.get().y(), text.get().to()))));
                form.row("At x", coordinate("note-x", () -> text.get().x(),
                        x -> new Note.Text(id, text.get().text(), x, text.get().y(), text.get().to())));
                form.row("At y", coordinate("note-y", () -> text.get().y(),
                        y -> new Note.Text(id, text.get().text(), text.get().x(), y, text.get().to())));
                form.wide(form.tick("note-arrow", "With an arrow, whose tip can be dragged", () -> text.get().to().isPresent(),
                        arrow -> put(new Note.Text(id, text.get().text(), text.get().x(), text.get().y(),
                        arrow ? Optional.of(target(text.get())) : Optional.empty()))));
            }
            case Note.Rule _ -> {
                heading.setText("Reference line");
                Supplier<Note.Rule> rule = () -> (Note.Rule) note.get();
                form.row(rule.get().atY() ? "At y" : "At x", coordinate("note-at", () -> rule.get().at(),
                        at -> new Note.Rule(id, rule.get().atY(), at, rule.get().label())));
                form.row("Label", form.text("note-label", "Label of the line", () -> rule.get().label(),
                        label -> put(new Note.Rule(id, rule.get().atY(), rule.get().at(), label))));
            }
            case Note.Span _ -> {
                heading.setText("Shaded span");
                Supplier<Note.Span> span = () -> (Note.Span) note.get();
                String axis = span.get().ofY() ? "y" : "x";
                form.row("From " + axis, coordinate("note-from", () -> span.get().from(),
                        from -> new Note.Span(id, span.get().ofY(), from, span.get().to(), span.get().label())));
                form.row("To " + axis, coordinate("note-to", () -> span.get().to(),
                        to -> new Note.Span(id, span.get().ofY(), span.get().from(), to, span.get().label())));
                form.row("Label", form.text("note-label", "Label of the span", () -> span.get().label(),
                        label -> put(new Note.Span(id, span.get().ofY(), span.get().from(), span.get().to(), label))));
            }
            case Note.Drop _ -> {
                heading.setText("Reading on the figure");
                Supplier<Note.Drop> drop = () -> (Note.Drop) note.get();
                form.row(drop.get().fromY() ? "At y" : "At x", coordinate("note-at", () -> drop.get().at(),
                        at -> new Note.Drop(id, drop.get().series(), drop.get().fromY(), at, drop.get().widens())));
                List<SeriesAnalysis> series = session.figure().map(FigureAnalysis::series).orElse(List.of());
                form.row("On the curve of", form.choice("note-series", "The curve it is read off",
                        series.stream().map(SeriesAnalysis::key).toList(),
                        key -> series.stream().filter(each -> each.key().equals(key)).findFirst().map(SeriesAnalysis::label).orElse(""),
                        () -> drop.get().series(), key -> put(new Note.Drop(id, key, drop.get().fromY(), drop.get().at(),
                                drop.get().widens()))));
                form.wide(form.tick("note-widens", "Axes and curve reach as far as it", () -> drop.get().widens(),
                        widens -> put(new Note.Drop(id, drop.get().series(), drop.get().fromY(), drop.get().at(), widens))));
            }
        }
        form.wide(button("note-remove", "Remove it", () -> figure()
                .ifPresent(figure -> session.perform(new FigureEdit.RemoveNote(figure.id(), id)))));
    }

    private Note.Text.Target target(Note.Text text) {
        return view.layoutNow().filter(layout -> !layout.axes().isEmpty())
                .map(layout -> new Note.Text.Target(layout.xAt(layout.px(text.x()) + 30),
                        layout.yAt(AxisPlace.Y, layout.py(AxisPlace.Y, text.y()) + 45)))
                .orElse(new Note.Text.Target(text.x(), text.y()));
    }

    private javafx.scene.control.TextField coordinate(String id, Supplier<Double> value, Function<Double, Note> note) {
        return form.number(id, "Place along the axis", () -> Optional.of(value.get()), typed -> {
            double at = typed.orElseThrow(() -> new Form.Refused("A number is needed here."));
            try {
                put(note.apply(at));
            } catch (IllegalArgumentException e) {
                throw new Form.Refused("A span must begin before it ends.");
            }
        });
    }

    private void put(Note note) {
        figure().filter(figure -> !figure.look().notes().contains(note))
                .ifPresent(figure -> session.perform(new FigureEdit.PutNote(figure.id(), note)));
    }

    // ---- the whole sheet ----

    private void sheet() {
        heading.setText("Look of the figure");
        Supplier<SheetLook> look = () -> look().orElseThrow().sheet();
        var looks = new ArrayList<>(SheetLook.OURS);
        looks.addAll(session.study().looks());
        var row = new FlowPane(6, 6);
        row.setPrefWrapLength(290);
        for (int i = 0; i < looks.size(); i++) {
            SheetLook.Named named = looks.get(i);
            row.getChildren().add(button("look-" + i, named.name(), () -> set(_ -> named.look())));
        }
        form.wide(row);
        form.row("Width, mm", form.needed("sheet-width", "Width of the sheet in millimetres", SheetLook.LEAST_MM, SheetLook.MOST_MM,
                () -> look.get().widthMm(), mm -> set(old -> old.resized(mm, old.heightMm()))));
        form.row("Height, mm", form.needed("sheet-height", "Height of the sheet in millimetres", SheetLook.LEAST_MM, SheetLook.MOST_MM,
                () -> look.get().heightMm(), mm -> set(old -> old.resized(old.widthMm(), mm))));
        form.row("Text, points", form.needed("sheet-text", "Size of the axes' labels in points", SheetLook.LEAST_TEXT, SheetLook.MOST_TEXT,
                () -> look.get().text(), points -> set(old -> old.withText(points))));
        form.row("Line width", form.needed("sheet-line", "Width of the lines, 1 for the default", 0.2, 5, () -> look.get().line(),
                weight -> set(old -> old.withLine(weight))));
        form.wide(form.tick("sheet-dashes", "Curves differ by dashes, as for black and white", () -> look.get().dashes(),
                on -> set(old -> old.withDashes(on))));
        form.wide(form.tick("sheet-frame", "Frame on all four sides", () -> look.get().frame(), on -> set(old -> old.withFrame(on))));
        form.wide(form.tick("sheet-clear", "No background, the page shows through", () -> look.get().ground().isEmpty(),
                on -> set(old -> old.withGround(on ? Optional.empty() : SheetLook.WHITE))));
        form.row("Background", form.color("sheet-ground", "Colour of the background", List.of("#FFFFFF", "#F7F6F8", "#FFF9EC", "#EEF3F7"),
                () -> look.get().ground(), color -> set(old -> old.withGround(color))));
        form.row("Numbers", form.choice("study-numbers", "How numbers are written, in the whole study", numbers(),
                each -> each.map(numbers -> numbers.text(new BigDecimal("12345.6"))).orElse("as in the first table"),
                () -> session.study().chosenNumbers(), each -> session.perform(new StudyEdit.WriteNumbers(each))));
        var name = field("look-name", "Name to keep this look by", 12);
        form.row("Keep as", name, button("look-keep", "Keep", () -> {
            if (name.getText().isBlank()) {
                say("Give the look a name to keep it by.");
            } else {
                session.perform(new StudyEdit.KeepLook(new SheetLook.Named(name.getText().strip(), look.get())));
                begin();
            }
        }));
    }

    private static List<Optional<NumberFormat>> numbers() {
        return Stream.concat(Stream.of(Optional.<NumberFormat>empty()),
                Arrays.stream(DecimalMark.values()).flatMap(mark -> Stream.of(false, true)
                        .map(grouped -> Optional.of(new NumberFormat(mark, grouped))))).toList();
    }

    private void set(UnaryOperator<SheetLook> change) {
        figure().ifPresent(figure -> {
            SheetLook changed = change.apply(figure.look().sheet());
            if (!changed.equals(figure.look().sheet())) {
                session.perform(new FigureEdit.SetSheet(figure.id(), changed));
            }
        });
    }
}
