package helvo.cli;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.Edit;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.style.LegendStyle;
import helvo.core.style.MarkerShape;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/// The options of what is drawn of the series and beside them: markers, colours, legend, readings, lines and notes.
final class MarkOptions {
    private final Arguments arguments;
    private Optional<String> legend = Optional.empty();
    private List<String> markers = List.of();
    private List<String> colors = List.of();
    private List<String> readings = List.of();
    private List<String> references = List.of();
    private List<String> notes = List.of();

    /// @param arguments of the command that has these options
    MarkOptions(Arguments arguments) {
        this.arguments = arguments;
        arguments.group("Marks");
        arguments
                .option("--legend", "WHEN", "always, several (for several series) or none.")
                .choices(List.of("always", "several", "none"))
                .text(value -> legend = Optional.of(value));
        arguments
                .option("--marker", "SHAPE", "A shape for all series, or for one: \"dry=star\"; may be repeated.")
                .choices(Arrays.stream(MarkerShape.values())
                        .map(each -> each.name().toLowerCase(Locale.ROOT).replace('_', '-'))
                        .toList())
                .texts(value -> markers = value);
        arguments
                .option("--colour", "COLOUR", "#RRGGBB for all series, or for one: \"dry=#1F5F8B\"; may be repeated.")
                .texts(value -> colors = value);
        arguments
                .option(
                        "--reading",
                        "PLACE",
                        "A reading drawn on the figure: \"x=22.5\", \"y=5\", or of one series, \"dry: x=22.5\"; may "
                                + "be repeated.")
                .texts(value -> readings = value);
        arguments
                .option(
                        "--reference",
                        "LINE",
                        "A line across the plot: \"y=5\", \"x=12 limit\"; a span: \"y=5..8 allowed\"; may be repeated.")
                .texts(value -> references = value);
        arguments
                .option("--note", "NOTE", "A text at a place: \"12,3.5 slipped\"; may be repeated.")
                .texts(value -> notes = value);
    }

    boolean areGiven() {
        return legend.isPresent()
                || Stream.of(markers, colors, readings, references, notes).anyMatch(each -> !each.isEmpty());
    }

    /// @param now the figure as it is to be changed
    List<Edit> edits(FigureAnalysis figure, Figure now) throws UserError {
        var edits = new ArrayList<Edit>();
        int id = now.id();
        legend.ifPresent(when ->
                edits.add(new FigureEdit.SetLegend(id, now.style().legend().withShown(shown(when)))));
        new SeriesLooks(arguments, figure, now).addTo(edits, markers, colors);
        var texts = new NoteText(arguments, now.style().nextNoteId());
        for (String each : readings) {
            texts.readings(each, figure).forEach(note -> edits.add(new FigureEdit.PutNote(id, note)));
        }
        references.forEach(each -> edits.add(new FigureEdit.PutNote(id, texts.reference(each))));
        notes.forEach(each -> edits.add(new FigureEdit.PutNote(id, texts.note(each))));
        return edits;
    }

    private LegendStyle.Shown shown(String when) {
        return switch (when.toLowerCase(Locale.ROOT)) {
            case "always" -> LegendStyle.Shown.ALWAYS;
            case "several" -> LegendStyle.Shown.FOR_SEVERAL;
            case "none" -> LegendStyle.Shown.NEVER;
            default -> throw arguments.usageError("--legend “" + when + "”: choose always, several or none.");
        };
    }
}
