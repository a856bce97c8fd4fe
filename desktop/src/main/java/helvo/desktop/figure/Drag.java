package helvo.desktop.figure;

import helvo.core.analysis.BarSource;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.FigureEdit.Zoom.Limits;
import helvo.core.style.AxisPlace;
import helvo.core.style.CurveStyle;
import helvo.core.style.FigureStyle;
import helvo.core.style.Note;
import helvo.core.table.SeriesKey;
import helvo.figure.layout.FigureLayout;
import helvo.figure.layout.HitTarget;
import helvo.figure.scale.Axis;
import helvo.figure.scale.ReversedScale;
import java.awt.geom.Rectangle2D;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/// The change that moving the pointer makes to a part of the figure.
sealed interface Drag {
    /// @return empty where a place makes no sense
    Optional<Edit> to(double x, double y);

    /// @return empty for a part that cannot be dragged
    static Optional<Drag> of(HitTarget part, FigureAnalysis figure, FigureLayout at, double x, double y) {
        FigureStyle style = figure.figure().style();
        int id = figure.figure().id();
        return Optional.ofNullable(
                switch (part) {
                    case HitTarget.AxisOf(var place) -> new OfAxis(id, place, at, OfAxis.fraction(place, at, x, y));
                    case HitTarget.Legend _, HitTarget.LegendEntry _ ->
                        new OfBox(
                                at,
                                at.place(new HitTarget.Legend()).orElse(at.plot()),
                                x,
                                y,
                                spot -> new FigureEdit.SetLegend(
                                        id, style.legend().withAt(Optional.of(spot))));
                    case HitTarget.CurveLabel(var key) ->
                        new OfBox(
                                at,
                                at.place(part).orElse(at.plot()),
                                x,
                                y,
                                spot -> new FigureEdit.SetCurveStyle(
                                        id, key, style.curve(key).withLabelAt(Optional.of(spot))));
                    case HitTarget.BarOf bar -> bar.end() == HitTarget.BarEnd.NONE ? null : new OfBar(figure, bar, at);
                    case HitTarget.CurveEnd(var key, var greatest) ->
                        new OfCurveEnd(
                                id,
                                key,
                                style.curve(key),
                                greatest == at.axes().get(AxisPlace.X) instanceof ReversedScale,
                                at);
                    case HitTarget.NoteOf(var note, var end) ->
                        style.note(note)
                                .map(each -> new OfNote(id, each, end, at, at.xAt(x), at.yAt(AxisPlace.Y, y)))
                                .orElse(null);
                    case HitTarget.Background _, HitTarget.CurveOf _ ->
                        at.plot().contains(x, y) ? new OfPlot(id, at, x, y) : null;
                    case HitTarget.Title _, HitTarget.AxisTitle _, HitTarget.ColorKey _ -> null;
                });
    }

    static Optional<Limits> limits(double a, double b) {
        double low = Math.min(a, b);
        double high = Math.max(a, b);
        boolean wide = high - low > 1e-12 * Math.max(Math.abs(low), Math.abs(high)) && Double.isFinite(high - low);
        return wide ? Optional.of(new Limits(Optional.of(low), Optional.of(high))) : Optional.empty();
    }

    /// Near an end, an axis is stretched from the other end; in its middle it moves.
    ///
    /// @param grabbed where, as a fraction of its length
    record OfAxis(int figure, AxisPlace place, FigureLayout at, double grabbed) implements Drag {
        private static final double END = 0.3;
        private static final double MIN_LEFT = 0.05;

        static double fraction(AxisPlace place, FigureLayout at, double x, double y) {
            return place == AxisPlace.X
                    ? (x - at.plot().getX()) / at.plot().getWidth()
                    : (at.plot().getMaxY() - y) / at.plot().getHeight();
        }

        @Override
        public Optional<Edit> to(double x, double y) {
            double now = fraction(place, at, x, y);
            double from = 0;
            double to = 1;
            if (grabbed > 1 - END) {
                to = grabbed / Math.max(MIN_LEFT, now);
            } else if (grabbed < END) {
                from = 1 - (1 - grabbed) / Math.max(MIN_LEFT, 1 - now);
            } else {
                from = grabbed - now;
                to = 1 + grabbed - now;
            }
            Axis axis = at.axis(place);
            return limits(axis.value(from), axis.value(to))
                    .map(each -> new FigureEdit.Zoom(figure, Map.of(place, each)));
        }
    }

    /// The plot itself: all axes move with it.
    record OfPlot(int figure, FigureLayout at, double fromX, double fromY) implements Drag {
        @Override
        public Optional<Edit> to(double x, double y) {
            Rectangle2D plot = at.plot();
            var all = new EnumMap<AxisPlace, Limits>(AxisPlace.class);
            at.axes().forEach((place, axis) -> {
                double by = place == AxisPlace.X ? (fromX - x) / plot.getWidth() : (y - fromY) / plot.getHeight();
                limits(axis.value(by), axis.value(1 + by)).ifPresent(each -> all.put(place, each));
            });
            return Optional.of(new FigureEdit.Zoom(figure, all));
        }
    }

    /// The legend or a label, which stand anywhere in the plot.
    record OfBox(FigureLayout at, Rectangle2D box, double fromX, double fromY, Function<CurveStyle.Spot, Edit> edit)
            implements Drag {
        @Override
        public Optional<Edit> to(double x, double y) {
            Rectangle2D plot = at.plot();
            return Optional.of(edit.apply(new CurveStyle.Spot(
                    (box.getX() + x - fromX - plot.getX()) / plot.getWidth(),
                    (box.getY() + y - fromY - plot.getY()) / plot.getHeight())));
        }
    }

    /// An end of a curve.
    record OfCurveEnd(int figure, SeriesKey key, CurveStyle look, boolean least, FigureLayout at) implements Drag {
        @Override
        public Optional<Edit> to(double x, double y) {
            Optional<Double> to = Optional.of(
                    at.xAt(Math.clamp(x, at.plot().getMinX(), at.plot().getMaxX())));
            return Optional.of(new FigureEdit.SetCurveStyle(
                    figure, key, least ? look.reaching(to, look.to()) : look.reaching(look.from(), to)));
        }
    }

    /// An end of an error bar: its length changes where it came from, the cell of its row, or the one length or
    /// percentage of all.
    record OfBar(FigureAnalysis figure, HitTarget.BarOf bar, FigureLayout at) implements Drag {
        @Override
        public Optional<Edit> to(double x, double y) {
            boolean vertical = bar.end() == HitTarget.BarEnd.UP || bar.end() == HitTarget.BarEnd.DOWN;
            boolean down = bar.end() == HitTarget.BarEnd.DOWN || bar.end() == HitTarget.BarEnd.LEFT;
            return figure.series(bar.series()).flatMap(series -> {
                BarSource source =
                        vertical ? series.rows().yBars() : series.rows().xBars();
                double value = source.of().at(bar.row());
                double length = (vertical ? at.yAt(at.along(figure, bar.series()), y) : at.xAt(x)) - value;
                return source.dragged(figure.table(), bar.row(), value, Math.max(0, down ? -length : length), down);
            });
        }
    }

    /// A note, or an end of it.
    ///
    /// @param end   0 for the note itself
    /// @param fromX where it was grabbed, in units of the axis; likewise `fromY`
    record OfNote(int figure, Note note, int end, FigureLayout at, double fromX, double fromY) implements Drag {
        @Override
        public Optional<Edit> to(double x, double y) {
            double toX = at.xAt(x);
            double toY = at.yAt(AxisPlace.Y, y);
            double byX = toX - fromX;
            double byY = toY - fromY;
            Note moved =
                    switch (note) {
                        case Note.Text text ->
                            end == 1
                                    ? text.withTo(Optional.of(new Note.Text.Target(toX, toY)))
                                    : text.withX(text.x() + byX).withY(text.y() + byY);
                        case Note.Result quoted ->
                            quoted.withX(quoted.x() + byX).withY(quoted.y() + byY);
                        case Note.Rule rule -> rule.withAt(rule.at() + (rule.atY() ? byY : byX));
                        case Note.Span span -> {
                            double by = span.ofY() ? byY : byX;
                            double from = end == 2 ? span.from() : span.from() + by;
                            double to = end == 1 ? span.to() : span.to() + by;
                            yield from < to ? span.reaching(from, to) : span;
                        }
                        case Note.ReadingMarker marker -> marker.withAt(marker.fromY() ? toY : toX);
                    };
            return Optional.of(new FigureEdit.PutNote(figure, moved));
        }
    }
}
