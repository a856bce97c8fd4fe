package helvo.files.study;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.derive.Derivations;
import helvo.core.derive.Summaries;
import helvo.core.study.Figure;
import helvo.core.study.FigureSheet;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Table;
import helvo.files.Limits;
import helvo.files.UnreadableFile;
import helvo.files.archive.GuardedZip;
import helvo.files.json.StudyJson;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/// Reads a study from the parts of its file; what it holds is checked before anything else sees it.
final class StudyReader {
    private StudyReader() {}

    /// @throws UnreadableFile with a sentence for a person
    static StoredStudy read(Path file, Progress progress) throws UnreadableFile {
        UnreadableFile.unlessReadable(file);
        String name = String.valueOf(file.getFileName());
        if (!Files.isRegularFile(file)) {
            throw new UnreadableFile("“" + name + "” is a pipe or a device, and no study: copy it into a file first.");
        }
        if (!StudyFile.isStudy(file) && !GuardedZip.isArchive(file)) {
            throw noStudy(name);
        }
        try (GuardedZip zip = GuardedZip.open(file, Limits.MAX_STUDY_COMPRESSION_RATIO)) {
            if (!zip.has(StudyFile.STUDY)) {
                throw noStudy(name);
            }
            zip.refuseBombs();
            zip.refuseDoubles();
            return read(zip, name, progress);
        } catch (CancellationException e) {
            throw e;
        } catch (OutOfMemoryError e) {
            throw new UnreadableFile(
                    "“" + name + "” holds more than fits into the memory that Helvo may use: close other programs.", e);
        } catch (IOException
                | UncheckedIOException
                | JacksonException
                | IllegalArgumentException
                | NullPointerException
                | ClassCastException
                | ArithmeticException
                | IndexOutOfBoundsException e) {
            throw new UnreadableFile(
                    "“" + name + "” is damaged and was not opened: take an earlier copy of it."
                            + DamageText.bracketed(e),
                    e);
        }
    }

    private static UnreadableFile noStudy(String name) {
        return new UnreadableFile("“" + name
                + "” is not a study saved by Helvo (.helvo). If it is a table of measurements, `helvo check` "
                + "tells what it holds and `helvo open` opens it, to make a study of it.");
    }

    private static StoredStudy read(GuardedZip zip, String name, Progress progress) throws IOException, UnreadableFile {
        JsonNode root = StudyJson.mapper().readTree(bytes(zip, StudyFile.STUDY, Limits.MAX_STUDY_TEXT_BYTES));
        if (!(root instanceof ObjectNode written)
                || !written.path("version").isInt()
                || written.path("version").asInt() < 1) {
            throw new UnreadableFile(
                    "“" + name + "” is not a study of Helvo: its " + StudyFile.STUDY + " does not say its version.");
        }
        int version = written.get("version").asInt();
        boolean isNewer = version > StudyFile.VERSION;
        ObjectNode document = (ObjectNode) StudyFile.inWordsOfNow(written, version);
        requireWithinLimits(document, name);
        Study bare = StudyJson.mapper().treeToValue(withoutCells(document), Study.class);
        requireSound(bare, name);
        var tables = new ArrayList<Table>();
        var longer = new ArrayList<String>();
        for (int i = 0; i < bare.tables().size(); i++) {
            Table table = bare.tables().get(i);
            TableData.Read read = table(
                    zip,
                    name,
                    table,
                    document.get("tables").get(i),
                    version,
                    progress.part(
                            (double) i / bare.tables().size(),
                            (i + 1.0) / bare.tables().size()));
            read.surplus().ifPresent(what -> longer.add("the data of “" + table.name() + "” have " + what));
            tables.add(table.columns().isEmpty() ? table : with(table, read.cells()));
        }
        Study study = following(bare.withTables(tables), progress);
        HistoryLines.Read history = zip.has(HistoryLines.FILE)
                ? HistoryLines.read(bytes(zip, HistoryLines.FILE, Limits.MAX_STUDY_TEXT_BYTES), study, version)
                : new HistoryLines.Read(History.from(study), Optional.empty());
        Optional<String> readOnly = isNewer
                ? Optional.of("“" + name
                        + "” was saved by a newer Helvo. It can be read and changed here, but is saved under another "
                        + "name only, so that nothing of it is lost.")
                : longer.isEmpty()
                        ? Optional.empty()
                        : Optional.of("“" + name + "” was changed by another program: "
                                + String.join("; ", longer) + " than " + StudyFile.STUDY
                                + " tells of, which were not read. It is saved under another "
                                + "name only, so that nothing of it is lost.");
        return new StoredStudy(
                history.history(),
                unknown(zip, document, study),
                readOnly,
                Stream.concat(outside(zip, name).stream(), history.notice().stream())
                        .toList());
    }

    /// What another program did to it, as a sentence.
    private static Optional<String> outside(GuardedZip zip, String name) throws IOException, UnreadableFile {
        if (!zip.has(PartChecksums.FILE)) {
            return Optional.empty();
        }
        byte[] list = bytes(zip, PartChecksums.FILE, Limits.MAX_STUDY_TEXT_BYTES);
        return PartChecksums.changed(zip, name, new String(list, StandardCharsets.UTF_8));
    }

    /// Before anything is made of it.
    private static void requireWithinLimits(ObjectNode document, String name) throws UnreadableFile {
        int tables = document.path("tables").size();
        int figures = document.path("figures").size();
        if (tables > Limits.MAX_TABLES || figures > Limits.MAX_FIGURES) {
            throw new UnreadableFile(RootLocale.format(
                    "“%s” was not opened: it has %,d tables and %,d figures, and a study has %,d and %,d at most. "
                            + "It is damaged, or made to do harm.",
                    name, tables, figures, Limits.MAX_TABLES, Limits.MAX_FIGURES));
        }
        for (JsonNode table : document.path("tables")) {
            if (table.path("columns").size() > Limits.MAX_COLUMNS) {
                throw new UnreadableFile(RootLocale.format(
                        "“%s” was not opened: its table “%s” has %,d columns, and a table has %,d at most.",
                        name,
                        table.path("name").asString(""),
                        table.path("columns").size(),
                        Limits.MAX_COLUMNS));
            }
        }
    }

    private static Table with(Table bare, List<Cells> cells) {
        var columns = new ArrayList<Column>();
        for (int c = 0; c < cells.size(); c++) {
            columns.add(bare.columns().get(c).withCells(cells.get(c)));
        }
        return bare.withColumns(columns);
    }

    /// The document as a study reads it: cells come from the data.
    private static ObjectNode withoutCells(ObjectNode document) {
        ObjectNode plain = document.deepCopy();
        for (JsonNode table : plain.path("tables")) {
            table.path("columns").forEach(column -> ((ObjectNode) column).putArray("cells"));
        }
        return plain;
    }

    /// @param version of the file: a newer program may have written other headings
    private static TableData.Read table(
            GuardedZip zip, String name, Table bare, JsonNode document, int version, Progress progress)
            throws IOException, UnreadableFile {
        String path = document.path("data").asString("");
        if (bare.columns().isEmpty()) {
            return new TableData.Read(List.of(), Optional.empty());
        }
        try {
            if (!zip.has(path)) {
                throw new UnreadableFile("its data are missing");
            }
            int first = version < StudyFile.VERSION_OF_ROWS ? 1 : 0;
            var rows = new ArrayList<Integer>();
            var forms = new ArrayList<FieldType>();
            var numbers = new ArrayList<BitSet>();
            var texts = new ArrayList<BitSet>();
            for (JsonNode column : document.get("columns")) {
                int count = column.path("rows").asInt(-1);
                if (count < 0) {
                    throw new UnreadableFile("a column does not say how many rows it has");
                }
                rows.add(count);
                forms.add(FieldType.valueOf(column.path("written").asString("").toUpperCase(Locale.ROOT)));
                numbers.add(RowRanges.read(column.path("rowsOfNumbers").asString(""), count, first));
                texts.add(RowRanges.read(column.path("rowsOfTexts").asString(""), count, first));
            }
            try (InputStream in = zip.stream(path, progress)) {
                return new TableData(rows, forms, numbers, texts)
                        .read(
                                in,
                                version > StudyFile.VERSION
                                        ? Optional.empty()
                                        : Optional.of(DataPackage.fieldNames(bare)),
                                Progress.none());
            }
        } catch (UnreadableFile e) {
            throw new UnreadableFile(
                    "“" + name + "” is damaged and was not opened: of the table “" + bare.name() + "”, "
                            + e.getMessage()
                            + ". Take an earlier copy of it.",
                    e);
        }
    }

    /// What belongs together must be there, so that nothing fails later.
    private static void requireSound(Study study, String name) throws UnreadableFile {
        Set<Integer> tables = new HashSet<>();
        Set<Integer> figures = new HashSet<>();
        boolean sound = true;
        for (Table table : study.tables()) {
            Set<Integer> columns = new HashSet<>();
            // A summary stands behind its source, so that none follows itself.
            sound &= table.summary().isEmpty()
                    || tables.contains(table.summary().get().source());
            sound &= tables.add(table.id()) && table.columns().stream().allMatch(column -> columns.add(column.id()));
        }
        for (Figure figure : study.figures()) {
            sound &= figures.add(figure.id()) && tables.contains(figure.table());
        }
        for (int table : tables) {
            sound &= study.figures().stream().anyMatch(figure -> figure.table() == table);
        }
        Set<Integer> sheets = new HashSet<>();
        for (FigureSheet sheet : study.sheets()) {
            sound &= sheets.add(sheet.id()) && figures.containsAll(sheet.figures());
        }
        if (!sound) {
            throw new UnreadableFile("“" + name
                    + "” is damaged and was not opened: its tables and figures do not belong together. Take an "
                    + "earlier copy of it.");
        }
    }

    private static Table source(Map<Integer, Table> done, int id) {
        Table source = done.get(id);
        if (source == null) {
            throw new IllegalArgumentException("a summary of table " + id + ", which does not stand before it");
        }
        return source;
    }

    /// Columns and tables that follow others are worked out anew, whatever the file says of their cells.
    private static Study following(Study study, Progress progress) {
        Map<Integer, Table> done = new TreeMap<>();
        for (Table table : study.tables()) {
            progress.reached(Double.NaN);
            Table fresh = Derivations.refreshed(table.withColumns(List.of()), table);
            done.put(
                    table.id(),
                    table.summary()
                            .map(summary -> Summaries.refreshed(table, source(done, summary.source())))
                            .orElse(fresh));
        }
        return study.withTables(
                study.tables().stream().map(table -> done.get(table.id())).toList());
    }

    private static UnknownParts unknown(GuardedZip zip, ObjectNode document, Study study)
            throws IOException, UnreadableFile {
        List<TableData> data = study.tables().stream().map(TableData::of).toList();
        List<String> names = DataPackage.resourceNames(study);
        Map<String, ObjectNode> members = new TreeMap<>();
        members.put(StudyFile.STUDY, UnknownParts.beyond(document, StudyWriter.document(study, names, data)));
        if (zip.has(DataPackage.FILE)
                && StudyJson.mapper().readTree(bytes(zip, DataPackage.FILE, Limits.MAX_STUDY_TEXT_BYTES))
                        instanceof ObjectNode descriptor) {
            members.put(DataPackage.FILE, UnknownParts.beyond(descriptor, DataPackage.describe(study, names, data)));
        }
        Set<String> known = new HashSet<>(
                Set.of(StudyFile.STUDY, DataPackage.FILE, HistoryLines.FILE, StudyResults.FILE, PartChecksums.FILE));
        document.get("tables").forEach(table -> known.add(table.path("data").asString("")));
        names.forEach(each -> known.add(DataPackage.path(each)));
        Map<String, byte[]> parts = new TreeMap<>();
        long size = 0;
        for (String part : zip.parts()) {
            if (!known.contains(part) && parts.putIfAbsent(part, new byte[0]) == null) {
                byte[] bytes = bytes(zip, part, Limits.MAX_UNKNOWN_PART_BYTES);
                size += bytes.length;
                if (size > Limits.MAX_UNKNOWN_PART_BYTES) {
                    throw new IOException("parts that Helvo does not know hold more than 64 MB");
                }
                parts.put(part, bytes);
            }
        }
        return new UnknownParts(members, parts);
    }

    private static byte[] bytes(GuardedZip zip, String part, int most) throws IOException {
        try (InputStream in = zip.stream(part, Progress.none())) {
            var bytes = new ByteArrayOutputStream();
            byte[] buffer = new byte[1 << 16];
            for (int count = in.read(buffer); count >= 0; count = in.read(buffer)) {
                bytes.write(buffer, 0, count);
                if (bytes.size() > most) {
                    throw new IOException(part + " is too large");
                }
            }
            return bytes.toByteArray();
        }
    }
}
