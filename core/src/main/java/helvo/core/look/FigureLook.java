package helvo.core.look;

import helvo.core.table.SeriesKey;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/// All that a person chose of how a figure looks.
///
/// @param axes   those with choices
/// @param series likewise
/// @param curves likewise
/// @param notes  from the back to the front
public record FigureLook(
        SheetLook sheet,
        Map<AxisPlace, AxisLook> axes,
        LegendLook legend,
        List<OfSeries> series,
        List<OfCurve> curves,
        List<Note> notes) {
    public static final FigureLook DEFAULT =
            new FigureLook(SheetLook.DEFAULT, Map.of(), LegendLook.DEFAULT, List.of(), List.of(), List.of());

    public record OfSeries(SeriesKey key, SeriesLook look) {}

    public record OfCurve(SeriesKey key, CurveLook look) {}

    public FigureLook {
        axes = chosen(axes);
        series = series.stream()
                .filter(each -> !each.look.equals(SeriesLook.DEFAULT))
                .toList();
        curves = curves.stream()
                .filter(each -> !each.look.equals(CurveLook.DEFAULT))
                .toList();
        notes = List.copyOf(notes);
    }

    /// A look without a choice is none, so that choosing and taking back gives the same figure.
    private static Map<AxisPlace, AxisLook> chosen(Map<AxisPlace, AxisLook> axes) {
        var chosen = new TreeMap<>(axes);
        chosen.values().removeIf(AxisLook.DEFAULT::equals);
        return java.util.Collections.unmodifiableMap(chosen);
    }

    public AxisLook axis(AxisPlace place) {
        return axes.getOrDefault(place, AxisLook.DEFAULT);
    }

    public SeriesLook series(SeriesKey key) {
        return series.stream()
                .filter(each -> each.key.equals(key))
                .findFirst()
                .map(OfSeries::look)
                .orElse(SeriesLook.DEFAULT);
    }

    public CurveLook curve(SeriesKey key) {
        return curves.stream()
                .filter(each -> each.key.equals(key))
                .findFirst()
                .map(OfCurve::look)
                .orElse(CurveLook.DEFAULT);
    }

    public Optional<Note> note(int id) {
        return notes.stream().filter(note -> note.id() == id).findFirst();
    }

    public int nextNoteId() {
        return notes.stream().mapToInt(Note::id).max().orElse(0) + 1;
    }

    public FigureLook with(SheetLook newSheet) {
        return new FigureLook(newSheet, axes, legend, series, curves, notes);
    }

    public FigureLook with(AxisPlace place, AxisLook look) {
        var changed = new TreeMap<>(axes);
        changed.put(place, look);
        return new FigureLook(sheet, changed, legend, series, curves, notes);
    }

    /// With axes that reach as far as what they show.
    public FigureLook unlimited() {
        var changed = new TreeMap<>(axes);
        changed.replaceAll((_, axis) -> axis.withLimits(Optional.empty(), Optional.empty()));
        return new FigureLook(sheet, changed, legend, series, curves, notes);
    }

    public FigureLook with(LegendLook newLegend) {
        return new FigureLook(sheet, axes, newLegend, series, curves, notes);
    }

    public FigureLook with(SeriesKey key, SeriesLook look) {
        var changed = new ArrayList<>(series);
        changed.removeIf(each -> each.key.equals(key));
        changed.add(new OfSeries(key, look));
        return new FigureLook(sheet, axes, legend, changed, curves, notes);
    }

    public FigureLook with(SeriesKey key, CurveLook look) {
        var changed = new ArrayList<>(curves);
        changed.removeIf(each -> each.key.equals(key));
        changed.add(new OfCurve(key, look));
        return new FigureLook(sheet, axes, legend, series, changed, notes);
    }

    /// Adds a note, or puts it in the place of the one with its id.
    public FigureLook with(Note note) {
        var changed = new ArrayList<>(notes);
        int place = changed.indexOf(note(note.id()).orElse(null));
        if (place < 0) {
            changed.add(note);
        } else {
            changed.set(place, note);
        }
        return new FigureLook(sheet, axes, legend, series, curves, changed);
    }

    /// Without what was chosen for a curve that is gone, and without its readings.
    public FigureLook without(SeriesKey gone) {
        return new FigureLook(
                sheet,
                axes,
                legend,
                series.stream().filter(each -> !each.key.equals(gone)).toList(),
                curves.stream().filter(each -> !each.key.equals(gone)).toList(),
                notes.stream()
                        .filter(note -> !note.of().equals(Optional.of(gone)))
                        .toList());
    }

    public FigureLook withoutNote(int id) {
        return new FigureLook(
                sheet,
                axes,
                legend,
                series,
                curves,
                notes.stream().filter(note -> note.id() != id).toList());
    }
}
