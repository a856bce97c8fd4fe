package helvo.files.text;

import de.siegmar.fastcsv.writer.CsvWriter;
import helvo.core.Progress;
import helvo.core.number.DecimalMark;
import helvo.core.table.Table;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;

/// Writes a table as CSV in UTF-8.
public final class CsvFile {
    private CsvFile() {}

    public static void write(OutputStream out, Table table, Progress progress) throws IOException {
        char delimiter = table.decimalMark() == DecimalMark.COMMA ? Delimiter.SEMICOLON.sign() : Delimiter.COMMA.sign();
        try (CsvWriter csv = CsvWriter.builder()
                .fieldSeparator(delimiter)
                .build(new OutputStreamWriter(out, StandardCharsets.UTF_8))) {
            csv.writeRecord(table.columns().stream()
                    .map(column -> column.heading().text())
                    .toList());
            int rows = table.rows();
            for (int row = 0; row < rows; row++) {
                if ((row & 0xfff) == 0) {
                    progress.reached((double) row / rows);
                }
                int at = row;
                csv.writeRecord(table.columns().stream()
                        .map(column -> column.exact(at, table.decimalMark()))
                        .toList());
            }
        }
    }
}
