package helvo.files.study;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.TreeMap;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/// The parts of a study's file beyond what this version of Helvo knows, so that saving loses none of it: members of
/// its JSON documents, as far as what they belong to is still there, and whole parts of the archive.
///
/// @param members of each document, without what is known
/// @param parts   by name
public record UnknownParts(Map<String, ObjectNode> members, Map<String, byte[]> parts) {
    public static final UnknownParts NONE = new UnknownParts(Map.of(), Map.of());

    public UnknownParts {
        members = Map.copyOf(members);
        parts = java.util.Collections.unmodifiableMap(new TreeMap<>(parts));
    }

    /// What a document has and its like does not.
    static ObjectNode beyond(ObjectNode read, ObjectNode known) {
        ObjectNode beyond = read.objectNode();
        for (Map.Entry<String, JsonNode> member : read.properties()) {
            JsonNode like = known.get(member.getKey());
            if (like == null) {
                beyond.set(member.getKey(), member.getValue());
            } else if (member.getValue() instanceof ObjectNode object && like instanceof ObjectNode knownObject) {
                put(beyond, member.getKey(), beyond(object, knownObject));
            } else if (member.getValue() instanceof ArrayNode array && like instanceof ArrayNode knownArray) {
                put(beyond, member.getKey(), beyondInArray(array, knownArray));
            }
        }
        return beyond;
    }

    private static void put(ObjectNode into, String name, ObjectNode beyond) {
        if (!beyond.isEmpty()) {
            into.set(name, beyond);
        }
    }

    /// Of arrays of objects that have an id or a name, what is beyond each by that.
    private static ObjectNode beyondInArray(ArrayNode read, ArrayNode known) {
        Map<String, ObjectNode> likes = byKey(known);
        ObjectNode beyond = read.objectNode();
        byKey(read).forEach((key, object) -> {
            if (likes.containsKey(key)) {
                put(beyond, key, beyond(object, likes.get(key)));
            }
        });
        return beyond;
    }

    private static Map<String, ObjectNode> byKey(ArrayNode array) {
        var byKey = new LinkedHashMap<String, ObjectNode>();
        for (JsonNode each : array) {
            JsonNode key = each.has("id") ? each.get("id") : each.get("name");
            if (each instanceof ObjectNode object && key != null && key.isValueNode()) {
                byKey.put(key.asString(), object);
            }
        }
        return byKey;
    }

    /// Puts back into a document what was beyond it.
    static void addTo(ObjectNode document, ObjectNode beyond) {
        for (Map.Entry<String, JsonNode> member : beyond.properties()) {
            JsonNode there = document.get(member.getKey());
            if (there == null) {
                document.set(member.getKey(), member.getValue());
            } else if (there instanceof ObjectNode object && member.getValue() instanceof ObjectNode more) {
                addTo(object, more);
            } else if (there instanceof ArrayNode array && member.getValue() instanceof ObjectNode more) {
                Map<String, ObjectNode> objects = byKey(array);
                more.properties().forEach(each -> {
                    ObjectNode object = objects.get(each.getKey());
                    if (object != null) {
                        addTo(object, (ObjectNode) each.getValue());
                    }
                });
            }
        }
    }
}
