package helvo.files.study;

import helvo.core.Progress;
import helvo.core.study.Study;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.Table;
import helvo.files.archive.ReproducibleEntry;
import helvo.files.json.StudyJson;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.zip.Deflater;
import java.util.zip.ZipOutputStream;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/// Writes a study as the parts of its file.
final class StudyWriter {
    /// Larger tables are packed faster, to about a tenth more.
    private static final int MANY_ROWS = 50_000;

    /// Of the time that writing takes.
    private static final double SHARE_OF_RESULTS = 0.5;

    private StudyWriter() {}

    /// Writes into a stream, which stays open.
    ///
    /// @param withResults whether what its figures give is worked out and written too
    static void write(OutputStream out, StoredStudy stored, boolean withResults, Progress progress) throws IOException {
        Study study = stored.history().study();
        List<TableData> data = study.tables().stream().map(TableData::of).toList();
        List<String> names = DataPackage.resourceNames(study);
        ObjectNode descriptor = DataPackage.describe(study, names, data);
        ObjectNode document = document(study, names, data);
        UnknownParts unknown = stored.unknown();
        UnknownParts.addTo(descriptor, unknown.members().getOrDefault(DataPackage.FILE, descriptor.objectNode()));
        UnknownParts.addTo(document, unknown.members().getOrDefault(StudyFile.STUDY, document.objectNode()));
        var zip = new ZipOutputStream(out, StandardCharsets.UTF_8);
        var parts = new PartChecksums.Parts(zip);
        zip.setLevel(
                study.tables().stream().anyMatch(table -> table.rows() > MANY_ROWS)
                        ? Deflater.BEST_SPEED
                        : Deflater.DEFAULT_COMPRESSION);
        part(zip, parts, DataPackage.FILE, pretty(descriptor));
        part(zip, parts, StudyFile.STUDY, pretty(document));
        part(zip, parts, HistoryLines.FILE, HistoryLines.text(stored.history()).getBytes(StandardCharsets.UTF_8));
        if (withResults) {
            part(zip, parts, StudyResults.FILE, pretty(StudyResults.of(study, progress.part(0, SHARE_OF_RESULTS))));
        }
        Progress ofData = withResults ? progress.part(SHARE_OF_RESULTS, 1) : progress;
        long all = Math.max(1, study.tables().stream().mapToLong(Table::rows).sum());
        long written = 0;
        for (int i = 0; i < data.size(); i++) {
            Table table = study.tables().get(i);
            if (!table.columns().isEmpty()) {
                begin(zip, DataPackage.path(names.get(i)));
                data.get(i)
                        .write(
                                table,
                                DataPackage.fieldNames(table),
                                parts,
                                ofData.part((double) written / all, (double) (written + table.rows()) / all));
                parts.end(DataPackage.path(names.get(i)));
                written += table.rows();
            }
        }
        for (Map.Entry<String, byte[]> part : unknown.parts().entrySet()) {
            part(zip, parts, part.getKey(), part.getValue());
        }
        byte[] sums = parts.list().getBytes(StandardCharsets.UTF_8);
        part(zip, parts, PartChecksums.FILE, sums);
        zip.finish();
    }

    private static void part(ZipOutputStream zip, PartChecksums.Parts parts, String name, byte[] bytes)
            throws IOException {
        begin(zip, name);
        parts.write(bytes);
        parts.end(name);
    }

    private static void begin(ZipOutputStream zip, String name) throws IOException {
        var entry = ReproducibleEntry.entry(name);
        zip.putNextEntry(entry);
    }

    private static byte[] pretty(ObjectNode document) {
        return StudyJson.mapper().writerWithDefaultPrettyPrinter().writeValueAsBytes(document);
    }

    /// The study without its cells, and for each table where these are.
    static ObjectNode document(Study study, List<String> names, List<TableData> data) {
        ObjectNode document = StudyJson.mapper().createObjectNode();
        document.put("format", "helvo study");
        document.put("version", StudyFile.VERSION);
        ObjectNode content = StudyJson.mapper().valueToTree(withCells(study, _ -> Cells.NONE));
        content.properties().forEach(member -> document.set(member.getKey(), member.getValue()));
        ArrayNode tables = (ArrayNode) document.get("tables");
        for (int i = 0; i < tables.size(); i++) {
            ((ObjectNode) tables.get(i)).put("data", DataPackage.path(names.get(i)));
            ArrayNode columns = (ArrayNode) tables.get(i).get("columns");
            for (int c = 0; c < columns.size(); c++) {
                ObjectNode column = (ObjectNode) columns.get(c);
                column.remove("cells");
                column.put("rows", data.get(i).rows().get(c));
                column.put("written", data.get(i).forms().get(c).type());
                put(column, "rowsOfNumbers", data.get(i).numbers().get(c));
                put(column, "rowsOfTexts", data.get(i).texts().get(c));
            }
        }
        return document;
    }

    private static void put(ObjectNode column, String name, BitSet rows) {
        if (!rows.isEmpty()) {
            column.put(name, RowRanges.text(rows));
        }
    }

    interface CellsOfColumn {
        Cells of(Column column);
    }

    static Study withCells(Study study, CellsOfColumn cells) {
        return study.withTables(study.tables().stream()
                .map(table -> table.withColumns(table.columns().stream()
                        .map(column -> column.withCells(cells.of(column)))
                        .toList()))
                .toList());
    }
}
