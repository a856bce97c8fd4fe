package helvo.cli;

import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.core.style.Note;
import helvo.core.style.SymbolNames;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// Notes on a figure as options write them.
final class NoteText {
    private static final Pattern REFERENCE = Pattern.compile(
            "\\s*(?<axis>[xy])\\s*=\\s*(?<from>[^\\s.]*(?:\\.[^\\s.]+)?)(?:\\.\\.(?<to>\\S+))?\\s*(?<label>.*)");
    private static final Pattern NOTE = Pattern.compile("\\s*(?<x>[^,\\s]+)\\s*,\\s*(?<y>\\S+)\\s+(?<text>.+)");

    private NoteText() {}

    /// "y=5", "x=12 limit", or a span: "y=5..8 allowed".
    static Note reference(int id, String text, Arguments arguments) {
        Matcher found = REFERENCE.matcher(text);
        if (found.matches()) {
            boolean ofY = found.group("axis").equals("y");
            String label = SymbolNames.replaced(found.group("label").strip(), true);
            OptionalDouble from = number(found.group("from"));
            Optional<String> end = Optional.ofNullable(found.group("to"));
            if (from.isPresent() && end.isEmpty()) {
                return new Note.Rule(id, ofY, from.getAsDouble(), label);
            }
            OptionalDouble to = end.map(NoteText::number).orElse(OptionalDouble.empty());
            if (from.isPresent() && to.isPresent() && from.getAsDouble() < to.getAsDouble()) {
                return new Note.Span(id, ofY, from.getAsDouble(), to.getAsDouble(), label);
            }
        }
        throw arguments.usageError("--reference “" + text + "”: write \"y=5\", \"x=12 limit\" or \"y=5..8 allowed\".");
    }

    /// "12,3.5 slipped".
    static Note note(int id, String text, Arguments arguments) {
        Matcher found = NOTE.matcher(text);
        if (found.matches()) {
            OptionalDouble x = number(found.group("x"));
            OptionalDouble y = number(found.group("y"));
            String words = SymbolNames.replaced(found.group("text").strip(), true);
            if (x.isPresent() && y.isPresent() && words.length() <= Note.MAX_CHARACTERS) {
                return new Note.Text(id, words, x.getAsDouble(), y.getAsDouble(), Optional.empty());
            }
        }
        throw arguments.usageError("--note “" + text + "”: write its place and its text: \"12,3.5 slipped\".");
    }

    private static OptionalDouble number(String text) {
        return NumberText.number(text, DecimalMark.POINT);
    }
}
