package helvo.files.study;

import helvo.core.study.Study;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.core.table.Table;
import helvo.core.unit.Unit;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/// The description of a study's data by the Data Package standard, version 2
/// (https://datapackage.org/standard/data-package/), by which other programs read them.
final class DataPackage {
    static final String FILE = "datapackage.json";
    private static final String PROFILE = "https://datapackage.org/profiles/2.0/datapackage.json";
    /// More different texts among numbers are not listed one by one.
    private static final int MAX_MISSING = 50;

    private DataPackage() {}

    /// @param names of the tables' resources
    /// @param data  of the tables
    static ObjectNode describe(Study study, List<String> names, List<TableData> data) {
        ObjectNode root = JsonNodeFactory.instance.objectNode();
        root.put("$schema", PROFILE);
        root.put("name", slug(study.name(), "study"));
        root.put("title", study.name());
        ArrayNode resources = root.putArray("resources");
        for (int i = 0; i < study.tables().size(); i++) {
            if (!study.tables().get(i).columns().isEmpty()) {
                describe(study.tables().get(i), names.get(i), data.get(i), resources.addObject());
            }
        }
        ObjectNode whole = resources.addObject();
        whole.put("name", "helvo-study");
        whole.put("title", "Figures, fits and decisions of the study, for Helvo");
        whole.put("path", StudyFile.STUDY);
        whole.put("format", "json");
        whole.put("mediatype", "application/json");
        whole.put("encoding", "utf-8");
        return root;
    }

    private static void describe(Table table, String name, TableData data, ObjectNode resource) {
        resource.put("name", name);
        resource.put("type", "table");
        resource.put("title", table.name());
        resource.put("path", path(name));
        resource.put("format", "csv");
        resource.put("mediatype", "text/csv");
        resource.put("encoding", "utf-8");
        ObjectNode schema = resource.putObject("schema");
        ArrayNode fields = schema.putArray("fields");
        List<String> names = fieldNames(table);
        Set<String> missing = missing(table);
        for (int c = 0; c < names.size(); c++) {
            Column column = table.columns().get(c);
            ObjectNode field = fields.addObject();
            field.put("name", names.get(c));
            field.put(
                    "type",
                    holdsOnly(column, data.forms().get(c), data.numbers().get(c).isEmpty(), missing)
                            ? data.forms().get(c).type()
                            : "any");
            field.put("title", column.heading().text());
            if (!column.unit().isEmpty()) {
                field.put("unit", column.unit());
                Unit.code(column.unit()).ifPresent(code -> field.put("ucum", code));
            }
            role(column).ifPresent(role -> field.put("role", role));
            uncertaintyOf(table, column).ifPresent(of -> field.put(
                            "uncertaintyOf", names.get(table.columns().indexOf(of)))
                    .put("uncertainty", column.barMeaning().words()));
        }
        ArrayNode values = schema.putArray("missingValues");
        values.add("");
        missing.forEach(values::add);
    }

    private static Optional<String> role(Column column) {
        return switch (column.role()) {
            case X -> Optional.of("x");
            case Y -> Optional.of("y");
            case X_BAR, Y_BAR -> Optional.of("uncertainty");
            case X_DOWN, Y_DOWN -> Optional.of("uncertainty towards smaller values");
            case BY -> Optional.of("group");
            case NONE -> Optional.empty();
        };
    }

    /// The column whose error bars these are.
    private static Optional<Column> uncertaintyOf(Table table, Column bars) {
        return table.columns().stream()
                .filter(of -> Stream.concat(table.barOf(of).stream(), table.downOf(of).stream())
                        .anyMatch(each -> each.id() == bars.id()))
                .findFirst();
    }

    /// Where a table's data are in the archive.
    static String path(String name) {
        return "data/" + name + ".csv";
    }

    /// Texts that stand where a number or a date should, so that nobody else takes the column for one of text.
    /// Those that a column of text holds as well cannot be listed, since they would be missing there too.
    private static Set<String> missing(Table table) {
        var texts = new TreeSet<String>();
        var words = new HashSet<String>();
        for (int c = 0; c < table.columns().size(); c++) {
            Column column = table.columns().get(c);
            boolean isText = column.kind() == Kind.TEXT;
            for (int row = 0; row < column.cells().size(); row++) {
                if (column.cells().blockIsNumbersOnly(row)) {
                    row = column.cells().blockEnd(row) - 1;
                } else if (column.cells().cell(row) instanceof Cell.Text(String text)) {
                    if (isText) {
                        words.add(text);
                    } else if (texts.size() <= MAX_MISSING) {
                        texts.add(text);
                    }
                }
            }
        }
        texts.removeAll(words);
        return texts.size() > MAX_MISSING ? Set.of() : texts;
    }

    private static boolean holdsOnly(Column column, FieldType form, boolean isPure, Set<String> missing) {
        return isPure
                && (form == FieldType.STRING
                        || IntStream.range(0, column.cells().size())
                                .allMatch(row -> !(column.cells().cell(row) instanceof Cell.Text(String text))
                                        || missing.contains(text)));
    }

    /// The columns' names, each but once.
    static List<String> fieldNames(Table table) {
        var names = new ArrayList<String>();
        for (Column column : table.columns()) {
            String name = column.name().isBlank() ? "column " + column.id() : column.name();
            names.add(free(name, " ", names));
        }
        return names;
    }

    /// Names for the tables' resources, each but once.
    static List<String> resourceNames(Study study) {
        var names = new ArrayList<String>(List.of("helvo-study"));
        for (Table table : study.tables()) {
            names.add(free(slug(table.name(), "table"), "-", names));
        }
        return names.subList(1, names.size());
    }

    private static String free(String wished, String joint, List<String> taken) {
        return IntStream.iterate(1, i -> i + 1)
                .mapToObj(i -> i == 1 ? wished : wished + joint + i)
                .filter(name -> !taken.contains(name))
                .findFirst()
                .orElseThrow();
    }

    /// Small Latin letters, digits and hyphens, as the standard wants names.
    private static String slug(String name, String otherwise) {
        String plain = Normalizer.normalize(name, Normalizer.Form.NFD)
                .toLowerCase(Locale.ROOT)
                .replaceAll("\\p{M}", "")
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-+|-+$", "");
        return plain.isEmpty() ? otherwise : plain.substring(0, Math.min(plain.length(), 60));
    }
}
