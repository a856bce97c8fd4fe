package helvo.files.json;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.style.AxisPlace;
import helvo.core.style.AxisStyle;
import helvo.core.style.CurveStyle;
import helvo.core.style.FigureStyle;
import helvo.core.style.LegendStyle;
import helvo.core.style.Note;
import helvo.core.style.SeriesStyle;
import helvo.core.style.SheetStyle;
import helvo.files.UnreadableFile;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.BiFunction;
import java.util.stream.Collectors;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/// How a figure looks, as a person writes it in JSON: any part of `sheet`, `axes`, `legend`, `series`, `curves`,
/// `notes` and `show`, with the members that docs/edits.schema.json tells. What is not written stays as it is.
public final class StyleJson {
    private static final String ALL = "*";

    private final FigureAnalysis figure;
    private final JsonMapper mapper = StudyJson.mapper();
    private final List<Edit> edits = new ArrayList<>();

    private StyleJson(FigureAnalysis figure) {
        this.figure = figure;
    }

    /// @param name of the file, for what is said of it
    /// @throws UnreadableFile with a sentence where it is no style, or one that the figure cannot have
    public static List<Edit> edits(String name, String json, FigureAnalysis figure) throws UnreadableFile {
        var style = new StyleJson(figure);
        JsonNode whole;
        try {
            whole = style.mapper.readTree(json);
        } catch (JacksonException e) {
            throw new UnreadableFile(
                    name + " is no JSON: line " + e.getLocation().getLineNr() + ", character "
                            + e.getLocation().getColumnNr() + ".",
                    e);
        }
        if (!whole.isObject()) {
            throw new UnreadableFile(name + " is no style: it must be one JSON object.");
        }
        for (Map.Entry<String, JsonNode> part : whole.properties()) {
            try {
                style.part(part.getKey(), part.getValue());
            } catch (IllegalArgumentException | JacksonException e) {
                throw new UnreadableFile(name + ", " + part.getKey() + ": " + JsonFaultText.of("note", e), e);
            }
        }
        return style.edits;
    }

    private void part(String name, JsonNode value) {
        int id = figure.figure().id();
        FigureStyle now = figure.figure().style();
        switch (name) {
            case "sheet" -> edits.add(new FigureEdit.SetSheet(id, merged(now.sheet(), value, SheetStyle.class)));
            case "legend" -> edits.add(new FigureEdit.SetLegend(id, merged(now.legend(), value, LegendStyle.class)));
            case "axes" ->
                value.properties().forEach(axis -> {
                    AxisPlace place = constant(AxisPlace.values(), axis.getKey());
                    edits.add(new FigureEdit.SetAxis(
                            id, place, merged(now.axis(place), axis.getValue(), AxisStyle.class)));
                });
            case "series" ->
                each(
                        value,
                        (series, style) -> new FigureEdit.SetSeriesStyle(
                                id, series.key(), merged(now.series(series.key()), style, SeriesStyle.class)));
            case "curves" ->
                each(
                        value,
                        (series, style) -> new FigureEdit.SetCurveStyle(
                                id, series.key(), merged(now.curve(series.key()), style, CurveStyle.class)));
            case "notes" -> {
                int next = now.nextNoteId();
                for (JsonNode note : value) {
                    if (!(note.deepCopy() instanceof ObjectNode own)) {
                        throw new IllegalArgumentException("each note must be a JSON object");
                    }
                    own.put("id", next++);
                    edits.add(new FigureEdit.PutNote(id, RequiredFields.require(mapper.treeToValue(own, Note.class))));
                }
            }
            case "show" ->
                value.properties()
                        .forEach(layer -> edits.add(new FigureEdit.Show(
                                id,
                                constant(Layer.values(), layer.getKey()),
                                layer.getValue().asBoolean())));
            default ->
                throw new IllegalArgumentException(
                        "a style has sheet, axes, legend, series, curves, notes and show, and no other part");
        }
    }

    /// For the series of each label, and for all of them under an asterisk.
    private void each(JsonNode byLabel, BiFunction<SeriesAnalysis, JsonNode, Edit> edit) {
        for (Map.Entry<String, JsonNode> entry : byLabel.properties()) {
            List<SeriesAnalysis> meant = figure.series().stream()
                    .filter(series ->
                            entry.getKey().equals(ALL) || series.label().equals(entry.getKey()))
                    .toList();
            if (meant.isEmpty()) {
                throw new IllegalArgumentException("there is no series “" + entry.getKey() + "”; there are "
                        + figure.series().stream().map(SeriesAnalysis::label).collect(Collectors.joining(", "))
                        + ", and * for all");
            }
            meant.forEach(series -> edits.add(edit.apply(series, entry.getValue())));
        }
    }

    /// A style with what is written of it.
    private <T> T merged(T now, JsonNode written, Class<T> type) {
        if (!written.isObject()) {
            throw new IllegalArgumentException("it must be a JSON object");
        }
        ObjectNode whole = mapper.valueToTree(now);
        for (Map.Entry<String, JsonNode> member : written.properties()) {
            JsonNode before = whole.get(member.getKey());
            if (before == null) {
                throw new IllegalArgumentException(
                        "there is no “" + member.getKey() + "”; there are " + String.join(", ", whole.propertyNames()));
            }
            if (before instanceof ObjectNode inner && member.getValue() instanceof ObjectNode further) {
                inner.setAll(further);
            } else {
                whole.set(member.getKey(), member.getValue());
            }
        }
        return RequiredFields.require(mapper.treeToValue(whole, type));
    }

    private static <E extends Enum<E>> E constant(E[] all, String word) {
        return Arrays.stream(all)
                .filter(each -> each.name().equalsIgnoreCase(word.replaceAll("[ -]", "_")))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("there is no “" + word + "”; there are "
                        + Arrays.stream(all)
                                .map(each -> each.name().toLowerCase(Locale.ROOT))
                                .collect(Collectors.joining(", "))));
    }
}
