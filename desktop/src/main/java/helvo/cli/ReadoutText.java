package helvo.cli;

import helvo.core.readout.Readout;
import helvo.core.readout.Readout.Line;

/// A readout as lines for a terminal.
public final class ReadoutText {
    private ReadoutText() {}

    public static String of(Readout readout) {
        var text = new StringBuilder(readout.equation().isEmpty() ? readout.series() : readout.equation()).append('\n');
        if (!readout.units().isEmpty()) {
            text.append(readout.units()).append('\n');
        }
        for (Line line : readout.lines()) {
            text.append(switch (line) {
                case Line.Quantity(var label, var value, var unit, _, var note) ->
                        "  %-12s%s%s%s".formatted(label, value, unit.isEmpty() ? "" : " " + unit, note.isEmpty() ? "" : "   " + note);
                case Line.Sentence(var sentence, _) -> sentence;
            }).append('\n');
        }
        return text.toString();
    }
}
