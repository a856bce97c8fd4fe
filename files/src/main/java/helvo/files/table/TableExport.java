package helvo.files.table;

import helvo.core.Progress;
import helvo.core.table.Table;
import helvo.files.disk.AtomicFile;
import helvo.files.text.CsvFile;
import helvo.files.workbook.WorkbookFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Collection;

/// Writes a table at full precision with its headings.
public final class TableExport {
    private TableExport() {}

    /// What a table can be written as.
    public enum Format {
        CSV("CSV", "csv", "table as text"),
        XLSX("XLSX", "xlsx", "workbook"),
        ODS("ODS", "ods", "OpenDocument workbook");

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

    /// Writes a whole file; a failure leaves the old one as it was.
    ///
    /// @param inputs files that are not written over
    /// @throws IOException also when the format has no place for something in the table
    public static void write(Path file, Format format, Table table, Collection<Path> inputs, Progress progress)
            throws IOException {
        AtomicFile.write(file, inputs, out -> {
            switch (format) {
                case CSV -> CsvFile.write(out, table, progress);
                case XLSX -> WorkbookFile.writeXlsx(out, table, progress);
                case ODS -> WorkbookFile.writeOds(out, table, progress);
            }
        });
    }
}
