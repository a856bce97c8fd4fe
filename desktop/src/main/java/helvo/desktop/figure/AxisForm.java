package helvo.desktop.figure;

import helvo.core.RootLocale;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.analysis.TimeAxis;
import helvo.core.number.DateText;
import helvo.core.number.NumberText;
import helvo.core.style.AxisPlace;
import helvo.core.style.AxisStyle;
import helvo.desktop.controls.Form;
import helvo.desktop.workspace.Workspace;
import helvo.figure.layout.FigureLayout;
import helvo.figure.paint.FigureDrawing;
import helvo.figure.scale.Axis;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Supplier;
import javafx.scene.control.TextField;

/// An axis: its limits and steps, its title, how its labels are written.
final class AxisForm extends PartForm {
    /// The years −7000 to 9999, in seconds from 1970.
    private static final double FARTHEST_DATE = 3e11;

    private final AxisPlace place;
    private final Supplier<AxisStyle> style;
    private final Optional<TimeAxis> time;

    AxisForm(Workspace workspace, FigureView view, Form form, AxisPlace place) {
        super(workspace, view, form);
        this.place = place;
        style = () -> style().axis(place);
        time = place == AxisPlace.X ? workspace.figure().flatMap(FigureAnalysis::xTime) : Optional.empty();
    }

    @Override
    String heading() {
        return "The " + place.words();
    }

    @Override
    void build() {
        form.row("From", limit(true));
        form.row("To", limit(false));
        if (time.isEmpty()) {
            steps();
        } else {
            form.row(
                    "Dates as",
                    form.choice(
                            "axis-dates",
                            "How dates are written",
                            List.of(AxisStyle.DateLabels.values()),
                            AxisForm::dateLabelsName,
                            () -> style.get().dateLabels(),
                            dates -> setAxis(place, style.get().withDateLabels(dates))));
        }
        form.row(
                "Title",
                form.text(
                        "axis-title",
                        "Title of the axis; empty for the columns' names",
                        () -> title(style.get()),
                        text -> setAxis(
                                place,
                                style.get()
                                        .withTitle(
                                                text.isEmpty()
                                                                || text.equals(title(style.get()
                                                                        .withTitle(Optional.empty())))
                                                        ? Optional.empty()
                                                        : Optional.of(text)))));
        form.row(
                "Ticks",
                form.choice(
                        "axis-ticks",
                        "Where ticks point",
                        List.of(AxisStyle.Ticks.values()),
                        AxisForm::ticksName,
                        () -> style.get().ticks(),
                        ticks -> setAxis(place, style.get().withTicks(ticks))));
        if (place != AxisPlace.RIGHT) {
            form.row(
                    "Grid",
                    form.choice(
                            "axis-grid",
                            "Lines behind the points",
                            List.of(AxisStyle.Grid.values()),
                            AxisForm::gridName,
                            () -> style.get().grid(),
                            grid -> setAxis(place, style.get().withGrid(grid))));
            form.wide(form.tick(
                    "axis-side",
                    "Axis on the other side",
                    () -> style.get().oppositeSide(),
                    other -> setAxis(place, style.get().withOppositeSide(other))));
        }
        if (time.isEmpty()) {
            form.wide(form.tick(
                    "axis-zero",
                    "Begin at zero, or hold it",
                    () -> style.get().includesZero(),
                    zero -> setAxis(place, style.get().withIncludesZero(zero))));
            form.wide(form.tick("axis-log", "Logarithmic", () -> style.get().logarithmic(), this::logarithmic));
        }
        form.wide(form.tick(
                "axis-reversed",
                "Reversed",
                () -> style.get().reversed(),
                reversed -> setAxis(place, style.get().withReversed(reversed))));
    }

    private void steps() {
        form.row(
                "Step",
                form.number(
                        "axis-step",
                        "Step between labels",
                        () -> style.get().step(),
                        () -> axisNow().flatMap(Axis::labelledStep).map(NumberText::withoutRounding),
                        Form.Writing.PLAIN,
                        this::step));
        form.row(
                "Minor ticks",
                form.number(
                        "axis-minor",
                        "Intervals between two labelled ticks, 1 for no minor ticks",
                        () -> style.get().minorIntervals().map(Integer::doubleValue),
                        () -> axisNow().flatMap(Axis::partsOfStep).map(Integer::doubleValue),
                        Form.Writing.PLAIN,
                        parts -> setAxis(
                                place,
                                style.get()
                                        .withMinorIntervals(whole(
                                                parts, 1, AxisStyle.MAX_PARTS, "A step has %d to %d intervals.")))));
        form.row(
                "Decimals",
                form.number(
                        "axis-decimals",
                        "Decimals of the labels",
                        () -> style.get().decimals().map(Integer::doubleValue),
                        decimals -> setAxis(
                                place,
                                style.get()
                                        .withDecimals(whole(
                                                decimals,
                                                0,
                                                AxisStyle.MAX_DECIMALS,
                                                "There can be %d to %d decimals.")))));
    }

    private static Optional<Integer> whole(Optional<Double> typed, int least, int most, String refusal)
            throws Form.Refused {
        if (typed.isPresent()
                && !(typed.get() >= least && typed.get() <= most && typed.get() == Math.rint(typed.get()))) {
            throw new Form.Refused(RootLocale.format(refusal, least, most));
        }
        return typed.map(Double::intValue);
    }

    private void step(Optional<Double> step) throws Form.Refused {
        if (step.isPresent() && !(step.get() > 0)) {
            throw new Form.Refused("A step must be more than 0.");
        }
        double labels = step.flatMap(by -> axisNow().map(axis -> (axis.high() - axis.low()) / by))
                .orElse(0.0);
        if (labels > AxisStyle.MAX_STEPS) {
            throw new Form.Refused(RootLocale.format(
                    "A step of %s would make %,.0f labels, and no more than %d have room.",
                    NumberText.shortest(step.orElseThrow()), labels, AxisStyle.MAX_STEPS));
        }
        setAxis(place, style.get().withStep(step));
    }

    private Optional<Axis> axisNow() {
        return view.layoutNow().map(FigureLayout::axes).map(axes -> axes.get(place));
    }

    /// What stands at an axis, as it is edited.
    private String title(AxisStyle of) {
        return of.title()
                .or(() -> workspace.figure().map(figure -> FigureDrawing.ownAxisTitle(figure, place)))
                .orElse("");
    }

    private static String dateLabelsName(AxisStyle.DateLabels dates) {
        return switch (dates) {
            case AUTOMATIC -> "the steps ask for";
            case YEAR -> "2026";
            case MONTH -> "Mar 2026";
            case DAY -> "5 Mar 2026";
            case NUMERIC -> "2026-03-05";
            case TIME -> "14:30";
        };
    }

    private static String ticksName(AxisStyle.Ticks ticks) {
        return switch (ticks) {
            case OUTSIDE -> "outwards";
            case INSIDE -> "inwards";
            case NONE -> "none";
        };
    }

    private static String gridName(AxisStyle.Grid grid) {
        return switch (grid) {
            case NONE -> "none";
            case MAJOR -> "at the labels";
            case MINOR -> "at all ticks";
        };
    }

    private TextField limit(boolean lower) {
        var field = form.number(
                lower ? "axis-from" : "axis-to",
                lower ? "Lower limit; empty for the program's own" : "Upper limit; empty for the program's own",
                () -> lower ? style.get().low() : style.get().high(),
                () -> axisNow().map(axis -> NumberText.withoutRounding(lower ? axis.low() : axis.high())),
                time.map(AxisForm::dates).orElse(Form.Writing.PLAIN),
                typed -> limit(typed, lower));
        field.setPrefColumnCount(time.isPresent() ? 11 : 8);
        return field;
    }

    private static Form.Writing dates(TimeAxis time) {
        return new Form.Writing(
                text -> DateText.read(text, DateText.Order.DAY_FIRST)
                        .map(moment -> OptionalDouble.of(time.coordinate(moment.seconds())))
                        .orElse(OptionalDouble.empty()),
                value -> {
                    double seconds = Math.rint(time.seconds(value));
                    return DateText.shown(seconds, seconds % 86_400 == 0 ? DateText.Form.DAY : DateText.Form.SECOND);
                });
    }

    private void limit(Optional<Double> typed, boolean lower) throws Form.Refused {
        AxisStyle now = style.get();
        Optional<Double> low = lower ? typed : now.low();
        Optional<Double> high = lower ? now.high() : typed;
        if (typed.isPresent() && now.logarithmic() && !(typed.get() > 0)) {
            throw new Form.Refused("A logarithmic axis has only values above 0.");
        }
        if (typed.isPresent() && time.isPresent() && Math.abs(time.get().seconds(typed.get())) > FARTHEST_DATE) {
            throw new Form.Refused("Dates reach from the year −7000 to 9999.");
        }
        Optional<Axis> axis = axisNow();
        double from = low.or(() -> axis.map(Axis::low)).orElse(Double.NEGATIVE_INFINITY);
        double to = high.or(() -> axis.map(Axis::high)).orElse(Double.POSITIVE_INFINITY);
        if (typed.isPresent() && !(from < to)) {
            throw new Form.Refused(
                    lower
                            ? "The lower limit must be less than the upper."
                            : "The upper limit must be more than the lower.");
        }
        boolean tooManySteps = now.step().isPresent()
                && low.isPresent()
                && high.isPresent()
                && (to - from) / now.step().get() > AxisStyle.MAX_STEPS;
        setAxis(place, (tooManySteps ? now.withStep(Optional.empty()) : now).withLimits(low, high));
    }

    private void logarithmic(boolean log) throws Form.Refused {
        if (log) {
            List<SeriesAnalysis> along = allSeries().stream()
                    .filter(series -> place == AxisPlace.X
                            || workspace.figure().orElseThrow().isOnRight(series.key()) == (place == AxisPlace.RIGHT))
                    .toList();
            long all =
                    along.stream().mapToLong(series -> series.points().size()).sum();
            long above = along.stream()
                    .flatMapToDouble(series -> Arrays.stream(
                            place == AxisPlace.X
                                    ? series.points().x()
                                    : series.points().y()))
                    .filter(value -> value > 0)
                    .count();
            if (above == 0) {
                throw new Form.Refused("No point has a value above 0, so a logarithmic axis could show none.");
            }
            if (above < all) {
                workspace
                        .messages()
                        .warn(RootLocale.format(
                                "%,d of %,d points are not above 0 and cannot be shown on a logarithmic axis; fits "
                                        + "still use them.",
                                all - above, all));
            }
        }
        setAxis(place, style.get().withLogarithmic(log));
    }
}
