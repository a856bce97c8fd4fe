package helvo.files.text;

import de.siegmar.fastcsv.writer.CsvWriter;
import helvo.core.Progress;
import helvo.core.number.DecimalMark;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.Table;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;

/// A table as a CSV file in UTF-8, at full precision, with its headings: commas, or semicolons for a table with decimal commas.
public final class TableFile {
    private TableFile() {}

    /// Writes beside the file and then moves over it, so that a failure leaves the old file whole.
    public static void write(Path file, Table table, Progress progress) throws IOException {
        Path beside = file.toAbsolutePath().resolveSibling("." + file.getFileName() + ".part");
        char delimiter = table.mark() == DecimalMark.COMMA ? Delimiter.SEMICOLON.sign() : Delimiter.COMMA.sign();
        try {
            try (CsvWriter csv = CsvWriter.builder().fieldSeparator(delimiter).build(beside, StandardCharsets.UTF_8)) {
                csv.writeRecord(table.columns().stream().map(column -> column.heading().text()).toList());
                int rows = table.rows();
                for (int row = 0; row < rows; row++) {
                    if ((row & 0xfff) == 0) {
                        progress.reached((double) row / rows);
                    }
                    csv.writeRecord(fields(table, row));
                }
            }
            Files.move(beside, file, StandardCopyOption.REPLACE_EXISTING);
        } finally {
            Files.deleteIfExists(beside);
        }
    }

    private static List<String> fields(Table table, int row) {
        return table.columns().stream().map(column -> field(column, row, table.mark())).toList();
    }

    private static String field(Column column, int row, DecimalMark mark) {
        Cell cell = column.cells().cell(row);
        return cell instanceof Cell.Number ? cell.exactText().replace('.', mark.sign()) : cell.exactText();
    }
}
