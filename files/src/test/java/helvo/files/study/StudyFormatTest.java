package helvo.files.study;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import helvo.core.Progress;
import helvo.core.fit.Exponential;
import helvo.core.fit.FixedInterceptLine;
import helvo.core.fit.TradeCurve;
import helvo.core.nonlinear.CoefficientSetting;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.prediction.QuantityDefinition;
import helvo.core.study.ColumnEdit;
import helvo.core.study.DecisionEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.style.Note;
import helvo.core.table.CalendarUnit;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ColumnFormat;
import helvo.core.table.Decision;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.ProblemKind;
import helvo.core.table.Role;
import helvo.core.table.RowCondition;
import helvo.core.table.SeriesKey;
import helvo.core.table.Statistic;
import helvo.core.table.Table;
import helvo.core.table.UniformBarLength;
import helvo.files.UnreadableFile;
import helvo.files.samples.SampleStudy;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.IntStream;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/// What a study's file promises to others: that it is a Data Package, and that `study.json` keeps its schema.
class StudyFormatTest {
    /// With whatever a study can hold: decisions, formulas, averages, notes, curves, texts among numbers, every
    /// kind of date.
    private static Study rich() {
        Study study = SampleStudy.study();
        for (Edit edit : List.of(
                new DecisionEdit.Decide(1, 3, List.of(6), ProblemKind.NOT_A_NUMBER, Decision.Choice.NUMBER_USED, ""),
                new ColumnEdit.Derive(1, new Heading("Load²", "N²"), "{2}^2", Role.NONE, false),
                new ColumnEdit.SetOwnBars(1, 2, new UniformBarLength(0.5, false)),
                new StudyEdit.Summarise(
                        8, "Means", List.of(1), List.of(2), List.of(Statistic.MEAN, Statistic.STANDARD_ERROR)),
                new FigureEdit.ChooseCurve(1, SeriesKey.group(3, "dry"), new FixedInterceptLine(0)),
                new FigureEdit.ChooseCurve(
                        2,
                        SeriesKey.whole(2),
                        TradeCurve.EXPONENTIAL_TO_LEVEL
                                .curve()
                                .with(List.of(
                                        CoefficientSetting.FREE.withHeld(0),
                                        CoefficientSetting.FREE,
                                        CoefficientSetting.FREE))),
                new FigureEdit.PutNote(1, new Note.ReadingMarker(1, SeriesKey.pooled(3), true, 5, true)),
                new FigureEdit.AddCurve(
                        1,
                        SeriesKey.group(3, "dry").further(1),
                        new Exponential(false),
                        List.of(new RowCondition.Between(2, 5, 30))),
                new FigureEdit.PutNote(1, new Note.Result(3, SeriesKey.group(3, "dry"), "slope", 5, 14)),
                new FigureEdit.PutNote(1, new Note.Text(2, "worn", 3, 4, Optional.empty())),
                new FigureEdit.SetQuantity(1, new QuantityDefinition(new Heading("stiffness", "N/mm"), "1 / slope")),
                StudyEdit.AddTable.to(study, odd()))) {
            study = edit.apply(study);
        }
        return study;
    }

    private static Table odd() {
        var moments = Cells.ofNumbers(0, 86400, 1e9 + 0.5);
        return new Table(
                0,
                "Größen",
                DecimalMark.COMMA,
                Optional.of(new Table.Source.Text("/lab/odd.csv", "UTF-8", ';', true)),
                List.of(
                        dates(1, DateText.Form.DAY, moments),
                        dates(2, DateText.Form.YEAR, Cells.ofNumbers(0, 31536000)),
                        dates(3, DateText.Form.TIME, Cells.ofNumbers(3600, 7200.25)),
                        new Column(
                                4,
                                new Heading("", ""),
                                Kind.NUMBER,
                                Role.NONE,
                                0,
                                Cells.of(IntStream.range(0, 120)
                                        .mapToObj(i ->
                                                (Cell) (i % 2 == 0 ? new Cell.Number(i) : new Cell.Text("odd " + i)))
                                        .toList())),
                        new Column(
                                5,
                                new Heading("", ""),
                                Kind.NUMBER,
                                Role.NONE,
                                0,
                                Cells.of(List.of(new Cell.Text("7.5"), new Cell.Text("1,5"), new Cell.Number(3)))),
                        new Column(
                                6,
                                new Heading("Word", ""),
                                Kind.TEXT,
                                Role.NONE,
                                0,
                                Cells.of(List.of(new Cell.Text("1,5"), new Cell.Number(2))))),
                ExcludedRows.NONE);
    }

    private static Column dates(int id, DateText.Form form, Cells cells) {
        return new Column(id, new Heading("when", ""), Kind.DATE, Role.NONE, 0, cells)
                .withFormat(new ColumnFormat.Dates(form, DateText.Order.DAY_FIRST, CalendarUnit.DAY));
    }

    private static Map<String, String> parts(Study study) throws IOException {
        var out = new ByteArrayOutputStream();
        StudyFile.writeTo(out, StoredStudy.of(History.from(study)), Progress.none());
        var parts = new TreeMap<String, String>();
        try (var in = new ZipInputStream(new ByteArrayInputStream(out.toByteArray()))) {
            for (var entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                parts.put(entry.getName(), new String(in.readAllBytes(), StandardCharsets.UTF_8));
            }
        }
        return parts;
    }

    private static List<String> faults(String schema, SpecificationVersion version, String json) {
        Schema valid = SchemaRegistry.withDefaultDialect(version).getSchema(schema, InputFormat.JSON);
        return valid.validate(json, InputFormat.JSON).stream()
                .map(Object::toString)
                .toList();
    }

    private static String resource(String name) throws IOException {
        try (var in = StudyFormatTest.class.getResourceAsStream(name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    @Test
    void studyJsonKeepsItsSchema() throws IOException {
        String schema = Files.readString(Path.of("../docs/study.schema.json"));
        for (Study study : List.of(rich(), SampleStudy.study(), Study.blank(), Study.EMPTY)) {
            String json = parts(study).get("study.json");
            assertThat(faults(schema, SpecificationVersion.DRAFT_2020_12, json)).isEmpty();
        }
        String wrong = parts(rich()).get("study.json").replaceFirst("\"id\" : 1", "\"id\" : \"first\"");
        assertThat(faults(schema, SpecificationVersion.DRAFT_2020_12, wrong))
                .as("a schema that can fail")
                .isNotEmpty();
    }

    /// By the profiles that the standard publishes (as the npm package `datapackage` 1.1.10 ships them).
    @Test
    void theArchiveIsADataPackage() throws IOException {
        String profile = resource("data-package.json");
        String tableProfile = resource("tabular-data-resource.json");
        for (Study study : List.of(rich(), SampleStudy.study(), Study.EMPTY)) {
            Map<String, String> parts = parts(study);
            assertThat(faults(profile, SpecificationVersion.DRAFT_4, parts.get("datapackage.json")))
                    .isEmpty();
            for (JsonNode resource :
                    JsonMapper.shared().readTree(parts.get("datapackage.json")).get("resources")) {
                assertThat(parts).containsKey(resource.get("path").asString());
                if (resource.has("schema")) {
                    String tabular = ((tools.jackson.databind.node.ObjectNode) resource.deepCopy())
                            .put("profile", "tabular-data-resource")
                            .toString();
                    assertThat(faults(tableProfile, SpecificationVersion.DRAFT_4, tabular))
                            .isEmpty();
                    String names = parts.get(resource.get("path").asString())
                            .lines()
                            .findFirst()
                            .orElseThrow();
                    assertThat(resource.at("/schema/fields").size()).isEqualTo(names.split(",", -1).length);
                }
            }
        }
        assertThat(faults(profile, SpecificationVersion.DRAFT_4, "{\"name\": 3}"))
                .as("a profile that can fail")
                .isNotEmpty();
    }

    /// Which column is x, and whose uncertainty another holds, is there for others too.
    @Test
    void fieldsTellTheirRoles() throws IOException {
        JsonNode fields = JsonMapper.shared()
                .readTree(parts(SampleStudy.study()).get("datapackage.json"))
                .at("/resources/0/schema/fields");
        assertThat(fields.findValuesAsString("role")).containsExactly("group", "x", "y", "uncertainty");
        assertThat(fields.get(3).get("uncertaintyOf").asString()).isEqualTo("Stretch");
        assertThat(fields.get(3).get("uncertainty").asString()).isEqualTo("half range");
    }

    /// Readers without Helvo find the coefficients of each figure in a saved file; the file opens as it is without
    /// them, whatever they say, and is saved with them anew.
    @Test
    void aSavedFileHasItsResults(@TempDir Path folder) throws IOException, UnreadableFile {
        Path saved = folder.resolve("a.helvo");
        StoredStudy stored = StoredStudy.of(History.from(SampleStudy.study()));
        StudyFile.write(saved, stored, Progress.none());
        JsonNode results = results(saved);
        assertThat(results.get("program").asString()).startsWith("Helvo 0.");
        assertThat(results.get("figures").size())
                .isEqualTo(SampleStudy.study().figures().size());
        JsonNode fit = results.at("/figures/0/fits/0");
        assertThat(fit.at("/coefficients/0/value").isNumber()).isTrue();
        assertThat(fit.get("equation").asString()).contains("=");
        assertThat(fit.has("residuals")).isFalse();

        byte[] bytes = Files.readAllBytes(saved);
        StudyFile.write(saved, StudyFile.read(saved, Progress.none()), Progress.none());
        assertThat(Files.readAllBytes(saved)).isEqualTo(bytes);
        try (var zip = FileSystems.newFileSystem(saved)) {
            Files.writeString(zip.getPath("results.json"), "not even JSON");
        }
        StudyFile.write(saved, StudyFile.read(saved, Progress.none()), Progress.none());
        assertThat(Files.readAllBytes(saved)).isEqualTo(bytes);
    }

    /// A figure without a y has none, in words.
    @Test
    void resultsSayWhyThereAreNone(@TempDir Path folder) throws IOException {
        Path saved = folder.resolve("a.helvo");
        StudyFile.write(saved, StoredStudy.of(History.from(Study.blank())), Progress.none());
        assertThat(results(saved).at("/figures/0/problem").asString()).isNotBlank();
    }

    private static JsonNode results(Path file) throws IOException {
        try (var zip = FileSystems.newFileSystem(file)) {
            return JsonMapper.shared().readTree(Files.readString(zip.getPath("results.json")));
        }
    }

    @Test
    void fieldsAreOfTheTypesThatOthersExpect() throws IOException {
        Map<String, String> parts = parts(rich());
        JsonNode odd = null;
        for (JsonNode resource :
                JsonMapper.shared().readTree(parts.get("datapackage.json")).get("resources")) {
            odd = resource.path("title").asString("").equals("Größen") ? resource : odd;
        }
        assertThat(odd.get("name").asString()).isEqualTo("gro-en");
        assertThat(odd.at("/schema/fields").findValuesAsString("name"))
                .containsExactly("when", "when 2", "when 3", "column 4", "column 5", "Word");
        assertThat(odd.at("/schema/fields").findValuesAsString("type"))
                .containsExactly("datetime", "year", "time", "any", "any", "any");
        assertThat(parts.get("data/gro-en.csv").lines().limit(4))
                .containsExactly(
                        "when,when 2,when 3,column 4,column 5,Word",
                        "1970-01-01T00:00:00,1970,01:00:00,0,7.5,\"1,5\"",
                        "1970-01-02T00:00:00,1971,02:00:00.25,odd 1,\"1,5\",2",
                        "2001-09-09T01:46:40.5,,,2,3,");
    }
}
