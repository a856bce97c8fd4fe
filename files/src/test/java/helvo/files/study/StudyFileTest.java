package helvo.files.study;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import helvo.core.Progress;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.study.ColumnEdit;
import helvo.core.study.DecisionEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
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
import helvo.core.table.Statistic;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import helvo.files.samples.SampleStudy;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@Tag("thorough")
@net.jqwik.api.Tag("thorough")
class StudyFileTest {
    private static final Instant NOON = Instant.parse("2026-03-05T12:00:00Z");

    @TempDir
    private Path folder;

    private static History worked() {
        History history = History.from(SampleStudy.study());
        for (Edit edit : List.of(
                new DecisionEdit.Decide(1, 3, List.of(6), ProblemKind.NOT_A_NUMBER, Decision.Choice.NUMBER_USED, ""),
                new ColumnEdit.Derive(1, new Heading("Load²", "N²"), "{2}^2", Role.NONE, false),
                new StudyEdit.Summarise(
                        8, "Means", List.of(1), List.of(2), List.of(Statistic.MEAN, Statistic.STANDARD_ERROR)),
                new FigureEdit.SetTitle(1, Optional.of("Cords, “wet” & dry")),
                new StudyEdit.Rename("Woche 14, Kürze"))) {
            history = history.with(edit, NOON.plusSeconds(history.steps().size()));
        }
        return history;
    }

    /// Whoever looks whether a study's file is still the same does not wait for what never comes.
    @Test
    @Timeout(value = 20, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
    void whatIsNoFileIsNotWaitedFor() throws IOException, InterruptedException {
        Path pipe = folder.resolve("creep.helvo");
        assertThat(new ProcessBuilder("mkfifo", pipe.toString()).start().waitFor())
                .isZero();
        assertThat(FileFingerprint.of(pipe)).isEmpty();
        assertThat(FileFingerprint.of(folder)).isEmpty();
        assertThat(FileFingerprint.of(Files.writeString(folder.resolve("a file"), "x")))
                .isPresent();
    }

    private static byte[] bytes(StoredStudy stored) throws IOException {
        var out = new ByteArrayOutputStream();
        StudyFile.writeTo(out, stored, Progress.none());
        return out.toByteArray();
    }

    private StoredStudy read(byte[] bytes) throws IOException, UnreadableFile {
        Path file = folder.resolve("study.helvo");
        Files.write(file, bytes);
        return StudyFile.read(file, Progress.none());
    }

    private static Map<String, byte[]> parts(byte[] zip) throws IOException {
        var parts = new LinkedHashMap<String, byte[]>();
        try (var in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                parts.put(entry.getName(), in.readAllBytes());
            }
        }
        return parts;
    }

    private static byte[] zip(Map<String, byte[]> parts) throws IOException {
        var bytes = new ByteArrayOutputStream();
        try (var out = new ZipOutputStream(bytes)) {
            for (var part : parts.entrySet()) {
                out.putNextEntry(new ZipEntry(part.getKey()));
                out.write(part.getValue());
            }
        }
        return bytes.toByteArray();
    }

    private static byte[] changed(String part, UnaryOperator<String> change) throws IOException {
        Map<String, byte[]> parts = parts(bytes(StoredStudy.of(worked())));
        parts.computeIfPresent(part, (_, old) -> change.apply(new String(old, StandardCharsets.UTF_8))
                .getBytes(StandardCharsets.UTF_8));
        return zip(parts);
    }

    @Test
    void whatIsWrittenIsReadBackWithItsSteps() throws IOException, UnreadableFile {
        History history = worked();
        byte[] bytes = bytes(StoredStudy.of(history));
        StoredStudy back = read(bytes);
        assertThat(back.history().study()).isEqualTo(history.study());
        assertThat(back.history().steps()).isEqualTo(history.steps());
        assertThat(back.history().undo().study()).isEqualTo(history.undo().study());
        assertThat(back.readOnly()).isEmpty();
        assertThat(bytes(back)).as("the same study gives the same bytes").isEqualTo(bytes);
        assertThat(bytes(StoredStudy.of(worked()))).isEqualTo(bytes);
        assertThat(parts(bytes).keySet())
                .startsWith("datapackage.json", "study.json", "history.jsonl", "data/stretch.csv");
        assertThat(new String(parts(bytes).get("data/stretch.csv"), StandardCharsets.UTF_8))
                .startsWith("Cord,Load,Load²,");
    }

    /// Steps whose state before them is too large, or that lead elsewhere, are left in words.
    @Test
    void stepsThatCannotBeDoneAgainAreKeptInWords() throws IOException, UnreadableFile {
        StoredStudy other = read(changed("history.jsonl", lines -> lines.replace("{2}^2", "{2}^3")));
        assertThat(other.history().study()).isEqualTo(worked().study());
        assertThat(other.history().steps()).isEmpty();
        assertThat(other.history().earlier())
                .extracting(History.Logged::sentence)
                .isEqualTo(worked().steps().stream().map(History.Step::sentence).toList());
        StoredStudy further = read(bytes(other.with(other.history().with(new StudyEdit.Rename("on"), NOON))));
        assertThat(further.history().earlier()).isEqualTo(other.history().earlier());
        assertThat(further.history().steps()).hasSize(1);
        assertThat(read(changed("history.jsonl", _ -> "no JSON at all"))
                        .history()
                        .study())
                .isEqualTo(worked().study());
        assertThat(read(changed("history.jsonl", lines -> lines.replace("\"start\"", "\"began\"")))
                        .history()
                        .earlier())
                .hasSize(5);
    }

    /// Cells of every kind in columns of every kind, of unequal length, under headings that repeat or are empty.
    @Property(tries = 150, seed = "26")
    void everyCellComesBack(@ForAll Random random) throws IOException, UnreadableFile {
        var columns = new ArrayList<Column>();
        for (int c = 0; c < 1 + random.nextInt(5); c++) {
            Kind kind = Kind.values()[random.nextInt(3)];
            ColumnFormat format = kind == Kind.DATE
                    ? new ColumnFormat.Dates(
                            DateText.Form.values()[random.nextInt(7)], DateText.Order.DAY_FIRST, CalendarUnit.DAY)
                    : new ColumnFormat.AsWritten(random.nextInt(3));
            var cells = Cells.of(IntStream.range(0, random.nextInt(30))
                    .mapToObj(_ -> cell(random, kind))
                    .toList());
            columns.add(new Column(
                            c + 1,
                            new Heading(
                                    List.of("a", "a", "", "Länge, ±", "x\ny\"").get(random.nextInt(5)), "m/s"),
                            kind,
                            Role.NONE,
                            0,
                            cells)
                    .withFormat(format));
        }
        Study study = StudyEdit.AddTable.to(
                        Study.EMPTY,
                        new Table(
                                1,
                                List.of("T", "表", "..").get(random.nextInt(3)),
                                DecimalMark.COMMA,
                                Optional.empty(),
                                columns,
                                ExcludedRows.NONE))
                .apply(Study.EMPTY);
        Path file = Files.createTempFile("cells", ".helvo");
        try {
            StudyFile.write(file, StoredStudy.of(History.from(study)), Progress.none());
            assertThat(StudyFile.read(file, Progress.none()).history().study()).isEqualTo(study);
        } finally {
            Files.delete(file);
        }
    }

    private static Cell cell(Random random, Kind kind) {
        double day = 86400.0 * random.nextInt(-20_000, 40_000);
        List<Cell> cells = List.of(
                Cell.EMPTY,
                new Cell.Text("about 7.6"),
                new Cell.Text("7.5"),
                new Cell.Text("1E5"),
                new Cell.Text("2026-03-05"),
                new Cell.Text("a,\"b\"\r\nc\n"),
                new Cell.Text(" padded "),
                new Cell.Text("NaN"),
                new Cell.Text("0x1p3"),
                new Cell.Text("12:30:00"),
                new Cell.Text("2026"),
                new Cell.Text("1e999"),
                new Cell.Number(-0.0),
                new Cell.Number(Double.MIN_VALUE),
                new Cell.Number(-Double.MAX_VALUE),
                new Cell.Number(random.nextGaussian()),
                new Cell.Number(day),
                new Cell.Number(day + 3600.25),
                new Cell.Number(day + random.nextDouble()),
                new Cell.Number(1.0 / 3));
        return random.nextInt(3) == 0
                ? cells.get(random.nextInt(cells.size()))
                : kind == Kind.TEXT ? new Cell.Text("word " + random.nextInt(3)) : new Cell.Number(day);
    }

    @Test
    void whatOthersPutIntoTheFileStaysThere() throws IOException, UnreadableFile {
        Map<String, byte[]> parts = parts(changed("datapackage.json", json -> json.replaceFirst(
                        "\"title\" :", "\"contributors\" : [{\"title\" : \"Marram Laboratory\"}],\n  \"title\" :")
                .replace("\"name\" : \"Load\",", "\"name\" : \"Load\", \"description\" : \"hung weight\",")));
        parts.computeIfPresent("study.json", (_, old) -> new String(old, StandardCharsets.UTF_8)
                .replaceFirst("\"kind\" :", "\"ruler\" : {\"serial\" : 7}, \"kind\" :")
                .getBytes(StandardCharsets.UTF_8));
        parts.put("photos/rig.txt", "a picture".getBytes(StandardCharsets.UTF_8));
        StoredStudy read = read(zip(parts));
        assertThat(read.history().study()).isEqualTo(worked().study());
        Map<String, byte[]> again =
                parts(bytes(read.with(read.history().with(new TableEdit.SetCell(1, 2, 0, "6"), NOON))));
        assertThat(new String(again.get("datapackage.json"), StandardCharsets.UTF_8))
                .contains("Marram Laboratory", "hung weight");
        assertThat(new String(again.get("study.json"), StandardCharsets.UTF_8)).contains("\"serial\" : 7");
        assertThat(again.get("photos/rig.txt")).asString(StandardCharsets.UTF_8).isEqualTo("a picture");
        Map<String, byte[]> without =
                parts(bytes(read.with(read.history().with(new ColumnEdit.RemoveColumn(1, 1), NOON))));
        assertThat(new String(without.get("study.json"), StandardCharsets.UTF_8))
                .as("what it belonged to is gone")
                .doesNotContain("serial");
    }

    @Test
    void aNewerFileIsForReadingOnly() throws IOException, UnreadableFile {
        StoredStudy newer = read(changed("study.json", json -> json.replace("\"version\" : 5", "\"version\" : 6")));
        assertThat(newer.history().study()).isEqualTo(worked().study());
        assertThat(newer.readOnly().orElseThrow()).startsWith("“study.helvo” was saved by a newer Helvo.");
    }

    /// Series had no numbers of curves, and figures no further ones.
    @Test
    void anOlderFileIsCarriedForward() throws IOException, UnreadableFile {
        StoredStudy older = read(changed("study.json", json -> {
            String without = json.replace("\"version\" : 5", "\"version\" : 1")
                    .replaceAll("\"furtherCurves\" : \\[ *],\\s*", "")
                    .replaceAll(",\\s*\"curve\" : 0", "")
                    .replaceAll(",\\s*\"replicates\" : 0", "");
            assertThat(json).contains("\"furtherCurves\"");
            assertThat(without).doesNotContain("\"furtherCurves\"", "\"curve\" : 0", "\"replicates\"");
            return without;
        }));
        assertThat(older.history().study()).isEqualTo(worked().study());
        assertThat(older.readOnly()).isEmpty();
    }

    /// The end of a sheet and of all sheets.
    private static final String SHEET = "\"id\": 1, \"name\": \"S\", \"columns\": 1, \"widthMm\": 85, \"textSize\": 8, "
            + "\"letters\": \"NONE\", \"lettersInside\": false, \"x\": \"OWN\", \"y\": \"OWN\", \"legends\": \"EACH\", "
            + "\"titles\": false, \"equations\": false, \"residuals\": false} ]";

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "study.json|\"version\" : 5|\"version\" : \"one\"|does not say its version",
                "study.json|\"table\" : 2|\"table\" : 77|do not belong together",
                "study.json|\"id\" : 2|\"id\" : 1|do not belong together",
                "study.json|\"sheets\" : [ ]|\"sheets\" : [ {\"figures\": [77]," + SHEET + "|do not belong together",
                "study.json|\"sheets\" : [ ]|\"sheets\" : [ {\"figures\": [1, 1]," + SHEET + "|is damaged",
                "study.json|\"rows\" : 25|\"rows\" : 26|its data have 25 of 26 rows",
                "study.json|\"rows\" : 25|\"rows\" : -1|does not say how many rows",
                "study.json|data/stretch.csv|data/none.csv|its data are missing",
                "study.json|\"kind\" : \"NUMBER\"|\"kind\" : \"COLOUR\"|.kind: “COLOUR” is none of NUMBER, TEXT, DATE)",
                "study.json|\"widthMm\" : |\"widthMm\" : \"wide\", \"w\" : |widthMm: “wide” does not belong there)",
                "study.json|\"figures\" : |\"figuress\" : |something that belongs there is missing)",
                "study.json|{|[|is damaged",
                "data/stretch.csv|dry,10|dry|is damaged",
                "data/stretch.csv|Cord,Load|Load,Cord|its data have “Load” over column 1, where study.json has “Cord”",
                "study.json|\"version\" : 5|\"version\" : 5, \"name\" : \"a\", \"name\" : \"b\"|is damaged",
                "data/stretch.csv|dry,10|\"dry,10|is damaged"
            })
    void damageIsSaidAndNothingIsOpened(String part, String was, String is, String sentence) throws IOException {
        byte[] damaged = changed(part, text -> {
            assertThat(text).contains(was);
            return text.replaceFirst(Pattern.quote(was), is);
        });
        assertThatThrownBy(() -> read(damaged))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("“study.helvo”")
                .hasMessageContaining(sentence);
    }

    /// What other programs added is told of, and not lost by saving over it.
    @Test
    void dataThatHaveMoreThanWasToldAreNotDroppedInSilence() throws IOException, UnreadableFile {
        StoredStudy longer = read(changed("data/stretch.csv", text -> text + "dry,99,9.9,0.5\n"));
        assertThat(longer.history().study()).isEqualTo(worked().study());
        assertThat(longer.readOnly().orElseThrow())
                .contains("was changed by another program", "have more rows than study.json tells of");
        StoredStudy wider =
                read(changed("data/stretch.csv", text -> text.replaceFirst("dry,5,([^\n]*)", "dry,5,$1,7")));
        assertThat(wider.readOnly().orElseThrow()).contains("have more columns");
    }

    @Test
    void whatOthersDidToTheFileIsTold() throws IOException, UnreadableFile {
        assertThat(read(bytes(StoredStudy.of(worked()))).notices()).isEmpty();
        assertThat(read(changed("data/stretch.csv", text -> text.replaceFirst("1.31", "1.32")))
                        .notices())
                .containsExactly("“study.helvo” was changed outside of Helvo since it was saved: data/stretch.csv.");
        Map<String, byte[]> parts = parts(bytes(StoredStudy.of(worked())));
        parts.remove("history.jsonl");
        parts.put("notes.txt", new byte[] {'n'});
        StoredStudy read = read(zip(parts));
        assertThat(read.notices())
                .containsExactly("“study.helvo” was changed outside of Helvo since it was saved: history.jsonl (gone), "
                        + "notes.txt (new).");
        assertThat(read(bytes(read)).notices()).as("saved by Helvo again").isEmpty();
    }

    @Test
    void stepsThatCannotBeReadAreTold() throws IOException, UnreadableFile {
        StoredStudy read = read(changed("history.jsonl", text -> text + "{ broken\n"));
        assertThat(read.history().study()).isEqualTo(worked().study());
        assertThat(read.notices()).hasSize(2);
        assertThat(read.notices().getLast()).startsWith("One line of its history could not be read");
        Map<String, byte[]> parts = parts(bytes(StoredStudy.of(worked())));
        parts.put("history.jsonl", new byte[] {'{', (byte) 0xff, '}'});
        assertThat(read(zip(parts)).notices().getLast()).contains("not valid UTF-8");
        parts.put(
                "data/stretch.csv",
                new String(parts.get("data/stretch.csv"), StandardCharsets.UTF_8)
                        .replace("dry", "d\u00e9")
                        .getBytes(StandardCharsets.ISO_8859_1));
        assertThatThrownBy(() -> read(zip(parts))).hasMessageContaining("its data are not valid UTF-8");
    }

    @Test
    void twoPartsOfOneNameAreRefused() throws IOException {
        Map<String, byte[]> parts = parts(bytes(StoredStudy.of(worked())));
        parts.put("data/stretcH.csv", parts.get("data/stretch.csv"));
        byte[] twice = new String(zip(parts), StandardCharsets.ISO_8859_1)
                .replace("stretcH", "stretch")
                .getBytes(StandardCharsets.ISO_8859_1);
        assertThatThrownBy(() -> read(twice))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("two parts called data/stretch.csv");
    }

    /// Each limit says what it is and what there was.
    @Test
    void limitsHoldForStudiesToo() throws IOException, UnreadableFile {
        byte[] columns = changed(
                "study.json",
                json -> json.replaceFirst("\"columns\" : \\[", "\"columns\" : [" + "{\"id\": 1},".repeat(1000)));
        assertThatThrownBy(() -> read(columns)).hasMessageContaining("columns, and a table has 1,000 at most");
        byte[] tables = changed(
                "study.json", json -> json.replaceFirst("\"tables\" : \\[", "\"tables\" : [" + "{},".repeat(1000)));
        assertThatThrownBy(() -> read(tables))
                .hasMessageContaining("tables and")
                .hasMessageContaining("1,000 and 3,000 at most");
        byte[] cell = changed("data/stretch.csv", text -> text.replaceFirst("dry", "d".repeat(100_001)));
        assertThatThrownBy(() -> read(cell))
                .hasMessageContaining("row 1 of its data has a cell of more than 100,000 characters");
        StoredStudy decimals = read(
                changed("study.json", json -> json.replaceFirst("\"decimals\" : \\d+", "\"decimals\" : 2000000000")));
        assertThat(decimals.history().study().tables().getFirst().columns())
                .allSatisfy(column -> assertThat(column.shown(
                                0,
                                decimals.history().study().tables().getFirst().decimalMark()))
                        .hasSizeLessThan(1200));
    }

    /// Whatever bytes are changed or cut off, the file is refused in a sentence or opened, never a fault.
    @Property(tries = 400, seed = "26")
    void anyDamageIsARefusalOrAStudy(@ForAll Random random) throws IOException {
        byte[] bytes = bytes(StoredStudy.of(worked()));
        Map<String, byte[]> parts = parts(bytes);
        boolean within = random.nextBoolean();
        if (within) {
            byte[] part = parts.values().stream()
                    .skip(random.nextInt(parts.size()))
                    .findFirst()
                    .orElseThrow();
            for (int i = 0; i < 1 + random.nextInt(4) && part.length > 0; i++) {
                part[random.nextInt(part.length)] = (byte) random.nextInt(256);
            }
            bytes = zip(parts);
        } else if (random.nextBoolean()) {
            bytes[random.nextInt(bytes.length)] ^= (byte) (1 << random.nextInt(8));
        } else {
            bytes = java.util.Arrays.copyOf(bytes, random.nextInt(bytes.length));
        }
        Path file = Files.createTempFile("damaged", ".helvo");
        try {
            Files.write(file, bytes);
            Study read = StudyFile.read(file, Progress.none()).history().study();
            assertThat(within || read.equals(worked().study()))
                    .as("what a disk or a wire spoils is never read as something else")
                    .isTrue();
        } catch (UnreadableFile refused) {
            assertThat(refused)
                    .hasMessageStartingWith("“" + file.getFileName() + "” ")
                    .hasMessageMatching("(?s).*[.)]");
            assertThat(refused.getMessage())
                    .as("words of a person")
                    .doesNotContain("helvo.", "java", "Exception", "null", "Cannot", "No location");
        } finally {
            Files.delete(file);
        }
    }

    @Test
    void aPartThatClaimsToBeHugeIsNotUnpacked() throws IOException {
        byte[] bytes = bytes(StoredStudy.of(worked()));
        int directory = new String(bytes, StandardCharsets.ISO_8859_1).indexOf("PK\1\2");
        bytes[directory + 27] |= 0x40;
        assertThatThrownBy(() -> read(bytes))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageStartingWith("“study.helvo” unpacks to far more than such a file holds (in ");
    }

    @Test
    void aFailureLeavesTheOldFile() throws IOException, UnreadableFile {
        Path file = folder.resolve("kept.helvo");
        StudyFile.write(file, StoredStudy.of(worked()), Progress.none());
        assertThatThrownBy(() -> StudyFile.write(file, StoredStudy.of(worked().undo()), _ -> {
                    throw new java.util.concurrent.CancellationException();
                }))
                .isInstanceOf(java.util.concurrent.CancellationException.class);
        assertThat(StudyFile.read(file, Progress.none()).history().study()).isEqualTo(worked().study());
        assertThat(folder).isDirectoryNotContaining("glob:**.part");
    }
}
