package helvo.core.style;

import helvo.core.table.SeriesKey;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;

/// The style of a figure, as far as a person chose it.
///
/// @param axes   those with choices
/// @param series likewise
/// @param curves likewise
/// @param notes  from the back to the front
@RecordBuilder
public record FigureStyle(
        SheetStyle sheet,
        Map<AxisPlace, AxisStyle> axes,
        LegendStyle legend,
        List<OfSeries> series,
        List<OfCurve> curves,
        List<Note> notes)
        implements FigureStyleBuilder.With {
    public static final FigureStyle DEFAULT =
            new FigureStyle(SheetStyle.DEFAULT, Map.of(), LegendStyle.DEFAULT, List.of(), List.of(), List.of());

    public record OfSeries(SeriesKey series, SeriesStyle style) {}

    public record OfCurve(SeriesKey series, CurveStyle style) {}

    public FigureStyle {
        axes = chosen(axes);
        series = series.stream()
                .filter(each -> !each.style.equals(SeriesStyle.DEFAULT))
                .toList();
        curves = curves.stream()
                .filter(each -> !each.style.equals(CurveStyle.DEFAULT))
                .toList();
        notes = List.copyOf(notes);
    }

    /// A style without a choice is none, so that choosing and taking back gives the same figure.
    private static Map<AxisPlace, AxisStyle> chosen(Map<AxisPlace, AxisStyle> axes) {
        var chosen = new TreeMap<>(axes);
        chosen.values().removeIf(AxisStyle.DEFAULT::equals);
        return java.util.Collections.unmodifiableMap(chosen);
    }

    public AxisStyle axis(AxisPlace place) {
        return axes.getOrDefault(place, AxisStyle.DEFAULT);
    }

    public SeriesStyle series(SeriesKey key) {
        return series.stream()
                .filter(each -> each.series.equals(key))
                .findFirst()
                .map(OfSeries::style)
                .orElse(SeriesStyle.DEFAULT);
    }

    public CurveStyle curve(SeriesKey key) {
        return curves.stream()
                .filter(each -> each.series.equals(key))
                .findFirst()
                .map(OfCurve::style)
                .orElse(CurveStyle.DEFAULT);
    }

    public Optional<Note> note(int id) {
        return notes.stream().filter(note -> note.id() == id).findFirst();
    }

    public int nextNoteId() {
        return notes.stream().mapToInt(Note::id).max().orElse(0) + 1;
    }

    public FigureStyle withAxis(AxisPlace place, AxisStyle style) {
        var changed = new TreeMap<>(axes);
        changed.put(place, style);
        return withAxes(changed);
    }

    /// With axes that reach as far as what they show.
    public FigureStyle unlimited() {
        var changed = new TreeMap<>(axes);
        changed.replaceAll((_, axis) -> axis.withLimits(Optional.empty(), Optional.empty()));
        return withAxes(changed);
    }

    public FigureStyle withSeries(SeriesKey key, SeriesStyle style) {
        var changed = new ArrayList<>(series);
        changed.removeIf(each -> each.series.equals(key));
        changed.add(new OfSeries(key, style));
        return withSeries(changed);
    }

    public FigureStyle withCurve(SeriesKey key, CurveStyle style) {
        var changed = new ArrayList<>(curves);
        changed.removeIf(each -> each.series.equals(key));
        changed.add(new OfCurve(key, style));
        return withCurves(changed);
    }

    /// Adds a note, or puts it in the place of the one with its id.
    public FigureStyle withNote(Note note) {
        var changed = new ArrayList<>(notes);
        int place = changed.indexOf(note(note.id()).orElse(null));
        if (place < 0) {
            changed.add(note);
        } else {
            changed.set(place, note);
        }
        return withNotes(changed);
    }

    /// With what was chosen for series under other keys.
    public FigureStyle keyed(UnaryOperator<SeriesKey> key) {
        return with(change -> change.series(series.stream()
                        .map(each -> new OfSeries(key.apply(each.series), each.style))
                        .toList())
                .legend(legend.withOrder(legend.order().stream().map(key).toList()))
                .curves(curves.stream()
                        .map(each -> new OfCurve(key.apply(each.series), each.style))
                        .toList())
                .notes(notes.stream()
                        .map(note -> switch (note) {
                            case Note.Result result -> result.withSeries(key.apply(result.series()));
                            case Note.ReadingMarker marker -> marker.withSeries(key.apply(marker.series()));
                            case Note.Text _, Note.Rule _, Note.Span _ -> note;
                        })
                        .toList()));
    }

    public FigureStyle withAxesSwapped() {
        return withAxis(AxisPlace.X, axis(AxisPlace.Y)).withAxis(AxisPlace.Y, axis(AxisPlace.X));
    }

    /// With x and y in each other's place: axes, and where notes are. Curves reach as far as by
    /// themselves.
    public FigureStyle swapped() {
        return withAxesSwapped()
                .withNotes(notes.stream().map(Note::swapped).toList())
                .withCurves(curves.stream()
                        .map(each -> new OfCurve(each.series, each.style.reaching(Optional.empty(), Optional.empty())))
                        .toList());
    }

    /// Without what was chosen for curves that are gone, and without their readings.
    public FigureStyle without(Predicate<SeriesKey> gone) {
        return with(left -> left.series(
                        series.stream().filter(each -> !gone.test(each.series)).toList())
                .curves(curves.stream().filter(each -> !gone.test(each.series)).toList())
                .legend(legend.withOrder(
                        legend.order().stream().filter(gone.negate()).toList()))
                .notes(notes.stream()
                        .filter(note -> note.of().filter(gone).isEmpty())
                        .toList()));
    }

    public FigureStyle withoutNote(int id) {
        return withNotes(notes.stream().filter(note -> note.id() != id).toList());
    }
}
