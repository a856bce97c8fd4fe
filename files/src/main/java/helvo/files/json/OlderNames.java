package helvo.files.json;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
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
    private static final Map<String, String> MEMBERS = pairs("""
            looks: styles; look: style; chosenNumbers: numberFormat; as: numberFormat; mark: decimalMark;
            setAside: excluded; follows: followsFile; readAs: importReport; grave: warning;
            way: interpretation; was: original; about: problem; only: conditions; further: furtherCurves;
            key: series; line: lineWidth; zero: includesZero; minor: minorIntervals; dates: dateLabels;
            otherSide: oppositeSide; right: rightAxis; leftOut: omittedFigures; typed: text; block: cells;
            says: description; instead: replaces; rising: ascending; measured: replicates; widens: extendsAxes""");
    private static final Map<String, String> CONSTANTS =
            Map.of("SET_ASIDE", "EXCLUDED", "GUIDE_GRID", "GRID_LINES", "BAND", "CONFIDENCE_BAND");
    private static final Set<String> MEMBERS_OF_CONSTANTS = Set.of("choice", "layer", "layers");

    private OlderNames() {}

    private static Map<String, String> pairs(String words) {
        return Arrays.stream(words.split(";\\s+"))
                .map(each -> each.split(": "))
                .collect(Collectors.toMap(pair -> pair[0], pair -> pair[1]));
    }

    private static Map<String, String> types() {
        var types = new HashMap<String, String>();
        StudyNames.types().forEach(type -> types.put(type.getName(), type.getName()));
        types.putAll(pairs("""
                step: edit; goes on: amend; go to: jump; take up: restore branch; set aside where: exclude where;
                set rows aside: exclude rows; bring rows back: include rows; turn: reshape;
                read in: set interpretation; keep one y: use one y; take back: undo decision;
                keep look: save style; set series look: set series style; set curve look: set curve style;
                write numbers: set number format; use only: set conditions; carried: propagated uncertainty;
                turned: reshaped; quoted: result"""));
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
