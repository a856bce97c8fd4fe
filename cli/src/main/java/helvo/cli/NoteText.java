package helvo.cli;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
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
            "\\s*(?<axis>[xy])\\s*=\\s*(?<from>[^\\s.]*(?:\\.[^\\s.]+)?)(?:\\.\\.(?<to>\\S+))?\\s*(?<label>.*)");
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

    /// "y=5", "x=12 limit", or a span: "y=5..8 allowed".
    Note reference(String text) {
        Matcher found = REFERENCE.matcher(text);
        if (found.matches()) {
            boolean ofY = found.group("axis").equals("y");
            String label = SymbolNames.replaced(found.group("label").strip(), true);
            OptionalDouble from = number(found.group("from"));
            Optional<String> end = Optional.ofNullable(found.group("to"));
            if (from.isPresent() && end.isEmpty()) {
                return new Note.Rule(next++, ofY, from.getAsDouble(), label);
            }
            OptionalDouble to = end.map(NoteText::number).orElse(OptionalDouble.empty());
            if (from.isPresent() && to.isPresent() && from.getAsDouble() < to.getAsDouble()) {
                return new Note.Span(next++, ofY, from.getAsDouble(), to.getAsDouble(), label);
            }
        }
        throw new UsageError("--reference “" + text + "”: write \"y=5\", \"x=12 limit\" or \"y=5..8 allowed\".");
    }

    /// "12,3.5 slipped".
    Note note(String text) {
        Matcher found = NOTE.matcher(text);
        if (found.matches()) {
            OptionalDouble x = number(found.group("x"));
            OptionalDouble y = number(found.group("y"));
            String words = SymbolNames.replaced(found.group("text").strip(), true);
            if (x.isPresent() && y.isPresent() && words.length() <= Note.MAX_CHARACTERS) {
                return new Note.Text(next++, words, x.getAsDouble(), y.getAsDouble(), Optional.empty());
            }
        }
        throw new UsageError("--note “" + text + "”: write its place and its text: \"12,3.5 slipped\".");
    }

    private static OptionalDouble number(String text) {
        return NumberText.number(text, DecimalMark.POINT);
    }
}
