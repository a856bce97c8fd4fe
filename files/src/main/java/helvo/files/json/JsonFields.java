package helvo.files.json;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.BiConsumer;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/// Fields of a JSON object. What does not exist is null, and so is a number that is not finite.
final class JsonFields {
    private JsonFields() {}

    static void put(ObjectNode node, String key, double value) {
        if (Double.isFinite(value)) {
            node.put(key, value);
        } else {
            node.putNull(key);
        }
    }

    static void put(ObjectNode node, String key, OptionalDouble value) {
        put(node, key, value.orElse(Double.NaN));
    }

    static <T> void put(ObjectNode node, String key, Optional<T> of, ToDoubleFunction<T> value) {
        put(node, key, of.map(value::applyAsDouble).orElse(Double.NaN));
    }

    static <T> void putObject(ObjectNode node, String key, Optional<T> of, BiConsumer<ObjectNode, T> fields) {
        of.ifPresentOrElse(each -> fields.accept(node.putObject(key), each), () -> node.putNull(key));
    }

    static void putTexts(ObjectNode node, String key, List<String> texts) {
        ArrayNode all = node.putArray(key);
        texts.forEach(all::add);
    }

    /// @param rows counted from 0; told from 1
    static void putRows(ObjectNode node, String key, int[] rows) {
        ArrayNode all = node.putArray(key);
        IntStream.of(rows).forEach(row -> all.add(row + 1));
    }
}
