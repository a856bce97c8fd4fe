package helvo.files.text;

import de.siegmar.fastcsv.writer.CsvWriter;
import helvo.core.Progress;
import helvo.core.number.DecimalMark;
import helvo.core.table.Table;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;

/// A table as a CSV file in UTF-8: commas, or semicolons for a table with decimal commas.
public final class TextFile {
    private TextFile() {}

    public static void write(Path file, Table table, Progress progress) throws IOException {
        char delimiter = table.mark() == DecimalMark.COMMA ? Delimiter.SEMICOLON.sign() : Delimiter.COMMA.sign();
        try (CsvWriter csv = CsvWriter.builder().fieldSeparator(delimiter).build(file, StandardCharsets.UTF_8)) {
            csv.writeRecord(table.columns().stream().map(column -> column.heading().text()).toList());
            int rows = table.rows();
            for (int row = 0; row < rows; row++) {
                if ((row & 0xfff) == 0) {
                    progress.reached((double) row / rows);
                }
                int at = row;
                csv.writeRecord(table.columns().stream().map(column -> column.exact(at, table.mark())).toList());
            }
        }
    }
}
