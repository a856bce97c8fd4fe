package helvo.files.json;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import helvo.core.fit.Curve;
import helvo.core.study.Edit;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.ExcludedRows;
import java.io.IOException;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/// docs/edits.schema.json tells every edit that `helvo edit --do` takes. It is made here of the records that are
/// edits; run with -Dhelvo.write=true it is written anew.
class EditsSchemaTest {
    private static final Path SCHEMA = Path.of("../docs/edits.schema.json");
    private static final Path EDITS = Path.of("src/test/resources/helvo/files/study/version-4/edits.jsonl");
    private static final JsonMapper MAPPER =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();
    /// Written by hand, or told in docs/study.schema.json.
    private static final Map<Class<?>, String> ELSEWHERE = Map.of(
            Cell.class, "a cell: a number, a text, or null for an empty one",
            Cells.class, "the cells of a column, as in study.schema.json",
            Curve.class, "a curve, as in study.schema.json",
            ExcludedRows.class, "excluded rows with their reasons, as in study.schema.json");

    private final Map<String, ObjectNode> definitions = new TreeMap<>();

    private String schema() {
        ObjectNode whole = JsonNodeFactory.instance.objectNode();
        whole.put("$schema", "https://json-schema.org/draft/2020-12/schema");
        whole.put("title", "Edits of a Helvo study");
        whole.put(
                "description",
                "What `helvo edit --do` takes: one edit, or a list of them. Rows and places count from 0; ids of "
                        + "tables, columns and figures are those that `helvo show --json` tells.");
        ArrayNode either = whole.putArray("anyOf");
        either.addObject().put("$ref", "#/$defs/edit");
        either.addObject().put("type", "array").set("items", reference("edit"));
        ObjectNode edit = JsonNodeFactory.instance.objectNode();
        ArrayNode all = edit.putArray("anyOf");
        definitions.put("edit", edit);
        StudyNames.all().values().stream()
                .filter(entry -> Edit.class.isAssignableFrom(entry.of()))
                .sorted(Comparator.comparing(StudyNames.Entry::type))
                .forEach(entry -> all.add(of(entry.of())));
        ObjectNode under = whole.putObject("$defs");
        definitions.forEach(under::set);
        return MAPPER.writeValueAsString(whole) + "\n";
    }

    private static ObjectNode reference(String name) {
        return JsonNodeFactory.instance.objectNode().put("$ref", "#/$defs/" + name);
    }

    private ObjectNode of(Type type) {
        if (type instanceof ParameterizedType generic) {
            Type inner = generic.getActualTypeArguments()[generic.getActualTypeArguments().length - 1];
            if (generic.getRawType() == Optional.class) {
                ObjectNode maybe = JsonNodeFactory.instance.objectNode();
                maybe.putArray("anyOf").add(of(inner)).addObject().put("type", "null");
                return maybe;
            }
            boolean isMap = Map.class.isAssignableFrom((Class<?>) generic.getRawType());
            ObjectNode several = JsonNodeFactory.instance.objectNode().put("type", isMap ? "object" : "array");
            several.set(isMap ? "additionalProperties" : "items", of(inner));
            return several;
        }
        Class<?> of = (Class<?>) type;
        if (ELSEWHERE.containsKey(of)) {
            return JsonNodeFactory.instance.objectNode().put("description", ELSEWHERE.get(of));
        }
        if (Set.of(int.class, long.class, Integer.class).contains(of)) {
            return JsonNodeFactory.instance.objectNode().put("type", "integer");
        }
        if (of == double.class || of == Double.class) {
            return JsonNodeFactory.instance.objectNode().put("type", "number");
        }
        if (of == OptionalInt.class || of == OptionalDouble.class) {
            ObjectNode maybe = JsonNodeFactory.instance.objectNode();
            maybe.putArray("type")
                    .add(of == OptionalInt.class ? "integer" : "number")
                    .add("null");
            return maybe;
        }
        if (of == Edit.class) {
            return reference("edit");
        }
        if (of == boolean.class || of == Boolean.class) {
            return JsonNodeFactory.instance.objectNode().put("type", "boolean");
        }
        return of.isRecord() || of.isEnum() || of.isSealed()
                ? defined(of)
                : JsonNodeFactory.instance.objectNode().put("type", "string");
    }

    private ObjectNode defined(Class<?> of) {
        StudyNames.Entry entry = StudyNames.all().get(of);
        String name = entry != null && !entry.type().isEmpty()
                ? entry.type().replace(' ', '-')
                : of.getName().replaceFirst("^.*\\.", "").replace('$', '.');
        if (!definitions.containsKey(name)) {
            ObjectNode made = JsonNodeFactory.instance.objectNode();
            definitions.put(name, made);
            if (of.isEnum()) {
                ArrayNode words = made.putArray("enum");
                Arrays.stream(of.getEnumConstants()).forEach(each -> words.add(word(entry, ((Enum<?>) each).name())));
            } else if (of.isRecord()) {
                record(made, of, entry);
            } else {
                ArrayNode kinds = made.putArray("anyOf");
                Arrays.stream(of.getPermittedSubclasses()).forEach(each -> kinds.add(of(each)));
            }
        }
        return reference(name);
    }

    private void record(ObjectNode made, Class<?> of, StudyNames.Entry entry) {
        made.put("type", "object");
        ArrayNode required = made.putArray("required");
        ObjectNode properties = made.putObject("properties");
        if (entry != null && !entry.type().isEmpty()) {
            required.add("type");
            properties.putObject("type").put("const", entry.type());
        }
        for (RecordComponent each : of.getRecordComponents()) {
            String word = word(entry, each.getName());
            boolean isOptional = each.getType() == Optional.class;
            if (!isOptional) {
                required.add(word);
            }
            properties.set(word, of(each.getGenericType()));
        }
    }

    private static String word(StudyNames.Entry entry, String name) {
        return entry == null ? name : entry.members().getOrDefault(name, name);
    }

    @Test
    void theSchemaIsThatOfTheEdits() throws IOException {
        String made = schema();
        if (Boolean.getBoolean("helvo.write")) {
            Files.writeString(SCHEMA, made);
        }
        assertThat(Files.readString(SCHEMA)).isEqualTo(made);
    }

    @Test
    void everyEditIsValidByItAndAnotherIsNot() throws IOException {
        Schema schema = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(Files.readString(SCHEMA), InputFormat.JSON);
        List<String> lines = Files.readAllLines(EDITS);
        assertThat(lines).hasSizeGreaterThan(50);
        for (String line : lines) {
            String written = StudyJson.editText(StudyJson.edit(line));
            assertThat(schema.validate(written, InputFormat.JSON)).as(written).isEmpty();
        }
        assertThat(schema.validate("{\"type\": \"rename study\"}", InputFormat.JSON))
                .isNotEmpty();
        assertThat(schema.validate("{\"type\": \"explode\"}", InputFormat.JSON)).isNotEmpty();
    }
}
