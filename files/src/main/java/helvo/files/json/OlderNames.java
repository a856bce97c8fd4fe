package helvo.files.json;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;
import tools.jackson.databind.node.StringNode;

/// Translates JSON of versions 1 to 3 of the study file into the words of version 4. What is in those words already
/// stays as it is.
public final class OlderNames {
    /// The members that told one of a family from the others; other members of these names do not hold one of
    /// [#TYPES].
    private static final Set<String> TYPE_MEMBERS =
            Set.of("do", "commit", "rows where", "shown", "from", "follows", "note");
    private static final Map<String, String> TYPES = types();
    private static final Map<String, String> MEMBERS = Map.ofEntries(
            Map.entry("looks", "styles"),
            Map.entry("look", "style"),
            Map.entry("chosenNumbers", "numberFormat"),
            Map.entry("as", "numberFormat"),
            Map.entry("mark", "decimalMark"),
            Map.entry("setAside", "excluded"),
            Map.entry("follows", "followsFile"),
            Map.entry("readAs", "importReport"),
            Map.entry("grave", "warning"),
            Map.entry("way", "interpretation"),
            Map.entry("was", "original"),
            Map.entry("about", "problem"),
            Map.entry("only", "conditions"),
            Map.entry("further", "furtherCurves"),
            Map.entry("key", "series"),
            Map.entry("line", "lineWidth"),
            Map.entry("zero", "includesZero"),
            Map.entry("minor", "minorIntervals"),
            Map.entry("dates", "dateLabels"),
            Map.entry("otherSide", "oppositeSide"),
            Map.entry("right", "rightAxis"),
            Map.entry("leftOut", "omittedFigures"),
            Map.entry("typed", "text"),
            Map.entry("block", "cells"),
            Map.entry("says", "description"),
            Map.entry("instead", "replaces"),
            Map.entry("rising", "ascending"),
            Map.entry("measured", "replicates"),
            Map.entry("widens", "extendsAxes"));
    private static final Map<String, String> CONSTANTS =
            Map.of("SET_ASIDE", "EXCLUDED", "GUIDE_GRID", "GRID_LINES", "BAND", "CONFIDENCE_BAND");
    private static final Set<String> MEMBERS_OF_CONSTANTS = Set.of("choice", "layer", "layers");

    private OlderNames() {}

    private static Map<String, String> types() {
        var types = new HashMap<String, String>();
        StudyNames.types().forEach(type -> types.put(type.getName(), type.getName()));
        types.putAll(Map.ofEntries(
                Map.entry("step", "edit"),
                Map.entry("goes on", "amend"),
                Map.entry("go to", "jump"),
                Map.entry("take up", "restore branch"),
                Map.entry("set aside where", "exclude where"),
                Map.entry("set rows aside", "exclude rows"),
                Map.entry("bring rows back", "include rows"),
                Map.entry("turn", "reshape"),
                Map.entry("read in", "set interpretation"),
                Map.entry("keep one y", "use one y"),
                Map.entry("take back", "undo decision"),
                Map.entry("keep look", "save style"),
                Map.entry("set series look", "set series style"),
                Map.entry("set curve look", "set curve style"),
                Map.entry("write numbers", "set number format"),
                Map.entry("use only", "set conditions"),
                Map.entry("carried", "propagated uncertainty"),
                Map.entry("turned", "reshaped"),
                Map.entry("quoted", "result")));
        return types;
    }

    /// The same in the words of now.
    public static JsonNode translated(JsonNode older) {
        return translated("", older);
    }

    private static JsonNode translated(String member, JsonNode older) {
        if (older instanceof ObjectNode object) {
            ObjectNode translated = object.objectNode();
            object.properties().forEach(each -> {
                String now = member(each.getKey(), each.getValue());
                translated.set(
                        now,
                        now.equals("type") && TYPE_MEMBERS.contains(each.getKey())
                                ? StringNode.valueOf(TYPES.get(each.getValue().asString()))
                                : translated(each.getKey(), each.getValue()));
            });
            return translated;
        }
        if (older instanceof ArrayNode array) {
            var each = new ArrayList<JsonNode>(array.size());
            array.forEach(node -> each.add(translated(member, node)));
            return array.arrayNode().addAll(each);
        }
        return MEMBERS_OF_CONSTANTS.contains(member) && older.isString() && CONSTANTS.containsKey(older.asString())
                ? StringNode.valueOf(CONSTANTS.get(older.asString()))
                : older;
    }

    /// The name of a member now. Some names served for two things, which their values tell apart.
    private static String member(String name, JsonNode value) {
        if (TYPE_MEMBERS.contains(name) && value.isString() && TYPES.containsKey(value.asString())) {
            return "type";
        }
        return switch (name) {
            case "of" -> value.isArray() ? "columns" : "source";
            case "by" -> value.isString() ? "weighting" : value.isNumber() ? "offset" : name;
            case "text" -> value.isNumber() ? "textSize" : name;
            default -> MEMBERS.getOrDefault(name, name);
        };
    }
}
