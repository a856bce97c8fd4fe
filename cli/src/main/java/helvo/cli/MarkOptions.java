package helvo.cli;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.Edit;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.style.CurveStyle;
import helvo.core.style.LegendStyle;
import helvo.core.style.MarkerShape;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;

/// The options of what is drawn of the series and beside them: markers, colours, legend, readings, lines and notes.
final class MarkOptions {
    /// Where a legend is put that is to stand in a corner; what does not fit there is moved into the plot.
    private static final Map<String, CurveStyle.Spot> CORNERS = new TreeMap<>(Map.of(
            "top-left", new CurveStyle.Spot(0.02, 0.02),
            "top-right", new CurveStyle.Spot(1, 0.02),
            "bottom-left", new CurveStyle.Spot(0.02, 1),
            "bottom-right", new CurveStyle.Spot(1, 1)));

    private Optional<String> legend = Optional.empty();
    private List<String> markers = List.of();
    private List<String> colors = List.of();
    private List<String> readings = List.of();
    private List<String> references = List.of();
    private List<String> notes = List.of();

    /// @param arguments of the command that has these options
    MarkOptions(Arguments arguments) {
        arguments.group("Marks");
        arguments
                .option(
                        "--legend",
                        "HOW",
                        "always, several (for several series) or none; or where it stands: top-left, top-right, "
                                + "bottom-left, bottom-right (default: where no point lies).")
                .choices(Stream.concat(Stream.of("always", "several", "none"), CORNERS.keySet().stream())
                        .toList())
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
        legend.ifPresent(how ->
                edits.add(new FigureEdit.SetLegend(id, legend(now.style().legend(), how.toLowerCase(Locale.ROOT)))));
        new SeriesLooks(figure, now).addTo(edits, markers, colors);
        var texts = new NoteText(now.style().nextNoteId());
        for (String each : readings) {
            texts.readings(each, figure).forEach(note -> edits.add(new FigureEdit.PutNote(id, note)));
        }
        for (String each : references) {
            edits.add(new FigureEdit.PutNote(id, texts.reference(each, figure)));
        }
        for (String each : notes) {
            edits.add(new FigureEdit.PutNote(id, texts.note(each, figure)));
        }
        return edits;
    }

    private LegendStyle legend(LegendStyle now, String how) {
        return switch (how) {
            case "always" -> now.withShown(LegendStyle.Shown.ALWAYS);
            case "several" -> now.withShown(LegendStyle.Shown.FOR_SEVERAL);
            case "none" -> now.withShown(LegendStyle.Shown.NEVER);
            default -> {
                CurveStyle.Spot corner = CORNERS.get(how);
                if (corner == null) {
                    throw new UsageError("--legend “" + how + "”: choose always, several, none, "
                            + String.join(", ", CORNERS.keySet()) + ".");
                }
                yield now.withAt(Optional.of(corner));
            }
        };
    }
}
