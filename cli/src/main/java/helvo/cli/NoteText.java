package helvo.cli;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.analysis.TimeAxis;
import helvo.core.style.Note;
import helvo.core.style.SymbolNames;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// Notes on a figure as options write them, each with an id of its own.
final class NoteText {
    private static final Pattern REFERENCE = Pattern.compile(
            "\\s*(?<axis>[xy])\\s*=\\s*(?<from>\\S+?)(?:\\s*\\.\\.\\s*(?<to>\\S+))?(?:\\s+(?<label>\\S.*))?\\s*");
    private static final Pattern NOTE = Pattern.compile("\\s*(?<x>[^,\\s]+)\\s*,\\s*(?<y>\\S+)\\s+(?<text>.+)");

    private static final Pattern READING =
            Pattern.compile("(?:(?<series>.*\\S)\\s*:)?\\s*(?<axis>[xy])\\s*=\\s*(?<at>\\S.*)");

    private int next;

    /// @param next the first free id
    NoteText(int next) {
        this.next = next;
    }

    /// "x=22.5", "dry: y=5"; without a name, of every series.
    List<Note> readings(String text, FigureAnalysis figure) throws UserError {
        Matcher found = READING.matcher(text);
        Optional<PlaceOnAxis> place = found.matches() ? PlaceOnAxis.of(found.group("at")) : Optional.empty();
        if (place.isEmpty()) {
            throw new UsageError("--reading “" + text + "”: write \"x=22.5\", \"y=5\" or \"dry: x=22.5\".");
        }
        boolean fromY = found.group("axis").equals("y");
        double at = place.get().on(fromY ? Optional.empty() : figure.xTime(), "--reading");
        var notes = new ArrayList<Note>();
        for (SeriesAnalysis series : SeriesLooks.named(found.group("series"), figure, "--reading", text)) {
            notes.add(new Note.ReadingMarker(next++, series.key(), fromY, at, true));
        }
        return notes;
    }

    /// "y=5", "x=12 limit", or a span: "y=5..8 allowed"; dates where x holds dates.
    Note reference(String text, FigureAnalysis figure) throws UserError {
        Matcher found = REFERENCE.matcher(text);
        if (found.matches()) {
            boolean ofY = found.group("axis").equals("y");
            String label = Optional.ofNullable(found.group("label"))
                    .map(words -> SymbolNames.replaced(words.strip(), true))
                    .orElse("");
            Optional<TimeAxis> time = ofY ? Optional.empty() : figure.xTime();
            OptionalDouble from = place(found.group("from"), time, "--reference");
            Optional<String> end = Optional.ofNullable(found.group("to"));
            if (from.isPresent() && end.isEmpty()) {
                return new Note.Rule(next++, ofY, from.getAsDouble(), label);
            }
            OptionalDouble to = end.isPresent() ? place(end.get(), time, "--reference") : OptionalDouble.empty();
            if (from.isPresent() && to.isPresent() && from.getAsDouble() < to.getAsDouble()) {
                return new Note.Span(next++, ofY, from.getAsDouble(), to.getAsDouble(), label);
            }
        }
        throw new UsageError("--reference “" + text + "”: write \"y=5\", \"x=12 limit\" or \"y=5..8 allowed\".");
    }

    /// "12,3.5 slipped"; its x is a date where x holds dates.
    Note note(String text, FigureAnalysis figure) throws UserError {
        Matcher found = NOTE.matcher(text);
        if (found.matches()) {
            OptionalDouble x = place(found.group("x"), figure.xTime(), "--note");
            OptionalDouble y = place(found.group("y"), Optional.empty(), "--note");
            String words = SymbolNames.replaced(found.group("text").strip(), true);
            if (x.isPresent() && y.isPresent() && words.length() <= Note.MAX_CHARACTERS) {
                return new Note.Text(next++, words, x.getAsDouble(), y.getAsDouble(), Optional.empty());
            }
        }
        throw new UsageError("--note “" + text + "”: write its place and its text: \"12,3.5 slipped\".");
    }

    /// @return empty for what is no place
    private static OptionalDouble place(String text, Optional<TimeAxis> time, String option) throws UserError {
        Optional<PlaceOnAxis> place = PlaceOnAxis.of(text);
        return place.isPresent() ? OptionalDouble.of(place.get().on(time, option)) : OptionalDouble.empty();
    }
}
