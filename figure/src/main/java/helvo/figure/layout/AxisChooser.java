package helvo.figure.layout;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Fit;
import helvo.core.points.ErrorBars;
import helvo.core.study.Layer;
import helvo.core.style.AxisPlace;
import helvo.core.style.AxisStyle;
import helvo.core.style.CurveStyle;
import helvo.core.style.FigureStyle;
import helvo.core.style.Note;
import helvo.figure.canvas.Typeface;
import helvo.figure.scale.Axis;
import helvo.figure.scale.AxisScale;
import helvo.figure.scale.DateScale;
import helvo.figure.scale.Extent;
import helvo.figure.scale.LogScale;
import helvo.figure.scale.ReversedScale;
import java.util.List;
import java.util.function.Supplier;
import java.util.stream.IntStream;

/// Chooses the limits and steps of a figure's axes.
public final class AxisChooser {
    /// Two series whose shapes lie this near to one another on their two scales hide one another.
    private static final double HIDES = 0.08;
    /// Half a marker, in points where the labels are of the usual size, and half a ring around one.
    private static final double HALF_MARKER = 2.8;
    private static final double HALF_RING = 6;

    private final FigureAnalysis figure;
    private final FigureStyle style;
    private final SheetMetrics metrics;
    private final boolean bars;
    private final double half;

    public AxisChooser(FigureAnalysis figure, FigureStyle style, SheetMetrics metrics) {
        this.figure = figure;
        this.style = style;
        this.metrics = metrics;
        this.bars = figure.figure().shows(Layer.BARS);
        this.half = metrics.length(
                figure.figure().shows(Layer.BOUNDS)
                                && figure.series().stream()
                                        .anyMatch(series -> series.bounds().isPresent())
                        ? HALF_RING
                        : HALF_MARKER);
    }

    private List<SeriesAnalysis> along(AxisPlace place) {
        return figure.series().stream()
                .filter(series -> figure.isOnRight(series.key()) == (place == AxisPlace.RIGHT))
                .toList();
    }

    /// As many steps as leave room between the labels.
    public Axis horizontal(double length) {
        AxisStyle axis = style.axis(AxisPlace.X);
        boolean known = axis.low().isPresent() && axis.high().isPresent();
        var xs = new Extent();
        if (!known) {
            figure.series().forEach(series -> takeX(series, xs, axis.logarithmic()));
            notes(false, xs, axis.logarithmic());
        }
        int steps = (int) Math.clamp(length / metrics.length(36), 2, 14);
        while (true) {
            Axis scale = chosen(axis, xs, steps, half / length, figure.xTime().isPresent());
            if (isLegible(scale, length) || steps == 1 || axis.step().isPresent()) {
                return scale;
            }
            steps--;
        }
    }

    /// Whether labels side by side have room.
    private boolean isLegible(Axis scale, double length) {
        double widest = scale.ticks().stream()
                .mapToDouble(tick -> Typeface.width(metrics.label(), scale.label(tick, metrics.numbers())))
                .max()
                .orElse(0);
        return widest + metrics.length(8) <= scale.leastApart() * length;
    }

    /// The same axis with the steps of a plot that is enlarged.
    ///
    /// @param across whether it is horizontal
    /// @param length of the axis as enlarged
    public Axis refined(Axis axis, boolean across, double length) {
        int steps = (int) Math.max(2, length / metrics.length(across ? 36 : 26));
        Axis finer = axis.refined(steps);
        while (across && steps > 2 && !isLegible(finer, length)) {
            steps -= Math.max(1, steps / 10);
            finer = axis.refined(steps);
        }
        return finer;
    }

    private void takeX(SeriesAnalysis series, Extent xs, boolean logarithmic) {
        double[] x = series.points().x();
        take(xs, x, bars ? series.points().xBars() : ErrorBars.NONE, logarithmic);
        CurveStyle curve = style.curve(series.key());
        if (series.fit().isPresent() && curve.shown()) {
            curve.from().filter(from -> !logarithmic || from > 0).ifPresent(xs::include);
            curve.to().filter(to -> !logarithmic || to > 0).ifPresent(xs::include);
        }
        ReadingPlace.widening(style, series).stream()
                .mapToDouble(ReadingPlace::x)
                .filter(at -> !logarithmic || at > 0)
                .forEach(xs::include);
    }

    /// @param apart leaves room above, so that what lies along another axis is not hidden
    public Axis vertical(AxisPlace place, double length, int steps, boolean apart) {
        AxisStyle axis = style.axis(place);
        boolean known = axis.low().isPresent() && axis.high().isPresent();
        var ys = new Extent();
        if (!known) {
            for (SeriesAnalysis series : along(place)) {
                take(ys, series.points().y(), bars ? series.points().yBars() : ErrorBars.NONE, axis.logarithmic());
            }
            double[] curves = along(place).stream()
                    .filter(series -> series.fit().isPresent()
                            && style.curve(series.key()).shown())
                    .flatMapToDouble(series -> java.util.Arrays.stream(values(series)))
                    .filter(value -> !axis.logarithmic() || value > 0)
                    .toArray();
            ys.takeNearby(curves);
            along(place).stream()
                    .flatMap(series -> ReadingPlace.widening(style, series).stream())
                    .mapToDouble(ReadingPlace::y)
                    .filter(value -> !axis.logarithmic() || value > 0)
                    .forEach(ys::include);
            if (place == AxisPlace.Y) {
                notes(true, ys, axis.logarithmic());
            }
            if (apart) {
                ys.include(ys.greatest() + 0.7 * (ys.greatest() - ys.least()));
            }
        }
        return chosen(axis, ys, steps, half / length, false);
    }

    /// The curve's values over its reach.
    private double[] values(SeriesAnalysis series) {
        Fit fit = series.fit().orElseThrow();
        CurveStyle curve = style.curve(series.key());
        CurveReach points = CurveReach.ofPoints(series);
        double from = curve.from().orElse(points.from());
        double to = curve.to().orElse(points.to());
        return IntStream.rangeClosed(0, 50)
                .mapToDouble(i -> fit.function().at(from * (1 - i / 50.0) + to * i / 50.0))
                .filter(Double::isFinite)
                .toArray();
    }

    private void notes(boolean ofY, Extent extent, boolean logarithmic) {
        for (Note note : style.notes()) {
            double[] at =
                    switch (note) {
                        case Note.Rule rule when rule.atY() == ofY -> new double[] {rule.at()};
                        case Note.Span span when span.ofY() == ofY -> new double[] {span.from(), span.to()};
                        case Note.Text text -> ofY ? new double[] {text.y()} : new double[] {text.x()};
                        case Note.Result quoted -> ofY ? new double[] {quoted.y()} : new double[] {quoted.x()};
                        default -> new double[0];
                    };
            take(extent, at, ErrorBars.NONE, logarithmic);
        }
    }

    private static void take(Extent extent, double[] values, ErrorBars bars, boolean logarithmic) {
        if (!logarithmic) {
            extent.take(values, bars);
            return;
        }
        for (double value : values) {
            if (value > 0) {
                extent.include(value);
            }
        }
    }

    private Axis chosen(AxisStyle axis, Extent extent, int steps, double room, boolean dates) {
        Axis scale = axis.logarithmic()
                ? logarithmic(axis, extent, steps)
                : dates ? dates(axis, extent, steps) : numbers(axis, extent, steps, room);
        return axis.reversed() ? new ReversedScale(scale) : scale;
    }

    private static Axis numbers(AxisStyle axis, Extent extent, int steps, double room) {
        if (axis.includesZero()) {
            extent.include(0);
        }
        boolean given = axis.low().isPresent() || axis.high().isPresent();
        Supplier<AxisScale> own = () -> AxisScale.around(extent.least(), extent.greatest(), steps, room);
        double low = axis.low().orElseGet(() -> own.get().low());
        double high = axis.high().orElseGet(() -> own.get().high());
        AxisScale scale = given && low < high ? AxisScale.between(low, high, steps) : own.get();
        if (axis.step().isPresent()
                && (scale.high() - scale.low()) / axis.step().get() <= AxisStyle.MAX_STEPS) {
            scale = scale.withStep(axis.step().get());
        }
        if (axis.minorIntervals().isPresent()) {
            scale = scale.withParts(axis.minorIntervals().get());
        }
        return axis.decimals().isPresent() ? scale.withDecimals(axis.decimals().get()) : scale;
    }

    private static Axis logarithmic(AxisStyle axis, Extent extent, int steps) {
        LogScale own = LogScale.around(extent.least(), extent.greatest(), steps);
        double low = axis.low().filter(value -> value > 0).orElse(own.low());
        double high = axis.high().filter(value -> value > 0).orElse(own.high());
        return low < high ? LogScale.between(low, high, steps) : own;
    }

    private Axis dates(AxisStyle axis, Extent extent, int steps) {
        var time = figure.xTime().orElseThrow();
        boolean given = axis.low().isPresent() && axis.high().isPresent();
        Supplier<DateScale> own = () -> given
                ? DateScale.around(time, axis.low().get(), axis.low().get(), steps)
                : DateScale.around(time, extent.least(), extent.greatest(), steps);
        double low = axis.low().orElseGet(() -> own.get().low());
        double high = axis.high().orElseGet(() -> own.get().high());
        DateScale scale = axis.low().isEmpty() && axis.high().isEmpty() || !(low < high)
                ? own.get()
                : DateScale.between(time, low, high, steps);
        return scale.with(axis.dateLabels());
    }

    /// Whether a series along the right-hand axis would lie over one along the left-hand one.
    public boolean hide(Axis left, double length, int steps) {
        AxisStyle right = style.axis(AxisPlace.RIGHT);
        AxisStyle ofLeft = style.axis(AxisPlace.Y);
        if (right.low().isPresent()
                || right.high().isPresent()
                || ofLeft.low().isPresent()
                || ofLeft.high().isPresent()) {
            return false;
        }
        Axis own = vertical(AxisPlace.RIGHT, length, steps, false);
        double sum = 0;
        int count = 0;
        for (SeriesAnalysis a : along(AxisPlace.Y)) {
            for (SeriesAnalysis b : along(AxisPlace.RIGHT)) {
                int n = Math.min(200, Math.min(a.points().size(), b.points().size()));
                for (int i = 0; i < n; i++) {
                    int at = (int) ((long) i * a.points().size() / n);
                    int bt = (int) ((long) i * b.points().size() / n);
                    sum += Math.abs(left.fraction(a.points().y()[at])
                            - own.fraction(b.points().y()[bt]));
                    count++;
                }
            }
        }
        return count > 0 && sum / count < HIDES;
    }
}
