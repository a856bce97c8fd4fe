package helvo.files.table;

import helvo.core.Progress;
import helvo.core.table.Table;
import helvo.files.book.BookFile;
import helvo.files.text.TextFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;

/// Writes a table at full precision, with its headings.
public final class TableFile {
    private TableFile() {}

    /// What a table can be written as.
    public enum Format {
        CSV("CSV", "csv", "table as text"), XLSX("XLSX", "xlsx", "workbook"), ODS("ODS", "ods", "OpenDocument workbook");

        private final String title;
        private final String ending;
        private final String purpose;

        Format(String title, String ending, String purpose) {
            this.title = title;
            this.ending = ending;
            this.purpose = purpose;
        }

        public String title() {
            return title;
        }

        public String ending() {
            return ending;
        }

        public String purpose() {
            return purpose;
        }
    }

    /// Writes beside the file and then moves over it, so that a failure leaves the old file whole.
    public static void write(Path file, Format format, Table table, Progress progress) throws IOException {
        Path beside = file.toAbsolutePath().resolveSibling("." + file.getFileName() + ".part");
        try {
            switch (format) {
                case CSV -> TextFile.write(beside, table, progress);
                case XLSX -> BookFile.writeXlsx(beside, table, progress);
                case ODS -> BookFile.writeOds(beside, table, progress);
            }
            Files.move(beside, file, StandardCopyOption.REPLACE_EXISTING);
        } finally {
            Files.deleteIfExists(beside);
        }
    }
}
